"""What a lamp means for a passer-by: few things are theirs to do; everything else is left alone."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum

from lamplight.core.lamps.match import Meaning
from lamplight.core.lamps.panel import Sort


class GuestAct(StrEnum):
    """What a passer-by may do."""

    FILL = "fill the tank"
    EMPTY = "empty the drawer"
    TRAY = "empty the tray"
    PUT_HOME = "push it home"
    LEAVE = "leave it"
    ELSEWHERE = "use another one"


@dataclass(frozen=True)
class GuestTask:
    """One thing that the panel means.

    Attributes:
        task: theirs to do.
        title: what it means.
        part: the part that it is about, or empty.
    """

    task: GuestAct
    title: str
    part: str = ""


THEIRS = {
    (Sort.REFILL, "tank"): GuestAct.FILL,
    (Sort.EMPTY, "drawer"): GuestAct.EMPTY,
    (Sort.EMPTY, "tray"): GuestAct.TRAY,
    (Sort.MISSING, "tank"): GuestAct.PUT_HOME,
    (Sort.MISSING, "drawer"): GuestAct.PUT_HOME,
    (Sort.MISSING, "tray"): GuestAct.PUT_HOME,
}


def guest_task(meaning: Meaning) -> GuestTask:
    """What one meaning asks of a passer-by: to fill, to empty, to push home what slid out; else nothing."""
    pattern = meaning.pattern
    own = THEIRS.get((pattern.sort, pattern.part))
    if own is None:
        own = GuestAct.ELSEWHERE if pattern.stops_drinks or pattern.sort.interrupts else GuestAct.LEAVE
    return GuestTask(own, meaning.title, pattern.part)


def guest_tasks(meanings: Iterable[Meaning], shown: bool) -> tuple[GuestTask, ...]:
    """What all of it asks, one after another; what no rule knows is left alone.

    Args:
        meanings: of the panel.
        shown: whether the panel shows anything.
    """
    found = tuple(guest_task(meaning) for meaning in meanings)
    if shown and not found:
        return (GuestTask(GuestAct.ELSEWHERE, "Nobody here knows this pattern yet"),)
    return found
