"""What a machine's counter says: readings, restarts, and drinks run only to clean.

A counter only ever counts up, until it restarts at zero or its board is swapped. Both are the same
fact, a restart: the old row of readings ends at ``before`` and a new one begins at ``after``.
"""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field, replace
from datetime import date, datetime
from functools import cached_property
from itertools import accumulate, pairwise
from typing import NamedTuple

from lamplight.core.errors import InvalidReading
from lamplight.core.moment import Moment
from lamplight.core.site.calendar import SiteCalendar, require_aware

HIGHEST_COUNT = 99_999_999


@dataclass(frozen=True)
class Reading:
    """A cumulative count seen at a moment.

    Args:
        at: when it was read, aware.
        value: the count, 0 to 99 999 999.
        seq: place within the second; see `lamplight.core.moment`. Two readings are one and the same without it.

    Raises:
        InvalidReading: for a naive time or a count out of range.
    """

    at: datetime
    value: int
    seq: int = field(default=0, compare=False)

    def __post_init__(self) -> None:
        require_aware(self.at, "A reading")
        if not 0 <= self.value <= HIGHEST_COUNT:
            raise InvalidReading(f"A counter shows 0 to {HIGHEST_COUNT:,}; {self.value:,} cannot be.")


@dataclass(frozen=True)
class Restart:
    """The counter went from ``before`` to ``after`` at a moment, nobody drinking in between.

    Args:
        at: when, aware.
        before: the last count of the old row, or None where nobody saw it.
        after: the first count of the new row, usually 0.
    """

    at: datetime
    before: int | None = None
    after: int = 0


@dataclass(frozen=True)
class CleaningDrinks:
    """Drinks that a cleaning added to the counter up to ``at``; nobody drank them.

    Attributes:
        at, count: when, and how many.
        seq: place within the second; see `lamplight.core.moment`.
    """

    at: datetime
    count: int
    seq: int = 0

    @property
    def moment(self) -> Moment:
        """When, with its place within the second."""
        return Moment(self.at, self.seq)


@dataclass(frozen=True)
class Interval:
    """What was drunk between two known points.

    Args:
        start, end: aware, start first.
        drinks: cleaning drinks taken off, 0 or more; None where the counter does not tell.
    """

    start: datetime
    end: datetime
    drinks: int | None


@dataclass(frozen=True)
class CounterBook:
    """The facts about one counter of one machine."""

    readings: tuple[Reading, ...] = ()
    restarts: tuple[Restart, ...] = ()
    cleaning: tuple[CleaningDrinks, ...] = ()

    @property
    def last_reading(self) -> Reading | None:
        """The latest reading, or None."""
        return max(self.readings, key=lambda reading: reading.at, default=None)

    @cached_property
    def intervals(self) -> tuple[Interval, ...]:
        """The gaps between successive readings, worked out once."""
        return coffee_intervals(self.readings, self.restarts, self.cleaning)

    def row_at(self, moment: datetime) -> tuple[Reading, ...]:
        """The readings of the row that a moment belongs to: between two restarts."""
        low = max((r.at for r in self.restarts if r.at <= moment), default=None)
        high = min((r.at for r in self.restarts if r.at > moment), default=None)
        inside = [r for r in self.readings if (low is None or r.at >= low) and (high is None or r.at < high)]
        opening = [Reading(r.at, r.after) for r in self.restarts if r.at == low]
        return tuple(sorted([*opening, *inside], key=lambda reading: (reading.at, reading.value)))

    def but(self, reading: Reading) -> CounterBook:
        """The same without one reading."""
        return replace(self, readings=tuple(other for other in self.readings if other != reading))

    def and_(self, readings: Iterable[Reading]) -> CounterBook:
        """The same with more readings, each once, by time."""
        every = sorted({*self.readings, *readings}, key=lambda reading: (reading.at, reading.value))
        return replace(self, readings=tuple(every))


ReadingLike = Reading | tuple[date | datetime, int]


def as_reading(given: ReadingLike, calendar: SiteCalendar) -> Reading:
    """A reading from a pair; a bare date means before opening on that date.

    Raises:
        InvalidReading: as `Reading` does.
    """
    if isinstance(given, Reading):
        return given
    at, value = given
    return Reading(at if isinstance(at, datetime) else calendar.opening(at), int(value))


def coffee_intervals(
    readings: Iterable[Reading],
    restarts: Iterable[Restart] = (),
    cleaning: Iterable[CleaningDrinks] = (),
) -> tuple[Interval, ...]:
    """The gaps between successive readings, in order of time, with the drinks in each.

    Args:
        readings: any order; of two at one moment the higher is kept last.
        restarts: a restart closes the row of readings before it and opens another.
        cleaning: taken off the gap in which they fell, never below 0.

    A gap whose counter runs backwards without a restart has unknown drinks (None), as has the
    stretch up to a restart whose last count nobody saw.
    """
    washed = sorted(cleaning, key=lambda run: run.moment)
    washed_at = [run.moment for run in washed]
    totals = [0, *accumulate(run.count for run in washed)]
    points = _row_points(readings, sorted(restarts, key=lambda fact: fact.at))
    gaps: list[Interval] = []
    for start, end in pairwise(points):
        if end.at == start.at:
            continue
        drinks: int | None = None
        if start.row == end.row and start.value is not None and end.value is not None and end.value >= start.value:
            cleaned = 0
            if washed:
                first, last = (bisect_right(washed_at, Moment(point.at, point.seq)) for point in (start, end))
                cleaned = totals[last] - totals[first]
            drinks = max(0, end.value - start.value - cleaned)
        gaps.append(Interval(start.at, end.at, drinks))
    return tuple(gaps)


class _Point(NamedTuple):
    """What a counter showed at a moment: the number of its row, its count or None where nobody saw it, its place.

    A tuple, since there are thousands of them in the book of a year.
    """

    at: datetime
    row: int
    value: int | None
    seq: int = 0


def _row_points(readings: Iterable[Reading], restarts: Sequence[Restart]) -> list[_Point]:
    """Readings, with two points at each restart, in order."""
    began = [restart.at for restart in restarts]
    points = [
        _Point(reading.at, bisect_right(began, reading.at) if began else 0, reading.value, reading.seq)
        for reading in readings
    ]
    for row, restart in enumerate(restarts):
        points += [_Point(restart.at, row, restart.before), _Point(restart.at, row + 1, restart.after)]
    return sorted(points, key=lambda point: (point.at, point.row, -1 if point.value is None else point.value))


def backwards_pairs(
    readings: Iterable[Reading], restarts: Iterable[Restart] = ()
) -> tuple[tuple[Reading, Reading], ...]:
    """Neighbouring readings of one row whose count falls, or that differ at one moment."""
    points = _row_points(readings, sorted(restarts, key=lambda fact: fact.at))
    return tuple(
        (Reading(start.at, start.value), Reading(end.at, end.value))
        for start, end in pairwise(points)
        if start.row == end.row and start.value is not None and end.value is not None
        if end.value < start.value or (start.at == end.at and end.value != start.value)
    )
