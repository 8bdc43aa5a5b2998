"""What the log shows, by day."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from datetime import date

from lamplight.actions.building import BUILT
from lamplight.core.anatomy.parts import Circuit
from lamplight.core.job.needs import need_lines
from lamplight.core.run.finish import run_minutes
from lamplight.sight.kinds import kind_of, kinds
from lamplight.sight.machine_views import run_outcomes
from lamplight.store.logbook import EntryRow, entries
from lamplight.store.photos import PhotoRow, photos_of_runs
from lamplight.store.runs import RunRow, ended_runs_of
from lamplight.store.sites import MachineRow, SiteRow, machines


@dataclass(frozen=True)
class LogLine:
    """One entry with its machine and circuit.

    Attributes:
        more: touches on the same kind before it, which a page would drown in.
    """

    entry: EntryRow
    machine: str
    circuit: Circuit | None
    words: str
    running: bool
    more: tuple[EntryRow, ...] = ()


def _folded(lines: list[LogLine]) -> list[LogLine]:
    """The lines of a day, newest first; touches that follow one another in the making of kinds in one."""
    found: list[LogLine] = []
    for line in lines:
        last = found[-1] if found else None
        if last is not None and last.entry.kind == line.entry.kind == BUILT:
            found[-1] = replace(last, more=(*last.more, line.entry))
        else:
            found.append(line)
    return found


def log_days(
    site: SiteRow, machine_id: int | None, circuit: str, item: str, before: int | None, length: int
) -> tuple[list[tuple[date, list[LogLine]]], int | None]:
    """Entries by day, newest first, and the id to go on from, or None."""
    of_circuit = {item.key for kind in kinds().values() for item in kind.items if item.circuit.value == circuit}
    wanted = {item} if item else of_circuit if circuit else None
    rows = entries(machine_id, length + 1, before, items=wanted, site_id=site.id)
    older = rows[length - 1].id if len(rows) > length else None
    known = {row.id: row for row in machines(site.id, retired=True)}
    outcomes = run_outcomes([row.run_id for row in rows if row.run_id])
    days: dict[date, list[LogLine]] = {}
    for row in rows[:length]:
        machine = known.get(row.machine_id or 0)
        care_item = kind_of(machine.kind).item(row.item) if machine and row.item else None
        own = care_item.circuit if care_item else None
        words, running = outcomes.get(row.run_id or 0, ("", False))
        line = LogLine(row, machine.name if machine else "", own, words, running)
        days.setdefault(site.calendar.today(row.at), []).append(line)
    return [(day, _folded(lines)) for day, lines in days.items()], older


@dataclass(frozen=True)
class RunLine:
    """A run that has ended.

    Attributes:
        minutes: from beginning to end.
        steps: title, seconds spent and expected seconds of each timed step.
        drawn_ml: water that its steps let out.
        used: what it used up, in words.
    """

    run: RunRow
    machine: str
    minutes: int
    steps: tuple[tuple[str, int, int], ...]
    drawn_ml: int
    used: tuple[str, ...]
    words: str
    photos: tuple[PhotoRow, ...]


def run_lines(known: Mapping[int, MachineRow], machine_id: int | None, item: str, length: int) -> list[RunLine]:
    """The latest runs of one machine or of all, newest first."""
    wanted = [machine_id] if machine_id is not None and machine_id in known else list(known)
    runs = ended_runs_of(wanted, length, item or None)
    runs = sorted(runs, key=lambda run: run.state.begun_at, reverse=True)
    outcomes, photos = run_outcomes([run.id for run in runs]), photos_of_runs([run.id for run in runs])
    return [_run_line(run, known[run.machine_id].name, outcomes[run.id][0], photos.get(run.id, [])) for run in runs]


def _run_line(run: RunRow, machine: str, words: str, photos: list[PhotoRow]) -> RunLine:
    state = run.state
    timed = [
        (state.procedure.steps[n].title, seconds, duration.likely_s)
        for n, seconds in sorted(state.spent_s.items())
        if (duration := state.procedure.steps[n].duration) is not None
    ]
    drawn = sum(delivery.ml for n in state.spent_s for delivery in state.procedure.steps[n].delivers)
    used = [
        f"{line.amount} {line.thing}" for line in need_lines(state.procedure, state.context.products) if line.product
    ]
    return RunLine(run, machine, run_minutes(state), tuple(timed), drawn, tuple(used), words, tuple(photos))
