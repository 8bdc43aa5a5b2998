"""A year of one machine lived in different ways: what is known of it, with what a keeper assumes instead."""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from datetime import date

from lamplight.core.care.item import ItemRole
from lamplight.core.care.triggers import CountSince, DaysSince, LitresByHardness, MonthsSince, ScaleBudget
from lamplight.core.errors import MissingReading
from lamplight.core.water.at_machine import WaterAtMachine
from lamplight.core.water.breakthrough import FilterPlace
from lamplight.core.water.cartridge import Cartridge
from lamplight.core.water.through import WaterThrough
from lamplight.core.year.days import closed_sums, usage_spread, year_ahead
from lamplight.core.year.lived import ONCE, YearSpread, spread_year
from lamplight.core.year.ways import Terms, WaterWay, YearDay, four_ways
from lamplight.sight.machine_view import MachineView
from lamplight.sight.water_story import descaling_dose, scale_budget

CARTRIDGE = "cartridge"
# Of the mix as much is poured away as it takes, and about twice that for rinsing (common practice, no source).
RINSES = 2.0
RECKONED = (ScaleBudget, LitresByHardness, CountSince, MonthsSince, DaysSince)


@dataclass(frozen=True)
class Assumed:
    """What a keeper assumes instead of what is known; None or missing for what is.

    Attributes:
        carbonate_dh: of the water as it comes.
        budget_g: scale that may build up; all other rules by water are left aside then.
        descale_minutes, descale_price, hour_price, water_price, hours_out: as in `Terms`.
        capacity, bypass, price, months: of the cartridge of each way, by its key.
    """

    carbonate_dh: float | None = None
    budget_g: float | None = None
    descale_minutes: float | None = None
    descale_price: float | None = None
    hour_price: float | None = None
    water_price: float | None = None
    hours_out: float | None = None
    capacity: dict[str, float] = field(default_factory=dict)
    bypass: dict[str, float] = field(default_factory=dict)
    price: dict[str, float] = field(default_factory=dict)
    months: dict[str, int] = field(default_factory=dict)


@dataclass(frozen=True)
class WaterYear:
    """Four ways through a year.

    Attributes:
        days: of the year ahead.
        terms: what is assumed of care and money.
        ways: each lived three times.
        usage, prices: by which shares drinks and prices are spread.
        carbonate_dh: of the water as it comes.
        fitted: the key of the way that is lived now.
    """

    days: tuple[YearDay, ...]
    terms: Terms
    ways: tuple[YearSpread, ...]
    usage: float
    prices: float
    carbonate_dh: float
    fitted: str


def water_year(
    view: MachineView, today: date, prices: dict[str, float], spreads: dict[str, float], assumed: Assumed
) -> WaterYear:
    """The year ahead of a machine, four ways.

    Args:
        prices: money for a unit of each product, by key.
        spreads: by which share the price of each went up and down.
        assumed: what the keeper assumes.

    Raises:
        MissingReading: where the water or the drinks are not known.
        InvalidInput: for an assumption out of range.
    """
    context = view.status.context
    meter, test = context.meters.get("litres"), context.water.test
    if meter is None or meter.last is None:
        raise MissingReading("No counter reading yet: read the counter once.")
    if test is None:
        raise MissingReading("The water's hardness is not known: enter a test.")
    carbonate = test.scaling if assumed.carbonate_dh is None else assumed.carbonate_dh
    asked = replace(test, carbonate_dh=carbonate, total_dh=max(test.total, carbonate), read=type(test.read)())
    days = year_ahead(meter, context.meters["drinks"], today)
    terms = _terms(view, prices, assumed)
    priced = prices.get(view.serving[CARTRIDGE].key) if CARTRIDGE in view.serving else None
    ways = [_way(way, priced, assumed) for way in _ways(view, carbonate)]
    usage, dearer = usage_spread(meter), max(spreads.values(), default=0.0)
    lived = tuple(spread_year(days, asked, way, terms, usage, min(1.0, dearer)) for way in ways)
    fitted = "none" if context.water.cartridge is None else context.water.cartridge.place.value
    return WaterYear(days, terms, lived, usage, dearer, carbonate, fitted)


