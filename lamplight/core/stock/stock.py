"""What is in the cupboard: counted, bought, used."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime
from enum import StrEnum

from lamplight.core.errors import InvalidInput


class Move(StrEnum):
    """What happened to a product."""

    COUNTED = "counted"
    BOUGHT = "bought"
    ORDERED = "ordered"
    USED = "used"
    SPOILT = "spoilt"


@dataclass(frozen=True)
class StockMove:
    """So many units of a product were counted, bought, used, or ordered; what was ordered arrives at its moment.

    Raises:
        InvalidInput: for a negative amount.
    """

    product: str
    move: Move
    amount: float
    at: datetime

    def __post_init__(self) -> None:
        if self.amount < 0:
            raise InvalidInput("An amount is 0 or more.")


@dataclass(frozen=True)
class Holding:
    """What there is of a product.

    Attributes:
        amount: units, 0 or more; None where it was never counted nor bought.
        counted_at: when it was last counted, or None.
        short: units by which more was used than the book had; 0 where all is well.
    """

    amount: float | None
    counted_at: datetime | None = None
    short: float = 0.0


def holdings(moves: Iterable[StockMove]) -> dict[str, Holding]:
    """What there is of each product, by key. A count makes good whatever was written before it.

    Moves of one moment are taken in the order in which they are given.
    """
    held: dict[str, Holding] = {}
    for move in sorted((move for move in moves if move.move is not Move.ORDERED), key=lambda move: move.at):
        held[move.product] = _after(held.get(move.product, Holding(None)), move)
    return held


def _after(held: Holding, move: StockMove) -> Holding:
    if move.move is Move.COUNTED:
        return Holding(move.amount, move.at)
    if move.move is Move.BOUGHT:
        return Holding((held.amount or 0.0) + move.amount, held.counted_at, held.short)
    if held.amount is None:
        return held
    left = held.amount - move.amount
    return Holding(max(0.0, left), held.counted_at, held.short + max(0.0, -left))


@dataclass(frozen=True)
class Awaited:
    """Units that were ordered and have not come, and when they should."""

    amount: float
    at: datetime


def awaited(moves: Iterable[StockMove]) -> dict[str, tuple[Awaited, ...]]:
    """What was ordered and not bought since, by product, the earliest arrival first.

    Args:
        moves: in the order in which they were written: what is bought after an order is what was ordered.
    """
    orders: dict[str, list[Awaited]] = {}
    for move in moves:
        own = orders.setdefault(move.product, [])
        if move.move is Move.ORDERED and move.amount > 0:
            own.append(Awaited(move.amount, move.at))
            own.sort(key=lambda one: one.at)
        left = move.amount if move.move is Move.BOUGHT else 0.0
        while own and left > 0:
            taken = min(left, own[0].amount)
            left -= taken
            own[0] = Awaited(own[0].amount - taken, own[0].at)
            if own[0].amount <= 0:
                own.pop(0)
    return {product: tuple(own) for product, own in orders.items() if own}


def there_from(held: Holding | None, coming: Iterable[Awaited], wanted: float) -> datetime | None:
    """When so many units are there at the earliest that are not there now; None where no order brings them."""
    amount = held.amount or 0.0 if held else 0.0
    for order in coming:
        amount += order.amount
        if amount >= wanted:
            return order.at
    return None


def enough(held: Holding | None, wanted: float) -> bool | None:
    """Whether so many units are there; None where nobody counted."""
    return None if held is None or held.amount is None else held.amount >= wanted
