"""What a keeper has to do: half a year lived at an office, at home and on a floor of twenty machines.

What is true is hidden: the drinks of each day, and after how many drinks each machine lights its lamp. The keeper comes
in the hours that there are for the machines (at home in the morning and in the evening), does what Today says and
nothing else, reads the counters once a week and writes down every lamp that is lit. Everything drawn at random is drawn
by number, so that two versions of the program meet the same year.

Printed of each site: touches a machine and week; hours of a year, ways included; lamps that nobody foresaw, of all
after each one's first; care done before 70 % of its limit was used (drawer and tray apart); days past a limit of
hygiene, and mornings on which a drawer was full by count; and how often something stood in a round and was not done for
the third time.
"""

from __future__ import annotations

import argparse
import random
import tempfile
from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass, field
from datetime import UTC, date, datetime, timedelta
from pathlib import Path

from lamplight.actions.care import mark_done, note_prompt
from lamplight.actions.hours import add_slots, save_ways
from lamplight.actions.machines import LastDoneAnswer, MachineFields, NewMachine, add_machine, declare_done
from lamplight.actions.planning import announce
from lamplight.actions.readings import take_readings
from lamplight.actions.rounds import note_in_round, set_out
from lamplight.actions.sites import save_site
from lamplight.actions.water import set_up
from lamplight.core.care.item import CareItem, Due
from lamplight.core.care.levels import Level
from lamplight.core.care.status import Status
from lamplight.core.care.triggers import CountSince, DaysSince, HoursSinceFirstDrink, MonthsSince
from lamplight.core.site.calendar import OpeningHours
from lamplight.core.site.slots import slots_on
from lamplight.demo.story import HOURS, MACHINES, WAYS
from lamplight.library import catalogue
from lamplight.sight.actor import Actor
from lamplight.sight.closing import closing_of, touched_at
from lamplight.sight.machine_view import MachineView
from lamplight.sight.machine_views import machine_views
from lamplight.sight.plan import agenda_of
from lamplight.sight.readings import TypedReading
from lamplight.sight.rounds import RoundView, round_view
from lamplight.store.database import database
from lamplight.store.migrating import open_database
from lamplight.store.rounds import RoundEvent, keepers_away, week_slots
from lamplight.store.sites import MachineRow, SiteRow, machines, the_site
from lamplight.store.waters import Setup

FIRST, WEEKS, KNOWN_DAYS = date(2026, 1, 5), 26, 56
OPENS, CLOSES = 7 * 60, 18 * 60
AT_HOME = ((7 * 60 + 15, 15), (20 * 60 + 30, 60))
WEEK_AT_HOME = (5, 5, 5, 5, 6, 8, 8)
EMPTIED = ("grounds-drawer", "drip-tray", "drawer", "tray")
EARLY = 0.7


@dataclass
class Truth:
    """What is hidden of one machine.

    Attributes:
        kind, per_day: its kind, and drinks on a Monday to Sunday on average.
        counter: its true count at the beginning of each day.
        lamps: drinks after which it asks for an item, by key.
        done: the true count when an item was done last, by key.
    """

    kind: str
    per_day: tuple[float, ...]
    counter: dict[date, int] = field(default_factory=dict)
    lamps: dict[str, float] = field(default_factory=dict)
    done: dict[str, float] = field(default_factory=dict)
    lit: set[str] = field(default_factory=set)
    seen_before: set[str] = field(default_factory=set)

    def count(self, at: datetime) -> int:
        """The count at a moment: the drinks of a day come evenly while it is open."""
        day, minutes = at.date(), at.hour * 60 + at.minute
        share = min(1.0, max(0.0, (minutes - OPENS) / (CLOSES - OPENS)))
        begun = self.counter[day]
        return begun + int(share * (self.counter[day + timedelta(days=1)] - begun))


@dataclass
class Sum:
    """What came of it."""

    touches: int = 0
    seconds: float = 0.0
    surprises: int = 0
    lamps: int = 0
    early: int = 0
    deeds: int = 0
    past_hygiene: int = 0
    full_drawers: int = 0
    left: Counter = field(default_factory=Counter)
    put_off: int = 0
    walked: float = 0.0
    by_item: Counter = field(default_factory=Counter)
    hands_of: Counter = field(default_factory=Counter)


