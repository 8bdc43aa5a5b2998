"""What the slots of a plan hold, in arrays, and the best way of one task through them while all others stay.

What a turn's term is follows from the slot of the turn before, and what a turn adds to a slot from what lies in it
already: the lightest way of a single task is a shortest path over the slots.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import inf

import numpy as np
from numpy.typing import NDArray

from lamplight.core.plan.problem import Planned, PlanProblem, Task, even_room, turn_cost, turn_costs

# The slots of a task's turns, in order.
Way = tuple[int, ...]
LEAST_GAIN = 1e-9
NOWHERE: NDArray[np.float64] = np.empty(0)


@dataclass(frozen=True)
class Step:
    """What may follow on a slot, or on things as they stand.

    Attributes:
        first: from which slot on the next turn may lie.
        weights: what it weighs in each slot from there on, infinite where it must not lie.
        end: what it weighs that none follows.
    """

    first: int
    weights: NDArray[np.float64]
    end: float


class Filled:
    """The slots with the turns of every task in them.

    Attributes:
        problem: the weeks.
        ways: the slots of each task's turns.
    """

    def __init__(self, problem: PlanProblem) -> None:
        """Nothing in them yet."""
        self.problem, tasks, slots = problem, problem.tasks, len(problem.slots)
        machines = {machine: n for n, machine in enumerate(dict.fromkeys(task.machine for task in tasks))}
        openings: dict[tuple[int, str], int] = {}
        for task in tasks:
            if task.opening:
                openings.setdefault((task.machine, task.opening), len(openings))
        self.machine = [machines[task.machine] for task in tasks]
        self.opening = [openings.get((task.machine, task.opening), -1) for task in tasks]
        every = range(slots)
        self.room = np.array([problem.room(slot) for slot in every])
        self.even = np.array([even_room(problem, slot) for slot in every])
        lengths = np.array([problem.length(slot) for slot in every], dtype=float)
        self.free = lengths.reshape(-1, 1).repeat(len(machines), axis=1)
        for (slot, machine), minutes in problem.busy.items():
            if machine in machines:
                self.free[slot, machines[machine]] -= minutes
        self.alone = np.array([slot not in problem.shared for slot in every], dtype=bool)
        self.needs = [min(task.whole, problem.longest(task.machine)) for task in tasks]
        self.moments = np.array([problem.moment(slot) for slot in every], dtype=float)
        self.pins = [tuple(sorted(problem.pinned.get(task.key, ()))) for task in tasks]
        self.stays = [self._announced(task) for task in tasks]
        self.spares = [np.array([task.spares.get(slot, 0.0) for slot in every]) for task in tasks]
        self.minutes, self.used = np.zeros(slots), np.zeros(slots, dtype=int)
        self.visits, self.held = np.zeros((slots, len(machines)), dtype=int), np.zeros((slots, len(machines)))
        self.opened = np.zeros((slots, max(1, len(openings))), dtype=int)
        self.ways: list[Way] = [()] * len(tasks)
        self._steps: dict[tuple[int, int | None], Step] = {}

    def _announced(self, task: Task) -> NDArray[np.float64]:
        stays = np.zeros(len(self.problem.slots))
        stays[list(self.problem.announced.get(task.key, ()))] = self.problem.costs.move
        return stays

    def put(self, number: int, way: Way) -> None:
        """Give a task another way."""
        self._count(number, self.ways[number], -1)
        self.ways[number] = way
        self._count(number, way, 1)

    def _count(self, number: int, way: Way, sign: int) -> None:
        task, machine, opening = self.problem.tasks[number], self.machine[number], self.opening[number]
        for slot in way:
            before = bool(self.visits[slot, machine])
            self.visits[slot, machine] += sign
            self.used[slot] += sign
            self.held[slot, machine] += sign * task.whole
            ways = self.problem.costs.way * (bool(self.visits[slot, machine]) - before)
            self.minutes[slot] += sign * task.takes(slot) + ways
            if opening >= 0:
                self.opened[slot, opening] += sign

    def weight(self) -> float:
        """What the plan weighs, in minutes, but for what was announced and has no slot any more."""
        costs = self.problem.costs
        total = costs.day * np.count_nonzero((self.used > 0) & self.alone)
        total += (costs.visit + costs.stands) * np.count_nonzero(self.visits)
        total += costs.opening * np.count_nonzero(self.opened)
        total += costs.crowded * np.count_nonzero((self.minutes > self.even + 1e-6) & (self.used > 0))
        return float(total) + sum(map(self._own_weight, range(len(self.ways)), self.ways))

    def _own_weight(self, number: int, way: Way) -> float:
        total, step = 0.0, self.step(number, None)
        for slot in way:
            own = float(self.stays[number][slot]) + float(self.spares[number][slot])
            total += float(step.weights[slot - step.first]) - own
            step = self.step(number, slot)
        return total + step.end

    def step(self, number: int, before: int | None) -> Step:
        """Where the next turn of a task may lie, after a slot or as things stand; worked out where it is asked for.

        Not before it is worth it; a pinned slot lies where the keeper put it, and nothing leads past it.
        """
        found = self._steps.get((number, before))
        if found is None:
            found = self._steps[number, before] = self._step(number, before)
        return found

    def _step(self, number: int, before: int | None) -> Step:
        problem, task, pins = self.problem, self.problem.tasks[number], self.pins[number]
        first, term = 0 if before is None else before + 1, problem.term(task, before)
        if term is None:
            return Step(first, NOWHERE, 0.0)
        pin = next((pin for pin in pins if pin >= first), None)
        stop = len(self.moments) if pin is None else pin + 1
        start = max(first, int(np.searchsorted(self.moments, term.earliest.toordinal())))
        start = start if pin is None else min(start, pin)
        weights = turn_costs(task, [term], self.moments[start:stop], problem.costs)[0]
        closed = self.free[start:stop, self.machine[number]] < self.needs[number]
        closed[[slot - start for slot in pins if start <= slot < stop]] = False
        weights[closed] = inf
        if pin is not None:
            return Step(start, weights, inf)
        late = term.best_before < problem.end
        return Step(start, weights, turn_cost(task, term, problem.end, problem.costs) if late else 0.0)

    def adds(self, number: int, opened_at: int | None = None, closed_at: int | None = None) -> NDArray[np.float64]:
        """What a turn of a task that has none adds to each slot, beside its own date; infinite where it finds no room.

        Args:
            opened_at: a slot of which it is taken that its machine is visited in it anyway.
            closed_at: one in which it must not lie.
        """
        costs, machine, opening = self.problem.costs, self.machine[number], self.opening[number]
        new = self.visits[:, machine] == 0
        own = self.problem.tasks[number].minutes - self.spares[number] + costs.way * new
        filled = self.minutes + own
        weight: NDArray[np.float64] = (
            (costs.visit + costs.stands) * new + costs.day * ((self.used == 0) & self.alone) - self.stays[number]
        )
        weight -= self.spares[number]
        if opening >= 0:
            weight += costs.opening * (self.opened[:, opening] == 0)
        if costs.crowded:
            weight += costs.crowded * ((self.minutes <= self.even + 1e-6) & (filled > self.even + 1e-6))
        if opened_at is not None and new[opened_at]:
            weight[opened_at] -= costs.visit + costs.stands
        weight[(filled > self.room + 1e-6) | (self.free[:, machine] - self.held[:, machine] < self.needs[number])] = inf
        if closed_at is not None:
            weight[closed_at] = inf
        pins = list(self.pins[number])
        weight[pins] = np.where(np.isinf(weight[pins]), 0.0, weight[pins])
        return weight

    def lightest(self, number: int, opened_at: int | None = None, closed_at: int | None = None) -> Way:
        """The lightest way of a task that has none, while all others stay (shortest path); arguments as `adds`."""
        adds, now = self.adds(number, opened_at, closed_at), self.step(number, None)
        most = self._at_most(number, adds) + float((self.stays[number] + self.spares[number]).sum())
        reached, before = np.full(len(adds), inf), np.full(len(adds), -1)
        reached[now.first : now.first + len(now.weights)] = now.weights
        reached += adds
        least, last = now.end, -1
        for slot in range(now.first, len(adds)):
            if reached[slot] > most or reached[slot] == inf:
                continue  # another way is lighter, whatever follows here
            step = self.step(number, slot)
            if reached[slot] + step.end < least - LEAST_GAIN:
                least, last = reached[slot] + step.end, slot
            if len(step.weights):
                here = slice(step.first, step.first + len(step.weights))
                found = reached[slot] + step.weights + adds[here]
                lighter = found < reached[here] - LEAST_GAIN
                reached[here][lighter] = found[lighter]
                before[here][lighter] = slot
        way: list[int] = []
        while last >= 0:
            way.append(last)
            last = int(before[last])
        return tuple(way[::-1])

    def _at_most(self, number: int, adds: NDArray[np.float64]) -> float:
        """What the lightest way weighs at most: that of the lightest next turn, one after another."""
        total, step = 0.0, self.step(number, None)
        while len(step.weights):
            found = step.weights + adds[step.first : step.first + len(step.weights)]
            place = int(found.argmin())
            if found[place] >= step.end:
                break
            total += float(found[place])
            step = self.step(number, step.first + place)
        return total + step.end

    def planned(self) -> tuple[Planned, ...]:
        """The turns, in order of time."""
        found: list[Planned] = []
        for task, way in zip(self.problem.tasks, self.ways, strict=True):
            before: int | None = None
            for turn, slot in enumerate(way):
                term = self.problem.term(task, before)
                assert term is not None
                found.append(Planned(task, turn, slot, term))
                before = slot
        return tuple(sorted(found, key=lambda one: (one.slot, one.task.machine, one.task.item)))


def filled_with(problem: PlanProblem, planned: Sequence[Planned]) -> Filled:
    """The slots as a plan has them."""
    ways: dict[tuple[int, str], list[int]] = {}
    for one in planned:
        ways.setdefault(one.key, []).append(one.slot)
    filled = Filled(problem)
    for number, task in enumerate(problem.tasks):
        filled.put(number, tuple(sorted(ways.get(task.key, ()))))
    return filled
