"""How much of a product goes into a mix, by its own label: the amount to measure, the water to add, the strength.

The label's rule is kept at every volume: so much a litre stays so much a litre in a small mix. What cannot be
measured exactly is rounded to the nearest amount that can, and the error of strength is told. The arithmetic is that of
dilution by volume, ``units = strength x volume`` (any chemistry textbook); the smallest amounts that a hand measures
are common practice, no source.
"""

from __future__ import annotations

from dataclasses import dataclass

from lamplight.core.errors import InvalidInput
from lamplight.core.job.chemistry import Product
from lamplight.core.words import units_in_words, words_for_ml

# The smallest step that a kitchen scale, a measuring beaker or a cap shows, by unit; other units count in whole ones.
STEP_OF = {"ml": 1.0, "g": 1.0, "L": 0.05, "capful": 0.5, "scoop": 0.5}
# A measuring beaker is read to 5 ml from 50 ml on, a bottle's scale to 0.05 L.
COARSE_FROM_ML, COARSE_STEP_ML = 50.0, 5.0
# Below this the error of strength is not worth a word.
WORTH_SAYING = 0.005
# Forms that are laid into the water; all others go in first, and water on top.
WHOLE_FORMS = ("tablet", "pellets", "piece")


def measured(product: Product, wanted: float) -> float:
    """The nearest amount to ``wanted`` units that can be measured, never nothing.

    Args:
        product: whose unit it is.
        wanted: above 0.
    """
    step = 1.0 if product.whole else STEP_OF.get(product.unit, 0.5)
    if product.unit == "ml" and wanted >= COARSE_FROM_ML:
        step = COARSE_STEP_ML
    return max(step, round(wanted / step) * step)


def dose_for(product: Product, mix_ml: float | None) -> float:
    """Units for so much mix, as they can be measured.

    Args:
        mix_ml: what is mixed in all, above 0; None where nothing is.
    """
    wanted = product.dose if product.per_l is None or not mix_ml else product.per_l * mix_ml / 1000
    return measured(product, wanted)


@dataclass(frozen=True)
class Pour:
    """What is measured and poured.

    Attributes:
        units: of the product.
        amount: the same in words.
        water_ml: water to add.
        total_ml: product and water together.
        error: by which share the mix is stronger (above 0) or weaker than the label wants.
        water: the water as an order, such as ``then water to the 1 L mark``.
        words: the whole as an order, such as ``100 ml of concentrate, then water to the 1 L mark``.
    """

    units: float
    amount: str
    water_ml: float
    total_ml: float
    error: float
    water: str
    words: str


def range_words(product: Product) -> str:
    """For how much mix a label holds, such as ``0.5 to 2 L``; empty where it does not say."""
    low, high = product.least_ml, product.most_ml
    if low is not None and high is not None:
        return f"{words_for_ml(round(low))} to {words_for_ml(round(high))}"
    if low is not None:
        return f"{words_for_ml(round(low))} or more"
    return f"{words_for_ml(round(high))} or less" if high is not None else ""


def refusal_of_volume(product: Product, total_ml: float, holds_ml: float | None = None) -> str | None:
    """Why a product cannot be mixed to a volume, in a sentence; None where it can.

    Args:
        total_ml: product and water together, above 0.
        holds_ml: what the vessel holds, or None where nobody knows.
    """
    if holds_ml and total_ml > holds_ml:
        return f"{words_for_ml(round(total_ml))} do not go into what holds {words_for_ml(round(holds_ml))}."
    low, high = product.least_ml, product.most_ml
    if (low is not None and total_ml < low) or (high is not None and total_ml > high):
        return (
            f"{product.title}: the label holds for {range_words(product)} of mix; "
            f"here {words_for_ml(round(total_ml))} are wanted. Take another product."
        )
    return None


def pour_of(product: Product, total_ml: float, holds_ml: float | None = None) -> Pour:
    """What is measured and poured for a mix of so much in all.

    Args:
        total_ml: product and water together, above 0.
        holds_ml: what the vessel holds, or None where nobody knows.

    Raises:
        InvalidInput: when it does not fit into the vessel, or the label does not hold for that volume.
    """
    reason = refusal_of_volume(product, total_ml, holds_ml)
    if reason:
        raise InvalidInput(reason)
    units = dose_for(product, total_ml)
    wanted = product.dose if product.per_l is None else product.per_l * total_ml / 1000
    own_ml = units * {"ml": 1.0, "L": 1000.0}.get(product.unit, 0.0)
    amount, total = units_in_words(units, product.unit), words_for_ml(round(total_ml))
    first = f"{amount} of {product.title[:1].lower()}{product.title[1:]}"
    water = f"into {total} of water" if product.form in WHOLE_FORMS else f"then water to the {total} mark"
    return Pour(
        units=units,
        amount=amount,
        water_ml=max(0.0, total_ml - own_ml),
        total_ml=total_ml,
        error=units / wanted - 1,
        water=water,
        words=f"{first}, {water}",
    )


def error_words(error: float) -> str:
    """An error of strength in words, such as ``9 % weaker than the label wants``; empty where it is none.

    Args:
        error: share by which a mix is stronger, above 0, or weaker.
    """
    if abs(error) < WORTH_SAYING:
        return ""
    return (
        f"{abs(error):.0%} {'stronger' if error > 0 else 'weaker'} than the label wants: nothing nearer can be measured"
    )
