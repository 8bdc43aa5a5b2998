"""How much scale forms, and after how many litres it is too much."""

from __future__ import annotations

from lamplight.core.errors import InvalidInput
from lamplight.core.water.hardness import MG_CACO3_PER_DH, checked_hardness

# How much of the scale that could form does form (common practice, no source).
DEPOSITED_SHARE = 0.4
SCALE_BUDGET_G = 10.0


def scale_grams(litres: float, scaling_dh: float) -> float:
    """Grams of CaCO3 that can come out of the water at most.

    Args:
        litres: 0 or more.
        scaling_dh: carbonate hardness, 0 or more, at most the total.

    Raises:
        InvalidInput: for a negative amount or hardness.
    """
    if not 0 <= litres < float("inf"):
        raise InvalidInput("An amount of water is 0 L or more.")
    checked_hardness(scaling_dh)
    return litres * scaling_dh * MG_CACO3_PER_DH / 1000


def descale_litres(
    scaling_dh: float, budget_g: float = SCALE_BUDGET_G, deposited: float = DEPOSITED_SHARE
) -> float | None:
    """Litres between two descales for a budget of scale; None where no scale forms.

    Args:
        scaling_dh: carbonate hardness after the filter, 0 or more.
        budget_g: scale that may build up, above 0.
        deposited: share that deposits, above 0 up to 1.

    Raises:
        InvalidInput: when out of range.
    """
    if not scaling_dh >= 0 or not budget_g > 0 or not 0 < deposited <= 1:
        raise InvalidInput("Hardness at 0 or more, a budget above 0 g, and a deposited share up to 1 are needed.")
    return budget_g * 1000 / (scaling_dh * MG_CACO3_PER_DH * deposited) if scaling_dh > 0 else None
