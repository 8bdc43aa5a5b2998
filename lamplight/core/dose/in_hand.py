"""A dose as hands can measure it: by beaker, spoon, scale or dispenser, each with what it makes of the strength."""

from __future__ import annotations

from dataclasses import dataclass

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
        product: which.
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
