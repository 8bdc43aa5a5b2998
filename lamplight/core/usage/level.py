"""How long a machine's level of use is remembered, and how much of its week is believed: chosen by how well each
would have foretold the past.

The pattern over the weekdays changes slowly and is fitted with a long memory; how strong it is, is not known
beforehand, so that several are tried. The level may drift within weeks or come in bursts. For several half-lives every
few days are foretold from the gaps before them alone. A pattern with a half-life is believed by the likelihood of what
it left unforetold, each with a scatter of its own, and long memories are preferred at the outset; the rates are the
mean of all by that belief. How far they strayed from what was foretold over a fortnight widens the forecasts.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from lamplight.core.usage.em import Vector

# Days; the last stands for no forgetting. Shares of belief at the outset, ours, no source.
HALF_LIVES = (5.0, 10.0, 20.0, 40.0, 80.0, 160.0, 3650.0)
BELIEF = (0.6, 0.8, 1.0, 1.0, 1.2, 1.4, 1.4)
FORETOLD_GAPS = 90
FIRST_FORETOLD = 4
# Beforehand the level lies about the pattern's with this share as its standard deviation; ours, no source.
PRIOR_LEVEL_SD = 0.7
# So many gaps of plain chance are lent to each half-life's scatter.
LENT_GAPS = 2.0
# What is foretold at a time, and how long ago it counts half; ours, chosen on open series, see docs/measurements.md.
SCORED_DAYS, SCORES_HALF_LIFE = 3.0, 120.0
SD_WINDOW_DAYS = 14.0
USUAL_LEVEL_SD, USUAL_SD_WINDOWS = 0.08, 1.5


@dataclass(frozen=True)
class HalfLifeMixture:
    """A mixture of half-lives.

    Attributes:
        half_lives: in days.
        shares: of belief, adding up to 1.
    """

    half_lives: tuple[float, ...] = HALF_LIVES
    shares: tuple[float, ...] = tuple(belief / sum(BELIEF) for belief in BELIEF)

    @property
    def typical_days(self) -> float:
        """The half-life in the middle of the belief."""
        reached = np.cumsum(self.shares)
        return self.half_lives[int(np.searchsorted(reached, 0.5))]


@dataclass(frozen=True)
class Level:
    """The present level of use beside the long pattern.

    Attributes:
        factor: by which the first pattern's rates are multiplied over a week, 0 or more.
        sd: share by which the level varies within a fortnight (a standard deviation).
        half_lives: what it rests on.
        rates: seven drinks a day at that level, by the patterns that are believed.
        patterns: shares of belief in each pattern, adding up to 1.
    """

    factor: float
    sd: float
    half_lives: HalfLifeMixture
    rates: tuple[float, ...] = ()
    patterns: tuple[float, ...] = (1.0,)


def half_life_weights(ages_days: Vector, half_life_days: float | None) -> Vector:
    """Weights for one half-life; all 1 without one."""
    ages = np.asarray(ages_days, dtype=float)
    return np.ones(len(ages)) if half_life_days is None else 0.5 ** (ages / half_life_days)


def level_of(days: Vector, drinks: Vector, ages_days: Vector, rates: Vector, overdispersion: float = 1.0) -> Level:
    """The level of use now, by the patterns and memories that foretold a machine's own past best.

    Args:
        days: gaps x 7, days of each weekday in each gap, in order of time.
        ages_days: age of each gap's end, 0 or more, falling.
        rates: seven drinks a day, the long pattern; or several of them, a row each.
        overdispersion: factor by which the variance exceeds Poisson, 1 or more.
    """
    days, drinks, ages = days[-FORETOLD_GAPS:], drinks[-FORETOLD_GAPS:], np.asarray(ages_days)[-FORETOLD_GAPS:]
    patterns = np.atleast_2d(rates)
    fitted = np.maximum(patterns @ days.T, 1e-9)
    kept = kept_by_half_life(np.append(ages, 0.0))[:, :, :-1]
    levels = np.array([known_levels(drinks, by_pattern, kept, overdispersion) for by_pattern in fitted])
    shares = weigh_memories(days.sum(axis=1), drinks, fitted, levels[:, :, :-1])
    foretold = np.einsum("pk,pkg,pg->g", shares, levels[:, :, :-1], fitted)
    now = np.einsum("pk,pk,pd->d", shares, levels[:, :, -1], patterns)
    believed = shares.sum(axis=1) @ fitted
    total = float(patterns[0].sum())
    return Level(
        float(now.sum()) / total if total > 0 else 0.0,
        _level_sd(foretold / believed, days, drinks, believed, overdispersion),
        HalfLifeMixture(HALF_LIVES, tuple(float(share) for share in shares.sum(axis=0))),
        tuple(float(rate) for rate in now),
        tuple(float(share) for share in shares.sum(axis=1)),
    )


def known_levels(drinks: Vector, fitted: Vector, kept: Vector, overdispersion: float) -> Vector:
    """The level that each half-life knows before each gap, and after the last: half-lives x (gaps + 1).

    The pattern is lent as many drinks as would scatter by `PRIOR_LEVEL_SD` of their count.

    Args:
        drinks: in each gap, in order of time.
        fitted: by the long pattern, above 0.
        kept: half-lives x (gaps + 1) x gaps, as `kept_by_half_life` answers.
        overdispersion: factor by which the variance exceeds Poisson, 1 or more.
    """
    lent = max(1.0, overdispersion) / PRIOR_LEVEL_SD**2
    return (kept @ drinks + lent) / (kept @ fitted + lent)


def weigh_memories(spans_days: Vector, drinks: Vector, fitted: Vector, levels: Vector) -> Vector:
    """The belief in each pattern with each half-life, adding up to 1: patterns x half-lives.

    By how each foretells the next few days from the gaps before them; what lies long ago counts less.

    Args:
        spans_days: of each gap, in order of time, above 0.
        fitted: patterns x gaps, drinks by each pattern, above 0.
        levels: patterns x half-lives x gaps, the level that each knew beforehand.
    """
    belief = np.tile(np.array(BELIEF) / sum(BELIEF) / len(fitted), (len(fitted), 1))
    ends = np.concatenate([[0.0], np.cumsum(spans_days)])
    closes = np.searchsorted(ends, ends[:-1] + SCORED_DAYS - 1e-9)
    starts = np.nonzero((closes <= len(drinks)) & (np.arange(len(drinks)) >= FIRST_FORETOLD))[0]
    if len(starts) <= 2:
        return belief
    closes = closes[starts]
    overlap = float(np.mean(closes - starts))
    weight = 0.5 ** ((ends[-1] - ends[starts]) / SCORES_HALF_LIFE)
    counted = np.concatenate([[0.0], np.cumsum(drinks)])
    expected = np.concatenate([np.zeros((len(fitted), 1)), np.cumsum(fitted, axis=1)], axis=1)
    foretold = np.maximum((expected[:, closes] - expected[:, starts])[:, None, :] * levels[:, :, starts], 0.05)
    beyond = ((counted[closes] - counted[starts] - foretold) ** 2 / foretold) @ weight / overlap
    gaps = float(weight.sum()) / overlap
    scores = -0.5 * gaps * np.log((beyond + LENT_GAPS) / (gaps + LENT_GAPS))
    believed = belief * np.exp(scores - scores.max())
    return np.asarray(believed / believed.sum(), dtype=np.float64)


def kept_by_half_life(ages_days: Vector) -> Vector:
    """What each gap still weighs when a later one ends: half-lives x later gaps x gaps, 0 to 1; 0 for later ones.

    Args:
        ages_days: of the gaps, falling, 0 or more.
    """
    passed = np.maximum(ages_days[None, :] - ages_days[:, None], 0.0)  # row i: from gap j to gap i
    passed[np.triu_indices(len(ages_days))] = np.inf
    kept = np.empty((len(HALF_LIVES), *passed.shape))
    kept[-1] = 0.5 ** (passed / HALF_LIVES[-1])
    kept[-2] = 0.5 ** (passed / HALF_LIVES[-2])
    for place in range(len(HALF_LIVES) - 3, -1, -1):  # each of these is half as long as the next
        kept[place] = kept[place + 1] ** 2
    return kept


def _level_sd(known: Vector, days: Vector, drinks: Vector, fitted: Vector, overdispersion: float) -> float:
    """How far the level strayed from what was known over a fortnight, beyond chance."""
    ends = np.concatenate([[0.0], np.cumsum(days.sum(axis=1))])
    closes = np.searchsorted(ends, ends[:-1] + SD_WINDOW_DAYS - 1e-9)
    starts = np.nonzero((closes <= len(drinks)) & (np.arange(len(drinks)) >= FIRST_FORETOLD))[0]
    if not len(starts):
        return USUAL_LEVEL_SD
    closes = closes[starts]
    counted, expected = (np.concatenate([[0.0], np.cumsum(amounts)]) for amounts in (drinks, fitted))
    foretold = np.maximum((expected[closes] - expected[starts]) * known[starts], 0.05)
    beyond = ((counted[closes] - counted[starts] - foretold) / foretold) ** 2 - overdispersion / foretold
    windows = max(1.0, len(starts) / float(np.mean(closes - starts)))  # they overlap
    lent_variance = USUAL_LEVEL_SD**2 * USUAL_SD_WINDOWS
    # Fortnights that strayed less than chance would have it speak against the straying that is lent.
    variance = max(0.0, float(beyond.mean()) * windows + lent_variance) / (windows + USUAL_SD_WINDOWS)
    return float(variance**0.5)
