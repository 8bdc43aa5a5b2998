"""Drinks a day by weekday, from irregular counter readings.

Model: the drinks of a day are Poisson with a rate for its weekday, independent from day to day; the
gap between two readings counts the days (and shares of days, by opening hours) that it spans. The
rates are found by expectation-maximisation; for its sources see `lamplight.core.usage.em`. Two things
are laid over it: recent gaps weigh more, and a weak prior of `prior_weight` imagined days for each
weekday lends strength where readings are few.
"""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from datetime import datetime, timedelta

import numpy as np

from lamplight.core.errors import InvalidInput, MissingReading
from lamplight.core.site.calendar import WEEKDAYS, SiteCalendar
from lamplight.core.usage.counters import (
    CleaningDrinks,
    CounterBook,
    Interval,
    ReadingLike,
    Restart,
    as_reading,
    coffee_intervals,
)
from lamplight.core.usage.em import Vector, maximise
from lamplight.core.usage.level import Level, half_life_weights, level_of
from lamplight.core.usage.usage import Usage, opening_shape
from lamplight.core.words import decimal

# Defaults of ours: no published source, chosen so that three readings give a sensible answer.
PRIOR_DAYS = 2.0
LOOSE_PRIOR_DAYS = 0.5
PATTERN_HALF_LIFE_DAYS = 112.0
GUESS_WEIGHT_DAYS = 5.0
PRIOR_DISPERSION = 1.6
PRIOR_DISPERSION_WEIGHT = 4.0


@dataclass(frozen=True)
class FitSettings:
    """How rates are fitted.

    Attributes:
        half_life_days: a gap that ended so long ago weighs half; None weighs all alike.
        prior_weight: imagined days for each weekday, 0 or more; 0 and no half-life give the plain
            maximum-likelihood answer.
        guess_per_day: the keeper's own guess of drinks on an open day, 0 or more; used alone without
            readings, and as a few days' worth of evidence beside them.

    Raises:
        InvalidInput: for a negative prior or guess, or a half-life that is not above 0.
    """

    half_life_days: float | None = None
    prior_weight: float = PRIOR_DAYS
    guess_per_day: float | None = None

    def __post_init__(self) -> None:
        forgets_backwards = self.half_life_days is not None and self.half_life_days <= 0
        if self.prior_weight < 0 or (self.guess_per_day or 0) < 0 or forgets_backwards:
            raise InvalidInput("Prior weight and guess must be 0 or more, the half-life above 0 days.")


