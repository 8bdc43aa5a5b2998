"""A round vessel, straight or tapered: how high so much stands in it."""

from __future__ import annotations

from dataclasses import dataclass
from math import pi

from lamplight.core.errors import InvalidInput


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
        vessel: measured inside.
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
