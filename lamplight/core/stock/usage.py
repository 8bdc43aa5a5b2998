"""When something in the cupboard runs out: by what is used now and then and all the time; and whom it leaves empty."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from lamplight.core.care.item import Due
from lamplight.core.care.status import Status
from lamplight.core.job.chemistry import Product
from lamplight.core.job.needs import NeedLine
from lamplight.core.stock.lasting import Arrival, Spoiling, UseAhead
from lamplight.core.stock.stock import Holding


def demand(jobs: Iterable[tuple[Due, Iterable[NeedLine]]]) -> dict[str, float]:
    """Units of each product, by key, that the jobs which are due or soon due take together.

    Args:
        jobs: where items stand, each with what it takes. What another item takes the place of, what is
            clear and what nobody knows takes nothing.
    """
    wanted: dict[str, float] = {}
    for due, lines in jobs:
        if due.status >= Status.SOON and not due.instead:
            for line in lines:
                if line.product:
                    wanted[line.product] = wanted.get(line.product, 0.0) + line.units
    return wanted


@dataclass(frozen=True)
class StockLine:
    """A product in stock.

    Attributes:
        product: which.
        held: what there is, or None where nobody ever counted.
        needed: units that the jobs which are due or soon due take, 0 or more.
    """

    product: Product
    held: Holding | None
    needed: float

    @property
    def amount(self) -> float | None:
        """Units that there are; None where nobody counted."""
        return self.held.amount if self.held else None

    @property
    def uses(self) -> int | None:
        """For how many plain doses it lasts; None where nobody counted."""
        return None if self.amount is None else int(self.amount / self.product.dose)

    @property
    def short(self) -> bool:
        """Whether there is less than is needed."""
        return self.amount is not None and self.amount < self.needed


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
