"""In which slot an item is done: as it was planned, unless something has happened since that decides otherwise.

A plan is made now and then; what happens meanwhile counts at once. What the machine asks for, what was missed, and what
is due without a time comes in the first slot; what was put off, in that to which it was put off.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from lamplight.core.site.slots import Slot, seconds_between


@dataclass(frozen=True, order=True)
class Turn:
    """A time at which an item was planned: when its slot begins, and whose it is; 0 for anybody's."""

    start: datetime
    keeper: int = 0


@dataclass(frozen=True)
class Standing:
    """How an item stands, as far as it decides when it is done.

    Attributes:
        due: whether it is due.
        at_once: whether it is under way, or the machine itself asks for it.
        put_off: until when it was put off, or None.
        planned: its turns as they were planned, in order, those that are over as well.
        done_at: when it was done since they were planned, or None.
        again: the beginning of the day on which it falls due again, or None.
        span_min: minutes from its first touch until its machine is free again, 0 or more.
    """

    due: bool = False
    at_once: bool = False
    put_off: datetime | None = None
    planned: tuple[Turn, ...] = ()
    done_at: datetime | None = None
    span_min: float = 0.0
    again: datetime | None = None

    @property
    def left(self) -> tuple[Turn, ...]:
        """The turns that are left by what was done since.

        Those that are over fall away. Where it was done before any of them, it was done early for the next, unless it
        falls due again by then: what is daily and was done along with something else is done the next day all the same.
        """
        if self.done_at is None:
            return self.planned
        ahead = tuple(turn for turn in self.planned if turn.start > self.done_at)
        early = len(ahead) == len(self.planned) and bool(ahead)
        return ahead[1:] if early and (self.again is None or self.again > ahead[0].start) else ahead


def turns_ahead(standing: Standing, slots: Sequence[Slot], now: datetime) -> tuple[int, ...]:
    """The numbers of the slots in which an item is done; none where it is not, or where nobody has a time.

    Args:
        slots: those that are not over, in order.
        now: of the first of them only what is left of it counts.
    """
    if not slots:
        return ()
    left = standing.left
    missed = bool(left) and left[0].start < slots[0].start
    later = [number for turn in left if (number := _number(turn, slots)) is not None]
    first = settled_slot(standing, slots, now)
    if first is None and standing.due and (missed or not left):
        first = first_that_fits(standing.span_min, slots, now)
    if first is None:
        return tuple(later)
    # The turn that it takes the place of falls away: the one that comes next.
    rest = later if missed else later[1:]
    return (first, *(number for number in rest if number > first))


def settled_slot(standing: Standing, slots: Sequence[Slot], now: datetime) -> int | None:
    """The slot that no plan chooses: to which it was put off, or the first one where the machine asks; else None."""
    if not slots:
        return None
    if standing.put_off is not None and standing.put_off > slots[0].start:
        return next((n for n, slot in enumerate(slots) if slot.start >= standing.put_off), len(slots) - 1)
    return first_that_fits(standing.span_min, slots, now) if standing.at_once else None


def _number(turn: Turn, slots: Sequence[Slot]) -> int | None:
    """The slot of a turn: the same keeper's, else another that begins then."""
    then = [n for n, slot in enumerate(slots) if slot.start == turn.start]
    own = [n for n in then if (slots[n].keeper or 0) == turn.keeper]
    return next(iter(own or then), None)


def minutes_left(slot: Slot, now: datetime) -> float:
    """Minutes of a slot that are left, 0 or more."""
    return max(0.0, seconds_between(max(now, slot.start), slot.end) / 60)


def first_that_fits(span_min: float, slots: Sequence[Slot], now: datetime) -> int:
    """The first slot in which enough is left for something; the first of the longest where in none is."""
    fits = next((n for n, slot in enumerate(slots) if minutes_left(slot, now) >= span_min), None)
    if fits is not None:
        return fits
    left = [minutes_left(slot, now) for slot in slots]
    return left.index(max(left))
