"""What the steps of a procedure may ask after: what a kind has, what its panel asks, the form of its products."""

from __future__ import annotations

from collections.abc import Mapping

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.job.chemistry import Product
from lamplight.core.machine.kind import Kind

# A machine whose panel still asks where a refill was not confirmed wants it confirmed.
CONFIRMS = {
    "refill-not-confirmed": "confirms-tank",
    "milk-not-confirmed": "confirms-milk",
    "beans-not-confirmed": "confirms-beans",
    "powder-not-confirmed": "confirms-powder",
}


def forms_of(products: Mapping[str, Product]) -> dict[str, str]:
    """The form of the product that serves each role."""
    return {role: product.form for role, product in products.items()}


def traits_of(kind: Kind, forms: Mapping[str, str] | None = None) -> frozenset[str]:
    """What procedures may ask after: the kind's own traits, ``has-`` its parts, and the form of each product.

    Args:
        forms: of the products that serve, by role: ``descaler`` and ``tablet`` say that tablets descale.
    """
    parts = {f"has-{part.key}" for part in kind.parts} | {f"group-{kind.appearance.group}"}
    parts |= {"has-valve"} if any(outlet.valve for outlet in kind.outlets) else set()
    parts |= {"has-milk"} if any(outlet.circuit is Circuit.MILK for outlet in kind.outlets) else set()
    named = {cause for pattern in kind.panel.all_patterns for cause in pattern.causes}
    parts |= {trait for cause, trait in CONFIRMS.items() if cause in named}
    return kind.traits | parts | {f"{role}-{form}" for role, form in (forms or {}).items()}
