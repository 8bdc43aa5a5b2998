"""What care costs at this site: by job, machine and drink, by its own prices and rhythm; and what the bench saved."""

from __future__ import annotations

from lamplight.actions.entries import write_entry
from lamplight.core.errors import InvalidInput
from lamplight.sight.actor import Actor
from lamplight.sight.cupboard import products
from lamplight.store.database import database
from lamplight.store.models import MoneyWish, SupplyTerms
from lamplight.store.sites import SiteRow

LONGEST_LEAD, LONGEST_OPEN = 365, 3650


def save_money(
    site: SiteRow, currency: str, hour_price: float, water_price: float, actor: Actor, idle_price: float = 0.0
) -> None:
    """In which money this site pays, and what an hour and a cubic metre of water cost; 0 where that is not counted.

    Args:
        currency: its sign or letters, or empty.
        hour_price: for an hour of the keeper's.
        water_price: for a cubic metre of water.
        idle_price: for an hour in which a machine is out of use.

    Raises:
        InvalidInput: for a currency of more than eight letters, or a price out of range.
    """
    sign = currency.strip()
    if len(sign) > 8:
        raise InvalidInput("A currency has up to eight letters.", "currency")
    if not all(0 <= price <= 100_000 for price in (hour_price, water_price, idle_price)):
        raise InvalidInput("A price lies between 0 and 100 000.", "hour")
    with database.atomic():
        entry = write_entry("money", f"Money: {sign or 'without a sign'}, {hour_price:g} an hour", actor)
        MoneyWish.create(
            entry=entry, site=site.id, currency=sign, hour_price=hour_price, water_price=water_price,
            idle_price=idle_price,
        )  # fmt: skip


def save_supply(product_key: str, lead_days: int, opened_days: int | None, actor: Actor) -> None:
    """How long an order of a product takes, and how long it keeps once opened.

    Raises:
        InvalidInput: for an unknown product, or days out of range.
    """
    known = products()
    if product_key not in known:
        raise InvalidInput("Choose a product.", "product")
    if not 0 <= lead_days <= LONGEST_LEAD:
        raise InvalidInput(f"An order takes 0 to {LONGEST_LEAD} days.", "lead")
    if opened_days is not None and not 1 <= opened_days <= LONGEST_OPEN:
        raise InvalidInput(f"Opened it keeps 1 to {LONGEST_OPEN} days.", "opened")
    with database.atomic():
        entry = write_entry("supply", f"{known[product_key].title}: an order takes {lead_days} days", actor)
        SupplyTerms.create(entry=entry, product=product_key, lead_days=lead_days, opened_days=opened_days)
