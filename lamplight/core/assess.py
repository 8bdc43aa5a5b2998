"""Where one machine stands: what follows from its book, its kind and the site's calendar at a moment."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import date, datetime, timedelta
from functools import cached_property, partial
from typing import Any

from lamplight.core.care.context import Evaluated, EvaluationContext, LampAhead
from lamplight.core.care.evaluate import evaluate_all, evaluate_item
from lamplight.core.care.item import CareItem, Due, ItemRole, LastDone, Start
from lamplight.core.care.last_done import last_done
from lamplight.core.care.own_items import own_items
from lamplight.core.care.rhythm import Rhythm, rhythm_of
from lamplight.core.care.status import Status
from lamplight.core.care.trigger_base import Trigger
from lamplight.core.errors import MissingReading
from lamplight.core.lamps.intervals import rounds_of
from lamplight.core.lamps.own_interval import LampExpected, LampInterval, counted_by_lamp, lamp_expected, learn_interval
from lamplight.core.lamps.progress_bars import BarInterval, bar_intervals, following_bars
from lamplight.core.lamps.sightings import Asked, asked_for, panels_seen
from lamplight.core.machine.book import MachineBook
from lamplight.core.machine.estimated_meters import meters_of
from lamplight.core.machine.kind import Kind
from lamplight.core.machine.marks import found_on
from lamplight.core.site.absence import Absence, away
from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.timeline import Timeline
from lamplight.core.usage.cumulative import CumulativeCount
from lamplight.core.usage.expected_reading import ExpectedReading, expected_reading
from lamplight.core.usage.meters import Meter
from lamplight.core.usage.usage import Usage
from lamplight.core.water.at_machine import WaterAtMachine


@dataclass(frozen=True)
class MachineStatus:
    """What follows from a book at a moment.

    Attributes:
        context: drinks, litres, calendar and the present.
        dues: every item, most urgent first.
        book: what it rests on.
        bar_intervals: the machine's own intervals that its progress bars tell, by item key.
        work: what holds all day long.
    """

    context: EvaluationContext
    dues: tuple[Due, ...]
    book: MachineBook = field(repr=False)
    bar_intervals: Mapping[str, BarInterval] = field(default_factory=dict)
    work: DayBasis | None = field(default=None, repr=False, compare=False)

    @cached_property
    def lamps_expected(self) -> tuple[LampExpected, ...]:
        """When each lamp is expected that the machine's own past has taught, the nearest first."""
        lamps = []
        for due in self.dues:
            done = Evaluated(due.item, due.last, self.context).deed
            ahead = self.work.lamp_after(due.item.key, done.at) if self.work is not None and done is not None else None
            if self.work is not None and ahead is not None:
                interval, meter = self.work.lamp_intervals[due.item.key]
                lamps.append(LampExpected(due.item, interval, ahead.passage, meter.unit))
        return tuple(sorted(lamps, key=lambda lamp: lamp.passage.likely or date.max))

    @property
    def usage(self) -> Usage:
        """Drinks a day by weekday."""
        return self.context.usage

    @property
    def cumulative(self) -> CumulativeCount:
        """The drinks over time."""
        return self.context.cumulative

    @cached_property
    def worst(self) -> Status:
        """Of the most urgent item that nothing takes the place of; clear where there is none."""
        return max((due.status for due in self.dues if not due.covered_by), default=Status.CLEAR)

    def due_of(self, role: ItemRole) -> Due | None:
        """Where the first item of that role stands, or None where the machine has none."""
        return next((due for due in self.dues if due.item.role is role), None)

    def title(self, item_key: str) -> str:
        """What an item is called here; its key where the machine has none of it."""
        due = self.due(item_key)
        return due.item.title if due else item_key

    def due(self, item_key: str) -> Due | None:
        """Where one item stands, or None where the machine has no such item."""
        return next((due for due in self.dues if due.item.key == item_key), None)

    def expected(self, counter: str) -> ExpectedReading | None:
        """What a counter should show now; None without a reading."""
        return expected_reading(self.book.counter(counter), self.context.meters.get(counter), self.context.now)

    @property
    def expected_drinks(self) -> int | None:
        """What the drinks counter should show now; None without a reading."""
        expected = self.expected("drinks")
        return expected.value if expected else None

    def mean_per_open_day(self) -> float:
        """Drinks on an average working day of the week, 0 or more."""
        return self.context.meters["drinks"].mean_per_open_day()


