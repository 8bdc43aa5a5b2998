"""The beaker: filled to a line, part of it drawn through the machine, the rest tipped away; and what follows."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import ceil, sqrt

from lamplight.core.dose.repeats import Repeats, repeats, student_t
from lamplight.core.errors import InvalidInput
from lamplight.core.job.chemistry import Product
from lamplight.core.job.dose import measured

# One wash in twenty may want more than the mark: then it draws air at its end (common practice, no source).
ENOUGH = 0.95
# Where it was measured once, nobody knows how it scatters: this much more is left (common practice, no source).
UNKNOWN_MARGIN = 0.08
LEAST_MARGIN_ML, MARK_STEP_ML = 10.0, 10.0


@dataclass(frozen=True)
class Measuring:
    """One measuring.

    Args:
        filled_ml: up to the line, above 0 up to 20 000.
        left_ml: poured back of the supply side, 0 up to what was filled.

    Raises:
        InvalidInput: when out of range.
    """

    filled_ml: float
    left_ml: float

    def __post_init__(self) -> None:
        if not 0 < self.filled_ml <= 20_000:
            raise InvalidInput("What is filled lies above 0 and up to 20 000 ml.", "filled")
        if not 0 <= self.left_ml <= self.filled_ml:
            raise InvalidInput("No more can be left than was filled.", "left")

    @property
    def drawn_ml(self) -> float:
        """What the machine drew."""
        return self.filled_ml - self.left_ml

    @property
    def waste(self) -> float:
        """The share that is tipped away, 0 to 1."""
        return self.left_ml / self.filled_ml


@dataclass(frozen=True)
class Drawn:
    """What several measurings say.

    Attributes:
        drawn: what the machine draws, ml.
        filled_ml: up to the line, the mean where it was not always the same.
        waste: share that is tipped away at that line, 0 to 1.
        margin_ml: what should stand above what it draws, so that 19 of 20 washes have enough.
        mark_ml: the new mark, rounded up to what can be seen.
    """

    drawn: Repeats
    filled_ml: float
    waste: float
    margin_ml: float
    mark_ml: float


def drawn_of(measurings: Sequence[Measuring], margin_ml: float | None = None) -> Drawn:
    """What a machine really draws, and where the new mark lies; never above the line.

    Args:
        measurings: one or more.
        margin_ml: the keeper's own margin, 0 or more; None for one that follows from the spread.

    Raises:
        InvalidInput: for none, or a negative margin.
    """
    known = repeats([one.drawn_ml for one in measurings])
    filled = sum(one.filled_ml for one in measurings) / len(measurings)
    if margin_ml is not None and not 0 <= margin_ml <= 20_000:
        raise InvalidInput("A margin is 0 ml or more.", "margin")
    margin = margin_for(known) if margin_ml is None else margin_ml
    mark = known.mean + margin
    if margin_ml is None:
        mark = MARK_STEP_ML * ceil(mark / MARK_STEP_ML - 1e-9)
    mark = min(mark, filled)
    return Drawn(known, filled, 1 - known.mean / filled, mark - known.mean, mark)


def margin_for(drawn: Repeats) -> float:
    """What should stand above what is drawn, ml: so that the next wash has enough in 19 of 20 cases."""
    if drawn.deviation is None:
        return max(LEAST_MARGIN_ML, UNKNOWN_MARGIN * drawn.mean)
    count = len(drawn.values)
    return max(LEAST_MARGIN_ML, student_t(ENOUGH, count - 1) * drawn.deviation * sqrt(1 + 1 / count))


@dataclass(frozen=True)
class DoseCut:
    """A dose at another mark, at the same strength.

    Attributes:
        wanted: units, not rounded.
        units: as they can be measured.
        error: by which share the mix is stronger, above 0, or weaker than before.
    """

    wanted: float
    units: float
    error: float


def same_strength(product: Product, full_units: float, full_ml: float, mark_ml: float) -> DoseCut:
    """The dose that keeps a mix as strong as it was.

    Args:
        full_units: of it for the full mix, above 0.
        full_ml: the full mix, above 0.
        mark_ml: the new mix, above 0.

    Raises:
        InvalidInput: when out of range.
    """
    if not (full_units > 0 and full_ml > 0 and mark_ml > 0):
        raise InvalidInput("A dose and both volumes lie above 0.")
    wanted = full_units * mark_ml / full_ml
    units = measured(product, wanted)
    return DoseCut(wanted, units, units / wanted - 1)


@dataclass(frozen=True)
class Saved:
    """What a smaller mark saves.

    Attributes:
        units: of the product in a year.
        money: in a year, or None where no price is known.
        a_wash: money for one wash, before and after; None where no price is known.
    """

    units: float
    money: float | None
    a_wash: tuple[float, float] | None


def saved_by(full_units: float, cut_units: float, washes: float, price: float | None) -> Saved:
    """What a year's washes save.

    Args:
        full_units, cut_units: for one wash, before and after.
        washes: in a year, 0 or more.
        price: money for a unit, or None.

    Raises:
        InvalidInput: for anything below 0.
    """
    if min(full_units, cut_units, washes, price or 0.0) < 0:
        raise InvalidInput("Doses, washes and prices are 0 or more.")
    units = (full_units - cut_units) * washes
    if price is None:
        return Saved(units, None, None)
    return Saved(units, units * price, (full_units * price, cut_units * price))
