"""Everything written down about one machine."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from datetime import datetime

from lamplight.core.care.context import EventSeen
from lamplight.core.care.inspections import LookedAt
from lamplight.core.care.item import Start
from lamplight.core.care.last_done import DoneFact, with_settled
from lamplight.core.care.levels import Level
from lamplight.core.care.own_items import WHICHEVER_FIRST, LimitChange, OwnChoices
from lamplight.core.lamps.progress_bars import BarSeen
from lamplight.core.lamps.sightings import Sighting
from lamplight.core.machine.kind import Kind
from lamplight.core.machine.marks import DoseMark, DoseTrial, marks_in_force
from lamplight.core.machine.told import Told, WordTold
from lamplight.core.moment import Moment
from lamplight.core.site.absence import Absence
from lamplight.core.timeline import Timeline
from lamplight.core.usage.counters import CounterBook
from lamplight.core.water.at_machine import WaterAtMachine


@dataclass(frozen=True)
class MachineBook:
    """The facts about one machine.

    Attributes:
        counters: facts by counter: ``drinks``, ``milk``, ``litres``.
        done: every time an item was done or declared done.
        limits: the keeper's own limits; of several for one trigger the last holds.
        switched_off: keys of items that the keeper does without.
        descaling_basis: by what descaling is decided, or whichever comes first.
        level: how much care it gets.
        guess_per_day: the keeper's guess of drinks on an open day, or None.
        absences, events: what else was noted.
        water: what comes in, and through which filter.
        earlier_water: until when another water or filter was there, oldest first.
        earlier_kinds: keys of the kinds that it was of before, and until when, oldest first.
        bars: progress bars that were read.
        sightings: what its panel was seen to show, and what it was said to ask for.
        missing: parts that are missing or broken, with what was said about them.
        told, words: what was said of it that only its manual can know, in order.
        looked_at: what was inspected, and whether it was well.
        marks: how far its mixes are filled; the last of each role holds.
        trials: experiments with a dose, in order.
        known_since: when it was added; None where nobody knows.
    """

    counters: Mapping[str, CounterBook] = field(default_factory=dict)
    done: tuple[DoneFact, ...] = ()
    limits: tuple[LimitChange, ...] = ()
    switched_off: frozenset[str] = frozenset()
    descaling_basis: str = WHICHEVER_FIRST
    level: Level = Level.USUAL
    guess_per_day: float | None = None
    absences: tuple[Absence, ...] = ()
    events: tuple[EventSeen, ...] = ()
    water: WaterAtMachine = field(default_factory=WaterAtMachine)
    earlier_water: tuple[tuple[datetime, WaterAtMachine], ...] = ()
    earlier_kinds: tuple[tuple[datetime, str], ...] = ()
    bars: tuple[BarSeen, ...] = ()
    sightings: tuple[Sighting, ...] = ()
    missing: Mapping[str, str] = field(default_factory=dict)
    told: tuple[Told, ...] = ()
    words: tuple[WordTold, ...] = ()
    looked_at: tuple[LookedAt, ...] = ()
    marks: tuple[DoseMark, ...] = ()
    trials: tuple[DoseTrial, ...] = ()
    known_since: datetime | None = None

    @property
    def waters(self) -> Timeline[WaterAtMachine, datetime]:
        """What came in, and through which filter, when."""
        return Timeline(self.water, self.earlier_water)

    @property
    def marks_held(self) -> tuple[DoseMark, ...]:
        """The marks of its mixes as they hold, an experiment that runs included."""
        return marks_in_force(self.marks, self.trials, self.looked_at)

    def counter(self, name: str) -> CounterBook:
        """The facts of one counter; empty where there are none."""
        return self.counters.get(name, CounterBook())

    @property
    def absent_parts(self) -> tuple[str, ...]:
        """Parts that are missing or broken, and the filter where none is fitted."""
        return (*self.missing, *(("filter",) if self.water.filter_out else ()))

    @property
    def deeds(self) -> tuple[tuple[str, Moment], ...]:
        """Each item that was done at a known time, by itself or as part of another, and when."""
        return tuple(
            (key, Moment(fact.at, fact.seq))
            for key, fact in with_settled(self.done)
            if fact.at is not None and fact.start is Start.DONE
        )

    @property
    def choices(self) -> OwnChoices:
        """What the keeper decided about its items."""
        months = self.water.cartridge.months if self.water.cartridge else None
        off = self.switched_off
        return OwnChoices(self.limits, off, self.descaling_basis, self.water.filter_out, months, self.level)

    def judged_then(self, kind: str, known: Mapping[str, Kind]) -> MachineBook:
        """The same book with ticks, and cartridges of which nobody said more, judged by the kind of their moment.

        A change of kind may be written down after what was done since; without that, nothing is other.

        Args:
            kind: key of its kind now.
            known: kinds by key; a tick of a kind that is not among them stays as it was written.
        """
        if not self.earlier_kinds and all(fact.judged_by in ("", kind) for fact in self.done):
            return self
        kinds = Timeline(kind, self.earlier_kinds)
        earlier = tuple((until, _as_usual_then(water, kinds, known)) for until, water in self.earlier_water)
        return replace(
            self,
            done=tuple(_judged(fact, kinds, known) for fact in self.done),
            water=_as_usual_then(self.water, kinds, known),
            earlier_water=earlier,
        )

    @property
    def drinks(self) -> CounterBook:
        """The facts of the drinks counter."""
        return self.counter("drinks")


def _judged(fact: DoneFact, kinds: Timeline[str, datetime], known: Mapping[str, Kind]) -> DoneFact:
    then = kinds.at(fact.at) if fact.at is not None else fact.judged_by
    item = known[then].item(fact.item) if then in known else None
    if not fact.judged_by or then == fact.judged_by or item is None or fact.start is not Start.DONE:
        return fact
    return replace(fact, settled=item.settles, judged_by=then)


def _as_usual_then(water: WaterAtMachine, kinds: Timeline[str, datetime], known: Mapping[str, Kind]) -> WaterAtMachine:
    if water.usual_for is None:
        return water
    key, at = water.usual_for
    then = kinds.at(at)
    usual = known[then].cartridge if then in known else None
    return water if then == key or usual is None else replace(water, cartridge=usual, usual_for=(then, at))
