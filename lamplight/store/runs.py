"""Runs: stored snapshots and stamped events, replayed into their state."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import asdict, dataclass

from lamplight.core.circuits import Circuit
from lamplight.core.procedure import Duration, Need, Procedure, Step, StepKind
from lamplight.core.run import EventKind, RunEvent, RunState, replay
from lamplight.store.models import Cleaning, CounterReading, Entry, Run, RunEventRow
from lamplight.store.sites import keepers


@dataclass(frozen=True)
class RunRow:
    """A run with its state."""

    id: int
    entry_id: int
    machine_id: int
    item: str
    who: str
    state: RunState


def procedure_as_data(procedure: Procedure) -> dict:
    """A procedure as plain data, for the snapshot."""
    return asdict(procedure)


def procedure_from_data(data: dict) -> Procedure:
    """A procedure from a snapshot of this or an earlier version."""
    steps = tuple(
        Step(
            **{
                **step,
                "kind": StepKind(step["kind"]),
                "circuit": Circuit(step["circuit"]),
                "duration": Duration(**step["duration"]) if step.get("duration") else None,
                "when": tuple(step.get("when", ())),
            }
        )
        for step in data["steps"]
    )
    plain = {
        **data,
        "circuit": Circuit(data["circuit"]),
        "steps": steps,
        "needs": tuple(Need(**need) for need in data["needs"]),
        "cautions": tuple(data["cautions"]),
    }
    return Procedure(**plain)


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
            replay(procedure_from_data(run.snapshot), run.begun_at, events[run.id]),
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
    """What the end of a run wrote down: the counter, and the drinks that only cleaned."""

    value: int | None
    cleaning: int


def run_extras(entry_id: int) -> RunExtras:
    """Counter and cleaning drinks that hang on a run's entry."""
    reading = CounterReading.get_or_none(CounterReading.entry == entry_id)
    cleaning = Cleaning.get_or_none(Cleaning.entry == entry_id)
    return RunExtras(reading.value if reading else None, cleaning.drinks if cleaning else 0)


def open_runs() -> list[RunRow]:
    """Runs that have neither ended nor been undone, oldest first."""
    ended = RunEventRow.select(RunEventRow.run).where(
        RunEventRow.kind.in_([EventKind.FINISH.value, EventKind.ABANDON.value])
    )
    return _rows(
        list(Run.select(Run, Entry).join(Entry).where(Entry.undone_at.is_null(), Run.id.not_in(ended)).order_by(Run.id))
    )


def run_of_entry(entry_id: int) -> RunRow | None:
    """The run that an entry of the log is about, or None."""
    run = Run.get_or_none(Run.entry == entry_id)
    return run_row(run.id) if run else None
