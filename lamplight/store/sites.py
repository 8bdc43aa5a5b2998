"""Sites, keepers and machines as they are now: the last version that was not undone."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from typing import Any, TypeVar
from zoneinfo import ZoneInfo

from peewee import fn

from lamplight.core.site.calendar import OpeningHours, SiteCalendar, Week
from lamplight.core.site.degrees import CELSIUS
from lamplight.core.timeline import Timeline
from lamplight.core.words import BRITISH
from lamplight.store.live import facts_of, live, newest
from lamplight.store.models import (
    Closure,
    Entry,
    Fact,
    KeeperVersion,
    Machine,
    MachineVersion,
    SiteVersion,
)
from lamplight.store.prepared import fetched
from lamplight.store.whereabouts import stays

T = TypeVar("T")


@dataclass(frozen=True)
class SiteRow:
    """A site with its calendar.

    Attributes:
        degrees: in which it thinks.
        language: of its numbers and dates, such as ``en_GB``.
        moved: each machine that came from another site, with the calendar of where it stood when.
    """

    id: int
    name: str
    calendar: SiteCalendar
    degrees: str = CELSIUS
    language: str = BRITISH
    moved: tuple[tuple[int, SiteCalendar], ...] = ()

    def calendar_of(self, machine_id: int) -> SiteCalendar:
        """The calendar of a machine that stands here: before it came, that of where it stood then."""
        return next((calendar for machine, calendar in self.moved if machine == machine_id), self.calendar)


@dataclass(frozen=True)
class ClosureRow:
    """A span of closed dates; the entry is what undoing names."""

    entry_id: int
    first: date
    last: date
    label: str


@dataclass(frozen=True)
class KeeperRow:
    """A person."""

    id: int
    name: str
    initials: str
    active: bool


OneFact = TypeVar("OneFact", bound=Fact)


@dataclass(frozen=True)
class MachineRow:
    """A machine without its readings."""

    id: int
    name: str
    kind: str
    place: str
    serial: str
    guess_per_day: float | None
    retired: bool


# What is written when a machine goes to another site.
MOVED = "moved"


def newest_machines() -> list[MachineVersion]:
    """Each machine as it is now, in order of its number: the version whose moment is the last, whenever it was written;
    of a move that came after it only where it stands."""
    last = _last_told()
    told = {row.machine_id: row for row in last if row.entry.kind != MOVED}
    for moved in (row for row in last if row.entry.kind == MOVED):
        own = told.get(moved.machine_id)
        if own is not None and (moved.entry.at, moved.id) > (own.entry.at, own.id):
            own.place = moved.place
    return [row for _, row in sorted(told.items())]


def place_of(machine_id: int, at: datetime | None = None) -> str:
    """Where a machine stands at its site, or stood just before a moment; empty where nobody said."""
    versions = machine_versions([machine_id]).get(machine_id, [])
    return next((row.place for row in reversed(versions) if at is None or row.entry.at < at), "")


def _last_told() -> list[MachineVersion]:
    """Of each machine the version whose moment is the last, and of its moves as well."""
    # With one MAX, SQLite takes the other columns from the very row in which it was found.
    last = fn.MAX(Entry.at.concat(fn.PRINTF(" %012d", MachineVersion.id))).alias("last")
    return fetched(
        "last told of machines",
        lambda: (
            MachineVersion.select(MachineVersion, Entry, last)
            .join(Entry)
            .where(Entry.undone_at.is_null())
            .group_by(MachineVersion.machine, Entry.kind == MOVED)
        ),
    )


def newest_at(model: type[OneFact], site_id: int) -> OneFact | None:
    """The newest live version of what holds once for a site, or None."""
    live = model.select().join(Entry, on=model.entry).where(Entry.undone_at.is_null(), model.site == site_id)
    return live.order_by(model.id.desc()).first()


def sites() -> list[SiteRow]:
    """Every site in the order in which they were set up: its hours, when they were others, and what moved to it."""
    by_site: dict[int, list[SiteVersion]] = defaultdict(list)
    for row in facts_of(SiteVersion):
        by_site[row.site_id].append(row)
    if not by_site:
        return []
    closed: dict[int, set[date]] = defaultdict(set)
    for site_id, closure in _closures():
        closed[site_id].update(_days(closure.first, closure.last))
    calendars = {key: _calendar(rows, frozenset(closed[key])) for key, rows in sorted(by_site.items())}
    moved = _moved(calendars) if len(calendars) > 1 else {}
    newest_of = {key: rows[-1] for key, rows in by_site.items()}
    return [
        SiteRow(key, row.name, calendars[key], row.degrees, row.language, moved.get(key, ()))
        for key, row in sorted(newest_of.items())
    ]


def _calendar(rows: list[SiteVersion], closed: frozenset[date]) -> SiteCalendar:
    """The calendar of a site by its versions, oldest first: its zone was always what it is now."""
    version, zone = rows[-1], ZoneInfo(rows[-1].zone)
    first, *later = _settled([(row.entry.at.astimezone(zone).date(), row) for row in rows])
    calendar = SiteCalendar(version.zone, _week(first[1].hours), closed)
    for day, row in later:
        if _week(row.hours) != calendar.hours:
            calendar = SiteCalendar(version.zone, _week(row.hours), closed).following(calendar, day)
    return calendar


def _moved(calendars: Mapping[int, SiteCalendar]) -> dict[int, tuple[tuple[int, SiteCalendar], ...]]:
    """By site: each machine that came from another, with the calendar that held where it stood when."""
    found: dict[int, list[tuple[int, SiteCalendar]]] = defaultdict(list)
    for machine_id, own in stays().items():
        calendar = calendars[own[0].site_id]
        for stay in own[1:]:
            calendar = calendars[stay.site_id].following(calendar, stay.since or date.min)
        if len(own) > 1:
            found[own[-1].site_id].append((machine_id, calendar))
    return {key: tuple(rows) for key, rows in found.items()}


def site_of(site_id: int) -> SiteRow | None:
    """One site, or None."""
    return next((row for row in sites() if row.id == site_id), None)


def the_site() -> SiteRow | None:
    """The site where there is one, the first where there are several, or None before any was set up."""
    return next(iter(sites()), None)


def _week(hours: list[list[int] | None]) -> Week:
    return tuple(OpeningHours(*span) if span else None for span in hours)


# What was typed and changed within a day was a slip: it never was so.
SLIP = timedelta(days=1)


def _settled(written: Sequence[tuple[date, T]]) -> list[tuple[Any, T]]:
    """Versions in order of time without those that were replaced within a day; one at least stays."""
    pairs = zip(written, [*written[1:], None], strict=True)
    return [version for version, following in pairs if following is None or following[0] - version[0] >= SLIP]


def machine_versions(machine_ids: Collection[int] | None = None) -> dict[int, list[MachineVersion]]:
    """Every version of machines that was not undone, by the moment from which it holds, with its entry."""
    by_machine: dict[int, list[MachineVersion]] = defaultdict(list)
    for row in facts_of(MachineVersion, machine_ids):
        known = by_machine[row.machine_id]
        if row.entry.kind == MOVED:
            _as_before(row, known)
        known.append(row)
    # Of a machine that was only ever moved, since what brought it was undone, nothing is known.
    return {key: rows for key, rows in by_machine.items() if any(row.entry.kind != MOVED for row in rows)}


def _as_before(row: MachineVersion, known: Sequence[MachineVersion]) -> None:
    """A move changes where a machine stands; everything else of it is as it was just before, whenever that was said."""
    if known:
        for name in ("name", "kind", "serial", "guess_per_day", "retired"):
            setattr(row, name, getattr(known[-1], name))


def kinds_over_time(versions: list[MachineVersion]) -> Timeline[str, datetime]:
    """Of which kind a machine is, and was when: its versions, one at least, oldest first."""
    first, *later = _settled([(row.entry.at, row.kind) for row in versions])
    return Timeline.of_changes(first[1], later)


def closures(site_id: int) -> list[ClosureRow]:
    """Closed dates of a site, by date."""
    return [row for site, row in _closures() if site == site_id]


def _closures() -> list[tuple[int, ClosureRow]]:
    rows = fetched("closures", lambda: live(Closure).order_by(Closure.first, Closure.id))
    return [(row.site_id, ClosureRow(row.entry_id, row.first, row.last, row.label)) for row in rows]


def _days(first: date, last: date) -> Iterable[date]:
    return (first + timedelta(days=n) for n in range((last - first).days + 1))


def keepers(active_only: bool = True) -> list[KeeperRow]:
    """People, by name."""
    rows = [KeeperRow(v.keeper_id, v.name, v.initials, v.active) for v in newest(KeeperVersion, "keeper")]
    return sorted((row for row in rows if row.active or not active_only), key=lambda row: row.name.lower())


def machines(site_id: int, retired: bool = False) -> list[MachineRow]:
    """Machines of a site in the order in which they were added."""
    at = fetched("machines at a site", lambda site: Machine.select(Machine.id).where(Machine.site == site), site_id)
    here = {row.id for row in at}
    rows = [_machine(version) for version in newest_machines() if version.machine_id in here]
    return [row for row in rows if retired or not row.retired]


def machine(site_id: int, machine_id: int) -> MachineRow | None:
    """One machine of a site, or None."""
    return next((row for row in machines(site_id, retired=True) if row.id == machine_id), None)


def _machine(version: MachineVersion) -> MachineRow:
    return MachineRow(
        version.machine_id, version.name, version.kind, version.place, version.serial,
        version.guess_per_day, version.retired,
    )  # fmt: skip
