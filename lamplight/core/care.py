"""When a care item falls due, by which trigger, and why.

An item has one or more triggers; the one that comes first decides. A status rests on the estimated
count now: due at the limit, overdue past the grace, soon within the item's window of open days.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from enum import IntEnum
from functools import singledispatch

from lamplight.core.calendar import SiteCalendar
from lamplight.core.circuits import Circuit
from lamplight.core.doubts import grouped
from lamplight.core.drink_line import DrinkLine
from lamplight.core.errors import InvalidInput
from lamplight.core.forecast import NEVER, Passage, forecast
from lamplight.core.usage import Usage

# Settled defaults, no published source; a kind may set its own.
GRACE_SHARE = 0.10
GRACE_OPEN_DAYS = 1
SOON_OPEN_DAYS = 3


class Status(IntEnum):
    """How urgent an item is; higher is more urgent."""

    CLEAR = 0
    UNKNOWN = 1
    SOON = 2
    DUE = 3
    OVERDUE = 4

    @property
    def word(self) -> str:
        """The status in one lower-case word."""
        return self.name.lower()


@dataclass(frozen=True)
class DrinksSince:
    """Due after so many drinks, 1 to 100 000."""

    limit: int
    key = "drinks"

    def __post_init__(self) -> None:
        if not 1 <= self.limit <= 100_000:
            raise InvalidInput("A limit in drinks lies between 1 and 100 000.")


@dataclass(frozen=True)
class DaysSince:
    """Due after so many calendar days, 1 to 3650; on a closed day, on the open day before."""

    limit: int
    key = "days"

    def __post_init__(self) -> None:
        if not 1 <= self.limit <= 3650:
            raise InvalidInput("A limit in days lies between 1 and 3650.")


Trigger = DrinksSince | DaysSince


@dataclass(frozen=True)
class CareItem:
    """One thing that a kind of machine needs again and again.

    Attributes:
        key: short name in data, unique in the kind.
        title: the words on screen.
        circuit: what it cares for.
        part: the part of the drawing that it touches.
        triggers: one or more; whichever comes first.
        minutes: the keeper's time, 1 or more.
        procedure: key of the procedure that guides it.
        why: one sentence.
        soon_open_days: how many open days ahead it is announced, 0 or more.
    """

    key: str
    title: str
    circuit: Circuit
    part: str
    triggers: tuple[Trigger, ...]
    minutes: int
    procedure: str
    why: str = ""
    soon_open_days: int = SOON_OPEN_DAYS


@dataclass(frozen=True)
class LastDone:
    """When an item was last done, as far as anybody knows.

    Attributes:
        at: the moment, or None where only the count is known.
        position: the drinks then, as a position on the drink line (negative before the first
            reading), or None where only the moment is known.
    """

    at: datetime | None = None
    position: float | None = None


@dataclass(frozen=True)
class Outlook:
    """What the triggers of one machine are judged by."""

    line: DrinkLine
    usage: Usage
    calendar: SiteCalendar
    now: datetime

    @property
    def today(self) -> date:
        """The site's date now."""
        return self.calendar.today(self.now)


@dataclass(frozen=True)
class TriggerDue:
    """Where one trigger stands.

    Attributes:
        trigger: the rule.
        used: how much of the limit is used up, in the trigger's unit; None where unknown.
        estimated: whether `used` rests on usage rather than on a reading.
        passage: when the limit is reached: early, likely, late.
        status: of this trigger alone.
        sentence: the count and the date in words.
    """

    trigger: Trigger
    used: float | None
    estimated: bool
    passage: Passage
    status: Status
    sentence: str

    @property
    def left(self) -> float | None:
        """What is left in the trigger's unit; negative past the limit."""
        return None if self.used is None else self.trigger.limit - self.used

    @property
    def known(self) -> bool:
        """Whether the trigger can be judged."""
        return self.used is not None


@dataclass(frozen=True)
class Due:
    """Where one item stands.

    Attributes:
        item: the item.
        status: the most urgent of its triggers'.
        first: the trigger that comes first; None while unknown.
        triggers: all of them, in the item's order.
        last: when it was last done.
        reasons: sentences, the deciding one first.
    """

    item: CareItem
    status: Status
    first: TriggerDue | None
    triggers: tuple[TriggerDue, ...]
    last: LastDone | None
    reasons: tuple[str, ...]

    @property
    def likely(self) -> date | None:
        """The likely date, or None."""
        return self.first.passage.likely if self.first else None

    @property
    def urgency(self) -> tuple[int, date, str]:
        """Sorts the most urgent first."""
        return (-int(self.status), self.likely or date.max, self.item.title)


def judge(item: CareItem, last: LastDone | None, outlook: Outlook) -> Due:
    """Where an item stands at ``outlook.now``.

    Args:
        item: its triggers and window.
        last: when it was last done; None where nobody knows.
        outlook: drinks, usage, calendar and the present.
    """
    if last is None:
        said = "Nobody knows when it was last done. Do it now, or say when it was."
        return Due(item, Status.UNKNOWN, None, (), None, (said,))
    states = tuple(judge_trigger(trigger, item, last, outlook) for trigger in item.triggers)
    known = [state for state in states if state.known]
    if not known:
        return Due(item, Status.UNKNOWN, None, states, last, tuple(state.sentence for state in states))
    first = min(known, key=_comes_first)
    status = max(state.status for state in known)
    others = sorted((s for s in states if s is not first), key=lambda s: not s.known)
    return Due(item, status, first, states, last, (first.sentence, *(s.sentence for s in others)))


