"""When something in the cupboard runs out: by what is used now and then and all the time; and whom it leaves empty."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from lamplight.core.stock.lasting import Arrival, Spoiling, UseAhead


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


def finds_nothing(
    amount: float, uses: Sequence[UseAhead], arrivals: Sequence[Arrival], spoiling: Sequence[Spoiling] = ()
) -> list[UseAhead]:
    """The uses that find too little if each comes on its likely date; what they would have taken stays for others.

    Args:
        amount: units that are there, 0 or more.
        uses: that are to come.
        arrivals: what is on its way; it is there from its day on.
        spoiling: what is taken to be lost on a date.
    """
    coming = sorted(arrivals, key=lambda one: one.day)
    going = sorted(spoiling, key=lambda one: one.day)
    empty: list[UseAhead] = []
    for use in sorted(uses, key=lambda one: one.likely):
        while coming and coming[0].day <= use.likely:
            amount += coming.pop(0).units
        while going and going[0].day < use.likely:
            amount = max(0.0, amount - going.pop(0).units)
        if use.units > amount + 1e-9:
            empty.append(use)
        else:
            amount -= use.units
    return empty
