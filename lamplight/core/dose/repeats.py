"""Repeated measurings: mean, spread, intervals, one that stands out, and how many more would settle it.

Mean and sample standard deviation with n - 1; the interval of the mean is Student's t (Biometrika 6, 1908, 1), that of
the next single value is ``t s sqrt(1 + 1/n)``; one that stands out by Grubbs' test (Technometrics 11, 1969, 1). All
quoted from memory, as any textbook of statistics has them.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import inf, sqrt
from statistics import fmean, stdev

from lamplight.core.errors import InvalidInput

CONFIDENCE = 0.95
# A spread is small enough where the mean is known to this share (common practice, no source).
STEADY_WITHIN = 0.05
MOST_REPEATS = 200


def student_t(probability: float, degrees: int) -> float:
    """The quantile of Student's t.

    Args:
        probability: above 0, below 1.
        degrees: of freedom, 1 or more.

    Raises:
        InvalidInput: when out of range.
    """
    if not 0 < probability < 1 or degrees < 1:
        raise InvalidInput("A quantile wants a probability between 0 and 1, and a degree of freedom.")
    from scipy.special import stdtrit  # slow to load

    return float(stdtrit(degrees, probability))


@dataclass(frozen=True)
class Repeats:
    """What values that were measured again and again say.

    Attributes:
        values: that count, in their order.
        mean: of them.
        deviation: sample standard deviation; None for a single one.
        mean_low, mean_high: between which the mean lies with 95 %; None for a single one.
        next_low, next_high: the same for the next value.
        outlier: index of the one that stands out, or None.
    """

    values: tuple[float, ...]
    mean: float
    deviation: float | None
    mean_low: float | None
    mean_high: float | None
    next_low: float | None
    next_high: float | None
    outlier: int | None

    @property
    def half_width(self) -> float:
        """How far the mean may be off; endless for a single value."""
        return inf if self.mean_high is None else self.mean_high - self.mean

    @property
    def steady(self) -> bool:
        """Whether the mean is known to a twentieth."""
        return self.half_width <= STEADY_WITHIN * abs(self.mean)


def repeats(values: Sequence[float], confidence: float = CONFIDENCE) -> Repeats:
    """What repeated values say; of a single one only itself.

    Args:
        values: one or more, each finite.
        confidence: of the intervals, above 0, below 1.

    Raises:
        InvalidInput: for none, too many, or one that is no number.
    """
    if not values:
        raise InvalidInput("Measure once at least.")
    if len(values) > MOST_REPEATS or not all(abs(value) < 1e12 for value in values):
        raise InvalidInput(f"Up to {MOST_REPEATS} values, each a number.")
    count, mean = len(values), fmean(values)
    if count == 1:
        return Repeats(tuple(values), mean, None, None, None, None, None, None)
    deviation = stdev(values)
    spread = student_t((1 + confidence) / 2, count - 1) * deviation
    around, ahead = spread / sqrt(count), spread * sqrt(1 + 1 / count)
    return Repeats(
        tuple(values), mean, deviation, mean - around, mean + around, mean - ahead, mean + ahead, standing_out(values)
    )


def grubbs_limit(count: int, significance: float = 0.05) -> float:
    """From which distance, in standard deviations, a value stands out among so many, 3 or more, on either side.

    Raises:
        InvalidInput: for fewer than three.
    """
    if count < 3:
        raise InvalidInput("Of two nobody can say which one is wrong.")
    t = student_t(1 - significance / (2 * count), count - 2)
    return (count - 1) / sqrt(count) * sqrt(t * t / (count - 2 + t * t))


def standing_out(values: Sequence[float], significance: float = 0.05) -> int | None:
    """Which value stands out from the others, by its index; None where none does, or there are fewer than three."""
    if len(values) < 3:
        return None
    deviation = stdev(values)
    if deviation <= 0:
        return None
    mean = fmean(values)
    furthest = max(range(len(values)), key=lambda index: abs(values[index] - mean))
    return furthest if abs(values[furthest] - mean) / deviation > grubbs_limit(len(values), significance) else None


def more_needed(known: Repeats, within: float = STEADY_WITHIN, confidence: float = CONFIDENCE) -> int | None:
    """How many repeats more would make the mean known to a share, if they scatter as much; None where nobody knows.

    Args:
        within: the share, above 0.

    Raises:
        InvalidInput: for a share that is not above 0.
    """
    if not within > 0:
        raise InvalidInput("A share lies above 0.")
    if known.deviation is None:
        return None
    wanted, have = within * abs(known.mean), len(known.values)
    for count in range(have, MOST_REPEATS + 1):
        if student_t((1 + confidence) / 2, count - 1) * known.deviation / sqrt(count) <= wanted:
            return count - have
    return None
