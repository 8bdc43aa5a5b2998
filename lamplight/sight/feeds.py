"""What the calendar feeds of a site tell."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import date, datetime, timedelta
from hashlib import sha256
from secrets import compare_digest

from lamplight.core.errors import InvalidInput
from lamplight.core.plan.appointments import EVERYWHERE, Appointment
from lamplight.core.plan.problem import Costs
from lamplight.core.site.slots import after_minutes
from lamplight.core.words import listed
from lamplight.formats.calendar_file import VisitEvent, write_calendar
from lamplight.formats.days_off_file import DaysOff, read_days_off
from lamplight.sight.machine_view import MachineView
from lamplight.store.plans import FeedRow, announcements, feeds
from lamplight.store.sites import SiteRow, closures
from lamplight.store.tokens import hashed

CALENDAR, SCREEN = "calendar", "screen"


def feed_of(site: SiteRow, token: str, kind: str = CALENDAR) -> FeedRow | None:
    """The address of a token, or None."""
    wanted = hashed(token)
    found = next((row for row in feeds(site.id) if compare_digest(row.hashed, wanted)), None)
    return found if found is not None and found.kind == kind else None


def minutes_at(views: Mapping[int, MachineView], machine: int, items: Sequence[str]) -> int:
    """How long a visit takes: its jobs, and the way."""
    view, costs = views[machine], Costs()
    dues = [due for item in items if (due := view.status.due(item)) is not None]
    return max(1, round(sum(map(view.own_minutes, dues)) + costs.way))


def feed_events(
    site: SiteRow, views: Sequence[MachineView], now: datetime, address: str, keeper_id: int | None = None
) -> list[VisitEvent]:
    """The visits that were announced last as events, and those that were taken back, as long as they lie ahead.

    Args:
        now: what is over is left out.
        address: of the application, for links; without a slash at its end.
        keeper_id: whose; None for everybody's.
    """
    history = [(said.number, _of_keeper(said.appointments, keeper_id)) for said in announcements(site.id)]
    own = {view.row.id: view for view in views}
    last: dict[tuple[int, date, int], tuple[Appointment, int | None]] = {}
    for number, here in history:
        # What is no longer there was taken back by the first announcement that lacks it.
        last = {key: (one, number if gone is None else gone) for key, (one, gone) in last.items() if key not in here}
        last |= {key: (one, None) for key, one in here.items()}
    return [
        _event(site, own, one, address, gone)
        for key, (one, gone) in sorted(last.items())
        if (key[0] in own or key[0] == EVERYWHERE) and one.begin >= now - timedelta(days=1)
    ]


def _of_keeper(known: Sequence[Appointment], keeper_id: int | None) -> dict[tuple[int, date, int], Appointment]:
    """Visits by what they are known by; for a keeper only what lies in their hours, or in anybody's."""
    return {one.key: one for one in known if keeper_id is None or one.keeper in (None, keeper_id)}


def _event(
    site: SiteRow, views: Mapping[int, MachineView], visit: Appointment, address: str, gone: int | None
) -> VisitEvent:
    machine, day, place = visit.key
    uid = sha256(f"{site.id} {machine} {day.isoformat()} {place}".encode()).hexdigest()[:32]
    where, titles = _told(views, visit)
    return VisitEvent(
        f"{uid}@lamplight",
        visit.sequence if gone is None else gone,
        visit.begin,
        after_minutes(visit.begin, visit.minutes),
        f"{where}: {titles}",
        f"{titles} at {where}, about {visit.minutes} minutes.",
        views[machine].row.place if machine in views else "",
        f"{address}/plan",
        gone is not None,
    )


def _told(views: Mapping[int, MachineView], visit: Appointment) -> tuple[str, str]:
    """Where a visit is, and what is done there; the daily work is told as one."""
    if visit.machine == EVERYWHERE:
        names = [views[int(number)].row.name for number in visit.items if int(number) in views]
        return listed(names) or "The machines", "Daily work"
    view = views[visit.machine]
    return view.row.name, listed([item.title for item in view.whole_kind.items if item.key in visit.items]) or "Care"


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
