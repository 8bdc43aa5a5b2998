"""Expectation-maximisation for counts over known days.

The step is that of Richardson (J. Opt. Soc. Am. 62 (1972) 55) and Lucy (Astron. J. 79 (1974) 745), for counts as
Shepp and Vardi give it (IEEE Trans. Med. Imaging 1 (1982) 113). All three quoted from memory; that the step climbs to
the maximum of the likelihood is tested against a general linear model of another package.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

Vector = NDArray[np.float64]
EXACT_FIT = 1e-9


def em_step(
    rates: Vector,
    days: Vector,
    drinks: Vector,
    prior: tuple[float, Vector] | None = None,
    days_in_all: Vector | None = None,
) -> Vector:
    """One expectation-maximisation step.

    Args:
        rates: seven rates, drinks a day.
        days: gaps x 7, days of each weekday in each gap (times the gap's weight).
        drinks: drinks in each gap (times the gap's weight).
        prior: imagined days for each weekday, and the rates seen on them.
        days_in_all: days of each weekday in all gaps, where somebody has added them up already.

    Returns:
        The next rates. Without a prior the fitted total equals the counted total exactly.
    """
    fitted = days @ rates
    ratio = np.divide(drinks, fitted, out=np.zeros_like(fitted), where=fitted > 0)
    counted, spent = rates * (days.T @ ratio), days.sum(axis=0) if days_in_all is None else days_in_all
    if prior is not None:
        counted, spent = counted + prior[0] * prior[1], spent + prior[0]
    following: Vector = np.divide(counted, spent, out=rates.astype(float).copy(), where=spent > 0)
    return following


def maximise(
    start: Vector,
    days: Vector,
    drinks: Vector,
    weights: Vector,
    prior: tuple[float, Vector] | None,
) -> Vector:
    """Iterate to the maximum of the weighted likelihood."""
    weighted_days, weighted_drinks = days * weights[:, None], weights * drinks
    rates, days_in_all = start, weighted_days.sum(axis=0)
    for _ in range(20_000):
        following = em_step(rates, weighted_days, weighted_drinks, prior, days_in_all)
        if np.max(np.abs(following - rates)) <= EXACT_FIT * max(1.0, float(np.max(rates))):
            return following
        rates = following
    return rates
