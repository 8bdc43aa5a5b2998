"""Taking a person's name out of the book, on their wish: what they did stays, who they were goes.

The one thing besides photos that is not only crossed out: names, initials, mailboxes and keys are written over or
deleted, and the room that they took in the file with them. Copies that were made before hold them until they age out.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Collection, Iterable
from typing import cast

from lamplight.actions.entries import write_entry
from lamplight.actions.photos import delete_photo_file
from lamplight.core.errors import InvalidInput
from lamplight.core.keepers.rights import Right
from lamplight.sight.actor import Actor
from lamplight.sight.shared import needs_at_all
from lamplight.store.database import database, wiped
from lamplight.store.forgetting import PersonRow, former, photos_by, sites_ever_served
from lamplight.store.models import (
    Absence,
    ApiToken,
    Base,
    Challenge,
    Closure,
    DoseTrialFact,
    Entry,
    FailedTry,
    GuestReport,
    ItemSwitch,
    KeeperAbsence,
    KeeperSecret,
    KeeperVersion,
    KnownDevice,
    LimitVersion,
    Outgoing,
    PartNote,
    Passkey,
    Photo,
    RunEventRow,
    SignIn,
    TwoSteps,
    WishesVersion,
    WordsTold,
)

# Where somebody may have typed a name among other words; names of things are left alone.
TYPED: tuple[tuple[type[Base], str], ...] = (
    (Entry, "summary"), (Entry, "note"), (Entry, "undone_why"), (RunEventRow, "text"), (Closure, "label"),
    (Absence, "label"), (KeeperAbsence, "label"), (LimitVersion, "reason"), (ItemSwitch, "reason"),
    (PartNote, "note"), (Photo, "title"), (GuestReport, "words"), (DoseTrialFact, "hypothesis"), (WordsTold, "text"),
    (Outgoing, "subject"), (Outgoing, "text"), (Outgoing, "html"),
)  # fmt: skip
SHORTEST_NAME = 3  # letters; a shorter one is also part of other words, and stands for nobody by itself


def forget_person(
    keeper_id: int, photos: Collection[int], actor: Actor, throw_away: Callable[[Collection[str]], None]
) -> str:
    """Take somebody who has left out of the book by name; answers what they are called from now on.

    Args:
        photos: numbers of the photos that show them, which are withdrawn with it.
        actor: who does it, as they asked for it.
        throw_away: told their mailboxes in the end; throws away the mails to them that lie outside the book.

    Raises:
        NotAllowed: for whoever does not own every site that they ever served.
        InvalidInput: where they have not left, are gone already, or a photo is not one that they took.
    """
    actor.needs(Right.OWN)
    person = next((row for row in former() if row.keeper_id == keeper_id), None)
    if person is None:
        raise InvalidInput("Say first that they have left for good. Then their name can leave the book.")
    needs_at_all(actor, sites_ever_served(keeper_id), Right.OWN)
    taken = {row.id for row in photos_by(keeper_id)}
    if not set(photos) <= taken:
        raise InvalidInput("Choose among the photos that they took. Load the page again.")
    alias = f"A former keeper ({keeper_id})"
    mailboxes = {row.mailbox for row in WishesVersion.select().where(WishesVersion.keeper == keeper_id) if row.mailbox}
    with wiped(), database.atomic():
        files = [row.file for row in Photo.select().where(Photo.id.in_(list(photos)))]
        Photo.delete().where(Photo.id.in_(list(photos))).execute()
        _delete_keys(person)
        _write_over(person, alias, mailboxes)
        KeeperVersion.update(name=alias, initials=f"F{keeper_id}").where(KeeperVersion.keeper == keeper_id).execute()
        withdrawn = f", with {len(files)} photo{'s' if len(files) > 1 else ''}" if files else ""
        write_entry("keeper", f"The name of {alias.lower()} was taken out of the book{withdrawn}", actor)
    for name in files:
        delete_photo_file(name)
    throw_away(mailboxes)
    return alias


def _delete_keys(person: PersonRow) -> None:
    """What let them in, and what was sent to them."""
    own = person.keeper_id
    for model in (SignIn, KnownDevice, Passkey, Challenge, ApiToken, TwoSteps, KeeperSecret):
        model.delete().where(model.keeper == own).execute()
    FailedTry.delete().where(FailedTry.account == str(own)).execute()
    Outgoing.delete().where(Outgoing.keeper == own).execute()
    WishesVersion.update(mailbox="").where(WishesVersion.keeper == own).execute()


def _write_over(person: PersonRow, alias: str, mailboxes: Collection[str]) -> None:
    """Every word of the book that names them, wherever somebody typed it."""
    names = sorted({name for name in person.names if len(name) >= SHORTEST_NAME}, key=len, reverse=True)
    marked = [rf"\({re.escape(initials)}\)" for initials in person.initials]
    bare = [rf"(?<!\w){re.escape(word)}(?!\w)" for word in (*names, *mailboxes)]
    if not (marked or bare):
        return
    found = re.compile("|".join((*bare, *marked)), re.IGNORECASE)
    for model, name in TYPED:
        column = getattr(model, name)
        rows = cast("Iterable[tuple[int, str]]", model.select(model.id, column).where(column != "").tuples())
        for row_id, text in rows:
            changed = found.sub(lambda hit: "" if hit[0].startswith("(") else alias, text)
            if changed != text:
                model.update({column: re.sub(r" {2,}", " ", changed).strip()}).where(model.id == row_id).execute()
