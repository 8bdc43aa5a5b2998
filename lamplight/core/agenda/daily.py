"""The daily work ahead: what comes round so fast that no plan of days chooses for it, slot by slot."""

from __future__ import annotations

from collections.abc import Callable, Collection, Mapping, Sequence
from dataclasses import dataclass
from datetime import date, time

from lamplight.core.site.slots import Slot

# From then on each fortnight is taken for like the one before: what comes every other day does so in two weeks.
LIVED_DAYS = 14


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
    due: date | None = routine.due
    while due is not None:
        number = _slot_for(due, routine.evening, slots, found[-1] + 1 if found else 0)
        if number is None:
            break
        found.append(number)
        if (slots[number].start.date() - slots[found[0]].start.date()).days >= LIVED_DAYS:
            return (*found, *_as_before(found, slots))
        due = routine.after(number)
    return tuple(found)


def _slot_for(due: date, evening: bool, slots: Sequence[Slot], first: int) -> int | None:
    """The slot of a date: on it, else the next one after it, since what is a day late is not late yet."""
    left = range(first, len(slots))
    on_it = [n for n in left if slots[n].start.date() == due]
    if on_it:
        return on_it[-1] if evening else on_it[0]
    return next((n for n in left if slots[n].start.date() > due), None)


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


def _as_before(found: Sequence[int], slots: Sequence[Slot]) -> list[int]:
    """The rest of the slots, each where it was done at that hour of that day a fortnight ago."""

    def place(number: int) -> tuple[int, time]:
        start = slots[number].start
        return (start.date() - slots[found[0]].start.date()).days % LIVED_DAYS, start.time()

    known = set(map(place, found[1:]))  # how it began says nothing of how it goes on
    return [n for n in range(found[-1] + 1, len(slots)) if place(n) in known]
