"""When people drink: opening hours, closures, and the share of a day's drinks inside a span.

Days are counted by calendar date in the site's zone, never in blocks of 24 hours, so that a change
of the clocks neither adds nor loses a day.
"""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from datetime import date, datetime, time, timedelta
from functools import cached_property
from zoneinfo import ZoneInfo, ZoneInfoNotFoundError

import numpy as np

from lamplight.core.errors import InvalidInput

MINUTES_A_DAY = 24 * 60
WEEKDAYS = ("Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday")
# Clocks kept in memory by one calendar.
MOST_CLOCKS = 4000


@dataclass(frozen=True)
class OpeningHours:
    """Opening and closing as minutes after midnight, 0 to 1440, opening first.

    Raises:
        InvalidInput: when closing does not lie after opening within the day.
    """

    opens_minute: int
    closes_minute: int

    def __post_init__(self) -> None:
        if not 0 <= self.opens_minute < self.closes_minute <= MINUTES_A_DAY:
            raise InvalidInput("Closing time must lie after opening time on the same day.")


Week = tuple[OpeningHours | None, ...]
ALL_DAY = OpeningHours(0, MINUTES_A_DAY)
OFFICE_HOURS = OpeningHours(7 * 60, 18 * 60)


def minute_of(moment: time) -> int:
    """Minutes after midnight, 0 to 1439; seconds are dropped."""
    return moment.hour * 60 + moment.minute


def require_aware(moment: datetime, name: str) -> None:
    """Refuse a naive datetime.

    Raises:
        InvalidInput: when ``moment`` has no time zone.
    """
    if moment.tzinfo is None or moment.utcoffset() is None:
        raise InvalidInput(f"{name} needs a time zone.")


def comes_twice(wall: datetime) -> bool:
    """Whether a clock that is set back shows this time twice; ``wall`` has a zone (PEP 495).

    The hour that a clock leaves out in spring has two offsets as well, but the earlier of them is the smaller one.
    """
    first, second = wall.replace(fold=0).utcoffset(), wall.replace(fold=1).utcoffset()
    return first is not None and second is not None and first > second


