"""The data file: how it is opened, and whether it can be written."""

from __future__ import annotations

import contextlib
import os
import shutil
import sqlite3
import threading
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from filelock import FileLock, Timeout
from peewee import DatabaseError, SqliteDatabase

from lamplight.core.errors import LamplightError
from lamplight.store.files import OWNER_ONLY, keep_private, permitted
from lamplight.store.trouble import DataFileProblem, Trouble, as_problem, trouble_of

FILE_NAME = "lamplight.sqlite3"
PHOTO_FOLDER = "photos"
SECONDS_TO_WAIT = 5  # for another one who writes
# Full: what was answered with yes outlives a power cut.
PRAGMAS = {"foreign_keys": 1, "journal_mode": "wal", "busy_timeout": SECONDS_TO_WAIT * 1000, "synchronous": "full"}
PRIVATE_FOLDER = 0o700
ROOM_NEEDED = 4 * 1024 * 1024  # bytes on the disk; a change takes far less, its way through the journal more


class DataFile(SqliteDatabase):
    """One data file at a time. Where its folder cannot be written it is read all the same.

    A thread that answers requests keeps its connection: to make one takes SQLite longer than most pages, since it
    reads the whole schema.
    """

    def __init__(self, *given: Any, **named: Any) -> None:
        super().__init__(*given, **named)
        self._opened = threading.local()

    def at_hand(self) -> None:
        """Be open in this thread: by the connection that it has, as long as that is one to the file of now."""
        if not self.is_closed() and self._opened.file != _identity(self.database):
            self.close()
        self.connect(reuse_if_open=True)

    def _connect(self) -> sqlite3.Connection:
        try:
            made = super()._connect()
            self._opened.file = _identity(self.database)
            return made
        except sqlite3.OperationalError as problem:
            path = Path(self.database)
            if trouble_of(problem) not in (Trouble.READ_ONLY, Trouble.NO_RIGHTS) or not permitted(path, os.R_OK):
                raise
            if permitted(path.parent, os.W_OK):
                raise  # somebody else may write it meanwhile
            if _has_journal(path):  # which holds the newest changes, and cannot be read without writing beside it
                raise DataFileProblem(Trouble.READ_ONLY.value, Trouble.READ_ONLY) from problem
            # Nobody can write it, so nothing changes under the eyes of whoever reads it.
            frozen = sqlite3.connect(f"{Path(self.database).absolute().as_uri()}?immutable=1", uri=True,
                                     isolation_level=None, **self.connect_params)  # fmt: skip
            self._add_conn_hooks(frozen)
            self._opened.file = None  # for one request alone: somebody may write it by the next
            return frozen


# The application opens it before anything else happens.
database = DataFile(None, pragmas=PRAGMAS, lock_type="IMMEDIATE")


def _identity(path: str) -> tuple[int, int] | None:
    """Which file lies there: another one where one was put in its place."""
    with contextlib.suppress(OSError):
        found = Path(path).stat()
        return found.st_dev, found.st_ino
    return None


def _has_journal(path: Path) -> bool:
    journal = path.with_name(f"{path.name}-wal")
    return journal.exists() and journal.stat().st_size > 0


@contextlib.contextmanager
def wiped() -> Iterator[None]:
    """What is written over or deleted inside leaves nothing behind in the file, nor in its journal."""
    database.execute_sql("PRAGMA secure_delete = ON")
    try:
        yield
    finally:
        database.execute_sql("PRAGMA secure_delete = OFF")
        database.execute_sql("PRAGMA wal_checkpoint(TRUNCATE)")


def data_folder() -> Path:
    """Where the open data file lies, and all that belongs to it."""
    return Path(str(database.database)).parent


def photo_folder() -> Path:
    """Where the photos of the open data file lie: beside it."""
    return data_folder() / PHOTO_FOLDER


def data_file(folder: Path) -> Path:
    """The data file inside a data folder."""
    return folder / FILE_NAME


