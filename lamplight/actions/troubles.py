"""What went wrong while something was done by itself: told in the server's log each time, and to the owners once."""

from __future__ import annotations

import logging
import traceback
from collections.abc import Callable
from datetime import datetime, timedelta
from hashlib import sha256
from typing import TypeVar

from peewee import DatabaseError

from lamplight.actions.entries import write_entry
from lamplight.actions.outbox import write_mail
from lamplight.core.errors import LamplightError
from lamplight.core.keepers.rights import RoleAtSite
from lamplight.core.mail.note import Note
from lamplight.core.mail.outbox import AT_ONCE_GOOD_FOR
from lamplight.core.mail.wishes import NoteKind
from lamplight.sight.actor import Actor
from lamplight.store.database import database
from lamplight.store.mail import wishes_rows
from lamplight.store.models import Entry
from lamplight.store.rights import roles_at
from lamplight.store.sites import SiteRow

LOG = logging.getLogger("lamplight")
Answer = TypeVar("Answer")
# The same trouble is told again after so long. Ours, no source.
TOLD_FOR = timedelta(days=30)
# What passes by itself, or is said where the file is opened; nobody is woken for it.
PASSING = (DatabaseError, OSError)


def going_on(
    site: SiteRow, what: str, now: datetime, address: str, work: Callable[[], Answer], failed: Answer
) -> Answer:
    """What a piece of work answers; where it fails, that is told, and whatever comes after it is done all the same.

    Args:
        what: is done, to begin a sentence with, such as ``The mail to Ada Brook``.
        now: aware.
        address: of the application, for links.
        failed: the answer where it fails.
    """
    try:
        return work()
    except PASSING as problem:
        LOG.warning("%s: not done by itself this time: %s", what, problem)
    except LamplightError as problem:
        LOG.warning("%s: not done: %s", what, problem)
        _tell(site, f"{what} was not done: {str(problem).rstrip('.')}.", now, address)
    except Exception as problem:
        reference = _reference(problem)
        LOG.exception("reference %s: %s", reference, what)
        _tell(site, f"{what} was not done. Quote {reference} when you report it.", now, address)
    return failed


def _reference(problem: Exception) -> str:
    """The same for the same mistake of the program, wherever it runs."""
    frames = [frame for frame in traceback.extract_tb(problem.__traceback__) if "lamplight" in frame.filename]
    place = f"{frames[-1].filename.rpartition('lamplight')[2]}:{frames[-1].lineno}" if frames else ""
    return sha256(f"{type(problem).__name__} {place}".encode()).hexdigest()[:8]


def _tell(site: SiteRow, words: str, now: datetime, address: str) -> None:
    """A line of the site's log, and a mail to each owner who wants to be told at once."""
    told = Entry.select().where(Entry.kind == "trouble", Entry.summary == words, Entry.recorded_at > now - TOLD_FOR)
    if told.exists():
        return
    with database.atomic():
        write_entry("trouble", words, Actor(now, site_id=site.id))
    owners = {key for key, role in roles_at(site.id).items() if role is RoleAtSite.OWNER}
    note = Note(
        NoteKind.AT_ONCE, "Something was not done by itself", words, (), f"{address}/log", "Open the log",
        "Such a note comes once to owners, when something that Lamplight does by itself gives way.",
    )  # fmt: skip
    for row in wishes_rows(site.id):
        if row.wishes.at_once and (row.keeper_id in owners or row.keeper_id is None):
            key = f"trouble {sha256(words.encode()).hexdigest()[:16]} {now:%Y-%m}"
            write_mail(site, row, note, [key], now + AT_ONCE_GOOD_FOR, address, now)
