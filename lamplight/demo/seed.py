"""Filling a data folder with the demo, and filling it again when it has grown old untouched."""

from __future__ import annotations

import shutil
from dataclasses import dataclass, replace
from datetime import date, datetime, time, timedelta
from pathlib import Path

import numpy as np

from lamplight.actions.care import read_bar
from lamplight.actions.care_costs import save_money
from lamplight.actions.dose import note_measuring, note_pushes
from lamplight.actions.exchange import ImportFacts, import_readings
from lamplight.actions.guests import tell_as_guest
from lamplight.actions.hours import add_absence, add_keeper_absence, add_slots, save_ways
from lamplight.actions.lamps import note_sighting
from lamplight.actions.machines import LastDoneAnswer, MachineFields, NewMachine, add_machine, declare_done, set_limit
from lamplight.actions.mail_settings import CATCHER, ServerFields, save_mail, save_wishes
from lamplight.actions.preparing import defer
from lamplight.actions.readings import take_readings
from lamplight.actions.runs import Finish, answer_step, begin_run, finish_run
from lamplight.actions.sites import add_closure, save_keeper, save_site
from lamplight.actions.stickers import renew_sticker
from lamplight.actions.stock import move_stock, note_price, order_stock, shift_stock
from lamplight.actions.water import TypedTest, add_water_test, install_cartridge
from lamplight.core.care.item import CareItem, ItemRole
from lamplight.core.care.triggers import CountSince, DaysSince, FixedWeekdays, HoursSinceFirstDrink, MonthsSince
from lamplight.core.dose.beaker import Measuring
from lamplight.core.guest.reports import GuestTells
from lamplight.core.lamps.match import PanelSignals
from lamplight.core.run.state import EventKind
from lamplight.core.site.calendar import OpeningHours, SiteCalendar, minute_of
from lamplight.core.stock.stock import Move
from lamplight.demo.manual import told
from lamplight.demo.story import (
    AWAY_AHEAD,
    BOUGHT,
    CARRIED,
    CLOSED_AHEAD,
    CLOSES,
    CUPBOARD,
    DEFERRED,
    FIRST_DAY,
    HOURS,
    KEEPER_AWAY,
    KEEPERS,
    MACHINES,
    MAIL,
    MEASURED,
    OPENS,
    ORDERED,
    OWN_LIMITS,
    PAID,
    PRICES,
    PUSHES,
    READ_DAYS,
    SITE,
    STICKERS,
    STOCK,
    TOLD_BY_GUESTS,
    WATER,
    WAYS,
    ZONE,
    MachineStory,
)  # fmt: skip
from lamplight.formats.readings_csv import write
from lamplight.sight.actor import Actor
from lamplight.sight.kinds import kind_of
from lamplight.sight.machine_views import machine_view
from lamplight.sight.readings import TypedReading
from lamplight.simulators.mail_catcher import FOLDER as CATCHER_FOLDER
from lamplight.store.backups import BACKUP_FOLDER
from lamplight.store.database import PHOTO_FOLDER, data_file, data_folder, database
from lamplight.store.migrating import open_database
from lamplight.store.models import Entry
from lamplight.store.runs import RunRow, run_row
from lamplight.store.sightings import lamps_from_data
from lamplight.store.sites import MachineRow, SiteRow, machine, machines
from lamplight.store.trouble import DataFileProblem, Trouble
from lamplight.store.waters import MAINS

MARK = "demo-seeded"
SEED = 20261


def prepare(folder: Path, now: datetime, fresh: bool = False) -> None:
    """Make sure that a folder holds a lively demo.

    Args:
        now: the story ends shortly before it.
        fresh: make it anew whatever is there.

    A demo in which something was written since is left as it is, however old.
    """
    if fresh or not data_file(folder).exists() or _old_and_untouched(folder, now):
        _clear(folder)
        open_database(folder)
        with database.connection_context(), database.atomic():
            tell(now)
            last = Entry.select().order_by(Entry.id.desc()).first()
        (folder / MARK).write_text(f"{now.date().isoformat()} {last.id}\n", "utf-8")


