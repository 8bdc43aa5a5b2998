"""What a plan of days is made from, what it is, and what it must not do."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date
from functools import cached_property, partial

import numpy as np
from numpy.typing import NDArray

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.plan.terms import Term
from lamplight.core.site.slots import Slot
from lamplight.core.words import day_words

# So much of a slot can be taken before it is crowded. Ours, no source.
EVEN_SHARE = 0.8
# A day on which a lit lamp waits counts as so many. Ours, no source.
ASKED_COUNTS = 4.0
# A machine and an item of it.
TaskKey = tuple[int, str]


@dataclass(frozen=True)
class Costs:
    """What a plan weighs against each other, in minutes of the keeper. Defaults of ours.

    Attributes:
        day: for each slot in which anything is done.
        visit: for each machine that is visited in a slot: that it is signed, drained, waited for.
        way: what such a visit takes of the keeper's minutes besides its jobs, which hold what they open.
        stands: for each machine that is out of use in a slot, beside the keeper's minutes.
        opening: for each thing that is opened at it.
        late: for each day past the accepted risk.
        product: what a product is worth that is thrown away with the rest of its time.
        move: for what is moved although it was announced.
        limit: for each day past a limit of hygiene: it gives way only where nothing else can.
        crowded: for each slot that is filled beyond four fifths, so that days are even, with room for what comes up.
    """

    day: float = 3.0
    visit: float = 6.0
    way: float = 2.0
    stands: float = 10.0
    opening: float = 4.0
    late: float = 14.0
    product: float = 4.0
    move: float = 12.0
    limit: float = 600.0
    crowded: float = 0.25


@dataclass(frozen=True)
class Task:
    """A care item of a machine in the weeks ahead.

    Attributes:
        machine, item, title, circuit: which.
        minutes: the keeper's, 0 or more.
        opening: what is opened for it, or empty.
        uses: whether it uses something up.
        now: its term as it stands.
        lamp: whether the machine itself asks for it.
        span: minutes from its first touch until its machine is free again; 0 where that is its own minutes.
        asked: whether the machine asks for it now: each day that it waits counts several times.
        spares: the keeper's minutes of the daily work of a slot that is not done besides, by slot.
        after: its term if it were done in a slot; None where it is not due again within reach.
    """

    machine: int
    item: str
    title: str
    circuit: Circuit
    minutes: int
    opening: str
    uses: bool
    now: Term
    after: Callable[[int], Term | None] = field(default=lambda _slot: None, compare=False)
    lamp: bool = False
    span: int = 0
    asked: bool = False
    spares: Mapping[int, float] = field(default_factory=dict, compare=False)

    def takes(self, slot: int) -> float:
        """The keeper's minutes that it takes in a slot besides its daily work; less than 0 where it spares more."""
        return self.minutes - self.spares.get(slot, 0.0)

    @property
    def key(self) -> TaskKey:
        """Machine and item."""
        return self.machine, self.item

    @property
    def whole(self) -> float:
        """Minutes from its first touch until its machine is free again."""
        return max(self.span, self.minutes)