@dataclass(frozen=True, eq=False)
class DayBasis:
    """What a book says all day long: usage, lines, what was done when. Only the judging needs the hour.

    Attributes:
        meters: by counter.
        calendar: the site's, with absences closed.
        items: as the keeper has them here.
        done: when each was last done, by key.
        told: the machine's own intervals that its progress bars tell, by item key.
        tank_l: what its tank holds, litres.
        asked: what it asked for.
        settled: item keys and moments at which they were done, also as part of others.
        waters: what came in, and through which filter, when.
        away: spans in which nobody is there, long closures included.
    """

    book: MachineBook = field(repr=False)
    meters: Mapping[str, Meter]
    calendar: SiteCalendar
    items: tuple[CareItem, ...]
    done: Mapping[str, LastDone]
    told: Mapping[str, BarInterval]
    tank_l: float
    asked: tuple[Asked, ...] = ()
    settled: tuple[tuple[str, datetime], ...] = ()
    waters: Timeline[WaterAtMachine, datetime] = field(default_factory=lambda: Timeline(WaterAtMachine()))
    away: tuple[Absence, ...] = ()

    @cached_property
    def by_day(self) -> dict[tuple[date, str, Trigger | None], Any]:
        """What was judged for a date and holds until its end, as it comes to be known."""
        return {}

    @cached_property
    def lamp_intervals(self) -> Mapping[str, tuple[LampInterval, Meter]]:
        """The machine's own intervals as its lamps teach them, by item key, with what they count."""
        intervals: dict[str, tuple[LampInterval, Meter]] = {}
        for item in self.items:
            counted = counted_by_lamp(item, self.meters, self.book.water)
            asked = [sighting for sighting in self.asked if sighting.item == item.key]
            bars = [(bar.at, bar.percent / 100) for bar in self.book.bars if bar.item == item.key]
            if counted is None or not (asked or bars):
                continue
            meter, expected = counted
            lit = [sighting.at for sighting in asked]
            seen = (panel.at for panel in panels_seen(self.book.sightings))
            dark = [at for at in seen if not any(sighting.holds(at) for sighting in asked)]
            done = [at for key, at in self.settled if key == item.key]
            try:
                intervals[item.key] = learn_interval(rounds_of(done, lit, dark, meter, bars), expected), meter
            except MissingReading:
                continue
        return intervals

    def lamp_after(self, item_key: str, done_at: datetime) -> LampAhead | None:
        """When the lamp of an item is expected that was done at a moment; None where its past taught nothing.

        Nor where it was lit since: then it is lit, or went out and nobody knows what was done.
        """
        known = self.lamp_intervals.get(item_key)
        if known is None or any(one.item == item_key and one.begun.at > done_at for one in self.asked):
            return None
        return lamp_expected(*known, done_at)

    def foretells(self, item_key: str, done_at: datetime) -> LampAhead | None:
        """The same where the lamp was seen at least once: what a bar alone tells is a limit of its own already."""
        known = self.lamp_intervals.get(item_key)
        return self.lamp_after(item_key, done_at) if known is not None and known[0].seen else None


