"""Disks that are full, folders that can only be read: made so that the system itself refuses."""

from __future__ import annotations

import contextlib
import os

from lamplight.store.database import PRAGMAS, data_file, database

NOBODY = 65534


@contextlib.contextmanager
def only_readable(folder, file_mode=0o444):
    """Nobody may write in the folder, this process included."""
    database.close()
    data_file(folder).chmod(file_mode)
    folder.chmod(0o555)
    was = os.geteuid()
    if was == 0:
        os.seteuid(NOBODY)  # root may write anywhere
    try:
        yield
    finally:
        database.close()
        if was == 0:
            os.seteuid(was)
        folder.chmod(0o700)
        data_file(folder).chmod(0o600)


@contextlib.contextmanager
def full_disk(folder):
    """The data file cannot grow by a single page: SQLite says what it says when the disk is full."""
    database.close()
    with database.connection_context():
        pages = database.execute_sql("PRAGMA page_count").fetchone()[0]
    database.init(str(data_file(folder)), pragmas={**PRAGMAS, "max_page_count": pages})
    try:
        yield
    finally:
        database.close()
        database.init(str(data_file(folder)), pragmas=PRAGMAS)
