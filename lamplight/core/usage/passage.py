"""On which date will a count be reached: early, likely, late.

Convention: `remaining` is the limit less the count before the first drink of the start date; the
start date is day 1 and counts; P(T <= d) is the chance that days 1 to d bring at least `remaining`.
Early, likely and late are the first dates on which that chance reaches 10, 50 and 90 %.
"""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta
from math import hypot
from statistics import NormalDist

import numpy as np

from lamplight.core.errors import InvalidInput
from lamplight.core.usage.em import Vector

EARLY, LIKELY, LATE = 0.1, 0.5, 0.9
NORMAL = NormalDist()
# Early and late lie so many standard deviations from the likely date: eight in ten between them.
EIGHT_IN_TEN = NORMAL.inv_cdf(LATE)
# A date that is known this well is known.
SURE_DAYS = 0.01
HORIZON_DAYS = 3 * 366


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

    @property
    def spread(self) -> DateSpread | None:
        """The dates as one distribution; None where no chance of 50 % comes.

        Of one whose late end lies past the horizon both sides are as wide as its early one.
        """
        if self.likely is None:
            return None
        below = (self.likely - self.early).days / EIGHT_IN_TEN if self.early is not None else 0.0
        above = (self.late - self.likely).days / EIGHT_IN_TEN if self.late is not None else below
        return DateSpread(self.likely, below, above)

    def quantile(self, share: float) -> date | None:
        """The date by which it is reached with a chance, above 0 and below 1; None where it never is."""
        return self.spread.quantile(share) if self.spread is not None else None

    def chance_by(self, day: date) -> float:
        """The chance that it is reached by the end of a date."""
        return self.spread.chance_by(day) if self.spread is not None else 0.0

    def not_before(self, day: date) -> Passage:
        """The same with no date before a day."""

        def at_least(passed: date | None) -> date | None:
            return max(passed, day) if passed else None

        return replace(self, early=at_least(self.early), likely=at_least(self.likely), late=at_least(self.late))


NEVER = Passage(None, None, None)


@dataclass(frozen=True)
class DateSpread:
    """A date that is not known: normal to each side of the likely one, with a spread of its own there.

    The one distribution of a date, wherever a chance, a spread or another date of it is told.

    Attributes:
        likely: by its end the chance is a half.
        below, above: standard deviations in days towards earlier and later dates, 0 or more.
    """

    likely: date
    below: float = 0.0
    above: float = 0.0

    def at(self, deviation: float) -> date:
        """The date so many standard deviations away from the likely one; before it where that is negative."""
        width = self.below if deviation < 0 else self.above
        return self.likely + timedelta(days=round(deviation * width))

    def quantile(self, share: float) -> date:
        """The date by which it has come with a chance, above 0 and below 1."""
        return self.at(NORMAL.inv_cdf(share))

    def chance_by(self, day: date) -> float:
        """The chance that it has come by the end of a date."""
        away = (day - self.likely).days + 0.5
        width = self.below if away < 0 else self.above
        return NORMAL.cdf(away / width) if width > SURE_DAYS else float(away > 0)

    def after(self, days: float, sigma: float) -> DateSpread:
        """The date so many days later, where that span has a standard deviation of its own."""
        later = self.likely + timedelta(days=round(days))
        return DateSpread(later, hypot(self.below, sigma), hypot(self.above, sigma))


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
