"""Drinks a day by weekday, from irregular counter readings.

Model: the drinks of a day are Poisson with a rate for its weekday, independent from day to day; the
gap between two readings counts the days (and shares of days, by opening hours) that it spans. The
rates are found by expectation-maximisation (Shepp and Vardi 1982, quoted from memory; the step is
that of Richardson 1972 and Lucy 1974). Two things are laid over it: recent gaps weigh more, and a
weak prior of `prior_weight` imagined days for each weekday lends strength where readings are few.
"""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from datetime import datetime, timedelta
from functools import cached_property

import numpy as np

from lamplight.core.calendar import WEEKDAYS, SiteCalendar
from lamplight.core.counters import CleaningDrinks, Interval, ReadingLike, Restart, as_reading, coffee_intervals
from lamplight.core.errors import InvalidInput, MissingReading
from lamplight.core.memory import Level, Memory, half_life_weights, level_of

# Defaults of ours: no published source, chosen so that three readings give a sensible answer.
PRIOR_DAYS = 2.0
OWN_MEMORY = "own"
PATTERN_HALF_LIFE_DAYS = 112.0
EXACT_FIT = 1e-9
GUESS_WEIGHT_DAYS = 5.0
OFF_DAY_SHARE = 0.05
PRIOR_DISPERSION = 1.6
PRIOR_DISPERSION_WEIGHT = 4.0

Vector = np.ndarray


@dataclass(frozen=True)
class Usage:
    """Rates by weekday and how well they are known.

    Attributes:
        rates: drinks a day, Monday first, 0 or more.
        covariance: 7 x 7, of the rates, before over-dispersion.
        standard_errors: of the rates; None for a weekday that the readings cannot single out
            and no prior settles.
        dispersion: Pearson chi-square / degrees of freedom; None without a degree of freedom.
        spread: the factor by which day-to-day variance exceeds Poisson in forecasts, 1 or more.
        rank: how many independent weekday sums the readings settle, 0 to 7.
        identified: for each weekday, whether the readings alone settle its rate.
        basis: ``readings``, ``declared`` (the keeper's guess) or ``none``.
        gaps: how many gaps between readings went in.
        log_likelihood: of the gaps, constants included; 0 without gaps.
        notes: sentences about what was assumed.
        memory: how long it remembers, where the machine's own past chose that.
    """

    rates: tuple[float, ...]
    covariance: tuple[tuple[float, ...], ...]
    standard_errors: tuple[float | None, ...]
    dispersion: float | None
    spread: float
    rank: int
    identified: tuple[bool, ...]
    basis: str
    gaps: int
    log_likelihood: float
    notes: tuple[str, ...]
    memory: Memory | None = None

    @property
    def unique(self) -> bool:
        """Whether the readings alone settle all seven rates."""
        return self.rank == 7

    @property
    def week_total(self) -> float:
        """Drinks in a week without closures."""
        return float(sum(self.rates))

    @property
    def known(self) -> bool:
        """Whether there is anything to forecast from."""
        return self.basis != "none"

    @cached_property
    def rate_vector(self) -> Vector:
        """The rates as an array."""
        return np.array(self.rates)

    @cached_property
    def covariance_matrix(self) -> Vector:
        """The covariance as an array."""
        return np.array(self.covariance)

    def expected(self, calendar: SiteCalendar, start: datetime, end: datetime) -> float:
        """Drinks to expect between two moments, 0 or more."""
        if end <= start:
            return 0.0
        clocks = zip(self.rates, calendar.weekday_clock(start), calendar.weekday_clock(end), strict=True)
        return sum(rate * (later - earlier) for rate, earlier, later in clocks)

    def variance(self, calendar: SiteCalendar, start: datetime, end: datetime) -> float:
        """Variance of the drinks between two moments: chance and doubt about the rates."""
        days = np.array(calendar.weekday_days(start, end))
        return float(self.spread * (self.rate_vector @ days + days @ self.covariance_matrix @ days))


