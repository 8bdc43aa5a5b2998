"""What is wrong when the data file cannot be used: each trouble with its own sentence, and what to do about it."""

from __future__ import annotations

import errno
import sqlite3
from collections.abc import Iterator
from enum import Enum

from lamplight.core.errors import LamplightError


class Trouble(Enum):
    """Why it cannot be used, with the sentence for the keeper."""

    FULL = (
        "The disk is full. Nothing of this was saved; what was saved before is safe. Make room on it, then try again."
    )
    READ_ONLY = (
        "The data folder can be read, but not written. Nothing of this was saved. Take the write protection off the "
        "disk, or give the user that runs Lamplight the right to write in the folder, then try again."
    )
    NO_RIGHTS = (
        "The data file cannot be opened by the user that runs Lamplight. Give that user the right to read and write "
        "it and its folder; do not delete it."
    )
    BUSY = "The book is busy with another change. Nothing of this was saved; try again in a moment."
    UPDATING = "Another Lamplight is bringing this data file up to date. Wait a minute, then start again."
    DISK = "The disk does not do what it is asked. Nothing of this was saved. Look after the disk, and save a copy."
    DAMAGED = (
        "The data file is damaged. Stop Lamplight, keep the file, and restore the newest backup: lamplight restore"
    )
    FOREIGN = "This is not a Lamplight data file. Leave it where it is, and name another folder with --data."
    EARLIER = (
        "This data file is from before version 1.0. Open it with the Lamplight that wrote it, export its readings, and "
        "read them into a new folder here."
    )
    NEWER = "This data file was written by a newer Lamplight. Update Lamplight first."
    OTHER = "The data file cannot be used as it is."


class DataFileProblem(LamplightError):
    """The data file cannot be used as it is."""

    def __init__(self, sentence: str, trouble: Trouble = Trouble.OTHER) -> None:
        super().__init__(sentence)
        self.trouble = trouble


# By the beginning of SQLite's own names (sqlite.org/rescode.html); the more special first.
BY_NAME = (
    ("SQLITE_FULL", Trouble.FULL),
    ("SQLITE_IOERR_SHMSIZE", Trouble.FULL),
    ("SQLITE_READONLY", Trouble.READ_ONLY),
    ("SQLITE_CANTOPEN", Trouble.NO_RIGHTS),
    ("SQLITE_PERM", Trouble.NO_RIGHTS),
    ("SQLITE_BUSY", Trouble.BUSY),
    ("SQLITE_LOCKED", Trouble.BUSY),
    ("SQLITE_IOERR", Trouble.DISK),
    ("SQLITE_CORRUPT", Trouble.DAMAGED),
    ("SQLITE_NOTADB", Trouble.FOREIGN),
)
BY_ERRNO = {
    errno.ENOSPC: Trouble.FULL,
    errno.EDQUOT: Trouble.FULL,
    errno.EROFS: Trouble.READ_ONLY,
    errno.EACCES: Trouble.NO_RIGHTS,
    errno.EPERM: Trouble.NO_RIGHTS,
    errno.EIO: Trouble.DISK,
}


def trouble_of(problem: BaseException) -> Trouble | None:
    """What the trouble is behind an error; None where it is no trouble of the data file."""
    for cause in _causes(problem):
        if isinstance(cause, DataFileProblem):
            return cause.trouble
        if isinstance(cause, sqlite3.Error):
            name = getattr(cause, "sqlite_errorname", None) or ""
            known = next((trouble for begin, trouble in BY_NAME if name.startswith(begin)), None)
            if known is not None:
                return known
        if isinstance(cause, OSError) and cause.errno in BY_ERRNO:
            return BY_ERRNO[cause.errno]
    return None


def as_problem(problem: BaseException, where: object) -> DataFileProblem | None:
    """The same as a refusal that names the place; None where it is no trouble of the data file."""
    trouble = trouble_of(problem)
    return None if trouble is None else DataFileProblem(f"{where}: {trouble.value}", trouble)


def _causes(problem: BaseException) -> Iterator[BaseException]:
    """An error and what it came of; peewee hands the first one over as an argument."""
    waiting: list[object] = [problem]
    seen: set[int] = set()
    while waiting:
        cause = waiting.pop(0)
        if isinstance(cause, BaseException) and id(cause) not in seen:
            seen.add(id(cause))
            yield cause
            waiting += [*cause.args[:1], cause.__cause__, cause.__context__]
