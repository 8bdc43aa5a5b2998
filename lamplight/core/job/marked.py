"""Products as they are taken on one machine: weaker while an experiment says so."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import replace

from lamplight.core.job.chemistry import Product
from lamplight.core.machine.marks import DoseMark


def serving_as_marked(serving: Mapping[str, Product], marks: Iterable[DoseMark]) -> Mapping[str, Product]:
    """The products that serve, weaker where an experiment says so."""
    weaker = {mark.role: mark.share for mark in marks if mark.share < 1 and mark.role in serving}
    if not weaker:
        return serving
    return {role: _weaker(product, weaker[role]) if role in weaker else product for role, product in serving.items()}


def _weaker(product: Product, share: float) -> Product:
    per_l = None if product.per_l is None else product.per_l * share
    title = f"{product.title}, {100 * share:.0f} % of its dose (experiment)"
    return replace(product, dose=product.dose * share, per_l=per_l, title=title)
