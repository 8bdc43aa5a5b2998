"""What was read and worked out lately, kept in memory for as long as what it rests on stays as it is.

Nothing here is a fact: all of it can be dropped at any time and comes back slower.
"""

from __future__ import annotations

from collections.abc import Callable
from datetime import datetime
from typing import Any, TypeVar

from lamplight.core.assess import DayBasis, MachineStatus, day_basis, status_at
from lamplight.core.machine.book import MachineBook
from lamplight.core.machine.kind import Kind
from lamplight.core.site.calendar import SiteCalendar
from lamplight.store.book_state import machine_states
from lamplight.store.books import books

Answer = TypeVar("Answer")
_LATELY: dict[str, tuple[object, Any]] = {}
_BOOKS: dict[int, tuple[object, MachineBook]] = {}
_WORKS: dict[int, tuple[tuple[object, ...], DayBasis]] = {}
_ASSESSED: dict[int, tuple[DayBasis, datetime, MachineStatus]] = {}


def forget() -> None:
    """Drop everything, as at the start of the program."""
    for kept in (_LATELY, _BOOKS, _WORKS, _ASSESSED):
        kept.clear()


def minute(now: datetime) -> datetime:
    """The minute in which an answer stays good."""
    return now.replace(second=0, microsecond=0)


def lately(name: str, rests_on: object, work: Callable[[], Answer]) -> Answer:
    """The last answer of that name, worked out anew when what it rests on is another."""
    last = _LATELY.get(name)
    if last is None or last[0] != rests_on:
        last = _LATELY[name] = (rests_on, work())
    return last[1]


def cached_books() -> dict[int, MachineBook]:
    """The book of every machine; only those are read again in which something was written or undone."""
    states = machine_states()
    stale = [key for key, state in states.items() if key not in _BOOKS or _BOOKS[key][0] != state]
    if stale:
        read = books(stale if len(stale) < len(states) else None)
        _BOOKS.update({key: (states[key], read[key]) for key in stale if key in read})
    return {key: _BOOKS[key][1] for key in states if key in _BOOKS}


def assessed(machine_id: int, book: MachineBook, kind: Kind, calendar: SiteCalendar, now: datetime) -> MachineStatus:
    """As `assess`: a book is worked out once a day and judged once a minute while it stays as it is."""
    rests_on = (book, kind, calendar, calendar.today(now))
    work = _WORKS.get(machine_id)
    if work is None or not _same(work[0], rests_on):
        work = _WORKS[machine_id] = (rests_on, day_basis(book, kind, calendar, rests_on[-1]))
    judged = _ASSESSED.get(machine_id)
    if judged is None or judged[0] is not work[1] or judged[1] != minute(now):
        judged = _ASSESSED[machine_id] = (work[1], minute(now), status_at(work[1], now))
    return judged[2]


def _same(kept: tuple[object, ...], asked: tuple[object, ...]) -> bool:
    """Whether all parts are one and the same, or at least equal; the first is seen at a glance."""
    return all(a is b or a == b for a, b in zip(kept, asked, strict=True))
