"""What a care item is, and what can be said about where it stands."""

from __future__ import annotations

from dataclasses import dataclass, replace
from datetime import date, datetime
from enum import StrEnum
from functools import cached_property
from typing import Self

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.care.status import SOON_OPEN_DAYS, Status
from lamplight.core.care.trigger_base import Limited, Trigger
from lamplight.core.care.triggers import FoundDirty, Prompted
from lamplight.core.usage.passage import NEVER, Passage

# What takes no longer is ticked; what takes longer is led through. Common practice, no source.
QUICK_MINUTES = 4


class ItemRole(StrEnum):
    """What an item is, where a rule has to know it whatever its key is called."""

    NONE = ""
    DESCALE = "descale"
    FILTER = "filter"
    DRAWER = "drawer"


@dataclass(frozen=True)
class CareItem:
    """One thing that a kind of machine needs again and again.

    Attributes:
        key: short name in data, unique in the kind.
        title: the words on screen.
        circuit: what it cares for.
        part: the part of the drawing that it touches.
        triggers: one or more, keys unique; whichever comes first.
        minutes: the keeper's time, 1 or more.
        procedure: key of the procedure that guides it; empty where it needs no guiding.
        why: one sentence.
        short: what it is called in a row of several; empty for its title.
        look: what is looked at where nobody knows when it was done last; see `looks.py`; empty for nothing.
        serves: what it is for: hygiene, wear or taste; empty where nobody said.
        least, strict: its triggers at those levels of care, none where it is left out; None for those of the usual one.
        soon_open_days: how many open days ahead it is announced, 0 or more.
        products: what it takes.
        settles: keys of items that count as done with it.
        replaces: keys of items that are left out on the day when this one is due.
        hygiene: whether people can fall ill when it is late.
        when_overdue: what is said when it is late, such as that no milk drinks may be drawn.
        opening: items with the same word share one opening of the machine.
        water_ml: water that it takes through the machine each time, 0 or more.
        role: what it is, where a rule has to know that.
    """

    key: str
    title: str
    circuit: Circuit
    part: str
    triggers: tuple[Trigger, ...]
    minutes: int
    procedure: str = ""
    why: str = ""
    soon_open_days: int = SOON_OPEN_DAYS
    products: tuple[str, ...] = ()
    settles: tuple[str, ...] = ()
    replaces: tuple[str, ...] = ()
    hygiene: bool = False
    when_overdue: str = ""
    opening: str = ""
    water_ml: int = 0
    role: ItemRole = ItemRole.NONE
    short: str = ""
    look: str = ""
    serves: str = ""
    least: tuple[Trigger, ...] | None = None
    strict: tuple[Trigger, ...] | None = None

    @property
    def in_a_row(self) -> str:
        """What it is called in a row of several."""
        return self.short or self.title.lower()

    @property
    def asks(self) -> bool:
        """Whether the machine itself asks for it, by a lamp or in words."""
        return any(isinstance(trigger, Prompted) for trigger in self.triggers)

    @cached_property
    def by_day(self) -> bool:
        """Whether where it stands is the same from the first minute of a date to its last."""
        return all(trigger.by_day for trigger in self.triggers)

    @property
    def other_rules(self) -> list[str]:
        """Its rules that are no plain limit to be typed, in words."""
        return [trigger.in_words() for trigger in self.triggers if not isinstance(trigger, Limited)]

    @property
    def quick(self) -> bool:
        """Whether it is simply ticked, rather than led through."""
        return self.minutes <= QUICK_MINUTES


class Start(StrEnum):
    """What an item is counted from. Only the first is something that happened; the others are no evidence of a deed."""

    DONE = "done"
    COUNTED = "counted from here on"
    NEW = "new"
    OWED = "due from the outset"


@dataclass(frozen=True)
class LastDone:
    """What an item is counted from: when it was last done, as far as anybody knows, or from when on it is counted.

    Attributes:
        at: the moment, or None where only the count is known.
        position: the drinks then, as a position on the cumulative count (negative before the first
            reading), or None where only the moment is known.
        seq: place within the second; see `lamplight.core.moment`.
        start: whether it was done then, or is only counted from there.
    """

    at: datetime | None = None
    position: float | None = None
    seq: int = 0
    start: Start = Start.DONE

    @property
    def deed(self) -> bool:
        """Whether somebody did it then."""
        return self.start is Start.DONE


