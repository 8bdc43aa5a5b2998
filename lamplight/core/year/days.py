"""The days of the year ahead, as the drinks so far foretell them."""

from __future__ import annotations

from datetime import date, timedelta

from lamplight.core.errors import MissingReading
from lamplight.core.usage.meters import Meter
from lamplight.core.usage.passage import EIGHT_IN_TEN
from lamplight.core.year.ways import YearDay

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
