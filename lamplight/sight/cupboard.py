"""Products, the roles they serve, and what there is of each."""

from __future__ import annotations

from collections.abc import Mapping

from lamplight.core.job.chemistry import Product, Role
from lamplight.core.machine.kind import Kind
from lamplight.core.stock.stock import Awaited, Holding, awaited, holdings
from lamplight.library import catalogue
from lamplight.sight.kinds import kinds
from lamplight.sight.shared import sites_of_product
from lamplight.store.stock import own_products, stock_moves


def products() -> dict[str, Product]:
    """Every product by key: those that ship, with the keeper's own over them."""
    own = own_products()
    known = {**catalogue.products(), **{key: product for key, product in own.items() if product is not None}}
    return {key: product for key, product in known.items() if own.get(key, product) is not None}


def roles() -> dict[str, Role]:
    """What procedures ask for, by key."""
    return catalogue.roles()


def serving(role: str, known: Mapping[str, Product]) -> list[Product]:
    """The products that serve a role, of those that are known, by title."""
    return sorted((product for product in known.values() if product.serves(role)), key=lambda each: each.title.lower())


def stock_held(site_id: int) -> dict[str, Holding]:
    """What there is at a site of each product that was ever counted, bought or used there."""
    return holdings(row.fact for row in stock_moves(site_id))


def stock_awaited(site_id: int) -> dict[str, tuple[Awaited, ...]]:
    """What was ordered of each product to a site and has not come, the earliest arrival first."""
    return awaited(row.fact for row in stock_moves(site_id, as_written=True))


def cupboard_words(name: str) -> str:
    """A cupboard in a sentence; the main one has no name of its own."""
    return name or MAIN_CUPBOARD


def concerned_by(key: str) -> set[int]:
    """The sites that go by what a product's label says."""
    known = products()
    taking = [kind.key for kind in kinds().values() if key in {one.key for one in _usual(kind, known)}]
    return sites_of_product(key, taking)


def _usual(kind: Kind, known: Mapping[str, Product]) -> list[Product]:
    return list(catalogue.usual_products(kind, known).values())


MAIN_CUPBOARD, LONGEST_CUPBOARD, YEARS_KEPT = "the main cupboard", 40, 20
