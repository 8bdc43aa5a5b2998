"""The judge of plans, by constraint programming: every turn in a slot, chained to the one before it.

What a turn's term is follows from the slot of the turn before: the turns of a task are a way through the slots, each
step with its weight, and all ways share the openings, the visits and the minutes of the slots. OR-Tools' CP-SAT with
one worker, a fixed seed and a deterministic limit: equal input, equal plan.
"""

from __future__ import annotations

from collections.abc import Callable, Collection, Sequence
from dataclasses import dataclass, field

from ortools.sat.python import cp_model
from ortools.sat.python.cp_model import CpModel, IntVar, LinearExpr

from lamplight.core.plan.problem import (
    Plan,
    Planned,
    PlanProblem,
    Task,
    TaskKey,
    even_room,
    gives_way,
    plan_cost,
    slot_cost,
    slot_minutes,
    turn_cost,
)
from lamplight.core.plan.terms import Term

SEED, EFFORT = 1, 2.0
# Weights are whole numbers: hundredths of a minute.
SCALE = 100


@dataclass
class _Days:
    """The model: each task's turns are a way through the slots, from now to the end."""

    cp: CpModel
    problem: PlanProblem
    chosen: dict[TaskKey, dict[int, IntVar]] = field(default_factory=dict)
    weighed: list[IntVar] = field(default_factory=list)
    weights: list[int] = field(default_factory=list)

    def variable(self, known: bool) -> IntVar:
        """A new choice, and how it is made in the plan that is known: where the search begins."""
        made = self.cp.new_bool_var("")
        self.cp.add_hint(made, known)
        return made

    def weigh(self, minutes: float, chosen: IntVar) -> None:
        """What it weighs if something is chosen."""
        self.weighed.append(chosen)
        self.weights.append(round(SCALE * minutes))


def exact_plan(problem: PlanProblem, known: Plan, effort: float = EFFORT) -> tuple[Plan, bool]:
    """The best plan that is found from a known one on, all machines together, and whether none weighs less.

    Args:
        known: a lawful plan; the search begins with it.
        effort: how long is searched, in the solver's deterministic units.
    """
    planned, proven = _chosen(problem, known, effort)
    return Plan(planned, gives_way(planned, problem), plan_cost(planned, problem)), proven


def _chosen(problem: PlanProblem, known: Plan, effort: float) -> tuple[tuple[Planned, ...], bool]:
    days = _Days(cp_model.CpModel(), problem)
    for task in problem.tasks:
        _way(days, task, [one.slot for one in known.planned if one.key == task.key])
    _rooms(days, {(one.key, one.slot) for one in known.planned})
    days.cp.minimize(LinearExpr.weighted_sum(days.weighed, days.weights))
    solver = cp_model.CpSolver()
    solver.parameters.num_workers = 1
    solver.parameters.random_seed = SEED
    solver.parameters.linearization_level = 2
    solver.parameters.max_deterministic_time = effort
    status = solver.solve(days.cp)
    if status not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        return known.planned, False
    planned = _read(days, lambda chosen: bool(solver.value(chosen)))
    better = plan_cost(planned, problem) < known.cost
    return planned if better else known.planned, status == cp_model.OPTIMAL


def _way(days: _Days, task: Task, known: Sequence[int]) -> None:
    """A task's turns: from now to its first slot, from each slot to the next, and to the end where nothing follows."""
    cp, problem = days.cp, days.problem
    pins = problem.pinned.get(task.key, frozenset())
    reached: dict[int, list[IntVar]] = {}
    leaving: dict[int | None, list[IntVar]] = {}
    hinted = set(zip([None, *known], [*known, None], strict=True))
    open_: list[int | None] = [None]
    seen: set[int] = set()
    while open_:
        before = open_.pop(0)
        term = problem.term(task, before)
        for slot in _next_slots(task, term, before, pins, problem) if term is not None else ():
            arc = days.variable((before, slot) in hinted)
            reached.setdefault(slot, []).append(arc)
            leaving.setdefault(before, []).append(arc)
            assert term is not None
            days.weigh(slot_cost(task, term, problem, slot), arc)
            if slot not in seen:
                seen.add(slot)
                open_.append(slot)
        last = days.variable((before, None) in hinted)
        leaving.setdefault(before, []).append(last)
        if term is not None and term.best_before < problem.end:
            days.weigh(turn_cost(task, term, problem.end, problem.costs), last)
    cp.add_exactly_one(leaving[None])
    days.chosen[task.key] = {}
    for slot, arcs in reached.items():
        chosen = days.variable(slot in known)
        cp.add(_sum(arcs) == chosen)
        cp.add(_sum(leaving[slot]) == chosen)
        days.chosen[task.key][slot] = chosen
        if slot in pins:
            cp.add(chosen == 1)
    for slot in problem.announced.get(task.key, frozenset()):
        if slot in days.chosen[task.key]:  # where it cannot stay it is moved, whatever is chosen
            days.weigh(-problem.costs.move, days.chosen[task.key][slot])


