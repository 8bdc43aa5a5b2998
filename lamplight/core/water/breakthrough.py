"""How a cartridge weakens: what gets past its resin long before it is spent.

The course is the S-shaped breakthrough curve of a fixed bed, in the symmetrical form of Bohart and Adams (J. Am. Chem.
Soc. 42, 1920, 523) and Yoon and Nelson (Am. Ind. Hyg. Assoc. J. 45, 1984, 509), quoted from memory:

    c / c0 = 1 / (1 + exp(k (1 - x)))

with x the load that was offered, as a share of the capacity, and k the sharpness of the front. Half gets past where
x is 1. How sharp the front of a bed is can only be measured; what stands here is a default, common practice, no source:
small beds with short contact are blunt, a large cartridge in the line is sharper.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from math import exp, log, log1p

from lamplight.core.errors import InvalidInput


class FilterPlace(StrEnum):
    """Where a cartridge sits."""

    TANK = "tank"
    JUG = "jug"
    LINE = "line"


@dataclass(frozen=True)
class Fronts:
    """How sharp the front may be: what is taken, and between which figures it may lie.

    Attributes:
        likely: the sharpness that is reckoned with, above 0.
        blunt, sharp: the least and the most; with the blunt one scale comes sooner.
    """

    likely: float
    blunt: float
    sharp: float


# Defaults of common practice, no source.
FRONTS = {
    FilterPlace.TANK: Fronts(6.0, 4.0, 12.0),
    FilterPlace.JUG: Fronts(6.0, 4.0, 12.0),
    FilterPlace.LINE: Fronts(20.0, 12.0, 40.0),
}


def _softplus(exponent: float) -> float:
    """ln(1 + e^x) without overflow."""
    return max(exponent, 0.0) + log1p(exp(-abs(exponent)))


def _checked(sharpness: float, *loads: float) -> None:
    if not 0 < sharpness < float("inf"):
        raise InvalidInput("The sharpness of a breakthrough lies above 0.")
    if not all(0 <= load < float("inf") for load in loads):
        raise InvalidInput("The load of a cartridge is 0 or more.")


def leak(load: float, sharpness: float) -> float:
    """The share of what a cartridge should take that gets past it, 0 to 1.

    Args:
        load: what was offered to it so far, as a share of its capacity, 0 or more.
        sharpness: of the front, above 0.

    Raises:
        InvalidInput: when out of range.
    """
    _checked(sharpness, load)
    rest = sharpness * (1.0 - load)
    return exp(-rest) / (1.0 + exp(-rest)) if rest > 0 else 1.0 / (1.0 + exp(rest))


def load_at(share: float, sharpness: float) -> float:
    """The load at which a share gets past: `leak` the other way round; 0 where it does from the first litre on.

    Args:
        share: above 0, below 1.
        sharpness: of the front, above 0.

    Raises:
        InvalidInput: when out of range.
    """
    _checked(sharpness)
    if not 0 < share < 1:
        raise InvalidInput("A share that gets past lies between 0 and 1.")
    return max(0.0, 1.0 - log(1.0 / share - 1.0) / sharpness)


def leaked(load: float, sharpness: float) -> float:
    """What got past from the first litre on, as a share of the capacity, 0 or more: the curve's integral.

    Args:
        load: what was offered so far, as a share of the capacity, 0 or more.
        sharpness: of the front, above 0.

    Raises:
        InvalidInput: when out of range.
    """
    _checked(sharpness, load)
    return max(0.0, (_softplus(sharpness * (load - 1.0)) - _softplus(-sharpness)) / sharpness)


def mean_leak(begin: float, end: float, sharpness: float) -> float:
    """The share that gets past on average between two loads, 0 to 1; at one load where they are the same.

    Args:
        begin, end: loads in shares of the capacity, 0 or more, in order.
        sharpness: of the front, above 0.

    Raises:
        InvalidInput: when out of range, or the loads go backwards.
    """
    if end < begin:
        raise InvalidInput("The load of a cartridge only grows.")
    if end - begin < 1e-6:
        return leak(begin, sharpness)
    return min(1.0, (leaked(end, sharpness) - leaked(begin, sharpness)) / (end - begin))