def truth_of(kind: str, per_day: tuple[float, ...], number: int) -> Truth:
    """The hidden course of a machine, always the same for the same number."""
    chance = random.Random(f"{kind} {number}")
    truth, count = Truth(kind, per_day), 4_000 + 1_000 * number
    for back in range(-KNOWN_DAYS, 7 * WEEKS + 3):
        day = FIRST + timedelta(days=back)
        truth.counter[day] = count
        mean = per_day[day.weekday()]
        count += max(0, round(chance.gauss(mean, max(1.0, 1.5 * mean) ** 0.5))) if mean else 0
    for item in catalogue.kinds()[kind].items:
        limits = [trigger.limit for trigger in item.triggers if isinstance(trigger, CountSince)]
        if item.asks:
            truth.lamps[item.key] = (min(limits) if limits else 60 * sum(per_day) / 7) * chance.uniform(0.75, 1.35)
    return truth


def settle(site: SiteRow, truths: list[Truth], names: list[str], places: list[str]) -> dict[int, Truth]:
    """Write the site's machines, eight weeks of readings, and when each item was done last."""
    found = {}
    begin = datetime.combine(FIRST - timedelta(days=KNOWN_DAYS), datetime.min.time(), UTC) + timedelta(hours=6)
    now = datetime.combine(FIRST, datetime.min.time(), UTC) + timedelta(hours=4)
    for truth, name, place in zip(truths, names, places, strict=True):
        fields = MachineFields(name, truth.kind, place=place)
        number = add_machine(site.id, fields, NewMachine({"drinks": truth.count(begin)}), Actor(begin))
        found[number] = truth
    for back in range(KNOWN_DAYS - 1, -1, -2):
        at = begin + timedelta(days=KNOWN_DAYS - back)
        typed = [TypedReading(number, truth.count(at), at, "as-typed") for number, truth in found.items()]
        take_readings(typed, site.calendar_of, Actor(max(at, begin)))
    for row in machines(site.id):
        truth = found[row.id]
        chance = random.Random(f"done {row.id}")
        for item in catalogue.kinds()[truth.kind].items:
            ago = chance.uniform(0.1, 0.7) * usual_days(item, truth)
            at = now - timedelta(days=max(0.4, ago))
            declare_done(row, item.key, LastDoneAnswer(at=at), None, Actor(now))
            truth.done[item.key] = float(truth.count(max(at, begin)))
    return found


def usual_days(item: CareItem, truth: Truth) -> float:
    """About how many days an item lasts, so that nothing begins long overdue."""
    limits = [trigger.limit for trigger in item.triggers if isinstance(trigger, CountSince)]
    days: list[float] = [trigger.limit for trigger in item.triggers if isinstance(trigger, DaysSince)]
    days += [30 * trigger.limit for trigger in item.triggers if isinstance(trigger, MonthsSince)]
    days += [limit / max(1.0, sum(truth.per_day) / 7) for limit in limits]
    return min(days, default=1.0)


def office() -> tuple[SiteRow, dict[int, Truth]]:
    """Five machines of five kinds, two keepers' hours."""
    begin = Actor(datetime(2025, 11, 1, tzinfo=UTC))
    site = save_site("Office", "UTC", [OpeningHours(OPENS, CLOSES)] * 5 + [None] * 2, begin)
    for days, start, end, _ in HOURS:
        add_slots(site, days, _minute(start), _minute(end), None, begin)
    save_ways(site, "first floor", dict(WAYS), begin)
    truths = [truth_of(one.kind, (*one.per_day[:5], 0, 0), n) for n, one in enumerate(MACHINES)]
    return site, settle(site, truths, [one.name for one in MACHINES], [one.place for one in MACHINES])


def home() -> tuple[SiteRow, dict[int, Truth]]:
    """One machine, a quarter of an hour in the morning and an hour in the evening."""
    begin = Actor(datetime(2025, 11, 1, tzinfo=UTC))
    site = save_site("Home", "UTC", [OpeningHours(OPENS, 21 * 60)] * 7, begin)
    for start, minutes in AT_HOME:
        add_slots(site, range(7), start, start + minutes, None, begin)
    return site, settle(site, [truth_of("jug-compact", WEEK_AT_HOME, 0)], ["Kitchen"], [""])


