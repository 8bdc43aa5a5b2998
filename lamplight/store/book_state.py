"""Whether anything was written or undone since: two states that are equal hold the same facts."""

from __future__ import annotations

from peewee import Case, ModelSelect, fn

from lamplight.store.database import database
from lamplight.store.models import Entry, Machine, Run, RunEventRow

# The newest entry, and a sum that tells which of them are undone.
_NEWEST = fn.MAX(Entry.id)
_TAKEN_BACK = fn.SUM(Case(None, [(Entry.undone_at.is_null(False), Entry.id * Entry.id)], 0))


def book_state() -> tuple[object, ...]:
    """What changes whenever anything in the book does."""
    newest, taken_back = Entry.select(_NEWEST, _TAKEN_BACK).tuples()[0]
    return (str(database.database), newest, taken_back, RunEventRow.select(fn.MAX(RunEventRow.id)).scalar())


def machine_states() -> dict[int, tuple[object, ...]]:
    """What changes whenever a machine's own book does, by machine id.

    What is written for no machine in particular (a water test, an absence, an import) changes every state.
    """
    entries = dict(_by_machine(Entry.select(Entry.machine, _NEWEST, _TAKEN_BACK).group_by(Entry.machine)))
    steps = dict(_by_machine(RunEventRow.select(Run.machine, fn.MAX(RunEventRow.id)).join(Run).group_by(Run.machine)))
    everyone = (str(database.database), entries.get(None))
    return {
        machine_id: (*everyone, entries.get(machine_id), steps.get(machine_id))
        for (machine_id,) in Machine.select(Machine.id).tuples()
    }


def _by_machine(rows: ModelSelect) -> list[tuple[int | None, tuple[object, ...]]]:
    return [(machine_id, tuple(rest)) for machine_id, *rest in rows.tuples()]
