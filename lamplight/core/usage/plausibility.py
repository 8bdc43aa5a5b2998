"""What may be wrong with a counter reading, said before it is believed.

Each doubt is refused (it cannot be so) or to be confirmed (it may be so, and the keeper says how).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from enum import StrEnum

import numpy as np

from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.usage.counters import HIGHEST_COUNT, Reading
from lamplight.core.usage.passage import chance_of_at_least
from lamplight.core.usage.usage import Usage
from lamplight.core.words import grouped

# One honest reading in ten thousand is questioned: our choice, no source.
DOUBTFUL_TAIL = 1e-4
# A visit, a holiday, a new team: use as a whole changes by a quarter now and then (our choice, no source).
LEVEL_DOUBT = 0.25
CLOCK_SLACK = timedelta(minutes=5)


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
        force: refuse, or confirm.
        sentence: for the keeper.
        suggestion: the count that was probably meant, where one can be told.
        falls: whether the count lies below the one before, so that only a restart explains it.
    """

    kind: DoubtKind
    force: Severity
    sentence: str
    suggestion: int | None = None
    falls: bool = False


def check_plausibility(
    value: int,
    at: datetime,
    known: Sequence[Reading],
    usage: Usage,
    calendar: SiteCalendar,
    now: datetime,
    unit: str = "drinks",
) -> tuple[Doubt, ...]:
    """Doubts about a reading that is to be added, most serious first.

    Args:
        value: the count typed.
        at: when it was read, aware.
        known: the readings of the same row (since the last restart before ``at``), any order.
        usage: fitted without the new reading.
        calendar: the site's opening days.
        now: the present, aware.
        unit: what the row counts, in the plural.

    An empty answer means that nothing speaks against it.
    """
    if not 0 <= value <= HIGHEST_COUNT:
        return (_refusal(DoubtKind.OUT_OF_RANGE, f"A counter shows 0 to {grouped(HIGHEST_COUNT)}."),)
    ahead = future_doubt(at, calendar, now)
    if ahead:
        return (ahead,)
    same = [reading for reading in known if reading.at == at]
    if same and same[0].value != value:
        said = f"{grouped(same[0].value)} is already written down for that moment. Correct that entry instead."
        return (_refusal(DoubtKind.TWICE, said),)
    before = max((r for r in known if r.at < at), key=lambda r: r.at, default=None)
    after = min((r for r in known if r.at > at), key=lambda r: r.at, default=None)
    if before and value < before.value:
        return (_backwards(value, at, before, after, usage, calendar),)
    if after and value > after.value:
        said = (
            f"{grouped(value)} is more than the {grouped(after.value)} read later, "
            f"on {calendar.local(after.at):%a %-d %b}."
        )
        suggestion = _swapped(value, at, before, after, usage, calendar)
        return (Doubt(DoubtKind.BACKWARDS, Severity.REFUSE, said, suggestion),)
    return _implausible(value, at, before, after, usage, calendar, unit) if before else ()


def future_doubt(at: datetime, calendar: SiteCalendar, now: datetime) -> Doubt | None:
    """A refusal of a time that has not come yet, by more than five minutes; else None."""
    if at <= now + CLOCK_SLACK:
        return None
    when = f"{calendar.local(at):%a %-d %b %Y %H:%M}"
    return _refusal(DoubtKind.FUTURE, f"{when} has not come yet. Check the date.")


def _refusal(kind: DoubtKind, sentence: str) -> Doubt:
    return Doubt(kind, Severity.REFUSE, sentence)


def _backwards(
    value: int,
    at: datetime,
    before: Reading,
    after: Reading | None,
    usage: Usage,
    calendar: SiteCalendar,
) -> Doubt:
    """Below the last reading: digits swapped, or the counter restarted, or the board was changed."""
    base = f"{grouped(value)} is less than the {grouped(before.value)} of {calendar.local(before.at):%a %-d %b}."
    suggestion = _swapped(value, at, before, after, usage, calendar)
    if suggestion is not None:
        said = f"{base} Two digits may be swapped: {grouped(suggestion)} would fit."
        return Doubt(DoubtKind.DIGIT_SWAP, Severity.CONFIRM, said, suggestion, falls=True)
    if value <= _most_likely_since(before.at, at, usage, calendar):
        said = f"{base} It looks as if the counter restarted at zero."
        return Doubt(DoubtKind.RESTARTED, Severity.CONFIRM, said, falls=True)
    said = f"{base} Mistyped, or was the board changed? A counter does not run backwards."
    return Doubt(DoubtKind.BACKWARDS, Severity.CONFIRM, said, falls=True)


def _most_likely_since(start: datetime, end: datetime, usage: Usage, calendar: SiteCalendar) -> float:
    """The most drinks one would believe between two moments: mean and four deviations."""
    mean = usage.expected(calendar, start, end)
    return mean + 4 * float(usage.variance(calendar, start, end) ** 0.5) + 20


def _implausible(
    value: int,
    at: datetime,
    before: Reading,
    after: Reading | None,
    usage: Usage,
    calendar: SiteCalendar,
    unit: str,
) -> tuple[Doubt, ...]:
    drinks = value - before.value
    high, low = tail_chances(drinks, before.at, at, usage, calendar)
    if min(high, low) >= DOUBTFUL_TAIL or not usage.known:
        return ()
    expected = usage.expected(calendar, before.at, at)
    base = f"{grouped(drinks)} {unit} since {calendar.local(before.at):%a %-d %b}, where about {grouped(expected)} "
    suggestion = _swapped(value, at, before, after, usage, calendar)
    if suggestion is not None:
        said = f"{base}were expected. Two digits may be swapped: {grouped(suggestion)} would fit."
        return (Doubt(DoubtKind.DIGIT_SWAP, Severity.CONFIRM, said, suggestion),)
    kind = DoubtKind.TOO_MANY if high < low else DoubtKind.TOO_FEW
    return (Doubt(kind, Severity.CONFIRM, f"{base}were expected. Read it once more."),)


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
        drinks: counted between the two.
        start, end: aware, start first.
        usage, calendar: by which they are judged.
        level_doubt: share by which use as a whole may have changed since, 0 or more.
    """
    mean = np.array([max(usage.expected(calendar, start, end), 0.5)])
    variance = np.maximum(mean, usage.variance(calendar, start, end)) + (level_doubt * mean) ** 2
    at_least = 1.0 if drinks <= 0 else float(chance_of_at_least(drinks, mean, variance)[0])
    return at_least, 1.0 - float(chance_of_at_least(drinks + 1, mean, variance)[0])


def _swapped(
    value: int,
    at: datetime,
    before: Reading | None,
    after: Reading | None,
    usage: Usage,
    calendar: SiteCalendar,
) -> int | None:
    """The count with two neighbouring digits swapped back, where exactly one such count fits."""
    if before is None or not usage.known:
        return None
    digits = str(value)
    candidates = {int(digits[:n] + digits[n + 1] + digits[n] + digits[n + 2 :]) for n in range(len(digits) - 1)} - {
        value
    }
    adaptation = [
        candidate
        for candidate in candidates
        if candidate >= before.value
        and (after is None or candidate <= after.value)
        and min(tail_chances(candidate - before.value, before.at, at, usage, calendar)) >= 0.01
    ]
    return adaptation[0] if len(adaptation) == 1 else None
