"""How often a job comes in a year: lived ahead by its rules, once, for whoever asks.

What happens once says nothing about a year: an absence ahead, a finding, a machine that comes back. So the rules are
asked from a day on after which nothing of the sort is known, each time as if it had been done when it fell due.
"""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Callable, Collection, Mapping, Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from math import sqrt

from lamplight.core.care.item import Due
from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.usage.passage import DateSpread

DAYS_A_YEAR, DAYS_A_WEEK = 365, 7
# So many days are lived, and so many times at most; what comes round more rarely is asked once.
LIVED_DAYS, MOST_TIMES = 28, 24


@dataclass(frozen=True)
class Rhythm:
    """How often something comes round.

    Attributes:
        interval_days: from one time to the next on average, above 0.
        sigma_days: the standard deviation of that, 0 or more.
    """

    interval_days: float
    sigma_days: float = 0.0

    @property
    def a_year(self) -> float:
        """Times in a year."""
        return DAYS_A_YEAR / self.interval_days


def rhythm_of(done_at: Callable[[datetime], Due], calendar: SiteCalendar, start: date) -> Rhythm | None:
    """The rhythm of an item; None where its rules name no day.

    Args:
        done_at: where it would stand if it were done at a moment, as its rules have it then.
        start: from which day on, one after which nothing is known that happens once.
    """
    begun = calendar.open_day_from(start)
    first: date | None = None  # the days until it falls due for the first time are no whole round
    day, times, variance = begun, 0, 0.0
    while times < MOST_TIMES and (first is None or times == 0 or (day - first).days < LIVED_DAYS):
        following = _next(done_at(calendar.closing(day)))
        if following is None or following[0] <= day:
            break
        at_last, day = day, _done_for(following[0], day, calendar)
        if first is None and (day - at_last).days < LIVED_DAYS:
            first = day
            continue
        first = first or at_last
        times, variance = times + 1, variance + following[1] ** 2
        if (day - first).days % DAYS_A_WEEK == 0:  # from here on it comes as it came: weeks ahead are alike
            break
    days = (day - first).days if first is not None else 0
    return Rhythm(days / times, sqrt(variance / times)) if times and days > 0 else None


def _done_for(falls_due: date, last: date, calendar: SiteCalendar) -> date:
    """The open date on which it is done: by when it falls due; the next one, where that is when it was done last."""
    before = calendar.open_day_from(falls_due, -1)
    return before if before > last else calendar.open_day_from(last + timedelta(days=1))


def _next(due: Due) -> tuple[date, float] | None:
    """When it falls due by a rule that comes round, and how well that is known."""
    coming = [
        state.passage.spread
        for state in due.triggers
        if state.known and state.passage.spread is not None and state.trigger.comes_round
    ]
    if not coming:
        return None
    first = min(coming, key=lambda spread: spread.likely)
    return first.likely, (first.below + first.above) / 2


def times_a_year(rhythms: Mapping[str, Rhythm], settles: Mapping[str, Collection[str]]) -> dict[str, float]:
    """How often each job is done in a year: not when another does it along, or takes its place.

    Args:
        rhythms: of each item, by key.
        settles: by item, the keys of what is done with it, or what it replaces.
    """
    found: dict[str, float] = {}
    # What comes most rarely is done itself whenever it comes; of what it settles that many times fall away.
    for key, rhythm in sorted(rhythms.items(), key=lambda pair: (-pair[1].interval_days, pair[0])):
        along = sum(times for other, times in found.items() if key in settles.get(other, ()))
        found[key] = max(0.0, rhythm.a_year - along)
    return found


def dates_left(dates: Sequence[DateSpread], along: Sequence[DateSpread]) -> list[DateSpread]:
    """The dates of a job that are left when each time of another does it: the one that is nearest falls away."""
    left = sorted(dates, key=lambda own: own.likely)
    days = [own.likely for own in left]
    for one in along:
        after = bisect_left(days, one.likely)
        before = bisect_left(days, days[after - 1]) if after else 0
        if after == len(days) or (after and one.likely - days[before] <= days[after] - one.likely):
            after = before
        if days:
            del left[after], days[after]
    return left
