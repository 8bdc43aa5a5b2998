"""Everything by which the triggers of one machine are evaluated at a moment."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from datetime import date, datetime
from functools import cached_property
from typing import Any

from lamplight.core.care.inspections import Found
from lamplight.core.care.item import CareItem, LastDone
from lamplight.core.care.status import Window
from lamplight.core.care.trigger_base import Trigger
from lamplight.core.moment import Moment
from lamplight.core.site.absence import Absence
from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.timeline import Timeline
from lamplight.core.usage.cumulative import CumulativeCount
from lamplight.core.usage.meters import Meter
from lamplight.core.usage.passage import Passage
from lamplight.core.usage.usage import Usage
from lamplight.core.water.at_machine import WaterAtMachine
from lamplight.core.water.through import WaterThrough, water_now, water_through


@dataclass(frozen=True)
class EventSeen:
    """Something happened at a machine by itself: ``first-drink`` after its drawer was out, or ``refill``.

    Attributes:
        what, at: what, and when.
        seq: place within the second; see `lamplight.core.moment`.
    """

    what: str
    at: datetime
    seq: int = 0

    @property
    def moment(self) -> Moment:
        """When, with its place within the second."""
        return Moment(self.at, self.seq)


@dataclass(frozen=True)
class LampAhead:
    """When a lamp is expected by the machine's own past.

    Attributes:
        passage: early, likely and late date.
        count: after how much since the item was done it lights, in the meter's unit.
        meter: what it counts.
    """

    passage: Passage
    count: float
    meter: Meter


def nothing_learned(item_key: str, done_at: datetime) -> LampAhead | None:
    """Where no lamp was ever seen."""
    return None


@dataclass(frozen=True)
class EvaluationContext:
    """What the triggers of one machine are evaluated by.

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
        earlier_water: until when another water or filter was there, oldest first.
        found: what inspections found, by the item that it brings.
        by_day: where rules of an item, and with None the whole item, stand on a date until it ends, as far as that is
            known already; shared by contexts that rest on the same.
        foretells: when the lamp of an item is expected, by its key, if it was done at a moment.
    """

    meters: Mapping[str, Meter]
    calendar: SiteCalendar
    now: datetime
    done: Mapping[str, LastDone] = field(default_factory=dict)
    absences: tuple[Absence, ...] = ()
    prompts: Mapping[str, Moment] = field(default_factory=dict)
    events: tuple[EventSeen, ...] = ()
    water: WaterAtMachine = field(default_factory=WaterAtMachine)
    tank_l: float = 0.0
    earlier_water: tuple[tuple[datetime, WaterAtMachine], ...] = ()
    found: Mapping[str, Found] = field(default_factory=dict)
    by_day: dict[tuple[date, str, Trigger | None], Any] = field(default_factory=dict, compare=False, repr=False)
    foretells: Callable[[str, datetime], LampAhead | None] = field(default=nothing_learned, compare=False, repr=False)

    @property
    def waters(self) -> Timeline[WaterAtMachine, datetime]:
        """What came in, and through which filter, when."""
        return Timeline(self.water, self.earlier_water)

    @cached_property
    def water_now(self) -> WaterThrough:
        """What comes through now: whether the cartridge still takes something up."""
        litres = self.meters.get("litres")
        if litres is None or litres.last is None:
            return WaterThrough(0.0, self.water)
        return water_now(self.waters, litres.between, self.now)

    def through_since(self, since: datetime) -> tuple[WaterThrough, ...]:
        """What went through since a moment; every rule that counts from there shares it."""
        if since not in self._through:
            litres = self.meters.get("litres")
            read = litres is not None and litres.last is not None
            self._through[since] = (
                water_through(self.waters, litres.between, since, self.now) if litres and read else ()
            )
        return self._through[since]

    @cached_property
    def _through(self) -> dict[datetime, tuple[WaterThrough, ...]]:
        """By the moment from which it was asked for."""
        return {}

    @cached_property
    def today(self) -> date:
        """The site's date now."""
        return self.calendar.today(self.now)

    def window(self, soon_open_days: int) -> Window:
        """The window of every item that is announced so many open days ahead."""
        if soon_open_days not in self._windows:
            self._windows[soon_open_days] = Window(self.calendar, self.now, soon_open_days)
        return self._windows[soon_open_days]

    @cached_property
    def _windows(self) -> dict[int, Window]:
        """By open days ahead: items share them, and each works out its date once."""
        return {}

    def seen_since(self, what: str, moment: Moment) -> datetime | None:
        """When something was first seen to happen after a place in time, up to now; None where it was not."""
        later = (event.at for event in self.events if event.what == what and event.moment >= moment)
        return min((at for at in later if at <= self.now), default=None)

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


@dataclass(frozen=True)
class Evaluated:
    """One item in its context: what every rule is asked about.

    Attributes:
        item: whose rule it is.
        last: when it was last done; None where nobody knows.
        context: drinks, litres, calendar and the present.
    """

    item: CareItem
    last: LastDone | None
    context: EvaluationContext

    @cached_property
    def since(self) -> datetime | None:
        """When it was last done; None where that is not known."""
        return self.context.moment_of(self.last) if self.last else None

    @property
    def done(self) -> Moment | None:
        """The same with its place within the second."""
        return Moment(self.since, self.last.seq) if self.since and self.last else None

    @property
    def deed(self) -> Moment | None:
        """When somebody did it last; None where it is only counted from somewhere."""
        return self.done if self.last and self.last.deed else None

    @cached_property
    def done_on(self) -> date | None:
        """The date on which it was last done; None where that is not known."""
        return self.context.calendar.today(self.since) if self.since else None

    @property
    def dated(self) -> bool:
        """Whether its last time is known as a moment, and not worked out from a count."""
        return self.last is not None and self.last.at is not None

    @cached_property
    def window(self) -> Window:
        """How far ahead it is announced, and from when on it is late."""
        return self.context.window(self.item.soon_open_days)
