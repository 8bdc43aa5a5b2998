"""What a passer-by tells: a report waits until a keeper accepts it, and one that comes twice is one."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime, timedelta
from enum import StrEnum

from lamplight.core.lamps.match import Meaning
from lamplight.core.lamps.panel import Sort

# Within so long the same report from anybody is the same thing that happened (a default, no source).
SAME_WITHIN = timedelta(minutes=30)
LONGEST_WORDS = 200


class GuestTells(StrEnum):
    """What can be told."""

    FILLED = "filled"
    EMPTIED = "emptied"
    TRAY = "tray"
    SPITS = "spits"
    PANEL = "panel"
    WORDS = "words"


TOLD_WORDS = {
    GuestTells.FILLED: "the tank was filled",
    GuestTells.EMPTIED: "the drawer was emptied",
    GuestTells.TRAY: "the tray was emptied",
    GuestTells.SPITS: "it spits",
    GuestTells.PANEL: "the panel shows something",
    GuestTells.WORDS: "something else",
}


@dataclass(frozen=True)
class GuestTelling:
    """What a passer-by told of a machine.

    Attributes:
        machine: its number.
        told: what.
        at: when it was sent, aware; from then it counts once it is accepted.
        shows: the panel's lamps as they were touched, sorted, with the display's words last.
        words: their own, or empty.
    """

    machine: int
    told: GuestTells
    at: datetime
    shows: tuple[str, ...] = ()
    words: str = ""

    @property
    def in_words(self) -> str:
        """What was told, with their own words after it."""
        what = "" if self.told is GuestTells.WORDS else TOLD_WORDS[self.told]
        return ": ".join(part for part in (what, self.words) if part)

    def same_as(self, other: GuestTelling) -> bool:
        """Whether two reports tell one thing."""
        alike = (self.machine, self.told, self.shows, _plain(self.words)) == (
            other.machine, other.told, other.shows, _plain(other.words),
        )  # fmt: skip
        return alike and abs(self.at - other.at) <= SAME_WITHIN


def _plain(words: str) -> str:
    return " ".join(words.lower().split())


def already_told(report: GuestTelling, waiting: Iterable[GuestTelling]) -> GuestTelling | None:
    """The report that waits and tells the same, the oldest first; None where it is new."""
    return min((one for one in waiting if one.same_as(report)), key=lambda one: one.at, default=None)


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
        shown: whether the panel shows anything.
    """
    found = tuple(guest_task(meaning) for meaning in meanings)
    if shown and not found:
        return (GuestTask(GuestAct.ELSEWHERE, "Nobody here knows this pattern yet"),)
    return found
