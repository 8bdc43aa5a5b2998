"""How urgent something is: every rule by which an item is soon, due or overdue, and the grace between.

Settled defaults, no published source; a kind may set its own window.
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime, timedelta
from enum import IntEnum
from functools import cached_property

from lamplight.core.site.calendar import SiteCalendar

# Past its limit an item stays due for a tenth of it (one unit at least), or for one more open day.
GRACE_SHARE = 0.10
LEAST_GRACE = 1.0
GRACE_OPEN_DAYS = 1
SOON_OPEN_DAYS = 3
# What is due at the end of service may be done from an hour before it on.
SERVICE_LEAD = timedelta(hours=1)
# No window reaches so far: whoever closes for two months has other sorrows.
FARTHEST_CLOSED_DAYS = 60


class Status(IntEnum):
    """How urgent an item is; higher is more urgent."""

    CLEAR = 0
    UNKNOWN = 1
    SOON = 2
    DUE = 3
    OVERDUE = 4

    @property
    def word(self) -> str:
        """The status in one lower-case word."""
        return self.name.lower()


def grace(limit: float) -> float:
    """How far past its limit, in its own unit, something is still due and not overdue."""
    return max(LEAST_GRACE, GRACE_SHARE * limit)


@dataclass(frozen=True)
class Window:
    """How far ahead an item is announced, and from when on it is late.

    Attributes:
        calendar: opening days.
        now: aware.
        soon_open_days: how many open days ahead, 0 or more.
    """

    calendar: SiteCalendar
    now: datetime
    soon_open_days: int = SOON_OPEN_DAYS

    @cached_property
    def today(self) -> date:
        """The site's date now."""
        return self.calendar.today(self.now)

    def ahead(self, likely: date | None) -> Status:
        """Of what is not reached: soon when its likely date lies within the window, else clear."""
        if likely is None or (likely - self.today).days > FARTHEST_CLOSED_DAYS + self.soon_open_days:
            return Status.CLEAR
        near = self.calendar.open_days_between(self.today, likely) <= self.soon_open_days
        return Status.SOON if near else Status.CLEAR

    def counted(self, used: float, limit: float, likely: date | None) -> Status:
        """Of a count: due at its limit, overdue past the grace.

        Args:
            used, limit: in one unit; the limit above 0.
            likely: when the limit is reached, where it is not yet.
        """
        if used >= limit + grace(limit):
            return Status.OVERDUE
        return Status.DUE if used >= limit else self.ahead(likely)

    def timed(self, end: datetime, limit_hours: float) -> Status:
        """Of hours that run out at a moment: due then, overdue past the grace."""
        if self.now >= end + timedelta(hours=grace(limit_hours)):
            return Status.OVERDUE
        return Status.DUE if self.now >= end else self.ahead(self.calendar.today(end))

    def dated(self, due: date) -> Status:
        """Of a date: due on it, overdue after one more open day."""
        if self.today < due:
            return self.ahead(due)
        grace_ends = due
        for _ in range(GRACE_OPEN_DAYS):
            grace_ends = self.calendar.open_day_from(grace_ends + timedelta(days=1))
        return Status.OVERDUE if self.today > grace_ends else Status.DUE

    def at_service_end(self, end: datetime) -> Status:
        """Of an end of service: due from an hour before it on, overdue when the next day opens, soon that day."""
        day = self.calendar.today(end)
        if self.now >= self.calendar.opening(self.calendar.open_day_from(day + timedelta(days=1))):
            return Status.OVERDUE
        if self.now >= end - SERVICE_LEAD:
            return Status.DUE
        return Status.SOON if day == self.today else Status.CLEAR
