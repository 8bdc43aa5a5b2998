"""Calendar feeds: an address for each keeper, and the visits that were announced as events."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from hashlib import sha256
from secrets import compare_digest, token_urlsafe

from lamplight.actions.entries import Actor, write_entry
from lamplight.actions.machine_view import MachineView
from lamplight.core.errors import InvalidInput
from lamplight.core.plan.problem import Costs
from lamplight.core.words import listed
from lamplight.formats.calendar_file import VisitEvent, write_calendar
from lamplight.formats.days_off_file import DaysOff, read_days_off
from lamplight.store.database import database
from lamplight.store.models import Closure, FeedVersion
from lamplight.store.plans import Announced, FeedRow, announcements, feeds
from lamplight.store.rights import keeper_names
from lamplight.store.sites import SiteRow, closures

ALARMS = (0, 10, 15, 30, 60, 120)
CALENDAR, SCREEN = "calendar", "screen"


def _hashed(token: str) -> str:
    """A token has the strength of a key, so that a plain hash keeps it."""
    return sha256(token.encode()).hexdigest()


def renew_feed(site: SiteRow, keeper_id: int | None, alarm_minutes: int, actor: Actor, kind: str = CALENDAR) -> str:
    """Give a keeper's calendar, or a screen, an address; the one before is no longer answered. Answers its token, once.

    Raises:
        InvalidInput: for an unknown keeper or reminder.
    """
    if alarm_minutes not in ALARMS:
        raise InvalidInput("Choose how long before a visit you are reminded.")
    names = keeper_names(site.id)
    if keeper_id is not None and keeper_id not in names:
        raise InvalidInput("That keeper is no longer there. Load the page again.")
    token = token_urlsafe(24)
    with database.atomic():
        whose = "the screen" if kind == SCREEN else f"the calendar of {names.get(keeper_id or 0, 'everybody')}"
        entry = write_entry("feed", f"New address of {whose}", actor)
        FeedVersion.create(
            entry=entry, site=site.id, keeper=keeper_id, kind=kind, hashed=_hashed(token), alarm_minutes=alarm_minutes
        )
    return token


def end_feed(site: SiteRow, keeper_id: int | None, actor: Actor, kind: str = CALENDAR) -> None:
    """Take an address away.

    Raises:
        InvalidInput: when there is none.
    """
    with database.atomic():
        if all((row.kind, row.keeper_id) != (kind, keeper_id) for row in feeds(site.id)):
            raise InvalidInput("That has no address any more.")
        entry = write_entry("feed", f"The address of a {kind} was taken away", actor)
        FeedVersion.create(entry=entry, site=site.id, keeper=keeper_id, kind=kind, hashed="", alarm_minutes=0)


def feed_of(site: SiteRow, token: str, kind: str = CALENDAR) -> FeedRow | None:
    """The address of a token, or None."""
    wanted = _hashed(token)
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
        site: where.
        views: every machine.
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
    items = [item for item in view.kind.items if item.key in visit.items]
    openings = {item.opening for item in items if item.opening}
    minutes = sum(item.minutes for item in items) + Costs().visit + Costs().opening * len(openings)
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


def take_days_off(site: SiteRow, data: bytes, actor: Actor) -> int:
    """Close the site on the days off of a calendar file, all or none; answers how many spans were new.

    Raises:
        InvalidInput: as `preview_days_off` does.
    """
    with database.atomic():
        fresh = preview_days_off(site, data, actor.now)
        entry = write_entry("closure", f"{len(fresh)} spans of days off taken over from a calendar", actor)
        for one in fresh:
            Closure.create(entry=entry, site=site.id, first=one.first, last=one.last, label=one.label)
    return len(fresh)
