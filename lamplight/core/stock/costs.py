"""What care costs: for a use, a drink, a month and a year; cleaners, water, the keeper's time, the idle machine."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date

from lamplight.core.errors import InvalidInput

DAYS_A_YEAR, MONTHS_A_YEAR = 365.0, 12.0


@dataclass(frozen=True)
class JobCost:
    """What one job costs, and how often it is done.

    Args:
        machine, item: whose.
        times: in a year, 0 or more.
        bought: money for what is used up each time; None where a price is missing.
        minutes: of the keeper's each time, 0 or more.
        water_l: litres each time, 0 or more.
        idle_minutes: in which nobody can have a drink of the machine, each time, 0 or more.

    Raises:
        InvalidInput: for anything below 0.
    """

    machine: int
    item: str
    times: float
    bought: float | None
    minutes: float
    water_l: float = 0.0
    idle_minutes: float = 0.0

    def __post_init__(self) -> None:
        amounts = (self.times, self.bought or 0.0, self.minutes, self.water_l, self.idle_minutes)
        if not all(0 <= amount < float("inf") for amount in amounts):
            raise InvalidInput("Times, prices, minutes and litres are 0 or more.")


@dataclass(frozen=True)
class YearCost:
    """What a year of jobs costs.

    Attributes:
        bought, time, water: money for what is used up, for the keeper's time and for water; the first as far as its
            prices are known.
        minutes: of the keeper's.
        idle: money for the machine being out of use.
        idle_minutes: for which it is.
        unpriced: items of which a price is missing.
        unknown: items of which nobody knows when they come, since they were never done or nothing was read.
    """

    bought: float
    time: float
    water: float
    minutes: float
    unpriced: tuple[str, ...]
    idle: float = 0.0
    idle_minutes: float = 0.0
    unknown: tuple[str, ...] = ()

    @property
    def total(self) -> float:
        """Money in all, as far as prices are known: at least so much where `at_least` says so."""
        return self.bought + self.time + self.water + self.idle

    @property
    def at_least(self) -> bool:
        """Whether there is more than is added up, since a price or a date is not known."""
        return bool(self.unpriced or self.unknown)

    @property
    def money_known(self) -> bool:
        """Whether the total says anything: not where all that it could add up is unknown."""
        return self.total > 0 or not self.at_least

    @property
    def a_month(self) -> float:
        """The twelfth of it."""
        return self.total / MONTHS_A_YEAR

    def a_drink(self, drinks_a_year: float) -> float | None:
        """Money for a drink; None where none are made."""
        return self.total / drinks_a_year if drinks_a_year > 0 else None


def year_cost(
    jobs: Iterable[JobCost],
    hour_price: float = 0.0,
    water_price: float = 0.0,
    idle_price: float = 0.0,
    unknown: Iterable[str] = (),
) -> YearCost:
    """What jobs cost in a year.

    Args:
        jobs: with how often each is done.
        hour_price: money for an hour of the keeper's, 0 or more.
        water_price: money for a cubic metre of water, 0 or more.
        idle_price: money for an hour in which a machine is out of use, 0 or more.
        unknown: items of which nobody knows how often they come.

    Raises:
        InvalidInput: for a negative price.
    """
    if not all(0 <= price < 1e6 for price in (hour_price, water_price, idle_price)):
        raise InvalidInput("Prices are 0 or more.")
    known = list(jobs)
    minutes = sum(job.times * job.minutes for job in known)
    litres = sum(job.times * job.water_l for job in known)
    idle = sum(job.times * job.idle_minutes for job in known)
    bought = sum(job.times * (job.bought or 0.0) for job in known)
    missing = dict.fromkeys(job.item for job in known if job.bought is None and job.times > 0)
    time, water = minutes / 60 * hour_price, litres / 1000 * water_price
    return YearCost(bought, time, water, minutes, tuple(missing), idle / 60 * idle_price, idle, tuple(unknown))


def years_together(years: Iterable[YearCost]) -> YearCost:
    """The years of several machines added up; what is not known of one is not known of all."""
    known = list(years)
    return YearCost(
        sum(year.bought for year in known), sum(year.time for year in known), sum(year.water for year in known),
        sum(year.minutes for year in known), tuple(dict.fromkeys(item for year in known for item in year.unpriced)),
        sum(year.idle for year in known), sum(year.idle_minutes for year in known),
        tuple(dict.fromkeys(item for year in known for item in year.unknown)),
    )  # fmt: skip


MOST_CENTS = 100_000_000


@dataclass(frozen=True)
class PackPrice:
    """So many units of a product for so much.

    Args:
        product: its key.
        units: in the pack, above 0.
        cents: hundredths of the site's money, 0 or more.
        day: on which that was the price.

    Raises:
        InvalidInput: when out of range.
    """

    product: str
    units: float
    cents: int
    day: date

    def __post_init__(self) -> None:
        if not 0 < self.units < float("inf"):
            raise InvalidInput("A pack holds more than nothing.", "units")
        if not 0 <= self.cents <= MOST_CENTS:
            raise InvalidInput("A price lies between 0 and 1 000 000.", "money")

    @property
    def per_unit(self) -> float:
        """Money for one unit."""
        return self.cents / 100 / self.units


def prices_of(prices: Iterable[PackPrice], product: str, today: date) -> tuple[PackPrice, ...]:
    """The prices of a product up to a date, oldest first; of one date in the order in which they are given."""
    return tuple(
        sorted((price for price in prices if price.product == product and price.day <= today), key=lambda one: one.day)
    )


def unit_price(prices: Iterable[PackPrice], product: str, today: date) -> float | None:
    """Money for a unit now: the cheapest pack of the newest date; None where no price is known."""
    own = prices_of(prices, product, today)
    return min((price.per_unit for price in own if price.day == own[-1].day), default=None)


def price_spread(prices: Iterable[PackPrice], product: str, today: date) -> float:
    """By which share the price of a unit went up and down around the newest one, 0 where there is only one."""
    own = prices_of(prices, product, today)
    now = unit_price(own, product, today)
    if not now:
        return 0.0
    return max(abs(price.per_unit - now) / now for price in own)
