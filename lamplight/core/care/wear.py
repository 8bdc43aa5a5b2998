"""What a litre uses up of a limit that water wears: litres, scale, a table by hardness, a cartridge."""

from __future__ import annotations

from lamplight.core.care.triggers import CountSince, FilterSpent, LitresByHardness, ScaleBudget, Trigger
from lamplight.core.water.scale import scale_grams
from lamplight.core.water.through import WaterThrough, taken_per_litre


def wear_of(trigger: Trigger, through: WaterThrough) -> float | None:
    """The share of a trigger's limit that a litre of some water uses up; None where the hardness is not known.

    What water does not wear is 0.

    Args:
        trigger: the rule.
        through: the water, and how far its cartridge is used.
    """
    if isinstance(trigger, CountSince):
        return 1.0 / trigger.limit if trigger.counter == "litres" else 0.0
    if isinstance(trigger, FilterSpent):
        return None if through.water.before_filter is None else taken_per_litre(through.water)
    if isinstance(trigger, LitresByHardness):
        return None if through.scaling_dh is None else 1.0 / trigger.litres_at(through.scaling_dh)
    if isinstance(trigger, ScaleBudget):
        hardness = through.scale_dh()
        return None if hardness is None else scale_grams(1.0, hardness) * trigger.deposited / trigger.grams
    return 0.0
