"""What to have at hand for a job: amounts for this machine, from its procedure and the chosen products."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from lamplight.core.job.chemistry import Product
from lamplight.core.job.dose import dose_for
from lamplight.core.job.procedure import Packs, Procedure
from lamplight.core.words import units_in_words


@dataclass(frozen=True)
class NeedLine:
    """One thing to have at hand.

    Attributes:
        amount: in words, or empty.
        thing: what it is.
        product: key of the product that is used up, or empty.
        units: how many units of it, 0 where nothing is used up.
        role: which role it serves, or empty.
        packs, packed_as: how it gets into the bag, as its need has it.
    """

    amount: str
    thing: str
    product: str = ""
    units: float = 0.0
    role: str = ""
    packs: Packs = Packs.TOOL
    packed_as: str = ""


def need_lines(procedure: Procedure, products: Mapping[str, Product]) -> tuple[NeedLine, ...]:
    """Every need of a procedure; doses by the chosen products.

    Args:
        products: by role; a role without a product is named by its key.
    """
    lines: list[NeedLine] = []
    for need in procedure.needs:
        product = products.get(need.role) if need.role else None
        if product is None:
            thing = need.thing or need.role.replace("-", " ")
            lines.append(NeedLine(need.amount, thing, "", 0.0, need.role, need.packs, need.packed_as))
            continue
        units = dose_for(product, need.mix_ml)
        lines.append(NeedLine(units_in_words(units, product.unit), product.title, product.key, units, need.role))
    return tuple(_same_product_once(lines, products))


def _same_product_once(lines: Iterable[NeedLine], products: Mapping[str, Product]) -> list[NeedLine]:
    """What is poured twice stands in the list once, with both amounts."""
    once: dict[str, NeedLine] = {}
    for line in lines:
        known = once.get(line.product) if line.product else None
        if known is None:
            once[line.product or f"{line.amount} {line.thing}"] = line
            continue
        units = known.units + line.units
        unit = next(product.unit for product in products.values() if product.key == line.product)
        once[line.product] = NeedLine(units_in_words(units, unit), line.thing, line.product, units, known.role)
    return list(once.values())


def added_up(lines: Iterable[NeedLine], products: Mapping[str, Product]) -> list[NeedLine]:
    """What to carry for several jobs: what is used up is added together, everything else is taken once."""
    needed: dict[str, NeedLine] = {}
    for line in lines:
        known = needed.get(line.thing)
        if known is None or not line.product:
            needed.setdefault(line.thing, line)
            continue
        units = known.units + line.units
        words = units_in_words(units, products[line.product].unit) if line.product in products else known.amount
        needed[line.thing] = NeedLine(words, line.thing, line.product, units, line.role)
    return sorted(needed.values(), key=lambda line: (not line.product, line.thing))