def opening_shape(calendar: SiteCalendar) -> Vector:
    """Relative drinks by weekday as assumed from the opening days: 1 open, 0.05 off."""
    if not calendar.has_open_days():
        return np.ones(7)
    return np.array([1.0 if calendar.weekday_open(day) else OFF_DAY_SHARE for day in range(7)])


def em_step(rates: Vector, days: Vector, drinks: Vector, prior: tuple[float, Vector] | None = None) -> Vector:
    """One expectation-maximisation step.

    Args:
        rates: seven rates, drinks a day.
        days: gaps x 7, days of each weekday in each gap (times the gap's weight).
        drinks: drinks in each gap (times the gap's weight).
        prior: imagined days for each weekday, and the rates seen on them.

    Returns:
        The next rates. Without a prior the fitted total equals the counted total exactly.
    """
    fitted = days @ rates
    ratio = np.divide(drinks, fitted, out=np.zeros_like(fitted), where=fitted > 0)
    counted, spent = rates * (days.T @ ratio), days.sum(axis=0)
    if prior is not None:
        counted, spent = counted + prior[0] * prior[1], spent + prior[0]
    return np.divide(counted, spent, out=rates.astype(float).copy(), where=spent > 0)


def fit_usage(
    readings: Sequence[ReadingLike],
    calendar: SiteCalendar,
    now: datetime,
    half_life_days: float | str | None = None,
    prior_weight: float = PRIOR_DAYS,
    *,
    guess_per_day: float | None = None,
    restarts: Iterable[Restart] = (),
    cleaning: Iterable[CleaningDrinks] = (),
) -> Usage:
    """Fit the rates by weekday.

    Args:
        readings: `Reading` objects or (date or aware datetime, count) pairs, in any order; a bare
            date means before opening.
        calendar: opening days of the site; dated closures are taken as days without drinks.
        now: ages are counted back from here.
        half_life_days: a gap that ended so long ago weighs half; None weighs all alike;
            ``"own"`` lets the machine's own past choose (see `lamplight.core.memory`).
        prior_weight: imagined days for each weekday, 0 or more; 0 and no half-life give the
            plain maximum-likelihood answer.
        guess_per_day: the keeper's own guess of drinks on an open day; used alone without
            readings, and as a few days' worth of evidence beside them.
        restarts, cleaning: facts about the counter.

    Raises:
        InvalidInput: for a negative prior, guess or half-life.
        MissingReading: with prior 0, when fewer than two readings are given.
    """
    points = [as_reading(reading, calendar) for reading in readings]
    intervals = coffee_intervals(points, restarts, cleaning)
    return fit_intervals(intervals, calendar, now, half_life_days, prior_weight, guess_per_day)


def fit_intervals(
    intervals: Sequence[Interval],
    calendar: SiteCalendar,
    now: datetime,
    half_life_days: float | str | None = None,
    prior_weight: float = PRIOR_DAYS,
    guess_per_day: float | None = None,
) -> Usage:
    """Fit the rates by weekday to gaps between readings; arguments and refusals as in `fit_usage`."""
    forgets = isinstance(half_life_days, int | float)
    if prior_weight < 0 or (guess_per_day or 0) < 0 or (forgets and half_life_days <= 0):
        raise InvalidInput("Prior weight and guess must be 0 or more, the half-life above 0 days.")
    if half_life_days == OWN_MEMORY and intervals:
        # Older gaps would weigh less than an eighth in the pattern and nothing in the level.
        oldest = now - timedelta(days=3 * PATTERN_HALF_LIFE_DAYS)
        intervals = intervals[min(bisect_left(intervals, oldest, key=lambda gap: gap.end), len(intervals) - 1) :]
    gaps, days, notes = _usable_gaps(intervals, calendar)
    if not gaps:
        if prior_weight == 0:
            raise MissingReading("Two readings at different times are needed to know the drinks a day.")
        return _without_gaps(calendar, guess_per_day, notes)
    drinks = np.array([float(gap.drinks or 0) for gap in gaps])
    shape = opening_shape(calendar)
    ages = np.maximum(0.0, now.timestamp() - np.array([gap.end.timestamp() for gap in gaps])) / 86_400
    own = half_life_days == OWN_MEMORY
    weights = half_life_weights(ages, PATTERN_HALF_LIFE_DAYS if own else half_life_days)
    level = _level(days, drinks, weights, shape, guess_per_day if prior_weight else None)
    prior = (prior_weight, level * shape) if prior_weight else None
    rates = _maximise(level * shape, days, drinks, weights, prior)
    usage = _describe(rates, days, drinks, weights, prior, calendar, notes)
    return _at_level(usage, level_of(days, drinks, ages, usage.rate_vector, usage.spread)) if own else usage


