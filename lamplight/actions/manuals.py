"""Pages of a machine's manual: photos and PDFs, taken in whole or not at all, bounded in all."""

from __future__ import annotations

import secrets
from pathlib import Path

from lamplight.actions.entries import write_entry
from lamplight.actions.photos import shrunk
from lamplight.core.errors import InvalidInput
from lamplight.core.texts import required
from lamplight.sight.actor import Actor
from lamplight.store.database import database, photo_folder
from lamplight.store.files import write_whole
from lamplight.store.models import ManualPage
from lamplight.store.sites import MachineRow
from lamplight.store.told import manual_bytes, manual_page_exists

MEGABYTE = 1024 * 1024
MOST_BYTES_IN_ALL = 20 * MEGABYTE
PDF_BEGINS, PDF_ENDS = b"%PDF-", b"%%EOF"


def add_page(row: MachineRow, data: bytes, title: str, actor: Actor, most_bytes: int = MOST_BYTES_IN_ALL) -> str:
    """Hang a page of the manual on a machine; answers its file name. A photo is made small and drawn anew.

    Args:
        row: the machine.
        data: a JPEG, PNG, WebP or PDF.
        title: what it shows.
        actor: whose.
        most_bytes: that all pages of all machines may take.

    Raises:
        InvalidInput: when it is none of these, too large, or has no title.
    """
    title = required(title, "What the page shows", 120, "title")
    is_pdf = data.startswith(PDF_BEGINS)
    if is_pdf and PDF_ENDS not in data[-2048:]:
        raise InvalidInput("That PDF is not whole. Save it again and choose it once more.")
    kept, width, height = (data, 0, 0) if is_pdf else shrunk(data)
    name = f"{secrets.token_hex(12)}.{'pdf' if is_pdf else 'jpg'}"
    path = photo_folder() / name
    try:
        with database.atomic():
            left = most_bytes - manual_bytes()
            if len(kept) > left:
                raise InvalidInput(
                    f"That page takes {len(kept) / MEGABYTE:.1f} MB, and {max(0, left) / MEGABYTE:.1f} MB are left for "
                    "pages of manuals. Undo one in the log, or take a smaller one."
                )
            photo_folder().mkdir(parents=True, exist_ok=True, mode=0o700)
            write_whole(path, kept)
            entry = write_entry("manual", f"Page of the manual: {title}", actor, row.id)
            ManualPage.create(
                entry=entry, machine=row.id, title=title, file=name, bytes=len(kept), width=width, height=height,
                at=actor.now,
            )  # fmt: skip
    except BaseException:
        path.unlink(missing_ok=True)
        raise
    return name


def page_path(name: str) -> Path | None:
    """Where a page that hangs on a machine lies; None where it does not."""
    if not manual_page_exists(name):
        return None
    path = photo_folder() / name
    return path if path.is_file() else None
