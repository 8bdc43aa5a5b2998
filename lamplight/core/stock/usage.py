"""When something in the cupboard runs out: by what is used now and then, and what is used all the time."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date, timedelta


@dataclass(frozen=True)
class StockUse:
    """Units that are taken on a date; what arrives is taken with a minus."""

    day: date
    units: float


def runs_out_on(amount: float, per_day: float, uses: Iterable[StockUse], today: date, end: date) -> date | None:
    """The first date on which less is there than is wanted; None where it lasts until the end.

    Args:
        amount: units that are there today, 0 or more.
        per_day: units used every day, 0 or more.
        uses: what is taken, or arrives, on dates.
        today: the first date.
        end: the first date past those that are looked at.
    """
    by_day: dict[date, float] = {}
    for use in uses:
        by_day[max(use.day, today)] = by_day.get(max(use.day, today), 0.0) + use.units
    day = today
    while day < end:
        amount -= by_day.get(day, 0.0) + per_day
        if amount < -1e-9:
            return day
        day += timedelta(days=1)
    return None
