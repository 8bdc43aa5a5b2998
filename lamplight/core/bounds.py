"""Between which values an amount of each unit lies: what is smaller is nothing, what is larger a slip of the hand.

Without a smallest value a dose of 1e-320 passes as more than nothing, and whatever is divided by it does not end.
Defaults of common practice, no source: the smallest is a tenth of what anybody measures there, or less.
"""

from __future__ import annotations

from dataclasses import dataclass

from lamplight.core.errors import InvalidInput


@dataclass(frozen=True)
class Bounds:
    """Of an amount that may also be 0, where the one who asks says so."""

    smallest: float
    largest: float
    unit: str = ""

    def __str__(self) -> str:
        unit = f" {self.unit}" if self.unit else ""
        return f"between {self.smallest:g} and {self.largest:,.0f}{unit}"


DRINKS_A_DAY = Bounds(0.01, 5_000, "drinks")
UNITS = Bounds(0.001, 1_000_000)  # tablets, millilitres or whatever a product is counted in
DOSE = Bounds(0.001, 100_000)
VOLUME_ML = Bounds(1, 100_000)  # of mix, as a label says
DEGREES = Bounds(0.01, 200, "°dH")
HARDNESS_LITRES = Bounds(1, 1_000_000, "°dH·L")
SHARE = Bounds(0.001, 1)


def within(value: float, bounds: Bounds, what: str, field: str = "", or_nothing: bool = False) -> float:
    """The value, when it lies within its bounds.

    Args:
        value: to check; never not-a-number afterwards.
        bounds: of its unit.
        what: it is, to begin a sentence with.
        field: of a form, for the refusal.
        or_nothing: whether 0 is a value as well.

    Raises:
        InvalidInput: otherwise.
    """
    if (or_nothing and value == 0) or bounds.smallest <= value <= bounds.largest:
        return value
    raise InvalidInput(f"{what} lies {bounds}{', or is 0' if or_nothing else ''}.", field)
