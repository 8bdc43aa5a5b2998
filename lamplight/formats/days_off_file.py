"""Whole days off from an iCalendar file (RFC 5545); each event is read by itself, so that a mistake has a line."""

from __future__ import annotations

import re
import time
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from datetime import date, datetime, timedelta

from icalendar import Calendar, Component

from lamplight.core.errors import InvalidInput
from lamplight.core.moment import LAST_YEAR
from lamplight.formats.recurrence import dates_of_rule

LARGEST_FILE, MOST_EVENTS, MOST_DAYS, LONGEST_SPAN_DAYS = 1024 * 1024, 2000, 4000, 366
# How far ahead repeating days off are read.
READ_YEARS = 2
FIRST_YEAR = 1900  # a holiday may be written down with the year in which it was first kept
MOST_SECONDS, LONGEST_LINE = 3.0, 4000
NOT_READ = "That is no calendar file. Export one that ends in .ics from your calendar."
# What an event that is not as the standard has it can raise while it is read: the package names no one error.
MALFORMED = (ValueError, KeyError, IndexError, TypeError, AttributeError, OverflowError, RecursionError, LookupError)


@dataclass(frozen=True)
class DaysOff:
    """Dates of a file on which nobody is there, both included, and why."""

    first: date
    last: date
    label: str


@dataclass(frozen=True)
class _Block:
    """The lines of one event, and the number of its first line in the file, from 1."""

    line: int
    text: str


def read_days_off(data: bytes, today: date) -> tuple[DaysOff, ...]:
    """The all-day events of a file, repeating ones spelled out; what lies in the past is left out.

    Raises:
        InvalidInput: for what is no calendar, is too large, repeats more often than daily, takes too long to spell
            out, or holds no whole days ahead; a mistake within an event names its line.
    """
    if len(data) > LARGEST_FILE:
        raise InvalidInput("The file is larger than 1 MB. Export only the days off.")
    found: dict[tuple[date, date], str] = {}
    ends = time.monotonic() + MOST_SECONDS
    for block in _events(data):
        if time.monotonic() > ends:
            raise InvalidInput("The file takes too long to spell out. Export only the days off.")
        for span, label in _spans(block, today):
            found.setdefault(span, label)
        if len(found) > MOST_DAYS:
            raise InvalidInput(f"The file closes the site more than {MOST_DAYS} times. Export only the days off.")
    if not found:
        raise InvalidInput("The file holds no whole days from today on. Events with a time of day do not close a site.")
    return tuple(DaysOff(first, last, label) for (first, last), label in sorted(found.items()))


def _events(data: bytes) -> Iterator[_Block]:
    """The events of a file, in its order.

    Raises:
        InvalidInput: for what is no calendar, and where an event is not closed, holds another, or has a line too long.
    """
    try:
        text = data.decode("utf-8-sig")
    except UnicodeDecodeError as problem:
        raise InvalidInput(NOT_READ) from problem
    lines = re.split(r"\r\n|\n|\r", text)
    if not any(line.strip().upper() == "BEGIN:VCALENDAR" for line in lines):
        raise InvalidInput(NOT_READ)
    began: int | None = None
    count = 0
    for number, line in enumerate(lines, 1):
        word = line.strip().upper()
        if len(line) > LONGEST_LINE or "\0" in line:
            raise InvalidInput(f"Line {number} of the file is no line of a calendar.")
        if word == "BEGIN:VEVENT":
            if began is not None:
                raise InvalidInput(f"Line {number}: an event begins within another.")
            began = number
        elif word == "END:VEVENT":
            if began is None:
                raise InvalidInput(f"Line {number}: an event ends that did not begin.")
            count += 1
            if count > MOST_EVENTS:
                raise InvalidInput(f"The file has more than {MOST_EVENTS} events. Export only the days off.")
            yield _Block(began, "\r\n".join(lines[began - 1 : number]))
            began = None
    if began is not None:
        raise InvalidInput(f"Line {began}: the event that begins there does not end.")


def _spans(block: _Block, today: date) -> list[tuple[tuple[date, date], str]]:
    """What an event closes, with its words."""
    try:
        whole = f"BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\n{block.text}\r\nEND:VCALENDAR\r\n"
        event = next(iter(Calendar.from_ical(whole).walk("VEVENT")))
        spans = _whole_days(event, today)
        label = " ".join(str(event.get("summary", "")).split())[:80]
    except InvalidInput as problem:
        raise InvalidInput(f"Line {_line(block, problem.field)}: {problem}") from problem
    except (*MALFORMED, StopIteration) as problem:
        raise InvalidInput(f"Line {_line(block, '')}: that event cannot be read. Take it out of the file.") from problem
    return [(span, label) for span in spans]


def _line(block: _Block, name: str) -> int:
    """The line of a property of an event; where nobody said which, of its beginning."""
    if name:
        for number, line in enumerate(block.text.split("\r\n")):
            if re.match(rf"{name}\b", line, re.IGNORECASE):
                return block.line + number
    return block.line


def _whole_days(event: Component, today: date) -> list[tuple[date, date]]:
    """The spans of dates that one event covers, repeated where it repeats."""
    start = event.get("dtstart")
    if start is None or str(event.get("status", "")).upper() == "CANCELLED":
        return []
    first = _day_of(start, "DTSTART")
    if first is None:
        return []
    length = _length(event, first)
    firsts, rule = [first], event.get("rrule")
    if rule is not None:
        if isinstance(rule, list):
            raise InvalidInput("An event repeats by one rule, not by several.", "RRULE")
        try:
            firsts = dates_of_rule(dict(_readable(rule)), first, date(today.year + READ_YEARS, 12, 31), MOST_DAYS * 4)
        except InvalidInput as problem:
            raise InvalidInput(str(problem), "RRULE") from problem
    excluded = _excluded(event)
    spans = [(day, day + timedelta(days=length - 1)) for day in firsts if day not in excluded]
    return [(one, other) for one, other in spans if other >= today]


def _readable(rule: object) -> Mapping[str, list[object]]:
    """A rule, where it can be read at all."""
    if not isinstance(rule, Mapping):
        raise InvalidInput("That rule of repetition cannot be read.")
    return rule


def _day_of(value: object, name: str) -> date | None:
    """The date that a property holds; None for a time of day.

    Raises:
        InvalidInput: for what is neither, or a year that cannot be.
    """
    given = getattr(value, "dt", None)
    if isinstance(given, datetime):
        return None
    if not isinstance(given, date):
        raise InvalidInput("That is no date.", name)
    if not FIRST_YEAR <= given.year <= LAST_YEAR:
        raise InvalidInput(f"The year {given.year} is not between {FIRST_YEAR} and {LAST_YEAR}.", name)
    return given


def _length(event: Component, first: date) -> int:
    """Days: by its end, which is not included, or by its duration; one where it has neither."""
    end, duration = event.get("dtend"), event.get("duration")
    last = _day_of(end, "DTEND") if end is not None else None
    days = 1 if duration is None else duration.dt.days
    if last is not None:
        days = (last - first).days
    if days < 0:
        raise InvalidInput("It ends before it begins.", "DTEND")
    if max(days, 1) > LONGEST_SPAN_DAYS:
        raise InvalidInput(f"An event of {first:%-d %b %Y} is longer than a year. Take it out of the file.", "DTEND")
    return max(days, 1)


def _excluded(event: Component) -> set[date]:
    given = event.get("exdate")
    lists = given if isinstance(given, list) else [given] if given is not None else []
    return {value.dt.date() if isinstance(value.dt, datetime) else value.dt for one in lists for value in one.dts}
