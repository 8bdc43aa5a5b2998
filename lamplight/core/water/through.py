"""The water that went through a machine between two moments: each stretch as it was then, filtered until the filter
was spent."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from datetime import UTC, datetime

from lamplight.core.timeline import Timeline
from lamplight.core.water.at_machine import WaterAtMachine
from lamplight.core.water.cartridge import Cartridge

LONG_AGO = datetime(1990, 1, 1, tzinfo=UTC)
Litres = Callable[[datetime, datetime], float]


@dataclass(frozen=True)
class WaterThrough:
    """So many litres of one water.

    Attributes:
        litres: 0 or more.
        water: as it came, and through which cartridge.
        spent: whether that cartridge took nothing up any more.
    """

    litres: float
    water: WaterAtMachine
    spent: bool = False

    @property
    def scaling_dh(self) -> float | None:
        """The hardness that can become scale, °dH, behind what the cartridge still does; None without a test."""
        if self.spent:
            return self.water.test.scaling if self.water.test else None
        return self.water.scaling_after


def taken_per_litre(water: WaterAtMachine) -> float:
    """The share of its cartridge that a litre of this water uses up, 0 or more; 0 where nothing is known."""
    cartridge, hardness = water.cartridge, water.before_filter
    if cartridge is None or hardness is None:
        return 0.0
    return max(0.0, (1 - cartridge.bypass) * (hardness - cartridge.residual_dh)) / cartridge.capacity_dh_l


def water_through(
    waters: Timeline[WaterAtMachine, datetime], litres: Litres, begin: datetime, end: datetime
) -> tuple[WaterThrough, ...]:
    """What went through between two moments, in order.

    A cartridge filters from when it was fitted (for ever where nobody knows when) until what it took up is its
    capacity; what comes after that went through unfiltered.

    Args:
        waters: what came in, and through which cartridge, when.
        litres: that went through between two moments.
        begin, end: aware.
    """
    fitted = [water.fitted_at for water in (waters.now, *(was for _, was in waters.earlier)) if water.fitted_at]
    start = min([begin, *(max(at, LONG_AGO) for at in fitted)])
    through: list[WaterThrough] = []
    cartridge: tuple[Cartridge | None, datetime | None] = (None, None)
    used = 0.0
    for since, until, water in waters.stretches(start, end):
        here = (water.cartridge, water.fitted_at)
        used = used if here == cartridge else 0.0
        cartridge = here
        for first, last, counts in ((since, min(until, begin), False), (max(since, begin), until, True)):
            amount = litres(first, last) if last > first else 0.0
            if amount <= 0:
                continue
            per_litre = taken_per_litre(water) if water.fitted_at else 0.0
            fresh = min(amount, max(0.0, 1.0 - used) / per_litre) if per_litre else amount
            used += amount * per_litre
            if counts:
                parts = ((fresh, False), (amount - fresh, True))
                through += [WaterThrough(part, water, spent) for part, spent in parts if part > 1e-9]
    return tuple(through)


def water_now(waters: Timeline[WaterAtMachine, datetime], litres: Litres, now: datetime) -> WaterThrough:
    """What comes through at a moment: whether the cartridge still takes something up."""
    water = waters.now
    if water.fitted_at is None or water.cartridge is None or water.fitted_at >= now:
        return WaterThrough(0.0, water)
    used = sum(
        part.litres * taken_per_litre(part.water)
        for part in water_through(waters, litres, water.fitted_at, now)
        if part.water.cartridge == water.cartridge and part.water.fitted_at == water.fitted_at
    )
    return WaterThrough(0.0, water, spent=used >= 1.0)
