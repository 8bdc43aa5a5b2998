"""The ways in which a machine can be given its water, and what is assumed of a year."""

from __future__ import annotations

from dataclasses import dataclass, replace
from datetime import date

from lamplight.core.care.trigger_base import Trigger
from lamplight.core.care.triggers import ScaleBudget
from lamplight.core.errors import InvalidInput
from lamplight.core.water.breakthrough import FilterPlace
from lamplight.core.water.cartridge import Cartridge, bypass_for
from lamplight.core.water.hardness import DEPOSITED_SHARE, SCALE_BUDGET_G

# Cartridges where nobody says what would be fitted: defaults of common practice, no source. In °dH·L and months.
SMALL_TANK = Cartridge(500.0, place=FilterPlace.TANK, months=2)
JUG = Cartridge(1000.0, place=FilterPlace.JUG, months=1)
IN_LINE = Cartridge(10_000.0, place=FilterPlace.LINE, months=12)
# What a bypass in the line is set to leave: a little carbonate hardness buffers the water. The coffee trade's water
# standard of 2009 asks for an alkalinity at or near 40 mg/L (2.2 °dH), quoted from memory; rounded up, no source.
LEFT_BY_BYPASS_DH = 4.0


@dataclass(frozen=True)
class YearDay:
    """One day of the year ahead.

    Attributes:
        day: which.
        litres: that go through, 0 or more.
        drinks: that are made, 0 or more.
        open: whether somebody is there to do care.
    """

    day: date
    litres: float
    drinks: float
    open: bool = True


@dataclass(frozen=True)
class WaterWay:
    """One way.

    Attributes:
        key, title: its short name, and its words.
        cartridge: that is fitted, or None.
        price: money for a cartridge, or None where nobody knows.
        fit_minutes: of the keeper's for a change, rinsing it included.
        rinse_l: litres that are poured away with each change.
        minutes_per_l: of the keeper's for each litre that goes through, such as for filling a jug.
    """

    key: str
    title: str
    cartridge: Cartridge | None = None
    price: float | None = None
    fit_minutes: float = 5.0
    rinse_l: float = 0.5
    minutes_per_l: float = 0.0


@dataclass(frozen=True)
class Terms:
    """What is assumed of care and money.

    Attributes:
        triggers: by which this machine is descaled.
        deposited: the share of what could come out that stays, above 0 up to 1.
        descale_minutes: of the keeper's for a descaling.
        descale_l: litres that a descaling pours away, mix and rinses.
        descale_hours: for which the machine is out of use.
        descale_price: money for the descaler of one descaling, or None.
        hour_price: money for an hour of the keeper's; 0 where it is not counted.
        water_price: money for a cubic metre of water; 0 where it is not counted.

    Raises:
        InvalidInput: for anything below 0, or a share out of range.
    """

    triggers: tuple[Trigger, ...] = (ScaleBudget(SCALE_BUDGET_G),)
    deposited: float = DEPOSITED_SHARE
    descale_minutes: float = 20.0
    descale_l: float = 3.0
    descale_hours: float = 0.75
    descale_price: float | None = None
    hour_price: float = 0.0
    water_price: float = 0.0

    def __post_init__(self) -> None:
        amounts = (self.descale_minutes, self.descale_l, self.descale_hours, self.hour_price, self.water_price)
        if not all(0 <= amount < 1e6 for amount in (*amounts, self.descale_price or 0.0)):
            raise InvalidInput("Minutes, litres, hours and prices are 0 or more.")
        if not 0 < self.deposited <= 1:
            raise InvalidInput("The share that deposits lies above 0 and up to 1.")
        if not self.triggers:
            raise InvalidInput("A machine is descaled by something.")


def four_ways(
    carbonate_dh: float, fitted: Cartridge | None = None, offered: Cartridge | None = None
) -> tuple[WaterWay, ...]:
    """Cartridge in the tank, none, jug, and a large one in the line with a bypass; what is fitted stands for its place.

    Args:
        carbonate_dh: that becomes scale, of the water as it comes, 0 or more.
        fitted: the cartridge that is there, or None.
        offered: the one that the kind usually takes, or None.
    """
    share = bypass_for(carbonate_dh, LEFT_BY_BYPASS_DH).share
    usual = {
        FilterPlace.TANK: SMALL_TANK,
        FilterPlace.JUG: JUG,
        FilterPlace.LINE: replace(IN_LINE, bypass=round(min(share, 0.9), 2)),
    }
    for known in (offered, fitted):
        if known is not None:
            usual[known.place] = known
    return (
        WaterWay("tank", "a cartridge in the tank", usual[FilterPlace.TANK]),
        WaterWay("none", "no cartridge"),
        WaterWay("jug", "a jug filter", usual[FilterPlace.JUG], fit_minutes=3.0, minutes_per_l=0.3),
        WaterWay("line", "a cartridge in the line", usual[FilterPlace.LINE], fit_minutes=15.0, rinse_l=5.0),
    )
