"""The best plan of days that is found: a first one at once, then bettered by moves.

Each move closes a visit of a machine, or takes what it has about one out, alone or with another machine's, and puts it
in again in another order, each task on its lightest way; it stays where the plan weighs no more. Moves are drawn by a
fixed seed and counted, never timed: equal input, equal plan.
"""

from __future__ import annotations

from collections.abc import Collection, Iterable, Sequence
from math import inf
from random import Random

import numpy as np

from lamplight.core.plan.filled import Filled, Way, filled_with
from lamplight.core.plan.problem import Plan, PlanProblem, Task, gives_way, held_plan, plan_cost, plan_faults

SEED, SWEEPS = 1, 4
# So many moves are tried for each machine, and as many as for a few of them where there are fewer.
MOVES, A_FEW = 40, 5
# Which share of them closes a visit, and which puts anew what a machine has about one: so many slots before and after
# it, half of these with the machine opened in a slot nearby. The rest does so with all of two machines. By trying.
CLOSED, ABOUT, WINDOW, SHIFT, TOGETHER = 0.1, 0.8, 4, 3, 2
# And so many, where anything is late, make room for it first.
MADE_ROOM = 0.1
LEAST_GAIN = 0.01


def best_plan(problem: PlanProblem, moves: int | None = None) -> Plan:
    """The best plan that is found, never a worse one than at once or as announced.

    Its bound is worked out apart; see `least_weight`.

    Args:
        moves: how many are tried for each machine, 0 or more; the usual by default.
    """
    return bettered(problem, known_plan(problem), moves)


def known_plan(problem: PlanProblem) -> Plan:
    """A plan at once: what was announced, where that is lawful still and weighs no more than a fresh one."""
    fresh, held = fresh_plan(problem), held_plan(problem)
    return held if held.cost <= fresh.cost and not plan_faults(held, problem) else fresh


def fresh_plan(problem: PlanProblem) -> Plan:
    """Every task in the order of its best date, each on its lightest way; and so with all that anybody falls ill of
    put before everything else: of the two the lighter one."""
    filled = Filled(problem)
    plans = [_plan(problem, filled, _in_order(filled, hygiene_first)) for hygiene_first in (True, False)]
    return min(plans, key=lambda plan: plan.cost)


def _in_order(filled: Filled, hygiene_first: bool) -> list[int]:
    """What a keeper chose, what a machine asks for, and what has one day only are put before the rest."""
    tasks = filled.problem.tasks

    def rank(number: int) -> tuple[object, ...]:
        task, now = tasks[number], tasks[number].now
        later = hygiene_first and not _of_hygiene(task)
        return not filled.pins[number], later, not task.asked, not _has_one_day(task), now.best_before, number

    return sorted(range(len(tasks)), key=rank)


def _of_hygiene(task: Task) -> bool:
    return task.now.latest is not None


def _has_one_day(task: Task) -> bool:
    return task.now.earliest == task.now.latest and not task.now.due


def _plan(problem: PlanProblem, filled: Filled, order: Sequence[int]) -> Plan:
    for number in order:
        filled.put(number, ())
    for number in order:
        filled.put(number, filled.lightest(number))
    planned = filled.planned()
    return Plan(planned, gives_way(planned, problem), plan_cost(planned, problem))


def bettered(
    problem: PlanProblem, known: Plan, moves: int | None = None, machines: Collection[int] | None = None
) -> Plan:
    """A plan that weighs no more than a known one; the very same where nothing is found.

    Args:
        known: a lawful plan of them.
        moves: as `best_plan` has them.
        machines: whose work is moved; that of all by default.
    """
    if not problem.slots or not problem.tasks:
        return known
    filled = filled_with(problem, known.planned)
    search = _Search(filled, machines)
    search.sweep()
    for _ in range(max(A_FEW, len(search.own)) * (MOVES if moves is None else moves)):
        search.move()
    search.sweep()
    planned = filled.planned()
    cost = plan_cost(planned, problem)
    return known if cost > known.cost - LEAST_GAIN else Plan(planned, gives_way(planned, problem), cost)


