"""When each item was last done, as far as anybody knows."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from datetime import datetime, timedelta

from lamplight.core.care.item import CareItem, LastDone, Start
from lamplight.core.moment import Moment
from lamplight.core.usage.count_then import position_of_count
from lamplight.core.usage.counters import CounterBook
from lamplight.core.usage.cumulative import CumulativeCount

# Where a count lies before anything that is known, it was long ago.
LONG_AGO = timedelta(days=3 * 366)


@dataclass(frozen=True)
class DoneFact:
    """An item was done: at a moment, or when the drinks counter stood at a value, or both.

    Attributes:
        item: its key.
        at, value: when; one of them at least.
        settled: keys of the items that were done with it, as was written down then.
        seq: place within the second; see `lamplight.core.moment`.
        start: whether it was done, or is only counted from there on.
        told_at: when it was said; the value is one of the row that the counter ran in then. None: the present row.
        judged_by: key of the kind that says what a tick settles; empty where a run did it.
    """

    item: str
    at: datetime | None = None
    value: int | None = None
    settled: tuple[str, ...] = ()
    seq: int = 0
    start: Start = Start.DONE
    told_at: datetime | None = None
    judged_by: str = ""


def last_done(facts: Iterable[DoneFact], drinks: CounterBook, cumulative: CumulativeCount) -> dict[str, LastDone]:
    """The latest time each item was done, by item key, also as part of another that settled it.

    Args:
        facts: every time that an item was done; of two at one place in time the later given counts.
        drinks: the facts of the drinks counter, from which a value gets its place.
    """
    latest: dict[str, tuple[Moment, LastDone]] = {}
    for key, fact in with_settled(facts):
        placed = _placed(fact, drinks, cumulative)
        if placed and (key not in latest or placed[0] >= latest[key][0]):
            latest[key] = placed
    return {key: done for key, (_, done) in latest.items()}


def with_settled(facts: Iterable[DoneFact]) -> Iterator[tuple[str, DoneFact]]:
    """Each item that was done, by itself or as part of another that settled it, with the fact."""
    for fact in facts:
        for key in (fact.item, *fact.settled):
            yield key, fact


def _placed(fact: DoneFact, drinks: CounterBook, cumulative: CumulativeCount) -> tuple[Moment, LastDone] | None:
    """A fact with the place in time that orders it."""
    if fact.at is not None:
        return Moment(fact.at, fact.seq), LastDone(at=fact.at, seq=fact.seq, start=fact.start)
    if fact.value is None or cumulative.first is None:
        return None
    position = position_of_count(fact.value, fact.told_at, drinks, cumulative)
    if position is None:
        return None
    at = cumulative.moment_at(position) or cumulative.first - LONG_AGO
    return Moment(at, fact.seq), LastDone(position=position, seq=fact.seq, start=fact.start)


def asks_last_done(item: CareItem) -> bool:
    """Whether it changes a date when an item was last done; not for absences, storage, and what every day wants."""
    return any(trigger.counts_on for trigger in item.triggers)


def asked_in_order(items: Iterable[CareItem]) -> tuple[CareItem, ...]:
    """Those for which it does, first what people remember: what the machine asks for itself, then what takes long."""
    asked = [item for item in items if asks_last_done(item)]
    return tuple(sorted(asked, key=lambda item: (not item.asks, -item.minutes)))
