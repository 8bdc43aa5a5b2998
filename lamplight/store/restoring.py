"""Putting a backup back into a new data folder, for use."""

from __future__ import annotations

import shutil
from pathlib import Path

from lamplight.store.backups import copied_photos, photos_beside
from lamplight.store.changes import begin_anew
from lamplight.store.database import FILE_NAME, PHOTO_FOLDER, data_file, database, make_folder, told_of
from lamplight.store.files import beside, keep_private, put_in_place
from lamplight.store.migrating import open_database
from lamplight.store.schema import examine, opened_to_read
from lamplight.store.trouble import DataFileProblem


def restore_book(backup: Path, folder: Path) -> None:
    """Put a backup into a new data folder, and bring it up to date.

    Raises:
        DataFileProblem: as `restore_into` does.
    """
    restore_into(backup, folder)
    open_database(folder)
    with database.connection_context():
        begin_anew(database)


def restore_into(backup: Path, folder: Path) -> None:
    """Put a backup into a new data folder; where that fails, nothing is left there.

    Raises:
        DataFileProblem: when the backup cannot be used, as `examine` says, or the folder holds data already.
    """
    examine(backup)
    left = [path for suffix in ("", "-wal", "-shm", "-journal") if (path := _with(folder, suffix)).exists()]
    if left:
        raise DataFileProblem(f"{folder} holds data already ({left[0].name}). Name a new folder.")
    if (folder / PHOTO_FOLDER).exists():
        raise DataFileProblem(f"{folder} holds photos already. Name a new folder.")
    fresh = not folder.exists()
    make_folder(folder)
    try:
        with told_of(folder), beside(data_file(folder)) as part:
            with opened_to_read(backup) as source:
                source.execute("VACUUM INTO ?", (str(part),))
            keep_private(part)
            with copied_photos(photos_beside(backup), folder / PHOTO_FOLDER):
                put_in_place(part, data_file(folder))
    except BaseException:
        if fresh:
            shutil.rmtree(folder, ignore_errors=True)
        raise


def _with(folder: Path, suffix: str) -> Path:
    return folder / f"{FILE_NAME}{suffix}"
