"""What a unit of each product costs."""

from __future__ import annotations

from datetime import date

from lamplight.core.stock.prices import price_spread, unit_price
from lamplight.store.prices import price_rows


def unit_prices(site_id: int, today: date) -> dict[str, float]:
    """Money for a unit of each product whose price at a site is known, by key."""
    known = [row.price for row in price_rows(site_id)]
    prices = {key: unit_price(known, key, today) for key in {price.product for price in known}}
    return {key: price for key, price in prices.items() if price is not None}


def spread_of_prices(site_id: int, today: date) -> dict[str, float]:
    """By which share the price of each product went up and down, by key."""
    known = [row.price for row in price_rows(site_id)]
    return {key: price_spread(known, key, today) for key in {price.product for price in known}}
