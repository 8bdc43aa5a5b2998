"""The key that signs cookies: made once, kept in the data folder, readable by its owner only."""

from __future__ import annotations

import contextlib
import logging
import secrets
from pathlib import Path

from lamplight.store.files import keep_private, write_whole

LOG = logging.getLogger("lamplight")
NAME = "secret.key"
LENGTH = 32  # bytes; as long as the digest that signs


def secret_key(folder: Path) -> bytes:
    """The key of a data folder; a new one where there is none, or none that could be trusted.

    A file that is too short is what a full disk or a power cut leaves of it. Its sessions end then, and that is said.
    """
    path = folder / NAME
    if path.exists() and len(path.read_bytes()) < LENGTH:
        LOG.warning("%s was damaged. A new key was made; everybody signs in again.", path)
        write_whole(path, secrets.token_bytes(LENGTH), replace=True)
    with contextlib.suppress(FileExistsError):  # another Lamplight may have been quicker: then its key holds
        if not path.exists():
            write_whole(path, secrets.token_bytes(LENGTH))
    keep_private(path)
    return path.read_bytes()
