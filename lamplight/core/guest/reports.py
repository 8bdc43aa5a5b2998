"""What a passer-by tells: a report waits until a keeper accepts it, and one that comes twice is one."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime, timedelta
from enum import StrEnum

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
