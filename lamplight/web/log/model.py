"""What the log shows, by day."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from lamplight.actions.kinds import kind_of, kinds
from lamplight.actions.outlook import run_outcomes
from lamplight.core.circuits import Circuit
from lamplight.store.logbook import EntryRow, entries
from lamplight.store.sites import SiteRow, machines


@dataclass(frozen=True)
class LogLine:
    """One entry with its machine and circuit."""

    entry: EntryRow
    machine: str
    circuit: Circuit | None
    words: str
    running: bool


def log_days(
    site: SiteRow, machine_id: int | None, circuit: str, item: str, before: int | None, length: int
) -> tuple[list[tuple[date, list[LogLine]]], int | None]:
    """Entries by day, newest first, and the id to go on from, or None."""
    of_circuit = {item.key for kind in kinds().values() for item in kind.items if item.circuit.value == circuit}
    wanted = {item} if item else of_circuit if circuit else None
    rows = entries(machine_id, length + 1, before, items=wanted)
    older = rows[length - 1].id if len(rows) > length else None
    known = {row.id: row for row in machines(site.id, retired=True)}
    outcomes = run_outcomes([row.run_id for row in rows if row.run_id])
    days: dict[date, list[LogLine]] = {}
    for row in rows[:length]:
        machine = known.get(row.machine_id or 0)
        item = kind_of(machine.kind).item(row.item) if machine and row.item else None
        own = item.circuit if item else None
        words, running = outcomes.get(row.run_id or 0, ("", False))
        line = LogLine(row, machine.name if machine else "", own, words, running)
        days.setdefault(site.calendar.today(row.at), []).append(line)
    return list(days.items()), older