def day_basis(
    book: MachineBook,
    kind: Kind,
    calendar: SiteCalendar,
    day: date,
    earlier_kinds: tuple[tuple[datetime, Kind], ...] = (),
) -> DayBasis:
    """Everything about a book that holds for a whole date of the site; gaps age by the day.

    Args:
        earlier_kinds: until when it was of another kind, oldest first.
    """
    own_calendar = calendar.without(day for absence in book.absences for day in absence.dates())
    spans = away(book.absences, calendar)
    meters = meters_of(book, kind, own_calendar, calendar.at_minute(day, 0), earlier_kinds)
    moments = tuple((key, moment.at) for key, moment in book.deeds)
    told = bar_intervals(kind.items, book.bars, moments, meters)
    items = following_bars(own_items(kind.items, book.choices), told, ((own.item, own.trigger) for own in book.limits))
    done = last_done(book.done, book.drinks, meters["drinks"].cumulative)
    waters = _filtered_since(book.waters, _filter_changed(items, done, meters))
    asked = asked_for(kind.panel, book.sightings, book.deeds)
    tank_l = kind.capacities.tank_ml / 1000
    return DayBasis(book, meters, own_calendar, items, done, told, tank_l, asked, moments, waters, spans)


def _filtered_since(
    waters: Timeline[WaterAtMachine, datetime], changed_at: datetime | None
) -> Timeline[WaterAtMachine, datetime]:
    """The same with the filter change as the moment when the cartridge came in, where no other is known."""
    if changed_at is None or waters.now.cartridge is None or waters.now.fitted_at is not None:
        return waters
    return replace(waters, now=replace(waters.now, fitted_at=changed_at))


def _filter_changed(
    items: Sequence[CareItem], done: Mapping[str, LastDone], meters: Mapping[str, Meter]
) -> datetime | None:
    """When the filter was changed last, as far as the book tells."""
    last = next((done.get(item.key) for item in items if item.role is ItemRole.FILTER), None)
    if last is None or last.start is Start.OWED:
        return None
    return last.at or (meters["drinks"].cumulative.moment_at(last.position) if last.position is not None else None)


def status_at(work: DayBasis, now: datetime, lacking: Collection[str] = ()) -> MachineStatus:
    """Every due at a moment of the day that was worked out.

    Args:
        work: of the day.
        now: aware.
        lacking: keys of the items for which the cupboard has nothing.
    """
    book = work.book
    prompts = {asked.item: asked.begun for asked in work.asked if asked.holds(now)}
    context = EvaluationContext(
        work.meters, work.calendar, now, work.done, work.away, prompts, book.events, work.waters.now, work.tank_l,
        work.waters.earlier, found_on(book.looked_at, book.trials, [item.key for item in work.items], now),
        work.by_day, work.foretells,
    )  # fmt: skip
    return MachineStatus(context, evaluate_all(work.items, work.done, context, lacking), book, work.told, work)


def assess(book: MachineBook, kind: Kind, calendar: SiteCalendar, now: datetime) -> MachineStatus:
    """Usage, lines and every due of one machine at ``now``."""
    return status_at(day_basis(book, kind, calendar, calendar.today(now)), now)


def due_after(work: DayBasis, item: CareItem, done_at: datetime) -> Due:
    """Where an item stands once it is done at a moment ahead, by the same rules.

    Args:
        work: of the day.
        done_at: aware.
    """
    water = work.waters.now
    if item.role is ItemRole.FILTER:
        water = replace(water, fitted_at=done_at)
    done = {**work.done, item.key: LastDone(at=done_at)}
    context = EvaluationContext(
        work.meters, work.calendar, done_at, done, work.away, {}, work.book.events, water, work.tank_l,
        work.waters.earlier, foretells=work.foretells,
    )  # fmt: skip
    return evaluate_item(item, LastDone(at=done_at), context)


# What was noted so far ahead is not waited for: rhythms are then told from today on.
NOTED_AT_MOST = timedelta(days=400)


def rhythms(work: DayBasis, today: date) -> dict[str, Rhythm]:
    """How often each item comes round by itself, by key; none of those whose rules name no day."""
    noted = [*work.calendar.closures, *(span.last for span in work.away)]
    last = max((day for day in noted if today <= day <= today + NOTED_AT_MOST), default=None)
    start = today if last is None else last + timedelta(days=1)
    found = {item.key: rhythm_of(partial(due_after, work, item), work.calendar, start) for item in work.items}
    return {key: rhythm for key, rhythm in found.items() if rhythm is not None}
