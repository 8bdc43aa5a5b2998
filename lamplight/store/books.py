"""The books of machines: facts turned into core objects, in a fixed number of queries."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Collection, Iterable
from dataclasses import dataclass
from datetime import datetime

from peewee import ModelSelect

from lamplight.core.counters import CleaningDrinks, Reading, Restart
from lamplight.core.machine_book import DoneFact, LimitChange, MachineBook
from lamplight.store.models import (
    CareDone,
    Cleaning,
    CounterReading,
    CounterRestart,
    Entry,
    Fact,
    LimitVersion,
    MachineVersion,
    ReadingRemoval,
)
from lamplight.store.sites import newest


@dataclass(frozen=True)
class ReadingRow:
    """A reading as it stands in the book."""

    id: int
    entry_id: int
    machine_id: int
    at: datetime
    value: int
    source: str


def _live(model: type[Fact], machine_ids: Collection[int] | None) -> ModelSelect:
    rows = model.select(model).join(Entry, on=model.entry).where(Entry.undone_at.is_null())
    return rows if machine_ids is None else rows.where(model.machine.in_(list(machine_ids)))


def live_readings(machine_ids: Collection[int] | None = None, counter: str = "drinks") -> ModelSelect:
    """Readings that count: neither undone nor removed by an entry that still holds."""
    return (
        _live(CounterReading, machine_ids)
        .where(CounterReading.counter == counter, CounterReading.id.not_in(live_removals()))
        .order_by(CounterReading.machine, CounterReading.at, CounterReading.id)
    )


def live_removals(but_by: int | None = None) -> ModelSelect:
    """Ids of readings that an entry which still holds took out; ``but_by`` leaves one entry's out."""
    gone = ReadingRemoval.select(ReadingRemoval.reading).join(Entry).where(Entry.undone_at.is_null())
    return gone if but_by is None else gone.where(ReadingRemoval.entry != but_by)


def reading_rows(machine_id: int) -> list[ReadingRow]:
    """A machine's readings, newest first."""
    rows = live_readings([machine_id])
    found = [ReadingRow(r.id, r.entry_id, r.machine_id, r.at, r.value, r.source) for r in rows]
    return found[::-1]


def latest_readings(machine_ids: Collection[int], limit: int) -> list[ReadingRow]:
    """The latest readings of several machines, newest first, ``limit`` at most."""
    rows = live_readings(machine_ids).order_by(CounterReading.at.desc(), CounterReading.id.desc()).limit(limit)
    return [ReadingRow(r.id, r.entry_id, r.machine_id, r.at, r.value, r.source) for r in rows]


def books(machine_ids: Collection[int] | None = None) -> dict[int, MachineBook]:
    """The book of each machine, by machine id; six queries however many machines there are."""
    readings = _grouped(live_readings(machine_ids), lambda r: Reading(r.at, r.value))
    restarts = _grouped(_live(CounterRestart, machine_ids), lambda r: Restart(r.at, r.before, r.after))
    cleaning = _grouped(_live(Cleaning, machine_ids), lambda r: CleaningDrinks(r.at, r.drinks))
    done = _grouped(_live(CareDone, machine_ids), lambda r: DoneFact(r.item, r.at, r.value))
    limits = _grouped(
        _live(LimitVersion, machine_ids).order_by(LimitVersion.id), lambda r: (r.item, r.trigger, r.limit, r.reason)
    )
    return {
        version.machine_id: MachineBook(
            readings=tuple(readings[version.machine_id]),
            restarts=tuple(restarts[version.machine_id]),
            cleaning=tuple(cleaning[version.machine_id]),
            done=tuple(done[version.machine_id]),
            limits=_own_limits(limits[version.machine_id]),
            guess_per_day=version.guess_per_day,
        )
        for version in newest(MachineVersion, "machine")
        if machine_ids is None or version.machine_id in machine_ids
    }


def _own_limits(rows: Iterable[tuple[str, str, int | None, str]]) -> tuple[LimitChange, ...]:
    """The last own limit of each trigger; a null one takes the kind's again."""
    last = {(item, trigger): (limit, reason) for item, trigger, limit, reason in rows}
    return tuple(
        LimitChange(item, trigger, limit, reason)
        for (item, trigger), (limit, reason) in last.items()
        if limit is not None
    )


def _grouped(rows: ModelSelect, turn) -> dict[int, list]:  # noqa: ANN001 - a small local helper
    found: dict[int, list] = defaultdict(list)
    for row in rows:
        found[row.machine_id].append(turn(row))
    return found


def book(machine_id: int) -> MachineBook:
    """The book of one machine; an empty one where nothing is written down."""
    return books([machine_id]).get(machine_id, MachineBook())
