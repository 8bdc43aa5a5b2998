"""What packs cost: the price of a unit now, and how it went."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date

from lamplight.core.errors import InvalidInput

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
