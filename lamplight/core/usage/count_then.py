"""Where a count that a counter once showed lies on the line of drinks.

A count belongs to the row in which the counter ran when it was spoken of: restarts and changed boards begin new rows.
Drinks that only cleaned moved the counter and not the line.
"""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime, timedelta
from itertools import pairwise

from lamplight.core.usage.counters import CleaningDrinks, CounterBook, Reading
from lamplight.core.usage.cumulative import CumulativeCount


def position_of_count(
    value: int, told_at: datetime | None, facts: CounterBook, cumulative: CumulativeCount
) -> float | None:
    """The position at which the counter showed a value; None where no row of it is known.

    Before the first count of a row that nobody saw begin, every unit is taken as a drink; past its last one the line
    goes on by usage, up to when it was spoken of.

    Args:
        told_at: when it was spoken of, which names the row; None for the latest one in which it can have been.
    """
    told_at = told_at or _latest_possible(value, facts)
    row = facts.row_at(told_at) if told_at else ()
    if not row or told_at is None:
        return None
    begun = any(restart.at == row[0].at for restart in facts.restarts)
    if value <= row[0].value:
        start = cumulative.position(row[0].at)
        return start if begun else start - (row[0].value - value)
    for before, after in pairwise(row):
        if value <= after.value:
            return _within(value, before, facts.cleaning, cumulative, after.at)
    return _within(value, row[-1], facts.cleaning, cumulative, max(told_at, row[-1].at))


def _latest_possible(value: int, facts: CounterBook) -> datetime | None:
    """A moment in the latest row that ran over a value; in the present row where none did. None without a reading."""
    last = facts.last_reading
    present = max([*(restart.at for restart in facts.restarts), *([last.at] if last else [])], default=None)
    turns = sorted(facts.restarts, key=lambda restart: restart.at, reverse=True)
    ends = [(present, None), *((turn.at - timedelta(seconds=1), turn.before) for turn in turns)]
    for at, ran_to in ends:
        row = facts.row_at(at) if at else ()
        if row and row[0].value <= value <= max(row[-1].value, ran_to or 0):
            return at
    return present


def _within(
    value: int, before: Reading, cleaning: Sequence[CleaningDrinks], cumulative: CumulativeCount, end: datetime
) -> float:
    """The position after a reading at which the counter had run on to a value; that of ``end`` at most."""
    start, cleaned = cumulative.position(before.at), 0
    for run in sorted((run for run in cleaning if before.at < run.at <= end), key=lambda run: run.moment):
        there = cumulative.position(run.at)
        shown = before.value + there - start + cleaned
        if value <= shown:
            break
        cleaned += run.count
        if value <= shown + run.count:
            return there
    return min(cumulative.position(end), start + value - before.value - cleaned)
