"""Opening the data file: pragmas, migrations, backups before them."""

from __future__ import annotations

import shutil
import sqlite3
from datetime import datetime
from pathlib import Path

from peewee import DatabaseError, SqliteDatabase
from playhouse.migrations import Runner

from lamplight.core.errors import LamplightError
from lamplight.store.changes import count_changes

FILE_NAME = "lamplight.sqlite3"
BACKUP_FOLDER = "backups"
PHOTO_FOLDER = "photos"
MIGRATIONS = Path(__file__).parent / "migrations"
PRAGMAS = {"foreign_keys": 1, "journal_mode": "wal", "busy_timeout": 5000, "synchronous": "normal"}

# One file at a time; the application opens it before anything else happens.
database = SqliteDatabase(None, pragmas=PRAGMAS, lock_type="IMMEDIATE")


class DataFileProblem(LamplightError):
    """The data file cannot be used as it is."""


def photo_folder() -> Path:
    """Where the photos of the open data file lie: beside it."""
    return Path(str(database.database)).parent / PHOTO_FOLDER


def photos_beside(copy: Path) -> Path:
    """Where the photos of a backup lie: a folder beside it with its name."""
    return copy.with_name(f"{copy.stem}-photos")


def data_file(folder: Path) -> Path:
    """The data file inside a data folder."""
    return folder / FILE_NAME


def open_database(folder: Path) -> None:
    """Open the data file in a folder, creating both, and bring it to the newest schema.

    A file that needs migrating is backed up beside itself first.

    Raises:
        DataFileProblem: when the folder cannot be written, or the file is newer than this
            version of Lamplight or not Lamplight's at all.
    """
    try:
        folder.mkdir(parents=True, exist_ok=True, mode=0o700)
    except OSError as problem:
        raise DataFileProblem(f"The data folder {folder} cannot be made: {problem.strerror}.") from problem
    if not database.is_closed():
        database.close()
    database.init(str(data_file(folder)), pragmas=PRAGMAS)
    try:
        migrate(folder)
    except DatabaseError as problem:
        raise DataFileProblem(f"{data_file(folder)} is not a Lamplight data file.") from problem
    finally:
        database.close()


def schema_version() -> int:
    """Number of the newest migration that the open file has; 0 for an empty file."""
    applied = Runner(database, str(MIGRATIONS)).applied()
    return max((int(name[:4]) for name in applied), default=0)


def migrate(folder: Path) -> None:
    """Apply what is missing, foreign keys off outside the transaction, checked afterwards."""
    runner = Runner(database, str(MIGRATIONS))
    shipped = {migration.name for migration in runner.migrations()}
    applied = set(runner.applied())
    if applied - shipped:
        raise DataFileProblem("This data file was written by a newer Lamplight. Update Lamplight first.")
    if applied == shipped:
        return
    if applied:
        back_up_to(folder / BACKUP_FOLDER / f"before-{max(shipped)}.sqlite3", replace=True)
    with database.connection_context() if database.is_closed() else _nothing():
        database.pragma("foreign_keys", 0)
        try:
            runner.up()
            count_changes(database)
            broken = database.execute_sql("PRAGMA foreign_key_check").fetchall()
            if broken:
                raise DataFileProblem(f"{len(broken)} entries lost their machine in the update; the backup is intact.")
        finally:
            database.pragma("foreign_keys", 1)


class _nothing:
    def __enter__(self) -> None:
        return None

    def __exit__(self, *exc: object) -> None:
        return None


def back_up_to(target: Path, replace: bool = False) -> None:
    """A whole copy of the open file, while others write (SQLite's VACUUM INTO), its photos in a folder beside it.

    Raises:
        DataFileProblem: when the target exists and may not be replaced.
    """
    if target.exists() and not replace:
        raise DataFileProblem(f"{target} exists already. Name a new file.")
    target.parent.mkdir(parents=True, exist_ok=True)
    target.unlink(missing_ok=True)
    database.execute_sql("VACUUM INTO ?", (str(target),))
    # Photos are written once and never changed: after the copy of the book each one it names is there.
    if photo_folder().is_dir():
        shutil.copytree(photo_folder(), photos_beside(target), dirs_exist_ok=True)


def restore_into(backup: Path, folder: Path) -> None:
    """Put a backup into a new data folder.

    Raises:
        DataFileProblem: when the backup is missing or broken, or the folder holds data already.
    """
    if not backup.is_file():
        raise DataFileProblem(f"There is no backup at {backup}.")
    if data_file(folder).exists():
        raise DataFileProblem(f"{folder} holds data already. Name a new folder.")
    check = sqlite3.connect(f"file:{backup}?mode=ro", uri=True)
    try:
        sound = check.execute("PRAGMA integrity_check").fetchone()[0] == "ok"
    except sqlite3.DatabaseError:
        sound = False
    finally:
        check.close()
    if not sound:
        raise DataFileProblem(f"{backup} is damaged or is not a backup. Try an older one.")
    folder.mkdir(parents=True, exist_ok=True, mode=0o700)
    shutil.copyfile(backup, data_file(folder))
    if photos_beside(backup).is_dir():
        shutil.copytree(photos_beside(backup), folder / PHOTO_FOLDER, dirs_exist_ok=True)


def backup_name(now: datetime) -> str:
    """File name of a backup made at ``now``."""
    return f"lamplight-{now:%Y%m%d-%H%M%S}.sqlite3"


def writable() -> bool:
    """Whether the data file can be written, without waiting for anybody's lock."""
    path = Path(str(database.database))
    try:
        with path.open("r+b"):
            return True
    except OSError:
        return False
