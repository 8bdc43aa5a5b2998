"""What may be wrong with a counter reading, said before it is believed.

Each doubt is refused (it cannot be so) or to be confirmed (it may be so, and the keeper says how)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from enum import StrEnum
from functools import cached_property

import numpy as np

from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.usage.counters import HIGHEST_COUNT, CounterBook, Reading
from lamplight.core.usage.passage import chance_of_at_least
from lamplight.core.usage.usage import Usage
from lamplight.core.usage.weekday_rates import usage_of
from lamplight.core.words import day_words, grouped

# One honest reading in ten thousand is questioned: our choice, no source.
DOUBTFUL_TAIL = 1e-4
# With two digits swapped back a count must be as likely as one honest reading in a hundred; ours, no source.
FITTING_TAIL = 0.01
# A visit, a holiday, a new team: use as a whole changes by a quarter now and then (our choice, no source).
LEVEL_DOUBT = 0.25
CLOCK_SLACK = timedelta(minutes=5)
# After a restart one believes a count up to the mean, four deviations and a few drinks more; ours, no source.
RESTART_DEVIATIONS, RESTART_MARGIN = 4, 20


class Severity(StrEnum):
    """Whether a doubt can be answered."""

    REFUSE = "refuse"
    CONFIRM = "confirm"


class DoubtKind(StrEnum):
    """What was recognised."""

    OUT_OF_RANGE = "out of range"
    FUTURE = "future"
    TWICE = "twice"
    BACKWARDS = "backwards"
    RESTARTED = "restarted"
    DIGIT_SWAP = "digit swap"
    TOO_MANY = "too many"
    TOO_FEW = "too few"


@dataclass(frozen=True)
class Doubt:
    """One thing that may be wrong.

    Attributes:
        kind: what was recognised.
        severity: refuse, or confirm.
        sentence: for the keeper.
        suggestion: the count that was probably meant, where one can be told.
        falls: whether the count lies below the one before, so that only a restart explains it.
    """

    kind: DoubtKind
    severity: Severity
    sentence: str
    suggestion: int | None = None
    falls: bool = False


@dataclass(frozen=True)
class KnownRow:
    """What a new reading of a counter is held against.

    Attributes:
        readings: of the same row (since the last restart before the new one), any order.
        usage: fitted without the new reading.
        calendar: the site's opening days.
        unit: what the row counts, in the plural.
    """

    readings: Sequence[Reading]
    usage: Usage
    calendar: SiteCalendar
    unit: str = "drinks"

    def day(self, moment: datetime, beside: datetime) -> str:
        """A date in words, in the site's zone, told beside another one; with its year where they have not the same."""
        return day_words(self.calendar.local(moment).date(), self.calendar.local(beside).date())

    def chances(self, drinks: int, start: datetime, end: datetime) -> tuple[float, float]:
        """Chances of so many drinks or more, and of so many or fewer; see `tail_chances`."""
        return tail_chances(drinks, start, end, self.usage, self.calendar)


def check_plausibility(value: int, at: datetime, row: KnownRow, now: datetime) -> tuple[Doubt, ...]:
    """Doubts about a reading that is to be added, most serious first.

    Args:
        at: when it was read, aware.
        row: what it is held against.
        now: the present, aware.

    An empty answer means that nothing speaks against it.
    """
    if not 0 <= value <= HIGHEST_COUNT:
        return (_refusal(DoubtKind.OUT_OF_RANGE, f"A counter shows 0 to {grouped(HIGHEST_COUNT)}."),)
    ahead = future_doubt(at, row.calendar, now)
    doubt = ahead or _Typed(value, at, row).doubt
    return (doubt,) if doubt else ()


def future_doubt(at: datetime, calendar: SiteCalendar, now: datetime) -> Doubt | None:
    """A refusal of a time that has not come yet, by more than five minutes; else None."""
    if at <= now + CLOCK_SLACK:
        return None
    return _refusal(DoubtKind.FUTURE, f"{calendar.local(at):%a %-d %b %Y %H:%M} has not come yet. Check the date.")


def tail_chances(
    drinks: int,
    start: datetime,
    end: datetime,
    usage: Usage,
    calendar: SiteCalendar,
    level_doubt: float = LEVEL_DOUBT,
) -> tuple[float, float]:
    """Chances of so many drinks or more, and of so many or fewer, between two moments.

    Args:
        start, end: aware, start first.
        usage, calendar: by which they are held plausible.
        level_doubt: share by which use as a whole may have changed since, 0 or more.
    """
    mean = np.array([max(usage.expected(calendar, start, end), 0.5)])
    variance = np.maximum(mean, usage.variance(calendar, start, end)) + (level_doubt * mean) ** 2
    at_least = 1.0 if drinks <= 0 else float(chance_of_at_least(drinks, mean, variance)[0])
    return at_least, 1.0 - float(chance_of_at_least(drinks + 1, mean, variance)[0])


def _refusal(kind: DoubtKind, sentence: str, suggestion: int | None = None) -> Doubt:
    return Doubt(kind, Severity.REFUSE, sentence, suggestion)


