"""What the care ahead takes: each use with its spread, how long a stock lasts, and by when to order.

A use comes on a date that is not known: early, likely, late. Repeated, its spread grows with the root of how often. How
much is used by a date is a sum of such uses, each come or not; of that sum the mean and the spread are reckoned.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from math import sqrt

import numpy as np
from numpy.typing import NDArray

from lamplight.core.errors import InvalidInput
from lamplight.core.stock.reorder import service_z
from lamplight.core.usage.passage import EARLY, LATE, SURE_DAYS, DateSpread

# What is less likely than this has not come, and what is that much likelier has; sums go in so many steps at most.
NEGLECTED, MOST_STEPS = 1e-4, 4_000
Vector = NDArray[np.float64]
# How sure a stock should last until the next order has come (common practice, no source).
SERVICE = 0.95


@dataclass(frozen=True)
class UseAhead:
    """A use of a product that is to come.

    Attributes:
        units: of the product, above 0.
        when: it comes.
        machine, item: whose.
    """

    units: float
    when: DateSpread
    machine: int = 0
    item: str = ""

    @property
    def likely(self) -> date:
        """The date."""
        return self.when.likely

    @property
    def early(self) -> date:
        """By when it comes with 10 %."""
        return self.when.quantile(EARLY)

    @property
    def late(self) -> date:
        """By when it comes with 90 %."""
        return self.when.quantile(LATE)


def turns(first: DateSpread, interval_days: float, interval_sigma: float, end: date) -> list[DateSpread]:
    """Dates on which something comes round; their spread grows with each time.

    Args:
        first: when it comes the first time.
        interval_days: from one time to the next, above 0.
        interval_sigma: standard deviation of that, 0 or more.
        end: the first date past those that are wanted.

    Raises:
        InvalidInput: when out of range.
    """
    if not (interval_days > 0 and interval_sigma >= 0):
        raise InvalidInput("What comes round has an interval above 0 days.")
    found: list[DateSpread] = []
    while (when := first.after(len(found) * interval_days, sqrt(len(found)) * interval_sigma)).likely < end:
        found.append(when)
    return found


def used_by(uses: Iterable[UseAhead], day: date) -> tuple[float, float]:
    """Units that are used by the end of a date: the mean, and the standard deviation."""
    mean = variance = 0.0
    for use in uses:
        chance = use.when.chance_by(day)
        mean += use.units * chance
        variance += use.units**2 * chance * (1 - chance)
    return mean, sqrt(variance)


@dataclass(frozen=True)
class Arrival:
    """Units that are on their way, and when they should come."""

    units: float
    day: date


@dataclass(frozen=True)
class Spoiling:
    """Units that nobody can use any more after a date, above 0."""

    units: float
    day: date


def _chances(uses: Sequence[UseAhead], days: int, today: date) -> NDArray[np.float64]:
    """For each of so many days, the chance of each use to have come by its end."""
    from scipy.special import ndtr  # slow to load

    away = np.arange(days)[:, None] - np.array([(use.likely - today).days for use in uses]) + 0.5
    below, above = (np.array([getattr(use.when, side) for use in uses]) for side in ("below", "above"))
    sigma = np.where(away < 0, below, above)
    vague = sigma > SURE_DAYS
    chances = np.where(vague, ndtr(away / np.where(vague, sigma, 1.0)), away > 0)
    return np.asarray(chances, dtype=np.float64)


def enough_by_day(
    amount: float,
    uses: Sequence[UseAhead],
    arrivals: Sequence[Arrival],
    today: date,
    days: int,
    spoiling: Sequence[Spoiling] = (),
) -> list[float]:
    """The chance that a stock lasts up to the end of each of so many days.

    Exact where units have three digits after the point at most; else a sum may be taken to fit that is too large by one
    4000th of all for each use.

    Args:
        amount: units that are there, 0 or more.
        uses: that are to come, each independent of the others.
        arrivals: what is on its way; it is there from its day on.
        today: the first day.
        days: how many, 0 or more.
        spoiling: what is taken to be lost on a date.

    Raises:
        InvalidInput: for a negative amount.
    """
    if not 0 <= amount < float("inf"):
        raise InvalidInput("A stock is 0 or more.")
    there = np.full(max(0, days), float(amount))  # a whole number as well, of which parts are taken
    for one in arrivals:
        there[max(0, (one.day - today).days) :] += one.units
    for lost in spoiling:
        there[max(0, (lost.day - today).days + 1) :] -= lost.units
    there = np.maximum(there, 0.0)
    if not uses or days <= 0:
        return [1.0] * max(0, days)
    units, chances = np.array([use.units for use in uses]), _chances(uses, days, today)
    sure = chances > 1 - NEGLECTED
    open_ = ~sure & (chances > NEGLECTED)
    room, most = there - sure @ units, open_ @ units
    found = (room >= -1e-9).astype(float)
    for day in np.flatnonzero((room >= -1e-9) & (room < most - 1e-9)):
        vague = open_[day]
        found[day] = _at_most(units[vague], chances[day][vague], float(room[day]))
    return [float(chance) for chance in found]


def _at_most(units: Vector, chances: Vector, room: float) -> float:
    """The chance that uses which may have come take no more than there is room for."""
    # The largest amount of which all are multiples, so that sums are exact; what is measured has three digits at most.
    grain = float(np.gcd.reduce(np.round(units * 1000).astype(np.int64))) / 1000
    steps = units / grain if grain else units
    if not grain or np.abs(steps - np.round(steps)).max() > 1e-6 or units.sum() / grain > MOST_STEPS:
        grain = units.sum() / MOST_STEPS
        steps = units / grain
    whole = np.maximum(1, np.ceil(steps - 1e-6).astype(int))
    # Each step was rounded up: a sum that just fits must not fall out for it.
    slack = float((whole - steps).sum())
    size = int(room / grain + slack + 1e-6) + 1
    chance = np.zeros(size)
    chance[0] = 1.0
    for step, come in zip(whole, chances, strict=True):
        moved = np.zeros(size)
        if step < size:
            moved[step:] = chance[: size - step]
        chance = (1 - come) * chance + come * moved
    return float(min(1.0, chance.sum()))


def short_on(
    amount: float,
    uses: Sequence[UseAhead],
    arrivals: Sequence[Arrival],
    today: date,
    end: date,
    service: float = SERVICE,
) -> date | None:
    """The first date by whose end a stock does not last any more with a chance; None where it lasts until the end.

    Args:
        amount: units that are there, 0 or more.
        arrivals: what is on its way; it is there from its day on.
        today, end: from and up to when, the end excluded.
        service: how sure it should last, above 0 and below 1.

    Raises:
        InvalidInput: for a negative amount, or a service out of range.
    """
    service_z(service)
    return _first_below(enough_by_day(amount, uses, arrivals, today, (end - today).days), service, today)


def _first_below(enough: Sequence[float], service: float, today: date) -> date | None:
    day = next((number for number, chance in enumerate(enough) if chance < service - 1e-9), None)
    return None if day is None else today + timedelta(days=day)


@dataclass(frozen=True)
class Cover:
    """How long a stock lasts.

    Attributes:
        early, likely, late: dates on which it does not last any more with 90, 50 and 10 %; None where it lasts on.
        order_by: the last date to order so that it lasts with the service level; None where it lasts on, or until
            what is on its way has come and from then on.
        next_use: the first use that is to come, or None.
        lacking: the first use that finds nothing, with the service level; None where each finds enough.
        bridged_by: what is on its way and comes after the stock has run out; None where nothing has to be waited for.
    """

    early: date | None
    likely: date | None
    late: date | None
    order_by: date | None
    next_use: UseAhead | None
    lacking: UseAhead | None
    bridged_by: Arrival | None = None


def _awaited(arrivals: Sequence[Arrival], today: date, lead_days: int) -> list[Arrival]:
    """What is waited for rather than ordered once more: unless a new order would come in half the time."""
    return [one for one in arrivals if (one.day - today).days <= 2 * lead_days]


def cover_of(
    amount: float,
    uses: Sequence[UseAhead],
    arrivals: Sequence[Arrival],
    today: date,
    end: date,
    lead_days: int,
    service: float = SERVICE,
    spoiling: Sequence[Spoiling] = (),
) -> Cover:
    """How long a stock lasts, and by when to order.

    Args:
        amount, uses, arrivals, today, end, service: as for `short_on`.
        lead_days: until an order comes, 0 or more.
        spoiling: what is taken to be lost on a date.

    Raises:
        InvalidInput: when out of range.
    """
    if lead_days < 0:
        raise InvalidInput("A lead time is 0 days or more.")
    ordered = sorted(uses, key=lambda use: use.likely)
    service_z(service)
    enough = enough_by_day(amount, uses, arrivals, today, (end - today).days, spoiling)
    early, likely, longest, safe = (_first_below(enough, one, today) for one in (0.9, 0.5, 0.1, service))
    awaited = _awaited(arrivals, today, lead_days)
    gap = max(((one.day - today).days for one in awaited), default=0)
    after = _first_below(enough[gap:], service, today + timedelta(days=gap))
    order_by = None if after is None else after - timedelta(days=lead_days)
    late = [one for one in awaited if safe is not None and safe < one.day]
    bridged = min(late, key=lambda one: one.day, default=None)
    lacking = None
    if likely is not None:
        lacking = next((use for use in ordered if use.likely >= likely), ordered[-1] if ordered else None)
    return Cover(early, likely, longest, order_by, ordered[0] if ordered else None, lacking, bridged)


def nth_unit(uses: Sequence[UseAhead], number: float) -> tuple[date, date, date] | None:
    """When so many units are used up from now: early, likely and late; None where that lies past the uses given.

    Args:
        number: of the unit, above 0.
    """
    found: list[date] = []
    for dates in ([use.early for use in uses], [use.likely for use in uses], [use.late for use in uses]):
        left = number
        for day, units in sorted(zip(dates, (use.units for use in uses), strict=True)):
            left -= units
            if left <= 1e-9:
                found.append(day)
                break
        else:
            return None
    return found[0], found[1], found[2]
