"""Copies that make themselves while Lamplight is served, and how old the newest is."""

from __future__ import annotations

import logging
from datetime import datetime, timedelta
from pathlib import Path

from peewee import DatabaseError

from lamplight.core.errors import LamplightError
from lamplight.core.moment import AHEAD
from lamplight.store.backups import BACKUP_FOLDER, BackupRow, back_up_daily, backups_in
from lamplight.store.database import database
from lamplight.store.logbook import last_written

LOG = logging.getLogger("lamplight")
OLD = timedelta(days=2)  # a daily copy that is older was missed


def back_up_once(folder: Path, now: datetime) -> Path | None:
    """Make today's copy where there is none; what goes wrong is told in the server's log, and shows in its age."""
    try:
        with database.connection_context():
            # Under a clock that runs ahead no older copy is too old: it may be the only one with the facts.
            last = last_written()
            thinned_at = min(now, last + AHEAD) if last else now
            return back_up_daily(folder, now.astimezone().date(), thinned_at.astimezone().date())
    except (LamplightError, DatabaseError, OSError) as problem:
        LOG.warning("No backup could be made: %s", problem)
        return None


def newest_backup(folder: Path) -> BackupRow | None:
    """The newest copy in the folder of backups, whoever made it; None where there is none."""
    return next(iter(backups_in(folder)), None)


def newest_backup_in_words(folder: Path, now: datetime) -> str:
    """Where the newest copy is and how old, in a sentence; with a warning where that is too old."""
    row = newest_backup(folder)
    where = folder / BACKUP_FOLDER
    if row is None:
        return f"There is no backup yet. One a day is made in {where} while Lamplight is served."
    age = now - row.at.astimezone()
    late = " That is too old: look why no daily one was made." if age > OLD else ""
    return f"The newest backup is {_age_words(age)} old: {row.path}.{late}"


def _age_words(age: timedelta) -> str:
    hours = max(0, int(age.total_seconds() // 3600))
    if hours < 48:
        return "less than an hour" if hours < 1 else f"{hours} hour{'s' if hours > 1 else ''}"
    return f"{hours // 24} days"