def _old_and_untouched(folder: Path, now: datetime) -> bool:
    """Whether the story was told on an earlier day, or broke off, and nobody wrote in it since."""
    try:
        day, newest = (folder / MARK).read_text("utf-8").split()
    except (OSError, ValueError):
        day, newest = "", "0"
    if day == now.date().isoformat():
        return False
    try:
        open_database(folder)
    except DataFileProblem as problem:
        if problem.trouble is Trouble.EARLIER:  # of a demo from before 1.0 nothing can be kept
            return True
        raise
    with database.connection_context():
        return not Entry.select().where(Entry.id > int(newest)).exists()


def _clear(folder: Path) -> None:
    """Only what Lamplight itself puts there."""
    if not database.is_closed():
        database.close()
    for suffix in ("", "-wal", "-shm"):
        Path(f"{data_file(folder)}{suffix}").unlink(missing_ok=True)
    for name in (BACKUP_FOLDER, PHOTO_FOLDER, CATCHER_FOLDER):
        shutil.rmtree(folder / name, ignore_errors=True)


# Older weeks were kept on paper: readings came in from a file, jobs were written down afterwards.
GUIDED_DAYS = 18
USUAL_PER_DAY = 30
# What fills with every cup, and at which minutes of the day it is emptied beside the evening.
EMPTIED = ("grounds-drawer", "drip-tray")
EMPTIED_AT = (11 * 60 + 40, 15 * 60 + 10)


@dataclass(frozen=True)
class _Event:
    """Something in the story: a reading, or a job done at a counter value."""

    at: datetime
    machine: MachineRow
    value: int
    item: str = ""
    cleaning: int = 0


def tell(now: datetime) -> None:
    """Write the whole story into the open, empty data file."""
    chance = np.random.default_rng(SEED)
    begin = Actor(now - timedelta(days=FIRST_DAY, hours=1))
    span = OpeningHours(minute_of(time.fromisoformat(OPENS)), minute_of(time.fromisoformat(CLOSES)))
    site = save_site(SITE, ZONE, [span] * 5 + [None] * 2, begin)
    keepers = [save_keeper(name, initials, begin) for name, initials in KEEPERS]
    today = site.calendar.today(now)
    for label, first, last in CLOSED_AHEAD:
        add_closure(site.id, today + timedelta(days=first), today + timedelta(days=last), label, begin)
    for label, first, last in AWAY_AHEAD:
        add_absence(site.id, None, today + timedelta(days=first), today + timedelta(days=last), label, begin)
    for days, opens, closes, whose in HOURS:
        start, end = (minute_of(time.fromisoformat(typed)) for typed in (opens, closes))
        add_slots(site, days, start, end, None if whose is None else keepers[whose], begin)
    save_ways(site, CUPBOARD, WAYS, begin)
    who, from_day, to_day, stand_in = KEEPER_AWAY
    leaves, comes = today + timedelta(days=from_day), today + timedelta(days=to_day)
    add_keeper_absence(site, keepers[who], leaves, comes, keepers[stand_in], "On holiday", begin)
    save_mail(site, ServerFields(CATCHER), data_folder(), begin)
    for n, (mailbox, wishes) in enumerate(MAIL):
        save_wishes(site, keepers[n], mailbox, wishes, begin)
    for back, total, carbonate, report in WATER:
        day = today - timedelta(days=back)
        add_water_test(site.id, TypedTest(MAINS, day, total, carbonate, "dH", "number", *report), today, begin)
    events, stood = [], []
    for story in MACHINES:
        fields = MachineFields(story.name, story.kind, story.place, story.serial)
        row = machine(
            site.id, add_machine(site.id, fields, NewMachine({"drinks": story.start}), Actor(begin.now, keepers[0]))
        )
        assert row is not None
        stood.append((story, row))
        events += _events(story, row, site.calendar, now, chance)
    others = [line for story, row in stood for line in _other_counters(story, events, row)]
    import_readings(site, ImportFacts(write(others, site.calendar).encode(), confirmed=True), Actor(now, keepers[0]))
    begun = now - timedelta(days=GUIDED_DAYS)
    older = [event for event in events if event.at < begun and not event.item]
    import_readings(site, ImportFacts(_as_csv(older, site.calendar), confirmed=True), Actor(begun, keepers[0]))
    for story, row in stood:
        _usual(story, row, site.calendar, now, Actor(now - timedelta(minutes=3), keepers[1]))
        _bars(story, [event for event in events if event.machine == row], Actor(now - timedelta(minutes=3), keepers[1]))
    for story, row in stood:
        _lamps(
            story, [event for event in events if event.machine == row], Actor(now - timedelta(minutes=3), keepers[0])
        )
    for n, event in enumerate(
        sorted(set(events) - set(older), key=lambda event: (event.at, event.machine.id, event.item, event.cleaning))
    ):
        _enact(event, site, Actor(event.at, keepers[n % 3 == 0]), event.at >= begun)
    _own_limits({story.name: row for story, row in stood}, Actor(begun, keepers[0]))
    _stock(site, now, keepers[1])
    _defer(site, now, keepers[0])
    _bench(site, {story.name: row for story, row in stood}, now, keepers[1])
    told(site, {story.name: row for story, row in stood}, now, keepers)
    _guests(site, {story.name: row for story, row in stood}, now, keepers[0])


