"""The hours in which somebody looks after the machines.

Where nobody said anything, it is the three quarters of an hour before opening and the hour after closing of each open
day: ours, no source.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from datetime import UTC, date, datetime, timedelta

from lamplight.core.errors import InvalidInput
from lamplight.core.site.calendar import SiteCalendar, Week

BEFORE_OPENING, AFTER_CLOSING = timedelta(minutes=45), timedelta(minutes=60)
LEAST_MINUTES = 5
DAY_MINUTES = 1440


@dataclass(frozen=True)
class WeekSlot:
    """A span of a weekday that somebody has for the machines.

    Attributes:
        weekday: 0 Monday to 6 Sunday.
        start_minute, end_minute: after midnight on the wall clock, the first earlier than the second.
        keeper: whose it is; None for anybody's.
    """

    weekday: int
    start_minute: int
    end_minute: int
    keeper: int | None = None

    def __post_init__(self) -> None:
        """Refuse what is no span of a day.

        Raises:
            InvalidInput: for one that ends before it begins, or is shorter than five minutes.
        """
        if not 0 <= self.weekday <= 6 or not 0 <= self.start_minute < DAY_MINUTES:
            raise InvalidInput("A time for the machines lies within a day of the week.")
        if not self.start_minute + LEAST_MINUTES <= self.end_minute <= DAY_MINUTES:
            raise InvalidInput("A time for the machines ends at least five minutes after it begins, on the same day.")


def at_the_end(hours: Week, minutes: int) -> tuple[WeekSlot, ...]:
    """So many minutes for the machines at the end of each open day of a week, within that day.

    Args:
        hours: seven entries, Monday first; None is a weekday off.
        minutes: 5 to 1440.
    """
    return tuple(
        WeekSlot(weekday, start, start + minutes)
        for weekday, span in enumerate(hours)
        if span is not None
        for start in (min(span.closes_minute, DAY_MINUTES - minutes),)
    )


def minutes_at_the_end(said: Sequence[WeekSlot], hours: Week) -> int | None:
    """How many minutes a day somebody has, where that is all that was said; else None."""
    if not said:
        return None
    minutes = said[0].end_minute - said[0].start_minute
    return minutes if tuple(said) == at_the_end(hours, minutes) else None


@dataclass(frozen=True)
class KeeperAway:
    """A keeper who is not there, both dates included, and who does it in their hours; None where nobody does."""

    keeper: int
    first: date
    last: date
    stand_in: int | None = None


def attended(slot: WeekSlot, day: date, away: Sequence[KeeperAway]) -> WeekSlot | None:
    """Whose a slot is on a date: its keeper's, else the stand-in's; None where nobody has it that day.

    Who stands in and is away as well is stood in for in turn, each keeper once.
    """
    seen: set[int | None] = set()
    keeper = slot.keeper
    while keeper is not None and keeper not in seen:
        seen.add(keeper)
        absence = next((one for one in away if one.keeper == keeper and one.first <= day <= one.last), None)
        if absence is None:
            return replace(slot, keeper=keeper)
        keeper = absence.stand_in
    return slot if slot.keeper is None else None


def seconds_between(start: datetime, end: datetime) -> float:
    """Seconds that really pass from one moment to another; two of one zone would be reckoned by the wall clock."""
    return (end.astimezone(UTC) - start.astimezone(UTC)).total_seconds()


def after_minutes(start: datetime, minutes: float) -> datetime:
    """The moment so many real minutes after another, on the same wall clock."""
    return (start.astimezone(UTC) + timedelta(minutes=minutes)).astimezone(start.tzinfo)


@dataclass(frozen=True)
class Slot:
    """A span on a date.

    Attributes:
        start, end: aware, the first earlier.
        keeper: whose it is; None for anybody's.
    """

    start: datetime
    end: datetime
    keeper: int | None = None

    @property
    def minutes(self) -> int:
        """How long it really is, also in a night in which the clocks change."""
        return round(seconds_between(self.start, self.end) / 60)


def slots_on(
    day: date,
    calendar: SiteCalendar,
    week: Sequence[WeekSlot],
    keeper: int | None = None,
    away: Sequence[KeeperAway] = (),
) -> list[Slot]:
    """The slots of a date in order; none on a closed day.

    Args:
        week: what was said; nothing takes the usual hours.
        keeper: only those of this keeper and of anybody; None for all.
        away: keepers who are not there.
    """
    if not calendar.is_open(day):
        return []
    if not week:
        opens, closes = calendar.opening(day), calendar.closing(day)
        return [Slot(opens - BEFORE_OPENING, opens), Slot(closes, closes + AFTER_CLOSING)]
    there = [attended(slot, day, away) for slot in week if slot.weekday == day.weekday()]
    own = [slot for slot in there if slot is not None and (keeper is None or slot.keeper in (None, keeper))]
    found = [
        Slot(calendar.at_minute(day, slot.start_minute), calendar.at_minute(day, slot.end_minute), slot.keeper)
        for slot in own
    ]
    # An hour that the clock leaves out that night is no slot.
    return sorted((slot for slot in found if slot.start < slot.end), key=lambda slot: (slot.start, slot.end))


def slots_from(
    now: datetime,
    calendar: SiteCalendar,
    week: Sequence[WeekSlot],
    days: int,
    keeper: int | None = None,
    away: Sequence[KeeperAway] = (),
) -> Iterator[Slot]:
    """Every slot that is not over yet, for so many days; arguments as `slots_on`."""
    today = calendar.today(now)
    for ahead in range(-1, days):
        for slot in slots_on(today + timedelta(days=ahead), calendar, week, keeper, away):
            if slot.end > now:
                yield slot


def slot_at(
    now: datetime,
    calendar: SiteCalendar,
    week: Sequence[WeekSlot],
    keeper: int | None = None,
    away: Sequence[KeeperAway] = (),
) -> Slot | None:
    """The slot that goes on now, or None; arguments as `slots_on`."""
    return next((slot for slot in slots_from(now, calendar, week, 1, keeper, away) if slot.start <= now), None)


def slot_after(
    moment: datetime,
    calendar: SiteCalendar,
    week: Sequence[WeekSlot],
    keeper: int | None = None,
    days: int = 60,
    away: Sequence[KeeperAway] = (),
) -> Slot | None:
    """The first slot that begins after a moment, within so many days; arguments as `slots_on`."""
    return next((slot for slot in slots_from(moment, calendar, week, days, keeper, away) if slot.start > moment), None)
