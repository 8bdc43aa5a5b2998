"""What was said of machines that only their manuals can know, as core objects; and pages of those manuals."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Collection
from dataclasses import dataclass
from datetime import datetime
from functools import cache
from typing import Any

from pydantic import TypeAdapter

from lamplight.core.machine.programme import Use
from lamplight.core.machine.told import CallPlace, Telling, Told, WordTold
from lamplight.store.live import facts_of
from lamplight.store.models import ManualPage, ProgrammeTold, WordsTold
from lamplight.store.models.base import Entry
from lamplight.store.sites import keepers


@cache
def _adapter(model: type) -> TypeAdapter:
    return TypeAdapter(model)


def use_as_data(use: Use) -> dict[str, Any]:
    """A call as plain data; what is as usual is left out."""
    return _adapter(Use).dump_python(use, mode="json", exclude_defaults=True)


def place_as_data(place: CallPlace | None) -> dict[str, Any] | None:
    """A place as plain data."""
    return None if place is None else {"use": use_as_data(place.use), "nth": place.nth}


def _use(data: dict[str, Any]) -> Use:
    return _adapter(Use).validate_python(data)


def _place(data: dict[str, Any] | None) -> CallPlace | None:
    return None if data is None else CallPlace(_use(data["use"]), data["nth"])


def told_by_machine(
    machine_ids: Collection[int] | None = None,
) -> tuple[dict[int, tuple[Told, ...]], dict[int, tuple[WordTold, ...]]]:
    """What was said of each machine's programmes, and its words, in order; two queries, a third where there is any."""
    programmes, words = facts_of(ProgrammeTold, machine_ids), facts_of(WordsTold, machine_ids)
    if not programmes and not words:
        return {}, {}
    initials = {keeper.id: keeper.initials for keeper in keepers(active_only=False)}
    told: dict[int, tuple[Told, ...]] = defaultdict(tuple)
    for row in programmes:
        calls = tuple(_use(data) for data in row.calls)
        who, at = initials.get(row.entry.keeper_id, ""), row.entry.at
        one = Told(row.programme, Telling(row.telling), _place(row.place), calls, who, at, row.entry_id)
        told[row.machine_id] += (one,)
    said: dict[int, tuple[WordTold, ...]] = defaultdict(tuple)
    for row in words:
        who = initials.get(row.entry.keeper_id, "")
        said[row.machine_id] += (WordTold(row.name, row.text, who, row.entry.at, row.entry_id),)
    return dict(told), dict(said)


@dataclass(frozen=True)
class PageRow:
    """A page of a manual.

    Attributes:
        id, entry_id: its own, and its line in the log.
        title: what it shows.
        file: its name in the folder of photos.
        size: bytes.
        width, height: of a picture, pixels; 0 for a PDF.
        at: when it was taken in.
    """

    id: int
    entry_id: int
    title: str
    file: str
    size: int
    width: int
    height: int
    at: datetime

    @property
    def is_pdf(self) -> bool:
        """Whether it is a PDF and no picture."""
        return self.file.endswith(".pdf")


def manual_pages(machine_id: int) -> list[PageRow]:
    """The pages that hang on a machine, oldest first."""
    return [
        PageRow(row.id, row.entry_id, row.title, row.file, row.bytes, row.width, row.height, row.at)
        for row in facts_of(ManualPage, [machine_id])
    ]


def manual_bytes() -> int:
    """Bytes of all pages of all machines that hang there."""
    rows = ManualPage.select().join(Entry).where(Entry.undone_at.is_null())
    return sum(row.bytes for row in rows)


def manual_page_exists(file: str) -> bool:
    """Whether a page of that file is in the book."""
    return ManualPage.select().join(Entry).where(ManualPage.file == file, Entry.undone_at.is_null()).exists()
