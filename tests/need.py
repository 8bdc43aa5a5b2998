"""Disks that are full, folders that can only be read: made so that the system itself refuses."""

from __future__ import annotations

import contextlib
import ctypes

from lamplight.store.database import PRAGMAS, data_file, database

# capabilities(7): what lets root write where nobody may, and read what is closed to all.
DAC_OVERRIDE, DAC_READ_SEARCH = 1, 2
CAP_VERSION = 0x20080522  # linux/capability.h, _LINUX_CAPABILITY_VERSION_3


@contextlib.contextmanager
def like_anybody():
    """This thread without root's right to pass over the rights of files; nothing else changes."""
    libc = ctypes.CDLL(None, use_errno=True)
    head = (ctypes.c_uint32 * 2)(CAP_VERSION, 0)
    caps = (ctypes.c_uint32 * 6)()  # effective, permitted and inheritable, twice 32 bits
    if libc.capget(head, caps) != 0:
        raise OSError(ctypes.get_errno(), "capget")
    was = caps[0]
    caps[0] = was & ~(1 << DAC_OVERRIDE | 1 << DAC_READ_SEARCH)
    if libc.capset(head, caps) != 0:
        raise OSError(ctypes.get_errno(), "capset")
    try:
        yield
    finally:
        caps[0] = was
        libc.capset(head, caps)


@contextlib.contextmanager
def only_readable(folder, file_mode=0o444):
    """Nobody may write in the folder, this process included."""
    database.close()
    data_file(folder).chmod(file_mode)
    folder.chmod(0o555)
    try:
        with like_anybody():
            yield
    finally:
        database.close()
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