def floor() -> tuple[SiteRow, dict[int, Truth]]:
    """Twenty machines of all kinds, two slots a day of one and a half hours."""
    begin = Actor(datetime(2025, 11, 1, tzinfo=UTC))
    site = save_site("Floor", "UTC", [OpeningHours(OPENS, CLOSES)] * 5 + [None] * 2, begin)
    for start in ("05:30", "17:00"):
        add_slots(site, (0, 1, 2, 3, 4), _minute(start), _minute(start) + 120, None, begin)
    kinds, chance = sorted(catalogue.kinds()), random.Random(20)
    truths = [truth_of(kinds[n % len(kinds)], (*[float(chance.randint(10, 45))] * 5, 0, 0), n) for n in range(20)]
    return site, settle(site, truths, [f"M{n:02}" for n in range(20)], [f"aisle {n // 4}" for n in range(20)])


def _minute(clock: str) -> int:
    hours, minutes = clock.split(":")
    return 60 * int(hours) + int(minutes)


def visits(site: SiteRow) -> Iterator[datetime]:
    """When the keeper comes."""
    for ahead in range(7 * WEEKS):
        day = FIRST + timedelta(days=ahead)
        slots = slots_on(day, site.calendar, week_slots(site.id), None, keepers_away(site.id))
        yield from (slot.start for slot in slots)


def light(truths: dict[int, Truth], at: datetime) -> list[tuple[int, str]]:
    """The lamps that came on since the last time."""
    fresh = []
    for number, truth in truths.items():
        for key, interval in truth.lamps.items():
            if key not in truth.lit and truth.count(at) - truth.done[key] >= interval:
                truth.lit.add(key)
                fresh.append((number, key))
    return fresh


def steps_of(view: MachineView, due: Due) -> int:
    """Touches of a job: a tick, or one to begin, one a step, one at the end."""
    procedure = view.procedure(due)
    return 1 if procedure is None or due.item.quick else 2 + len(procedure.steps)


def live(site: SiteRow, truths: dict[int, Truth]) -> Sum:
    """Half a year."""
    found = Sum()
    read_in: set[tuple[int, int]] = set()
    told = datetime.min.replace(tzinfo=UTC)
    for at in visits(site):
        rows = {row.id: row for row in machines(site.id)}
        look_at_hygiene(site, at, found)
        views = {view.row.id: view for view in machine_views(site, at)}
        lit = tell_lamps(site, truths, rows, views, at, found)
        if at < told and not lit:
            continue  # Today said the last time that nothing is to be done before
        found.touches += 1  # opening Today
        week = at.isocalendar()[:2]
        if week not in read_in and at.hour < 12:
            read_in.add(week)
            typed = [TypedReading(n, truth.count(at), at, "as-typed") for n, truth in truths.items()]
            take_readings(typed, site.calendar_of, Actor(at))
            found.touches += len(truths) + 1
        announce(site, machine_views(site, at), at)  # as it happens by itself within ten minutes
        told = walk(site, truths, rows, at, found)
    return found


def look_at_hygiene(site: SiteRow, at: datetime, found: Sum) -> None:
    """Once a day, before the first visit."""
    if at.hour >= 12:
        return
    for view in machine_views(site, at):
        for due in view.status.dues:
            if due.item.hygiene and due.status is Status.OVERDUE:
                hours = [state for state in due.triggers if isinstance(state.trigger, HoursSinceFirstDrink)]
                full = bool(hours) and all(state.status is not Status.OVERDUE for state in hours)
                found.past_hygiene += not full  # by its pucks a drawer is a look and a lamp
                found.full_drawers += full


def tell_lamps(
    site: SiteRow, truths: dict[int, Truth], rows: dict[int, MachineRow], views: dict[int, MachineView],
    at: datetime, found: Sum,
) -> bool:  # fmt: skip
    """What is lit is written down; what Today did not want by now is a surprise, but for each lamp's first time."""
    lit = light(truths, at)
    for number, key in lit:
        due = views[number].status.due(key)
        foreseen = due is not None and due.status >= Status.DUE
        if key in truths[number].seen_before:
            found.lamps += 1
            found.surprises += not foreseen
        truths[number].seen_before.add(key)
        note_prompt(rows[number], key, at, Actor(at))
        found.touches += 2
    return bool(lit)


def by_one_touch(site: SiteRow, seen: RoundView, machine: int, at: datetime) -> set[str]:
    """What one touch writes down at a stop."""
    among = touched_at(seen, machine)
    here = closing_of(site, agenda_of(site, at), seen.views[machine], at, None, among)
    return {due.item.key for due in here.closing.dues} | here.closing.settled


