"""Photos of a run: taken in whole or not at all, made small, without what the camera wrote into them."""

from __future__ import annotations

import io
import secrets
import warnings
from pathlib import Path
from threading import Lock

from PIL import Image, ImageOps, UnidentifiedImageError

from lamplight.actions.entries import write_entry
from lamplight.core.errors import InvalidInput
from lamplight.core.words import optional, required
from lamplight.sight.actor import Actor
from lamplight.store.database import database, photo_folder
from lamplight.store.files import write_whole
from lamplight.store.models import ManualPage, Photo
from lamplight.store.runs import RunRow
from lamplight.store.sites import MachineRow
from lamplight.store.told import manual_bytes, manual_page_exists

MOST_BYTES = 12 * 1024 * 1024
# What decoding costs depends on the format: a plain JPEG is made small while it is read, the others stand in memory
# whole, a progressive one with the coefficients of every pixel.
MOST_MEGAPIXELS = {"JPEG": 110, "progressive JPEG": 16, "PNG": 12, "WEBP": 8}
LONGEST_SIDE = 1600
QUALITY = 82
# Many at once would cost many times the memory; the next one waits a second instead.
ONE_AT_A_TIME = Lock()


def shrunk(data: bytes) -> tuple[bytes, int, int]:
    """A picture made small and drawn anew, so that nothing but the picture is left; with its width and height.

    Raises:
        InvalidInput: when it is too large, or not a picture that can be read.
    """
    if len(data) > MOST_BYTES:
        raise InvalidInput("That photo is larger than 12 MB. Take it with a smaller size.")
    try:
        with ONE_AT_A_TIME, warnings.catch_warnings():
            warnings.simplefilter("ignore", Image.DecompressionBombWarning)  # ours is the tighter bound
            with Image.open(io.BytesIO(data), formats=("JPEG", "PNG", "WEBP")) as picture:
                return _redrawn(picture)
    except InvalidInput:
        raise
    except (UnidentifiedImageError, OSError, SyntaxError, ValueError, Image.DecompressionBombError) as problem:
        raise InvalidInput("That is not a photo that can be read: JPEG, PNG and WebP can.") from problem


def _redrawn(picture: Image.Image) -> tuple[bytes, int, int]:
    """Only its size is known so far; decoding begins when that is small enough."""
    # A phone's JPEG with a second picture behind the first calls itself otherwise, and costs the same.
    form = "progressive JPEG" if picture.info.get("progressive") else picture.format or ""
    most = MOST_MEGAPIXELS.get(form, MOST_MEGAPIXELS["JPEG"])
    if picture.width * picture.height > most * 1_000_000:
        raise InvalidInput(f"That photo has more than {most} million pixels. Take it with a smaller size.")
    longest = max(picture.size)
    picture.draft("RGB", (picture.width * LONGEST_SIDE // longest, picture.height * LONGEST_SIDE // longest))
    if picture.mode not in ("RGB", "L", "RGBA", "CMYK"):
        picture = picture.convert("RGB")
    picture.thumbnail((LONGEST_SIDE, LONGEST_SIDE))
    upright = ImageOps.exif_transpose(picture).convert("RGB")
    fresh = Image.new("RGB", upright.size)
    fresh.paste(upright)
    out = io.BytesIO()
    fresh.save(out, "JPEG", quality=QUALITY, optimize=True)
    return out.getvalue(), fresh.width, fresh.height


def add_photo(run: RunRow, data: bytes, title: str, actor: Actor) -> str:
    """Keep a photo with a run; answers its file name.

    Raises:
        InvalidInput: as `shrunk` does, or when the title is too long.
    """
    title = optional(title, "The title", 120)
    small, width, height = shrunk(data)
    name = f"{secrets.token_hex(12)}.jpg"
    folder = photo_folder()
    folder.mkdir(parents=True, exist_ok=True, mode=0o700)
    path = folder / name
    write_whole(path, small)
    state = run.state
    step = state.index if state.running and state.step is not None else None
    try:
        with database.atomic():
            words = f"Photo: {title or state.procedure.title}"
            entry = write_entry("photo", words, actor, run.machine_id)
            Photo.create(
                entry=entry, machine=run.machine_id, run=run.id, step=step, title=title, file=name, width=width,
                height=height, at=actor.now,
            )  # fmt: skip
    except BaseException:
        path.unlink(missing_ok=True)
        raise
    return name


def delete_photo_file(name: str) -> None:
    """Let go of a picture that is in the book no more; what is gone already is passed over."""
    (photo_folder() / Path(name).name).unlink(missing_ok=True)


def photo_path(name: str) -> Path | None:
    """Where a photo that is in the book lies; None where it is not."""
    if not Photo.select().where(Photo.file == name).exists():
        return None
    path = photo_folder() / name
    return path if path.is_file() else None


MEGABYTE = 1024 * 1024
MOST_BYTES_IN_ALL = 20 * MEGABYTE
PDF_BEGINS, PDF_ENDS = b"%PDF-", b"%%EOF"


def add_page(row: MachineRow, data: bytes, title: str, actor: Actor, most_bytes: int = MOST_BYTES_IN_ALL) -> str:
    """Hang a page of the manual on a machine; answers its file name. A photo is made small and drawn anew.

    Args:
        data: a JPEG, PNG, WebP or PDF.
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