@dataclass(frozen=True)
class Day:
    """A date on which something falls due.

    Attributes:
        date: which.
        reached: whether it has come.
        estimated: whether it rests on usage.
        at: the moment, where it is known to the hour.
    """

    date: date
    reached: bool = False
    estimated: bool = False
    at: datetime | None = None


@dataclass(frozen=True)
class TriggerDue:
    """Where one trigger stands.

    Attributes:
        trigger: the rule.
        used: how much of the limit is used up, in its unit; None where unknown.
        limit: the limit in force, in its unit; None where there is none or it is not known.
        unit: ``drinks``, ``milk drinks``, ``L``, ``days``, ``hours``, or empty.
        estimated: whether `used` rests on usage rather than on a reading.
        passage: when the limit is reached: early, likely, late.
        status: of this trigger alone.
        sentence: the count and the date in words.
        due_at: the moment, where it is known to the hour.
    """

    trigger: Trigger
    used: float | None
    limit: float | None
    unit: str
    estimated: bool
    passage: Passage
    status: Status
    sentence: str
    due_at: datetime | None = None

    @classmethod
    def unknown(cls, trigger: Trigger, sentence: str, unit: str = "") -> Self:
        """A trigger that cannot be evaluated, and why."""
        return cls(trigger, None, None, unit, True, NEVER, Status.UNKNOWN, sentence)

    @classmethod
    def never(cls, trigger: Trigger, sentence: str, used: float | None = None, unit: str = "") -> Self:
        """A trigger that asks for nothing as things are, and why."""
        return cls(trigger, used, None, unit, used is not None, NEVER, Status.CLEAR, sentence)

    @classmethod
    def on_day(cls, trigger: Trigger, day: Day, status: Status, sentence: str) -> Self:
        """A trigger that falls on one date."""
        passage = Passage(day.date, day.date, day.date, day.reached)
        return cls(trigger, None, None, "", day.estimated, passage, status, sentence, day.at)

    def for_all(self, trigger: Trigger, sentence: str) -> Self:
        """The same as the answer of the rule of which it decides."""
        return replace(self, trigger=trigger, sentence=sentence, due_at=None)

    def counting(self, used: float, limit: float, unit: str) -> Self:
        """The same with what is used of its limit."""
        return replace(self, used=used, limit=limit, unit=unit)

    @property
    def left(self) -> float | None:
        """What is left in the trigger's unit; negative past the limit."""
        return None if self.used is None or self.limit is None else self.limit - self.used

    @property
    def counted(self) -> tuple[float, float] | None:
        """What is used and the limit; None where nothing is counted."""
        return None if self.used is None or self.limit is None else (self.used, self.limit)

    @property
    def known(self) -> bool:
        """Whether the trigger can be evaluated."""
        return self.status is not Status.UNKNOWN


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
        covered_by: key of the item that takes its place today, so that it is left out; empty for none, and where it is
            late: that stays so until something is done.
        instead: key of the item that does for it today, late or not, or empty.
        blocked: why it cannot be done as things are, in words, or empty.
    """

    item: CareItem
    status: Status
    first: TriggerDue | None
    triggers: tuple[TriggerDue, ...]
    last: LastDone | None
    reasons: tuple[str, ...]
    covered_by: str = ""
    blocked: str = ""
    instead: str = ""

    @property
    def likely(self) -> date | None:
        """The likely date, or None."""
        return self.first.passage.likely if self.first else None

    @property
    def found_dirty(self) -> bool:
        """Whether an inspection found something that it sees to."""
        return any(isinstance(state.trigger, FoundDirty) for state in self.triggers)

    @property
    def prompted(self) -> bool:
        """Whether the machine itself asks for it now."""
        return any(isinstance(state.trigger, Prompted) and state.status >= Status.DUE for state in self.triggers)

    @property
    def pressing(self) -> bool:
        """Whether it is to be done now, and nothing takes its place."""
        return self.status >= Status.DUE and not self.covered_by

    @property
    def to_do(self) -> bool:
        """Whether it is this that is to be done now, and no other that does for it."""
        return self.pressing and not self.instead

    @property
    def urgency(self) -> tuple[int, bool, date, bool, str]:
        """Sorts the most urgent first: of what is due, hygiene before taste and wear; of what is not, by date."""
        later = not self.item.hygiene
        due = self.status >= Status.DUE
        return (-int(self.status), due and later, self.likely or date.max, later, self.item.title)