@dataclass(frozen=True)
class _Typed:
    """A count typed for a moment, between the readings around it."""

    value: int
    at: datetime
    row: KnownRow

    @cached_property
    def before(self) -> Reading | None:
        """The reading before it."""
        return max((r for r in self.row.readings if r.at < self.at), key=lambda r: r.at, default=None)

    @cached_property
    def after(self) -> Reading | None:
        """The reading after it."""
        return min((r for r in self.row.readings if r.at > self.at), key=lambda r: r.at, default=None)

    @property
    def doubt(self) -> Doubt | None:
        """The most serious one, or None."""
        same = next((reading for reading in self.row.readings if reading.at == self.at), None)
        if same and same.value != self.value:
            known = f"{grouped(same.value)} is already written down for that moment."
            return _refusal(DoubtKind.TWICE, f"{known} Correct that entry instead.")
        if self.before and self.value < self.before.value:
            return self._backwards(self.before)
        if self.after and self.value > self.after.value:
            later = f"the {grouped(self.after.value)} read later, on {self.row.day(self.after.at, self.at)}."
            return _refusal(DoubtKind.BACKWARDS, f"{grouped(self.value)} is more than {later}", self.swapped)
        return self._unlikely(self.before) if self.before else None

    def _backwards(self, before: Reading) -> Doubt:
        """Below the last reading: digits swapped, or the counter restarted, or the board was changed."""
        less = f"{grouped(self.value)} is less than the {grouped(before.value)} of {self.row.day(before.at, self.at)}."
        if self.swapped is not None:
            why = f"Two digits may be swapped: {grouped(self.swapped)} would fit."
            return Doubt(DoubtKind.DIGIT_SWAP, Severity.CONFIRM, f"{less} {why}", self.swapped, falls=True)
        if self.value <= self._most_since(before.at):
            why = "It looks as if the counter restarted at zero."
            return Doubt(DoubtKind.RESTARTED, Severity.CONFIRM, f"{less} {why}", falls=True)
        why = "Mistyped, or was the board changed? A counter does not run backwards."
        return Doubt(DoubtKind.BACKWARDS, Severity.CONFIRM, f"{less} {why}", falls=True)

    def _most_since(self, start: datetime) -> float:
        """The most drinks one would believe since a moment."""
        usage, calendar = self.row.usage, self.row.calendar
        deviation = float(usage.variance(calendar, start, self.at) ** 0.5)
        return usage.expected(calendar, start, self.at) + RESTART_DEVIATIONS * deviation + RESTART_MARGIN

    def _unlikely(self, before: Reading) -> Doubt | None:
        """Far more or fewer than expected."""
        drinks = self.value - before.value
        high, low = self.row.chances(drinks, before.at, self.at)
        if min(high, low) >= DOUBTFUL_TAIL or not self.row.usage.known:
            return None
        expected = grouped(self.row.usage.expected(self.row.calendar, before.at, self.at))
        counted = f"{grouped(drinks)} {self.row.unit} since {self.row.day(before.at, self.at)}"
        unlikely = f"{counted}, where about {expected} were expected."
        if self.swapped is not None:
            why = f"Two digits may be swapped: {grouped(self.swapped)} would fit."
            return Doubt(DoubtKind.DIGIT_SWAP, Severity.CONFIRM, f"{unlikely} {why}", self.swapped)
        kind = DoubtKind.TOO_MANY if high < low else DoubtKind.TOO_FEW
        return Doubt(kind, Severity.CONFIRM, f"{unlikely} Read it once more.")

    @cached_property
    def swapped(self) -> int | None:
        """The count with two neighbouring digits swapped back, where exactly one such count fits."""
        before, after = self.before, self.after
        if before is None or not self.row.usage.known:
            return None
        digits = str(self.value)
        swaps = {int(digits[:n] + digits[n + 1] + digits[n] + digits[n + 2 :]) for n in range(len(digits) - 1)}
        fitting = [
            count
            for count in swaps - {self.value}
            if count >= before.value
            and (after is None or count <= after.value)
            and min(self.row.chances(count - before.value, before.at, self.at)) >= FITTING_TAIL
        ]
        return fitting[0] if len(fitting) == 1 else None


MOST_DOUBTS = 20


def doubtful_among(
    fresh: Sequence[Reading], facts: CounterBook, calendar: SiteCalendar, now: datetime
) -> list[tuple[Reading, Doubt]]:
    """Readings that may be wrong, each with its doubt, by time; at most 20 are looked for.

    Args:
        fresh: new readings, already known to lie in order with the book.
        facts: what is known of the counter without them.
        calendar, now: of the site, and the present.
    """
    doubtful: list[tuple[Reading, Doubt]] = []
    trusted = facts.and_(fresh)
    suspects = [reading for reading in fresh if reading not in facts.readings]
    while suspects and len(doubtful) < MOST_DOUBTS:
        worst = _worst(suspects, trusted, usage_of(trusted, calendar, now), calendar)
        rest = trusted.but(worst)
        usage = usage_of(rest, calendar, now)
        doubts = check_plausibility(worst.value, worst.at, KnownRow(rest.row_at(worst.at), usage, calendar), now)
        if not doubts:
            break
        doubtful.append((worst, doubts[0]))
        suspects.remove(worst)
        trusted = rest
    return sorted(doubtful, key=lambda pair: pair[0].at)


def _worst(suspects: Sequence[Reading], trusted: CounterBook, usage: Usage, calendar: SiteCalendar) -> Reading:
    """The reading whose gap lies furthest from what usage expects, in units of chance.

    A gap is blamed on the reading that ends it.
    """
    before = dict(zip(trusted.readings[1:], trusted.readings, strict=False))

    def deviation(reading: Reading) -> float:
        earlier = before.get(reading)
        if earlier is None:
            return 0.0
        expected = usage.expected(calendar, earlier.at, reading.at)
        return (reading.value - earlier.value - expected) ** 2 / max(expected, 0.5)

    return max(suspects, key=deviation)
