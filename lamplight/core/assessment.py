"""Where one machine stands: what follows from its book, its kind and the site's calendar at a moment."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import date, datetime, timedelta
from functools import cached_property

from lamplight.core.bars import BarInterval, bar_intervals, following_bars
from lamplight.core.calendar import SiteCalendar
from lamplight.core.care import CareItem, Due, LastDone, Status
from lamplight.core.counters import CounterBook
from lamplight.core.drink_line import DrinkLine
from lamplight.core.errors import MissingReading
from lamplight.core.gauges import Gauge
from lamplight.core.judge import judge_all
from lamplight.core.kind import Kind
from lamplight.core.lamp_learning import LampExpected, LampInterval, lamp_expected, learn_interval, rounds_of
from lamplight.core.lamps import Asked, asked_for
from lamplight.core.machine_book import DoneFact, MachineBook
from lamplight.core.outlook import Outlook
from lamplight.core.triggers import COUNTERS, LIMITED, SCHOOLS, CountSince, FilterSpent, LitresByHardness, ScaleBudget
from lamplight.core.usage import OWN_MEMORY, Usage, fit_intervals
from lamplight.core.water import WaterAtMachine

# A prompt that is written down with the end of a job stands a second after it.
A_MOMENT = timedelta(minutes=1)
# What a lamp is expected at where neither hardness nor a table says it; corrected by its first sightings.
USUAL_DESCALE_L = 60.0


@dataclass(frozen=True)
class Assessment:
    """What follows from a book at a moment.

    Attributes:
        outlook: drinks, litres, calendar and the present.
        dues: every item, most urgent first.
        book: what it rests on.
        bar_intervals: the machine's own intervals that its progress bars tell, by item key.
        work: what holds all day long.
    """

    outlook: Outlook
    dues: tuple[Due, ...]
    book: MachineBook = field(repr=False)
    bar_intervals: Mapping[str, BarInterval] = field(default_factory=dict)
    work: DaysWork | None = field(default=None, repr=False, compare=False)

    @cached_property
    def lamps_expected(self) -> tuple[LampExpected, ...]:
        """When each lamp is expected that the machine's own past has taught, the nearest first."""
        found = []
        for key, (interval, gauge) in (self.work.lamp_intervals if self.work else {}).items():
            due, lit = self.due(key), self.outlook.prompts.get(key)
            since = self.outlook.moment_of(due.last) if due and due.last else None
            if due is None or since is None or (lit is not None and lit > since):
                continue
            expected = lamp_expected(due.item, interval, gauge, since)
            found += [expected] if expected else []
        return tuple(sorted(found, key=lambda one: one.passage.likely or date.max))

    @property
    def usage(self) -> Usage:
        """Drinks a day by weekday."""
        return self.outlook.usage

    @property
    def line(self) -> DrinkLine:
        """The drinks over time."""
        return self.outlook.line

    @cached_property
    def status(self) -> Status:
        """Of the most urgent item that nothing takes the place of; clear where there is none."""
        return max((due.status for due in self.dues if not due.covered_by), default=Status.CLEAR)

    def due(self, item_key: str) -> Due | None:
        """Where one item stands, or None where the machine has no such item."""
        return next((due for due in self.dues if due.item.key == item_key), None)

    def expected(self, counter: str) -> int | None:
        """What a counter should show now; None without a reading."""
        facts, gauge = self.book.counter(counter), self.outlook.gauges.get(counter)
        last = facts.last_reading
        if last is None or gauge is None:
            return None
        since = [restart for restart in facts.restarts if restart.at > last.at]
        start, value = (since[-1].at, since[-1].after) if since else (last.at, last.value)
        cleaned = sum(run.count for run in facts.cleaning if run.at > start)
        return round(value + gauge.line.between(start, self.outlook.now).drinks) + cleaned

    @property
    def expected_reading(self) -> int | None:
        """What the drinks counter should show now; None without a reading."""
        return self.expected("drinks")

    def mean_per_open_day(self) -> float:
        """Drinks on an average working day of the week, 0 or more."""
        return self.outlook.gauges["drinks"].mean_per_open_day()


def usage_of(facts: CounterBook, calendar: SiteCalendar, now: datetime, guess: float | None = None) -> Usage:
    """Usage of one counter as Lamplight fits it: readings up to now, each machine remembering as long as suits it."""
    return fit_intervals(facts.intervals, calendar, now, OWN_MEMORY, guess_per_day=guess)


def counter_line(facts: CounterBook, usage: Usage, calendar: SiteCalendar) -> DrinkLine:
    """The line of counts through a counter's readings."""
    single = facts.readings[0].at if facts.readings and not facts.intervals else None
    return DrinkLine(facts.intervals, usage, calendar, single)


