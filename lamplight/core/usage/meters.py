"""Quantities that triggers count: drinks, milk drinks and litres, read or estimated.

A meter is a cumulative count and a size: so many units to a count, and so many on each open day
whatever is drunk (rinses at switching on and off).
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from datetime import datetime
from functools import cached_property

from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.usage.cumulative import CumulativeCount
from lamplight.core.usage.passage import Ahead, Passage
from lamplight.core.usage.usage import Usage


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
    """

    unit: str
    cumulative: CumulativeCount
    per_count: float = 1.0
    per_open_day: float = 0.0
    extras: tuple[tuple[datetime, float], ...] = ()
    how: str = ""

    @property
    def calendar(self) -> SiteCalendar:
        """The machine's calendar."""
        return self.cumulative.calendar

    @property
    def last(self) -> datetime | None:
        """The latest moment at which the counter beneath is known."""
        return self.cumulative.last

    def _open_days(self, moment: datetime) -> float:
        clock = self.calendar.weekday_clock(moment)
        return sum(days for weekday, days in enumerate(clock) if self.calendar.weekday_open(weekday))

    def between(self, start: datetime, end: datetime) -> float:
        """Units between two moments, 0 or more."""
        if end <= start:
            return 0.0
        counted = (self.cumulative.position(end) - self.cumulative.position(start)) * self.per_count
        if self.per_open_day:
            counted += self.per_open_day * (self._open_days(end) - self._open_days(start))
        return max(0.0, counted) + sum(amount for at, amount in self.extras if start < at <= end)

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
        rates = [rate for day, rate in enumerate(self.usage.rates) if self.calendar.weekday_open(day)]
        mean = sum(rates) / len(rates) if rates else sum(self.usage.rates) / 7
        return mean * self.per_count
