"""Prices, as core objects."""

from __future__ import annotations

from dataclasses import dataclass

from lamplight.core.stock.prices import PackPrice
from lamplight.store.models import Entry, MoneyWish, PriceFact, SupplyTerms
from lamplight.store.sites import newest_at
from lamplight.store.whereabouts import written_at


@dataclass(frozen=True)
class PriceRow:
    """A price; the entry is what undoing names."""

    entry_id: int
    price: PackPrice


def price_rows(site_id: int) -> list[PriceRow]:
    """Every price at a site that counts, oldest first."""
    rows = PriceFact.select().join(Entry).where(Entry.undone_at.is_null(), written_at(site_id))
    rows = rows.order_by(PriceFact.day, PriceFact.id)
    return [PriceRow(row.entry_id, PackPrice(row.product, row.units, row.cents, row.day)) for row in rows]


# How long an order takes where nobody said: common practice, no source.
USUAL_LEAD_DAYS = 7


@dataclass(frozen=True)
class Supply:
    """How a product is got.

    Attributes:
        lead_days: until an order comes.
        opened_days: for how long it keeps once opened; None where nobody said.
        said: whether somebody said so.
    """

    lead_days: int = USUAL_LEAD_DAYS
    opened_days: int | None = None
    said: bool = False


def supplies(site_id: int) -> dict[str, Supply]:
    """How each product is got at a site where somebody said so, by key."""
    rows = SupplyTerms.select().join(Entry).where(Entry.undone_at.is_null(), written_at(site_id))
    terms = rows.order_by(SupplyTerms.id)
    return {row.product: Supply(row.lead_days, row.opened_days, True) for row in terms}


@dataclass(frozen=True)
class Money:
    """How a site counts money.

    Attributes:
        currency: its sign or letters, or empty.
        hour_price: for an hour of its keepers; 0 where that is not counted.
        water_price: for a cubic metre of water; 0 where that is not counted.
        idle_price: for an hour in which a machine is out of use; 0 where that is not counted.
    """

    currency: str = ""
    hour_price: float = 0.0
    water_price: float = 0.0
    idle_price: float = 0.0


def money(site_id: int) -> Money:
    """How a site counts money; without a sign where nobody said."""
    row = newest_at(MoneyWish, site_id)
    return Money(row.currency, row.hour_price, row.water_price, row.idle_price) if row else Money()
