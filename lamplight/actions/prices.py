"""What things cost: prices as they are written down, and as they are asked for."""

from __future__ import annotations

from datetime import date

from lamplight.actions.entries import write_entry
from lamplight.core.bounds import UNITS, within
from lamplight.core.errors import InvalidInput
from lamplight.core.stock.prices import PackPrice
from lamplight.core.words import units_in_words
from lamplight.sight.actor import Actor
from lamplight.sight.cupboard import products
from lamplight.store.database import database
from lamplight.store.models import PriceFact


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
