"""Visits as a calendar shows them: one after another within their slot, each the same one for as long as it is.

A calendar program knows a visit by its place among those of a machine and date, and takes a change only with a higher
sequence (RFC 5545, 3.8.7.4): so both are settled when a plan is announced, and kept with it.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, replace
from datetime import date, datetime

from lamplight.core.site.slots import after_minutes

# In place of a machine: the daily work of a slot, wherever it is done. It comes first.
EVERYWHERE = 0


@dataclass(frozen=True)
class Appointment:
    """One visit: what is done at a machine in a slot.

    Attributes:
        machine, items: where and what, the keys in order; of the daily work `EVERYWHERE`, and the machines' numbers.
        slot: when its slot begins; aware.
        keeper: in whose hours; None for anybody's.
        begin: after the visits before it in the same slot; aware.
        minutes: how long it takes, above 0.
        place: the how manieth of its machine and date it was when it first was announced, from 0 on.
        sequence: the number of the announcement in which it last changed.
    """

    machine: int
    items: tuple[str, ...]
    slot: datetime
    keeper: int | None
    begin: datetime
    minutes: int
    place: int = 0
    sequence: int = 0

    @property
    def key(self) -> tuple[int, date, int]:
        """What it is known by: machine, date, and place."""
        return self.machine, self.slot.date(), self.place


def appointments(
    turns: Iterable[tuple[int, str, datetime, int | None]],
    minutes_of: Callable[[int, Sequence[str], datetime], int],
    known: Sequence[Appointment],
    number: int,
) -> tuple[Appointment, ...]:
    """The visits of a plan that is announced.

    Args:
        turns: machine, item, beginning of the slot and keeper of each turn.
        minutes_of: how long some items take at a machine in a slot, in minutes.
        known: those of the announcement before.
        number: of this announcement, above that of each before.
    """
    visits: dict[tuple[datetime, int | None, int], list[str]] = {}
    for machine, item, start, keeper in turns:
        visits.setdefault((start, keeper, machine), []).append(item)
    fresh: list[Appointment] = []
    ends: dict[tuple[datetime, int | None], datetime] = {}
    for (start, keeper, machine), items in sorted(
        visits.items(), key=lambda one: (one[0][0], one[0][1] or 0, one[0][2])
    ):
        begin, minutes = ends.get((start, keeper), start), minutes_of(machine, items, start)
        ends[start, keeper] = after_minutes(begin, minutes)
        fresh.append(Appointment(machine, tuple(sorted(items)), start, keeper, begin, minutes))
    days: dict[tuple[int, date], list[Appointment]] = {}
    for one in fresh:
        days.setdefault((one.machine, one.slot.date()), []).append(one)
    return tuple(
        same
        for day, own in days.items()
        for same in _identified(own, [one for one in known if one.key[:2] == day], number)
    )


def _identified(own: Sequence[Appointment], known: Sequence[Appointment], number: int) -> list[Appointment]:
    """The visits of a machine on a date, each with the place of the one that it was: by its hour, else by its jobs."""
    left = list(known)
    found: list[Appointment | None] = [None] * len(own)
    for by_hour in (True, False):
        for n, new in enumerate(own):
            alike = (one for one in left if (new.slot == one.slot if by_hour else set(new.items) & set(one.items)))
            old = next(alike, None) if found[n] is None else None
            if old is not None:
                found[n] = old
                left.remove(old)
    taken = {one.place for one in known}
    result = []
    for n, new in enumerate(own):
        old = found[n]
        place = old.place if old else next(place for place in range(len(taken) + 1) if place not in taken)
        taken.add(place)
        same = replace(new, place=place, sequence=old.sequence if old else number)
        result.append(same if same == old else replace(same, sequence=number))
    return result
