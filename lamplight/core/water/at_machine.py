"""The water that one machine gets: its source, and what the fitted cartridge leaves of it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from lamplight.core.errors import MissingReading
from lamplight.core.water.breakthrough import load_at, mean_leak
from lamplight.core.water.cartridge import Cartridge, Resin, blended
from lamplight.core.water.hardness import checked_hardness
from lamplight.core.water.tested import WaterTest

# Loads that lie no further apart are one.
SAME_LOAD = 1e-6


@dataclass(frozen=True)
class HardnessLevel:
    """A setting of the machine: the level for water up to a hardness; None is the last, open one."""

    level: str
    up_to_dh: float | None


def level_to_set(total_dh: float, levels: Sequence[HardnessLevel]) -> HardnessLevel:
    """The level to set in the machine for a hardness (after the filter).

    Args:
        total_dh: total hardness, 0 or more.
        levels: of the kind, softest first.

    Raises:
        InvalidInput: for a negative hardness.
        MissingReading: when the kind names no levels.
    """
    checked_hardness(total_dh)
    for level in levels:
        if level.up_to_dh is None or total_dh <= level.up_to_dh:
            return level
    if not levels:
        raise MissingReading("This kind names no hardness levels.")
    return levels[-1]


@dataclass(frozen=True)
class WaterAtMachine:
    """The water that a machine gets.

    Attributes:
        test: the latest test of its source, or None.
        cartridge: what is fitted, or None.
        filter_out: whether the keeper said that none is fitted; without that, None means that nobody knows.
        fitted_at: when the cartridge was put in; None where nobody knows, or none is fitted.
        usual_for: the kind whose usual cartridge it is, since nobody said which, and when that was taken; or None.
    """

    test: WaterTest | None = None
    cartridge: Cartridge | None = None
    filter_out: bool = False
    fitted_at: datetime | None = None
    usual_for: tuple[str, datetime] | None = None

    @property
    def before_filter(self) -> float | None:
        """The hardness that the cartridge is reckoned with, °dH."""
        if self.test is None:
            return None
        softening = self.cartridge is not None and self.cartridge.resin is Resin.SOFTENING
        return self.test.total if softening else self.test.scaling

    @property
    def scaling_after(self) -> float | None:
        """Scaling hardness after the filter, °dH; None without a test.

        A softening resin takes the calcium, so what it leaves of the total limits the scale.
        """
        return self.scaling_behind(0.0)

    def scaling_behind(self, leak: float) -> float | None:
        """The same, where the resin lets a share of what it should take get past, 0 to 1."""
        if self.test is None or self.cartridge is None:
            return self.test.scaling if self.test else None
        hardness = self.before_filter or 0.0
        fresh = blended(hardness, self.cartridge.bypass, self.cartridge.residual_dh)
        return min(self.test.scaling, fresh + leak * (hardness - fresh))

    def scaling_between(self, first: float, last: float, sharpness: float) -> float | None:
        """The same on average between two loads of the cartridge, moment by moment; None without a test.

        Behind a softening resin the scale is never more than the carbonate hardness, however much gets past: up to
        where it comes to that the leak counts, from there on the carbonate hardness.

        Args:
            first, last: loads in shares of the capacity, 0 or more, in order.
            sharpness: of the cartridge's front, above 0.

        Raises:
            InvalidInput: when out of range, or the loads go backwards.
        """
        at_most = self.scaling_behind(1.0)
        if self.test is None or self.cartridge is None or at_most is None:
            return at_most
        hardness = self.before_filter or 0.0
        fresh = blended(hardness, self.cartridge.bypass, self.cartridge.residual_dh)
        share = (at_most - fresh) / (hardness - fresh) if hardness > fresh else 0.0
        if not 0 < share < 1 or last - first < SAME_LOAD:
            return self.scaling_behind(mean_leak(first, last, sharpness))
        turn = min(max(load_at(share, sharpness), first), last)
        below = fresh + mean_leak(first, turn, sharpness) * (hardness - fresh) if turn > first else 0.0
        return ((turn - first) * below + (last - turn) * at_most) / (last - first)

    @property
    def total_after(self) -> float | None:
        """Total hardness after the filter, °dH; None without a test."""
        if self.test is None or self.cartridge is None:
            return self.test.total if self.test else None
        if self.cartridge.resin is Resin.SOFTENING:
            return blended(self.test.total, self.cartridge.bypass, self.cartridge.residual_dh)
        return self.test.total - (self.test.scaling - (self.scaling_after or 0.0))
