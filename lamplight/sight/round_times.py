"""For which round something is asked: whose time it is, from when to when, and who comes before and after."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import UTC, datetime, timedelta

from lamplight.core.agenda.placing import minutes_left
from lamplight.core.errors import InvalidInput
from lamplight.core.round.chores import NO_SLOT_AHEAD, Asked
from lamplight.core.site.slots import LEAST_MINUTES, KeeperAway, Slot, WeekSlot, slot_at, slots_from
from lamplight.sight.agenda import LEAST_TIME, WEEKS, Agenda
from lamplight.sight.cache import minute
from lamplight.sight.machine_view import MachineView
from lamplight.sight.plan import agenda_of
from lamplight.store.rounds import RoundRow, keepers_away, open_round, week_slots
from lamplight.store.sites import SiteRow

# How long a round may take where nobody said, and the longest that is planned. Ours, no source.
USUAL_TIME, LONGEST_TIME = timedelta(hours=2), timedelta(hours=10)
# How long after its end a round still is that of its time.
LATE_HOME = timedelta(hours=1)


def time_for_it(site: SiteRow, now: datetime, keeper_id: int | None, minutes: int | None = None) -> datetime:
    """By when a round should be over: after so many minutes, else at the end of the slot that goes on, else in a while.

    Raises:
        InvalidInput: for less than five minutes or more than ten hours.
    """
    return _time_for_it(site, now, keeper_id, minutes, _hours(site))


# The hours of a week for the machines, and who is away from them.
Hours = tuple[tuple[WeekSlot, ...], tuple[KeeperAway, ...]]


def _hours(site: SiteRow) -> Hours:
    return week_slots(site.id), keepers_away(site.id)


def _time_for_it(site: SiteRow, now: datetime, keeper_id: int | None, minutes: int | None, hours: Hours) -> datetime:
    if minutes is not None:
        if not LEAST_TIME <= timedelta(minutes=minutes) <= LONGEST_TIME:
            raise InvalidInput("A round takes between 5 minutes and 10 hours.")
        return now + timedelta(minutes=minutes)
    slot = slot_at(now, site.calendar, hours[0], keeper_id, hours[1])
    if slot is not None and slot.end - now >= LEAST_TIME:
        return slot.end
    return now + USUAL_TIME


@dataclass(frozen=True)
class AskedRound:
    """For which round something is asked.

    Attributes:
        asked: from when to when, and whose work.
        agenda: of the site.
        next_slot: when somebody comes the time after; None where nobody does.
        row: the round that goes on, or None.
        before: the times that come before its own, from now on.
        keeper_id: whose it is; None for anybody's.
    """

    asked: Asked
    agenda: Agenda
    next_slot: datetime | None
    row: RoundRow | None
    before: tuple[Slot, ...] = ()
    keeper_id: int | None = None


def asked_round(
    site: SiteRow, views: Sequence[MachineView], now: datetime, keeper_id: int | None, minutes: int | None = None
) -> AskedRound:
    """For which round Today asks: as `round_view` has it.

    Who has no time now is shown the next one, unless something cannot wait: cleaner inside, or a run.

    Raises:
        InvalidInput: as `time_for_it` does.
    """
    wanted = asked_now(site, agenda_of(site, now), now, keeper_id, minutes)
    upcoming = _own_slot(wanted.agenda, minute(now), keeper_id)
    if upcoming is not None and upcoming.start > minute(now):
        upcoming = wanted.agenda.first_with_work(_own_slots(wanted.agenda, minute(now), keeper_id), views)
    waits = wanted.row is None and minutes is None and upcoming is not None and upcoming.start > minute(now)
    if not waits or any(view.run or view.left_inside for view in views):
        return wanted
    assert upcoming is not None
    return asked_in(site, wanted.agenda, upcoming, now, keeper_id)


def asked_in(site: SiteRow, agenda: Agenda, slot: Slot, now: datetime, keeper_id: int | None) -> AskedRound:
    """For the round of one time for the machines.

    Args:
        slot: of the agenda; one that goes on is asked for from now on.
    """
    # Seconds are counted in the round: on the wall clock an hour would be missing or come twice.
    begins, until, slots = max(minute(now), slot.start).astimezone(UTC), slot.end.astimezone(UTC), agenda.slots
    asked = Asked(site.calendar, begins, until, next_start(slots, until), (), slot.start)
    before = tuple(one for one in slots if one.start < slot.start)
    return AskedRound(asked, agenda, _after(slots, slot.end), None, before, keeper_id)


def asked_now(
    site: SiteRow, agenda: Agenda, now: datetime, keeper_id: int | None, minutes: int | None = None
) -> AskedRound:
    """For a round that begins now.

    Raises:
        InvalidInput: as `time_for_it` does.
    """
    now = minute(now)
    row = open_round(site.id, keeper_id)
    hours = _hours(site)
    until = _time_for_it(site, now, keeper_id, minutes, hours)
    if row is not None and minutes is None:
        until = max(row.until, now + LEAST_TIME)
    begun = now
    if row is not None and row.begun_at < now < row.until + LATE_HOME:
        # What was planned for its time is done in it, although that is over by now.
        begun = row.begun_at
        slots = tuple(slots_from(begun, site.calendar, hours[0], 7 * WEEKS, None, hours[1]))
        agenda = replace(agenda, slots=slots)
    own = _own_slot(agenda, begun, keeper_id)
    skipped = row.skipped if row else frozenset()
    next_slot = _after(agenda.slots, until)
    asked = Asked(
        site.calendar, now, until, next_slot or now + NO_SLOT_AHEAD, skipped, own.start if own is not None else None
    )
    return AskedRound(asked, agenda, next_slot, row, (), keeper_id)


def _own_slots(agenda: Agenda, now: datetime, keeper_id: int | None) -> list[Slot]:
    """A keeper's times, with the one that goes on while there is enough left of it."""
    own = [slot for slot in agenda.slots if keeper_id is None or slot.keeper in (None, keeper_id)]
    return [slot for slot in own if minutes_left(slot, now) >= LEAST_MINUTES]


def _own_slot(agenda: Agenda, now: datetime, keeper_id: int | None) -> Slot | None:
    """The first of them."""
    return next(iter(_own_slots(agenda, now, keeper_id)), None)


def _after(slots: Sequence[Slot], until: datetime) -> datetime | None:
    """When somebody comes the next time."""
    return next((slot.start for slot in slots if slot.start >= until - timedelta(minutes=1)), None)


def next_start(slots: Sequence[Slot], until: datetime) -> datetime:
    """When somebody comes the next time; in a while where nobody does."""
    return _after(slots, until) or until + NO_SLOT_AHEAD