def _at_level(usage: Usage, level: Level) -> Usage:
    """The long pattern at the present level; how far that strays is doubt about all rates together."""
    rates = level.factor * usage.rate_vector
    together = np.outer(rates, rates) * level.stray**2 / usage.spread
    covariance = usage.covariance_matrix * level.factor**2 + together
    errors = np.sqrt(np.maximum(0.0, np.diag(covariance)))
    return replace(
        usage,
        rates=tuple(float(rate) for rate in rates),
        covariance=tuple(tuple(float(cell) for cell in row) for row in covariance),
        standard_errors=tuple(
            None if se is None else float(e) for se, e in zip(usage.standard_errors, errors, strict=True)
        ),
        memory=level.memory,
    )


def _usable_gaps(intervals: Sequence[Interval], calendar: SiteCalendar) -> tuple[list[Interval], Vector, list[str]]:
    """Gaps with known drinks and some opening time, their days by weekday; the rest is named in a note."""
    counted = [gap for gap in intervals if gap.drinks is not None]
    # Gaps follow upon each other, so each reading's clock is asked for once.
    rows = {moment: row for row, moment in enumerate(dict.fromkeys(m for g in counted for m in (g.start, g.end)))}
    clocks = calendar.weekday_clocks(list(rows))
    days = clocks[[rows[gap.end] for gap in counted]] - clocks[[rows[gap.start] for gap in counted]]
    usable = days.sum(axis=1) > 0
    gaps = [gap for gap, use in zip(counted, usable, strict=True) if use]
    notes = []
    off_hours = sum(gap.drinks or 0 for gap in counted) - sum(gap.drinks or 0 for gap in gaps)
    if off_hours:
        notes.append(f"{off_hours} drinks were counted while the site was closed; they are left out of the rates.")
    return gaps, days[usable], notes


def _level(days: Vector, drinks: Vector, weights: Vector, shape: Vector, guess: float | None) -> float:
    """Drinks on a day of shape 1: the weighted mean, with the keeper's guess as a few days more."""
    counted, spent = float(weights @ drinks), float(weights @ (days @ shape))
    if guess is not None:
        counted, spent = counted + GUESS_WEIGHT_DAYS * guess, spent + GUESS_WEIGHT_DAYS
    return counted / spent if spent > 0 else 0.0


def _maximise(
    start: Vector,
    days: Vector,
    drinks: Vector,
    weights: Vector,
    prior: tuple[float, Vector] | None,
) -> Vector:
    """Iterate to the maximum of the weighted likelihood."""
    weighted_days, weighted_drinks = days * weights[:, None], weights * drinks
    rates = start
    for _ in range(20_000):
        following = em_step(rates, weighted_days, weighted_drinks, prior)
        if np.max(np.abs(following - rates)) <= EXACT_FIT * max(1.0, float(np.max(rates))):
            return following
        rates = following
    return rates