def walk(site: SiteRow, truths: dict[int, Truth], rows: dict[int, MachineRow], at: datetime, found: Sum) -> datetime:
    """One round as Today plans it, everything in it done; answers when the next one begins, as Today says then."""
    views = list(machine_views(site, at))
    seen: RoundView = round_view(site, views, at, None)
    by_touch = {machine: by_one_touch(site, seen, machine, at) for machine in {job.machine for job in seen.plan.done}}
    touched: set[int] = set()
    for waiting in seen.not_done:
        if waiting.why.startswith("Planned "):
            continue  # it does not stand in this round
        key = (waiting.machine, waiting.share.item)
        found.left[key] += 1
        found.put_off += found.left[key] == 3
    if not seen.plan.done:
        return at
    found.touches += len(views) > 1  # set out; at home everything stands on Today
    number = set_out(site, seen.until, Actor(at))
    found.seconds += seen.plan.hands_s + seen.plan.walk_s
    found.walked += seen.plan.walk_s
    ends = at + timedelta(seconds=max(seen.plan.finish_s, 60))
    jobs = []
    for job in seen.plan.done:
        view, truth = seen.views[job.machine], truths[job.machine]
        found.hands_of[job.shares[0].item] += sum(work.hands_s for work in job.works)
        for place, share in enumerate(job.shares):
            due = view.status.due(share.item)
            if due is None:
                continue
            found.left[job.machine, share.item] = 0
            if share.item in by_touch.get(job.machine, ()):
                found.touches += job.machine not in touched
                touched.add(job.machine)
            else:
                found.touches += steps_of(view, due) if place == 0 else 0
            found.deeds += 1
            found.by_item[share.item] += 1
            first = due.first
            if first is not None and first.counted and share.item not in EMPTIED and not due.prompted:
                found.early += first.counted[0] / first.counted[1] < EARLY
            jobs.append((rows[job.machine], share.item))
            for settled in {share.item, *due.item.settles}:
                truth.done[settled] = float(truth.count(at))
                truth.lit.discard(settled)
    mark_done(jobs, ends, Actor(ends))
    note_in_round(number, RoundEvent.ENDED, Actor(ends))
    left = list(machine_views(site, ends))
    after: RoundView = round_view(site, left, ends, None)
    if after.ahead and after.plan.done:
        return after.now
    agenda = agenda_of(site, ends)
    comes = [moment for view in left if (moment := agenda.comes_next(view)) is not None]
    return max(ends, min(comes, default=ends))


def main() -> None:
    """Print a row of each site."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--site", choices=("office", "home", "floor"), nargs="+", default=["office", "home", "floor"])
    parser.add_argument("--level", choices=[level.value for level in Level], default="usual")
    parser.add_argument("--items", action="store_true", help="how often each item was done")
    asked = parser.parse_args()
    columns = (
        "site", "touches a machine, week", "hours a year", "surprises of lamps", "early of deeds",
        "days past hygiene (drawers full by count)", "put off three times",
    )  # fmt: skip
    print(f"| {' | '.join(columns)} |\n|{'---|' * len(columns)}")
    for name in asked.site:
        with tempfile.TemporaryDirectory() as folder:
            open_database(Path(folder))
            with database.connection_context():
                site, truths = {"office": office, "home": home, "floor": floor}[name]()
                for row in machines(site.id):
                    set_up(row, Setup(level=Level(asked.level)), Actor(datetime(2025, 11, 2, tzinfo=UTC)))
                one = live(the_site() or site, truths)
            database.close()
        share = WEEKS * len(truths)
        print(
            f"| {name} | {one.touches / share:.0f} | {one.seconds / 3600 * 52 / WEEKS:.0f} "
            f"({one.walked / 3600 * 52 / WEEKS:.0f} of ways) | "
            f"{one.surprises} of {one.lamps} | {one.early} of {one.deeds} | {one.past_hygiene} ({one.full_drawers}) | "
            f"{one.put_off} |",
            flush=True,
        )
        if asked.items:
            print(one.by_item.most_common())
            print({item: round(seconds / 3600 * 52 / WEEKS, 1) for item, seconds in one.hands_of.most_common()})


if __name__ == "__main__":
    main()
