"""Hardness: units, bands, total and carbonate, what a filter leaves, and how much scale that makes.

Conversions rest on molar masses: CaCO3 100.0870, CaO 56.0774 g/mol (IUPAC atomic weights), grain
64.79891 mg, imperial gallon 4.54609 L and US gallon 3.785411784 L (exact by definition).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from enum import StrEnum

from lamplight.core.errors import InvalidInput, MissingReading

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
    if not value >= 0:
        raise InvalidInput("A hardness is 0 or more.")
    return value * UNITS[source] / UNITS[target]


# Upper limits in mg/L as CaCO3, the last band open. Sources quoted from memory.
USGS_BANDS = ((60.0, "soft"), (120.0, "moderately hard"), (180.0, "hard"), (None, "very hard"))
WRMG_BANDS_MMOL = ((1.5, "soft"), (2.5, "medium"), (None, "hard"))


def usgs_band(hardness_dh: float) -> str:
    """The band of the US Geological Survey, after Durfor and Becker 1964: soft to very hard.

    Args:
        hardness_dh: total hardness, 0 or more.
    """
    mg = convert_hardness(hardness_dh, "dH", "mg/L CaCO3")
    return next(name for limit, name in USGS_BANDS if limit is None or mg <= limit)


def german_band(hardness_dh: float) -> str:
    """The band of the German law on washing agents (WRMG 2007, section 9): soft, medium, hard.

    Soft is below 1.5 mmol/L, medium 1.5 to 2.5, hard above.
    """
    mmol = convert_hardness(hardness_dh, "dH", "mmol/L")
    if mmol < 1.5:
        return "soft"
    return "medium" if mmol <= 2.5 else "hard"


@dataclass(frozen=True)
class WaterTest:
    """A test of one water source.

    Args:
        day: when it was taken.
        total_dh: total hardness, or None where it was not measured.
        carbonate_dh: carbonate hardness (alkalinity), or None.

    Raises:
        InvalidInput: when neither is given or one is out of range (0 to 200 °dH).
    """

    day: date
    total_dh: float | None = None
    carbonate_dh: float | None = None

    def __post_init__(self) -> None:
        given = [value for value in (self.total_dh, self.carbonate_dh) if value is not None]
        if not given:
            raise InvalidInput("Enter the total or the carbonate hardness.")
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


class Resin(StrEnum):
    """What a cartridge takes out."""

    DECARBONISING = "decarbonising"
    SOFTENING = "softening"


@dataclass(frozen=True)
class Cartridge:
    """A filter cartridge.

    Args:
        capacity_dh_l: hardness-litres, °dH times litres, above 0.
        bypass: share of the water that goes past the resin, 0 to 1.
        residual_dh: what the resin leaves, 0 or more.
        resin: decarbonising cartridges are reckoned with carbonate hardness, softening ones with
            total hardness.
        months: how long it may stay in at most, 1 or more.

    Raises:
        InvalidInput: when out of range.
    """

    capacity_dh_l: float
    bypass: float = 0.0
    residual_dh: float = 0.0
    resin: Resin = Resin.DECARBONISING
    months: int = 2

    def __post_init__(self) -> None:
        if not self.capacity_dh_l > 0:
            raise InvalidInput("A cartridge's capacity lies above 0.")
        if not 0 <= self.bypass <= 1:
            raise InvalidInput("A bypass is a share between 0 and 1.")
        if self.residual_dh < 0 or self.months < 1:
            raise InvalidInput("What a cartridge leaves is 0 or more, and it stays for a month at least.")


def blended(hardness_dh: float, bypass: float, residual_dh: float = 0.0) -> float:
    """Hardness behind a filter: the bypassed share as it was, the rest as the resin leaves it.

    Raises:
        InvalidInput: for a bypass outside 0 to 1 or a negative hardness.
    """
    if not 0 <= bypass <= 1 or hardness_dh < 0 or residual_dh < 0:
        raise InvalidInput("A bypass lies between 0 and 1, a hardness at 0 or more.")
    return bypass * hardness_dh + (1 - bypass) * min(residual_dh, hardness_dh)


@dataclass(frozen=True)
class Bypass:
    """A setting of the bypass.

    Attributes:
        share: 0 to 1.
        reachable: whether the wanted hardness is reached by it.
    """

    share: float
    reachable: bool


def bypass_for(hardness_dh: float, target_dh: float, residual_dh: float = 0.0) -> Bypass:
    """The bypass that gives a wanted hardness.

    All of the water goes past (1) where it is soft enough already; none (0, not reachable) where
    the resin leaves more than is wanted.
    """
    if target_dh >= hardness_dh:
        return Bypass(1.0, True)
    if target_dh <= residual_dh:
        return Bypass(0.0, target_dh == residual_dh)
    return Bypass((target_dh - residual_dh) / (hardness_dh - residual_dh), True)


def filter_litres(cartridge: Cartridge, hardness_dh: float) -> float | None:
    """Litres at the tap until a cartridge is spent; None where it never is.

    Args:
        cartridge: capacity, bypass and what it leaves.
        hardness_dh: of the water before it: carbonate for decarbonising resin, total for softening.
    """
    taken = (1 - cartridge.bypass) * (hardness_dh - cartridge.residual_dh)
    return cartridge.capacity_dh_l / taken if taken > 0 else None


# How much of the scale that could form does form (common practice, no source).
DEPOSITED_SHARE = 0.4
SCALE_BUDGET_G = 10.0


def scale_grams(litres: float, scaling_dh: float) -> float:
    """Grams of CaCO3 that can come out of the water at most.

    Args:
        litres: 0 or more.
        scaling_dh: carbonate hardness, at most the total.
    """
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
    if scaling_dh < 0 or budget_g <= 0 or not 0 < deposited <= 1:
        raise InvalidInput("Hardness at 0 or more, a budget above 0 g, and a deposited share up to 1 are needed.")
    return budget_g * 1000 / (scaling_dh * MG_CACO3_PER_DH * deposited) if scaling_dh > 0 else None


@dataclass(frozen=True)
class HardnessLevel:
    """A setting of the machine: the level for water up to a hardness; None is the last, open one."""

    level: str
    up_to_dh: float | None


def level_to_set(total_dh: float, levels: Sequence[HardnessLevel]) -> HardnessLevel:
    """The level to set in the machine for a hardness (after the filter).

    Raises:
        MissingReading: when the kind names no levels.
    """
    for level in levels:
        if level.up_to_dh is None or total_dh <= level.up_to_dh:
            return level
    if not levels:
        raise MissingReading("This kind names no hardness levels.")
    return levels[-1]


@dataclass(frozen=True)
class WaterAtMachine:
    """The water that a machine gets.

    Attributes:
        test: the latest test of its source, or None.
        cartridge: what is fitted, or None.
        filter_out: whether the keeper said that none is fitted; without that, None means that nobody knows.
    """

    test: WaterTest | None = None
    cartridge: Cartridge | None = None
    filter_out: bool = False

    @property
    def before_filter(self) -> float | None:
        """The hardness that the cartridge is reckoned with, °dH."""
        if self.test is None:
            return None
        softening = self.cartridge is not None and self.cartridge.resin is Resin.SOFTENING
        return self.test.total if softening else self.test.scaling

    @property
    def scaling_after(self) -> float | None:
        """Scaling hardness after the filter, °dH; None without a test.

        A softening resin takes the calcium, so what it leaves of the total limits the scale.
        """
        if self.test is None or self.cartridge is None:
            return self.test.scaling if self.test else None
        left = blended(self.before_filter or 0.0, self.cartridge.bypass, self.cartridge.residual_dh)
        return min(self.test.scaling, left)

    @property
    def total_after(self) -> float | None:
        """Total hardness after the filter, °dH; None without a test."""
        if self.test is None or self.cartridge is None:
            return self.test.total if self.test else None
        if self.cartridge.resin is Resin.SOFTENING:
            return blended(self.test.total, self.cartridge.bypass, self.cartridge.residual_dh)
        return self.test.total - (self.test.scaling - (self.scaling_after or 0.0))
