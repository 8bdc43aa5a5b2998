"""Everything by which the triggers of one machine are judged at a moment."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import date, datetime
from functools import cached_property

from lamplight.core.care.item import CareItem, LastDone
from lamplight.core.care.status import Status
from lamplight.core.site.absence import Absence
from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.usage.cumulative import CumulativeCount
from lamplight.core.usage.meters import Meter
from lamplight.core.usage.usage import Usage
from lamplight.core.water.at_machine import WaterAtMachine


@dataclass(frozen=True)
class EventSeen:
    """Something happened at a machine by itself: ``first-drink`` after its drawer was out, or ``refill``."""

    what: str
    at: datetime


@dataclass(frozen=True)
class EvaluationContext:
    """What the triggers of one machine are judged by.

    Attributes:
        meters: by counter: ``drinks`` always, ``milk`` and ``litres`` where the kind has them.
        calendar: the site's, with absences closed.
        now: aware.
        done: when each item was last done, by key.
        absences: past and ahead.
        prompts: since when the machine asks for an item, by key, where it still does.
        events: what was seen to happen at the machine by itself.
        tank_l: what its tank holds, litres; 0 where there is none.
        water: what comes in, and through which filter.
    """

    meters: Mapping[str, Meter]
    calendar: SiteCalendar
    now: datetime
    done: Mapping[str, LastDone] = field(default_factory=dict)
    absences: tuple[Absence, ...] = ()
    prompts: Mapping[str, datetime] = field(default_factory=dict)
    events: tuple[EventSeen, ...] = ()
    water: WaterAtMachine = field(default_factory=WaterAtMachine)
    tank_l: float = 0.0

    @cached_property
    def today(self) -> date:
        """The site's date now."""
        return self.calendar.today(self.now)

    def seen_since(self, what: str, moment: datetime) -> datetime | None:
        """When something was first seen to happen at or after a moment, up to now; None where it was not."""
        return min((e.at for e in self.events if e.what == what and moment <= e.at <= self.now), default=None)

    @property
    def cumulative(self) -> CumulativeCount:
        """The drinks over time."""
        return self.meters["drinks"].cumulative

    @property
    def usage(self) -> Usage:
        """Drinks a day by weekday."""
        return self.cumulative.usage

    @cached_property
    def away(self) -> frozenset[date]:
        """All dates of absence."""
        return frozenset(day for absence in self.absences for day in absence.dates())

    def moment_of(self, last: LastDone) -> datetime | None:
        """When an item was last done, worked out from the count where only that is known."""
        if last.at is not None or last.position is None:
            return last.at
        return self.cumulative.moment_at(last.position)

    def soon_or_clear(self, likely: date | None, item: CareItem) -> Status:
        """Soon when a date lies within the item's window of open days."""
        if likely is None:
            return Status.CLEAR
        if (likely - self.today).days > 60 + item.soon_open_days:
            return Status.CLEAR
        return (
            Status.SOON if self.calendar.open_days_between(self.today, likely) <= item.soon_open_days else Status.CLEAR
        )


def open_days_in_words(context: EvaluationContext, day: date) -> str:
    """How far ahead a date lies, in open days: ``likely today``, ``about 3 open days``."""
    if day <= context.today:
        return "likely today"
    ahead = context.calendar.open_days_between(context.today, day)
    if ahead == 0:
        return "likely today"
    return f"about {ahead} open day{'s' if ahead > 1 else ''}"
