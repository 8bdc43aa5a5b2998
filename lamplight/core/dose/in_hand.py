"""A dose as hands can measure it: by beaker, spoon, scale or dispenser, each with what it makes of the strength."""

from __future__ import annotations

from dataclasses import dataclass
from math import pi

from lamplight.core.errors import InvalidInput
from lamplight.core.job.chemistry import Product
from lamplight.core.job.dose import measured

# Metric measuring spoons, level; halves of them are found in the same set (common practice, no source).
TEASPOON_ML, TABLESPOON_ML, SPOON_STEP = 5.0, 15.0, 0.5
# Few count more spoons or pushes than this without losing count (common practice, no source).
MOST_COUNTED = 30


@dataclass(frozen=True)
class InHand:
    """One way to measure a dose.

    Attributes:
        count: how many of the measure, above 0.
        measure: what is counted, as the unit of one.
        error: by which share the mix is stronger, above 0, or weaker than wanted.
    """

    count: float
    measure: str
    error: float


def counted(wanted: float, each: float, measure: str, step: float = 1.0) -> InHand:
    """A dose in measures of a size, to the nearest step, never nothing.

    Args:
        wanted: units, above 0.
        each: units in one measure, above 0.
        measure: the unit of one.
        step: the smallest part of a measure, above 0.

    Raises:
        InvalidInput: when out of range.
    """
    if not (0 < wanted < float("inf") and 0 < each < float("inf") and 0 < step < float("inf")):
        raise InvalidInput("A dose and its measure lie above 0.")
    count = max(step, round(wanted / each / step) * step)
    return InHand(count, measure, count * each / wanted - 1)


def ways_to_measure(
    product: Product, wanted: float, a_push: float | None = None, grams_each: float | None = None
) -> list[InHand]:
    """A dose by its own unit first, then by spoon, scale and dispenser; without those that nobody counts to.

    Args:
        wanted: units, above 0.
        a_push: units that a push of the dispenser gives, above 0; None where nobody counted.
        grams_each: grams of one unit, above 0; None where nobody weighed.

    Raises:
        InvalidInput: when out of range.
    """
    if not 0 < wanted < float("inf"):
        raise InvalidInput("A dose lies above 0.")
    own = measured(product, wanted)
    ways = [InHand(own, product.unit, own / wanted - 1)]
    if grams_each is not None and product.unit != "g":
        ways.append(counted(wanted * grams_each, 1.0, "g"))
    counts = []
    if product.unit == "ml":
        counts.append(counted(wanted, TEASPOON_ML, "level teaspoon", SPOON_STEP))
        counts.append(counted(wanted, TABLESPOON_ML, "level tablespoon", SPOON_STEP))
    if a_push is not None:
        counts.append(counted(wanted, a_push, "push"))
    return ways + [way for way in counts if way.count <= MOST_COUNTED]


@dataclass(frozen=True)
class RoundVessel:
    """A vessel measured inside.

    Args:
        bottom_mm: its width at the bottom, 10 to 500.
        top_mm: its width at ``height_mm``; the same for a straight one.
        height_mm: how high above the bottom the upper width was measured, 10 to 1000.

    Raises:
        InvalidInput: when out of range.
    """

    bottom_mm: float
    top_mm: float
    height_mm: float

    def __post_init__(self) -> None:
        if not (10 <= self.bottom_mm <= 500 and 10 <= self.top_mm <= 500 and 10 <= self.height_mm <= 1000):
            raise InvalidInput("Widths lie between 10 and 500 mm, the height between 10 and 1000 mm.")

    def width_at(self, height_mm: float) -> float:
        """Its width at a height, mm."""
        return self.bottom_mm + (self.top_mm - self.bottom_mm) * height_mm / self.height_mm

    def volume_ml(self, height_mm: float) -> float:
        """What stands in it up to a height: a truncated cone.

        Raises:
            InvalidInput: for a height outside of it.
        """
        if not 0 <= height_mm <= self.height_mm:
            raise InvalidInput("The height lies inside the vessel.")
        width = self.width_at(height_mm)
        square = self.bottom_mm**2 + self.bottom_mm * width + width**2
        return pi * height_mm * square / 12 / 1000


def height_of(vessel: RoundVessel, volume_ml: float) -> float:
    """How high so much stands, in mm.

    Args:
        volume_ml: 0 up to what it holds.

    Raises:
        InvalidInput: for more than it holds.
    """
    holds = vessel.volume_ml(vessel.height_mm)
    if not 0 <= volume_ml <= holds:
        raise InvalidInput(f"Up to that height the vessel holds {holds:.0f} ml.")
    slope = (vessel.top_mm - vessel.bottom_mm) / vessel.height_mm
    if abs(slope) < 1e-9:
        return volume_ml * 1000 * 4 / (pi * vessel.bottom_mm**2)
    width = (vessel.bottom_mm**3 + 12 * slope * volume_ml * 1000 / pi) ** (1 / 3)
    return float((width - vessel.bottom_mm) / slope)
