"""Progress bars: two readings of one tell the machine's own interval before any lamp lights."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import datetime
from itertools import pairwise

from lamplight.core.care.item import CareItem
from lamplight.core.care.triggers import CountSince
from lamplight.core.errors import MissingReading
from lamplight.core.usage.meters import Meter

# Below this the whole per cents of a bar leave the interval off by more than a tenth.
LEAST_PERCENTS = 10


@dataclass(frozen=True)
class BarSeen:
    """A bar stood at so many per cent, 0 to 100."""

    item: str
    at: datetime
    percent: int


@dataclass(frozen=True)
class BarInterval:
    """A machine's own interval, as its bar tells it.

    Attributes:
        count: drinks, milk drinks or litres from 0 to 100 per cent.
        error: how far it may be off, since a bar shows whole per cents.
    """

    count: float
    error: float


def bar_interval(bars: Sequence[BarSeen], meter: Meter, done: Iterable[datetime]) -> BarInterval:
    """The interval from the latest round in which a bar was seen to move far enough.

    A round ends when the item is done, and where the bar fell.

    Args:
        bars: of one item, any order.
        done: when the item was done.

    Raises:
        MissingReading: when no round has two readings 10 per cent apart with something counted between.
    """
    for first, last in reversed(_rounds(sorted(bars, key=lambda bar: bar.at), tuple(done))):
        percents = last.percent - first.percent
        counted = meter.between(first.at, last.at)
        if percents >= LEAST_PERCENTS and counted >= 1:
            interval = 100 * counted / percents
            return BarInterval(interval, interval / percents)
    raise MissingReading(
        f"Read the bar twice between two cleanings, {LEAST_PERCENTS} per cent apart or more, and its interval follows."
    )


def _rounds(bars: Sequence[BarSeen], done: tuple[datetime, ...]) -> list[tuple[BarSeen, BarSeen]]:
    """The first and the last reading of each round, oldest round first."""
    rounds = [(bars[0], bars[0])] if bars else []
    for before, bar in pairwise(bars):
        if bar.percent < before.percent or any(before.at < at <= bar.at for at in done):
            rounds.append((bar, bar))
        else:
            rounds[-1] = (rounds[-1][0], bar)
    return rounds


def counted_by(item: CareItem) -> CountSince:
    """The trigger that a bar of this item measures: its own count, or drinks where it has none."""
    own = (trigger for trigger in item.triggers if isinstance(trigger, CountSince))
    return next(own, CountSince(1))


def bar_intervals(
    items: Iterable[CareItem],
    bars: Sequence[BarSeen],
    done: Iterable[tuple[str, datetime]],
    meters: Mapping[str, Meter],
) -> dict[str, BarInterval]:
    """Every interval that bars tell by now, by item key.

    Args:
        bars: every reading of every bar.
        done: item keys and moments at which they were done, also as part of others.
    """
    told: dict[str, BarInterval] = {}
    moments = tuple(done)
    for item in items:
        own = [bar for bar in bars if bar.item == item.key]
        meter = meters.get(counted_by(item).counter)
        if own and meter is not None:
            try:
                told[item.key] = bar_interval(own, meter, (at for key, at in moments if key == item.key))
            except MissingReading:
                continue
    return told


def following_bars(
    items: Iterable[CareItem], told: Mapping[str, BarInterval], kept: Iterable[tuple[str, str]]
) -> tuple[CareItem, ...]:
    """The items with the machine's own intervals in place of the kind's counts.

    Args:
        told: intervals by item key.
        kept: items and trigger keys for which the keeper set a limit, which stays.
    """
    own = set(kept)
    return tuple(_following(item, told.get(item.key), own) for item in items)


def _following(item: CareItem, interval: BarInterval | None, own: set[tuple[str, str]]) -> CareItem:
    measured = counted_by(item)
    if interval is None or (item.key, measured.key) in own:
        return item
    limit = float(max(1, min(100_000, round(interval.count))))
    by_bar = replace(measured, limit=limit, by_bar=True)
    others = tuple(trigger for trigger in item.triggers if trigger is not measured)
    place = next((number for number, trigger in enumerate(item.triggers) if trigger is measured), len(others))
    return replace(item, triggers=(*others[:place], by_bar, *others[place:]))
