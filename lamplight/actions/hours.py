"""Saying when keepers have time for the machines, and how far it is from one place to the next."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import date

from lamplight.actions.entries import write_entry
from lamplight.core.errors import InvalidInput
from lamplight.core.site.absence import Absence
from lamplight.core.site.calendar import WEEKDAYS
from lamplight.core.site.slots import LEAST_MINUTES, WeekSlot, at_the_end, minutes_at_the_end
from lamplight.core.words import optional
from lamplight.library.catalogue import countries
from lamplight.sight.actor import Actor
from lamplight.store.database import database
from lamplight.store.models import Absence as AbsenceFact
from lamplight.store.models import Closure, KeeperAbsence, SlotsVersion, WalksVersion
from lamplight.store.rights import keeper_names
from lamplight.store.rounds import ways, week_slots
from lamplight.store.sites import MachineRow, SiteRow

MOST_SLOTS, LONGEST_WAY_MIN, LONGEST_AWAY_DAYS, MOST_MINUTES = 100, 120, 366, 240


def add_slots(site: SiteRow, days: Sequence[int], start: int, end: int, keeper: int | None, actor: Actor) -> None:
    """Say that somebody has time for the machines on some weekdays.

    Args:
        days: weekdays, 0 Monday to 6 Sunday, one at least.
        start, end: minutes after midnight.
        keeper: whose time it is; None for anybody's.

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


def say_minutes(site: SiteRow, minutes: int, actor: Actor) -> None:
    """Say how many minutes a day somebody has for the machines, at the end of it; in place of what was said before.

    Args:
        minutes: 5 to 240.

    Raises:
        InvalidInput: for other minutes, and where keepers have hours of their own.
    """
    if not LEAST_MINUTES <= minutes <= MOST_MINUTES:
        raise InvalidInput(f"{LEAST_MINUTES} to {MOST_MINUTES} minutes a day can be said.")
    with database.atomic():
        known = week_slots(site.id)
        if known and minutes_at_the_end(known, site.calendar.hours) is None:
            raise InvalidInput("There are hours for the machines already. Change them under Hours.")
        slots = at_the_end(site.calendar.hours, minutes)
        _write(site, slots, f"{minutes} minutes a day for the machines", actor)


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
        home: the place where the cupboard stands; empty where there is none in particular.
        minutes: for pairs of places; None where nobody knows.

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


def add_absence(site_id: int, row: MachineRow | None, first: date, last: date, label: str, actor: Actor) -> None:
    """Write down that nobody is there, or that one machine stands still; both dates included.

    Raises:
        InvalidInput: when it ends before it begins, or lasts longer than a year.
    """
    Absence(first, last)
    label = optional(label, "The reason", 80, "label")
    who = row.name if row else "everybody"
    span = f"{first:%a %-d %b %Y} to {last:%a %-d %b %Y}"
    with database.atomic():
        entry = write_entry("absence", f"Away, {who}: {span}", actor, row.id if row else None, note=label)
        AbsenceFact.create(
            entry=entry, site=site_id, machine=row.id if row else None, first=first, last=last, label=label
        )


def take_holidays(site: SiteRow, country: str, region: str, years: range, actor: Actor) -> int:
    """Close the site on the public holidays of some years that fall on open days; answers how many were new.

    Raises:
        InvalidInput: for an unknown country or region.
    """
    import holidays  # large: only where they are really taken over

    known = countries()
    if country not in known or (region and region not in known[country]):
        raise InvalidInput("Choose a country from the list, and a region of it or none.", "country")
    days = holidays.country_holidays(country, subdiv=region or None, years=years)
    fresh = sorted((day, name) for day, name in days.items() if site.calendar.is_open(day))
    if not fresh:
        return 0
    with database.atomic():
        where = f"{country} {region}".strip()
        entry = write_entry("closure", f"{len(fresh)} public holidays of {where} noted", actor)
        for day, name in fresh:
            Closure.create(entry=entry, site=site.id, first=day, last=day, label=name[:80])
    return len(fresh)
