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
    USED = "used"


@dataclass(frozen=True)
class StockMove:
    """So many units of a product were counted, bought or used.

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
    for move in sorted(moves, key=lambda move: move.at):
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


def enough(held: Holding | None, wanted: float) -> bool | None:
    """Whether so many units are there; None where nobody counted."""
    return None if held is None or held.amount is None else held.amount >= wanted
