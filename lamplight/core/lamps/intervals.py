"""The rounds of an item, from one time that it was done to the next event: what a lamp's interval is learned from."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime
from enum import StrEnum

from lamplight.core.care.context import EventSeen
from lamplight.core.care.triggers import REFILL
from lamplight.core.lamps.panel import Pattern, Sort
from lamplight.core.moment import Moment
from lamplight.core.usage.meters import Meter

# A bar shows whole per cents, half a one off at most; below a tenth it tells too little.
BAR_ERROR, LEAST_BAR = 0.005, 0.1


@dataclass(frozen=True)
class Seen:
    """A round from one time an item was done to the next event.

    Attributes:
        count: drinks, milk drinks or litres by then, above 0.
        lit: whether the lamp was seen to light; False where the item was done with the lamp dark.
        dark_until: the count at which it was last seen dark, 0 where nobody looked.
        bar: how far its progress bar stood at that count, 0.1 to 1; 0 where none was read. Not where it was lit.
    """

    count: float
    lit: bool
    dark_until: float = 0.0
    bar: float = 0.0


def rounds_of(
    done: Sequence[datetime],
    lit: Sequence[datetime],
    dark: Sequence[datetime],
    meter: Meter,
    bars: Sequence[tuple[datetime, float]] = (),
) -> tuple[Seen, ...]:
    """The rounds of one item on one machine, in order of time.

    Args:
        done: when the item was done.
        lit: when its lamp was seen to be lit anew.
        dark: when the panel was seen with that lamp dark.
        bars: when its progress bar was read, and how far it stood, 0 to 1.

    Of a round whose lamp was not seen, the last bar that tells enough stands for it. A lamp that lights
    again after less than a unit (it came back) opens no round.
    """
    moments = sorted(set(done))
    rounds = []
    for begin, end in zip(moments, [*moments[1:], None], strict=False):
        within = [at for at in lit if at > begin and (end is None or at <= end)]
        first = min(within, default=None)
        read = _last_bar(bars, begin, end)
        if first is None and read is not None and meter.between(begin, read[0]) >= 1:
            rounds.append(Seen(meter.between(begin, read[0]), False, bar=min(1.0, read[1])))
            continue
        until = first or end
        if until is None:
            continue
        count = meter.between(begin, until)
        if count < 1:
            continue
        seen_dark = [meter.between(begin, at) for at in dark if begin < at < until]
        rounds.append(Seen(count, first is not None, max(seen_dark, default=0.0) if first is not None else 0.0))
    return tuple(rounds)


def _last_bar(
    bars: Sequence[tuple[datetime, float]], begin: datetime, end: datetime | None
) -> tuple[datetime, float] | None:
    """The last bar of a round that tells enough; where a bar fell, somebody did the item without a word."""
    last = None
    for at, bar in sorted(reading for reading in bars if begin < reading[0] and (end is None or reading[0] <= end)):
        if last is not None and bar < last[1]:
            break
        last = (at, bar)
    return last if last is not None and last[1] >= LEAST_BAR else None


class Filling(StrEnum):
    """What is filled in."""

    WATER = "water"
    MILK = "milk"
    BEANS = "beans"
    POWDER = "powder"
    CAPSULES = "capsules"


# What goes into which part of a drawing; a hopper holds beans unless the machine takes capsules.
GOES_INTO = {
    "tank": Filling.WATER, "fridge": Filling.MILK, "jug": Filling.MILK, "reservoir": Filling.MILK,
    "hopper": Filling.BEANS, "canister": Filling.POWDER, "capsules": Filling.CAPSULES,
}  # fmt: skip


def filling_of(pattern: Pattern, traits: Iterable[str] = ()) -> Filling | None:
    """What a pattern wants to be filled in; None where it is about something else."""
    if pattern.sort is not Sort.REFILL:
        return None
    filling = GOES_INTO.get(pattern.part)
    return Filling.CAPSULES if filling is Filling.BEANS and "capsule" in traits else filling


def filled_event(filling: Filling) -> str:
    """The name of the event that something was filled in, and the machine knows."""
    return REFILL if filling is Filling.WATER else f"{REFILL}-{filling.value}"


def unconfirmed_event(filling: Filling) -> str:
    """The name of the event that something was filled in, and the machine was not told."""
    return f"unconfirmed-{filling.value}"


def last_filled(events: Iterable[EventSeen], filling: Filling) -> tuple[Moment, bool] | None:
    """When something was filled in last, and whether the machine was told; None where nobody wrote it down."""
    names = {filled_event(filling): True, unconfirmed_event(filling): False}
    return max(((event.moment, names[event.what]) for event in events if event.what in names), default=None)