def _own_limits(rows: dict[str, MachineRow], actor: Actor) -> None:
    """What the keepers found to be other on a machine than on its kind."""
    for name, item, trigger, limit, reason in OWN_LIMITS:
        set_limit(rows[name], item, trigger, limit, reason, actor)


def _bench(site: SiteRow, rows: dict[str, MachineRow], now: datetime, keeper_id: int) -> None:
    """What was paid, and what was measured at the beaker."""
    today = site.calendar.today(now)
    for product, units, money, back in PRICES:
        note_price(product, units, money, today - timedelta(days=back), today, Actor(now, keeper_id))
    for name, filled, left, back in MEASURED:
        at = site.calendar.opening(site.calendar.open_day_from(today - timedelta(days=back), -1)) + timedelta(hours=11)
        view = machine_view(site, rows[name].id, now)
        assert view is not None
        note_measuring(view, "milk-cleaner", Measuring(filled, left), Actor(min(at, now), keeper_id))
    currency, hour, water, idle = PAID
    save_money(site, currency, hour, water, Actor(now, keeper_id), idle)
    product, unit, pushes = PUSHES
    note_pushes(product, unit, pushes, not_primed=True, actor=Actor(now - timedelta(days=2), keeper_id))


def _stock(site: SiteRow, now: datetime, keeper_id: int) -> None:
    """What was counted some days ago; the runs since then took their share by themselves."""
    for product, units, back in STOCK:
        day = site.calendar.open_day_from(site.calendar.today(now) - timedelta(days=back), -1)
        at = site.calendar.opening(day) + timedelta(minutes=3)
        move_stock(product, Move.COUNTED, units, Actor(at, keeper_id))
    for product, units, back, keeps in BOUGHT:
        until = site.calendar.today(now) + timedelta(days=keeps)
        move_stock(product, Move.BOUGHT, units, Actor(now - timedelta(days=back), keeper_id), keeps_until=until)
    for product, units, into, back in CARRIED:
        shift_stock(product, units, "", into, Actor(now - timedelta(days=back), keeper_id))
    for product, units, ahead in ORDERED:
        arrives = site.calendar.open_day_from(site.calendar.today(now) + timedelta(days=ahead))
        order_stock(site, product, units, arrives, Actor(now - timedelta(days=1), keeper_id))


def _guests(site: SiteRow, rows: dict[str, MachineRow], now: datetime, keeper_id: int) -> None:
    """Stickers, and what was told of them this morning."""
    for name in STICKERS:
        renew_sticker(rows[name], Actor(now - timedelta(days=3), keeper_id))
    for name, what, words, back in TOLD_BY_GUESTS:
        view = machine_view(site, rows[name].id, now)
        assert view is not None
        tell_as_guest(view, GuestTells(what), now - timedelta(minutes=back), words=words)


def _defer(site: SiteRow, now: datetime, keeper_id: int) -> None:
    """One job was left for a quieter hour."""
    name, item, days = DEFERRED
    row = next(row for row in machines(site.id) if row.name == name)
    view = machine_view(site, row.id, now)
    due = view.status.due(item) if view else None
    until = site.calendar.closing(site.calendar.open_day_from(site.calendar.today(now) + timedelta(days=days)))
    if due is not None:
        defer(row, due, until, Actor(now - timedelta(minutes=2), keeper_id))


