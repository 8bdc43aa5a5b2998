"""Bringing a data file to the newest schema: one at a time, backed up before, checked afterwards."""

from __future__ import annotations

import contextlib
import os
from collections.abc import Iterator
from pathlib import Path

from filelock import FileLock, Timeout
from playhouse.migrations import Runner

from lamplight.store import schema
from lamplight.store.backups import BACKUP_FOLDER, back_up_to, unused
from lamplight.store.changes import count_changes
from lamplight.store.database import data_file, database, make_folder, open_file, told_of
from lamplight.store.files import permitted
from lamplight.store.schema import HISTORY, number_of, refuse_unknown, shipped_migrations
from lamplight.store.trouble import DataFileProblem, Trouble

LOCK_NAME = "lamplight.lock"
SECONDS_FOR_AN_UPDATE = 60


def open_database(folder: Path) -> None:
    """Open the data file in a folder, creating both, and bring it to the newest schema.

    A file that needs migrating is backed up beside itself first.

    Raises:
        DataFileProblem: with its own sentence for a full disk, a folder that cannot be written, missing rights, a
            file that is damaged, newer, from before 1.0, or another program's, and another Lamplight that is at it.
    """
    make_folder(folder)
    with told_of(data_file(folder)):
        refuse_unknown(data_file(folder))
    open_file(folder)
    with told_of(folder), database.connection_context():
        if is_current():
            return
        with _alone(folder):
            if not is_current():
                _migrate(folder)


def schema_version() -> int:
    """Number of the newest migration that the open file has; 0 for an empty file."""
    return number_of(set(_runner().applied()))


def is_current() -> bool:
    """Whether the open file has the newest schema, with all that belongs to it."""
    return set(_runner().applied()) == set(shipped_migrations()) and not count_changes(database, only_look=True)


def _runner() -> Runner:
    return Runner(database, str(schema.MIGRATIONS), table_name=HISTORY)


def _migrate(folder: Path) -> None:
    """Apply what is missing, all of it or nothing; foreign keys off outside the transaction."""
    runner = _runner()
    applied = set(runner.applied())
    pending = [name for name in shipped_migrations() if name not in applied]
    if pending and applied:
        back_up_to(unused(folder / BACKUP_FOLDER / f"before-{pending[-1]}.sqlite3"))
    database.pragma("foreign_keys", 0)
    database.pragma("legacy_alter_table", 1)  # a table may be made anew while triggers of others speak of it
    try:
        with database.atomic():
            runner.up()
            count_changes(database)
            broken = database.execute_sql("PRAGMA foreign_key_check").fetchall()
            if broken:
                raise DataFileProblem(
                    f"{len(broken)} entries would lose what they belong to in the update; the file is as it was. "
                    "Go on with the Lamplight that you had, and tell whoever looks after it."
                )
    finally:
        database.pragma("legacy_alter_table", 0)
        database.pragma("foreign_keys", 1)


@contextlib.contextmanager
def _alone(folder: Path) -> Iterator[None]:
    """Nobody else migrates the same file meanwhile.

    Raises:
        DataFileProblem: when somebody does, and takes too long.
    """
    if not permitted(folder, os.W_OK):
        raise DataFileProblem(f"{folder}: {Trouble.READ_ONLY.value}", Trouble.READ_ONLY)
    try:
        with FileLock(folder / LOCK_NAME, timeout=SECONDS_FOR_AN_UPDATE):
            yield
    except Timeout as problem:
        raise DataFileProblem(f"{folder}: {Trouble.UPDATING.value}", Trouble.UPDATING) from problem