@dataclass(frozen=True)
class PlanProblem:
    """The weeks ahead.

    Attributes:
        today: the site's date.
        end: the first date past the horizon.
        slots: in order, with the minutes that each has.
        tasks: what comes round.
        costs: what is weighed.
        pinned: slots that a keeper chose for a task: it is done in each of them.
        announced: slots that were announced before for a task.
        rooms: minutes that each slot has, where that is not all of it.
        shared: slots in which something else is done anyway.
        lasts: minutes from now on that each slot lasts, where one of them goes on already.
        busy: minutes of a slot for which its daily work holds a machine, by slot and machine.
        settled: what is pinned by no keeper: the machine asks for it, or it was put off until then.
    """

    today: date
    end: date
    slots: tuple[Slot, ...]
    tasks: tuple[Task, ...]
    costs: Costs = field(default_factory=Costs)
    pinned: Mapping[TaskKey, frozenset[int]] = field(default_factory=dict)
    announced: Mapping[TaskKey, frozenset[int]] = field(default_factory=dict)
    rooms: tuple[float, ...] | None = None
    shared: frozenset[int] = frozenset()
    settled: frozenset[TaskKey] = frozenset()
    lasts: tuple[float, ...] | None = None
    busy: Mapping[tuple[int, int], float] = field(default_factory=dict)

    def room(self, slot: int) -> float:
        """Minutes that a slot has."""
        return self.rooms[slot] if self.rooms is not None else float(self.slots[slot].minutes)

    def length(self, slot: int) -> float:
        """Minutes that a slot lasts from now on."""
        return self.lasts[slot] if self.lasts is not None else float(self.slots[slot].minutes)

    def free(self, slot: int, machine: int) -> float:
        """Minutes of a slot in which a machine is free for what is planned."""
        return self.length(slot) - self.busy.get((slot, machine), 0.0)

    def longest(self, machine: int) -> float:
        """Minutes of the slot in which a machine is free longest; 0 without any."""
        if machine not in self._longest:
            self._longest[machine] = max((self.free(slot, machine) for slot in range(len(self.slots))), default=0.0)
        return self._longest[machine]

    @cached_property
    def _longest(self) -> dict[int, float]:
        return {}

    def fits(self, task: Task, slot: int, beside: float = 0.0) -> bool:
        """Whether a machine is free in a slot for all of a task; where it is so in none, in that where it is longest.

        Args:
            beside: minutes for which the machine is held by what else is planned for it in that slot.
        """
        free = self.free(slot, task.machine) - beside
        return free >= min(task.whole, self.longest(task.machine))

    def day(self, slot: int) -> date:
        """The date of a slot on the wall clock that it was made with."""
        return self.slots[slot].start.date()

    def moment(self, slot: int) -> float:
        """The number of a slot's date in the calendar, with what is over of that day when it begins."""
        start = self.slots[slot].start
        return start.toordinal() + (60 * start.hour + start.minute) / 1440

    def term(self, task: Task, before: int | None) -> Term | None:
        """The term of a task's next turn, when the one before is done in a slot, or as things stand."""
        return task.now if before is None else task.after(before)


@dataclass(frozen=True)
class Planned:
    """One turn of a task, in a slot.

    Attributes:
        task, turn, slot: which, the how manieth time, and when.
        term: between what it lies.
    """

    task: Task
    turn: int
    slot: int
    term: Term

    @property
    def key(self) -> TaskKey:
        """Machine and item."""
        return self.task.key

    def pinned(self, problem: PlanProblem) -> bool:
        """Whether a keeper chose its slot."""
        return self.slot in problem.pinned.get(self.key, frozenset())


@dataclass(frozen=True)
class Plan:
    """Which care in which slot.

    Attributes:
        planned: in order of time.
        broken: limits that could not be kept, in sentences.
        cost: its weight in minutes.
    """

    planned: tuple[Planned, ...]
    broken: tuple[str, ...] = ()
    cost: float = 0.0

    def visits(self) -> dict[tuple[int, int], list[Planned]]:
        """What is done at each machine in each slot."""
        found: dict[tuple[int, int], list[Planned]] = {}
        for one in self.planned:
            found.setdefault((one.slot, one.task.machine), []).append(one)
        return dict(sorted(found.items()))

    @property
    def openings(self) -> int:
        """How often a machine is opened and out of use: once for each visit, whatever is done in it."""
        return len({(one.slot, one.task.machine) for one in self.planned})

    def minutes(self, problem: PlanProblem) -> float:
        """The keeper's minutes, with the ways."""
        return sum(slot_minutes(self.planned, problem).values())


def held_plan(problem: PlanProblem) -> Plan:
    """The plan as it was announced, of what still lies ahead."""
    planned: list[Planned] = []
    for task in problem.tasks:
        before: int | None = None
        for turn, slot in enumerate(sorted(problem.announced.get(task.key, frozenset()))):
            term = problem.term(task, before)
            if term is None:
                break
            planned.append(Planned(task, turn, slot, term))
            before = slot
    ordered = tuple(sorted(planned, key=lambda one: (one.slot, one.task.machine, one.task.item)))
    return Plan(ordered, gives_way(ordered, problem), plan_cost(ordered, problem))