def _comes_first(state: TriggerDue) -> tuple[int, date]:
    return (-int(state.status), state.passage.likely or date.max)


@singledispatch
def judge_trigger(trigger: Trigger, item: CareItem, last: LastDone, outlook: Outlook) -> TriggerDue:
    """Where one trigger stands; one function for each kind of trigger.

    Raises:
        InvalidInput: for a kind of trigger that has no rule.
    """
    raise InvalidInput(f"No rule for the trigger {type(trigger).__name__}.")


@judge_trigger.register
def _drinks_since(trigger: DrinksSince, item: CareItem, last: LastDone, outlook: Outlook) -> TriggerDue:
    line = outlook.line
    if line.last is None:
        said = "No counter reading yet: read the counter once."
        return TriggerDue(trigger, None, True, NEVER, Status.UNKNOWN, said)
    start = last.position if last.position is not None else line.position(last.at or outlook.now)
    used = max(0.0, line.position(outlook.now) - start)
    estimated = outlook.now > line.last or (last.at is not None and line.between(last.at, line.last).estimated)
    at_last_reading = line.position(line.last) - start
    begin = max(line.last, last.at) if last.at else line.last
    passage = forecast(trigger.limit - max(0.0, at_last_reading), outlook.usage, outlook.calendar, begin)
    overdue_at = trigger.limit + max(1.0, GRACE_SHARE * trigger.limit)
    if round(used) >= overdue_at:
        status = Status.OVERDUE
    elif round(used) >= trigger.limit:
        status = Status.DUE
    else:
        passage = _not_before(passage, outlook.today)
        status = _soon_or_clear(passage.likely, item, outlook)
    said = _count_sentence(trigger, used, estimated, passage, outlook)
    return TriggerDue(trigger, used, estimated, passage, status, said)


def _not_before(passage: Passage, today: date) -> Passage:
    def clamp(day: date | None) -> date | None:
        return max(day, today) if day else None

    return Passage(clamp(passage.early), clamp(passage.likely), clamp(passage.late), passage.reached)


def _soon_or_clear(likely: date | None, item: CareItem, outlook: Outlook) -> Status:
    if likely is None:
        return Status.CLEAR
    ahead = outlook.calendar.open_days_between(outlook.today, likely)
    return Status.SOON if ahead <= item.soon_open_days else Status.CLEAR


def _count_sentence(trigger: DrinksSince, used: float, estimated: bool, passage: Passage, outlook: Outlook) -> str:
    about = "about " if estimated and round(used) else ""
    said = f"{about}{grouped(used)} of {grouped(trigger.limit)} drinks"
    if round(used) >= trigger.limit:
        return f"{said}; {grouped(used - trigger.limit)} over" if round(used) > trigger.limit else f"{said}; due now"
    if not outlook.usage.known:
        return f"{said}; nobody knows the drinks a day yet"
    if passage.likely is None:
        return f"{said}; not within three years at this rate"
    return f"{said}; {open_days_in_words(outlook, passage.likely)}"


def open_days_in_words(outlook: Outlook, day: date) -> str:
    """How far ahead a date lies, in open days: ``today``, ``about 3 open days``."""
    ahead = outlook.calendar.open_days_between(outlook.today, day)
    if day <= outlook.today or ahead == 0:
        return "likely today"
    return f"about {ahead} open day{'s' if ahead > 1 else ''}"


@judge_trigger.register
def _days_since(trigger: DaysSince, item: CareItem, last: LastDone, outlook: Outlook) -> TriggerDue:
    at = last.at or _moment_of_position(last.position, outlook)
    if at is None:
        said = "The day it was last done is not known: say when it was."
        return TriggerDue(trigger, None, True, NEVER, Status.UNKNOWN, said)
    done = outlook.calendar.today(at)
    used = (outlook.today - done).days
    due = due_day(done, trigger.limit, outlook.calendar)
    grace_ends = due
    for _ in range(GRACE_OPEN_DAYS):
        grace_ends = outlook.calendar.open_day_from(grace_ends + timedelta(days=1))
    passage = Passage(due, due, due, reached=outlook.today >= due)
    if outlook.today > grace_ends:
        status = Status.OVERDUE
    elif outlook.today >= due:
        status = Status.DUE
    else:
        status = _soon_or_clear(due, item, outlook)
    about = "" if last.at else "about "
    said = f"{about}{used} of {trigger.limit} days; "
    if outlook.today > due:
        said += f"was due {due:%a %-d %b}"
    else:
        said += "due today" if due == outlook.today else f"due {due:%a %-d %b}"
    return TriggerDue(trigger, float(used), last.at is None, passage, status, said)


def due_day(done: date, limit_days: int, calendar: SiteCalendar) -> date:
    """The date a limit in days runs out: on a closed day the open day before, never before the day after it was done.

    Args:
        done: the date it was last done.
        limit_days: 1 or more.
        calendar: opening days.
    """
    day = calendar.open_day_from(done + timedelta(days=limit_days), -1)
    return day if day > done else done + timedelta(days=limit_days)


def _moment_of_position(position: float | None, outlook: Outlook) -> datetime | None:
    return None if position is None else outlook.line.moment_at(position)


def judge_all(items: Sequence[CareItem], last_done: dict[str, LastDone], outlook: Outlook) -> tuple[Due, ...]:
    """All items of a machine, the most urgent first."""
    dues = [judge(item, last_done.get(item.key), outlook) for item in items]
    return tuple(sorted(dues, key=lambda due: due.urgency))
