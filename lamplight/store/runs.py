"""Runs: stored snapshots and stamped events, replayed into their state."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from functools import cache
from typing import Any

from peewee import ModelSelect
from pydantic import TypeAdapter

from lamplight.core.job.chemistry import Inside, circuits_of
from lamplight.core.job.procedure import Procedure
from lamplight.core.run.state import EventKind, Outcome, RunContext, RunEvent, RunState, replay
from lamplight.store.models import Cleaning, ConfirmationGiven, CounterReading, Entry, Inspected, Run, RunEventRow
from lamplight.store.sites import keepers

LEARNED_FROM = 20
# What snapshots of earlier versions call things.
OLD_STEP_NAMES = {"truth": "confirmation"}
OLD_CONTEXT_NAMES = {"filter_fitted": "filter_installed"}


@dataclass(frozen=True)
class RunRow:
    """A run with its state."""

    id: int
    entry_id: int
    machine_id: int
    item: str
    who: str
    state: RunState


@cache
def _adapter(model: type) -> TypeAdapter:
    return TypeAdapter(model)


def as_data(snapshot: Procedure | RunContext) -> dict[str, Any]:
    """A procedure, or what was chosen, as plain data for the snapshot."""
    return _adapter(type(snapshot)).dump_python(snapshot, mode="json")


def procedure_from_data(data: dict) -> Procedure:
    """A procedure from a snapshot of this or an earlier version; what that did not know is left at its default."""
    steps = [_renamed(step, OLD_STEP_NAMES) for step in data.get("steps", ())]
    return _adapter(Procedure).validate_python({**data, "steps": steps})


def _context(data: dict | None) -> RunContext:
    return _adapter(RunContext).validate_python(_renamed(data, OLD_CONTEXT_NAMES)) if data else RunContext()


def _renamed(data: dict, names: Mapping[str, str]) -> dict:
    """Data of an earlier version under the names of today."""
    return {names.get(key, key): value for key, value in data.items()}


def _events(run_ids: Sequence[int], initials: Mapping[int, str]) -> dict[int, list[RunEvent]]:
    found: dict[int, list[RunEvent]] = {run_id: [] for run_id in run_ids}
    rows = RunEventRow.select().where(RunEventRow.run.in_(list(run_ids))).order_by(RunEventRow.id)
    for row in rows:
        event = RunEvent(EventKind(row.kind), row.at, row.step, initials.get(row.keeper_id, ""), row.text)
        found[row.run_id].append(event)
    return found


def _rows(runs: Sequence[Run]) -> list[RunRow]:
    """Runs with their states, in two more queries however many there are."""
    if not runs:
        return []
    initials = {keeper.id: keeper.initials for keeper in keepers(active_only=False)}
    events = _events([run.id for run in runs], initials)
    return [
        RunRow(
            run.id, run.entry_id, run.machine_id, run.item, initials.get(run.entry.keeper_id, ""),
            replay(procedure_from_data(run.snapshot), run.begun_at, events[run.id], _context(run.context)),
        )
        for run in runs
    ]  # fmt: skip


def run_rows(run_ids: Sequence[int]) -> list[RunRow]:
    """Runs by id, also undone ones, oldest first."""
    return _rows(list(Run.select(Run, Entry).join(Entry).where(Run.id.in_(list(run_ids))).order_by(Run.id)))


def run_row(run_id: int) -> RunRow | None:
    """One run, also one that was undone; None when there is none."""
    return next(iter(run_rows([run_id])), None)


@dataclass(frozen=True)
class RunExtras:
    """What the end of a run wrote down: the counter, the drinks that only cleaned, what was told and looked at."""

    value: int | None
    cleaning: int
    confirmations: Mapping[str, bool]
    inspected: Mapping[str, bool]


def run_extras(entry_id: int) -> RunExtras:
    """Counter, cleaning drinks, confirmations and inspections that hang on a run's entry."""
    reading = CounterReading.get_or_none(CounterReading.entry == entry_id)
    cleaning = Cleaning.get_or_none(Cleaning.entry == entry_id)
    confirmations = {
        row.what: row.answer for row in ConfirmationGiven.select().where(ConfirmationGiven.entry == entry_id)
    }
    inspected = {row.what: row.well for row in Inspected.select().where(Inspected.entry == entry_id)}
    return RunExtras(reading.value if reading else None, cleaning.drinks if cleaning else 0, confirmations, inspected)


def _live_runs() -> ModelSelect:
    return Run.select(Run, Entry).join(Entry).where(Entry.undone_at.is_null())


def _ended(*kinds: EventKind) -> ModelSelect:
    return RunEventRow.select(RunEventRow.run).where(RunEventRow.kind.in_([kind.value for kind in kinds]))


def open_runs() -> list[RunRow]:
    """Runs that have neither ended nor been undone, oldest first."""
    ended = _ended(EventKind.FINISH, EventKind.ABANDON)
    return _rows(list(_live_runs().where(Run.id.not_in(ended)).order_by(Run.id)))


def run_of_entry(entry_id: int) -> RunRow | None:
    """The run that an entry of the log is about, or None."""
    run = Run.get_or_none(Run.entry == entry_id)
    return run_row(run.id) if run else None


def ended_runs(machine_id: int, limit: int = LEARNED_FROM, item: str | None = None) -> list[RunRow]:
    """A machine's latest runs that have ended and hold, newest first; of one item, or of all."""
    ended = _ended(EventKind.FINISH, EventKind.ABANDON)
    rows = _live_runs().where(Run.machine == machine_id, Run.id.in_(ended))
    if item is not None:
        rows = rows.where(Run.item == item)
    return _rows(list(rows.order_by(Run.id.desc()).limit(limit)))


def finished_runs(machine_id: int, item: str) -> list[RunState]:
    """The latest runs of one item that were finished: what a machine's own times are learned from."""
    return [row.state for row in ended_runs(machine_id, item=item) if row.state.outcome is Outcome.FINISHED]


def left_inside(machine_id: int) -> tuple[Inside, ...]:
    """Cleaners that the machine's last run left in its circuits and that nobody has rinsed out since."""
    last = next(iter(ended_runs(machine_id, limit=1)), None)
    return circuits_of(last.state.inside) if last else ()


def machines_with_cleaner() -> dict[int, tuple[Inside, ...]]:
    """What the last ended run left inside, by machine, where it left anything."""
    abandoned = _ended(EventKind.ABANDON)
    ids = {run.machine_id for run in _live_runs().where(Run.id.in_(abandoned))}
    found = {machine_id: left_inside(machine_id) for machine_id in ids}
    return {machine_id: inside for machine_id, inside in found.items() if inside}


def last_inspections(machine_id: int) -> dict[str, datetime]:
    """When each thing was last looked at on a machine, by key."""
    rows = (
        Inspected.select()
        .join(Entry)
        .where(Inspected.machine == machine_id, Entry.undone_at.is_null())
        .order_by(Inspected.at)
    )
    return {row.what: row.at for row in rows}
