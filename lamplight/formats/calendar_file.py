"""iCalendar (RFC 5545): visits that go out.

Written with the ``icalendar`` package: times carry the site's zone, whose VTIMEZONE stands in the file; what was taken
back stays as a cancelled event, so that calendars drop it.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from zoneinfo import ZoneInfo

from icalendar import Alarm, Calendar, Event, Timezone, TimezoneDaylight, TimezoneStandard

PRODUCT = "-//Lamplight//Care of coffee machines//EN"
AROUND = timedelta(days=366)


@dataclass(frozen=True)
class VisitEvent:
    """A visit as a calendar shows it.

    Attributes:
        uid: the same for as long as it is the same visit.
        sequence: goes up each time when it is changed, 0 or more.
        start, end: aware.
        title, text: in words.
        place: where, or empty.
        link: to the round or the plan.
        cancelled: whether it was taken back.
    """

    uid: str
    sequence: int
    start: datetime
    end: datetime
    title: str
    text: str = ""
    place: str = ""
    link: str = ""
    cancelled: bool = False


def write_calendar(
    events: Sequence[VisitEvent], name: str, zone: str, stamp: datetime, alarm_minutes: int = 0
) -> bytes:
    """A calendar of visits.

    Args:
        events: in any order, uids unique.
        zone: in which times are written, an IANA name.
        stamp: when it was made, aware.
        alarm_minutes: how long before a visit it is reminded of; 0 for never.
    """
    calendar = Calendar()
    calendar.add("prodid", PRODUCT)
    calendar.add("version", "2.0")
    calendar.add("method", "PUBLISH")
    calendar.add("x-wr-calname", name)
    calendar.add("refresh-interval", timedelta(hours=4), parameters={"VALUE": "DURATION"})
    starts = [one.start for one in events] or [stamp]
    calendar.add_component(_zone(zone, min(starts), max(starts)))
    for one in sorted(events, key=lambda event: (event.start, event.uid)):
        calendar.add_component(_event(one, ZoneInfo(zone), stamp, alarm_minutes))
    return calendar.to_ical()


def _zone(name: str, first: datetime, last: datetime) -> Timezone:
    """The zone as it is between a year before and a year after: each change of the clocks by itself.

    Written out rather than as a rule, which would claim more than is known of the years to come; the onset is the wall
    clock before the change, as RFC 5545, 3.6.5, has it.
    """
    zone, component = ZoneInfo(name), Timezone()
    component.add("tzid", name)
    moment, end = first.astimezone(UTC) - AROUND, last.astimezone(UTC) + AROUND
    component.add_component(_observance(moment, zone, zone))
    while moment < end:
        following = moment + timedelta(days=1)
        if following.astimezone(zone).utcoffset() != moment.astimezone(zone).utcoffset():
            component.add_component(_observance(_change(moment, following, zone), zone))
        moment = following
    return component


def _change(before: datetime, after: datetime, zone: ZoneInfo) -> datetime:
    """The minute in which the clocks change between two moments."""
    offset = before.astimezone(zone).utcoffset()
    while after - before > timedelta(minutes=1):
        middle = before + (after - before) // 2
        before, after = (middle, after) if middle.astimezone(zone).utcoffset() == offset else (before, middle)
    return after.replace(second=0, microsecond=0)


def _observance(moment: datetime, zone: ZoneInfo, same: ZoneInfo | None = None) -> TimezoneStandard | TimezoneDaylight:
    """What holds from a moment on."""
    now = moment.astimezone(zone)
    before = now if same else (moment - timedelta(minutes=1)).astimezone(zone)
    was, holds = before.utcoffset() or timedelta(0), now.utcoffset() or timedelta(0)
    part = TimezoneDaylight() if now.dst() else TimezoneStandard()
    part.add("dtstart", (moment + was).replace(tzinfo=None, second=0, microsecond=0))
    part.add("tzoffsetfrom", was)
    part.add("tzoffsetto", holds)
    part.add("tzname", now.tzname() or zone.key)
    return part


def _event(one: VisitEvent, zone: ZoneInfo, stamp: datetime, alarm_minutes: int) -> Event:
    event = Event()
    event.add("uid", one.uid)
    event.add("dtstamp", stamp)
    event.add("sequence", one.sequence)
    event.add("dtstart", one.start.astimezone(zone))
    event.add("dtend", one.end.astimezone(zone))
    event.add("summary", one.title)
    event.add("status", "CANCELLED" if one.cancelled else "CONFIRMED")
    for key, value in (("description", one.text), ("location", one.place), ("url", one.link)):
        if value:
            event.add(key, value)
    if alarm_minutes and not one.cancelled:
        alarm = Alarm()
        alarm.add("action", "DISPLAY")
        alarm.add("description", one.title)
        alarm.add("trigger", timedelta(minutes=-alarm_minutes))
        event.add_component(alarm)
    return event
