"""Which schema a data file has, and which ones this Lamplight knows."""

from __future__ import annotations

import contextlib
import sqlite3
from collections.abc import Iterator
from pathlib import Path

from lamplight.store.trouble import DataFileProblem, Trouble, as_problem

MIGRATIONS = Path(__file__).parent / "migrations"
HISTORY = "schema_migration"


def shipped_migrations() -> list[str]:
    """Names of the migrations that this Lamplight knows, oldest first."""
    return sorted(path.stem for path in MIGRATIONS.glob("[0-9]*.py"))


def _refuse_other(applied: set[str], where: object) -> None:
    """Refuse a file by the migrations that it has.

    Raises:
        DataFileProblem: where this Lamplight does not know them all: of one from before the baseline, or newer.
    """
    shipped = shipped_migrations()
    if applied and shipped[0] not in applied:
        raise DataFileProblem(f"{where}: {Trouble.EARLIER.value}", Trouble.EARLIER)
    if applied - set(shipped):
        raise DataFileProblem(f"{where}: {Trouble.NEWER.value}", Trouble.NEWER)


def number_of(migrations: set[str]) -> int:
    """Number of the newest of some migrations; 0 where there is none."""
    return max((int(name[:4]) for name in migrations), default=0)


@contextlib.contextmanager
def opened_to_read(path: Path) -> Iterator[sqlite3.Connection]:
    """Another file than the one in use, to be looked at and not changed; its journal is read where one lies beside it.

    Raises:
        sqlite3.Error: when it cannot be opened.
    """
    address = path.absolute().as_uri()
    journal = path.with_name(f"{path.name}-wal").exists()
    connection = sqlite3.connect(f"{address}?{'mode=ro' if journal else 'immutable=1'}", uri=True)
    try:
        yield connection
    finally:
        connection.close()


def examine(path: Path) -> None:
    """Look whether a file is a whole data file of ours that this Lamplight can use; changes nothing.

    Raises:
        DataFileProblem: when it is missing, empty, damaged, another program's, from before 1.0, or newer.
    """
    if not path.is_file():
        raise DataFileProblem(f"There is no file at {path}.")
    if path.stat().st_size == 0:
        raise DataFileProblem(f"{path} is empty: whatever wrote it did not finish. Take another one.", Trouble.DAMAGED)
    try:
        with opened_to_read(path) as connection:
            applied = _examined(connection, path)
    except sqlite3.Error as problem:
        known = as_problem(problem, path)
        raise known or DataFileProblem(f"{path}: {Trouble.DAMAGED.value}", Trouble.DAMAGED) from problem
    _refuse_other(applied, path)


def refuse_unknown(path: Path) -> None:
    """Refuse a file that is not ours to open before it is opened to be written; a new or empty one may become ours.

    Raises:
        DataFileProblem: when it is no SQLite file, one with other tables than ours, from before 1.0, or newer.
        sqlite3.Error: when it cannot be read at all.
    """
    if path.exists() and path.stat().st_size > 0:
        with opened_to_read(path) as connection:
            tables = _tables(connection)
            applied = _applied(connection) if HISTORY in tables else set()
        if tables and HISTORY not in tables:
            raise DataFileProblem(f"{path}: {Trouble.FOREIGN.value}", Trouble.FOREIGN)
        _refuse_other(applied, path)


def _applied(connection: sqlite3.Connection) -> set[str]:
    return {name for (name,) in connection.execute(f"SELECT name FROM {HISTORY}")}


def _tables(connection: sqlite3.Connection) -> set[str]:
    return {name for (name,) in connection.execute("SELECT name FROM sqlite_schema WHERE type = 'table'")}


def _examined(connection: sqlite3.Connection, path: Path) -> set[str]:
    """The migrations of a sound file."""
    if HISTORY not in _tables(connection):
        raise DataFileProblem(f"{path}: {Trouble.FOREIGN.value}", Trouble.FOREIGN)
    faults = [row[0] for row in connection.execute("PRAGMA integrity_check(1)") if row[0] != "ok"]
    if faults:
        raise DataFileProblem(f"{path} is damaged ({faults[0]}). Take another one.", Trouble.DAMAGED)
    return _applied(connection)
