"""The days of the year ahead, as the drinks so far foretell them."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta

from lamplight.core.care.trigger_base import Trigger
from lamplight.core.care.triggers import DaysSince, MonthsSince
from lamplight.core.errors import InvalidInput, MissingReading
from lamplight.core.usage.meters import Meter
from lamplight.core.usage.passage import EIGHT_IN_TEN
from lamplight.core.water.at_machine import WaterAtMachine
from lamplight.core.water.hardness import scale_grams
from lamplight.core.water.tested import WaterTest
from lamplight.core.water.through import WHOLE_LIFE, WaterThrough, taken_per_litre
from lamplight.core.year.lived import ONCE
from lamplight.core.year.ways import Terms, WaterWay, YearDay

# From today to the same date of next year, its evening included: what is due once a year is then done once.
DAYS = 366


def year_ahead(litres: Meter, drinks: Meter, today: date, days: int = DAYS) -> tuple[YearDay, ...]:
    """Each day from today on, with what is expected of it; a closed date brings nothing, an absence's neither.

    Args:
        litres, drinks: the machine's meters; in their calendar absences are closed.
        today: the first day.
        days: how many, 1 or more.

    Raises:
        MissingReading: where nobody knows the drinks a day.
    """
    if not litres.usage.known or not drinks.usage.known:
        raise MissingReading("Nobody knows the drinks a day yet: read the counter twice.")
    calendar, ahead = litres.calendar, []
    for number in range(days):
        day = today + timedelta(days=number)
        shut = day in calendar.closures
        ahead.append(
            YearDay(
                day,
                0.0 if shut else litres.usage.rates[day.weekday()] * litres.per_count,
                0.0 if shut else drinks.usage.rates[day.weekday()] * drinks.per_count,
                not shut and calendar.is_open(day),
            )
        )
    return tuple(ahead)


def usage_spread(litres: Meter) -> float:
    """By which share a year's litres may be fewer or more, eight times in ten; at most all.

    Only what is not known of the rates counts: over a year the days' own chances even out.
    """
    mean = litres.mean_per_open_day()
    return min(1.0, EIGHT_IN_TEN * litres.mean_error() / mean) if mean > 0 else 0.0


MONTHS_A_YEAR = 12


@dataclass(frozen=True)
class ClosedSums:
    """What so many litres come to, in fractions.

    Attributes:
        descales: by what water wears of their limits; the calendar's limits are in `by_calendar`.
        filters: by what they hold.
        by_calendar: descalings and filters in a year by their months alone, the fewest that can be.
        scale_g: that deposits in all.
    """

    descales: float
    filters: float
    by_calendar: tuple[float, float]
    scale_g: float


def closed_sums(litres: float, test: WaterTest, way: WaterWay, terms: Terms) -> ClosedSums:
    """A year's sums for one way.

    Args:
        litres: in the year, 0 or more.
        test: of the water as it comes.
        way: how the machine is given it.

    Raises:
        InvalidInput: for negative litres.
    """
    if not 0 <= litres < float("inf"):
        raise InvalidInput("An amount of water is 0 L or more.")
    water = WaterAtMachine(test, way.cartridge, way.cartridge is None, ONCE if way.cartridge else None)
    per_litre = taken_per_litre(water)
    months = way.cartridge.months if way.cartridge else None
    # A cartridge that goes by its age is left before it is spent: only the beginning of its curve counts.
    reaches = 1.0 if months is None or not per_litre else min(1.0, litres * per_litre * months / MONTHS_A_YEAR)
    through = WaterThrough(litres, water, load=(0.0, reaches) if way.cartridge else WHOLE_LIFE)
    share = max((trigger.worn_by(through) or 0.0 for trigger in terms.triggers), default=0.0)
    dated = [MONTHS_A_YEAR / limit for trigger in terms.triggers if (limit := _months(trigger))]
    return ClosedSums(
        litres * share, litres * per_litre, (max(dated, default=0.0), MONTHS_A_YEAR / months if months else 0.0),
        terms.deposited * scale_grams(litres, through.scale_dh() or 0.0),
    )  # fmt: skip


def _months(trigger: Trigger) -> float:
    """The limit of a trigger that goes by the calendar, in months; 0 for others."""
    if isinstance(trigger, MonthsSince):
        return float(trigger.limit)
    return trigger.limit * MONTHS_A_YEAR / 365 if isinstance(trigger, DaysSince) else 0.0
