"""Opening a data folder for use: the file at the newest schema, and what an older one left open settled."""

from __future__ import annotations

from pathlib import Path

from lamplight.actions.upgrades import write_down_what_was_settled
from lamplight.store.backups import restore_into
from lamplight.store.changes import begin_anew
from lamplight.store.database import database, told_of
from lamplight.store.migrating import open_database


def open_book(folder: Path) -> None:
    """Open the data file in a folder, creating both where they are missing.

    Raises:
        DataFileProblem: as `lamplight.store.migrating.open_database` does.
    """
    open_database(folder)
    with told_of(folder), database.connection_context():
        write_down_what_was_settled()


def restore_book(backup: Path, folder: Path) -> None:
    """Put a backup into a new data folder, for use.

    Raises:
        DataFileProblem: as `lamplight.store.backups.restore_into` does.
    """
    restore_into(backup, folder)
    open_book(folder)
    with database.connection_context():
        begin_anew(database)
