"""Doubts about many readings that arrive together, such as those of a file.

A wrong reading spoils the usage by which it would be judged. So the one that fits worst is taken
out, usage is fitted without it, and it is judged by that; as long as one is found doubtful, the
next worst is looked at.
"""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime

from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.usage.counters import CounterBook, Reading
from lamplight.core.usage.plausibility import Doubt, KnownRow, check_plausibility
from lamplight.core.usage.usage import Usage
from lamplight.core.usage.weekday_rates import usage_of

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
