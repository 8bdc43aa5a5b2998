"""One page of a machine for whoever stands in: what it is like, what is other here, what comes, what its lamps want."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from lamplight.actions.machine_views import MachineView
from lamplight.core.care.item import Due
from lamplight.core.lamps.panel import Condition, Pattern
from lamplight.core.machine.differences import Difference, differences
from lamplight.core.machine.kind import AccessFact

# How far somebody who stands in looks ahead, and how many lamps they are told of; common practice, no source.
AHEAD = timedelta(days=14)
MOST_LAMPS = 3


@dataclass(frozen=True)
class Coming:
    """Something to be done while somebody stands in.

    Attributes:
        due: where the item stands.
        day: when it is likely wanted; None for what is wanted now.
    """

    due: Due
    day: date | None


@dataclass(frozen=True)
class LampAhead:
    """A lamp or a message that likely comes.

    Attributes:
        shows: what is seen.
        means: what it means.
        due: the item whose job answers it.
    """

    shows: str
    means: str
    due: Due


@dataclass(frozen=True)
class Handover:
    """The page."""

    view: MachineView
    differences: tuple[Difference, ...]
    coming: tuple[Coming, ...]
    lamps: tuple[LampAhead, ...]
    words: tuple[AccessFact, ...]
    until: date


def handover(view: MachineView, today: date) -> Handover:
    """Build the page.

    Args:
        view: the machine.
        today: the first of the days.
    """
    until = today + AHEAD
    return Handover(
        view=view,
        differences=differences(view.kind, view.status.book),
        coming=_coming(view.status.dues, until),
        lamps=_lamps(view),
        words=view.kind.access,
        until=until,
    )


def _coming(dues: Sequence[Due], until: date) -> tuple[Coming, ...]:
    """What is wanted now, then what is likely wanted by then, in the order in which it comes."""
    shown = [due for due in dues if not due.covered_by]
    now = [Coming(due, None) for due in shown if due.pressing]
    later = [Coming(due, due.likely) for due in shown if not due.pressing and due.likely and due.likely <= until]
    return (*now, *sorted(later, key=lambda coming: coming.day or until))


def _lamps(view: MachineView) -> tuple[LampAhead, ...]:
    """The likeliest of what its panel asks for: what is due now, then what comes soonest."""
    asked: dict[str, Pattern] = {}
    for pattern in view.kind.panel.all_patterns:
        if pattern.asks_for:
            asked.setdefault(pattern.asks_for, pattern)
    dues = [due for due in view.status.dues if due.item.key in asked and (due.pressing or due.likely)]
    dues.sort(key=lambda due: (not due.pressing, due.likely or date.max))
    return tuple(
        LampAhead(_shows(view, asked[due.item.key]), asked[due.item.key].title, due) for due in dues[:MOST_LAMPS]
    )


def _shows(view: MachineView, pattern: Pattern) -> str:
    seen = [_lamp(view, condition) for condition in pattern.lamps]
    return ", ".join([*seen, *([f"“{pattern.message}”"] if pattern.message else [])])


def _lamp(view: MachineView, condition: Condition) -> str:
    lamp = view.kind.panel.lamp(condition.lamp)
    label = lamp.label if lamp else condition.lamp
    return f"{label} {condition.state.value}{f' {condition.colour}' if condition.colour else ''}"