def _next_slots(task: Task, term: Term, before: int | None, pins: frozenset[int], problem: PlanProblem) -> list[int]:
    """The slots in which the next turn may lie: from when it is worth it, where there is room for it.

    A pinned slot lies where the keeper put it, and nothing leads past it.
    """
    first = 0 if before is None else before + 1
    stop = min((pin for pin in pins if pin >= first), default=len(problem.slots) - 1)
    days = [slot for slot in range(first, stop + 1) if term.earliest <= problem.day(slot)]
    found = [slot for slot in days if slot in pins or problem.fits(task, slot)]
    return found if stop in found or stop not in pins else [*found, stop]


def _rooms(days: _Days, known: Collection[tuple[TaskKey, int]]) -> None:
    """What each slot holds: minutes, ways and openings."""
    problem = days.problem
    by_slot: dict[int, list[tuple[Task, IntVar]]] = {}
    tasks = {task.key: task for task in problem.tasks}
    for key, slots in days.chosen.items():
        for slot, chosen in slots.items():
            by_slot.setdefault(slot, []).append((tasks[key], chosen))
    for slot, here in by_slot.items():
        _room(days, slot, here, frozenset(key for key, there in known if there == slot))


def _room(days: _Days, slot: int, here: list[tuple[Task, IntVar]], known: frozenset[TaskKey]) -> None:
    """What one slot holds, and what is in it in the plan that is known."""
    problem, cp, costs = days.problem, days.cp, days.problem.costs
    used = days.variable(bool(known))
    if slot not in problem.shared:
        days.weigh(costs.day, used)
    taken = [(chosen, round(task.takes(slot) * SCALE), task.key in known) for task, chosen in here]
    for task, chosen in here:
        days.weigh(-task.spares.get(slot, 0.0), chosen)
    for name, minutes, weight in (
        (_machine, costs.way, costs.visit + costs.stands), (_opening, 0.0, costs.opening)
    ):  # fmt: skip
        for group in _grouped(here, name):
            open_ = days.variable(any(task.key in known for task, _ in group))
            cp.add_max_equality(open_, [chosen for _, chosen in group])
            cp.add_implication(open_, used)
            taken.append((open_, int(minutes * SCALE), any(task.key in known for task, _ in group)))
            days.weigh(weight, open_)
    held = _sum([chosen for chosen, _, _ in taken], [minutes for _, minutes, _ in taken])
    held_here = [Planned(task, 0, slot, task.now) for task, _ in here if slot in problem.pinned.get(task.key, ())]
    least = slot_minutes(held_here, problem).get(slot, 0.0)  # a keeper may choose more than there is time for
    cp.add(held <= int(max(problem.room(slot), least) * SCALE))
    for tasks_here in _grouped(here, _machine):
        if len(tasks_here) > 1:
            _one_after_another(days, slot, tasks_here)
    if costs.crowded:
        even = int(even_room(problem, slot) * SCALE)
        crowded = days.variable(sum(minutes for _, minutes, there in taken if there) > even)
        cp.add(held <= even).only_enforce_if(~crowded)
        days.weigh(costs.crowded, crowded)


def _one_after_another(days: _Days, slot: int, here: list[tuple[Task, IntVar]]) -> None:
    """What is done at one machine in a slot holds it one after another; one thing alone may be longer than it."""
    problem, machine = days.problem, here[0][0].machine
    pinned = sum(task.whole for task, _ in here if slot in problem.pinned.get(task.key, ()))
    free = max(problem.free(slot, machine), pinned)
    if sum(task.whole for task, _ in here) > free:
        longest = max(min(task.whole, free) for task, _ in here)
        capacity = max(free, longest)
        lengths = [int(min(task.whole, free) * SCALE) for task, _ in here]
        days.cp.add(_sum([chosen for _, chosen in here], lengths) <= int(capacity * SCALE))


def _sum(chosen: Sequence[IntVar], weights: Sequence[int] | None = None) -> LinearExpr:
    """A sum as the solver makes it, much faster than one by one."""
    if weights is None:
        return LinearExpr.sum(chosen)
    return LinearExpr.weighted_sum(chosen, weights)


def _machine(task: Task) -> tuple[int, str]:
    return task.machine, ""


def _opening(task: Task) -> tuple[int, str] | None:
    return (task.machine, task.opening) if task.opening else None


def _grouped(
    here: list[tuple[Task, IntVar]], name: Callable[[Task], tuple[int, str] | None]
) -> list[list[tuple[Task, IntVar]]]:
    """Choices by machine, or by what is opened for them."""
    groups: dict[tuple[int, str], list[tuple[Task, IntVar]]] = {}
    for task, chosen in here:
        named = name(task)
        if named is not None:
            groups.setdefault(named, []).append((task, chosen))
    return list(groups.values())


def _read(days: _Days, holds: Callable[[IntVar], bool]) -> tuple[Planned, ...]:
    planned: list[Planned] = []
    for task in days.problem.tasks:
        before: int | None = None
        for turn, slot in enumerate(sorted(slot for slot, one in days.chosen[task.key].items() if holds(one))):
            term = days.problem.term(task, before)
            assert term is not None
            planned.append(Planned(task, turn, slot, term))
            before = slot
    return tuple(sorted(planned, key=lambda one: (one.slot, one.task.machine, one.task.item)))