class _Search:
    """The plan as it is so far, and what it weighs."""

    def __init__(self, filled: Filled, machines: Collection[int] | None) -> None:
        """Begin with it as it is."""
        self.filled, self.random = filled, Random(SEED)
        self.own: dict[int, list[int]] = {}
        for number, task in enumerate(filled.problem.tasks):
            if machines is None or task.machine in machines:
                self.own.setdefault(filled.machine[number], []).append(number)
        self.machines, self.weight = list(self.own), filled.weight()

    def sweep(self) -> None:
        """Put each task anew while all others stay, until nothing gains by it."""
        numbers = [number for own in self.own.values() for number in own]
        for _ in range(SWEEPS):
            before = self.weight
            for number in numbers:
                self._try([number])
            if self.weight > before - LEAST_GAIN:
                return

    def move(self) -> None:
        """Try one more: close a visit, put what lies about one anew, or with what another machine has about then."""
        if self.random.random() < MADE_ROOM and self._make_room():
            return
        drawn, machine = self.random.random(), self.random.choice(self.machines)
        visited = [int(slot) for slot in self.filled.visits[:, machine].nonzero()[0]]
        if not visited:
            self._try(self._shuffled(self.own[machine]))
            return
        slot = self.random.choice(visited)
        if drawn < CLOSED:
            there = [number for number in self.own[machine] if slot in self.filled.ways[number]]
            self._try(self._shuffled(there), closed_at=slot)
        elif drawn < CLOSED + ABOUT:
            beside = min(len(self.filled.room) - 1, max(0, slot + self.random.randint(-SHIFT, SHIFT)))
            opened = beside if self.random.random() < 0.5 else None
            self._try(self._shuffled(self._about(machine, slot)), opened_at=opened, at_once=True)
        else:
            self._try(self._shuffled(self._near(slot, machine)), at_once=True)

    def _make_room(self) -> bool:
        """Put one of those that are late into a slot that weighs less, and what lies there anew after it."""
        late = [number for own in self.own.values() for number in own if self._late(number)]
        if not late:
            return False
        filled, number = self.filled, self.random.choice(late)
        step = filled.step(number, None)
        lighter = [step.first + int(n) for n in np.flatnonzero(step.weights < self._first_weight(number) - LEAST_GAIN)]
        slot = self.random.choice(lighter)
        there = [
            other
            for own in self.own.values()
            for other in own
            if other != number and slot in filled.ways[other] and slot not in filled.pins[other]
        ]
        self._try([number, *self._shuffled(there)], at_once=True)
        return True

    def _first_weight(self, number: int) -> float:
        """What the first turn of a task weighs where it lies, or that there is none."""
        step, way = self.filled.step(number, None), self.filled.ways[number]
        return float(step.weights[way[0] - step.first]) if way else step.end

    def _late(self, number: int) -> bool:
        """Whether the first turn of a task would weigh less in another slot, by a day of risk or more."""
        weights = self.filled.step(number, None).weights
        least = float(weights.min()) if len(weights) else inf
        more = max(self.filled.problem.costs.late, 2 * LEAST_GAIN)
        return not self.filled.pins[number] and self._first_weight(number) >= least + more

    def _about(self, machine: int, slot: int) -> list[int]:
        """The tasks of a machine that have a turn about then."""
        window = range(slot - WINDOW, slot + WINDOW + 1)
        return [number for number in self.own[machine] if any(turn in window for turn in self.filled.ways[number])]

    def _near(self, slot: int, machine: int) -> list[int]:
        """The tasks of a machine and of some others that are visited about then."""
        visits = self.filled.visits[max(0, slot - 1) : slot + 2].sum(axis=0)
        others = [one for one in self.own if one != machine and visits[one]]
        chosen = [machine, *self.random.sample(others, min(len(others), TOGETHER - 1))]
        return [number for one in chosen for number in self.own[one]]

    def _shuffled(self, numbers: Sequence[int]) -> list[int]:
        """In any order, what a keeper chose first and as often as not what people fall ill of next."""
        order, tasks = list(numbers), self.filled.problem.tasks
        self.random.shuffle(order)
        hygiene_first = self.random.random() < 0.5
        return sorted(
            order,
            key=lambda number: (not self.filled.pins[number], hygiene_first and not _of_hygiene(tasks[number])),
        )

    def _try(
        self, numbers: Iterable[int], opened_at: int | None = None, closed_at: int | None = None, at_once: bool = False
    ) -> None:
        """Put some tasks anew, one after the other, or all taken out before; as it was where that weighs more."""
        filled, order = self.filled, list(numbers)
        before: dict[int, Way] = {number: filled.ways[number] for number in order}
        if at_once:
            for number in order:
                filled.put(number, ())
        for number in order:
            filled.put(number, ())
            filled.put(number, filled.lightest(number, opened_at, closed_at))
        weight = filled.weight()
        if weight <= self.weight:
            self.weight = weight
            return
        for number, way in before.items():
            filled.put(number, way)
