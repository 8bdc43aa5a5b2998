"""The water that went through a machine between two moments: each stretch as it was then, filtered until the filter
was spent."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from datetime import UTC, datetime
from enum import StrEnum

from lamplight.core.timeline import Timeline
from lamplight.core.water.at_machine import WaterAtMachine
from lamplight.core.water.cartridge import Cartridge

WHOLE_LIFE = (0.0, 1.0)
LONG_AGO = datetime(1990, 1, 1, tzinfo=UTC)
Litres = Callable[[datetime, datetime], float]


class Front(StrEnum):
    """How sharp the front of a cartridge is taken to be: a blunt one lets more past, and sooner."""

    LIKELY = "likely"
    BLUNT = "blunt"
    SHARP = "sharp"

    def of(self, cartridge: Cartridge) -> float:
        """The sharpness of one cartridge's front, above 0."""
        return float(getattr(cartridge.fronts, self.value))


@dataclass(frozen=True)
class WaterThrough:
    """So many litres of one water.

    Attributes:
        litres: 0 or more.
        water: as it came, and through which cartridge.
        spent: whether that cartridge had taken up what its label says.
        load: what was offered to the cartridge before and after it, in shares of its capacity; a whole life where
            nobody knows when it was fitted.
    """

    litres: float
    water: WaterAtMachine
    spent: bool = False
    load: tuple[float, float] = WHOLE_LIFE

    @property
    def scaling_dh(self) -> float | None:
        """The hardness that can become scale, °dH, by what a machine is told; None without a test.

        As the cartridge's label has it: all that it takes until it is spent, nothing afterwards.
        """
        if self.spent:
            return self.water.test.scaling if self.water.test else None
        return self.water.scaling_after

    def scale_dh(self, front: Front = Front.LIKELY) -> float | None:
        """The hardness that can become scale, °dH, behind a cartridge that weakens; None without a test."""
        if self.water.cartridge is None:
            return self.water.scaling_after
        return self.water.scaling_between(*self.load, front.of(self.water.cartridge))


def taken_per_litre(water: WaterAtMachine) -> float:
    """The share of its cartridge that a litre of this water uses up, 0 or more; 0 where nothing is known."""
    cartridge, hardness = water.cartridge, water.before_filter
    if cartridge is None or hardness is None:
        return 0.0
    return max(0.0, (1 - cartridge.bypass) * (hardness - cartridge.residual_dh)) / cartridge.capacity_dh_l


def poured(water: WaterAtMachine, litres: float, load: float) -> tuple[WaterThrough, ...]:
    """So many litres of a water: up to where its cartridge is spent, and what comes after that.

    Args:
        water: with the cartridge that is fitted.
        litres: 0 or more.
        load: what was offered to the cartridge before them, in shares of its capacity.
    """
    per_litre = taken_per_litre(water) if water.fitted_at else 0.0
    fresh = min(litres, max(0.0, 1.0 - load) / per_litre) if per_litre else litres
    turn, end = load + fresh * per_litre, load + litres * per_litre
    parts = ((fresh, False, (load, turn)), (litres - fresh, True, (turn, end)))
    known = water.fitted_at is not None
    return tuple(
        WaterThrough(part, water, spent, offered if known else WHOLE_LIFE)
        for part, spent, offered in parts
        if part > 1e-9
    )


def water_through(
    waters: Timeline[WaterAtMachine, datetime], litres: Litres, begin: datetime, end: datetime
) -> tuple[WaterThrough, ...]:
    """What went through between two moments, in order.

    A cartridge is spent when what was offered to it is its capacity (never where nobody knows when it was fitted);
    what weakens before and after is in each stretch's load.

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
            through += poured(water, amount, used) if counts else ()
            used += amount * per_litre
    return tuple(through)


def water_now(waters: Timeline[WaterAtMachine, datetime], litres: Litres, now: datetime) -> WaterThrough:
    """What comes through at a moment: whether the cartridge still takes something up."""
    water = waters.now
    if water.fitted_at is None or water.cartridge is None or water.fitted_at >= now:
        return WaterThrough(0.0, water, load=(0.0, 0.0) if water.fitted_at else WHOLE_LIFE)
    used = sum(
        part.litres * taken_per_litre(part.water)
        for part in water_through(waters, litres, water.fitted_at, now)
        if part.water.cartridge == water.cartridge and part.water.fitted_at == water.fitted_at
    )
    return WaterThrough(0.0, water, used >= 1.0, (used, used))
