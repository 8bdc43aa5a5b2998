"""How often an item was planned and not done: after the second time it is said what would have to give."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from datetime import datetime

from lamplight.core.plan.problem import Task, TaskKey

# So often a time may go by without a word.
SILENT_TIMES = 1


def times_missed(
    history: Iterable[Sequence[tuple[TaskKey, datetime]]], done_at: Mapping[TaskKey, datetime | None], now: datetime
) -> dict[TaskKey, int]:
    """How many times of each item went by since it was done last; only what went by at all.

    Args:
        history: the turns of each plan that was announced, in any order.
        done_at: when each item was done last; None where nobody knows. Others are left out.
        now: aware.
    """
    missed: dict[TaskKey, set[datetime]] = {}
    for turns in history:
        first: dict[TaskKey, datetime] = {}
        for key, start in turns:
            first[key] = min(start, first.get(key, start))
        for key, start in first.items():
            done = done_at.get(key)
            if key in done_at and start < now and (done is None or start > done):
                missed.setdefault(key, set()).add(start)
    return {key: len(starts) for key, starts in missed.items()}


def what_gives(task: Task, missed: int, room: float, longest: float) -> str:
    """What would have to give so that an item is done, in a sentence; empty as long as it was not put off twice.

    Args:
        missed: how many of its times went by.
        room: minutes of the keeper's own that the freest time has for it.
        longest: minutes of the longest time from beginning to end.
    """
    if missed <= SILENT_TIMES:
        return ""
    told = f"{task.title} [{task.machine}] was planned {missed} times and not done"
    if task.span > longest:
        return f"{told}: it takes {task.span} min from beginning to end. A longer time, once, would do."
    if task.minutes > room:
        return f"{told}: it takes {task.minutes} min of yours. Longer hours, or less care elsewhere, would do."
    return f"{told}: it takes {task.minutes} min of yours, and there is time. Hold it on a day, or do without it."
