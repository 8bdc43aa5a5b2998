"""What somebody who stands in for the keeper is told: what comes in the next days, and which lamps are likely."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta

from lamplight.core.care.item import Due
from lamplight.core.lamps.panel import Panel, Pattern

# How far ahead they are told, and of how many lamps; common practice, no source.
AHEAD = timedelta(days=14)
MOST_LAMPS = 3


@dataclass(frozen=True)
class Coming:
    """Something to be done.

    Attributes:
        due: where the item stands.
        day: when it is likely wanted; None for what is wanted now.
        planned: when it is done, where that is planned; or None.
    """

    due: Due
    day: date | None
    planned: datetime | None = None


@dataclass(frozen=True)
class LampAhead:
    """A lamp or a message that likely comes: what asks, and the item whose job answers it."""

    pattern: Pattern
    due: Due


def coming(dues: Sequence[Due], until: date, planned: Mapping[str, datetime] | None = None) -> tuple[Coming, ...]:
    """What is wanted now, then what is planned or likely wanted by a day, in the order in which it comes.

    Args:
        dues: of one machine, the most urgent first.
        until: the last day.
        planned: when the time begins in which each is done, on the wall clock, by key; of those that have one.
    """
    planned = planned or {}
    shown = [due for due in dues if not due.covered_by]
    at = {due.item.key: planned.get(due.item.key) for due in shown}
    now = [Coming(due, None, at[due.item.key]) for due in shown if due.pressing]
    days = [(when.date() if (when := at[due.item.key]) else due.likely, due) for due in shown if not due.pressing]
    dated = [(day, due) for day, due in days if day and day <= until]
    return (*now, *(Coming(due, day, at[due.item.key]) for day, due in sorted(dated, key=lambda pair: pair[0])))


def lamps_ahead(panel: Panel, dues: Sequence[Due]) -> tuple[LampAhead, ...]:
    """The likeliest of what a panel asks for: what is wanted now, then what comes soonest; three at most."""
    asked: dict[str, Pattern] = {}
    for pattern in panel.all_patterns:
        if pattern.asks_for:
            asked.setdefault(pattern.asks_for, pattern)
    known = [due for due in dues if due.item.key in asked and (due.pressing or due.likely)]
    known.sort(key=lambda due: (not due.pressing, due.likely or date.max))
    return tuple(LampAhead(asked[due.item.key], due) for due in known[:MOST_LAMPS])
