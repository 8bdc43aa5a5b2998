"""Sites, keepers and machines as they are now: the last version that was not undone."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from typing import Any, TypeVar
from zoneinfo import ZoneInfo

from peewee import fn

from lamplight.core.site.calendar import OpeningHours, SiteCalendar, Week
from lamplight.core.site.degrees import CELSIUS
from lamplight.core.timeline import Timeline
from lamplight.store.models import (
    Closure,
    Entry,
    Fact,
    KeeperVersion,
    Machine,
    MachineVersion,
    SiteVersion,
)

T = TypeVar("T")


@dataclass(frozen=True)
class SiteRow:
    """A site with its calendar."""

    id: int
    name: str
    calendar: SiteCalendar
    degrees: str = CELSIUS


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


def newest(model: type[Fact], subject: str) -> Iterable[Fact]:
    """The newest live version of each subject, in order of subject."""
    key = getattr(model, subject)
    live = model.select(fn.MAX(model.id)).join(Entry, on=model.entry).where(Entry.undone_at.is_null()).group_by(key)
    return model.select().where(model.id.in_(live)).order_by(key)


def newest_at(model: type[OneFact], site_id: int) -> OneFact | None:
    """The newest live version of what holds once for a site, or None."""
    live = model.select().join(Entry, on=model.entry).where(Entry.undone_at.is_null(), model.site == site_id)
    return live.order_by(model.id.desc()).first()


def the_site() -> SiteRow | None:
    """The site, or None before it was set up; with the hours of its week, and when they were others."""
    versions = SiteVersion.select(SiteVersion, Entry).join(Entry).where(Entry.undone_at.is_null())
    rows = list(versions.order_by(SiteVersion.id))
    if not rows:
        return None
    version, zone = rows[-1], ZoneInfo(rows[-1].zone)
    closed = {day for closure in closures() for day in _days(closure.first, closure.last)}
    first, *later = _settled([(row.entry.at.astimezone(zone).date(), row) for row in rows])
    weeks = Timeline.of_changes(_week(first[1].hours), [(day, _week(row.hours)) for day, row in later])
    calendar = SiteCalendar(version.zone, weeks.now, frozenset(closed), weeks.earlier)
    return SiteRow(version.site_id, version.name, calendar, version.degrees)


def _week(hours: list[list[int] | None]) -> Week:
    return tuple(OpeningHours(*span) if span else None for span in hours)


# What was typed and changed within a day was a slip: it never was so.
SLIP = timedelta(days=1)


def _settled(written: Sequence[tuple[date, T]]) -> list[tuple[Any, T]]:
    """Versions in order of time without those that were replaced within a day; one at least stays."""
    pairs = zip(written, [*written[1:], None], strict=True)
    return [version for version, following in pairs if following is None or following[0] - version[0] >= SLIP]


def machine_versions(machine_ids: Collection[int] | None = None) -> dict[int, list[MachineVersion]]:
    """Every version of machines that was not undone, oldest first, with its entry."""
    versions = MachineVersion.select(MachineVersion, Entry).join(Entry).where(Entry.undone_at.is_null())
    if machine_ids is not None:
        versions = versions.where(MachineVersion.machine.in_(list(machine_ids)))
    by_machine: dict[int, list[MachineVersion]] = defaultdict(list)
    for row in versions.order_by(MachineVersion.id):
        by_machine[row.machine_id].append(row)
    return by_machine


def kinds_over_time(versions: list[MachineVersion]) -> Timeline[str, datetime]:
    """Of which kind a machine is, and was when: its versions, one at least, oldest first."""
    first, *later = _settled([(row.entry.at, row.kind) for row in versions])
    return Timeline.of_changes(first[1], later)


def closures() -> list[ClosureRow]:
    """Closed dates, by date."""
    rows = (
        Closure.select(Closure, Entry).join(Entry).where(Entry.undone_at.is_null()).order_by(Closure.first, Closure.id)
    )
    return [ClosureRow(row.entry_id, row.first, row.last, row.label) for row in rows]


def _days(first: date, last: date) -> Iterable[date]:
    return (first + timedelta(days=n) for n in range((last - first).days + 1))


def keepers(active_only: bool = True) -> list[KeeperRow]:
    """People, by name."""
    rows = [KeeperRow(v.keeper_id, v.name, v.initials, v.active) for v in newest(KeeperVersion, "keeper")]
    return sorted((row for row in rows if row.active or not active_only), key=lambda row: row.name.lower())


def machines(site_id: int, retired: bool = False) -> list[MachineRow]:
    """Machines of a site in the order in which they were added."""
    here = {row.id for row in Machine.select(Machine.id).where(Machine.site == site_id)}
    rows = [_machine(version) for version in newest(MachineVersion, "machine") if version.machine_id in here]
    return [row for row in rows if retired or not row.retired]


def machine(site_id: int, machine_id: int) -> MachineRow | None:
    """One machine of a site, or None."""
    return next((row for row in machines(site_id, retired=True) if row.id == machine_id), None)


def _machine(version: MachineVersion) -> MachineRow:
    return MachineRow(
        version.machine_id, version.name, version.kind, version.place, version.serial,
        version.guess_per_day, version.retired,
    )  # fmt: skip
