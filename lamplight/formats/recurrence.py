"""The dates on which a whole day of a calendar file comes round (RFC 5545, 3.3.10), bounded before they are made.

A rule of a hundred letters can ask for every second until the year 9999, or for a 30 February that never comes: so only
what days off need is taken, and each rule is one of which the next date is never far.
"""

from __future__ import annotations

import calendar
from collections.abc import Iterator, Mapping, Sequence
from datetime import date, datetime, timedelta
from itertools import islice

from dateutil.rrule import rrulestr

from lamplight.core.errors import InvalidInput

# What each frequency may be narrowed down by; what RFC 5545 forbids with it is not there, nor what is rarer than a day.
NARROWED = {
    "DAILY": {"BYMONTH", "BYMONTHDAY", "BYDAY"},
    "WEEKLY": {"BYMONTH", "BYDAY"},
    "MONTHLY": {"BYMONTH", "BYMONTHDAY", "BYDAY", "BYSETPOS"},
    "YEARLY": {"BYMONTH", "BYMONTHDAY", "BYDAY", "BYYEARDAY", "BYWEEKNO", "BYSETPOS"},
}
ALWAYS = {"FREQ", "INTERVAL", "COUNT", "UNTIL", "WKST"}
WEEKDAYS = ("MO", "TU", "WE", "TH", "FR", "SA", "SU")
LIMITS = {"BYMONTH": 12, "BYMONTHDAY": 31, "BYYEARDAY": 366, "BYWEEKNO": 53, "BYSETPOS": 366}
MOST_PARTS, LONGEST_INTERVAL, MOST_TIMES = 40, 1000, 20_000


def dates_of_rule(rule: Mapping[str, Sequence[object]], first: date, until: date, most: int) -> list[date]:
    """The dates of a rule that begins on a date, in order.

    Args:
        rule: its parts by name in capitals, each with its values.
        first: the first date, which counts.
        until: the last date that is of interest.
        most: of the dates that are answered.

    Raises:
        InvalidInput: for a rule that repeats within a day, or is none that this can spell out.
    """
    frequency = _checked(rule)
    if frequency == "DAILY":
        return list(islice(_daily(rule, first, until), most))
    start = datetime(first.year, first.month, first.day)
    text = ";".join(f"{name}={','.join(_written(value) for value in values)}" for name, values in rule.items())
    try:
        found = rrulestr(text, dtstart=start, ignoretz=True)
        end = datetime(until.year, until.month, until.day)
        return [moment.date() for moment in islice(_up_to(found, end), most)]
    except (ValueError, IndexError, TypeError, OverflowError, KeyError, AttributeError) as problem:
        raise InvalidInput("That rule of repetition cannot be read.") from problem


def _up_to(found: object, end: datetime) -> Iterator[datetime]:
    for moment in found:  # type: ignore[attr-defined]
        if moment > end:
            return
        yield moment


def _written(value: object) -> str:
    return f"{value:%Y%m%d}" if isinstance(value, date) else str(value)


def _checked(rule: Mapping[str, Sequence[object]]) -> str:
    """How often it repeats, where every part of it is one that may be spelled out."""
    frequency = str(rule.get("FREQ", [""])[0]).upper()
    if frequency not in NARROWED:
        raise InvalidInput("Days off repeat daily, weekly, monthly or yearly; this one says something else.")
    for name, values in rule.items():
        if name not in ALWAYS | NARROWED[frequency]:
            raise InvalidInput(f"A whole day cannot repeat {frequency.lower()} by “{name[:20]}”.")
        if len(values) > MOST_PARTS:
            raise InvalidInput(f"“{name}” has more than {MOST_PARTS} values.")
        if name in LIMITS and not all(1 <= abs(_whole(value)) <= LIMITS[name] for value in values):
            raise InvalidInput(f"“{name}” lies between 1 and {LIMITS[name]}.")
    interval, count = (_whole(rule.get(name, [1])[0]) for name in ("INTERVAL", "COUNT"))
    if not 1 <= interval <= LONGEST_INTERVAL or not 1 <= count <= MOST_TIMES:
        raise InvalidInput("It repeats every so many days or weeks, and so many times, 1 or more.")
    if "UNTIL" in rule and ("COUNT" in rule or not isinstance(rule["UNTIL"][0], date)):
        raise InvalidInput("It ends on a date or after so many times, not both.")
    return frequency


def _whole(value: object) -> int:
    try:
        return int(str(value))
    except ValueError:
        return 0


def _daily(rule: Mapping[str, Sequence[object]], first: date, until: date) -> Iterator[date]:
    """Day by day: a filter that lets none through costs no more than the days up to the last of interest."""
    step = timedelta(days=_whole(rule.get("INTERVAL", [1])[0]))
    left = _whole(rule["COUNT"][0]) if "COUNT" in rule else MOST_TIMES
    given = rule["UNTIL"][0] if "UNTIL" in rule else until
    if isinstance(given, date):
        until = min(until, given.date() if isinstance(given, datetime) else given)
    weekdays = {str(value) for value in rule.get("BYDAY", ())}
    if not weekdays <= set(WEEKDAYS):
        raise InvalidInput("A day that repeats daily is narrowed down by weekdays such as MO, without a number.")
    months, days = ({_whole(value) for value in rule.get(name, ())} for name in ("BYMONTH", "BYMONTHDAY"))
    day = first
    while day <= until and left:
        from_end = day.day - calendar.monthrange(day.year, day.month)[1] - 1
        fits = (not months or day.month in months) and (not days or days & {day.day, from_end})
        if fits and (not weekdays or WEEKDAYS[day.weekday()] in weekdays):
            left -= 1
            yield day
        day += step
