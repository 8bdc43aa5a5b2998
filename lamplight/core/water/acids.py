"""Acids that dissolve scale: how much, how much gas comes of it, and what their salts do.

    CaCO3 + 2 H+ -> Ca2+ + H2O + CO2        g CaCO3 per g acid = (protons / 2) x M(CaCO3) / M(acid)

Molar masses from IUPAC atomic weights; pKa at 25 °C from the usual handbook tables (second decimals differ between
them), quoted from memory. How many protons count by the end of a descale, at a pH of 5 to 6, is common practice.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from lamplight.core.errors import InvalidInput
from lamplight.core.water.hardness import CACO3_G_PER_MOL

CO2_G_PER_MOL = 44.0095
GAS_L_PER_MOL_20C = 24.0551  # ideal gas at 20 °C and 1 atm
PKW = 14.0
# As much CaCO3 stays bound in a litre as calcium citrate, g: about 0.95 g/L dissolve at 25 °C, less when hot
# (handbook, quoted from memory).
CITRATE_HOLDS_G_PER_L = 0.5


@dataclass(frozen=True)
class Acid:
    """An acid of descalers.

    Attributes:
        key, title: its short name, and its words.
        molar_g: g/mol of what is weighed.
        pkas: at 25 °C, rising.
        protons: that count safely by the end.
        notes: what it does beside dissolving scale, each a sentence.
    """

    key: str
    title: str
    molar_g: float
    pkas: tuple[float, ...]
    protons: int
    notes: tuple[str, ...] = ()

    @property
    def caco3_per_g(self) -> float:
        """Grams of CaCO3 that a gram dissolves, with the protons that count safely."""
        return self.protons / 2 * CACO3_G_PER_MOL / self.molar_g

    @property
    def caco3_per_g_at_most(self) -> float:
        """The same with every proton that it has."""
        return len(self.pkas) / 2 * CACO3_G_PER_MOL / self.molar_g


_CITRATE = (
    "Calcium citrate drops out as a white sludge when the mix is hot, strong and nearly spent: use it below 40 °C."
)
_COPPER = "Attacks copper alloys, brass among them, and some seals."
ACIDS = {
    acid.key: acid
    for acid in (
        Acid("citric", "citric acid", 192.1238, (3.13, 4.76, 6.40), 2, (_CITRATE,)),
        Acid("citric-monohydrate", "citric acid monohydrate", 210.1391, (3.13, 4.76, 6.40), 2, (_CITRATE,)),
        Acid("lactic", "lactic acid", 90.0781, (3.86,), 1, ("Its calcium salt stays dissolved, hot as well.",)),
        Acid(
            "sulfamic", "sulfamic acid", 97.0935, (1.0,), 1,
            ("Fresh and below 60 °C: hot, it turns slowly into a sulfate, and gypsum may form.",),
        ),
        Acid("formic", "formic acid", 46.0254, (3.75,), 1, (_COPPER, "Its vapour stings: air the room.")),
        Acid("malic", "malic acid", 134.0876, (3.40, 5.11), 2, ("Its calcium salt is only moderately soluble.",)),
        Acid("acetic", "acetic acid", 60.0521, (4.76,), 1, (_COPPER, "Weak near the end, and it smells.")),
    )
}  # fmt: skip
ALL_ACIDS = "No acid on aluminium, zinc, marble or terrazzo; splashes off stone, metal and wood at once."


def acid_named(key: str) -> Acid:
    """The acid with a short name.

    Raises:
        InvalidInput: for an unknown one.
    """
    if key not in ACIDS:
        raise InvalidInput(f"“{key}” is not an acid that is known here. Known are: {', '.join(ACIDS)}.", "acid")
    return ACIDS[key]


@dataclass(frozen=True)
class AcidPart:
    """So many grams of one acid.

    Raises:
        InvalidInput: for an unknown acid, or a negative or endless amount.
    """

    acid: str
    grams: float

    def __post_init__(self) -> None:
        acid_named(self.acid)
        if not 0 <= self.grams < 1e6:
            raise InvalidInput("An amount of acid lies between 0 and 1 000 000 g.", "grams")


def dissolves_g(parts: Iterable[AcidPart], at_most: bool = False) -> float:
    """Grams of CaCO3 that a blend dissolves.

    Args:
        parts: grams of each acid.
        at_most: whether every proton is counted, and not only those that count safely.
    """
    return sum(
        part.grams * (acid.caco3_per_g_at_most if at_most else acid.caco3_per_g)
        for part in parts
        for acid in (acid_named(part.acid),)
    )


def grams_for(acid: str, scale_g: float) -> float:
    """Grams of one acid that dissolve so much scale, with the protons that count safely.

    Raises:
        InvalidInput: for an unknown acid or a negative amount of scale.
    """
    if not 0 <= scale_g < float("inf"):
        raise InvalidInput("An amount of scale is 0 g or more.")
    return scale_g / acid_named(acid).caco3_per_g


def carbon_dioxide_l(scale_g: float) -> float:
    """Litres of carbon dioxide, at 20 °C and 1 atm as an ideal gas, that so much scale gives off.

    Raises:
        InvalidInput: for a negative amount.
    """
    if not 0 <= scale_g < float("inf"):
        raise InvalidInput("An amount of scale is 0 g or more.")
    return scale_g / CACO3_G_PER_MOL * GAS_L_PER_MOL_20C


def protons_given(acid: Acid, ph: float) -> float:
    """How many protons a molecule has given up on average at a pH, from its pKa alone (dilute, no complexes)."""
    terms, total, weighed = 1.0, 1.0, 0.0
    for number, pka in enumerate(acid.pkas, 1):
        terms *= 10 ** (ph - pka)
        total += terms
        weighed += number * terms
    return weighed / total


def mix_ph(parts: Iterable[AcidPart], volume_ml: float) -> float:
    """The pH of a fresh mix in pure water at 25 °C, by the balance of charges; concentrations for activities.

    Args:
        parts: grams of each acid.
        volume_ml: of the mix, above 0.

    Raises:
        InvalidInput: for a volume that is not above 0.
    """
    if not 0 < volume_ml < float("inf"):
        raise InvalidInput("A mix has more than 0 ml.")
    molar = [(acid_named(part.acid), part.grams / acid_named(part.acid).molar_g / volume_ml * 1000) for part in parts]
    low, high = -1.0, 7.5
    for _ in range(60):
        middle = (low + high) / 2
        excess = 10**-middle - 10 ** (middle - PKW) - sum(share * protons_given(acid, middle) for acid, share in molar)
        low, high = (middle, high) if excess > 0 else (low, middle)
    return (low + high) / 2


def mol_per_l(part: AcidPart, volume_ml: float) -> float:
    """Mol of an acid in a litre of mix.

    Raises:
        InvalidInput: for a volume that is not above 0.
    """
    if not 0 < volume_ml < float("inf"):
        raise InvalidInput("A mix has more than 0 ml.")
    return part.grams / acid_named(part.acid).molar_g / volume_ml * 1000
