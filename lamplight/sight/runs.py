"""A run as it stands, and what its end asks for."""

from __future__ import annotations

from lamplight.core.care.inspections import due_inspections
from lamplight.core.errors import InvalidInput, StaleStep
from lamplight.core.machine.kind import Kind
from lamplight.core.machine.marks import MIX_VOLUMES, running_trial
from lamplight.core.machine.trial import LOOKED_AT
from lamplight.sight.actor import Actor
from lamplight.store.doses import dose_facts
from lamplight.store.models import (
    Entry,
)
from lamplight.store.runs import RunRow, last_inspections, run_row


def current_run(run_id: int) -> RunRow:
    """A run that was not undone.

    Raises:
        InvalidInput: when there is none.
        StaleStep: when it was undone.
    """
    row = existing_run(run_id)
    if Entry.get_by_id(row.entry_id).undone_at is not None:
        raise StaleStep("This run was undone.")
    return row


def asks_for_lamp(kind: Kind, run: RunRow) -> bool:
    """Whether the end asks after a lamp: the machine asks for this item by itself."""
    item = kind.item(run.item)
    return item is not None and item.asks


def inspections_due(run: RunRow, actor: Actor) -> tuple[str, ...]:
    """What the end of a run wants looked at, by key."""
    wanted = due_inspections(run.state.procedure.inspects, last_inspections(run.machine_id), actor.now)
    return tuple(dict.fromkeys((*tried_here(run), *wanted)))


def existing_run(run_id: int) -> RunRow:
    row = run_row(run_id)
    if row is None:
        raise InvalidInput("There is no such run.")
    return row


def tried_here(run: RunRow) -> tuple[str, ...]:
    """What an experiment with the dose of this job wants looked at after every wash; nothing where none runs."""
    if not any(role in MIX_VOLUMES for step in run.state.procedure.steps for _place, role in step.puts):
        return ()
    facts = dose_facts([run.machine_id])
    looked, trials = facts.looked_at.get(run.machine_id, ()), facts.trials.get(run.machine_id, ())
    own = [trial for trial in trials if trial.item == run.item]
    if not own or running_trial(own, own[-1].role, looked) is None:
        return ()
    seen = set(run.state.procedure.inspects)
    return tuple(what for what in LOOKED_AT if what in seen or what not in ("hose",))
