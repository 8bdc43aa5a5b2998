"""What a counter should show now, and how far that may be off."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime

from lamplight.core.moment import Moment
from lamplight.core.usage.counters import CounterBook
from lamplight.core.usage.meters import Meter
from lamplight.core.usage.passage import EIGHT_IN_TEN

# A standard normal lies within so many deviations 8 times in 10.


@dataclass(frozen=True)
class ExpectedReading:
    """A count that is expected.

    Attributes:
        value: the middle.
        margin: 8 times in 10 the count lies no further off, 0 or more; None where nobody knows the usage.
    """

    value: int
    margin: float | None


def expected_reading(facts: CounterBook, meter: Meter | None, now: datetime) -> ExpectedReading | None:
    """What a counter should show: its last reading or restart, what is drunk since, and what only cleaned.

    Args:
        meter: that counts it; None where nothing does.
        now: aware.

    None without a reading.
    """
    last = facts.last_reading
    if last is None or meter is None:
        return None
    since = [restart for restart in facts.restarts if restart.at > last.at]
    start, value = (Moment(since[-1].at), since[-1].after) if since else (Moment(last.at, last.seq), last.value)
    cleaned = sum(run.count for run in facts.cleaning if run.moment > start)
    expected = round(value + meter.cumulative.between(start.at, now).drinks) + cleaned
    if not meter.usage.known or meter.last is None:
        return ExpectedReading(expected, None)
    return ExpectedReading(expected, EIGHT_IN_TEN * meter.usage.variance(meter.calendar, meter.last, now) ** 0.5)
