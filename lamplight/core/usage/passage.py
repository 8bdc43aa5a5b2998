"""On which date will a count be reached: early, likely, late.

Convention: `remaining` is the limit less the count before the first drink of the start date; the
start date is day 1 and counts; P(T <= d) is the chance that days 1 to d bring at least `remaining`.
Early, likely and late are the first dates on which that chance reaches 10, 50 and 90 %.
"""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass, replace
from datetime import date, datetime, timedelta
from functools import cached_property

import numpy as np

from lamplight.core.errors import InvalidInput
from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.usage.em import Vector
from lamplight.core.usage.usage import Usage

EARLY, LIKELY, LATE = 0.1, 0.5, 0.9
HORIZON_DAYS = 3 * 366
NEAR_DAYS = 256
STRIDE = 16


@dataclass(frozen=True)
class Passage:
    """When a count is reached.

    Attributes:
        early, likely, late: dates by which it is reached with 10, 50 and 90 % chance; None where
            that lies past the horizon of three years, or never comes.
        reached: the count is reached already; the three dates are then the start date.
    """

    early: date | None
    likely: date | None
    late: date | None
    reached: bool = False

    @property
    def never(self) -> bool:
        """Whether no chance of 50 % comes within the horizon."""
        return self.likely is None

    def not_before(self, day: date) -> Passage:
        """The same with no date before a day."""

        def at_least(passed: date | None) -> date | None:
            return max(passed, day) if passed else None

        return replace(self, early=at_least(self.early), likely=at_least(self.likely), late=at_least(self.late))


NEVER = Passage(None, None, None)


def first_passage(
    remaining: int,
    rates: Sequence[float],
    start: date,
    closed: Collection[date] = (),
    size: float | None = None,
) -> Passage:
    """First date on which a count runs out, for known rates.

    Args:
        remaining: drinks left before the first drink of ``start``; 0 or fewer is due already.
        rates: seven drinks a day, Monday first, 0 or more.
        start: day 1.
        closed: dates without drinks.
        size: None for Poisson days; otherwise the size k of negative binomial days with variance
            m + m^2 / k, above 0.

    Raises:
        InvalidInput: when there are not seven rates, one is negative, or size is not positive.
    """
    if remaining <= 0:
        _check(rates, size)
        return Passage(start, start, start, reached=True)
    return _quantiles(*_dated(passage_chances(remaining, rates, start, HORIZON_DAYS, closed, size)))


def passage_chances(
    remaining: int,
    rates: Sequence[float],
    start: date,
    days: int,
    closed: Collection[date] = (),
    size: float | None = None,
) -> list[tuple[date, float]]:
    """P(T <= d) for each of the first ``days`` dates; arguments as in `first_passage`.

    Stops early once the chance is past 99.999 %.
    """
    _check(rates, size)
    dates = [start + timedelta(days=n) for n in range(days)]
    means = np.array([0.0 if day in closed else rates[day.weekday()] for day in dates], dtype=float)
    if size is None:
        chances = chance_of_at_least(remaining, np.cumsum(means), np.cumsum(means))
    else:
        chances = _convolved(remaining, means, size)
    return [(day, float(chance)) for day, chance in zip(dates, chances, strict=False)]


def _check(rates: Sequence[float], size: float | None) -> None:
    if len(rates) != 7 or min(rates) < 0:
        raise InvalidInput("Seven rates of 0 or more are needed, Monday first.")
    if size is not None and size <= 0:
        raise InvalidInput("The size of the negative binomial must be above 0.")


def chance_of_at_least(remaining: float, mean: Vector, variance: Vector) -> Vector:
    """P(count >= remaining) for counts with a mean and a variance no smaller than it.

    Poisson where the variance equals the mean, else the negative binomial with that mean and
    variance; both through the incomplete gamma and beta functions (exact identities).
    """
    from scipy.special import betainc, gammainc  # slow to load: only where a date is forecast

    need = max(1.0, float(np.ceil(remaining)))
    extra = variance - mean
    if mean[0] > 0 and (extra > 1e-9 * mean).all() and mean.min() > 0:
        return np.asarray(betainc(need, mean**2 / extra, extra / variance), dtype=np.float64)
    chances = np.zeros(len(mean))
    poisson = (mean > 0) & (extra <= 1e-9 * mean)
    wider = (mean > 0) & ~poisson
    chances[poisson] = gammainc(need, mean[poisson])
    success_share = extra[wider] / variance[wider]
    chances[wider] = betainc(need, mean[wider] ** 2 / extra[wider], success_share)
    return chances


def _convolved(remaining: int, means: Vector, size: float) -> Vector:
    """Chances by convolving the days, for a negative binomial of the same size every day."""
    below = np.zeros(remaining)
    below[0] = 1.0
    chances: list[float] = []
    for mean in means:
        if mean > 0:
            below = np.convolve(below, _negative_binomial(remaining, float(mean), size))[:remaining]
        chances.append(1.0 - float(below.sum()))
        if chances[-1] > 0.99999:
            break
    return np.array(chances)


def _negative_binomial(length: int, mean: float, size: float) -> Vector:
    """Probabilities of 0 to length - 1."""
    from scipy.special import gammaln, xlogy

    count = np.arange(length)
    log_chance = gammaln(count + size) - gammaln(size) - gammaln(count + 1)
    log_chance += size * np.log(size / (size + mean)) + xlogy(count, mean / (size + mean))
    return np.exp(log_chance)


def _dated(pairs: Sequence[tuple[date, float]]) -> tuple[date, Vector]:
    return pairs[0][0], np.array([chance for _, chance in pairs])


def _quantiles(first: date, chances: Vector) -> Passage:
    rising = np.maximum.accumulate(chances)

    def first_at(level: float) -> date | None:
        index = int(np.searchsorted(rising, level))
        return first + timedelta(days=index) if index < len(rising) else None

    return Passage(first_at(EARLY), first_at(LIKELY), first_at(LATE))


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
