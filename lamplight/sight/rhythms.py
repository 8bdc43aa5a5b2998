"""How often each job comes in a year at a machine: asked by costs, doses, supplies and the year alike."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from datetime import date
from functools import partial

from lamplight.core.assess import day_basis, rhythms, status_at
from lamplight.core.care.levels import Level
from lamplight.core.care.rhythm import Rhythm, times_a_year
from lamplight.sight.cache import kept
from lamplight.sight.machine_view import MachineView


def rhythms_here(view: MachineView, today: date) -> Mapping[str, Rhythm]:
    """The rhythm of each item of a machine by itself, by key; of a machine that nobody knows yet none."""
    work = view.status.work
    return kept(("rhythms", view.row.id), (work, today), partial(rhythms, work, today)) if work is not None else {}


def settled_along(view: MachineView) -> dict[str, frozenset[str]]:
    """By item, what is done along with it, or whose place it takes."""
    found = {}
    for due in view.status.dues:
        procedure = view.procedure(due)
        own = {*due.item.settles, *due.item.replaces, *(procedure.settles if procedure else ())}
        found[due.item.key] = frozenset(own - {due.item.key})
    return found


def times_here(view: MachineView, today: date) -> dict[str, float]:
    """How often each job is done in a year, by key."""
    return times_a_year(rhythms_here(view, today), settled_along(view))


def hours_at(view: MachineView, level: Level) -> float | None:
    """Hours of the keeper's own hands in a year at a level of care; None of a machine that nobody knows yet.

    Prompts of the machine, repairs and ways are not in it.
    """
    seen, today = view.status, view.status.context.today
    if seen.work is None:
        return None
    book = replace(seen.book, level=level)
    work = day_basis(book, view.whole_kind, seen.context.calendar, today, ())
    dues = {due.item.key: due for due in status_at(work, seen.context.now).dues}
    times = times_a_year(rhythms(work, today), settled_along(view))
    hours = sum(count * view.own_seconds(dues[key]) for key, count in times.items() if key in dues) / 3600
    return hours or None


def hours_at_levels(view: MachineView) -> tuple[tuple[Level, int | None], ...]:
    """Each level with its hours in a year, rounded."""
    found = ((level, hours_at(view, level)) for level in Level)
    return tuple((level, None if hours is None else round(hours)) for level, hours in found)