def fit_usage(
    readings: Sequence[ReadingLike],
    calendar: SiteCalendar,
    now: datetime,
    half_life_days: float | None = None,
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
        half_life_days, prior_weight, guess_per_day: as in `FitSettings`.

    Raises:
        InvalidInput: for a negative prior, guess or half-life.
        MissingReading: with prior 0, when fewer than two readings are given.
    """
    points = [as_reading(reading, calendar) for reading in readings]
    intervals = coffee_intervals(points, restarts, cleaning)
    return fit_intervals(intervals, calendar, now, FitSettings(half_life_days, prior_weight, guess_per_day))


def fit_intervals(
    intervals: Sequence[Interval], calendar: SiteCalendar, now: datetime, settings: FitSettings | None = None
) -> Usage:
    """Fit the rates by weekday to gaps between readings; refusals as in `fit_usage`."""
    gaps = _usable_gaps(intervals, calendar, now)
    return _fitted(gaps, calendar, settings or FitSettings())


def usage_of(facts: CounterBook, calendar: SiteCalendar, now: datetime, guess: float | None = None) -> Usage:
    """Usage of one counter as Lamplight fits it: a long pattern over the weekdays at the machine's own present level.

    Gaps that would weigh less than an eighth in the pattern and nothing in the level are left out.

    Args:
        facts: of the counter, readings up to now.
        calendar: opening days.
        now: ages are counted back from here.
        guess: the keeper's own guess of drinks on an open day, or None.
    """
    oldest = now - timedelta(days=3 * PATTERN_HALF_LIFE_DAYS)
    intervals = facts.intervals
    first = min(bisect_left(intervals, oldest, key=lambda gap: gap.end), max(0, len(intervals) - 1))
    gaps = _usable_gaps(intervals[first:], calendar, now)
    usage = _fitted(gaps, calendar, FitSettings(PATTERN_HALF_LIFE_DAYS, guess_per_day=guess))
    if not gaps.count:
        return usage
    patterns = _patterns(gaps, calendar, usage, guess)
    return _at_level(usage, level_of(gaps.days, gaps.drinks, gaps.ages, patterns, usage.overdispersion))


def _patterns(gaps: _Gaps, calendar: SiteCalendar, usage: Usage, guess: float | None) -> Vector:
    """The week as it is fitted, as it is hardly held by a prior, and as it is assumed from the opening days."""
    shape = opening_shape(calendar)
    weights = half_life_weights(gaps.ages, PATTERN_HALF_LIFE_DAYS)
    assumed = _mean_per_open_day(gaps, weights, shape, guess) * shape
    free = maximise(usage.rate_vector, gaps.days, gaps.drinks, weights, (LOOSE_PRIOR_DAYS, assumed))
    return np.array([usage.rate_vector, free, assumed])


def _at_level(usage: Usage, level: Level) -> Usage:
    """The patterns at the present level; how far that varies is doubt about all rates together."""
    rates = np.array(level.rates)
    together = np.outer(rates, rates) * level.sd**2 / usage.overdispersion
    covariance = usage.covariance_matrix * level.factor**2 + together
    errors = np.sqrt(np.maximum(0.0, np.diag(covariance)))
    return replace(
        usage,
        rates=tuple(float(rate) for rate in rates),
        covariance=tuple(tuple(float(cell) for cell in row) for row in covariance),
        standard_errors=tuple(
            None if known is None else float(error) for known, error in zip(usage.standard_errors, errors, strict=True)
        ),
        half_lives=level.half_lives,
    )


@dataclass(frozen=True)
class _Gaps:
    """Gaps that tell of drinks: days of each weekday (gaps x 7), drinks, age of the end in days; and notes."""

    days: Vector
    drinks: Vector
    ages: Vector
    notes: tuple[str, ...]

    @property
    def count(self) -> int:
        """How many."""
        return len(self.drinks)


def _usable_gaps(intervals: Sequence[Interval], calendar: SiteCalendar, now: datetime) -> _Gaps:
    """Gaps with known drinks and some opening time; what is left out is named in a note."""
    counted = [gap for gap in intervals if gap.drinks is not None]
    # Gaps follow upon each other, so each reading's clock is asked for once.
    rows = {moment: row for row, moment in enumerate(dict.fromkeys(m for g in counted for m in (g.start, g.end)))}
    clocks = calendar.weekday_clocks(list(rows))
    days = clocks[[rows[gap.end] for gap in counted]] - clocks[[rows[gap.start] for gap in counted]]
    usable = days.sum(axis=1) > 0
    drinks = np.array([float(gap.drinks or 0) for gap in counted])
    ages = np.maximum(0.0, now.timestamp() - np.array([gap.end.timestamp() for gap in counted])) / 86_400
    off_hours = round(float(drinks[~usable].sum()))
    notes = (f"{off_hours} drinks were counted while the site was closed; they are left out of the rates.",)
    return _Gaps(days[usable], drinks[usable], ages[usable], notes if off_hours else ())


def _fitted(gaps: _Gaps, calendar: SiteCalendar, settings: FitSettings) -> Usage:
    if not gaps.count:
        if settings.prior_weight == 0:
            raise MissingReading("Two readings at different times are needed to know the drinks a day.")
        return _without_gaps(calendar, settings.guess_per_day, gaps.notes)
    shape = opening_shape(calendar)
    weights = half_life_weights(gaps.ages, settings.half_life_days)
    guess = settings.guess_per_day if settings.prior_weight else None
    mean = _mean_per_open_day(gaps, weights, shape, guess)
    prior = (settings.prior_weight, mean * shape) if settings.prior_weight else None
    rates = maximise(mean * shape, gaps.days, gaps.drinks, weights, prior)
    return _described(rates, gaps, weights, prior, calendar)


def _mean_per_open_day(gaps: _Gaps, weights: Vector, shape: Vector, guess: float | None) -> float:
    """Drinks on a day of shape 1: the weighted mean, with the keeper's guess as a few days more."""
    counted, spent = float(weights @ gaps.drinks), float(weights @ (gaps.days @ shape))
    if guess is not None:
        counted, spent = counted + GUESS_WEIGHT_DAYS * guess, spent + GUESS_WEIGHT_DAYS
    return counted / spent if spent > 0 else 0.0


def _described(
    rates: Vector, gaps: _Gaps, weights: Vector, prior: tuple[float, Vector] | None, calendar: SiteCalendar
) -> Usage:
    fitted = np.maximum(gaps.days @ rates, 1e-9)
    information = (gaps.days * (weights / fitted)[:, None]).T @ gaps.days
    total = information.copy()
    if prior is not None:
        total += np.diag(prior[0] / np.maximum(prior[1], 1e-6))
    rank, identified = _identified(gaps.days)
    covariance = np.linalg.pinv(total, hermitian=True)
    settled = [True] * 7 if prior is not None else identified
    spent = float(np.trace(information @ covariance)) if prior is not None else rank
    pearson = float(weights @ ((gaps.drinks - fitted) ** 2 / fitted))
    freedom = float(weights.sum()) - spent
    dispersion = pearson / freedom if freedom > 1e-9 else None
    if prior is None:
        overdispersion = max(1.0, dispersion or 1.0)
    else:
        lent = PRIOR_DISPERSION_WEIGHT * PRIOR_DISPERSION
        overdispersion = (pearson + lent) / (max(0.0, freedom) + PRIOR_DISPERSION_WEIGHT)
    return Usage(
        rates=tuple(float(rate) for rate in rates),
        covariance=tuple(tuple(float(cell) for cell in row) for row in covariance),
        standard_errors=tuple(
            float(np.sqrt(max(0.0, covariance[day, day]))) if settled[day] else None for day in range(7)
        ),
        dispersion=dispersion,
        overdispersion=max(1.0, float(overdispersion)),
        rank=rank,
        identified=tuple(identified),
        basis="readings",
        gaps=gaps.count,
        log_likelihood=_log_likelihood(gaps.drinks, fitted),
        notes=(*gaps.notes, *_shape_notes(identified, calendar)),
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
        how = "Nothing is known about the drinks a day yet: take two readings, or declare a guess."
    else:
        how = f"{decimal(guess)} drinks on an open day is your own guess until two readings are in."
    return Usage(
        rates=tuple(float(rate) for rate in rates),
        covariance=tuple(tuple(float(cell) for cell in row) for row in np.diag(variance)),
        standard_errors=tuple(float(np.sqrt(cell)) for cell in variance),
        dispersion=None,
        overdispersion=1.0 if guess is None else PRIOR_DISPERSION,
        rank=0,
        identified=(False,) * 7,
        basis="none" if guess is None else "declared",
        gaps=0,
        log_likelihood=0.0,
        notes=(*notes, how),
    )
