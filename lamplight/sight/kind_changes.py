"""What would move if a kind were changed: asked before it is saved."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime

from lamplight.core.assess import assess
from lamplight.core.machine.book import MachineBook
from lamplight.core.machine.kind import Kind
from lamplight.store.books import books
from lamplight.store.sites import SiteRow, machines


@dataclass(frozen=True)
class Moved:
    """One item of one machine whose status or date would be another.

    Attributes:
        before, after: likely dates; None for no date, also where the item is not there.
    """

    machine: str
    item: str
    before: date | None
    after: date | None
    status_before: str
    status_after: str


def moved_dates(site: SiteRow, old: Kind, new: Kind, now: datetime) -> list[Moved]:
    """Everything that moves on the machines of a kind, by machine and item."""
    concerned = [row for row in machines(site.id) if row.kind == old.key]
    known = books([row.id for row in concerned])
    moves = []
    for row in concerned:
        book = known.get(row.id, MachineBook())
        before = {due.item.key: due for due in assess(book, old, site.calendar_of(row.id), now).dues}
        after = {due.item.key: due for due in assess(book, new, site.calendar_of(row.id), now).dues}
        for key in sorted({*before, *after}):
            was, becomes = before.get(key), after.get(key)
            given = was or becomes
            assert given is not None
            moved = Moved(
                row.name, given.item.title, was.likely if was else None, becomes.likely if becomes else None,
                was.status.word if was else "not there", becomes.status.word if becomes else "not there",
            )  # fmt: skip
            if (moved.before, moved.status_before) != (moved.after, moved.status_after):
                moves.append(moved)
    return moves
