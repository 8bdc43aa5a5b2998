"""What things cost: prices as they are written down, and as they are asked for."""

from __future__ import annotations

from datetime import date

from lamplight.actions.entries import Actor, write_entry
from lamplight.actions.stock import products
from lamplight.core.bounds import UNITS, within
from lamplight.core.errors import InvalidInput
from lamplight.core.stock.prices import PackPrice, price_spread, unit_price
from lamplight.core.words import units_in_words
from lamplight.store.database import database
from lamplight.store.models import PriceFact
from lamplight.store.prices import price_rows


def note_price(product_key: str, units: float, money: float, day: date, today: date, actor: Actor) -> None:
    """Write down what a pack of a product costs.

    Args:
        product_key: of a product that is known.
        units: in the pack.
        money: of the site, 0 or more; kept to the hundredth.
        day, today: when that was the price, and the site's date.

    Raises:
        InvalidInput: for an unknown product, a pack or price out of range, or a day that lies ahead.
    """
    known = products()
    if product_key not in known:
        raise InvalidInput("Choose a product.", "product")
    if day > today:
        raise InvalidInput("That day has not come yet.", "day")
    within(units, UNITS, "A pack", "units")
    if not 0 <= money <= 1_000_000:
        raise InvalidInput("A price lies between 0 and 1 000 000.", "money")
    product = known[product_key]
    price = PackPrice(product_key, units, round(money * 100), day)
    with database.atomic():
        words = f"{product.title}: {units_in_words(units, product.unit)} for {price.cents / 100:.2f}"
        entry = write_entry("price", words, actor)
        PriceFact.create(entry=entry, product=product_key, units=units, cents=price.cents, day=day)


def unit_prices(site_id: int, today: date) -> dict[str, float]:
    """Money for a unit of each product whose price at a site is known, by key."""
    known = [row.price for row in price_rows(site_id)]
    prices = {key: unit_price(known, key, today) for key in {price.product for price in known}}
    return {key: price for key, price in prices.items() if price is not None}


def spread_of_prices(site_id: int, today: date) -> dict[str, float]:
    """By which share the price of each product went up and down, by key."""
    known = [row.price for row in price_rows(site_id)]
    return {key: price_spread(known, key, today) for key in {price.product for price in known}}
