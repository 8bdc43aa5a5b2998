"""Quantities that triggers count: drinks, pucks, milk drinks and litres.

A meter is a line of drinks and a size: so many units to a drink, and so many on each open day whatever is drunk
(rinses at switching on and off). Where the machine has a counter of its own for it, that counter's readings are exact,
and between and after them the meter follows the drinks: a counter that was read once stands for its moment and
freezes nothing.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from datetime import datetime
from functools import cached_property

from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.timeline import Timeline
from lamplight.core.usage.counters import CounterBook, Interval
from lamplight.core.usage.cumulative import CumulativeCount
from lamplight.core.usage.forecast import Ahead
from lamplight.core.usage.passage import Passage
from lamplight.core.usage.usage import Usage

# A counter's own share of the drinks counts against the kind's as if that had been seen over so many units; ours, no
# source.
SHARE_WEIGHT = 30.0


@dataclass(frozen=True)
class Size:
    """What a count stands for.

    Attributes:
        per_count: units to a count, above 0.
        per_open_day: units on each open day besides, 0 or more.
    """

    per_count: float = 1.0
    per_open_day: float = 0.0


@dataclass(frozen=True)
class Meter:
    """One quantity of one machine.

    Attributes:
        unit: its words, such as ``milk drinks`` or ``L``.
        cumulative: the counts beneath, with their usage and calendar.
        per_count: units to a count, above 0.
        per_open_day: units on each open day besides, 0 or more.
        extras: units that programmes took, by moment.
        how: how it is estimated, in a sentence; empty where it is read off a counter.
        earlier: until when other sizes held, oldest first.
        known_until: until when the line that this one follows was read, where it follows one.
    """

    unit: str
    cumulative: CumulativeCount
    per_count: float = 1.0
    per_open_day: float = 0.0
    extras: tuple[tuple[datetime, float], ...] = ()
    how: str = ""
    earlier: tuple[tuple[datetime, Size], ...] = ()
    known_until: datetime | None = field(default=None)

    @property
    def calendar(self) -> SiteCalendar:
        """The machine's calendar."""
        return self.cumulative.calendar

    @property
    def last(self) -> datetime | None:
        """The latest moment up to which it rests on a reading."""
        read = [moment for moment in (self.cumulative.last, self.known_until) if moment is not None]
        return max(read, default=None)

    @property
    def plain(self) -> bool:
        """Whether it is the counter's own line, a unit to a count."""
        return self.per_count == 1 and not self.per_open_day and not self.earlier and not self.how

    def _open_days(self, moment: datetime) -> float:
        return self.calendar.open_clock(moment)

    def between(self, start: datetime, end: datetime) -> float:
        """Units between two moments, 0 or more."""
        if end <= start:
            return 0.0
        if self.earlier:
            sizes = Timeline(Size(self.per_count, self.per_open_day), self.earlier).stretches(start, end)
            counted = sum(self._counted(begin, until, size) for begin, until, size in sizes)
        else:
            counted = self._counted(start, end, self)
        return max(0.0, counted) + sum(amount for at, amount in self.extras if start < at <= end)

    def _counted(self, start: datetime, end: datetime, size: Size | Meter) -> float:
        counted = (self.cumulative.position(end) - self.cumulative.position(start)) * size.per_count
        if size.per_open_day:
            counted += size.per_open_day * (self._open_days(end) - self._open_days(start))
        return counted

    @cached_property
    def usage(self) -> Usage:
        """Usage in counts, with the open days' share in counts on top."""
        usage = self.cumulative.usage
        if not self.per_open_day or not usage.known:
            return usage
        extra = self.per_open_day / self.per_count
        rates = (rate + extra * self.calendar.weekday_open(day) for day, rate in enumerate(usage.rates))
        return replace(usage, rates=tuple(rates))

    def forecast(self, remaining: float, start: datetime) -> Passage:
        """When so many units more are used up, counted from a moment."""
        asked = remaining, start
        if asked not in self._passages:
            if start not in self._ahead:
                self._ahead[start] = Ahead(self.usage, self.calendar, start)
            self._passages[asked] = self._ahead[start].passage(remaining / self.per_count)
        return self._passages[asked]

    @cached_property
    def _ahead(self) -> dict[datetime, Ahead]:
        """The days ahead from each moment that was asked for: every limit from there shares them."""
        return {}

    @cached_property
    def _passages(self) -> dict[tuple[float, datetime], Passage]:
        """What was asked for: all day long the same, since a passage rests on readings and not on the hour."""
        return {}

    def mean_per_open_day(self) -> float:
        """Units on an average working day of the week, 0 or more."""
        return self._mean(self.usage.rates) * self.per_count

    def mean_error(self) -> float:
        """Standard error of that mean, in units, 0 or more; over-dispersion of the days included."""
        days = self._averaged
        variance = sum(
            days[a] * days[b] * self.usage.covariance[a][b] for a in range(7) for b in range(7) if days[a] and days[b]
        )
        return float((max(0.0, variance) * self.usage.overdispersion) ** 0.5) * self.per_count

    def _mean(self, rates: Sequence[float]) -> float:
        return sum(rate * share for rate, share in zip(rates, self._averaged, strict=True))

    @cached_property
    def _averaged(self) -> tuple[float, ...]:
        """The share of each weekday in an average working day; of every day where there is none."""
        works = [self.calendar.weekday_open(day) for day in range(7)]
        return tuple(works[day] / sum(works) if any(works) else 1 / 7 for day in range(7))


def following(unit: str, facts: CounterBook, leader: Meter) -> Meter:
    """The meter of a counter that is read beside another one: exact where it was read, and else led by the other.

    Its share of the leader is learned where both are known, and leans on the leader's own size.

    Args:
        facts: its own readings, one at least.
        leader: an estimate of the same quantity from the drinks; their usage is known.
    """
    share = _own_share(facts.intervals, leader)
    read = [reading.at for reading in facts.readings]
    own = replace(
        leader.cumulative,
        intervals=facts.intervals,
        usage=_scaled(leader.usage, share * leader.per_count),
        single=None if facts.intervals else max(read),
        pace=lambda start, end: share * leader.between(start, end),
    )
    return Meter(unit, own, known_until=leader.last)


def _own_share(intervals: Sequence[Interval], leader: Meter) -> float:
    """How much a counter moves for each unit of its leader."""
    counted = led = 0.0
    for gap in intervals:
        if gap.drinks is not None:
            counted, led = counted + gap.drinks, led + leader.between(gap.start, gap.end)
    return (counted + SHARE_WEIGHT) / (led + SHARE_WEIGHT)


def _scaled(usage: Usage, share: float) -> Usage:
    """The same usage in units of which so many go to a count."""
    return replace(
        usage,
        rates=tuple(rate * share for rate in usage.rates),
        covariance=tuple(tuple(cell * share**2 for cell in row) for row in usage.covariance),
        standard_errors=tuple(None if error is None else error * share for error in usage.standard_errors),
    )
