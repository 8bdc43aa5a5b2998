"""How much is drunk: drinks a day by weekday, and how well they are known."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from functools import cached_property

import numpy as np

from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.usage.em import Vector
from lamplight.core.usage.level import HalfLifeMixture

# On a day off so much is drunk, of what is drunk on an open one; common practice, no source.
OFF_DAY_SHARE = 0.05


@dataclass(frozen=True)
class Usage:
    """Rates by weekday and how well they are known.

    Attributes:
        rates: drinks a day, Monday first, 0 or more.
        covariance: 7 x 7, of the rates, before over-dispersion.
        standard_errors: of the rates; None for a weekday that the readings cannot single out
            and no prior settles.
        dispersion: Pearson chi-square / degrees of freedom; None without a degree of freedom.
        overdispersion: the factor by which day-to-day variance exceeds Poisson in forecasts, 1 or more.
        rank: how many independent weekday sums the readings settle, 0 to 7.
        identified: for each weekday, whether the readings alone settle its rate.
        basis: ``readings``, ``declared`` (the keeper's guess) or ``none``.
        gaps: how many gaps between readings went in.
        log_likelihood: of the gaps, constants included; 0 without gaps.
        notes: sentences about what was assumed.
        half_lives: how long it remembers, where the machine's own past chose that.
    """

    rates: tuple[float, ...]
    covariance: tuple[tuple[float, ...], ...]
    standard_errors: tuple[float | None, ...]
    dispersion: float | None
    overdispersion: float
    rank: int
    identified: tuple[bool, ...]
    basis: str
    gaps: int
    log_likelihood: float
    notes: tuple[str, ...]
    half_lives: HalfLifeMixture | None = None

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
        return float(self.overdispersion * (self.rate_vector @ days + days @ self.covariance_matrix @ days))


def opening_shape(calendar: SiteCalendar) -> Vector:
    """Relative drinks by weekday as assumed from the opening days: 1 open, 0.05 off."""
    if not calendar.has_open_days():
        return np.ones(7)
    return np.array([1.0 if calendar.weekday_open(day) else OFF_DAY_SHARE for day in range(7)])
