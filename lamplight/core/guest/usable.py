"""Whether a passer-by may use a machine: the worst of what is known of it decides."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from datetime import datetime
from enum import IntEnum

from lamplight.core.care.first import Drinks, DrinksWait


class Usable(IntEnum):
    """Whether drinks may be drawn; higher is worse."""

    YES = 0
    NO_MILK = 1
    CLEANING = 2
    NO = 3


@dataclass(frozen=True)
class GuestStanding:
    """Whether a machine may be used.

    Attributes:
        usable: the answer.
        why: in a sentence, or empty.
        until: until about when it is being cleaned, or None.
        seen_to: when somebody comes to it, where something holds drinks back and nobody works on it; or None.
    """

    usable: Usable
    why: str = ""
    until: datetime | None = None
    seen_to: datetime | None = None


@dataclass(frozen=True)
class AtWork:
    """What somebody does at a machine right now: in words, and until about when."""

    words: str
    until: datetime | None


def standing_for_guests(
    at_work: AtWork | None, wait: DrinksWait | None, retired: bool = False, seen_to: datetime | None = None
) -> GuestStanding:
    """Whether a machine may be used.

    Args:
        at_work: the job that is open on it, or None.
        wait: what holds drinks back, or None.
        retired: whether it was taken out of service.
        seen_to: when somebody comes to it, or None.
    """
    if retired:
        return GuestStanding(Usable.NO, "It is out of service.")
    if at_work is not None:
        return GuestStanding(Usable.CLEANING, at_work.words, at_work.until)
    if wait is None:
        return GuestStanding(Usable.YES)
    usable = Usable.NO if wait.drinks is Drinks.NONE else Usable.NO_MILK
    return GuestStanding(usable, wait.words, seen_to=seen_to)


@dataclass(frozen=True)
class OtherMachine:
    """Another machine: its number, and how far it is in seconds; None where nobody wrote that down."""

    machine: int
    usable: Usable
    away_s: int | None


def nearest_usable(others: Iterable[OtherMachine], than: Usable) -> OtherMachine | None:
    """The nearest machine that is better than this one; what is free for all drinks before what is not.

    Args:
        others: all of them but this one.
        than: how usable this one is.
    """
    better = [one for one in others if one.usable < than and one.usable <= Usable.NO_MILK]
    far = 24 * 3600
    return min(
        better, key=lambda one: (one.usable, far if one.away_s is None else one.away_s, one.machine), default=None
    )


def away_seconds(ways: Mapping[tuple[str, str], int], here: str, there: str) -> int | None:
    """Seconds between two places; 0 within one, None where nobody wrote them down."""
    if here and here == there:
        return 0
    return ways.get((here, there), ways.get((there, here)))
