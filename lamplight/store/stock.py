"""Products of the keeper's own, and what was counted, bought and used."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass
from datetime import datetime

from peewee import ModelSelect

from lamplight.core.job.chemistry import Chemistry, Product
from lamplight.core.stock.costs import PackPrice
from lamplight.core.stock.stock import Move, StockMove
from lamplight.store.live import newest
from lamplight.store.models import Entry, MoneyWish, PriceFact, ProductVersion, StockMoveFact, SupplyTerms
from lamplight.store.prepared import fetched
from lamplight.store.sites import newest_at
from lamplight.store.whereabouts import written_at


def own_products() -> dict[str, Product | None]:
    """The last version of each product that the keeper wrote, by key; None where it was deleted."""
    rows = newest(ProductVersion, "key")
    return {row.key: None if row.deleted else _product(row) for row in rows}


def acids_from_text(text: str) -> tuple[tuple[str, float], ...]:
    """Acids as they are stored, such as ``citric 12 malic 4``."""
    words = text.split()
    return tuple((key, float(grams)) for key, grams in zip(words[::2], words[1::2], strict=True))


def _product(row: ProductVersion) -> Product:
    return Product(
        row.key, row.title, row.role, row.form, Chemistry(row.chemistry), row.unit, row.dose, row.per_l, row.whole,
        row.least_ml, row.most_ml, tuple(row.also.split()), acids_from_text(row.acids),
    )  # fmt: skip


@dataclass(frozen=True)
class MoveRow:
    """A move; the entry is what undoing names."""

    entry_id: int
    fact: StockMove


def stock_moves(site_id: int, as_written: bool = False) -> list[MoveRow]:
    """Every move at a site that counts, oldest first; or in the order in which they were written."""
    order = (StockMoveFact.id,) if as_written else (StockMoveFact.at, StockMoveFact.id)

    def moves_at(site: int) -> ModelSelect:
        rows = StockMoveFact.select().join(Entry).where(Entry.undone_at.is_null(), written_at(site))
        return rows.order_by(*order)

    return [MoveRow(row.entry_id, _move(row)) for row in fetched(("stock moves", as_written), moves_at, site_id)]


def _move(row: StockMoveFact) -> StockMove:
    return StockMove(row.product, Move(row.move), row.amount, row.at, row.cupboard, row.into_cupboard, row.keeps_until)


def cupboards(site_id: int) -> list[str]:
    """The names of a site's cupboards into which anything was ever put or counted, without the main one."""
    rows = StockMoveFact.select(StockMoveFact.cupboard, StockMoveFact.into_cupboard).join(Entry)
    rows = rows.where(Entry.undone_at.is_null(), written_at(site_id)).distinct().tuples()
    return sorted({name for pair in rows for name in pair if name})


def uses_by_machine(machine_ids: Collection[int]) -> dict[int, list[tuple[datetime, str, float]]]:
    """What was taken out of stock for each machine: when, which product, how many units; oldest first."""
    rows = (
        StockMoveFact.select(StockMoveFact, Entry)
        .join(Entry)
        .where(Entry.undone_at.is_null(), StockMoveFact.move == Move.USED.value, Entry.machine.in_(list(machine_ids)))
        .order_by(StockMoveFact.at, StockMoveFact.id)
    )
    by_machine: dict[int, list[tuple[datetime, str, float]]] = {}
    for row in rows:
        by_machine.setdefault(row.entry.machine_id, []).append((row.at, row.product, row.amount))
    return by_machine


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
