"""iCalendar (RFC 5545): visits out, days off in.

Written with the ``icalendar`` package: times carry the site's zone, whose VTIMEZONE stands in the file; what was taken
back stays as a cancelled event, so that calendars drop it.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta
from zoneinfo import ZoneInfo

from icalendar import Alarm, Calendar, Component, Event, Timezone, TimezoneDaylight, TimezoneStandard
from icalendar.error import InvalidCalendar

from lamplight.core.errors import InvalidInput
from lamplight.core.site.calendar import check_year

PRODUCT = "-//Lamplight//Care of coffee machines//EN"
LARGEST_FILE, MOST_EVENTS, LONGEST_SPAN_DAYS = 1024 * 1024, 2000, 366
# How far ahead repeating days off are read.
READ_YEARS = 2
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
        name: of the calendar.
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


@dataclass(frozen=True)
class DaysOff:
    """Dates of a file on which nobody is there, both included, and why."""

    first: date
    last: date
    label: str


def read_days_off(data: bytes, today: date) -> tuple[DaysOff, ...]:
    """The all-day events of a file, repeating ones spelled out; what lies in the past is left out.

    Args:
        data: the file.
        today: the site's date.

    Raises:
        InvalidInput: for what is no calendar, is too large, or holds no whole days ahead.
    """
    if len(data) > LARGEST_FILE:
        raise InvalidInput("The file is larger than 1 MB. Export only the days off.")
    try:
        calendar = Calendar.from_ical(data)
    except (ValueError, InvalidCalendar, KeyError, IndexError, TypeError, AttributeError) as problem:
        raise InvalidInput("That is no calendar file. Export one that ends in .ics from your calendar.") from problem
    found: dict[tuple[date, date], str] = {}
    for event in calendar.walk("VEVENT")[:MOST_EVENTS]:
        for first, last in _whole_days(event, today):
            label = " ".join(str(event.get("summary", "")).split())[:80]
            found.setdefault((first, last), label)
    if not found:
        raise InvalidInput("The file holds no whole days from today on. Events with a time of day do not close a site.")
    return tuple(DaysOff(first, last, label) for (first, last), label in sorted(found.items()))


def _whole_days(event: Component, today: date) -> list[tuple[date, date]]:
    """The spans of dates that one event covers, repeated where it repeats."""
    start = event.get("dtstart")
    if start is None or isinstance(start.dt, datetime) or str(event.get("status", "")).upper() == "CANCELLED":
        return []
    first: date = start.dt
    check_year(first)
    length = _length(event, first)
    firsts = [first]
    if event.get("rrule") is not None:
        from dateutil.rrule import rrulestr

        begin = datetime(first.year, first.month, first.day)
        raw = event["rrule"].to_ical()
        written = raw.decode() if isinstance(raw, bytes) else str(raw)
        rule = rrulestr(written, dtstart=begin, ignoretz=True)
        last_read = datetime(today.year + READ_YEARS, 12, 31)
        firsts = [moment.date() for moment in rule.between(begin - timedelta(days=1), last_read)][:MOST_EVENTS]
    excluded = _excluded(event)
    spans = [(day, day + timedelta(days=length - 1)) for day in firsts if day not in excluded]
    return [(one, other) for one, other in spans if other >= today]


def _length(event: Component, first: date) -> int:
    """Days: by its end, which is not included, or by its duration; one where it has neither."""
    end, duration = event.get("dtend"), event.get("duration")
    if end is not None and not isinstance(end.dt, datetime):
        days = (end.dt - first).days
    else:
        days = duration.dt.days if duration is not None else 1
    if not 1 <= max(days, 1) <= LONGEST_SPAN_DAYS:
        raise InvalidInput(f"An event of {first:%-d %b %Y} is longer than a year. Take it out of the file.")
    return max(days, 1)


def _excluded(event: Component) -> set[date]:
    given = event.get("exdate")
    lists = given if isinstance(given, list) else [given] if given is not None else []
    return {value.dt.date() if isinstance(value.dt, datetime) else value.dt for one in lists for value in one.dts}
