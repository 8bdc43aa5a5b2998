"""Photos as they stand in the book."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass
from datetime import datetime

from lamplight.store.models import Entry, ManualPage, Photo


@dataclass(frozen=True)
class PhotoRow:
    """A photo; the entry is what undoing names."""

    entry_id: int
    run_id: int | None
    step: int | None
    title: str
    file: str
    width: int
    height: int
    at: datetime


def photos_of_runs(run_ids: Collection[int]) -> dict[int, list[PhotoRow]]:
    """Photos that were not undone, by run, oldest first."""
    rows = (
        Photo.select()
        .join(Entry, on=Photo.entry)
        .where(Photo.run.in_(list(run_ids)), Entry.undone_at.is_null())
        .order_by(Photo.id)
    )
    photos: dict[int, list[PhotoRow]] = {}
    for row in rows:
        photos.setdefault(row.run_id, []).append(
            PhotoRow(row.entry_id, row.run_id, row.step, row.title, row.file, row.width, row.height, row.at)
        )
    return photos


def machine_of_picture(name: str) -> int | None:
    """The machine on which a photo, or a page of its manual, hangs; None where it is in no book."""
    for model in (Photo, ManualPage):
        found: int | None = model.select(model.machine).where(model.file == name).tuples().scalar()
        if found is not None:
            return found
    return None
