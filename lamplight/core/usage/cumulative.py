"""How many drinks a machine has made between any two moments.

The line runs through the readings: exact at each, shared out by usage between them, and carried on
by usage before the first and after the last. Every "since" in Lamplight is a difference on it.
"""

from __future__ import annotations

from bisect import bisect_left, bisect_right
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from datetime import UTC, datetime, timedelta
from functools import cached_property
from itertools import accumulate

from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.usage.counters import CounterBook, Interval
from lamplight.core.usage.usage import Usage

POSITIONS_KEPT = 5_000
# From here drinks are counted where nothing was ever read: any moment would do.
LONG_AGO = datetime(2000, 1, 1, tzinfo=UTC)


@dataclass(frozen=True)
class Count:
    """A number of drinks.

    Attributes:
        drinks: 0 or more.
        estimated: False only where both ends are readings and nothing between was guessed.
    """

    drinks: float
    estimated: bool


@dataclass(frozen=True)
class CumulativeCount:
    """The drinks of one machine over time.

    Args:
        intervals: successive gaps between readings, in order, without holes.
        usage: fitted rates.
        calendar: the site's opening days.
        single: the one moment that is known where there is only one reading.
        pace: counts to expect between two moments; by usage where none is given.
    """

    intervals: tuple[Interval, ...]
    usage: Usage
    calendar: SiteCalendar
    single: datetime | None = None
    pace: Callable[[datetime, datetime], float] | None = field(default=None, compare=False)

    @cached_property
    def _moments(self) -> Sequence[datetime]:
        if not self.intervals:
            return [self.single] if self.single else []
        return [self.intervals[0].start, *(gap.end for gap in self.intervals)]

    @cached_property
    def _totals(self) -> Sequence[float]:
        return list(accumulate((self._drinks_in(gap) for gap in self.intervals), initial=0.0))

    @cached_property
    def _guesses_before(self) -> Sequence[int]:
        """How many gaps of unknown drinks lie before each moment."""
        return list(accumulate((gap.drinks is None for gap in self.intervals), initial=0))

    def _expected(self, start: datetime, end: datetime) -> float:
        return self.pace(start, end) if self.pace else self.usage.expected(self.calendar, start, end)

    def _drinks_in(self, gap: Interval) -> float:
        return float(gap.drinks) if gap.drinks is not None else self._expected(gap.start, gap.end)

    @property
    def first(self) -> datetime | None:
        """The earliest moment at which the counter is known."""
        return self._moments[0] if self._moments else None

    @property
    def last(self) -> datetime | None:
        """The latest moment at which the counter is known."""
        return self._moments[-1] if self._moments else None

    def position(self, moment: datetime) -> float:
        """Drinks since the first reading, negative before it; where nothing was read, those to expect by usage alone.

        Only differences mean anything.
        """
        if not self._moments:
            return self.usage.expected(self.calendar, LONG_AGO, moment)
        place = self._positions.get(moment)
        if place is None:
            if len(self._positions) >= POSITIONS_KEPT:
                self._positions.clear()
            place = self._positions[moment] = self._place(moment)
        return place

    def _place(self, moment: datetime) -> float:
        if moment <= self._moments[0]:
            return -self._expected(moment, self._moments[0])
        if moment >= self._moments[-1]:
            return self._totals[-1] + self._expected(self._moments[-1], moment)
        index = bisect_right(self._moments, moment) - 1
        gap = self.intervals[index]
        return self._totals[index] + self._drinks_in(gap) * self._share(gap, moment)

    @cached_property
    def _positions(self) -> dict[datetime, float]:
        """Positions that were asked for: every rule of a machine asks for now, and for when something was done."""
        return {}

    def _share(self, gap: Interval, moment: datetime) -> float:
        """The share of a gap's drinks drawn by ``moment``: by usage, else by the clock."""
        whole = self._expected(gap.start, gap.end)
        if whole > 0:
            return self._expected(gap.start, moment) / whole
        return (moment - gap.start) / (gap.end - gap.start)

    def between(self, start: datetime, end: datetime) -> Count:
        """Drinks between two moments; 0 when ``end`` does not lie after ``start``."""
        if end <= start:
            return Count(0.0, False)
        exact = self._is_reading(start) and self._is_reading(end)
        if exact:
            low, high = self._index(start), self._index(end)
            exact = self._guesses_before[low] == self._guesses_before[high]
        return Count(max(0.0, self.position(end) - self.position(start)), not exact)

    def _index(self, moment: datetime) -> int:
        return bisect_left(self._moments, moment)

    def _is_reading(self, moment: datetime) -> bool:
        index = self._index(moment)
        return index < len(self._moments) and self._moments[index] == moment

    def moment_at(self, position: float, ahead: bool = False) -> datetime | None:
        """The moment at which the line had a position, in UTC, so that hours from there on are real hours.

        Args:
            position: drinks since the first reading.
            ahead: whether to look past the last reading too, by usage; else that is the latest.

        None without readings or usage, or where it lies more than three years off.
        """
        if self.first is None:
            return None
        if ahead and position > self._totals[-1]:
            found = self._walked(self._moments[-1], position - self._totals[-1])
        else:
            found = self._moment_within(position) if position >= 0 else self._walked_back(self.first, -position)
        return found.astimezone(UTC) if found else None

    def _walked_back(self, end: datetime, drinks: float) -> datetime | None:
        """From when on so many drinks by usage are drawn up to a moment, evenly over opening hours."""
        if self.usage.week_total <= 0:
            return None
        day, drunk = self.calendar.today(end), self.calendar.share_drunk(end)
        for _ in range(3 * 366):
            rate = 0.0 if day in self.calendar.closures else self.usage.rates[day.weekday()]
            if rate > 0 and drinks <= rate * drunk:
                opening, closing = self.calendar.opening(day), self.calendar.closing(day)
                return min(end, opening + (drunk - drinks / rate) * (closing - opening))
            drinks -= rate * drunk
            day, drunk = day - timedelta(days=1), 1.0
        return None

    def _walked(self, start: datetime, drinks: float) -> datetime | None:
        """When so many drinks by usage are drawn after a moment, evenly over opening hours."""
        if self.usage.week_total <= 0:
            return None
        day, drunk = self.calendar.today(start), self.calendar.share_drunk(start)
        for _ in range(3 * 366):
            rate = 0.0 if day in self.calendar.closures else self.usage.rates[day.weekday()]
            if rate > 0 and drinks <= rate * (1.0 - drunk):
                opening, closing = self.calendar.opening(day), self.calendar.closing(day)
                return max(start, opening + (drunk + drinks / rate) * (closing - opening))
            drinks -= rate * (1.0 - drunk)
            day, drunk = day + timedelta(days=1), 0.0
        return None

    def _moment_within(self, position: float) -> datetime:
        """Inside the gap where the position falls, by usage; the last reading at most."""
        index = bisect_right(self._totals, position) - 1
        if index >= len(self.intervals):
            return self._moments[-1]
        gap = self.intervals[index]
        share = (position - self._totals[index]) / (self._totals[index + 1] - self._totals[index])
        whole = self._expected(gap.start, gap.end)
        walked = self._walked(gap.start, share * whole) if whole > 0 and share > 0 else None
        return min(gap.end, walked or gap.start + (gap.end - gap.start) * share)


def cumulative_of(facts: CounterBook, usage: Usage, calendar: SiteCalendar) -> CumulativeCount:
    """The line of counts through a counter's readings."""
    single = facts.readings[0].at if facts.readings and not facts.intervals else None
    return CumulativeCount(facts.intervals, usage, calendar, single)
