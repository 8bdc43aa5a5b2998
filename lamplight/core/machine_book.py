"""Everything written down about one machine, and what follows from it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from datetime import datetime, timedelta
from functools import cached_property

from lamplight.core.calendar import SiteCalendar
from lamplight.core.care import CareItem, Due, LastDone, Outlook, Status, judge_all
from lamplight.core.counters import CleaningDrinks, Reading, Restart, coffee_intervals
from lamplight.core.drink_line import DrinkLine
from lamplight.core.kind import Kind
from lamplight.core.usage import MEMORY_HALF_LIFE_DAYS, Usage, fit_usage


@dataclass(frozen=True)
class DoneFact:
    """An item was done: at a moment, or when the counter stood at a value, or both."""

    item: str
    at: datetime | None = None
    value: int | None = None


@dataclass(frozen=True)
class LimitChange:
    """The keeper's own limit for one trigger of one item, and why."""

    item: str
    trigger: str
    limit: int
    reason: str = ""


@dataclass(frozen=True)
class MachineBook:
    """The facts about one machine.

    Attributes:
        readings, restarts, cleaning: of its drinks counter.
        done: every time an item was done or declared done.
        limits: the keeper's own limits; of several for one trigger the last holds.
        guess_per_day: the keeper's guess of drinks on an open day, or None.
    """

    readings: tuple[Reading, ...] = ()
    restarts: tuple[Restart, ...] = ()
    cleaning: tuple[CleaningDrinks, ...] = ()
    done: tuple[DoneFact, ...] = ()
    limits: tuple[LimitChange, ...] = ()
    guess_per_day: float | None = None

    @property
    def last_reading(self) -> Reading | None:
        """The latest reading, or None."""
        return max(self.readings, key=lambda reading: reading.at, default=None)

    def row_at(self, moment: datetime) -> tuple[Reading, ...]:
        """The readings of the row that a moment belongs to: between two restarts."""
        ended = [r.at for r in self.restarts if r.at <= moment]
        following = [r.at for r in self.restarts if r.at > moment]
        low, high = max(ended, default=None), min(following, default=None)
        inside = [r for r in self.readings if (low is None or r.at >= low) and (high is None or r.at < high)]
        opening = [Reading(r.at, r.after) for r in self.restarts if r.at == low]
        return tuple(sorted([*opening, *inside], key=lambda reading: (reading.at, reading.value)))


@dataclass(frozen=True)
class Assessment:
    """What follows from a book at a moment.

    Attributes:
        usage: drinks a day by weekday.
        outlook: the line of drinks with its calendar and the present.
        dues: every item, most urgent first.
    """

    usage: Usage
    outlook: Outlook
    dues: tuple[Due, ...]
    book: MachineBook = field(repr=False)

    @property
    def line(self) -> DrinkLine:
        """The drinks over time."""
        return self.outlook.line

    @property
    def status(self) -> Status:
        """Of the most urgent item; clear where there is none."""
        return max((due.status for due in self.dues), default=Status.CLEAR)

    def due(self, item_key: str) -> Due | None:
        """Where one item stands, or None where the machine has no such item."""
        return next((due for due in self.dues if due.item.key == item_key), None)

    @cached_property
    def expected_reading(self) -> int | None:
        """What the counter should show now; None without a reading."""
        last = self.book.last_reading
        if last is None:
            return None
        since = [r for r in self.book.restarts if r.at > last.at]
        start, value = (since[-1].at, since[-1].after) if since else (last.at, last.value)
        cleaned = sum(run.count for run in self.book.cleaning if run.at > start)
        return round(value + self.line.between(start, self.outlook.now).drinks) + cleaned

    def mean_per_open_day(self) -> float:
        """Drinks on an average working day of the week, 0 or more."""
        calendar = self.outlook.calendar
        rates = [rate for day, rate in enumerate(self.usage.rates) if calendar.weekday_open(day)]
        return sum(rates) / len(rates) if rates else sum(self.usage.rates) / 7


def usage_of(book: MachineBook, calendar: SiteCalendar, now: datetime) -> Usage:
    """Usage as Lamplight fits it: readings up to now, recent weeks weighing more."""
    return fit_usage(
        book.readings, calendar, now, MEMORY_HALF_LIFE_DAYS,
        guess_per_day=book.guess_per_day, restarts=book.restarts, cleaning=book.cleaning,
    )  # fmt: skip


def drink_line(book: MachineBook, usage: Usage, calendar: SiteCalendar) -> DrinkLine:
    """The line of drinks through a book's readings."""
    intervals = coffee_intervals(book.readings, book.restarts, book.cleaning)
    known = [reading.at for reading in book.readings]
    return DrinkLine(intervals, usage, calendar, known[0] if known and not intervals else None)


def own_items(items: Sequence[CareItem], limits: Sequence[LimitChange]) -> tuple[CareItem, ...]:
    """A kind's items with the keeper's own limits in place."""
    own = {(change.item, change.trigger): change.limit for change in limits}
    return tuple(
        replace(
            item,
            triggers=tuple(
                replace(trigger, limit=own.get((item.key, trigger.key), trigger.limit)) for trigger in item.triggers
            ),
        )
        for item in items
    )


def last_done(book: MachineBook, line: DrinkLine) -> dict[str, LastDone]:
    """The latest time each item was done, by item key."""
    latest: dict[str, tuple[datetime, LastDone]] = {}
    for fact in book.done:
        found = _placed(fact, book, line)
        if found and (fact.item not in latest or found[0] >= latest[fact.item][0]):
            latest[fact.item] = found
    return {key: done for key, (_, done) in latest.items()}


def _placed(fact: DoneFact, book: MachineBook, line: DrinkLine) -> tuple[datetime, LastDone] | None:
    """A fact with the moment that orders it."""
    if fact.at is not None:
        return fact.at, LastDone(at=fact.at)
    first = min(book.readings, key=lambda reading: reading.at, default=None)
    if fact.value is None or first is None or line.first is None:
        return None
    position = float(fact.value - first.value)
    placed = line.moment_at(position) or line.first - timedelta(days=3 * 366)
    return placed, LastDone(position=position)


def assess(book: MachineBook, kind: Kind, calendar: SiteCalendar, now: datetime) -> Assessment:
    """Usage, line and every due of one machine at ``now``."""
    usage = usage_of(book, calendar, now)
    line = drink_line(book, usage, calendar)
    outlook = Outlook(line, usage, calendar, now)
    items = own_items(kind.items, book.limits)
    return Assessment(usage, outlook, judge_all(items, last_done(book, line), outlook), book)
