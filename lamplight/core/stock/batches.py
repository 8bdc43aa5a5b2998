"""Batches that keep only until a date: which is taken first, and what of each is likely left when its date has passed.

What keeps the shortest is taken first, and what bears no date last (common practice, no source)."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from lamplight.core.errors import InvalidInput
from lamplight.core.stock.lasting import Arrival, Spoiling, UseAhead, used_by
from lamplight.core.stock.reorder import Pack

CRUMB = 1e-9


@dataclass(frozen=True)
class Batch:
    """Units of a product that keep until the end of a date; None where none is known.

    Raises:
        InvalidInput: for a negative amount.
    """

    units: float
    keeps_until: date | None = None

    def __post_init__(self) -> None:
        if not 0 <= self.units < float("inf"):
            raise InvalidInput("A batch holds 0 units or more.")


def batches_in_order(batches: Iterable[Batch]) -> tuple[Batch, ...]:
    """Batches as they are taken, those of one date as one, without empty ones."""
    by_date: dict[date | None, float] = {}
    for batch in batches:
        by_date[batch.keeps_until] = by_date.get(batch.keeps_until, 0.0) + batch.units
    dated = sorted(by_date.items(), key=lambda pair: pair[0] or date.max)
    return tuple(Batch(units, day) for day, units in dated if units > CRUMB)


def batches_without(batches: Sequence[Batch], units: float) -> tuple[Batch, ...]:
    """What is left of batches in their order when so many units were taken; nothing where there were fewer."""
    left = []
    for batch in batches:
        gone = min(units, batch.units)
        units -= gone
        left.append(Batch(batch.units - gone, batch.keeps_until))
    return batches_in_order(left)


def batches_counted(batches: Sequence[Batch], units: float) -> tuple[Batch, ...]:
    """The batches where a count found so many units in all: what is missing was taken in order; more bears no date."""
    there = sum(batch.units for batch in batches)
    if units >= there:
        return batches_in_order((*batches, Batch(units - there)))
    return batches_without(batches, there - units)


def past_date(batches: Iterable[Batch], today: date) -> float:
    """Units whose date has passed."""
    return sum(batch.units for batch in batches if batch.keeps_until is not None and batch.keeps_until < today)


def likely_spoilt(
    batches: Sequence[Batch], uses: Iterable[UseAhead], arrivals: Iterable[Arrival], end: date
) -> tuple[Spoiling, ...]:
    """What of each batch is likely left when its date passes, if each use comes on its likely date.

    Args:
        batches: that are there, in their order.
        arrivals: what is on its way; it bears no date.
        end: the first date of which nothing is known any more.
    """
    stock, spoilt = batches_in_order(batches), []
    events: list[tuple[date, int, float]] = [(one.day, 0, one.units) for one in arrivals]
    events += [(use.likely, 1, use.units) for use in uses]
    for day, takes, units in [*sorted(events), (end, 0, 0.0)]:
        for batch in stock:
            if batch.keeps_until is not None and batch.keeps_until < min(day, end):
                spoilt.append(Spoiling(batch.units, batch.keeps_until))
        stock = batches_in_order(one for one in stock if one.keeps_until is None or one.keeps_until >= min(day, end))
        if day >= end:
            break
        stock = batches_without(stock, units) if takes else batches_in_order((*stock, Batch(units)))
    return tuple(spoilt)


def left_to_spoil(pack_units: float, uses: Sequence[UseAhead], today: date, opened_days: int | None) -> float:
    """Units of a pack opened today that are likely left when it does not keep any longer.

    Args:
        pack_units: in the pack, above 0.
        today: the day of opening.
        opened_days: so long it keeps, 1 or more; None where it keeps for good.

    Raises:
        InvalidInput: when out of range.
    """
    if not 0 < pack_units < float("inf"):
        raise InvalidInput("A pack holds more than nothing.")
    if opened_days is None:
        return 0.0
    if opened_days < 1:
        raise InvalidInput("What is opened keeps a day or more.")
    used, _ = used_by(uses, today + timedelta(days=opened_days - 1))
    return max(0.0, pack_units - used)


def keeping_packs(
    packs: Sequence[Pack], uses: Sequence[UseAhead], today: date, opened_days: int | None
) -> tuple[Pack, ...]:
    """The sizes that are used up before they spoil; where none is, the smallest alone."""
    if not packs:
        return ()
    kept = tuple(pack for pack in packs if left_to_spoil(pack.units, uses, today, opened_days) <= 1e-6 * pack.units)
    return kept or (min(packs, key=lambda pack: pack.units),)
