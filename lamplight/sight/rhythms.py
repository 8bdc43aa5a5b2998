"""How often each job comes in a year at a machine: asked by costs, doses, supplies and the year alike."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import date
from functools import partial

from lamplight.core.assess import rhythms
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
