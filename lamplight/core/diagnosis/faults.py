"""How often which circuit of a machine made trouble, week by week: so that a failing machine is seen."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.care.context import EventSeen
from lamplight.core.lamps.causes import Cause
from lamplight.core.lamps.match import meanings
from lamplight.core.lamps.panel import Pattern
from lamplight.core.lamps.sightings import PanelSeen, Sighting, panels_seen
from lamplight.core.machine.kind import Kind
from lamplight.core.site.calendar import SiteCalendar


@dataclass(frozen=True)
class FaultWeeks:
    """Faults of one machine.

    Attributes:
        weeks: the Monday of each week, oldest first.
        counts: for each circuit, one count a week; circuits without a fault are left out.
    """

    weeks: tuple[date, ...]
    counts: Mapping[Circuit, tuple[int, ...]]

    @property
    def total(self) -> int:
        """All of them."""
        return sum(sum(row) for row in self.counts.values())

    @property
    def rising(self) -> bool:
        """Whether the later half has at least three, and more than twice as many as the earlier half."""
        half = len(self.weeks) // 2
        earlier = sum(sum(row[:half]) for row in self.counts.values())
        later = self.total - earlier
        return later >= 3 and later > 2 * earlier


def circuits_in_trouble(kind: Kind, causes: Mapping[str, Cause], seen: PanelSeen) -> tuple[Circuit, ...]:
    """The circuits in which a panel shows trouble, each once: of its part, else of its likeliest cause."""
    patterns = (meaning.pattern for meaning in meanings(kind.panel, seen.signals))
    return tuple(dict.fromkeys(_circuit_of(kind, causes, pattern) for pattern in patterns if pattern.sort.trouble))


def _circuit_of(kind: Kind, causes: Mapping[str, Cause], pattern: Pattern) -> Circuit:
    part = kind.part(pattern.part) if pattern.part else None
    if part is not None:
        return part.circuit
    first = next((causes[key] for key in pattern.causes if key in causes), None)
    return first.circuit if first else Circuit.BODY


def fault_weeks(
    kind: Kind,
    causes: Mapping[str, Cause],
    sightings: Sequence[Sighting],
    faults: Iterable[tuple[Circuit, date]],
    calendar: SiteCalendar,
    today: date,
    weeks: int = 12,
) -> FaultWeeks:
    """Faults by week and circuit.

    Args:
        causes: by key.
        sightings: any order; of sightings that follow upon each other with the same trouble each counts.
        found: causes that turned out on complaints without a lamp: circuit and date.
        today: the last day that is looked at.
        weeks: how many, 1 or more.
    """
    last = today - timedelta(days=today.weekday())
    mondays = tuple(last - timedelta(weeks=weeks - 1 - n) for n in range(weeks))
    counts: dict[Circuit, list[int]] = {}
    seen = [
        (circuit, calendar.today(panel.at))
        for panel in panels_seen(sightings)
        for circuit in circuits_in_trouble(kind, causes, panel)
    ]
    for circuit, day in (*seen, *faults):
        place = (day - mondays[0]).days // 7
        if 0 <= place < weeks:
            counts.setdefault(circuit, [0] * weeks)[place] += 1
    return FaultWeeks(mondays, {circuit: tuple(counts[circuit]) for circuit in Circuit if circuit in counts})


GRIND_EVENTS = {"coarser": "grind-coarser", "finer": "grind-finer"}
DRINK_JUDGED = "grind-drink"
DRINKS_TO_JUDGE = 2
FORGOTTEN_AFTER = timedelta(hours=12)


@dataclass(frozen=True)
class Grinding:
    """A notch of the grinder that is being judged: which way, and how many drinks were drawn since."""

    way: str
    drinks: int

    @property
    def judged(self) -> bool:
        """Whether it is time to taste."""
        return self.drinks >= DRINKS_TO_JUDGE


def grinding(events: Iterable[EventSeen], now: datetime) -> Grinding | None:
    """Where judging a notch stands; None where the grind was not changed within half a day.

    Args:
        events: what was noted at the machine, any order.
        now: aware.
    """
    ways = {event: way for way, event in GRIND_EVENTS.items()}
    noted = sorted((event for event in events if event.at <= now), key=lambda event: event.moment)
    changes = [place for place, event in enumerate(noted) if event.what in ways]
    if not changes or now - noted[changes[-1]].at > FORGOTTEN_AFTER:
        return None
    since = noted[changes[-1] + 1 :]
    return Grinding(ways[noted[changes[-1]].what], sum(event.what == DRINK_JUDGED for event in since))
