"""When each item was last done, as far as anybody knows."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta

from lamplight.core.care.item import CareItem, LastDone
from lamplight.core.usage.counters import CounterBook
from lamplight.core.usage.cumulative import CumulativeCount

# Where a count lies before anything that is known, it was long ago.
LONG_AGO = timedelta(days=3 * 366)


@dataclass(frozen=True)
class DoneFact:
    """An item was done: at a moment, or when the counter stood at a value, or both."""

    item: str
    at: datetime | None = None
    value: int | None = None


def last_done(
    facts: Iterable[DoneFact], drinks: CounterBook, cumulative: CumulativeCount, items: Sequence[CareItem] = ()
) -> dict[str, LastDone]:
    """The latest time each item was done, by item key, also as part of another that settles it.

    Args:
        facts: every time that an item was done; of two at one moment the later one in their order counts.
        drinks: the facts of the drinks counter, from which a value gets its place.
        cumulative: the drinks over time.
        items: what settles what.
    """
    latest: dict[str, tuple[datetime, LastDone]] = {}
    for key, fact in with_settled(facts, items):
        placed = _placed(fact, drinks, cumulative)
        if placed and (key not in latest or placed[0] >= latest[key][0]):
            latest[key] = placed
    return {key: done for key, (_, done) in latest.items()}


def with_settled(facts: Iterable[DoneFact], items: Iterable[CareItem]) -> Iterator[tuple[str, DoneFact]]:
    """Each item that was done, by itself or as part of another that settles it, with the fact."""
    settles = {item.key: item.settles for item in items}
    for fact in facts:
        for key in (fact.item, *settles.get(fact.item, ())):
            yield key, fact


def _placed(fact: DoneFact, drinks: CounterBook, cumulative: CumulativeCount) -> tuple[datetime, LastDone] | None:
    """A fact with the moment that orders it."""
    if fact.at is not None:
        return fact.at, LastDone(at=fact.at)
    first = drinks.first_reading
    if fact.value is None or first is None or cumulative.first is None:
        return None
    position = float(fact.value - first.value)
    return cumulative.moment_at(position) or cumulative.first - LONG_AGO, LastDone(position=position)
