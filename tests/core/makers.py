"""Small books and calendars for the tests of the core."""

from __future__ import annotations

from dataclasses import replace
from datetime import UTC, datetime, timedelta

from lamplight.core.care.last_done import DoneFact
from lamplight.core.machine.book import MachineBook
from lamplight.core.site.calendar import OFFICE_HOURS, SiteCalendar
from lamplight.core.usage.counters import CounterBook, Reading

OFFICE = SiteCalendar("UTC", (OFFICE_HOURS,) * 5 + (None,) * 2)
MONDAY = datetime(2026, 11, 23, 6, 0, tzinfo=UTC)  # before opening


def daily_readings(days, per_day, start=1000, end=MONDAY):
    """One reading before opening on each of the last so many days; the last one at ``end``."""
    value, readings = start, []
    for back in range(days, -1, -1):
        at = end - timedelta(days=back)
        readings.append(Reading(at, value))
        value += per_day if OFFICE.is_open(at.date()) else 0
    return tuple(readings)


def with_counter(known, name, facts):
    """The same book with other facts for one counter."""
    return replace(known, counters={**known.counters, name: facts})


def with_drinks(known, **facts):
    """A book with some facts of its drinks counter changed."""
    return with_counter(known, "drinks", replace(known.drinks, **facts))


def book(days=28, per_day=40, done=None, end=MONDAY, **rest):
    """A machine that makes the same number of drinks every open day."""
    facts = tuple(DoneFact(item, at) for item, at in (done or {}).items())
    counters = {"drinks": CounterBook(daily_readings(days, per_day, end=end))}
    return MachineBook(counters, done=facts, **rest)
