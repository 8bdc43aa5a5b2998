"""Writing files so that each is there whole or not at all, for its owner's eyes only, also after a power cut."""

from __future__ import annotations

import contextlib
import os
import secrets
import shutil
from collections.abc import Iterator
from pathlib import Path

OWNER_ONLY = 0o600


def permitted(path: Path, right: int) -> bool:
    """Whether the user that this process acts as has a right (``os.R_OK``, ``os.W_OK``) on a path."""
    return os.access(path, right, effective_ids=os.access in os.supports_effective_ids)


def sync_folder(folder: Path) -> None:
    """Let the names in a folder reach the disk, where the system can do that."""
    with contextlib.suppress(OSError):
        handle = os.open(folder, os.O_RDONLY)
        try:
            os.fsync(handle)
        finally:
            os.close(handle)


def sync_file(path: Path) -> None:
    """Let what stands in a file reach the disk."""
    with path.open("r+b") as file:
        os.fsync(file.fileno())


@contextlib.contextmanager
def beside(target: Path) -> Iterator[Path]:
    """A name in the target's folder to write under first; nothing of that name is left over, whatever happens."""
    name = target.with_name(f".{target.name}.{secrets.token_hex(4)}.part")
    try:
        yield name
    finally:
        name.unlink(missing_ok=True)


def sweep(folder: Path, before: float) -> None:
    """Take away what was begun under `beside` and never finished, since somebody pulled the plug.

    Args:
        before: seconds since the epoch; what was touched later may still be under way.
    """
    for part in folder.glob(".*.part"):
        with contextlib.suppress(OSError):
            if part.stat().st_mtime < before:
                shutil.rmtree(part) if part.is_dir() else part.unlink()


def put_in_place(written: Path, target: Path, replace: bool = False) -> None:
    """Give a file that was written beside its target the target's name, at once and for good.

    Raises:
        FileExistsError: when the target is there already and may not be replaced.
    """
    sync_file(written)
    if replace:
        written.replace(target)
    else:
        target.hardlink_to(written)
    sync_folder(target.parent)


def write_whole(target: Path, data: bytes, replace: bool = False) -> None:
    """Write a file whole, readable by its owner only.

    Raises:
        FileExistsError: when it is there already and may not be replaced.
        OSError: when it cannot be written; nothing is left then.
    """
    with beside(target) as part:
        handle = os.open(part, os.O_WRONLY | os.O_CREAT | os.O_EXCL, OWNER_ONLY)
        with os.fdopen(handle, "wb") as file:
            file.write(data)
        put_in_place(part, target, replace)


def keep_private(path: Path) -> None:
    """Take everybody else's rights on a file away, where it is there and ours."""
    with contextlib.suppress(OSError):
        if path.stat().st_mode & 0o077:
            path.chmod(OWNER_ONLY)
