"""The sticker of a machine: its opaque token, renewed when it got into wrong hands."""

from __future__ import annotations

import secrets

from lamplight.actions.entries import write_entry
from lamplight.core.errors import InvalidInput
from lamplight.sight.actor import Actor
from lamplight.store.database import database
from lamplight.store.guests import StickerRow, stickers
from lamplight.store.models import StickerVersion
from lamplight.store.sites import MachineRow

# 96 bits: nobody guesses it at a few tries a minute, and the code stays coarse enough for an old phone.
TOKEN_BYTES = 12


def renew_sticker(row: MachineRow, actor: Actor, photos: bool | None = None) -> StickerRow:
    """Give a machine a sticker, or another one: whoever scans the one before learns nothing any more.

    Args:
        photos: whether a photo may be sent; as before where it is None.
    """
    known = stickers().get(row.id)
    allowed = photos if photos is not None else bool(known and known.photos)
    words = f"Sticker of {row.name} {'renewed' if known else 'made'}"
    return _write(row, secrets.token_urlsafe(TOKEN_BYTES), allowed, words, actor)


def allow_photos(row: MachineRow, allowed: bool, actor: Actor) -> StickerRow:
    """Whether whoever scans the sticker may send a photo.

    Raises:
        InvalidInput: where the machine has no sticker.
    """
    known = _known(row)
    words = f"Photos by guests at {row.name} {'allowed' if allowed else 'not allowed any more'}"
    return _write(row, known.token, allowed, words, actor)


def end_sticker(row: MachineRow, actor: Actor) -> None:
    """Let the sticker of a machine lead nowhere.

    Raises:
        InvalidInput: where it has none.
    """
    _known(row)
    with database.atomic():
        entry = write_entry("sticker", f"Sticker of {row.name} ended", actor, row.id)
        StickerVersion.create(entry=entry, machine=row.id, token=None)


def _known(row: MachineRow) -> StickerRow:
    known = stickers().get(row.id)
    if known is None:
        raise InvalidInput(f"{row.name} has no sticker. Make one first.")
    return known


def _write(row: MachineRow, token: str, photos: bool, words: str, actor: Actor) -> StickerRow:
    with database.atomic():
        entry = write_entry("sticker", words, actor, row.id)
        StickerVersion.create(entry=entry, machine=row.id, token=token, photos=photos)
    return StickerRow(row.id, token, photos)
