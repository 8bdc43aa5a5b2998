"""Pins and announcements of the plan, as core objects."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass, replace
from datetime import datetime
from typing import Any

from peewee import fn

from lamplight.core.plan.appointments import EVERYWHERE, Appointment
from lamplight.core.plan.terms import ACCEPTED_RISK, WORTH_SHARE
from lamplight.store.models import AnnouncedPlan, Deferral, Entry, FeedVersion, PlanPin, PlanWish
from lamplight.store.rights import hands_at
from lamplight.store.sites import newest_at


@dataclass(frozen=True)
class Announced:
    """A plan as it was announced.

    Attributes:
        made_at: when.
        rests_on: the state of the file and the day for which it was made.
        visits: machine, item and beginning of the slot of each turn, without the daily work.
        moved: what moved with it, in sentences.
        keepers: in whose hours each turn lies, as the visits stand; None for anybody's.
        weight, least: what it weighs, and what no plan weighs less than; 0 where nobody reckoned it.
        asked: names what was asked for: the same while every term and every slot is.
        number: a later announcement has a higher one.
        appointments: the visits as calendars know them.
    """

    made_at: datetime
    rests_on: str
    visits: tuple[tuple[int, str, datetime], ...]
    moved: tuple[str, ...]
    keepers: tuple[int | None, ...]
    weight: float = 0.0
    least: float = 0.0
    asked: str = ""
    number: int = 0
    appointments: tuple[Appointment, ...] = ()

    @property
    def machines(self) -> frozenset[int]:
        """The machines that were told of in it, be it with their daily work alone."""
        daily = (int(item) for one in self.appointments if one.machine == EVERYWHERE for item in one.items)
        return frozenset((*(machine for machine, _, _ in self.visits), *daily))

    def at(self, machines: Collection[int]) -> Announced:
        """The same without the visits of machines that have gone since: retired, moved away, or undone."""
        left = [n for n, (machine, _, _) in enumerate(self.visits) if machine in machines]
        visits, keepers = (tuple(own[n] for n in left) for own in (self.visits, self.keepers))
        return replace(self, visits=visits, keepers=keepers)


def pins() -> dict[tuple[int, str], frozenset[datetime]]:
    """The beginnings of the slots that keepers chose, by machine and item."""
    rows = PlanPin.select().join(Entry).where(Entry.undone_at.is_null()).order_by(PlanPin.id)
    found: dict[tuple[int, str], set[datetime]] = {}
    for row in rows:
        own = found.setdefault((row.machine_id, row.item), set())
        (own.add if row.held else own.discard)(row.start)
    return {key: frozenset(own) for key, own in found.items() if own}


def plan_wishes(site_id: int) -> tuple[float, float]:
    """Which risk a plan takes, and from which share of its time on care is worth it; the usual ones where none said."""
    row = newest_at(PlanWish, site_id)
    return (row.risk, row.worth) if row else (ACCEPTED_RISK, WORTH_SHARE)


@dataclass(frozen=True)
class FeedRow:
    """An address that answers without signing in: of what kind, whose, and how long before a visit it reminds."""

    site_id: int
    kind: str
    keeper_id: int | None
    hashed: str
    alarm_minutes: int
    since: datetime


def feeds(site_id: int) -> list[FeedRow]:
    """The addresses that hold: of each kind and keeper the newest that was not undone, where it was not taken away.

    That of somebody who serves the site no more is answered no more.
    """
    around = {None, *hands_at(site_id)}
    rows = (
        FeedVersion.select(FeedVersion, Entry)
        .join(Entry)
        .where(Entry.undone_at.is_null(), FeedVersion.site == site_id)
        .order_by(FeedVersion.id)
    )
    newest = {(row.kind, row.keeper_id): row for row in rows}
    return [
        FeedRow(site_id, row.kind, row.keeper_id, row.hashed, row.alarm_minutes, row.entry.at)
        for row in newest.values()
        if row.hashed and row.keeper_id in around
    ]


def announcements(site_id: int) -> list[Announced]:
    """Everything that was announced lately, oldest first."""
    rows = AnnouncedPlan.select().where(AnnouncedPlan.site == site_id).order_by(AnnouncedPlan.id)
    return [_announced(row) for row in rows]


def announced(site_id: int) -> Announced | None:
    """What was announced last, or None."""
    row = AnnouncedPlan.select().where(AnnouncedPlan.site == site_id).order_by(AnnouncedPlan.id.desc()).first()
    return _announced(row) if row else None


def _announced(row: AnnouncedPlan) -> Announced:
    turns = [turn for turn in row.visits if turn[0] != EVERYWHERE]
    visits = tuple((machine, item, datetime.fromisoformat(start)) for machine, item, start, *_ in turns)
    # What was announced before hours had keepers names none.
    keepers = tuple(keeper[0] if keeper else None for _, _, _, *keeper in turns)
    return Announced(
        row.made_at, row.rests_on, visits, tuple(row.moved), keepers, row.weight, row.least, row.asked, row.id,
        _appointments(row.visits),
    )  # fmt: skip


def turns_as_data(made: Sequence[Appointment]) -> list[list[Any]]:
    """Every turn as the file holds it: machine, item, slot, keeper; and of its visit place, sequence, hour, minutes."""
    return [
        [
            one.machine, item, one.slot.isoformat(), one.keeper, one.place, one.sequence, one.begin.isoformat(),
            one.minutes,
        ]
        for one in made
        for item in one.items
    ]  # fmt: skip


def _appointments(turns: Sequence[Sequence[Any]]) -> tuple[Appointment, ...]:
    """The visits of an announcement; none of one that knew none yet."""
    found: dict[tuple[int, str, int], Appointment] = {}
    for machine, item, slot, keeper, place, sequence, begin, minutes in (turn for turn in turns if len(turn) == 8):
        known = found.get((machine, slot, place))
        items = (*(known.items if known else ()), item)
        found[machine, slot, place] = Appointment(
            machine,
            items,
            datetime.fromisoformat(slot),
            keeper,
            datetime.fromisoformat(begin),
            minutes,
            place,
            sequence,
        )
    return tuple(found.values())


def newest_number(site_id: int) -> int:
    """The number of a site's newest announcement; 0 without any."""
    return AnnouncedPlan.select(fn.MAX(AnnouncedPlan.id)).where(AnnouncedPlan.site == site_id).scalar() or 0


def next_number() -> int:
    """The number of the announcement that is written next."""
    last = AnnouncedPlan.select(fn.MAX(AnnouncedPlan.id)).scalar()
    return (last or 0) + 1


def deferred_until(now: datetime) -> dict[int, dict[str, datetime]]:
    """Items that are put off and whose time has not come, by machine and item."""
    rows = Deferral.select().join(Entry).where(Entry.undone_at.is_null()).order_by(Entry.at, Deferral.id)
    deferrals: dict[int, dict[str, datetime]] = {}
    for row in rows:
        deferrals.setdefault(row.machine_id, {})[row.item] = row.until
    return {
        machine_id: {item: until for item, until in items.items() if until > now}
        for machine_id, items in deferrals.items()
    }
