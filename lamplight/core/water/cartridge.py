"""What a filter cartridge takes out, leaves, and how long it lasts."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from lamplight.core.errors import InvalidInput
from lamplight.core.water.breakthrough import FRONTS, FilterPlace, Fronts
from lamplight.core.water.hardness import checked_hardness

# How long a cartridge may stay in at most: a default of common practice, no source.
USUAL_MONTHS, MOST_MONTHS = 2, 120


class Resin(StrEnum):
    """What a cartridge takes out."""

    DECARBONISING = "decarbonising"
    SOFTENING = "softening"


@dataclass(frozen=True)
class Cartridge:
    """A filter cartridge.

    Args:
        capacity_dh_l: hardness-litres, °dH times litres, above 0.
        bypass: share of the water that goes past the resin, 0 to 1.
        residual_dh: what the resin leaves, 0 or more.
        resin: decarbonising cartridges are reckoned with carbonate hardness, softening ones with
            total hardness.
        months: how long it may stay in at most, 1 to 120.
        place: in the machine's tank, in a jug beside it, or in the line from the tap.

    Raises:
        InvalidInput: when out of range.
    """

    capacity_dh_l: float
    bypass: float = 0.0
    residual_dh: float = 0.0
    resin: Resin = Resin.DECARBONISING
    months: int = USUAL_MONTHS
    place: FilterPlace = FilterPlace.TANK

    def __post_init__(self) -> None:
        if not self.capacity_dh_l > 0:
            raise InvalidInput("A cartridge's capacity lies above 0.")
        if not 0 <= self.bypass <= 1:
            raise InvalidInput("A bypass is a share between 0 and 1.")
        if self.residual_dh < 0:
            raise InvalidInput("What a cartridge leaves is 0 or more.")
        if not 1 <= self.months <= MOST_MONTHS:
            raise InvalidInput(f"A cartridge stays in for 1 to {MOST_MONTHS} months.")

    @property
    def fronts(self) -> Fronts:
        """How sharp its front is, and may be."""
        return FRONTS[self.place]


def blended(hardness_dh: float, bypass: float, residual_dh: float = 0.0) -> float:
    """Hardness behind a filter: the bypassed share as it was, the rest as the resin leaves it.

    Raises:
        InvalidInput: for a bypass outside 0 to 1 or a negative hardness.
    """
    if not 0 <= bypass <= 1:
        raise InvalidInput("A bypass is a share between 0 and 1.")
    left = min(checked_hardness(residual_dh), checked_hardness(hardness_dh))
    return bypass * hardness_dh + (1 - bypass) * left


@dataclass(frozen=True)
class Bypass:
    """A setting of the bypass.

    Attributes:
        share: 0 to 1.
        reachable: whether the wanted hardness is reached by it.
    """

    share: float
    reachable: bool


def bypass_for(hardness_dh: float, target_dh: float, residual_dh: float = 0.0) -> Bypass:
    """The bypass that gives a wanted hardness.

    All of the water goes past (1) where it is soft enough already; none (0, not reachable) where
    the resin leaves more than is wanted.

    Args:
        hardness_dh: of the water before it, 0 or more.
        target_dh: wanted behind it, 0 or more.
        residual_dh: what the resin leaves, 0 or more.

    Raises:
        InvalidInput: for a negative hardness.
    """
    for hardness in (hardness_dh, target_dh, residual_dh):
        checked_hardness(hardness)
    if target_dh >= hardness_dh:
        return Bypass(1.0, True)
    if target_dh <= residual_dh:
        return Bypass(0.0, target_dh == residual_dh)
    return Bypass((target_dh - residual_dh) / (hardness_dh - residual_dh), True)


def filter_litres(cartridge: Cartridge, hardness_dh: float) -> float | None:
    """Litres at the tap until a cartridge is spent; None where it never is.

    Args:
        cartridge: capacity, bypass and what it leaves.
        hardness_dh: of the water before it, 0 or more: carbonate for decarbonising resin, total for softening.

    Raises:
        InvalidInput: for a negative hardness.
    """
    checked_hardness(hardness_dh)
    taken = (1 - cartridge.bypass) * (hardness_dh - cartridge.residual_dh)
    return cartridge.capacity_dh_l / taken if taken > 0 else None