def plan_cost(planned: Sequence[Planned], problem: PlanProblem) -> float:
    """What a plan weighs, in minutes: ways, openings, what is thrown away, what is late, what was moved."""
    costs = problem.costs
    total = costs.day * len({one.slot for one in planned} - problem.shared)
    total += (costs.visit + costs.stands) * len({(one.slot, one.task.machine) for one in planned})
    total += costs.opening * len(
        {(one.slot, one.task.machine, one.task.opening) for one in planned if one.task.opening}
    )
    total += sum(slot_cost(one.task, one.term, problem, one.slot) for one in planned)
    total -= sum(one.task.spares.get(one.slot, 0.0) for one in planned)
    taken = {(one.key, one.slot) for one in planned}
    if costs.crowded:
        total += crowding(problem, slot_minutes(planned, problem))
    total += costs.move * sum((key, slot) not in taken for key, slots in problem.announced.items() for slot in slots)
    return total + sum(turn_cost(task, term, problem.end, costs) for task, _, term in left_over(planned, problem))


def even_room(problem: PlanProblem, slot: int) -> float:
    """Minutes of a slot that can be taken before it is crowded, less what others have taken; all there are where it is
    crowded by them anyway."""
    whole = float(problem.slots[slot].minutes)
    even = EVEN_SHARE * whole - (whole - problem.room(slot))
    return even if even >= 0 else problem.room(slot)


def crowding(problem: PlanProblem, minutes: Mapping[int, float]) -> float:
    """What crowded slots weigh, by the minutes that each holds."""
    return problem.costs.crowded * sum(held > even_room(problem, slot) + 1e-6 for slot, held in minutes.items())


def left_over(planned: Sequence[Planned], problem: PlanProblem) -> list[tuple[Task, int, Term]]:
    """The turns that should lie within the horizon and have no slot."""
    last: dict[tuple[int, str], Planned] = {}
    for one in sorted(planned, key=lambda one: one.turn):
        last[one.task.machine, one.task.item] = one
    found = []
    for task in problem.tasks:
        before = last.get((task.machine, task.item))
        term = problem.term(task, before.slot if before else None)
        if term is not None and term.best_before < problem.end:
            found.append((task, before.turn + 1 if before else 0, term))
    return found


def gives_way(planned: Sequence[Planned], problem: PlanProblem) -> tuple[str, ...]:
    """Which limits are not kept, and why, in sentences; what a keeper pinned is theirs."""
    said = []
    for one in planned:
        day, limit = problem.day(one.slot), one.term.latest
        if limit is not None and day > max(limit, first_day(problem)) and not one.pinned(problem):
            said.append(
                f"{one.task.title} [{one.task.machine}] should be done by {day_words(limit, problem.today)}; the first "
                f"time with room is {day_words(day, problem.today)}."
            )
    said += [
        f"{task.title} [{task.machine}] takes {task.span} min from beginning to end; no time for the machines is that "
        "long."
        for task in {one.key: one.task for one in planned}.values()
        if task.span > problem.longest(task.machine)
    ]
    for task, _, term in left_over(planned, problem):
        if problem.slots and not any(map(partial(_has_room, problem, task), range(len(problem.slots)))):
            said.append(
                f"{task.title} [{task.machine}] takes {task.minutes} min of yours; no time for the machines has "
                "so much left. Longer hours would do."
            )
        elif term.latest is not None and problem.slots and term.latest <= problem.day(len(problem.slots) - 1):
            by = day_words(term.latest, problem.today)
            said.append(f"{task.title} [{task.machine}] should be done by {by}; no time with room is left for it.")
    return tuple(said)


def _has_room(problem: PlanProblem, task: Task, slot: int) -> bool:
    """Whether a slot would hold a task if nothing else were planned in it."""
    return task.takes(slot) + problem.costs.way <= problem.room(slot) and problem.fits(task, slot)


def first_day(problem: PlanProblem) -> date:
    """The first date on which anything can be done."""
    return problem.day(0) if problem.slots else problem.end


def turn_cost(task: Task, term: Term, day: date, costs: Costs) -> float:
    """What a turn weighs on a date: days thrown away before its best date, days of risk after it."""
    return float(turn_costs(task, [term], np.array([float(day.toordinal())]), costs)[0, 0])


def slot_cost(task: Task, term: Term, problem: PlanProblem, slot: int) -> float:
    """The same in a slot: what is due already waits on until then, also on the same day."""
    return float(turn_costs(task, [term], np.array([problem.moment(slot)]), problem.costs)[0, 0])


