"""Whether a mix of descaler dissolves the scale that is there, and what else comes of it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from lamplight.core.errors import InvalidInput
from lamplight.core.water.acids import (
    CITRATE_HOLDS_G_PER_L,
    AcidPart,
    acid_named,
    carbon_dioxide_l,
    dissolves_g,
    grams_for,
    mix_ph,
    mol_per_l,
)

# Citric acid is used cold and weak; from here on its salt is likely to drop out (common practice, no source).
CITRIC_PER_CENT = 8.0
# Vinegar of "5 %" by mass to volume, as its label means it (FDA's use of the word; from memory).
VINEGAR_G_PER_L = 50.0
FOR_VINEGAR = "It is cheap, everywhere to be had, and does dissolve scale."
AGAINST_VINEGAR = (
    "It takes a lot of it, and a weak acid ends early.",
    "It attacks copper alloys and some seals, and its smell and taste stay.",
    "Most makers do not allow it; a claim under warranty may be refused.",
)


@dataclass(frozen=True)
class DescalerMix:
    """So much of some acids in so much water.

    Raises:
        InvalidInput: for no acid at all, or a volume that is not above 0.
    """

    parts: tuple[AcidPart, ...]
    volume_ml: float

    def __post_init__(self) -> None:
        if not any(part.grams > 0 for part in self.parts):
            raise InvalidInput("Say which acid is in it, and how much.", "grams")
        if not 0 < self.volume_ml <= 100_000:
            raise InvalidInput("A mix has more than 0 ml, and up to 100 L.", "volume_ml")

    @property
    def per_cent(self) -> float:
        """Grams of acid in 100 ml."""
        return sum(part.grams for part in self.parts) / self.volume_ml * 100

    @property
    def mol_per_l(self) -> float:
        """Mol of acid in a litre, all acids together."""
        return sum(mol_per_l(part, self.volume_ml) for part in self.parts)

    @property
    def citric(self) -> bool:
        """Whether most of it is citric acid."""
        own = sum(part.grams for part in self.parts if part.acid.startswith("citric"))
        return own > 0.5 * sum(part.grams for part in self.parts)


@dataclass(frozen=True)
class Verdict:
    """What a mix does to so much scale.

    Attributes:
        scale_g: of CaCO3 that is there.
        dissolves_g: grams that the mix dissolves safely.
        at_most_g: grams that it dissolves with every proton of its acids.
        left_g: grams that are left, 0 where it is enough.
        carbon_dioxide_l: litres of gas that come off.
        ph: of the fresh mix in pure water, at 25 °C.
        cautions: what its acids do beside, in sentences.
    """

    scale_g: float
    dissolves_g: float
    at_most_g: float
    left_g: float
    carbon_dioxide_l: float
    ph: float
    cautions: tuple[str, ...]

    @property
    def enough(self) -> bool:
        """Whether it dissolves all of it, counting the protons that count safely."""
        return self.left_g <= 0


def verdict(mix: DescalerMix, scale_g: float, hot: bool = True) -> Verdict:
    """What a mix does to so much scale.

    Args:
        scale_g: of CaCO3, 0 or more.
        hot: whether the machine heats it.

    Raises:
        InvalidInput: for a negative amount of scale.
    """
    if not 0 <= scale_g < float("inf"):
        raise InvalidInput("An amount of scale is 0 g or more.", "scale_g")
    can = dissolves_g(mix.parts)
    gone = min(scale_g, can)
    return Verdict(
        scale_g, can, dissolves_g(mix.parts, at_most=True), scale_g - gone, carbon_dioxide_l(gone),
        mix_ph(mix.parts, mix.volume_ml), _cautions(mix, gone, can, hot),
    )  # fmt: skip


def _cautions(mix: DescalerMix, gone_g: float, can_g: float, hot: bool) -> tuple[str, ...]:
    sentences = []
    per_l = gone_g / mix.volume_ml * 1000
    if mix.citric and per_l > CITRATE_HOLDS_G_PER_L and (hot or mix.per_cent > CITRIC_PER_CENT or gone_g > can_g / 2):
        why = "it is heated" if hot else "it is strong" if mix.per_cent > CITRIC_PER_CENT else "it is nearly spent"
        sentences.append(
            f"Calcium citrate may drop out as white sludge, since {why}: take another acid, or use it cold."
        )
    named = dict.fromkeys(part.acid for part in mix.parts if part.grams > 0)
    for key in named:
        acid = acid_named(key)
        notes = [note for note in acid.notes if not note.startswith("Calcium citrate")]
        sentences += [f"{acid.title[0].upper()}{acid.title[1:]}: {note[0].lower()}{note[1:]}" for note in notes]
    return tuple(dict.fromkeys(sentences))


def vinegar_ml(scale_g: float) -> float:
    """Millilitres of 5 % vinegar that dissolve so much scale, by arithmetic alone.

    Raises:
        InvalidInput: for a negative amount.
    """
    return grams_for("acetic", scale_g) / VINEGAR_G_PER_L * 1000


@dataclass(frozen=True)
class Option:
    """One descaler for so much scale.

    Attributes:
        key: of the product.
        units: of it that dissolve all, not rounded.
        grams: of acid in them.
        dose_dissolves_g: what its own dose dissolves.
        cost: money for the units, or None where no price is known.
    """

    key: str
    units: float
    grams: float
    dose_dissolves_g: float
    cost: float | None


@dataclass(frozen=True)
class Descaler:
    """A product as far as its acid goes.

    Attributes:
        key: of the product.
        parts: acids in one unit of it.
        dose: units for one descaling.
        price: money for a unit, or None.
    """

    key: str
    parts: tuple[AcidPart, ...]
    dose: float
    price: float | None = None


def compared(descalers: Sequence[Descaler], scale_g: float) -> tuple[Option, ...]:
    """Descalers for the same scale, the cheapest first, those without a price last.

    Args:
        descalers: each with some acid in a unit; those without are left out.
        scale_g: of CaCO3, 0 or more.

    Raises:
        InvalidInput: for a negative amount of scale.
    """
    if not 0 <= scale_g < float("inf"):
        raise InvalidInput("An amount of scale is 0 g or more.", "scale_g")
    options = []
    for one in descalers:
        per_unit = dissolves_g(one.parts)
        if per_unit <= 0:
            continue
        units = scale_g / per_unit
        options.append(
            Option(
                one.key,
                units,
                units * sum(part.grams for part in one.parts),
                per_unit * one.dose,
                None if one.price is None else units * one.price,
            )  # fmt: skip
        )
    return tuple(sorted(options, key=lambda option: (option.cost is None, option.cost or 0.0, option.key)))