@dataclass(frozen=True)
class SiteCalendar:
    """The opening days of a site.

    Args:
        zone: IANA name of the time zone, such as ``Europe/Berlin``.
        hours: seven entries, Monday first; ``None`` is a weekday off.
        closures: dates on which the site is closed whatever the weekday.
        before: what held until the day ``since``: other hours, or the calendar of another site; see `following`.
        since: the first date of this calendar where another held before; its zone's own.

    Raises:
        InvalidInput: for an unknown zone or a week that has not seven days.
    """

    zone: str = "UTC"
    hours: Week = (ALL_DAY,) * 7
    closures: frozenset[date] = frozenset()
    before: SiteCalendar | None = None
    since: date = date.min

    def __post_init__(self) -> None:
        if len(self.hours) != 7:
            raise InvalidInput("Opening hours need seven days, Monday first.", "hours")
        try:
            ZoneInfo(self.zone)
        except (ZoneInfoNotFoundError, ValueError, OSError) as problem:
            raise InvalidInput(
                f"“{self.zone[:40]}” is not a known time zone. Choose one such as Europe/Berlin.", "zone"
            ) from problem

    @cached_property
    def tz(self) -> ZoneInfo:
        """The zone as a tzinfo."""
        return ZoneInfo(self.zone)

    @cached_property
    def widest(self) -> OpeningHours:
        """Earliest opening to latest closing of the week: stands in for a day off."""
        return _widest(self.hours)

    def week_of(self, day: date) -> Week:
        """The hours that held on a date."""
        return self.before.week_of(day) if self.before and day < self.since else self.hours

    def following(self, before: SiteCalendar, since: date) -> SiteCalendar:
        """This calendar from a date on, and another one until then, whose zone may be another."""
        closures = {day for day in self.closures if day >= since} | {day for day in before.closures if day < since}
        if self.before and since < self.since:
            return replace(self, closures=frozenset(closures), before=self.before.following(before, since))
        return replace(self, closures=frozenset(closures), before=before, since=since)

    @cached_property
    def _begins(self) -> datetime:
        """The midnight with which this calendar begins, in its own zone."""
        return datetime.combine(self.since, time(), tzinfo=self.tz)

    @cached_property
    def _ends_before(self) -> datetime:
        """The same midnight where the calendar before counts its days: no day is counted twice or lost between them."""
        assert self.before is not None
        return datetime.combine(self.since, time(), tzinfo=self.before.tz)

    @property
    def turn(self) -> datetime:
        """The moment from which this calendar's wall clock is gone by; meant for one that follows another."""
        return max(self._begins, self._ends_before) if self.before else self._begins

    def local(self, moment: datetime) -> datetime:
        """The moment on the site's wall clock; its date never runs back."""
        require_aware(moment, "A moment")
        if self.before and moment < self.turn:
            return self.before.local(moment)
        return moment.astimezone(self.tz)

    def today(self, now: datetime) -> date:
        """The site's date at ``now``."""
        return self.local(now).date()

    def weekday_open(self, weekday: int) -> bool:
        """Whether that weekday (0 Monday to 6 Sunday) is a working day now."""
        return self.hours[weekday] is not None

    def is_open(self, day: date) -> bool:
        """Whether the site opens on that date."""
        if self.before and day < self.since:
            return self.before.is_open(day)
        return day not in self.closures and self.hours[day.weekday()] is not None

    def span(self, day: date) -> OpeningHours:
        """The hours in which that date's drinks are drawn; a day off borrows the widest span."""
        if self.before and day < self.since:
            return self.before.span(day)
        return self.hours[day.weekday()] or self.widest

    def at_minute(self, day: date, minute: int) -> datetime:
        """An aware datetime at that wall-clock minute; 1440 is midnight at the day's end."""
        if self.before and day < self.since:
            return self.before.at_minute(day, minute)
        whole, rest = divmod(minute, MINUTES_A_DAY)
        wall = time(rest // 60, rest % 60)
        return datetime.combine(day + timedelta(days=whole), wall, tzinfo=self.tz)

    def opening(self, day: date) -> datetime:
        """The moment before the first drink of that date."""
        return self.at_minute(day, self.span(day).opens_minute)

    def closing(self, day: date) -> datetime:
        """The moment after the last drink of that date."""
        return self.at_minute(day, self.span(day).closes_minute)

    def share_drunk(self, moment: datetime) -> float:
        """The share of its date's drinks already drawn at ``moment``, 0 to 1.

        Drinks are taken as evenly spread over the opening hours (common practice, no source).
        """
        return self._share_on(self.local(moment))

    def _share_on(self, wall: datetime) -> float:
        return _share(self.span(wall.date()), wall)

    @cached_property
    def _closed_by_weekday(self) -> tuple[tuple[int, ...], ...]:
        ordinals = sorted(day.toordinal() for day in self.closures)
        return tuple(tuple(n for n in ordinals if (n + 6) % 7 == weekday) for weekday in range(7))

    def weekday_clock(self, moment: datetime) -> tuple[float, ...]:
        """Days of each weekday, Monday first, from the first date of the calendar to a moment.

        Dated closures are left out. Only differences mean anything: what lies between two moments
        is the difference of their clocks, without walking over the days.
        """
        known = self._clocks.get(moment)
        if known is not None:
            return known
        if len(self._clocks) > MOST_CLOCKS:
            self._clocks.clear()
        clock = self._clocks[moment] = self._clock(moment)
        return clock

    def _clock(self, moment: datetime) -> tuple[float, ...]:
        require_aware(moment, "A moment")
        if self.before is None:
            return self._own_clock(moment)
        then = self.before.weekday_clock(min(moment, self._ends_before))
        own, start = self._own_clock(max(moment, self._begins)), self._own_clock(self._begins)
        return tuple(day + later - earlier for day, later, earlier in zip(then, own, start, strict=True))

    def _own_clock(self, moment: datetime) -> tuple[float, ...]:
        """As if this calendar had held always."""
        wall = moment.astimezone(self.tz)
        today = wall.date()
        days = self._whole_days_before(today.toordinal())
        if today not in self.closures:
            days[today.weekday()] += _share(self.hours[today.weekday()] or self.widest, wall)
        return tuple(days)

    def open_clock(self, moment: datetime) -> float:
        """Working days from the first date of the calendar to a moment; only differences mean anything."""
        require_aware(moment, "A moment")
        if self.before is None:
            return self._working(self.weekday_clock(moment))
        own, start = self._own_clock(max(moment, self._begins)), self._own_clock(self._begins)
        then = self.before.open_clock(min(moment, self._ends_before))
        return then + self._working(own) - self._working(start)

    def _working(self, clock: Sequence[float]) -> float:
        return sum(days for days, span in zip(clock, self.hours, strict=True) if span is not None)

    def weekday_clocks(self, moments: Sequence[datetime]) -> np.ndarray:
        """The clocks of many moments at once, a row each; as `weekday_clock`, but quicker for a hundred."""
        for moment in moments:
            require_aware(moment, "A moment")
        if self.before is None:
            return self._own_clocks(moments)
        then = self.before.weekday_clocks([min(moment, self._ends_before) for moment in moments])
        own = self._own_clocks([self._begins, *(max(moment, self._begins) for moment in moments)])
        clocks: np.ndarray = then + own[1:] - own[0]
        return clocks

    def _own_clocks(self, moments: Sequence[datetime]) -> np.ndarray:
        zone = self.tz
        walls = [moment.astimezone(zone) for moment in moments]
        ordinals = np.array([wall.toordinal() for wall in walls], dtype=int)
        minutes = np.array([wall.hour * 60 + wall.minute + wall.second / 60 for wall in walls])
        weekdays = (ordinals + 6) % 7
        opens, closes = self._spans_by_weekday[weekdays].T
        shares = ((minutes - opens) / (closes - opens)).clip(0.0, 1.0)
        clocks = ((ordinals[:, None] + 5 - np.arange(7)) // 7).astype(float)
        for weekday, dates in enumerate(self._closed_by_weekday):
            clocks[:, weekday] -= np.searchsorted(dates, ordinals)
            shares[np.isin(ordinals, dates)] = 0.0
        clocks[np.arange(len(walls)), weekdays] += shares
        return clocks

    @cached_property
    def _spans_by_weekday(self) -> np.ndarray:
        spans = [span or self.widest for span in self.hours]
        return np.array([(span.opens_minute, span.closes_minute) for span in spans], dtype=float)

    def _whole_days_before(self, ordinal: int) -> list[float]:
        """Days of each weekday before a date, dated closures left out."""
        if ordinal <= self._first_closed:
            return [float((ordinal + 5 - weekday) // 7) for weekday in range(7)]
        return [
            float((ordinal + 5 - weekday) // 7 - bisect_left(self._closed_by_weekday[weekday], ordinal))
            for weekday in range(7)
        ]

    @cached_property
    def _first_closed(self) -> int:
        return min((day.toordinal() for day in self.closures), default=date.max.toordinal())

    @cached_property
    def _clocks(self) -> dict[datetime, tuple[float, ...]]:
        """Clocks that were asked for."""
        return {}

    def weekday_days(self, start: datetime, end: datetime) -> list[float]:
        """Days of each weekday, Monday first, between two moments, dated closures left out; 0 when reversed."""
        if end <= start:
            return [0.0] * 7
        clocks = zip(self.weekday_clock(start), self.weekday_clock(end), strict=True)
        return [later - earlier for earlier, later in clocks]

    def without(self, days: Iterable[date]) -> SiteCalendar:
        """The same calendar with more dates closed."""
        more = frozenset(days) - self.closures
        before = self.before and self.before.without(more)
        return replace(self, closures=self.closures | more, before=before) if more else self

    def has_open_days(self) -> bool:
        """Whether any weekday is a working day."""
        return any(self.hours)

    def open_day_from(self, day: date, step: int = 1) -> date:
        """The first open date from ``day`` on (itself included), forward or backward.

        Args:
            step: +1 forward, -1 backward.

        Returns ``day`` itself where no open date lies within a year.
        """
        candidate = day
        for _ in range(366):
            if self.is_open(candidate):
                return candidate
            candidate += timedelta(days=step)
        return day

    def open_days_between(self, first: date, last: date) -> int:
        """Open dates after ``first`` up to and including ``last``; 0 when ``last`` is not later."""
        if last <= first:
            return 0
        if self.before and first + timedelta(days=1) < self.since:
            turn = min(last, self.since - timedelta(days=1))
            return self.before.open_days_between(first, turn) + self.open_days_between(turn, last)
        earlier, later = (self._whole_days_before(day.toordinal() + 1) for day in (first, last))
        return round(sum(later[day] - earlier[day] for day in range(7) if self.hours[day] is not None))


def _share(span: OpeningHours, wall: datetime) -> float:
    minute = wall.hour * 60 + wall.minute + wall.second / 60
    return min(1.0, max(0.0, (minute - span.opens_minute) / (span.closes_minute - span.opens_minute)))


def _widest(week: Week) -> OpeningHours:
    given = [span for span in week if span]
    if not given:
        return ALL_DAY
    return OpeningHours(min(span.opens_minute for span in given), max(span.closes_minute for span in given))