def _other_counters(story: MachineStory, events: list[_Event], row: MachineRow) -> list[tuple[str, str, datetime, int]]:
    """Milk drinks and litres at the times when the drinks were read, where the machine counts them."""
    read = [event for event in events if event.machine == row and not event.item]
    lines = []
    for counter, share in (("milk", story.milk_share), ("litres", story.litres_per_drink)):
        if counter in kind_of(story.kind).counters:
            lines += [(row.name, counter, event.at, round((event.value - story.start) * share) + 900) for event in read]
    return lines


def _lamps(story: MachineStory, events: list[_Event], actor: Actor) -> None:
    """The lamp of the tablet, seen a little before each tablet and dark after it."""
    for event in [event for event in events if event.item == "brew-tablet"] if story.lamp else []:
        lit = PanelSignals(lamps_from_data({"care": story.lamp}))
        note_sighting(event.machine, lit, event.at - timedelta(minutes=25), actor)
        note_sighting(event.machine, PanelSignals(), event.at + timedelta(hours=1), actor)


def _bars(story: MachineStory, events: list[_Event], actor: Actor) -> None:
    """The bar of the tablet, read soon after the tablet before the last one, and again before the last."""
    tablets = [event for event in events if event.item == "brew-tablet"]
    if not story.bar or len(tablets) < 2:
        return
    begun, ended = tablets[-2:]
    seen = [event for event in events if not event.item and begun.at < event.at < ended.at]
    for event in (seen[0], seen[-1]) if seen else ():
        percent = min(100, round(100 * (event.value - begun.value) / story.bar))
        read_bar(event.machine, "brew-tablet", percent, event.at + timedelta(minutes=2), actor)


def _usual(story: MachineStory, row: MachineRow, calendar: SiteCalendar, now: datetime, actor: Actor) -> None:
    """Everything that was done without a run: when each thing was done last."""
    today = calendar.today(now)
    over = calendar.is_open(today) and now >= calendar.closing(today)
    last_evening = calendar.open_day_from(today if over else today - timedelta(days=1), -1)
    evening = calendar.closing(last_evening) - timedelta(minutes=35)
    morning = calendar.opening(today) + timedelta(minutes=8)
    for item in kind_of(story.kind).items:
        if item.key in ("brew-tablet", "group-rinse") or (item.role is ItemRole.FILTER and not story.cartridge):
            continue
        at = evening - timedelta(days=1 if item.key in story.missed else 0)
        daily = {trigger.key: trigger for trigger in item.triggers}
        age = story.ages.get(item.key, _usual_age(item))
        every_evening = "service" in daily or age <= 1
        if item.key in EMPTIED and item.key not in story.missed:
            at = max([at, *(noon for noon in _emptied_on(today, calendar) if noon < actor.now)])
        if not every_evening or item.key in story.ages:
            day = calendar.open_day_from(today - timedelta(days=age), -1)
            at = calendar.opening(day) + timedelta(minutes=40) if day < today else min(morning, actor.now)
        declare_done(row, item.key, LastDoneAnswer(at=at), None, Actor(actor.now, actor.keeper_id))
    if story.cartridge:
        capacity, back = story.cartridge
        at = calendar.opening(calendar.open_day_from(today - timedelta(days=back), -1)) + timedelta(minutes=40)
        usual = kind_of(story.kind).cartridge
        assert usual is not None
        install_cartridge(row, replace(usual, capacity_dh_l=capacity), at, actor)
    elif kind_of(story.kind).cartridge:
        install_cartridge(row, None, calendar.opening(calendar.open_day_from(today - timedelta(days=36), -1)), actor)
    for back, hour, lamps, message in story.shows:
        day = calendar.open_day_from(today - timedelta(days=back), -1)
        seen = PanelSignals(lamps_from_data(lamps), message)
        note_sighting(row, seen, calendar.at_minute(day, 60 * hour), actor)


