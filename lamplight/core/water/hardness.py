"""Hardness in its units, and the scale that it leaves."""

from __future__ import annotations

from lamplight.core.errors import InvalidInput

CACO3_G_PER_MOL = 100.08695
CAO_G_PER_MOL = 56.0774
GRAIN_MG = 64.79891
IMPERIAL_GALLON_L = 4.54609
US_GALLON_L = 3.785411784
MG_CACO3_PER_DH = 10 * CACO3_G_PER_MOL / CAO_G_PER_MOL
# mg/L as CaCO3 in one of each unit.
UNITS: dict[str, float] = {
    "mg/L CaCO3": 1.0,
    "dH": MG_CACO3_PER_DH,
    "fH": 10.0,
    "eH": GRAIN_MG / IMPERIAL_GALLON_L,
    "gpg": GRAIN_MG / US_GALLON_L,
    "mmol/L": CACO3_G_PER_MOL,
    "meq/L": CACO3_G_PER_MOL / 2,
}
HARDEST_DH = 200.0


def convert_hardness(value: float, source: str, target: str) -> float:
    """A hardness in another unit.

    Args:
        value: 0 or more.
        source, target: ``mg/L CaCO3``, ``dH``, ``fH``, ``eH`` (Clark), ``gpg`` (US), ``mmol/L`` or
            ``meq/L``.

    Raises:
        InvalidInput: for an unknown unit or a negative hardness.
    """
    for unit in (source, target):
        if unit not in UNITS:
            raise InvalidInput(f"“{unit}” is not a unit of hardness. Known are: {', '.join(UNITS)}.")
    return checked_hardness(value) * UNITS[source] / UNITS[target]


def checked_hardness(value: float) -> float:
    """The same hardness, in any unit.

    Raises:
        InvalidInput: when it is negative or no finite number.
    """
    if not 0 <= value < float("inf"):
        raise InvalidInput("A hardness is 0 or more.")
    return value


# Upper limits in mg/L as CaCO3, the last band open. Printed for whole numbers (61 to 120, and so on); between them
# the lower band holds.
USGS_BANDS = (
    (60.0, "soft"),  # US Geological Survey, after Durfor and Becker 1964; quoted from memory
    (120.0, "moderately hard"),  # the same, quoted from memory
    (180.0, "hard"),  # the same, quoted from memory
    (None, "very hard"),
)
# Upper limits in mmol/L as CaCO3: soft is below the first, medium up to and with the second.
WRMG_SOFT_BELOW_MMOL = 1.5  # German law on washing agents (WRMG) 2007, section 9; quoted from memory
WRMG_MEDIUM_UP_TO_MMOL = 2.5  # the same, quoted from memory


def usgs_band(hardness_dh: float) -> str:
    """The band of the US Geological Survey: soft to very hard.

    Args:
        hardness_dh: total hardness, 0 or more.

    Raises:
        InvalidInput: for a negative hardness.
    """
    mg = convert_hardness(hardness_dh, "dH", "mg/L CaCO3")
    return next(name for limit, name in USGS_BANDS if limit is None or mg <= limit)


def german_band(hardness_dh: float) -> str:
    """The band of the German law on washing agents: soft, medium, hard.

    Args:
        hardness_dh: total hardness, 0 or more.

    Raises:
        InvalidInput: for a negative hardness.
    """
    mmol = convert_hardness(hardness_dh, "dH", "mmol/L")
    if mmol < WRMG_SOFT_BELOW_MMOL:
        return "soft"
    return "medium" if mmol <= WRMG_MEDIUM_UP_TO_MMOL else "hard"


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
