"""Items of one machine that are best done together."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from lamplight.core.care.context import EvaluationContext
from lamplight.core.care.item import Due
from lamplight.core.care.status import Status


@dataclass(frozen=True)
class Visit:
    """Items of one machine that are best done together.

    Attributes:
        opening: what they share.
        dues: two or more, the most urgent first; one at least is due.
        sentence: why.
    """

    opening: str
    dues: tuple[Due, ...]
    sentence: str


def visits(dues: Sequence[Due], context: EvaluationContext, window_open_days: int = 3) -> tuple[Visit, ...]:
    """Items that share an opening or a programme and fall close together.

    Args:
        window_open_days: how far ahead an item may lie to be taken along, 0 or more.
    """
    together: dict[str, list[Due]] = {}
    for due in sorted(dues, key=lambda due: due.urgency):
        near = due.likely is not None and (
            due.likely <= context.today
            or context.calendar.open_days_between(context.today, due.likely) <= window_open_days
        )
        if due.item.opening and not due.covered_by and near and due.status is not Status.UNKNOWN:
            together.setdefault(due.item.opening, []).append(due)
    together_now = []
    for opening, group in together.items():
        if len(group) > 1 and group[0].status >= Status.DUE:
            names = ", ".join(due.item.title for due in group[1:])
            sentence = f"{group[0].item.title} is {group[0].status.word}; take {names} along, they share the {opening}."
            together_now.append(Visit(opening, tuple(group), sentence))
    return tuple(together_now)
