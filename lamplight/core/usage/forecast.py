"""When a count is reached from a moment on, for rates that are themselves uncertain."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime, timedelta
from functools import cached_property

import numpy as np

from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.usage.em import Vector
from lamplight.core.usage.passage import EARLY, HORIZON_DAYS, LATE, LIKELY, NEVER, Passage, chance_of_at_least
from lamplight.core.usage.usage import Usage

NEAR_DAYS = 256


STRIDE = 16


def forecast(remaining: float, usage: Usage, calendar: SiteCalendar, start: datetime) -> Passage:
    """First passage from a moment, for rates that are themselves uncertain.

    Args:
        remaining: drinks left at ``start``; 0 or fewer is reached already.
        usage: fitted rates with their covariance and over-dispersion.
        calendar: closed dates bring no drinks; the first date counts with the share of its
            opening hours that is left.
        start: aware; the moment at which ``remaining`` was true.

    The spread is never narrower than that of `first_passage` with the same rates.
    """
    return Ahead(usage, calendar, start).passage(remaining)


@dataclass(frozen=True)
class Ahead:
    """The days from a moment on: added up once, they answer for any number of drinks; arguments as in `forecast`."""

    usage: Usage
    calendar: SiteCalendar
    start: datetime

    def passage(self, remaining: float) -> Passage:
        """When so many drinks are reached."""
        if remaining <= 0:
            first = self.calendar.today(self.start)
            return Passage(first, first, first, reached=True)
        if not self.usage.known or self.usage.week_total <= 0:
            return NEVER
        enough = self._near.mean[-1] >= 2 * remaining
        passage = self._near.passage(remaining) if enough else NEVER
        return self._far.passage(remaining) if passage.late is None else passage

    def chances(self, remaining: float) -> Vector:
        """P(T <= d) for each of the first `NEAR_DAYS` dates; for usage that is known and above 0 drinks a week."""
        return _rising(remaining, self._near.mean, self._near.variance)

    @cached_property
    def _near(self) -> _Course:
        return _course(self.usage, self.calendar, self.start, NEAR_DAYS)

    @cached_property
    def _far(self) -> _Course:
        return _course(self.usage, self.calendar, self.start, HORIZON_DAYS)


@dataclass(frozen=True)
class _Course:
    """From the first day on, drinks up to and including each day, and their variance."""

    first: date
    mean: Vector
    variance: Vector

    def passage(self, remaining: float) -> Passage:
        """When so many drinks, above 0, are reached; what lies past the last day is None."""
        passage = self._within(int(np.searchsorted(self.mean, 2 * remaining)) + 40, remaining)
        return self._within(len(self.mean), remaining) if passage.late is None else passage

    def _within(self, horizon: int, remaining: float) -> Passage:
        """Every sixteenth day is looked at, then the days before the one that passes."""
        mean, variance = self.mean[:horizon], self.variance[:horizon]
        coarse = np.arange(STRIDE - 1, len(mean) + STRIDE - 1, STRIDE).clip(max=len(mean) - 1)
        rising = _rising(remaining, mean[coarse], variance[coarse])
        fine: dict[int, Vector] = {}

        def first_at(level: float) -> date | None:
            passed = int(rising.searchsorted(level))
            if passed == len(coarse):
                return None
            low, high = max(0, int(coarse[passed]) - STRIDE), int(coarse[passed]) + 1
            if passed not in fine:
                fine[passed] = _rising(remaining, mean[low:high], variance[low:high])
            return self.first + timedelta(days=low + int(fine[passed].searchsorted(level)))

        return Passage(first_at(EARLY), first_at(LIKELY), first_at(LATE))


def _course(usage: Usage, calendar: SiteCalendar, start: datetime, horizon: int) -> _Course:
    first = calendar.today(start)
    days = np.zeros((horizon, 7))
    days[np.arange(horizon), (first.weekday() + np.arange(horizon)) % 7] = 1.0
    days[0] *= 1.0 - calendar.share_drunk(start)
    for closed in calendar.closures:
        offset = (closed - first).days
        if 0 <= offset < horizon:
            days[offset] = 0.0
    spent = np.cumsum(days, axis=0)
    mean = spent @ usage.rate_vector
    doubt = np.einsum("ij,ij->i", spent @ usage.covariance_matrix, spent)
    return _Course(first, mean, usage.overdispersion * (mean + doubt))


def _rising(remaining: float, mean: Vector, variance: Vector) -> Vector:
    return np.maximum.accumulate(chance_of_at_least(remaining, mean, variance))
