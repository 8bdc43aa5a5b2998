"""Saying when keepers have time for the machines, and how far it is from one place to the next."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import date

from lamplight.actions.entries import write_entry
from lamplight.core.errors import InvalidInput
from lamplight.core.site.calendar import WEEKDAYS
from lamplight.core.site.slots import WeekSlot
from lamplight.core.texts import optional
from lamplight.sight.actor import Actor
from lamplight.store.database import database
from lamplight.store.models import KeeperAbsence, SlotsVersion, WalksVersion
from lamplight.store.rights import keeper_names
from lamplight.store.rounds import ways, week_slots
from lamplight.store.sites import SiteRow

MOST_SLOTS, LONGEST_WAY_MIN, LONGEST_AWAY_DAYS = 100, 120, 366


def add_slots(site: SiteRow, days: Sequence[int], start: int, end: int, keeper: int | None, actor: Actor) -> None:
    """Say that somebody has time for the machines on some weekdays.

    Args:
        site: where.
        days: weekdays, 0 Monday to 6 Sunday, one at least.
        start, end: minutes after midnight.
        keeper: whose time it is; None for anybody's.
        actor: who says so.

    Raises:
        InvalidInput: for no day, a span that is none, one that overlaps another of the same keeper, or an unknown
            keeper.
    """
    if not days:
        raise InvalidInput("Choose the weekdays on which there is time for the machines.", "days")
    names = keeper_names(site.id)
    if keeper is not None and keeper not in names:
        raise InvalidInput("That keeper is no longer there. Load the page again.", "keeper")
    fresh = [WeekSlot(day, start, end, keeper) for day in days]
    with database.atomic():
        known = week_slots(site.id)
        for slot in fresh:
            for other in known:
                same_day, same_keeper = other.weekday == slot.weekday, other.keeper == slot.keeper
                if same_day and same_keeper and other.start_minute < end and start < other.end_minute:
                    raise InvalidInput(
                        f"On {WEEKDAYS[slot.weekday]} that overlaps hours that are there already.", "from"
                    )
        if len(known) + len(fresh) > MOST_SLOTS:
            raise InvalidInput(f"{MOST_SLOTS} spans a week at most. Take some away first.", "days")
        who = names.get(keeper or 0, "anybody")
        on = ", ".join(WEEKDAYS[day] for day in sorted(days))
        _write(site, [*known, *fresh], f"Hours for the machines, {who}: {on} {_clock(start)} to {_clock(end)}", actor)


def remove_slot(site: SiteRow, slot: WeekSlot, actor: Actor) -> None:
    """Say that there is no time any more.

    Raises:
        InvalidInput: when nobody said that there was.
    """
    with database.atomic():
        known = list(week_slots(site.id))
        if slot not in known:
            raise InvalidInput("Those hours are gone already.")
        known.remove(slot)
        span = f"{WEEKDAYS[slot.weekday]} {_clock(slot.start_minute)} to {_clock(slot.end_minute)}"
        _write(site, known, f"No hours for the machines any more: {span}", actor)


def _write(site: SiteRow, slots: Sequence[WeekSlot], summary: str, actor: Actor) -> None:
    ordered = sorted(slots, key=lambda slot: (slot.weekday, slot.start_minute, slot.keeper or 0))
    entry = write_entry("hours", summary, actor)
    data = [[slot.weekday, slot.start_minute, slot.end_minute, slot.keeper] for slot in ordered]
    SlotsVersion.create(entry=entry, site=site.id, slots=data)


def _clock(minute: int) -> str:
    return f"{minute // 60:02}:{minute % 60:02}"


def add_keeper_absence(
    site: SiteRow, keeper: int, first: date, last: date, stand_in: int | None, label: str, actor: Actor
) -> None:
    """Say that a keeper is away, both dates included, and who stands in.

    Raises:
        InvalidInput: for an unknown keeper, who stands in for themselves, or dates that are none.
    """
    names = keeper_names(site.id)
    if keeper not in names or (stand_in is not None and stand_in not in names):
        raise InvalidInput("That keeper is no longer there. Load the page again.", "away_keeper")
    if stand_in == keeper:
        raise InvalidInput("Nobody stands in for themselves. Choose somebody else, or nobody.", "stand_in")
    if last < first:
        raise InvalidInput("The last day away lies before the first. Swap them.", "away_first")
    if (last - first).days > LONGEST_AWAY_DAYS:
        raise InvalidInput("An absence lasts a year at most.", "away_last")
    label = optional(label, "The reason", 80, "away_label")
    who = f"{names[stand_in]} stands in" if stand_in is not None else "nobody stands in"
    with database.atomic():
        span = f"{first:%a %-d %b %Y} to {last:%a %-d %b %Y}"
        entry = write_entry("keeper away", f"{names[keeper]} is away {span}; {who}", actor, note=label)
        KeeperAbsence.create(
            entry=entry, site=site.id, keeper=keeper, stand_in=stand_in, first=first, last=last, label=label
        )


def save_ways(site: SiteRow, home: str, minutes: Mapping[tuple[str, str], float | None], actor: Actor) -> None:
    """Say where keepers set out, and how many minutes it is between places.

    Args:
        site: where.
        home: the place where the cupboard stands; empty where there is none in particular.
        minutes: for pairs of places; None where nobody knows.
        actor: who says so.

    Raises:
        InvalidInput: for less than nothing, or more than two hours.
    """
    home = optional(home, "The place of the cupboard", 80, "home")
    known = dict(ways(site.id).seconds)
    for pair, value in minutes.items():
        known.pop(pair, None)
        known.pop((pair[1], pair[0]), None)
        if value is None:
            continue
        if not 0 <= value <= LONGEST_WAY_MIN:
            raise InvalidInput(
                f"From {pair[0]} to {pair[1]}: a way takes between 0 and {LONGEST_WAY_MIN} minutes.", "way"
            )
        known[pair] = round(value * 60)
    with database.atomic():
        entry = write_entry("ways", "How far it is between the machines changed", actor)
        seconds = [[one, other, value] for (one, other), value in sorted(known.items())]
        WalksVersion.create(entry=entry, site=site.id, home=home, seconds=seconds)
