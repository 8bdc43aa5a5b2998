"""The books of machines: facts turned into core objects, in a fixed number of queries."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Callable, Collection, Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any, TypeVar

from peewee import ModelSelect

from lamplight.core.care.context import EventSeen
from lamplight.core.care.item import Start
from lamplight.core.care.last_done import DoneFact
from lamplight.core.care.own_items import LimitChange
from lamplight.core.lamps.progress_bars import BarSeen
from lamplight.core.machine.book import MachineBook
from lamplight.core.site.absence import Absence as CoreAbsence
from lamplight.core.usage.counters import CleaningDrinks, CounterBook, Reading, Restart
from lamplight.store.doses import dose_facts
from lamplight.store.live import facts_of, live
from lamplight.store.models import (
    Absence,
    BarReading,
    CareDone,
    Cleaning,
    CounterReading,
    CounterRestart,
    DeviceEvent,
    Entry,
    Fact,
    ItemSwitch,
    LimitVersion,
    PartNote,
    ReadingRemoval,
)
from lamplight.store.prepared import fetched, fetched_of
from lamplight.store.sightings import sightings_by_machine
from lamplight.store.sites import kinds_over_time, machine_versions
from lamplight.store.told import told_by_machine
from lamplight.store.waters import waters
from lamplight.store.whereabouts import Stay

OneFact = TypeVar("OneFact", bound=Fact)


@dataclass(frozen=True)
class ReadingRow:
    """A reading as it stands in the book."""

    id: int
    entry_id: int
    machine_id: int
    at: datetime
    value: int
    source: str
    counter: str = "drinks"


def live_readings(machine_ids: Collection[int] | None = None, counter: str | None = "drinks") -> ModelSelect:
    """Readings that count: neither undone nor removed by an entry that still holds; None for every counter."""
    rows = live(CounterReading, machine_ids).where(CounterReading.id.not_in(live_removals()))
    rows = rows if counter is None else rows.where(CounterReading.counter == counter)
    return rows.order_by(CounterReading.machine, CounterReading.at, CounterReading.id)


def live_removals(but_by: int | None = None) -> ModelSelect:
    """Ids of readings that an entry which still holds took out; ``but_by`` leaves one entry's out."""
    gone = ReadingRemoval.select(ReadingRemoval.reading).join(Entry).where(Entry.undone_at.is_null())
    return gone if but_by is None else gone.where(ReadingRemoval.entry != but_by)


def _row(reading: CounterReading) -> ReadingRow:
    r = reading
    return ReadingRow(r.id, r.entry_id, r.machine_id, r.at, r.value, r.source, r.counter)


def reading_rows(machine_id: int) -> list[ReadingRow]:
    """A machine's readings of all counters, newest first."""
    rows = [_row(reading) for reading in live_readings([machine_id], None)]
    return rows[::-1]


def latest_readings(machine_ids: Collection[int], limit: int) -> list[ReadingRow]:
    """The latest readings of several machines, newest first, ``limit`` at most."""
    rows = live_readings(machine_ids, None).order_by(CounterReading.at.desc(), CounterReading.id.desc()).limit(limit)
    return [_row(reading) for reading in rows]


def books(machine_ids: Collection[int] | None = None) -> dict[int, MachineBook]:
    """The book of each machine, by machine id; the same number of queries however many machines there are."""
    counters = _counters(machine_ids)
    done = _grouped(_facts(CareDone, machine_ids, with_entry=True), _deed)
    limits = _last(LimitVersion, machine_ids, lambda r: (r.item, r.trigger), lambda r: (r.limit, r.reason))
    switches = _last(ItemSwitch, machine_ids, lambda r: r.item, lambda r: r.off)
    parts = _last(PartNote, machine_ids, lambda r: r.part, lambda r: (r.state, r.note))
    bars = _grouped(_facts(BarReading, machine_ids, "at"), lambda r: BarSeen(r.item, r.at, r.percent))
    events = _grouped(_facts(DeviceEvent, machine_ids), lambda r: EventSeen(r.what, r.at, r.seq))
    seen = sightings_by_machine(machine_ids)
    away = absences()
    told, words = told_by_machine(machine_ids)
    doses = dose_facts(machine_ids)
    water = waters(machine_ids)
    versions = machine_versions(machine_ids)
    streams = {machine_id: water.of(machine_id) for machine_id in versions}
    newest = {machine_id: rows[-1] for machine_id, rows in versions.items()}
    return {
        version.machine_id: MachineBook(
            counters=counters[version.machine_id],
            done=tuple(done[version.machine_id]),
            limits=_own_limits(limits[version.machine_id]),
            switched_off=frozenset(item for item, off in switches[version.machine_id].items() if off),
            descaling_basis=water.setup(version.machine_id).descaling_basis,
            level=water.setup(version.machine_id).level,
            guess_per_day=version.guess_per_day,
            absences=tuple(_away(away, version.machine_id, water.stays[version.machine_id])),
            events=tuple(events[version.machine_id]),
            water=streams[version.machine_id].now,
            earlier_water=streams[version.machine_id].earlier,
            earlier_kinds=kinds_over_time(versions[version.machine_id]).earlier,
            bars=tuple(bars[version.machine_id]),
            sightings=seen.get(version.machine_id, ()),
            told=told.get(version.machine_id, ()),
            words=words.get(version.machine_id, ()),
            looked_at=doses.looked_at.get(version.machine_id, ()),
            marks=doses.marks.get(version.machine_id, ()),
            trials=doses.trials.get(version.machine_id, ()),
            known_since=min(row.entry.at for row in versions[version.machine_id]),
            missing={
                part: f"{state}: {note}" if note else state
                for part, (state, note) in parts[version.machine_id].items()
                if state
            },
        )
        for version in newest.values()
    }