def gauges_of(book: MachineBook, kind: Kind, calendar: SiteCalendar, now: datetime) -> dict[str, Gauge]:
    """Drinks, milk drinks and litres: read where the machine counts them, else estimated from drinks."""
    gauges = {}
    for name in ("drinks", *(counter for counter in kind.counters if counter != "drinks")):
        facts = book.counter(name)
        guess = book.guess_per_day if name == "drinks" else None
        if name == "drinks" or facts.readings:
            line = counter_line(facts, usage_of(facts, calendar, now, guess), calendar)
            gauges[name] = Gauge(COUNTERS[name], line)
    drinks = gauges["drinks"].line
    mix = kind.mix
    if "milk" not in gauges and mix.milk_share > 0:
        said = f"estimated as {mix.milk_share:.0%} of the drinks"
        gauges["milk"] = Gauge(COUNTERS["milk"], drinks, mix.milk_share, how=said)
    if "litres" not in gauges and mix.litres_per_drink > 0:
        rinses = f", {mix.rinse_litres_per_day:g} L of rinses a day" if mix.rinse_litres_per_day else ""
        said = f"estimated from {mix.litres_per_drink * 1000:.0f} ml a drink{rinses}, and what programmes take"
        extras = _programme_litres(book, kind)
        gauges["litres"] = Gauge("L", drinks, mix.litres_per_drink, mix.rinse_litres_per_day, extras, said)
    return gauges


def _programme_litres(book: MachineBook, kind: Kind) -> tuple[tuple[datetime, float], ...]:
    """Litres that programmes took, at the moments when they were done."""
    takes = {item.key: item.water_ml / 1000 for item in kind.items if item.water_ml}
    return tuple((fact.at, takes[fact.item]) for fact in book.done if fact.at is not None and fact.item in takes)


def own_items(items: Sequence[CareItem], book: MachineBook) -> tuple[CareItem, ...]:
    """A kind's items as the keeper has them here: own limits, own school, some switched off, no filter to change."""
    own = {(change.item, change.trigger): change.limit for change in book.limits}
    kept = tuple(item for item in items if item.key not in book.switched_off)
    if book.water.filter_out:
        kept = tuple(item for item in kept if not any(isinstance(trigger, FilterSpent) for trigger in item.triggers))
    if not own and book.school not in SCHOOLS:
        return kept
    return tuple(replace(item, triggers=_own_triggers(item, own, book.school)) for item in kept)


def _own_triggers(item: CareItem, own: Mapping[tuple[str, str], float], school: str) -> tuple:
    triggers = item.triggers
    if school in SCHOOLS and any(trigger.school for trigger in triggers):
        triggers = tuple(t for t in triggers if t.school in ("", school)) or triggers
    return tuple(
        replace(trigger, limit=own[(item.key, trigger.key)])
        if isinstance(trigger, LIMITED) and (item.key, trigger.key) in own
        else trigger
        for trigger in triggers
    )


def last_done(book: MachineBook, line: DrinkLine, items: Sequence[CareItem] = ()) -> dict[str, LastDone]:
    """The latest time each item was done, by item key, also as part of another that settles it."""
    latest: dict[str, tuple[datetime, LastDone]] = {}
    for key, fact in _with_settled(book.done, items):
        found = _placed(fact, book, line)
        if found and (key not in latest or found[0] >= latest[key][0]):
            latest[key] = found
    return {key: done for key, (_, done) in latest.items()}


def _with_settled(facts: Iterable[DoneFact], items: Iterable[CareItem]) -> Iterator[tuple[str, DoneFact]]:
    """Each item that was done, by itself or as part of another that settles it, with the fact."""
    settles = {item.key: item.settles for item in items}
    for fact in facts:
        for key in (fact.item, *settles.get(fact.item, ())):
            yield key, fact


def _placed(fact: DoneFact, book: MachineBook, line: DrinkLine) -> tuple[datetime, LastDone] | None:
    """A fact with the moment that orders it."""
    if fact.at is not None:
        return fact.at, LastDone(at=fact.at)
    first = book.drinks.first_reading
    if fact.value is None or first is None or line.first is None:
        return None
    position = float(fact.value - first.value)
    placed = line.moment_at(position) or line.first - timedelta(days=3 * 366)
    return placed, LastDone(position=position)


