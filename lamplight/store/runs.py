"""Runs: stored snapshots and stamped events, replayed into their state."""

from __future__ import annotations

import json
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import datetime
from functools import cache, lru_cache
from typing import Any

from peewee import ModelSelect, fn
from pydantic import TypeAdapter

from lamplight.core.job.chemistry import Inside
from lamplight.core.job.procedure import Procedure
from lamplight.core.run.finish import WrittenAtEnd
from lamplight.core.run.rules import replay
from lamplight.core.run.state import EventKind, Outcome, RunContext, RunEvent, RunState
from lamplight.store.models import Cleaning, ConfirmationGiven, CounterReading, Entry, Inspected, Run, RunEventRow
from lamplight.store.prepared import fetched, fetched_of
from lamplight.store.sites import keepers

LEARNED_FROM = 20


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
    """A procedure from its snapshot; what that did not know yet is left at its default."""
    return _adapter(Procedure).validate_python(data)


def _context(data: dict | None) -> RunContext:
    return _adapter(RunContext).validate_python(data) if data else RunContext()


def _events(run_ids: Sequence[int], initials: Mapping[int, str]) -> dict[int, list[RunEvent]]:
    events: dict[int, list[RunEvent]] = {run_id: [] for run_id in run_ids}
    build = RunEventRow.select().order_by(RunEventRow.id)
    rows = fetched("events of runs", lambda *ids: build.where(RunEventRow.run.in_(ids)), *run_ids)
    for row in rows:
        event = RunEvent(EventKind(row.kind), row.at, row.step, initials.get(row.keeper_id, ""), row.text)
        events[row.run_id].append(_with_course(event, row.course) if row.course else event)
    return events


def course_as_text(event: RunEvent) -> str | None:
    """The course that an event brings, as JSON; None where it brings none."""
    if event.course is None:
        return None
    return json.dumps({"procedure": as_data(event.course), "vessels": dict(event.vessels)}, ensure_ascii=False)


@lru_cache(maxsize=400)
def _course(text: str) -> tuple[Procedure, dict[str, int]]:
    data = json.loads(text)
    return procedure_from_data(data["procedure"]), data["vessels"]


def _with_course(event: RunEvent, text: str) -> RunEvent:
    course, vessels = _course(text)
    return replace(event, course=course, vessels=vessels)


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
    build = Run.select(Run, Entry).join(Entry).order_by(Run.id)
    return _rows(fetched("runs", lambda *ids: build.where(Run.id.in_(ids)), *run_ids))


def run_row(run_id: int) -> RunRow | None:
    """One run, also one that was undone; None when there is none."""
    return next(iter(run_rows([run_id])), None)


def written_at_end(entry_ids: Sequence[int]) -> dict[int, WrittenAtEnd]:
    """Counter, cleaning drinks, confirmations and inspections that hang on the entries of runs; four queries."""
    ids = list(entry_ids)
    values = {row.entry_id: row.value for row in CounterReading.select().where(CounterReading.entry.in_(ids))}
    cleaning = {row.entry_id: row.drinks for row in Cleaning.select().where(Cleaning.entry.in_(ids))}
    told: dict[int, dict[str, bool]] = {}
    for row in ConfirmationGiven.select().where(ConfirmationGiven.entry.in_(ids)).order_by(ConfirmationGiven.id):
        told.setdefault(row.entry_id, {})[row.what] = row.answer
    inspected: dict[int, dict[str, bool]] = {}
    for seen in Inspected.select().where(Inspected.entry.in_(ids)).order_by(Inspected.id):
        inspected.setdefault(seen.entry_id, {})[seen.what] = seen.well
    return {
        key: WrittenAtEnd(values.get(key), cleaning.get(key, 0), told.get(key, {}), inspected.get(key, {}))
        for key in ids
    }


def _live_runs() -> ModelSelect:
    return Run.select(Run, Entry).join(Entry).where(Entry.undone_at.is_null())


def _ended(*kinds: EventKind) -> ModelSelect:
    return RunEventRow.select(RunEventRow.run).where(RunEventRow.kind.in_([kind.value for kind in kinds]))