def make_folder(folder: Path) -> None:
    """Make a data folder for its owner alone, where there is none.

    Raises:
        DataFileProblem: when it cannot be made.
    """
    try:
        folder.mkdir(parents=True, exist_ok=True, mode=PRIVATE_FOLDER)
    except OSError as problem:
        trouble = trouble_of(problem) or Trouble.OTHER
        raise DataFileProblem(f"The data folder {folder} cannot be made: {problem.strerror}.", trouble) from problem


def open_file(folder: Path) -> None:
    """Let the data file of a folder be the one that is used; made, for its owner's eyes alone, where there is none.

    Raises:
        DataFileProblem: when it cannot be opened.
    """
    make_folder(folder)
    path = data_file(folder.absolute())  # whoever is handed a path of it may start from another folder
    if not database.is_closed():
        database.close()
    database.init(str(path), pragmas=PRAGMAS, timeout=SECONDS_TO_WAIT)
    with told_of(path):
        with contextlib.suppress(FileExistsError):
            os.close(os.open(path, os.O_RDWR | os.O_CREAT | os.O_EXCL, OWNER_ONLY))
        for private in (path, *(folder / PHOTO_FOLDER).glob("*.*")):
            keep_private(private)
        if not permitted(path, os.R_OK):
            raise DataFileProblem(f"{path}: {Trouble.NO_RIGHTS.value}", Trouble.NO_RIGHTS)


@contextlib.contextmanager
def told_of(where: object) -> Iterator[None]:
    """Tell every trouble with the file in its own sentence.

    Raises:
        DataFileProblem: for each of them.
    """
    try:
        yield
    except DataFileProblem:
        raise
    except (DatabaseError, sqlite3.Error, OSError) as problem:
        known = as_problem(problem, where)
        if known is None:
            raise
        raise known from problem


class ServedAlready(LamplightError):
    """Another process serves that folder."""


@contextlib.contextmanager
def alone_on(folder: Path) -> Iterator[None]:
    """Serve a data folder as the only process: limits, sessions that are tried and plans are kept in its memory.

    Raises:
        ServedAlready: with a sentence that says what to do.
    """
    lock = FileLock(folder / "serving.lock", timeout=0)
    try:
        folder.mkdir(mode=PRIVATE_FOLDER, parents=True, exist_ok=True)
        lock.acquire()
    except OSError as problem:
        if not isinstance(problem, Timeout):
            yield  # what cannot be written is only read, by as many as like
            return
        raise ServedAlready(
            f"Lamplight serves {folder} already. Stop it there first, or choose another folder with --data."
        ) from problem
    try:
        yield
    finally:
        lock.release()


@contextlib.contextmanager
def held_open(folder: Path) -> Iterator[None]:
    """Keep the file open beside the requests, so that its journal stays.

    Making the journal anew needs room on the disk and the right to write; one that is there can be read without.
    """
    keeper: sqlite3.Connection | None = None
    with contextlib.suppress(sqlite3.Error):
        keeper = sqlite3.connect(data_file(folder), check_same_thread=False, isolation_level=None)
        keeper.execute("SELECT COUNT(*) FROM sqlite_schema").fetchone()
    try:
        yield
    finally:
        if keeper is not None:
            keeper.close()


def why_not_writable() -> Trouble | None:
    """Why the open file could not be written now; None where it can be. Waits for nobody and changes nothing."""
    path = Path(str(database.database))
    try:
        if shutil.disk_usage(path.parent).free < ROOM_NEEDED:
            return Trouble.FULL
        with path.open("r+b"):
            pass
        if not permitted(path.parent, os.W_OK):
            return Trouble.READ_ONLY
    except OSError as problem:
        known = trouble_of(problem)
        return Trouble.READ_ONLY if known is Trouble.NO_RIGHTS and permitted(path, os.R_OK) else known or Trouble.OTHER
    return None