def _ways(view: MachineView, carbonate_dh: float) -> tuple[WaterWay, ...]:
    return four_ways(carbonate_dh, view.status.context.water.cartridge, view.whole_kind.cartridge)


@dataclass(frozen=True)
class CartridgeRow:
    """What a cartridge would do at a machine in a year.

    Attributes:
        way: with its cartridge, or without one.
        fresh_dh: the hardness that can become scale behind a fresh one.
        cartridges, descales: in a year, by water or by calendar, whichever is more.
        scale_g: that deposits in a year.
        now: whether it is so now.
    """

    way: WaterWay
    fresh_dh: float
    cartridges: float
    descales: float
    scale_g: float
    now: bool


def cartridges_compared(view: MachineView, today: date, own: Cartridge | None = None) -> list[CartridgeRow]:
    """What other cartridges would do, and none; nothing where the water or the drinks are not known.

    Args:
        own: one that the keeper asks about, or None.
    """
    context = view.status.context
    meter, test = context.meters.get("litres"), context.water.test
    if meter is None or meter.last is None or test is None:
        return []
    litres = sum(day.litres for day in year_ahead(meter, context.meters["drinks"], today))
    terms, fitted = _terms(view, {}, Assumed()), context.water.cartridge
    asked = () if own is None else (WaterWay("own", "the one you ask about", own),)
    rows = []
    for way in (*_ways(view, test.scaling), *asked):
        sums = closed_sums(litres, test, way, terms)
        through = WaterAtMachine(test, way.cartridge, way.cartridge is None, ONCE if way.cartridge else None)
        by_age, by_month = sums.by_calendar
        fresh = WaterThrough(0.0, through, load=(0.0, 0.0)).scale_dh() or 0.0
        row = CartridgeRow(
            way, fresh, max(sums.filters, by_month), max(sums.descales, by_age), sums.scale_g, way.cartridge == fitted
        )
        rows.append(row)
    return rows


def _terms(view: MachineView, prices: dict[str, float], assumed: Assumed) -> Terms:
    item, dose, budget = view.whole_kind.item_of(ItemRole.DESCALE), descaling_dose(view), scale_budget(view)
    rules = tuple(trigger for trigger in item.triggers if isinstance(trigger, RECKONED)) if item else ()
    worn = [trigger for trigger in rules if not isinstance(trigger, MonthsSince | DaysSince)]
    if assumed.budget_g is not None:
        dated = tuple(trigger for trigger in rules if isinstance(trigger, MonthsSince | DaysSince))
        rules = (ScaleBudget(assumed.budget_g, budget.deposited), *dated)
    elif not worn:
        rules = (budget, *rules)
    due = view.status.due(item.key) if item else None
    minutes = view.own_minutes(due) if due else Terms.descale_minutes
    price = dose.units * prices[dose.product.key] if dose and dose.product.key in prices else None
    descale_l = (1 + RINSES) * dose.volume_ml / 1000 if dose else Terms.descale_l
    return Terms(
        rules, budget.deposited,
        float(minutes) if assumed.descale_minutes is None else assumed.descale_minutes,
        descale_l,
        Terms.descale_hours if assumed.hours_out is None else assumed.hours_out,
        price if assumed.descale_price is None else assumed.descale_price,
        assumed.hour_price or 0.0, assumed.water_price or 0.0,
    )  # fmt: skip


def _way(way: WaterWay, priced: float | None, assumed: Assumed) -> WaterWay:
    cartridge = way.cartridge
    if cartridge is None:
        return way
    changed = Cartridge(
        assumed.capacity.get(way.key, cartridge.capacity_dh_l), assumed.bypass.get(way.key, cartridge.bypass),
        cartridge.residual_dh, cartridge.resin, assumed.months.get(way.key, cartridge.months), cartridge.place,
    )  # fmt: skip
    # The cupboard's cartridges are those for the tank; what another one costs only the keeper can say.
    usual = priced if cartridge.place is FilterPlace.TANK else None
    return replace(way, cartridge=changed, price=assumed.price.get(way.key, usual))
