"""What the calendar feeds of a site tell."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from hashlib import sha256
from secrets import compare_digest

from lamplight.core.errors import InvalidInput
from lamplight.core.plan.problem import Costs
from lamplight.core.words import listed
from lamplight.formats.calendar_file import VisitEvent, write_calendar
from lamplight.formats.days_off_file import DaysOff, read_days_off
from lamplight.sight.machine_view import MachineView
from lamplight.store.plans import Announced, FeedRow, announcements, feeds
from lamplight.store.sites import SiteRow, closures
from lamplight.store.tokens import hashed

CALENDAR, SCREEN = "calendar", "screen"


def feed_of(site: SiteRow, token: str, kind: str = CALENDAR) -> FeedRow | None:
    """The address of a token, or None."""
    wanted = hashed(token)
    found = next((row for row in feeds(site.id) if compare_digest(row.hashed, wanted)), None)
    return found if found is not None and found.kind == kind else None


@dataclass(frozen=True)
class _Visit:
    """A visit in one announcement: its beginning and what is done."""

    start: datetime
    items: tuple[str, ...]


def _visits(said: Announced, keeper_id: int | None) -> dict[tuple[int, date, int], _Visit]:
    """By machine, date and the how manieth of that day: what stays the same visit when its hour or its jobs change.

    For a keeper only what lies in their hours, or in anybody's.
    """
    by_start: dict[tuple[int, datetime], list[str]] = {}
    for (machine, item, start), keeper in zip(said.visits, said.keepers, strict=True):
        if keeper_id is None or keeper in (None, keeper_id):
            by_start.setdefault((machine, start), []).append(item)
    found: dict[tuple[int, date, int], _Visit] = {}
    for (machine, start), items in sorted(by_start.items()):
        place = 0
        while (machine, start.date(), place) in found:
            place += 1
        found[machine, start.date(), place] = _Visit(start, tuple(sorted(items)))
    return found


def feed_events(
    site: SiteRow, views: Sequence[MachineView], now: datetime, address: str, keeper_id: int | None = None
) -> list[VisitEvent]:
    """The visits that were announced last as events, and those that were taken back, as long as they lie ahead.

    Args:
        now: what is over is left out.
        address: of the application, for links; without a slash at its end.
        keeper_id: whose; None for everybody's.
    """
    history = [_visits(said, keeper_id) for said in announcements(site.id)]
    if not history:
        return []
    own = {view.row.id: view for view in views}
    events = []
    for key in sorted({key for said in history for key in said}):
        if key[0] not in own:
            continue
        versions = [said.get(key) for said in history]
        first = next(n for n, version in enumerate(versions) if version is not None)
        changes = sum(one != other for one, other in zip(versions[first:], versions[first + 1 :], strict=False))
        newest = next(version for version in reversed(versions) if version is not None)
        if newest.start < now - timedelta(days=1):
            continue
        events.append(_event(site, own[key[0]], key, newest, changes, versions[-1] is None, address))
    return events


def _event(
    site: SiteRow,
    view: MachineView,
    key: tuple[int, date, int],
    visit: _Visit,
    sequence: int,
    cancelled: bool,
    address: str,
) -> VisitEvent:
    items = [item for item in view.whole_kind.items if item.key in visit.items]
    openings = {item.opening for item in items if item.opening}
    dues = [due for item in items if (due := view.status.due(item.key)) is not None]
    minutes = sum(map(view.own_minutes, dues)) + Costs().visit + Costs().opening * len(openings)
    titles = listed([item.title for item in items]) or "Care"
    uid = sha256(f"{site.id} {key[0]} {key[1].isoformat()} {key[2]}".encode()).hexdigest()[:32]
    return VisitEvent(
        f"{uid}@lamplight",
        sequence,
        visit.start,
        visit.start + timedelta(minutes=round(minutes)),
        f"{view.row.name}: {titles}",
        f"{titles} at {view.row.name}, about {round(minutes)} minutes.",
        view.row.place,
        f"{address}/plan",
        cancelled,
    )


def feed_file(site: SiteRow, feed: FeedRow, views: Sequence[MachineView], now: datetime, address: str) -> bytes:
    """The calendar of one feed; arguments as `feed_events` has them."""
    events = feed_events(site, views, now, address, feed.keeper_id)
    return write_calendar(events, f"{site.name}: coffee machines", site.calendar.zone, now, feed.alarm_minutes)


def preview_days_off(site: SiteRow, data: bytes, now: datetime) -> tuple[DaysOff, ...]:
    """The days off of a calendar file that are not noted yet.

    Raises:
        InvalidInput: as `read_days_off` does, and where all of them are noted already.
    """
    known = {(row.first, row.last) for row in closures(site.id)}
    found = read_days_off(data, site.calendar.today(now))
    fresh = tuple(one for one in found if (one.first, one.last) not in known)
    if not fresh:
        raise InvalidInput("All days off of that file are noted already.")
    return fresh
