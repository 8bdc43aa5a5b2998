"""Taking, correcting and removing counter readings."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Callable, Collection, Mapping, Sequence
from datetime import datetime, timedelta

from lamplight.actions.entries import write_entry
from lamplight.core.errors import InvalidInput, LamplightError
from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.usage.counters import CounterBook, Reading
from lamplight.core.usage.plausibility import Doubt
from lamplight.core.usage.weekday_rates import usage_of
from lamplight.core.words import grouped
from lamplight.sight.actor import Actor
from lamplight.sight.readings import (
    AS_TYPED,
    RESTARTED,
    SWAPPED,
    TypedReading,
    counter_title,
    facts_of,
    open_doubts,
)
from lamplight.store.books import ReadingRow, counter_books, reading_rows
from lamplight.store.database import database
from lamplight.store.models import CounterReading, CounterRestart, Entry, ReadingRemoval

ANSWERS = (AS_TYPED, RESTARTED, SWAPPED)


class DoubtfulReadings(LamplightError):
    """Some readings need an answer, or cannot be so; nothing was saved."""

    def __init__(self, doubts: Mapping[tuple[int, str], tuple[Doubt, ...]]) -> None:
        super().__init__(" ".join(doubt.sentence for several in doubts.values() for doubt in several))
        self.doubts = doubts


def take_readings(
    typed: Sequence[TypedReading], calendar_of: Callable[[int], SiteCalendar], actor: Actor, source: str = "typed"
) -> int:
    """Save several readings, all or none; answers how many were new.

    Args:
        calendar_of: of the site of each machine, by its number.
        source: how it came into the book.

    Raises:
        DoubtfulReadings: when any of them has a doubt without an answer; nothing is saved.
    """
    with database.atomic():
        known = _known({reading.machine_id for reading in typed})
        doubtful = {}
        for reading in typed:
            facts = known[reading.machine_id, reading.counter]
            calendar = calendar_of(reading.machine_id)
            doubts = open_doubts(reading, facts, usage_of(facts, calendar, actor.now), calendar, actor.now)
            if doubts:
                doubtful[reading.machine_id, reading.counter] = doubts
        if doubtful:
            raise DoubtfulReadings(doubtful)
        new = 0
        for reading in typed:
            place = reading.machine_id, reading.counter
            if Reading(reading.at, reading.value) not in known[place].readings:
                _save(reading, known[place], calendar_of(reading.machine_id), actor, source)
                known[place] = known[place].and_([Reading(reading.at, reading.value)])
                new += 1
    return new


def _known(machine_ids: Collection[int]) -> dict[tuple[int, str], CounterBook]:
    """The facts of every counter of machines, read together; an empty book where there are none."""
    by_counter: dict[tuple[int, str], CounterBook] = defaultdict(CounterBook)
    for machine_id, counters in counter_books(machine_ids).items():
        by_counter.update({(machine_id, counter): facts for counter, facts in counters.items()})
    return by_counter


def _save(typed: TypedReading, known: CounterBook, calendar: SiteCalendar, actor: Actor, source: str) -> None:
    summary = f"{counter_title(typed.counter)} {grouped(typed.value)}"
    if typed.answer in (RESTARTED, SWAPPED):
        summary += ", restarted at zero" if typed.answer == RESTARTED else ", board changed"
    entry = write_entry("reading", summary, actor, typed.machine_id, at=typed.at)
    add_reading(entry, typed, known, calendar, source)


def add_reading(entry: Entry, typed: TypedReading, known: CounterBook, calendar: SiteCalendar, source: str) -> None:
    """Hang a reading on an entry, with the restart that explains it."""
    last = max((r for r in known.row_at(typed.at) if r.at < typed.at), key=lambda r: r.at, default=None)
    if typed.answer in (RESTARTED, SWAPPED) and last:
        after = 0 if typed.answer == RESTARTED else typed.value
        CounterRestart.create(
            entry=entry, machine=typed.machine_id, counter=typed.counter, before=typed.before, after=after,
            at=_restart_moment(typed, last, known, calendar),
        )  # fmt: skip
    CounterReading.create(
        entry=entry, machine=typed.machine_id, counter=typed.counter, at=typed.at, value=typed.value, source=source
    )


def _restart_moment(typed: TypedReading, last: Reading, known: CounterBook, calendar: SiteCalendar) -> datetime:
    """When the counter restarted: a swap now; a restart so long ago as its drinks take."""
    earliest = last.at + timedelta(seconds=1)
    if typed.answer == SWAPPED:
        return max(earliest, typed.at - timedelta(seconds=1))
    expected = usage_of(known, calendar, typed.at).expected(calendar, last.at, typed.at)
    share = min(1.0, typed.value / expected) if expected > 0 else 1.0
    return max(earliest, typed.at - share * (typed.at - last.at))


def _reading(machine_id: int, reading_id: int) -> ReadingRow:
    row = next((r for r in reading_rows(machine_id) if r.id == reading_id), None)
    if row is None:
        raise InvalidInput("That reading is no longer in the book. Load the page again.")
    return row


def correct_reading(
    machine_id: int, reading_id: int, value: int, at: datetime, answer: str, calendar: SiteCalendar, actor: Actor
) -> None:
    """Put another value or time in the place of a reading.

    Raises:
        InvalidInput: when the reading is not there any more.
        DoubtfulReadings: when the new one is doubtful and not answered.
    """
    with database.atomic():
        old = _reading(machine_id, reading_id)
        typed = TypedReading(machine_id, value, at, answer, counter=old.counter)
        rest = facts_of(typed).but(Reading(old.at, old.value))
        usage = usage_of(rest, calendar, actor.now)
        left = open_doubts(typed, rest, usage, calendar, actor.now)
        if left:
            raise DoubtfulReadings({(machine_id, old.counter): left})
        summary = f"{counter_title(old.counter)} {grouped(old.value)} corrected to {grouped(value)}"
        entry = write_entry("correction", summary, actor, machine_id, at=at, replaces_id=old.entry_id)
        ReadingRemoval.create(entry=entry, reading=reading_id)
        add_reading(entry, typed, rest, calendar, old.source)


def remove_reading(machine_id: int, reading_id: int, actor: Actor) -> None:
    """Take a reading out of the book; the log keeps it.

    Raises:
        InvalidInput: when the reading is not there any more.
    """
    with database.atomic():
        old = _reading(machine_id, reading_id)
        summary = f"{counter_title(old.counter)} {grouped(old.value)} removed"
        entry = write_entry("removal", summary, actor, machine_id, at=old.at, replaces_id=old.entry_id)
        ReadingRemoval.create(entry=entry, reading=reading_id)
