"""A plan of days at once: what is due first is placed first, wherever it costs least just then.

Where a limit of hygiene then gives way, it is tried as well with all turns of hygiene placed before everything else.
"""

from __future__ import annotations

import heapq
from datetime import date, timedelta

from lamplight.core.plan.problem import Plan, Planned, PlanProblem, Task, even_room, gives_way, plan_cost, turn_cost
from lamplight.core.plan.terms import Term

# How far past its best date a turn is looked for a place, where nobody falls ill of it.
LATE_DAYS = 14


def greedy_plan(problem: PlanProblem) -> Plan:
    """Every turn in the order in which it is due, in the slot that adds least; of two such plans the lighter one."""
    plan = _placed(problem, hygiene_first=False)
    if not plan.broken:
        return plan
    return min(plan, _placed(problem, hygiene_first=True), key=lambda one: one.cost)


def _placed(problem: PlanProblem, hygiene_first: bool) -> Plan:
    filling = _Filling(problem)
    planned: list[Planned] = []

    def rank(term: Term, first: bool) -> tuple[bool, bool, date]:
        """What has one day only is placed before all that could lie elsewhere."""
        return hygiene_first and term.latest is None, not (first and _has_one_day(term)), term.best_before

    waiting: list[tuple[tuple[bool, bool, date], int, int, int | None, Term]] = [
        (rank(task.now, True), n - len(problem.tasks) * task.asked, 0, None, task.now)
        for n, task in enumerate(problem.tasks)
    ]
    heapq.heapify(waiting)
    while waiting:
        (_, _, best), n, turn, before, term = heapq.heappop(waiting)
        task = problem.tasks[n]  # what is asked for stands before what is due with it, under a number below 0
        pins = [slot for slot in problem.pinned.get(task.key, ()) if before is None or slot > before]
        if best >= problem.end and not pins:
            continue
        slot = filling.place(task, term, before, min(pins, default=None))
        if slot is None:
            continue
        planned.append(Planned(task, turn, slot, term))
        following = task.after(slot)
        if following is not None:
            heapq.heappush(waiting, (rank(following, False), n, turn + 1, slot, following))
    ordered = tuple(sorted(planned, key=lambda one: (one.slot, one.task.machine, one.task.item)))
    return Plan(ordered, gives_way(ordered, problem), plan_cost(ordered, problem))


def _has_one_day(term: Term) -> bool:
    return term.earliest == term.latest and not term.due


class _Filling:
    """What each slot holds so far."""

    def __init__(self, problem: PlanProblem) -> None:
        """Nothing yet."""
        self.problem = problem
        self.minutes = [0.0] * len(problem.slots)
        self.visits: set[tuple[int, int]] = set()
        self.held: dict[tuple[int, int], float] = {}
        self.openings: set[tuple[int, int, str]] = set()
        for task in problem.tasks:  # what a keeper chose has its room before all else
            for slot in problem.pinned.get(task.key, ()):
                self._take(task, slot)

    def added(self, task: Task, slot: int) -> tuple[float, float]:
        """Minutes and weight that a task adds to a slot, beside its own date."""
        costs = self.problem.costs
        minutes, weight = float(task.minutes), 0.0
        if (slot, task.machine) not in self.visits:
            minutes, weight = minutes + costs.way, weight + costs.visit + costs.stands
        if task.opening and (slot, task.machine, task.opening) not in self.openings:
            weight += costs.opening
        if costs.crowded:
            room = even_room(self.problem, slot)
            weight += costs.crowded * (self.minutes[slot] <= room < self.minutes[slot] + minutes)
        return minutes, weight + (0.0 if self.minutes[slot] or slot in self.problem.shared else costs.day)

    def place(self, task: Task, term: Term, before: int | None, pin: int | None) -> int | None:
        """The slot for a turn, or None where there is none; a pinned one where it does not lie far behind."""
        problem = self.problem
        if pin is not None and problem.day(pin) <= term.best_before + timedelta(days=LATE_DAYS):
            return pin
        first = 0 if before is None else before + 1
        last_day = term.latest if term.latest is not None else term.best_before + timedelta(days=LATE_DAYS)
        options = []
        for slot in range(first, len(problem.slots)):
            day = problem.day(slot)
            if day < term.earliest or day > last_day or not self.fits(task, slot):
                continue
            minutes, weight = self.added(task, slot)
            if self.minutes[slot] + minutes <= problem.room(slot):
                stays = problem.costs.move if slot in problem.announced.get(task.key, ()) else 0.0
                options.append((weight + turn_cost(task, term, day, problem.costs) - stays, slot))
        if not options:
            return self._afterwards(task, term, first) if pin is None else pin
        slot = min(options)[1]
        return self._take(task, slot) if pin is None or slot < pin else pin

    def fits(self, task: Task, slot: int) -> bool:
        """Whether its machine is free for it beside what is planned there."""
        return self.problem.fits(task, slot, self.held.get((slot, task.machine), 0.0))

    def _afterwards(self, task: Task, term: Term, first: int) -> int | None:
        """The first slot with room from the day on from which it is worth it, since none fits its term."""
        for slot in range(first, len(self.problem.slots)):
            fits = self.minutes[slot] + self.added(task, slot)[0] <= self.problem.room(slot)
            if fits and self.problem.day(slot) >= term.earliest and self.fits(task, slot):
                return self._take(task, slot)
        return None

    def _take(self, task: Task, slot: int) -> int:
        self.minutes[slot] += self.added(task, slot)[0]
        self.visits.add((slot, task.machine))
        self.held[slot, task.machine] = self.held.get((slot, task.machine), 0.0) + task.whole
        if task.opening:
            self.openings.add((slot, task.machine, task.opening))
        return slot