def _emptied_on(today: date, calendar: SiteCalendar) -> tuple[datetime, ...]:
    """When somebody goes round and empties what fills with every cup, on a day that is open."""
    return tuple(calendar.at_minute(today, minute) for minute in EMPTIED_AT) if calendar.is_open(today) else ()


def _usual_age(item: CareItem) -> int:
    """About six tenths of the shortest limit in days; what has to be done every few days was done yesterday."""
    ages = [30.0]
    for trigger in item.triggers:
        if isinstance(trigger, DaysSince | MonthsSince):
            ages.append(0.6 * trigger.limit * (30 if isinstance(trigger, MonthsSince) else 1))
        elif isinstance(trigger, CountSince) and trigger.counter == "drinks":
            ages.append(0.6 * trigger.limit / USUAL_PER_DAY)
        elif isinstance(trigger, HoursSinceFirstDrink | FixedWeekdays):
            ages.append(1.0)
    return round(min(ages))


def _as_csv(events: list[_Event], calendar: SiteCalendar) -> bytes:
    return write([(e.machine.name, "drinks", e.at, e.value) for e in events], calendar).encode()


def _events(
    story: MachineStory, row: MachineRow, calendar: SiteCalendar, now: datetime, chance: np.random.Generator
) -> list[_Event]:
    """The days of one machine: what it made, when it was read, what was done to it."""
    events: list[_Event] = []
    value = float(story.start)
    today = calendar.today(now)
    for back in range(FIRST_DAY - 1, -1, -1):
        day = today - timedelta(days=back)
        morning = calendar.opening(day) + timedelta(minutes=5 + int(chance.integers(0, 25)))
        drinks = int(chance.poisson(story.per_day[day.weekday()]))
        if not calendar.is_open(day):
            value += drinks
            continue
        if back in READ_DAYS and back >= story.unread and morning <= now:
            events.append(_Event(morning, row, round(value)))
        for item, days, cleaning, minutes in (
            ("brew-tablet", story.tablets, 1, 50),
            ("group-rinse", story.rinses, 0, 25),
        ):
            if back in _on_open_days(days, calendar, today):
                at = morning + timedelta(minutes=minutes)
                cleaned = cleaning if back < GUIDED_DAYS else 0
                value += cleaned
                events.append(_Event(at, row, round(value), item, cleaned))
        value += drinks
    return events


def _on_open_days(days: tuple[int, ...], calendar: SiteCalendar, today: date) -> set[int]:
    """Days back, moved to the open day before where the site was closed."""
    return {(today - calendar.open_day_from(today - timedelta(days=back), -1)).days for back in days}


def _enact(event: _Event, site: SiteRow, actor: Actor, guided: bool) -> None:
    """Let it happen as it would in the application."""
    if not event.item:
        typed = TypedReading(event.machine.id, event.value, event.at, "as-typed")
        take_readings([typed], site.calendar_of, actor)
    elif guided:
        _lead(event, site, actor)
    else:
        declare_done(event.machine, event.item, LastDoneAnswer(at=event.at), None, actor)


def _empty_its_tray(row: RunRow, actor: Actor, times: int) -> None:
    """It asks for its tray in the middle of its work, some days more often than on others."""
    assert row.state.step is not None
    asked = row.state.step.asks[0].key
    for _ in range(times):
        answer_step(row.id, EventKind.ASKED, row.state.index, actor, asked)
        answer_step(row.id, EventKind.ANSWERED, row.state.index, actor)


def _lead(event: _Event, site: SiteRow, actor: Actor) -> None:
    """A whole run, step by step, at the pace of a keeper."""
    run_id = begin_run(site, event.machine, event.item, actor, anyway=True)
    row = run_row(run_id)
    assert row is not None
    while row.state.step is not None:
        step = row.state.step
        machine_time = step.duration.likely_s if step.duration else 0
        actor = Actor(actor.now + timedelta(seconds=40 + machine_time), actor.keeper_id)
        answer = step.ask.choices[-1] if step.ask and step.ask.choices else ""
        if step.asks:
            _empty_its_tray(row, actor, times=actor.now.day % 3)
        row = answer_step(run_id, EventKind.ADVANCE, row.state.index, actor, answer)
    finish_run(run_id, row.state.index, Finish(event.value, event.cleaning, "as-typed"), site, actor)
