"""A year lived day by day: what goes through, what deposits, when a cartridge and when a descaling falls due."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import UTC, date, datetime, timedelta

from lamplight.core.care.by_calendar import month_later
from lamplight.core.care.trigger_base import Trigger
from lamplight.core.care.triggers import CountSince, DaysSince, MonthsSince
from lamplight.core.errors import InvalidInput
from lamplight.core.water.at_machine import WaterAtMachine
from lamplight.core.water.hardness import scale_grams
from lamplight.core.water.tested import WaterTest
from lamplight.core.water.through import WaterThrough, poured, taken_per_litre
from lamplight.core.year.ways import Terms, WaterWay, YearDay

# A cartridge's age is reckoned in days here; that it is fitted at all is what matters to the litres.
ONCE = datetime(2000, 1, 1, tzinfo=UTC)


@dataclass(frozen=True)
class YearLived:
    """What a year came to.

    Attributes:
        way: that was lived.
        descales, filters: how many.
        openings: days on which the machine was opened for either.
        minutes: of the keeper's.
        money: for descaler, cartridges, water poured away and the keeper's time; None where a price is missing.
        thrown_l: litres that were poured away.
        hours_out: for which the machine was out of use.
        most_scale_g: the most scale that was ever there.
        scale_g: that was there at the end of each day.
        litres: that went through.
    """

    way: WaterWay
    descales: int
    filters: int
    openings: int
    minutes: float
    money: float | None
    thrown_l: float
    hours_out: float
    most_scale_g: float
    scale_g: tuple[float, ...]
    litres: float


def _money(way: WaterWay, terms: Terms, descales: float, filters: float, litres: float) -> float | None:
    """What so many descalings and cartridges cost, with water and time; None where a price is missing."""
    if (descales and terms.descale_price is None) or (filters and way.price is None):
        return None
    bought = descales * (terms.descale_price or 0.0) + filters * (way.price or 0.0)
    water = _thrown(way, terms, descales, filters) / 1000 * terms.water_price
    return bought + water + _minutes(way, terms, descales, filters, litres) / 60 * terms.hour_price


def _minutes(way: WaterWay, terms: Terms, descales: float, filters: float, litres: float) -> float:
    """The keeper's minutes for so many descalings and cartridges, and for so many litres."""
    return descales * terms.descale_minutes + filters * way.fit_minutes + litres * way.minutes_per_l


def _thrown(way: WaterWay, terms: Terms, descales: float, filters: float) -> float:
    """Litres that so many descalings and cartridges pour away."""
    return descales * terms.descale_l + filters * way.rinse_l


@dataclass
class _State:
    """Where a machine stands on the way through its year."""

    fitted_on: date
    descaled_on: date
    load: float = 0.0
    scale: float = 0.0
    most: float = 0.0
    descales: int = 0
    filters: int = 0
    openings: int = 0


def live_year(days: Sequence[YearDay], test: WaterTest, way: WaterWay, terms: Terms) -> YearLived:
    """One way, day by day, by the rules by which care falls due.

    It begins clean and with a new cartridge. What is due by the end of a day is done on its evening, where somebody is
    there; what nobody does on a closed day is done on the next evening.

    Args:
        days: in order, one at least.
        test: of the water as it comes.
        way: how the machine is given it.

    Raises:
        InvalidInput: for no days.
    """
    if not days:
        raise InvalidInput("A year has days.")
    water = WaterAtMachine(test, way.cartridge, way.cartridge is None, ONCE if way.cartridge else None)
    state = _State(days[0].day, days[0].day)
    used = dict.fromkeys(range(len(terms.triggers)), 0.0)
    course: list[float] = []
    for day in days:
        parts = poured(water, day.litres, state.load)
        state.load += day.litres * taken_per_litre(water)
        state.scale += terms.deposited * sum(scale_grams(part.litres, part.scale_dh() or 0.0) for part in parts)
        state.most = max(state.most, state.scale)
        for number, trigger in enumerate(terms.triggers):
            used[number] += _worn(trigger, parts, day)
        if day.open:
            _care(state, way, terms, used, day.day)
        course.append(state.scale)
    litres = sum(day.litres for day in days)
    return YearLived(
        way, state.descales, state.filters, state.openings,
        _minutes(way, terms, state.descales, state.filters, litres),
        _money(way, terms, state.descales, state.filters, litres),
        _thrown(way, terms, state.descales, state.filters), state.descales * terms.descale_hours, state.most,
        tuple(course), litres,
    )  # fmt: skip


def _worn(trigger: Trigger, parts: Sequence[WaterThrough], day: YearDay) -> float:
    """The share of a limit that a day uses up."""
    if isinstance(trigger, CountSince) and trigger.counter == "drinks":
        return day.drinks / trigger.limit
    return sum(part.litres * (trigger.worn_by(part) or 0.0) for part in parts)


def _care(state: _State, way: WaterWay, terms: Terms, used: dict[int, float], today: date) -> None:
    tomorrow = today + timedelta(days=1)
    dated = any(
        _ends(trigger, state.descaled_on) < tomorrow
        for trigger in terms.triggers
        if isinstance(trigger, MonthsSince | DaysSince)
    )
    descale = dated or max(used.values(), default=0.0) >= 1.0
    spent = way.cartridge is not None and (
        state.load >= 1.0 or month_later(state.fitted_on, way.cartridge.months) < tomorrow
    )
    if descale:
        state.scale, state.descaled_on, state.descales = 0.0, today, state.descales + 1
        used.update(dict.fromkeys(used, 0.0))
    if spent:
        state.load, state.fitted_on, state.filters = 0.0, today, state.filters + 1
    state.openings += descale or spent


def _ends(trigger: Trigger, since: date) -> date:
    limit = getattr(trigger, "limit", 0)
    return month_later(since, limit) if isinstance(trigger, MonthsSince) else since + timedelta(days=limit)


@dataclass(frozen=True)
class YearSpread:
    """A year with fewer drinks, as likely, and with more; and with lower and higher prices.

    Attributes:
        low, likely, high: each lived on its own.
    """

    low: YearLived
    likely: YearLived
    high: YearLived

    def between(self, figure: str) -> tuple[float, float] | None:
        """The least and the most of a figure; None where it is not known."""
        values = [getattr(lived, figure) for lived in (self.low, self.likely, self.high)]
        return None if any(value is None for value in values) else (min(values), max(values))


def spread_year(
    days: Sequence[YearDay], test: WaterTest, way: WaterWay, terms: Terms, usage: float = 0.0, prices: float = 0.0
) -> YearSpread:
    """A year three times: with so much fewer and more drinks, at so much lower and higher prices.

    Args:
        days, test, way, terms: as for `live_year`.
        usage: the share by which drinks may be fewer or more, 0 up to 1.
        prices: the share by which prices may be lower or higher, 0 up to 1.

    Raises:
        InvalidInput: for a share out of range.
    """
    if not (0 <= usage <= 1 and 0 <= prices <= 1):
        raise InvalidInput("A spread is a share between 0 and 1.")

    def lived(sign: int) -> YearLived:
        scaled = [
            replace(day, litres=day.litres * (1 + sign * usage), drinks=day.drinks * (1 + sign * usage)) for day in days
        ]
        dearer = 1 + sign * prices
        asked = replace(
            terms,
            descale_price=None if terms.descale_price is None else terms.descale_price * dearer,
            hour_price=terms.hour_price,
            water_price=terms.water_price * dearer,
        )
        bought = replace(way, price=None if way.price is None else way.price * dearer)
        return replace(live_year(scaled, test, bought, asked), way=way)

    return YearSpread(lived(-1), lived(0), lived(1))
