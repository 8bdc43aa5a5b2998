"""When a job is best begun: not over the opening, not in the rush, and with time to finish.

The rush hours are common practice, no source: the first hour after opening, and the hour about
the middle of the day.
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime, timedelta

from lamplight.core.site.calendar import SiteCalendar

RUSH_AFTER_OPENING = timedelta(hours=1)
MIDDAY_RUSH = (12 * 60, 13 * 60 + 30)
LEAD = timedelta(minutes=10)
DAYS_AHEAD = 14
# Towards closing a machine is taken out of use so much earlier; ours, no source.
AT_THE_END_OF_A_DAY = timedelta(minutes=30)
# Who does not begin now is not back within a quarter of an hour; ours, no source.
NOT_NOW = timedelta(minutes=15)


@dataclass(frozen=True)
class Rush:
    """A time in which people queue."""

    start: datetime
    end: datetime
    words: str


def rushes(day: date, calendar: SiteCalendar) -> tuple[Rush, ...]:
    """The rushes of a date; none where the site is closed."""
    if not calendar.is_open(day):
        return ()
    opens, closes = calendar.opening(day), calendar.closing(day)
    first = Rush(opens, min(closes, opens + RUSH_AFTER_OPENING), "the rush after opening")
    midday = Rush(
        max(opens, calendar.at_minute(day, MIDDAY_RUSH[0])),
        min(closes, calendar.at_minute(day, MIDDAY_RUSH[1])),
        "the midday rush",
    )
    return tuple(rush for rush in (first, midday) if rush.start < rush.end)


def collision(start: datetime, seconds: int, calendar: SiteCalendar) -> Rush | None:
    """The first rush into which a job falls, or None.

    Args:
        start: aware.
        seconds: how long the machine cannot be used, 0 or more.
        calendar: opening days.
    """
    end = start + timedelta(seconds=seconds)
    day, last = calendar.today(start), calendar.today(end)
    while day <= last:
        for rush in rushes(day, calendar):
            if start < rush.end and end > rush.start:
                return rush
        day += timedelta(days=1)
    return None


def stands_free(start: datetime, seconds: int, calendar: SiteCalendar) -> bool:
    """Whether a machine may stand for so long: the site is closed meanwhile, but for the end of a day.

    Args:
        start: aware.
        seconds: how long it cannot be used, 0 or more.
        calendar: opening days.
    """
    end = start + timedelta(seconds=seconds)
    day, last = calendar.today(start), calendar.today(end)
    while day <= last:
        if calendar.is_open(day):
            begins, ends = max(start, calendar.opening(day)), min(end, calendar.closing(day))
            if ends - begins > AT_THE_END_OF_A_DAY:
                return False
        day += timedelta(days=1)
    return True


def next_work_window(now: datetime, seconds: int, calendar: SiteCalendar) -> datetime:
    """The next moment at which a job collides with no rush and somebody is there.

    Somebody is there from a while before opening, long enough for the job, until after closing.
    Where no such moment lies within two weeks, it is now.

    Args:
        now: aware.
        seconds: how long the machine cannot be used, 0 or more.
        calendar: opening days.
    """
    takes = timedelta(seconds=seconds) + LEAD
    day = calendar.today(now)
    for _ in range(DAYS_AHEAD):
        if calendar.is_open(day):
            opens, closes = calendar.opening(day), calendar.closing(day)
            ends = [rush.end for rush in rushes(day, calendar)]
            for moment in sorted([opens - takes, *ends, closes]):
                later = max(moment, now)
                # After closing somebody still stays; a moment long past is none.
                if moment >= now - LEAD and collision(later, seconds, calendar) is None:
                    return later
        day += timedelta(days=1)
    return now


def window_if_not_now(now: datetime, seconds: int, calendar: SiteCalendar) -> datetime:
    """For who does not begin now: when the rush of now is over, else the next good time; arguments as above."""
    soonest = now + NOT_NOW
    day = calendar.today(soonest)
    there = calendar.is_open(day) and calendar.opening(day) <= soonest <= calendar.closing(day)
    if there and collision(now, seconds, calendar) and not collision(soonest, seconds, calendar):
        return soonest
    return next_work_window(soonest, seconds, calendar)