def turn_costs(task: Task, terms: Sequence[Term], moments: NDArray[np.float64], costs: Costs) -> NDArray[np.float64]:
    """The same for several terms at many moments, a row for each term.

    Args:
        moments: each as the number of its date in the calendar, with what is over of that day.
    """
    days = np.floor(moments)
    best, latest, last, waits, due = (
        np.array(column).reshape(-1, 1)
        for column in zip(
            *(
                (
                    term.best_before.toordinal(),
                    (term.latest or date.max).toordinal(),
                    term.days,
                    costs.late * (ASKED_COUNTS if task.asked and term.due else 1.0),
                    term.due,
                )
                for term in terms
            ),
            strict=True,
        )
    )
    worth = task.minutes + (costs.product if task.uses else 0.0)
    until = np.where(due, moments, days)
    early, late, past = (np.maximum(apart, 0) for apart in (best - days, until - best, days - latest))
    weights: NDArray[np.float64] = worth * early / last + waits * late + costs.limit * past
    return weights


def plan_faults(plan: Plan, problem: PlanProblem) -> list[str]:
    """What a plan does that it must not, in words, but for what it says itself to give way."""
    found: list[str] = []
    for slot, minutes in slot_minutes(plan.planned, problem).items():
        chosen = all(one.pinned(problem) for one in plan.planned if one.slot == slot)
        if minutes > problem.room(slot) + 1e-6 and not chosen:
            found.append(f"slot {slot} holds {minutes:g} of {problem.room(slot):g} minutes")
    by_task: dict[tuple[int, str], list[Planned]] = {}
    for one in plan.planned:
        by_task.setdefault((one.task.machine, one.task.item), []).append(one)
    for task in problem.tasks:
        before: int | None = None
        for turn, one in enumerate(by_task.get((task.machine, task.item), [])):
            term = problem.term(task, before)
            name = f"{task.title} at {task.machine}, turn {turn}"
            if one.turn != turn or term is None or term != one.term:
                found.append(f"{name} does not follow from the one before")
                break
            day = problem.day(one.slot)
            pinned = one.pinned(problem)
            if not pinned and not problem.fits(task, one.slot):
                found.append(f"{name} lies in a slot that is too short for it")
            beside = [other for other in plan.planned if other.slot == one.slot and other.task.machine == task.machine]
            held = sum(other.task.whole for other in beside)
            if len(beside) > 1 and held > problem.free(one.slot, task.machine) + 1e-6 and not pinned:
                found.append(f"{name} lies in a slot in which its machine is held by others")
            if day < term.earliest and not pinned:
                found.append(f"{name} comes before it is worth it")
            past = term.latest is not None and day > max(term.latest, first_day(problem))
            if past and not pinned and not _given_way(plan, task):
                found.append(f"{name} comes past its limit")
            if before is not None and one.slot <= before:
                found.append(f"{name} comes before the one before it")
            before = one.slot
        done = {one.slot for one in by_task.get((task.machine, task.item), [])}
        if problem.pinned.get(task.key, frozenset()) - done:
            found.append(f"{task.title} at {task.machine} is not where it was pinned")
        left = problem.term(task, before)
        last = problem.day(len(problem.slots) - 1) if problem.slots else problem.today
        forgotten = left is not None and left.latest is not None and left.latest <= last
        if forgotten and not _given_way(plan, task):
            found.append(f"{task.title} at {task.machine} is forgotten")
    return found


def _given_way(plan: Plan, task: Task) -> bool:
    return any(sentence.startswith(f"{task.title} [{task.machine}]") for sentence in plan.broken)


def slot_minutes(planned: Sequence[Planned], problem: PlanProblem) -> dict[int, float]:
    """How many minutes each slot holds, ways included."""
    by_slot: dict[int, list[Planned]] = {}
    for one in planned:
        by_slot.setdefault(one.slot, []).append(one)
    return {
        slot: visit_minutes([one.task for one in here], problem.costs)
        - sum(one.task.spares.get(slot, 0.0) for one in here)
        for slot, here in sorted(by_slot.items())
    }


def visit_minutes(tasks: Iterable[Task], costs: Costs) -> float:
    """The keeper's minutes for some jobs in one slot: their own, and a way to each machine."""
    known = list(tasks)
    return sum(task.minutes for task in known) + costs.way * len({task.machine for task in known})