def machine_of_run(run_id: int) -> int | None:
    """The machine on which a run is or was; None where there is no such run."""
    return Run.select(Run.machine).where(Run.id == run_id).tuples().scalar()


def open_runs() -> list[RunRow]:
    """Runs that have neither ended nor been undone, oldest first."""
    ended = _ended(EventKind.FINISH, EventKind.ABANDON)
    return _rows(fetched("open runs", lambda: _live_runs().where(Run.id.not_in(ended)).order_by(Run.id)))


def run_of_entry(entry_id: int) -> RunRow | None:
    """The run that an entry of the log is about, or None."""
    run = Run.get_or_none(Run.entry == entry_id)
    return run_row(run.id) if run else None


def ended_runs(machine_id: int, limit: int = LEARNED_FROM, item: str | None = None) -> list[RunRow]:
    """A machine's latest runs that have ended and hold, newest first; of one item, or of all."""
    return ended_runs_of([machine_id], limit, item)


def ended_runs_of(machine_ids: Collection[int], limit: int, item: str | Collection[str] | None = None) -> list[RunRow]:
    """The latest runs of several machines that have ended and hold, newest first; of one item, of several or of all."""
    ended = _ended(EventKind.FINISH, EventKind.ABANDON)
    rows = _live_runs().where(Run.machine.in_(list(machine_ids)), Run.id.in_(ended))
    if item is not None:
        rows = rows.where(Run.item.in_([item] if isinstance(item, str) else list(item)))
    return _rows(list(rows.order_by(Run.id.desc()).limit(limit)))


def finished_runs(machine_id: int, item: str) -> list[RunState]:
    """The latest runs of one item that were finished: what a machine's own times are learned from."""
    return [row.state for row in ended_runs(machine_id, item=item) if row.state.outcome is Outcome.FINISHED]


def often_ended(least: int) -> dict[int, dict[str, int]]:
    """The latest run of each item that so many runs or more have ended for at a machine, by machine and item."""
    ended = _ended(EventKind.FINISH, EventKind.ABANDON)
    rows = Run.select(Run.machine, Run.item, fn.MAX(Run.id)).join(Entry)
    own = rows.where(Entry.undone_at.is_null(), Run.id.in_(ended)).group_by(Run.machine, Run.item)
    found: dict[int, dict[str, int]] = {}
    for machine_id, item, newest in own.having(fn.COUNT(Run.id) >= least).tuples():
        found.setdefault(machine_id, {})[item] = newest
    return found


def finished_runs_by_item(machine_id: int, items: Collection[str]) -> dict[str, list[RunState]]:
    """The same for several items of a machine, read at once."""
    found: dict[str, list[RunState]] = {}
    for row in ended_runs_of([machine_id], LEARNED_FROM * len(items), items):
        own = found.setdefault(row.item, [])
        if row.state.outcome is Outcome.FINISHED and len(own) < LEARNED_FROM:
            own.append(row.state)
    return found


def left_inside(machine_ids: Collection[int] | None = None) -> dict[int, tuple[Inside, ...]]:
    """Cleaners that each machine's last run left inside, tubs and jugs included, and nobody rinsed out since.

    Machines in which nothing was left are left out; without ids all are looked at.
    """
    ended = _ended(EventKind.FINISH, EventKind.ABANDON)
    latest = Run.select(fn.MAX(Run.id)).join(Entry).where(Entry.undone_at.is_null(), Run.id.in_(ended))

    def last_ones(ids: list[int] | None) -> ModelSelect:
        own = latest if ids is None else latest.where(Run.machine.in_(ids))
        return _live_runs().where(Run.id.in_(own.group_by(Run.machine)))

    rows = _rows(fetched_of("last ended runs", last_ones, machine_ids))
    inside = {row.machine_id: row.state.inside for row in rows}
    return {machine_id: left for machine_id, left in inside.items() if left}


def last_inspections(machine_id: int) -> dict[str, datetime]:
    """When each thing was last looked at on a machine, by key."""
    rows = (
        Inspected.select()
        .join(Entry)
        .where(Inspected.machine == machine_id, Entry.undone_at.is_null())
        .order_by(Inspected.at)
    )
    return {row.what: row.at for row in rows}
