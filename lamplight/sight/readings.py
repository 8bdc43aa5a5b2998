"""Doubts about typed readings, and what the counters are called."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime

from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.usage.counters import CounterBook
from lamplight.core.usage.plausibility import Doubt, KnownRow, Severity, check_plausibility
from lamplight.core.usage.usage import Usage
from lamplight.core.usage.weekday_rates import usage_of
from lamplight.store.books import counter_book


@dataclass(frozen=True)
class TypedReading:
    """A count typed for a machine, with the keeper's answer to its doubts, if any.

    Attributes:
        before: after a restart, the last count that the old row showed, where it was seen.
        counter: which of the machine's counters.
    """

    machine_id: int
    value: int
    at: datetime
    answer: str = ""
    before: int | None = None
    counter: str = "drinks"


def doubts_about(typed: TypedReading, calendar: SiteCalendar, now: datetime) -> tuple[Doubt, ...]:
    """What may be wrong with a typed count, before anything is saved."""
    known = facts_of(typed)
    return open_doubts(typed, known, usage_of(known, calendar, now), calendar, now)


def answered(doubt: Doubt, answer: str) -> bool:
    """Whether the keeper's answer settles a doubt."""
    if doubt.severity is Severity.REFUSE:
        return False
    return answer in ((RESTARTED, SWAPPED) if doubt.falls else (AS_TYPED,))


def counter_title(counter: str) -> str:
    """How a counter is called at the head of a line of the log."""
    return "Counter" if counter == "drinks" else f"Counter of {COUNTER_WORDS.get(counter, counter)}"


AS_TYPED, RESTARTED, SWAPPED = "as-typed", "restarted", "swapped"


COUNTER_WORDS = {"milk": "milk drinks", "litres": "litres"}


def facts_of(typed: TypedReading) -> CounterBook:
    return counter_book(typed.machine_id, typed.counter)


def open_doubts(
    typed: TypedReading, known: CounterBook, usage: Usage, calendar: SiteCalendar, now: datetime
) -> tuple[Doubt, ...]:
    unit = COUNTER_WORDS.get(typed.counter, "drinks")
    doubts = check_plausibility(typed.value, typed.at, KnownRow(known.row_at(typed.at), usage, calendar, unit), now)
    return tuple(doubt for doubt in doubts if not answered(doubt, typed.answer))
