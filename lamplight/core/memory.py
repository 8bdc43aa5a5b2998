"""How long a machine's usage is to remember: chosen by how well each memory would have foretold the past.

For each of several half-lives, every gap is predicted from the gaps before it alone; the half-lives
that predicted better weigh more. Long memories are preferred at the outset: a steady machine wants
months, one whose use drifts wants weeks.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

Vector = np.ndarray

# Days; the last stands for no forgetting. Shares of belief at the outset, ours, no source.
HALF_LIVES = (7.0, 14.0, 28.0, 56.0, 112.0, 3650.0)
BELIEF = (0.5, 1.0, 2.0, 4.0, 6.0, 6.0)
PREDICTED_GAPS = 160
FIRST_PREDICTED = 4
PRIOR_DAYS = 1.0


@dataclass(frozen=True)
class Memory:
    """A mixture of half-lives.

    Attributes:
        half_lives: in days.
        shares: of belief, adding up to 1.
    """

    half_lives: tuple[float, ...] = HALF_LIVES
    shares: tuple[float, ...] = tuple(belief / sum(BELIEF) for belief in BELIEF)

    def weights(self, ages_days: Vector) -> Vector:
        """How much gaps of these ages weigh, 0 to 1."""
        kept = 0.5 ** (np.asarray(ages_days)[:, None] / np.array(self.half_lives)[None, :])
        return kept @ np.array(self.shares)

    @property
    def typical_days(self) -> float:
        """The half-life in the middle of the belief."""
        reached = np.cumsum(self.shares)
        return self.half_lives[int(np.searchsorted(reached, 0.5))]


def choose_memory(days: Vector, drinks: Vector, ages_days: Vector, rates: Vector) -> Memory:
    """The memory that predicts a machine's own past best.

    Args:
        days: gaps x 7, days of each weekday in each gap, in order of time.
        drinks: drinks in each gap.
        ages_days: age of each gap's end, 0 or more, falling.
        rates: seven drinks a day, fitted to all gaps alike; they share each gap's drinks out
            among its weekdays.
    """
    days, drinks, ages = days[-PREDICTED_GAPS:], drinks[-PREDICTED_GAPS:], ages_days[-PREDICTED_GAPS:]
    if len(drinks) <= FIRST_PREDICTED + 2 or not np.any(rates > 0):
        return Memory()
    fitted = np.maximum(days @ rates, 1e-9)
    shared = days * rates * (drinks / fitted)[:, None]
    means = [_foretold(days, shared, ages, rates, half_life) for half_life in HALF_LIVES]
    scored = slice(FIRST_PREDICTED, None)
    long = means[-1][scored]
    dispersion = max(1.0, float(np.mean((drinks[scored] - long) ** 2 / long)))
    scores = np.array([_score(drinks[scored], mean[scored], dispersion) for mean in means])
    belief = np.array(BELIEF) * np.exp(scores - scores.max())
    return Memory(HALF_LIVES, tuple(float(share) for share in belief / belief.sum()))


def _foretold(days: Vector, shared: Vector, ages: Vector, rates: Vector, half_life: float) -> Vector:
    """Mean of each gap as the gaps before it would have told it."""
    passed = np.maximum(ages[None, :] - ages[:, None], 0.0)  # from gap j to gap i
    kept = np.tril(0.5 ** (passed / half_life), -1)
    level = np.maximum(rates, 1e-3)
    foretold = (kept @ shared + PRIOR_DAYS * level) / (kept @ days + PRIOR_DAYS)
    return np.maximum(np.sum(foretold * days, axis=1), 0.05)


def _score(drinks: Vector, mean: Vector, dispersion: float) -> float:
    """Log score of the predictions, counts taken as normal with the common over-dispersion."""
    variance = dispersion * mean
    return float(-0.5 * np.sum(np.log(variance) + (drinks - mean) ** 2 / variance))


def half_life_weights(ages_days: Sequence[float] | Vector, half_life_days: float | None) -> Vector:
    """Weights for one half-life; all 1 without one."""
    ages = np.asarray(ages_days, dtype=float)
    return np.ones(len(ages)) if half_life_days is None else 0.5 ** (ages / half_life_days)
