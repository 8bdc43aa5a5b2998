"""What the jobs that are due or soon due take out of stock, and for how many uses the rest lasts."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from lamplight.core.care.item import Due
from lamplight.core.care.status import Status
from lamplight.core.job.chemistry import Product
from lamplight.core.job.needs import NeedLine
from lamplight.core.stock.stock import Holding


def demand(jobs: Iterable[tuple[Due, Iterable[NeedLine]]]) -> dict[str, float]:
    """Units of each product, by key, that the jobs which are due or soon due take together.

    Args:
        jobs: where items stand, each with what it takes. What another item takes the place of, what is
            clear and what nobody knows takes nothing.
    """
    wanted: dict[str, float] = {}
    for due, lines in jobs:
        if due.status >= Status.SOON and not due.instead:
            for line in lines:
                if line.product:
                    wanted[line.product] = wanted.get(line.product, 0.0) + line.units
    return wanted


@dataclass(frozen=True)
class StockLine:
    """A product in stock.

    Attributes:
        product: which.
        held: what there is, or None where nobody ever counted.
        needed: units that the jobs which are due or soon due take, 0 or more.
    """

    product: Product
    held: Holding | None
    needed: float

    @property
    def amount(self) -> float | None:
        """Units that there are; None where nobody counted."""
        return self.held.amount if self.held else None

    @property
    def uses(self) -> int | None:
        """For how many plain doses it lasts; None where nobody counted."""
        return None if self.amount is None else int(self.amount / self.product.dose)

    @property
    def short(self) -> bool:
        """Whether there is less than is needed."""
        return self.amount is not None and self.amount < self.needed
