"""Prices, as core objects."""

from __future__ import annotations

from dataclasses import dataclass

from lamplight.core.stock.prices import PackPrice
from lamplight.store.models import Entry, PriceFact


@dataclass(frozen=True)
class PriceRow:
    """A price; the entry is what undoing names."""

    entry_id: int
    price: PackPrice


def price_rows() -> list[PriceRow]:
    """Every price that counts, oldest first."""
    rows = PriceFact.select().join(Entry).where(Entry.undone_at.is_null()).order_by(PriceFact.day, PriceFact.id)
    return [PriceRow(row.entry_id, PackPrice(row.product, row.units, row.cents, row.day)) for row in rows]
