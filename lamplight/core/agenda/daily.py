"""The daily work ahead: what comes round so fast that no plan of days chooses for it, slot by slot."""

from __future__ import annotations

from collections.abc import Callable, Collection, Mapping, Sequence
from dataclasses import dataclass
from datetime import date, datetime, time, timedelta

from lamplight.core.site.slots import Slot


@dataclass(frozen=True)
class Routine:
    """An item that comes round every day or two.

    Attributes:
        item: its key.
        due: the date on which it falls due as it stands.
        evening: whether it belongs to the end of a day: to its last slot, not to its first.
        after: the date on which it falls due again once it is done in a slot; None where it does not.
    """

    item: str
    due: date
    evening: bool
    after: Callable[[int], date | None]


def daily_slots(routine: Routine, slots: Sequence[Slot]) -> tuple[int, ...]:
    """The numbers of the slots in which it is done.

    Args:
        slots: those ahead, in order.
    """
    found: list[int] = []
    at: dict[tuple[int, time], int] = {}
    due: date | None = routine.due
    while due is not None:
        number = _slot_for(due, routine.evening, slots, slots[found[-1]] if found else None)
        if number is None:
            break
        found.append(number)
        place = (slots[number].start.weekday(), slots[number].start.time())
        if place in at:  # from here on it comes as it came: weeks ahead are alike
            return (*found, *_again(found[at[place] :], slots))
        at[place] = len(found) - 1
        due = routine.after(number)
    return tuple(found)


def _slot_for(due: date, evening: bool, slots: Sequence[Slot], last: Slot | None) -> int | None:
    """The slot of a date: on it, else the next one after it, since what is a day late is not late yet."""
    left = [n for n, slot in enumerate(slots) if last is None or slot.start > last.start]
    on_it = [n for n in left if slots[n].start.date() == due]
    if on_it:
        return on_it[-1] if evening else on_it[0]
    return next((n for n in left if slots[n].start.date() > due), None)


def shared_out(numbers: Sequence[int], slots: Sequence[Slot], machine: int) -> tuple[int, ...]:
    """The same slots, each in the hours of one of those who have time then: machines are shared among them."""
    then: dict[datetime, list[int]] = {}
    for n, slot in enumerate(slots):
        then.setdefault(slot.start, []).append(n)
    return tuple(own[machine % len(own)] for n in numbers for own in (then[slots[n].start],))


def without_settled(
    slots: Mapping[str, tuple[int, ...]], settles: Mapping[str, Collection[str]]
) -> dict[str, tuple[int, ...]]:
    """The same without what another does along in that slot: of two that would do each other, the one that does most.

    Args:
        slots: the numbers of the slots of each item, by key.
        settles: keys of what each does along.
    """
    left = dict(slots)
    for key in sorted(left, key=lambda key: (-len(settles.get(key, ())), key)):
        for other in settles.get(key, ()):
            if other in left and other != key:
                left[other] = tuple(slot for slot in left[other] if slot not in left[key])
    return left


def _again(cycle: Sequence[int], slots: Sequence[Slot]) -> list[int]:
    """The rest of the slots, as they came in a cycle: from a slot to one at the same hour of the same weekday."""
    numbers = {(slot.start.date(), slot.start.time()): n for n, slot in reversed(list(enumerate(slots)))}
    starts = [slots[number].start for number in cycle]
    period, last = (starts[-1].date() - starts[0].date()).days, slots[-1].start.date()
    found: list[int] = []
    for times in range(1, (last - starts[0].date()).days // period + 1):
        for start in starts[1:]:
            number = numbers.get((start.date() + timedelta(days=times * period), start.time()))
            if number is not None:
                found.append(number)
    return found
