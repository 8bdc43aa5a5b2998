"""What is said first of a machine, whether it gives drinks, and what one run does of several small jobs."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass
from datetime import date
from enum import Enum, IntEnum

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.care.item import Due
from lamplight.core.care.status import Status
from lamplight.core.words import day_words, plural

UNTIL_RINSED = "No drinks until it is rinsed out."
NO_DRINKS = "Cleaner inside: no drinks"
CLEANER_INSIDE = f"Cleaner is inside. {UNTIL_RINSED}"


class Drinks(IntEnum):
    """What may be drawn; higher is worse."""

    ALL = 0
    NO_MILK = 1
    NONE = 2


class Because(Enum):
    """What decides that drinks wait."""

    CLEANER = "cleaner"
    PANEL = "panel"
    LATE = "late"


@dataclass(frozen=True)
class DrinksWait:
    """That drinks wait at a machine.

    Attributes:
        drinks: what may still be drawn.
        because: what decides it.
        words: a sentence; of a panel what it means.
    """

    drinks: Drinks
    because: Because
    words: str

    @property
    def gives_none(self) -> bool:
        """Whether nobody queues before it: late care stops nobody who does not know of it."""
        return self.because is not Because.LATE


def drinks_wait(cleaner_inside: bool, halting: Sequence[str], dues: Iterable[Due]) -> DrinksWait | None:
    """The worst that holds drinks back at a machine; None where nothing does.

    Args:
        cleaner_inside: whether cleaner is in it, of a run that is open or of one before.
        halting: what its panel means that stops drinks or is a missing part, the first to be seen to first.
    """
    if cleaner_inside:
        return DrinksWait(Drinks.NONE, Because.CLEANER, CLEANER_INSIDE)
    if halting:
        return DrinksWait(Drinks.NONE, Because.PANEL, f"{halting[0]}.")
    late = [due for due in dues if late_words(due)]
    for due in late:
        if due.item.circuit is not Circuit.MILK:
            return DrinksWait(Drinks.NONE, Because.LATE, late_words(due))
    return DrinksWait(Drinks.NO_MILK, Because.LATE, late_words(late[0])) if late else None


def late_words(due: Due) -> str:
    """Which drinks wait until a job is done, by the item's own words, also where another does it along; or empty."""
    return due.item.when_overdue if due.status is Status.OVERDUE else ""


def not_known(dues: Iterable[Due]) -> int:
    """How many items nobody knows where they stand."""
    return sum(due.status is Status.UNKNOWN and not due.covered_by for due in dues)


def not_known_words(count: int) -> str:
    """What stands in place of "nothing to do" where nobody knows: ``57 things nobody knows yet``; empty for none."""
    return f"{plural(count, 'thing')} nobody knows yet" if count else ""


@dataclass(frozen=True)
class Said:
    """What is said first of a machine.

    Attributes:
        short: in a few words, under its name.
        headline: on its own page.
        detail: what follows there, or empty.
        line: in a list of machines, with the reason.
        of_lamp: whether it is a lamp that it speaks of.
    """

    short: str
    headline: str
    detail: str = ""
    line: str = ""
    of_lamp: bool = False


@dataclass(frozen=True)
class UnderWay:
    """A run that is open: its title, and at which of its steps, counted from 1."""

    title: str
    step: int
    steps: int


def first_said(run: UnderWay | None, wait: DrinksWait | None, trouble: str, dues: Sequence[Due], today: date) -> Said:
    """What is said first: a run, cleaner, a lamp, and else the item that comes first.

    Args:
        run: what is open on it.
        trouble: what its panel means where that is no mere care or information, or empty.
        dues: where its items stand, the most urgent first.
    """
    own = [due for due in dues if not due.covered_by]
    first = own[0] if own else None
    if run is not None:
        step = f"step {run.step} of {run.steps}"
        return Said(
            f"{run.title} under way", f"{run.title} is under way", f"{step.capitalize()}.", f"{run.title}: {step}"
        )
    if wait is not None and wait.because is Because.CLEANER:
        return Said(NO_DRINKS, "Cleaner is inside", UNTIL_RINSED, CLEANER_INSIDE)
    late = first is not None and first.status is Status.OVERDUE
    if trouble and (not late or (wait is not None and wait.because is Because.PANEL)):
        lamp = f"Lamp: {trouble}"
        return Said(lamp, lamp, _by_book(own, today).detail if own else "", lamp, True)
    return _by_book(own, today)


def _by_book(dues: Sequence[Due], today: date) -> Said:
    """What the item says that comes first."""
    if not dues:
        return Said("Nothing to care for", "Nothing to care for", "This kind has no care items.", "nothing to care for")
    first, title = dues[0], dues[0].item.title
    line = f"{title}: {first.reasons[0]}" if first.reasons else title
    if first.status is Status.UNKNOWN:
        return Said(f"{title}: not known", f"{title}: not known", first.reasons[0], line)
    if first.status >= Status.DUE:
        pressing = sum(due.pressing for due in dues)
        more = f", {pressing - 1} more" if pressing > 1 else ""
        detail = " ".join(part for part in (f"{first.reasons[0]}.", late_words(first), first.item.why) if part)
        listed = line + (f", and{more.removeprefix(',')}" if more else "")
        return Said(f"{title} {first.status.word}{more}", f"{title} is {first.status.word}", detail, listed)
    if first.likely is None:
        return Said("Clear", "Clear", "Nothing that is cared for here has a date yet.", "nothing has a date")
    when = "today" if first.likely <= today else day_words(first.likely, today)
    short = f"{title} {when}" if first.status is Status.SOON else f"Clear until {when}"
    clear = "Clear until later today" if first.likely <= today else f"Clear until about {when}"
    return Said(short, clear, f"Then: {title}, {first.reasons[0]}.", line)


def in_one_run(items: Iterable[str], settled: Collection[str], run_open: bool) -> int:
    """How many of some jobs one run would do; 0 where that spares nothing, or another run is open.

    Args:
        items: keys of what is to be done.
        settled: keys of what that run does.
        run_open: whether a run is open on the machine.
    """
    count = sum(key in settled for key in items)
    return count if count > 1 and not run_open else 0