@dataclass(frozen=True)
class DaysWork:
    """What a book says all day long: usage, lines, what was done when. Only the judging needs the hour.

    Attributes:
        gauges: by counter.
        calendar: the site's, with absences closed.
        items: as the keeper has them here.
        done: when each was last done, by key.
        told: the machine's own intervals that its progress bars tell, by item key.
        tank_l: what its tank holds, litres.
        asked: what it asked for by its panel.
        settled: item keys and moments at which they were done, also as part of others.
    """

    book: MachineBook = field(repr=False)
    gauges: Mapping[str, Gauge]
    calendar: SiteCalendar
    items: tuple[CareItem, ...]
    done: Mapping[str, LastDone]
    told: Mapping[str, BarInterval]
    tank_l: float
    asked: tuple[Asked, ...] = ()
    settled: tuple[tuple[str, datetime], ...] = ()

    @cached_property
    def lamp_intervals(self) -> Mapping[str, tuple[LampInterval, Gauge]]:
        """The machine's own intervals as its lamps teach them, by item key, with what they count."""
        lit = [(one.item, one.at) for one in self.asked] + [(one.item, one.at) for one in self.book.prompts]
        found: dict[str, tuple[LampInterval, Gauge]] = {}
        for item in self.items:
            counted = counted_by_lamp(item, self.gauges, self.book.water)
            own_lit = [at for key, at in lit if key == item.key]
            bars = [(bar.at, bar.percent / 100) for bar in self.book.bars if bar.item == item.key]
            if counted is None or not (own_lit or bars):
                continue
            gauge, expected = counted
            lit_spans = [(one.at, one.gone_at) for one in self.asked if one.item == item.key]
            dark = [
                one.at
                for one in self.book.sightings
                if not any(begin <= one.at and (end is None or one.at < end) for begin, end in lit_spans)
            ]
            done = [at for key, at in self.settled if key == item.key]
            try:
                found[item.key] = learn_interval(rounds_of(done, own_lit, dark, gauge, bars), expected), gauge
            except MissingReading:
                continue
        return found


def counted_by_lamp(item: CareItem, gauges: Mapping[str, Gauge], water: WaterAtMachine) -> tuple[Gauge, float] | None:
    """What the lamp of an item counts, and the kind's own limit in that unit; None where it goes by no count."""
    counts = [trigger for trigger in item.triggers if isinstance(trigger, CountSince)]
    if counts:
        gauge = gauges.get(counts[0].counter)
        return (gauge, float(counts[0].limit)) if gauge else None
    table = next((trigger for trigger in item.triggers if isinstance(trigger, LitresByHardness)), None)
    scaled = any(isinstance(trigger, ScaleBudget) for trigger in item.triggers)
    if "litres" not in gauges or not (table or scaled):
        return None
    hardness = water.scaling_after
    if table is None or hardness is None:
        return gauges["litres"], USUAL_DESCALE_L
    return gauges["litres"], float(
        next(step.litres for step in table.steps if step.up_to_dh is None or hardness <= step.up_to_dh)
    )


def days_work(book: MachineBook, kind: Kind, calendar: SiteCalendar, day: date) -> DaysWork:
    """Everything about a book that holds for a whole date of the site; gaps age by the day."""
    own_calendar = calendar.without(day for absence in book.absences for day in absence.dates())
    gauges = gauges_of(book, kind, own_calendar, calendar.at_minute(day, 0))
    moments = tuple((key, fact.at) for key, fact in _with_settled(book.done, kind.items) if fact.at is not None)
    told = bar_intervals(kind.items, book.bars, moments, gauges)
    items = following_bars(own_items(kind.items, book), told, ((own.item, own.trigger) for own in book.limits))
    done = last_done(book, gauges["drinks"].line, kind.items)
    asked = asked_for(kind.panel, book.sightings)
    return DaysWork(book, gauges, own_calendar, items, done, told, kind.capacities.tank_ml / 1000, asked, moments)


def judged_at(work: DaysWork, now: datetime) -> Assessment:
    """Every due at a moment of the day that was worked out."""
    book = work.book
    noted = [(seen.item, seen.at) for seen in book.prompts if seen.gone_at is None]
    shown = [(asked.item, asked.at) for asked in work.asked if asked.gone_at is None or asked.gone_at > now]
    prompts = dict(
        sorted(((item, at) for item, at in (*noted, *shown) if at <= now + A_MOMENT), key=lambda one: one[1])
    )
    outlook = Outlook(
        work.gauges, work.calendar, now, work.done, book.absences, prompts, book.events, book.water, work.tank_l
    )
    return Assessment(outlook, judge_all(work.items, work.done, outlook), book, work.told, work)


def assess(book: MachineBook, kind: Kind, calendar: SiteCalendar, now: datetime) -> Assessment:
    """Usage, lines and every due of one machine at ``now``."""
    return judged_at(days_work(book, kind, calendar, calendar.today(now)), now)
