"""A test of a water: hardness, how it was read, and what else is known."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from lamplight.core.errors import InvalidInput
from lamplight.core.water.hardness import HARDEST_DH
from lamplight.core.water.measured import TestRead
from lamplight.core.water.saturation import Analysis


@dataclass(frozen=True)
class WaterTest:
    """A test of one water source.

    Args:
        day: when it was taken.
        total_dh: total hardness, or None where it was not measured.
        carbonate_dh: carbonate hardness (alkalinity), or None.
        read: as it was read.
        analysis: what else is known, or None.

    Raises:
        InvalidInput: when neither is given or one is out of range (0 to 200 °dH).
    """

    day: date
    total_dh: float | None = None
    carbonate_dh: float | None = None
    read: TestRead = TestRead()
    analysis: Analysis | None = None

    def __post_init__(self) -> None:
        given = [value for value in (self.total_dh, self.carbonate_dh) if value is not None]
        if not given:
            raise InvalidInput("Enter the total or the carbonate hardness.", "total")
        if not all(0 <= value <= HARDEST_DH for value in given):
            raise InvalidInput(f"A hardness lies between 0 and {HARDEST_DH:.0f} °dH.")

    @property
    def total(self) -> float:
        """Total hardness, taken as the carbonate hardness where only that is known."""
        return self.total_dh if self.total_dh is not None else self.carbonate_dh or 0.0

    @property
    def scaling(self) -> float:
        """The hardness that can become scale: carbonate, at most the total; the total where only that is known."""
        if self.carbonate_dh is None:
            return self.total
        return min(self.carbonate_dh, self.total)

    @property
    def assumed(self) -> str:
        """What was assumed, in a sentence, or nothing."""
        if self.carbonate_dh is None:
            return "Only the total hardness is known; all of it is taken as carbonate hardness, which is cautious."
        if self.total_dh is None:
            return "Only the carbonate hardness is known; the total is taken to be as much."
        return ""


def latest_test(tests: Sequence[WaterTest], day: date) -> WaterTest | None:
    """The newest test up to a date, else None."""
    return max((test for test in tests if test.day <= day), key=lambda test: test.day, default=None)
