"""What is in the cupboards: counted, bought, used, moved from one to another; and of which batches."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from datetime import date, datetime
from enum import StrEnum

from lamplight.core.errors import InvalidInput
from lamplight.core.stock.batches import Batch, batches_counted, batches_in_order, batches_without


class Move(StrEnum):
    """What happened to a product."""

    COUNTED = "counted"
    BOUGHT = "bought"
    ORDERED = "ordered"
    USED = "used"
    SPOILT = "spoilt"
    MOVED = "moved"


@dataclass(frozen=True)
class StockMove:
    """So many units of a product were counted, bought, used, ordered, spoilt or moved.

    Attributes:
        product, move, amount: what.
        at: when; what was ordered arrives then.
        cupboard: in which it lay, or was put; the main one has no name.
        into: the cupboard into which it was moved.
        keeps_until: the last date on which what was bought can be used, or None.

    Raises:
        InvalidInput: for a negative amount.
    """

    product: str
    move: Move
    amount: float
    at: datetime
    cupboard: str = ""
    into: str = ""
    keeps_until: date | None = None

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
        cupboards: units in each that holds any, the main one first.
        batches: the same units by the date until which they keep, as they are taken.
    """

    amount: float | None
    counted_at: datetime | None = None
    short: float = 0.0
    cupboards: tuple[tuple[str, float], ...] = ()
    batches: tuple[Batch, ...] = ()


def holdings(moves: Iterable[StockMove]) -> dict[str, Holding]:
    """What there is of each product, by key. A count makes good whatever was written before it.

    Moves of one moment are taken in the order in which they are given.
    """
    held: dict[str, Holding] = {}
    for move in sorted((move for move in moves if move.move is not Move.ORDERED), key=lambda move: move.at):
        held[move.product] = _after(held.get(move.product, Holding(None)), move)
    return held


def _after(held: Holding, move: StockMove) -> Holding:
    within = dict(held.cupboards)
    here = within.get(move.cupboard, 0.0)
    if move.move is Move.COUNTED:
        within[move.cupboard] = move.amount
        return _holding(within, move.at, 0.0, batches_counted(held.batches, sum(within.values())))
    if move.move is Move.BOUGHT:
        within[move.cupboard] = here + move.amount
        batches = batches_in_order((*held.batches, Batch(move.amount, move.keeps_until)))
        return _holding(within, held.counted_at, held.short, batches)
    if held.amount is None:
        return held
    if move.move is Move.MOVED:
        carried = min(here, move.amount)
        within[move.cupboard] = here - carried
        within[move.into] = within.get(move.into, 0.0) + carried
        return _holding(within, held.counted_at, held.short, held.batches)
    left = _taken_from(within, move.cupboard, move.amount)
    return _holding(within, held.counted_at, held.short + left, batches_without(held.batches, move.amount))


def _taken_from(within: dict[str, float], cupboard: str, amount: float) -> float:
    """Take units out of a cupboard, and out of the others where it has too little; answers what none had."""
    for name in sorted(within, key=lambda one: (one != cupboard, one)):
        gone = min(amount, within[name])
        within[name] -= gone
        amount -= gone
    return amount


def _holding(
    within: Mapping[str, float], counted_at: datetime | None, short: float, batches: tuple[Batch, ...]
) -> Holding:
    filled = tuple((name, units) for name, units in sorted(within.items()) if units > 0)
    return Holding(sum(within.values()), counted_at, short, filled, batches)


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