def _describe(
    rates: Vector,
    days: Vector,
    drinks: Vector,
    weights: Vector,
    prior: tuple[float, Vector] | None,
    calendar: SiteCalendar,
    notes: list[str],
) -> Usage:
    fitted = np.maximum(days @ rates, 1e-9)
    information = (days * (weights / fitted)[:, None]).T @ days
    total = information.copy()
    if prior is not None:
        total += np.diag(prior[0] / np.maximum(prior[1], 1e-6))
    rank, identified = _identified(days)
    covariance = np.linalg.pinv(total, hermitian=True)
    settled = [True] * 7 if prior is not None else identified
    spent = float(np.trace(information @ covariance)) if prior is not None else rank
    pearson = float(weights @ ((drinks - fitted) ** 2 / fitted))
    freedom = float(weights.sum()) - spent
    dispersion = pearson / freedom if freedom > 1e-9 else None
    if prior is None:
        spread = max(1.0, dispersion or 1.0)
    else:
        spread = (pearson + PRIOR_DISPERSION_WEIGHT * PRIOR_DISPERSION) / (max(0.0, freedom) + PRIOR_DISPERSION_WEIGHT)
    return Usage(
        rates=tuple(float(rate) for rate in rates),
        covariance=tuple(tuple(float(cell) for cell in row) for row in covariance),
        standard_errors=tuple(
            float(np.sqrt(max(0.0, covariance[day, day]))) if settled[day] else None for day in range(7)
        ),
        dispersion=dispersion,
        spread=max(1.0, float(spread)),
        rank=rank,
        identified=tuple(identified),
        basis="readings",
        gaps=len(drinks),
        log_likelihood=_log_likelihood(drinks, fitted),
        notes=(*notes, *_shape_notes(identified, calendar)),
    )


def _log_likelihood(drinks: Vector, fitted: Vector) -> float:
    from scipy.special import gammaln, xlogy  # slow to load: only where a fit is described

    return float(np.sum(xlogy(drinks, fitted) - fitted - gammaln(drinks + 1)))


def _identified(days: Vector) -> tuple[int, list[bool]]:
    """The rank of the gaps, and whether each weekday is settled: it lies in their row space."""
    _, sizes, directions = np.linalg.svd(days, full_matrices=False)
    basis = directions[sizes > sizes.max() * 1e-9]
    return len(basis), [bool(lies) for lies in np.abs(1.0 - np.sum(basis**2, axis=0)) < 1e-6]


def _shape_notes(identified: Sequence[bool], calendar: SiteCalendar) -> list[str]:
    together = [day for day in range(7) if not identified[day]]
    if not any(calendar.weekday_open(day) for day in together) or len(together) < 2:
        return []
    names = [WEEKDAYS[day] for day in together]
    which = "the weekdays" if len(names) == 7 else ", ".join(names[:-1]) + " and " + names[-1]
    return [f"The readings cannot tell {which} apart yet; their shape is assumed from the opening days."]


def _without_gaps(calendar: SiteCalendar, guess: float | None, notes: Sequence[str]) -> Usage:
    """No gap to learn from: the keeper's guess, marked as such, or nothing at all."""
    shape = opening_shape(calendar)
    rates = shape * (guess or 0.0)
    variance = (0.4 * rates) ** 2  # a guess is off by some 40 %: common practice, no source
    if guess is None:
        said = "Nothing is known about the drinks a day yet: take two readings, or declare a guess."
    else:
        said = f"{guess:g} drinks on an open day is your own guess until two readings are in."
    return Usage(
        rates=tuple(float(rate) for rate in rates),
        covariance=tuple(tuple(float(cell) for cell in row) for row in np.diag(variance)),
        standard_errors=tuple(float(np.sqrt(cell)) for cell in variance),
        dispersion=None,
        spread=1.0 if guess is None else PRIOR_DISPERSION,
        rank=0,
        identified=(False,) * 7,
        basis="none" if guess is None else "declared",
        gaps=0,
        log_likelihood=0.0,
        notes=(*notes, said),
    )