def _away(rows: Sequence[AbsenceRow], machine_id: int, own: tuple[Stay, ...]) -> Iterable[CoreAbsence]:
    """Absences of a machine, and of each site as long as it stood there."""
    for row in rows:
        if row.machine_id == machine_id:
            yield row.span
        elif row.machine_id is None:
            parts = (stay.part_of(row.span) for stay in own if stay.site_id == row.site_id)
            yield from (part for part in parts if part)


def _counters(machine_ids: Collection[int] | None) -> dict[int, dict[str, CounterBook]]:
    """Readings, restarts and cleaning drinks by machine and counter."""
    facts: dict[tuple[int, str], tuple[list, list, list]] = defaultdict(lambda: ([], [], []))
    # Hundreds of readings a machine: read without the detour over models.
    for machine_id, counter, at, value, seq in fetched_of("counts", _counts, machine_ids, bare=True):
        facts[machine_id, counter][0].append(Reading(datetime.fromisoformat(at), value, seq))
    for row in _facts(CounterRestart, machine_ids):
        facts[row.machine_id, row.counter][1].append(Restart(row.at, row.before, row.after))
    for cleaned in _facts(Cleaning, machine_ids):
        facts[cleaned.machine_id, cleaned.counter][2].append(CleaningDrinks(cleaned.at, cleaned.drinks, cleaned.seq))
    counters: dict[int, dict[str, CounterBook]] = defaultdict(dict)
    for (machine_id, counter), (readings, restarts, cleaning) in facts.items():
        counters[machine_id][counter] = CounterBook(tuple(readings), tuple(restarts), tuple(cleaning))
    return counters


def _counts(machine_ids: Collection[int] | None) -> ModelSelect:
    """Readings as bare columns."""
    r = CounterReading
    columns = (r.machine, r.counter, r.at, r.value, r.seq)
    return live_readings(machine_ids, None).select(*columns).tuples()


def _facts(
    model: type[OneFact], machine_ids: Collection[int] | None, order: str = "", with_entry: bool = False
) -> list[OneFact]:
    """Facts of machines whose entry was not undone, in the order in which they were written, or by a column first."""

    def build(ids: Collection[int] | None) -> ModelSelect:
        rows = live(model, ids).select(model, Entry) if with_entry else live(model, ids)
        return rows.order_by(getattr(model, order), model.id) if order else rows

    return fetched_of(("facts", model, order, with_entry), build, machine_ids)


def _deed(row: CareDone) -> DoneFact:
    settled = tuple(row.settled or ())
    return DoneFact(
        row.item, row.at, row.value, settled, row.seq, Start(row.start), row.entry.recorded_at, row.judged_by or ""
    )


def _own_limits(last: dict[tuple[str, str], tuple[float | None, str]]) -> tuple[LimitChange, ...]:
    """The last own limit of each trigger; a null one takes the kind's again."""
    return tuple(
        LimitChange(item, trigger, limit, reason)
        for (item, trigger), (limit, reason) in last.items()
        if limit is not None
    )


def _grouped(rows: Iterable[Any], turn: Callable[[Any], Any]) -> dict[int, list]:
    by_machine: dict[int, list] = defaultdict(list)
    for row in rows:
        by_machine[row.machine_id].append(turn(row))
    return by_machine


def _last(
    model: type[Fact],
    machine_ids: Collection[int] | None,
    key: Callable[[Any], Any],
    turn: Callable[[Any], Any],
) -> dict[int, dict]:
    """The fact of each key that holds, by machine: the one whose moment is the last, whenever it was written."""
    by_machine: dict[int, dict] = defaultdict(dict)
    for row in facts_of(model, machine_ids):
        by_machine[row.machine_id][key(row)] = turn(row)
    return by_machine


def book(machine_id: int) -> MachineBook:
    """The book of one machine; an empty one where nothing is written down."""
    return books([machine_id]).get(machine_id, MachineBook())


def counter_books(machine_ids: Collection[int]) -> dict[int, dict[str, CounterBook]]:
    """The facts of the counters of machines alone, in three queries; nothing for a counter without any."""
    return _counters(machine_ids)


def counter_book(machine_id: int, counter: str) -> CounterBook:
    """The facts of one counter alone; empty where there are none."""
    return counter_books([machine_id])[machine_id].get(counter, CounterBook())


@dataclass(frozen=True)
class AbsenceRow:
    """An absence; the entry is what undoing names. No machine means the whole site."""

    entry_id: int
    machine_id: int | None
    span: CoreAbsence
    label: str
    site_id: int


def absences(site_id: int | None = None) -> list[AbsenceRow]:
    """All absences, of one site or of all, by date."""
    rows: list[Absence] = fetched("absences", lambda: live(Absence, None).order_by(Absence.first))
    return [
        AbsenceRow(row.entry_id, row.machine_id, CoreAbsence(row.first, row.last), row.label, row.site_id)
        for row in rows
        if site_id in (None, row.site_id)
    ]
