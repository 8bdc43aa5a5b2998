"""Tests of a water: hardness by a report, a strip or drops, and what else is known."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from enum import StrEnum

from lamplight.core.errors import InvalidInput
from lamplight.core.water.hardness import HARDEST_DH, convert_hardness
from lamplight.core.water.saturation import Analysis

# From how many °dH on each field of a strip turns: the usual steps, common practice, no source.
STRIP_STEPS_DH = (0.0, 4.0, 7.0, 14.0, 21.0)
# Above the last step nobody knows: taken as this.
ABOVE_LAST_DH = 25.0
MOST_DROPS = 100


class TestWay(StrEnum):
    """How a hardness was found."""

    NUMBER = "number"
    STRIP = "strip"
    DROPS = "drops"


@dataclass(frozen=True)
class TestRead:
    """What was read of a test, as it was read.

    Attributes:
        way: how.
        unit: of the numbers, or of one drop.
        total, carbonate: numbers, fields or drops; None where not measured, or where only the hardness was kept.
    """

    way: TestWay = TestWay.NUMBER
    unit: str = "dH"
    total: float | None = None
    carbonate: float | None = None

    @property
    def total_between(self) -> Measured | None:
        """The total hardness with what it lies between; None where nothing was read."""
        return None if self.total is None else hardness_read(self.way, self.total, self.unit)


@dataclass(frozen=True)
class Measured:
    """A hardness, and between what it lies.

    Attributes:
        dh: what is reckoned with, °dH.
        low_dh, high_dh: between which it lies; high is None where nobody knows.
        words: how it was read, in words; empty for a plain number.
    """

    dh: float
    low_dh: float
    high_dh: float | None
    words: str = ""


def hardness_read(way: TestWay, read: float, unit: str = "dH") -> Measured:
    """A hardness from what was read.

    Args:
        read: the number in ``unit``, the fields that changed (0 to 4), or the drops until the colour turned, of one
            ``unit`` each.

    Raises:
        InvalidInput: for an unknown unit, or what cannot be read.
    """
    if way is TestWay.STRIP:
        return _strip(read)
    if way is TestWay.NUMBER:
        value = convert_hardness(read, unit, "dH")
        return Measured(value, value, value)
    if read != int(read) or not 0 <= read <= MOST_DROPS:
        raise InvalidInput(f"Drops are counted whole, 0 to {MOST_DROPS}.")
    one = convert_hardness(1, unit, "dH")
    drops = int(read)
    return Measured(drops * one, max(0, drops - 1) * one, drops * one, f"{drops} drop{'s' if drops != 1 else ''}")


def _strip(fields: float) -> Measured:
    if fields not in range(len(STRIP_STEPS_DH)):
        raise InvalidInput(f"A strip has {len(STRIP_STEPS_DH) - 1} fields: say how many turned, 0 to 4.")
    turned = int(fields)
    low = STRIP_STEPS_DH[turned]
    words = f"{turned} field{'s' if turned != 1 else ''} of {len(STRIP_STEPS_DH) - 1} turned"
    if turned + 1 == len(STRIP_STEPS_DH):
        return Measured(ABOVE_LAST_DH, low, None, words)
    high = STRIP_STEPS_DH[turned + 1]
    return Measured((low + high) / 2, low, high, words)


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
