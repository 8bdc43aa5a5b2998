"""The log, by day, and what hangs on each of its entries."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass
from datetime import datetime

from peewee import ModelSelect, fn

from lamplight.store.books import live_removals
from lamplight.store.database import database
from lamplight.store.models import (
    FACTS,
    CareDone,
    CounterReading,
    DeviceEvent,
    Entry,
    LimitVersion,
    MachineVersion,
    PanelSighting,
    ReadingRemoval,
    Run,
)
from lamplight.store.sites import keepers
from lamplight.store.whereabouts import where_written

# What is noted about the grinder begins so.
GRINDER = "grind-"


@dataclass(frozen=True)
class EntryRow:
    """A line of the log.

    Attributes:
        item: the care item it is about, or empty.
        run_id: the run it is about, or None.
    """

    id: int
    kind: str
    machine_id: int | None
    at: datetime
    recorded_at: datetime
    who: str
    summary: str
    note: str
    undone_at: datetime | None
    undone_by: str
    replaces_id: int | None
    item: str
    run_id: int | None
    keeper_id: int | None = None
    undone_why: str = ""
    site_id: int = 0


def entries(
    machine_id: int | None = None,
    limit: int = 200,
    before_id: int | None = None,
    entry_id: int | None = None,
    items: Collection[str] | None = None,
    kind: str = "",
    site_id: int | None = None,
) -> list[EntryRow]:
    """The log, newest first.

    Args:
        limit: at most so many, 1 to 1000.
        before_id: only entries older than this one, for the next page.
        items: only about these care items.
    """
    where = where_written()
    rows = Entry.select(Entry, where.alias("written")).order_by(Entry.at.desc(), Entry.id.desc()).limit(limit)
    if site_id is not None:
        rows = rows.where(where == site_id)
    if machine_id is not None:
        rows = rows.where(Entry.machine == machine_id)
    if items is not None:
        about = [
            model.select(model.entry).where(model.item.in_(list(items))) for model in (Run, CareDone, LimitVersion)
        ]
        rows = rows.where(Entry.id.in_(about[0] | about[1] | about[2]))
    if kind:
        rows = rows.where(Entry.kind == kind)
    if entry_id is not None:
        rows = rows.where(Entry.id == entry_id)
    if before_id is not None:
        at = Entry.select(Entry.at).where(Entry.id == before_id).scalar()
        rows = rows.where((Entry.at < at) | ((Entry.at == at) & (Entry.id < before_id)))
    listed = list(rows)
    ids = [row.id for row in listed]
    runs = {run.entry_id: run for run in Run.select(Run.id, Run.entry, Run.item).where(Run.entry.in_(ids))}
    done = {row.entry_id: row.item for row in CareDone.select().where(CareDone.entry.in_(ids))}
    initials = {keeper.id: keeper.initials for keeper in keepers(active_only=False)}
    return [
        EntryRow(
            row.id, row.kind, row.machine_id, row.at, row.recorded_at, initials.get(row.keeper_id, ""),
            row.summary, row.note, row.undone_at, initials.get(row.undone_by_id, ""), row.replaces_id,
            runs[row.id].item if row.id in runs else done.get(row.id, ""),
            runs[row.id].id if row.id in runs else None, row.keeper_id, row.undone_why, row.written or 0,
        )
        for row in listed
    ]  # fmt: skip


def entry(entry_id: int) -> EntryRow | None:
    """One entry, or None."""
    return next(iter(entries(entry_id=entry_id)), None)


def corrected_since(entry_id: int) -> int:
    """How many readings that an entry brought or took out were changed again by an entry that holds."""
    brought = CounterReading.select(CounterReading.id).where(CounterReading.entry == entry_id)
    taken = ReadingRemoval.select(ReadingRemoval.reading).where(ReadingRemoval.entry == entry_id)
    touched = CounterReading.id.in_(brought) | CounterReading.id.in_(taken)
    return CounterReading.select().where(touched, CounterReading.id.in_(live_removals(but_by=entry_id))).count()


def facts_of(entry_id: int) -> dict[str, int]:
    """How many facts of each sort hang on an entry: its table, but for what a table holds two sorts of."""
    counts = {model._meta.table_name: model.select().where(model.entry == entry_id).count() for model in FACTS}
    notes = _count(DeviceEvent.select().where(DeviceEvent.entry == entry_id, DeviceEvent.what.startswith(GRINDER)))
    spoken = (PanelSighting.asks_for != "") | (PanelSighting.no_longer != "")
    prompts = _count(PanelSighting.select().where(PanelSighting.entry == entry_id, spoken))
    counts |= {"grinder_note": notes, "device_event": counts["device_event"] - notes}
    counts |= {"prompt": prompts, "panel_sighting": counts["panel_sighting"] - prompts}
    return {name: count for name, count in counts.items() if count}


def _count(rows: ModelSelect) -> int:
    return rows.count()


def later_versions(machine_id: int, entry_id: int) -> int:
    """How many live changes to a machine came after an entry."""
    return (
        MachineVersion.select(fn.COUNT(MachineVersion.id))
        .join(Entry)
        .where(MachineVersion.machine == machine_id, MachineVersion.entry > entry_id, Entry.undone_at.is_null())
        .scalar()
    )


# Asked before every form, so without the detour over models.
NEWEST = """SELECT recorded_at, (SELECT at FROM run_event ORDER BY id DESC LIMIT 1)
    FROM entry ORDER BY id DESC LIMIT 1"""


def last_written() -> datetime | None:
    """The time of the newest line of the log, or of a run that is newer than it; None in an empty book."""
    row = database.execute_sql(NEWEST).fetchone()
    if row is None:
        return None
    return max(datetime.fromisoformat(text) for text in row if text)


@dataclass(frozen=True)
class CloseRow:
    """A machine was closed for the day with one touch: by which line of the log, when, by whom, and what was done."""

    entry_id: int
    at: datetime
    keeper_id: int | None
    items: tuple[str, ...]


def closes_since(since: datetime) -> dict[int, CloseRow]:
    """The last close of each machine from a moment on that was not undone, by machine."""
    rows = (
        CareDone.select(CareDone, Entry)
        .join(Entry, on=CareDone.entry)
        .where(Entry.kind == "close", Entry.undone_at.is_null(), Entry.at >= since)
        .order_by(Entry.id, CareDone.id)
    )
    found: dict[int, CloseRow] = {}
    for row in rows:
        known = found.get(row.machine_id)
        before = known.items if known is not None and known.entry_id == row.entry_id else ()
        found[row.machine_id] = CloseRow(row.entry_id, row.entry.at, row.entry.keeper_id, (*before, row.item))
    return found


def ever_done(machine_id: int, keeper_id: int | None) -> frozenset[str]:
    """Keys of the items that a keeper, or where nobody has a name anybody, has done at a machine and not undone.

    What was only said to have been done once is no evidence that anybody here can do it.
    """
    rows = (
        CareDone.select(CareDone.item)
        .join(Entry, on=CareDone.entry)
        .where(CareDone.machine == machine_id, Entry.undone_at.is_null(), Entry.kind.in_(("run", "done", "close")))
        .where(CareDone.at >= fn.strftime("%Y-%m-%dT%H:%M:%SZ", Entry.recorded_at, "-12 hours"))
        .distinct()
    )
    return frozenset(row.item for row in (rows if keeper_id is None else rows.where(Entry.keeper == keeper_id)))
