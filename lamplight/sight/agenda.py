"""When each thing is done at a site: what was planned, and over it what has happened since."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import date, datetime, timedelta
from functools import cached_property

from lamplight.core.agenda.last_hours import LAST_DRINK, nobody_at_closing, wants_a_rinse
from lamplight.core.agenda.placing import Standing, Turn, minutes_left, settled_slot, turns_ahead
from lamplight.core.assess import status_at
from lamplight.core.care.beginning import waits_for_nobody
from lamplight.core.care.first import late_words
from lamplight.core.care.item import Due
from lamplight.core.plan.appointments import EVERYWHERE
from lamplight.core.plan.problem import TaskKey
from lamplight.core.site.slots import LEAST_MINUTES, Slot, slots_from
from lamplight.core.words import clock_words, plural, written_in
from lamplight.sight.cache import kept
from lamplight.sight.machine_view import Looked, MachineView
from lamplight.store.books import absences
from lamplight.store.plans import Announced
from lamplight.store.rounds import keepers_away, week_slots
from lamplight.store.sites import SiteRow, machines

WEEKS = 4
# So many minutes of a slot lie beside the span of a job: the way to it. Ours, no source.
WAY_BESIDE = 4
# With less of it left a time for the machines is over.
LEAST_TIME = timedelta(minutes=LEAST_MINUTES)
# Of so many machines at most it is asked whether anything is done at them in a slot.
MOST_ASKED = 12


@dataclass(frozen=True)
class Agenda:
    """When each thing is done.

    Attributes:
        now: the moment at which it is looked at.
        slots: every time for the machines in the weeks ahead that is not over, whoever has it.
        made_at: when it was planned; None where nobody planned yet.
        turns: what was planned then, those that are over as well.
        way: minutes that lie beside a job: the way to it; none to the only machine.
        rounds: when the daily work is done, as it was planned then: the machines by the beginning of the slot.
    """

    now: datetime
    slots: tuple[Slot, ...]
    made_at: datetime | None
    turns: Mapping[TaskKey, tuple[Turn, ...]]
    rounds: Mapping[datetime, frozenset[int]] = field(default_factory=dict)
    way: int = WAY_BESIDE

    def ahead(self, view: MachineView, due: Due) -> tuple[int, ...]:
        """The numbers of the slots in which an item is done: as it was planned, or as it stands now."""
        return turns_ahead(self._standing(view, due), self.slots, self.now)

    def planned_words(self, view: MachineView, due: Due) -> str:
        """When an item is done, in a sentence: ``Planned Wed 2 Dec, 10:00, with 2 others.``; empty where it is not."""
        planned = self.planned(view)
        slot = planned.get(due.item.key)
        if slot is None:
            return ""
        context = view.status.context
        others = sum(other == slot for other in planned.values()) - 1
        along = f" with {plural(others, 'other')}" if others else ""
        if slot.start <= context.now:
            return f"Planned for now{along}."
        when = clock_words(slot.start.astimezone(context.calendar.tz), context.today)
        return f"Planned {when}{',' if along else ''}{along}."

    def seen_to_at(self, view: MachineView) -> datetime | None:
        """When somebody comes to a machine that gives no drinks, or not all of them; None where nobody has a time."""
        stops = [due for due in view.status.dues if due.to_do and (late_words(due) or due.prompted)]
        planned = self.planned(view)
        starts = [planned[due.item.key].start for due in stops if due.item.key in planned]
        return min(starts, default=self.slots[0].start if self.slots else None)

    def last_drink_words(self, view: MachineView) -> str:
        """What whoever draws the last milk drink of today is asked for, where nobody closes the machine; or empty."""
        context = view.status.context
        gap = nobody_at_closing(context.calendar, context.today, self.slots) and not self.closed(view)
        return LAST_DRINK if gap and wants_a_rinse([due.item for due in view.status.dues]) else ""

    def closed(self, view: MachineView) -> bool:
        """Whether the day is over at a machine."""
        context = view.status.context
        return context.now >= context.calendar.closing(context.today)

    def settled(self, view: MachineView, due: Due) -> int | None:
        """The slot that no plan chooses: to which it was put off, or the first one of what stops its machine."""
        planning = replace(self, made_at=self.now)  # what is planned now is decided by the plan
        return settled_slot(planning._standing(view, due), self.slots, self.now)

    def planned(self, view: MachineView) -> dict[str, Slot]:
        """The next slot of each item that has one."""
        known = self._planned.get(view.row.id)
        if known is None or known[0] is not view:
            known = self._planned[view.row.id] = (view, self._next_slots(view))
        return known[1]

    @cached_property
    def _planned(self) -> dict[int, tuple[MachineView, dict[str, Slot]]]:
        """By machine, for the state of it that was asked about last: a page asks several times."""
        return {}

    def _next_slots(self, view: MachineView) -> dict[str, Slot]:
        found = {}
        for due in view.status.dues:
            ahead = () if due.covered_by or due.instead else self.ahead(view, due)
            if ahead:
                found[due.item.key] = self.slots[ahead[0]]
        return found

    def first_with_work(self, slots: Sequence[Slot], views: Sequence[MachineView]) -> Slot | None:
        """The first of some slots in which anything is done at some machines; the first of all where that is not known.

        Of many machines there is always something.
        """
        if self.made_at is None or len(views) > MOST_ASKED:
            return slots[0] if slots else None
        starts = {slot.start for view in views for slot in self.planned(view).values()}
        starts |= {start for view in views for start in self._daily(view)}
        return next((slot for slot in slots if slot.start in starts), slots[0] if slots else None)

    def comes_next(self, view: MachineView) -> datetime | None:
        """When somebody comes to a machine the next time, be it for its daily work alone; None where nobody does."""
        starts = (*self._daily(view), *(slot.start for slot in self.planned(view).values()))
        return min(starts, default=None)

    def _daily(self, view: MachineView) -> list[datetime]:
        """When the daily work of a machine is done that is left: not of an evening whose work was done before it."""
        first = min((due.likely for due in view.status.dues if due.likely and not due.covered_by), default=date.max)
        today = view.status.context.calendar.today
        ahead = (start for start, machines in self.rounds.items() if view.row.id in machines and start > self.now)
        return [start for start in ahead if first <= today(start)]

    @cached_property
    def _machines(self) -> frozenset[tuple[int, datetime]]:
        return frozenset((machine, turn.start) for (machine, _), own in self.turns.items() for turn in own)

    def comes_to(self, machine: int, start: datetime) -> bool:
        """Whether anything was planned at a machine for the slot that begins then."""
        return (machine, start) in self._machines

    def _standing(self, view: MachineView, due: Due) -> Standing:
        planned = self.turns.get((view.row.id, due.item.key), ())
        done, calendar = due.last.at if due.last is not None else None, view.status.context.calendar
        asked_at = view.status.context.prompts.get(due.item.key)
        unplanned = self.made_at is None or asked_at is None or asked_at.at > self.made_at
        at_once = view.run is not None and view.run.item == due.item.key
        at_once |= due.prompted and (view.stopped or unplanned)
        return Standing(
            due.to_do or waits_for_nobody(due),
            at_once,
            view.deferrals.get(due.item.key),
            planned,
            done if self.made_at is not None and done is not None and done > self.made_at else None,
            view.span_minutes(due) + self.way if due.to_do else 0.0,
            calendar.at_minute(due.likely, 0) if due.likely is not None else None,
        )


def site_slots(site: SiteRow, now: datetime) -> tuple[Slot, ...]:
    """Every time for the machines of which enough is left; none while all of them are away."""
    away: dict[int | None, set[date]] = {}
    for row in absences(site.id):
        away.setdefault(row.machine_id, set()).update(row.span.dates())
    rows = machines(site.id)
    everywhere = [away.get(row.id, set()) for row in rows]
    shut = away.get(None, set()) | (set.intersection(*everywhere) if everywhere else set())
    ahead = slots_from(now, site.calendar.without(shut), week_slots(site.id), 7 * WEEKS, None, keepers_away(site.id))
    return tuple(slot for slot in ahead if minutes_left(slot, now) >= LEAST_MINUTES)


def way_beside(machines: int) -> int:
    """Minutes of a slot that lie beside the span of a job, where there are so many machines."""
    return WAY_BESIDE if machines > 1 else 0


def announced_agenda(known: Announced | None, slots: tuple[Slot, ...], now: datetime, way: int) -> Agenda:
    """The agenda by what was announced last.

    Args:
        way: minutes that lie beside each job.
    """
    if known is None:
        return Agenda(now, slots, None, {}, way=way)
    turns: dict[TaskKey, list[Turn]] = {}
    for (machine, item, start), keeper in zip(known.visits, known.keepers, strict=True):
        turns.setdefault((machine, item), []).append(Turn(start, keeper or 0))
    rounds: dict[datetime, frozenset[int]] = {}
    for one in known.appointments:
        if one.machine == EVERYWHERE:
            rounds[one.slot] = rounds.get(one.slot, frozenset()) | {int(machine) for machine in one.items}
    return Agenda(now, slots, known.made_at, {key: tuple(sorted(own)) for key, own in turns.items()}, rounds, way)


def view_at(view: MachineView, at: datetime) -> MachineView:
    """A machine as it will likely stand at a moment ahead, when nothing is done until then."""
    if at <= view.status.context.now or view.status.work is None:
        return view

    def look() -> Looked:
        seen = view.looked
        work = seen.status.work
        lacking = frozenset(due.item.key for due in seen.status.dues if due.blocked)
        assert work is not None
        rests_on = (work, at, lacking, written_in())
        status = kept(("ahead", view.row.id), rests_on, lambda: status_at(work, at, lacking))
        return Looked(seen.kind, status, seen.serving)

    return replace(view, look=look, rests_on=(view.rests_on, at), standing=None)
