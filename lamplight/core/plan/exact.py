"""The best plan of days, by constraint programming: every turn in a slot, chained to the one before it.

What a turn's term is follows from the slot of the turn before: the turns of a task are a way through the slots, each
step with its weight, and all ways share the openings, the visits and the minutes of the slots. OR-Tools' CP-SAT with
one worker, a fixed seed and a deterministic limit: equal input, equal plan.
"""

from __future__ import annotations

from collections.abc import Callable, Collection, Sequence
from dataclasses import dataclass, field, replace
from datetime import timedelta
from typing import TYPE_CHECKING

from lamplight.core.plan.greedy import LATE_DAYS, greedy_plan
from lamplight.core.plan.problem import (
    Plan,
    Planned,
    PlanProblem,
    Task,
    TaskKey,
    even_room,
    gives_way,
    held_plan,
    left_over,
    plan_cost,
    plan_faults,
    slot_minutes,
    turn_cost,
)
from lamplight.core.plan.terms import Term

if TYPE_CHECKING:
    from ortools.sat.python.cp_model import CpModel, IntVar, LinearExpr

SEED, EFFORT, PASSES = 1, 0.4, 2
# So many machines at most are chosen together, with so much effort, where a limit of hygiene gives way.
MOST_RIVALS, LIMIT_EFFORT = 6, 2.0
# So few machines are chosen together as well, after each by itself.
MOST_JOINTLY = 3
LEAST_GAIN = 0.01
# Weights are whole numbers: hundredths of a minute.
SCALE = 100


@dataclass
class _Days:
    """The model: each task's turns are a way through the slots, from now to the end."""

    cp: CpModel
    problem: PlanProblem
    chosen: dict[TaskKey, dict[int, IntVar]] = field(default_factory=dict)
    weights: list[LinearExpr | int] = field(default_factory=list)


def exact_plan(problem: PlanProblem, passes: int = PASSES, effort: float | None = None) -> Plan:
    """The best plan that is found, never a worse one than the greedy one.

    The days of one machine are chosen anew while those of the others stay, machine after machine, until nothing gets
    better. Its bound is worked out apart; see `least_weight`.

    Args:
        passes: how often each machine is looked at, at most.
        effort: how long is searched for one machine, in the solver's deterministic units; the usual by default.
    """
    best = known_plan(problem)
    if not problem.tasks or not problem.slots:
        return best
    numbers = tuple(dict.fromkeys(task.machine for task in problem.tasks))
    machines: list[tuple[int, ...]] = [(machine,) for machine in numbers]
    if 1 < len(numbers) <= MOST_JOINTLY:
        machines.append(numbers)
    for _ in range(passes):
        before = best.cost
        best = chosen_anew(problem, best, machines, effort)
        if best.cost > before - LEAST_GAIN:
            break
    return replace(with_limits_kept(problem, best, effort), exact=True)


def with_limits_kept(problem: PlanProblem, best: Plan, effort: float | None = None) -> Plan:
    """The same plan, or where a limit of hygiene gives way in it one in which several machines make room for it.

    One machine after the other finds no way there, where it is another's work that has to go to another day.

    Args:
        best: a lawful plan of them.
        effort: as `exact_plan` has it.
    """
    rivals = _rivals(problem, best)
    return chosen_anew(problem, best, [rivals], LIMIT_EFFORT if effort is None else effort) if rivals else best


def _rivals(problem: PlanProblem, plan: Plan) -> tuple[int, ...]:
    """The machines whose limits give way, and those whose work lies in the slots that they would need: the first of
    these that matter least, where there are many."""
    past = [one for one in plan.planned if one.term.latest is not None and problem.day(one.slot) > one.term.latest]
    late = [(one.task.machine, one.term.earliest, one.term.latest) for one in past]
    late += [
        (task.machine, term.earliest, term.latest)
        for task, _, term in left_over(plan.planned, problem)
        if term.latest is not None
    ]
    if not late:
        return ()
    own = list(dict.fromkeys(machine for machine, _, _ in late))
    wanted = {
        slot
        for slot in range(len(problem.slots))
        if any(first <= problem.day(slot) <= (last or first) for _, first, last in late)
    }
    there = (one for one in plan.planned if one.slot in wanted)
    others = dict.fromkeys(one.task.machine for one in sorted(there, key=lambda one: one.term.latest is not None))
    return tuple([*own, *(machine for machine in others if machine not in own)][: max(MOST_RIVALS, len(own))])


def known_plan(problem: PlanProblem) -> Plan:
    """A plan at once: what was announced, where that is lawful still and weighs no more than the greedy one."""
    greedy, held = greedy_plan(problem), held_plan(problem)
    return held if held.cost <= greedy.cost and not plan_faults(held, problem) else greedy


def _of_some(problem: PlanProblem, machines: Collection[int]) -> PlanProblem:
    tasks = {task.key: task for task in problem.tasks if task.machine in machines}
    pinned = {key: own for key, own in problem.pinned.items() if key in tasks}
    announced = {key: own for key, own in problem.announced.items() if key in tasks}
    return replace(problem, tasks=tuple(tasks.values()), pinned=pinned, announced=announced)


def chosen_anew(
    problem: PlanProblem, best: Plan, machines: Sequence[Collection[int]], effort: float | None = None
) -> Plan:
    """The same plan with the days of some machines chosen anew, one group after the other, where that weighs less.

    Args:
        best: a lawful plan of them.
        machines: each group is chosen together, while all others stay.
        effort: as `exact_plan` has it.
    """
    planned = best.planned
    for group in machines:
        planned = _with_some_anew(problem, planned, group, effort)
    if planned is best.planned:
        return best
    ordered = tuple(sorted(planned, key=lambda one: (one.slot, one.task.machine, one.task.item)))
    return Plan(ordered, gives_way(ordered, problem), plan_cost(ordered, problem))


def _with_some_anew(
    problem: PlanProblem, planned: tuple[Planned, ...], machines: Collection[int], effort: float | None
) -> tuple[Planned, ...]:
    """The turns with those of some machines chosen anew; the very same where nothing weighs less."""
    others = tuple(one for one in planned if one.task.machine not in machines)
    taken = slot_minutes(others, problem)
    rooms = tuple(problem.room(slot) - taken.get(slot, 0.0) for slot in range(len(problem.slots)))
    own = replace(_of_some(problem, machines), rooms=rooms, shared=problem.shared | frozenset(taken))
    known = tuple(one for one in planned if one.task.machine in machines)
    weight = plan_cost(known, own)
    found = _chosen(own, Plan(known, cost=weight), effort)
    return (*others, *found) if plan_cost(found, own) < weight - LEAST_GAIN else planned


def _chosen(problem: PlanProblem, known: Plan, effort: float | None) -> tuple[Planned, ...]:
    """The best days that are found for all tasks of a problem."""
    from ortools.sat.python import cp_model

    days = _Days(cp_model.CpModel(), problem)
    for task in problem.tasks:
        _way(days, task, [one.slot for one in known.planned if one.key == task.key])
    _rooms(days)
    days.cp.minimize(sum(days.weights))
    solver = cp_model.CpSolver()
    solver.parameters.num_workers = 1
    solver.parameters.random_seed = SEED
    solver.parameters.linearization_level = 2
    solver.parameters.max_deterministic_time = EFFORT if effort is None else effort
    status = solver.solve(days.cp)
    if status not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        return known.planned
    planned = _read(days, lambda chosen: bool(solver.value(chosen)))
    return planned if plan_cost(planned, problem) < known.cost else known.planned


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
            arc = cp.new_bool_var("")
            cp.add_hint(arc, (before, slot) in hinted)
            reached.setdefault(slot, []).append(arc)
            leaving.setdefault(before, []).append(arc)
            assert term is not None
            days.weights.append(round(SCALE * turn_cost(task, term, problem.day(slot), problem.costs)) * arc)
            if slot not in seen:
                seen.add(slot)
                open_.append(slot)
        last = cp.new_bool_var("")
        cp.add_hint(last, (before, None) in hinted)
        leaving.setdefault(before, []).append(last)
        if term is not None and term.best_before < problem.end:
            days.weights.append(round(SCALE * turn_cost(task, term, problem.end, problem.costs)) * last)
    cp.add_exactly_one(leaving[None])
    days.chosen[task.key] = {}
    for slot, arcs in reached.items():
        chosen = cp.new_bool_var(f"{task.key} {slot}")
        cp.add_hint(chosen, slot in known)
        cp.add(sum(arcs) == chosen)
        cp.add(sum(leaving[slot]) == chosen)
        days.chosen[task.key][slot] = chosen
        if slot in pins:
            cp.add(chosen == 1)
    for slot in problem.announced.get(task.key, frozenset()):
        stays = days.chosen[task.key].get(slot)
        days.weights.append(round(SCALE * problem.costs.move) * (1 - stays if stays is not None else 1))


def _next_slots(task: Task, term: Term, before: int | None, pins: frozenset[int], problem: PlanProblem) -> list[int]:
    """The slots in which the next turn may lie: from when it is worth it, and not long past its best date.

    A pinned slot lies where the keeper put it, and nothing leads past it.
    """
    first = 0 if before is None else before + 1
    last_day = max(term.best_before, term.latest or term.best_before, problem.today) + timedelta(days=LATE_DAYS)
    stop = min((pin for pin in pins if pin >= first), default=len(problem.slots) - 1)
    days = [slot for slot in range(first, stop + 1) if term.earliest <= problem.day(slot) <= last_day]
    found = [slot for slot in days if slot in pins or problem.fits(task, slot)]
    return found if stop in found or stop not in pins else [*found, stop]


def _rooms(days: _Days) -> None:
    """What each slot holds: minutes, ways and openings."""
    problem, cp = days.problem, days.cp
    by_slot: dict[int, list[tuple[Task, IntVar]]] = {}
    tasks = {task.key: task for task in problem.tasks}
    for key, slots in days.chosen.items():
        for slot, chosen in slots.items():
            by_slot.setdefault(slot, []).append((tasks[key], chosen))
    costs = problem.costs
    for slot, here in by_slot.items():
        used = cp.new_bool_var(f"slot {slot}")
        if slot not in problem.shared:
            days.weights.append(int(costs.day * SCALE) * used)
        held: list[LinearExpr | int] = [int(task.minutes * SCALE) * chosen for task, chosen in here]
        for names, minutes, weight in (
            (_machines, costs.way, costs.visit + costs.stands), (_openings, 0.0, costs.opening)
        ):  # fmt: skip
            for group in names(here):
                open_ = cp.new_bool_var("")
                cp.add_max_equality(open_, group)
                cp.add_implication(open_, used)
                held.append(int(minutes * SCALE) * open_)
                days.weights.append(int(weight * SCALE) * open_)
        held_here = [Planned(task, 0, slot, task.now) for task, _ in here if slot in problem.pinned.get(task.key, ())]
        least = slot_minutes(held_here, problem).get(slot, 0.0)  # a keeper may choose more than there is time for
        cp.add(sum(held) <= int(max(problem.room(slot), least) * SCALE))
        for tasks_here in _machines_held(here):
            _one_after_another(days, slot, tasks_here)
        if costs.crowded:
            crowded = cp.new_bool_var("")
            cp.add(sum(held) <= int(even_room(problem, slot) * SCALE)).only_enforce_if(~crowded)
            days.weights.append(int(costs.crowded * SCALE) * crowded)


def _one_after_another(days: _Days, slot: int, here: list[tuple[Task, IntVar]]) -> None:
    """What is done at one machine in a slot holds it one after another; one thing alone may be longer than it."""
    problem, machine = days.problem, here[0][0].machine
    pinned = sum(task.whole for task, _ in here if slot in problem.pinned.get(task.key, ()))
    free = max(problem.free(slot, machine), pinned)
    if sum(task.whole for task, _ in here) > free:
        longest = max(min(task.whole, free) for task, _ in here)
        capacity = max(free, longest)
        days.cp.add(sum(int(min(task.whole, free) * SCALE) * chosen for task, chosen in here) <= int(capacity * SCALE))


def _machines_held(here: list[tuple[Task, IntVar]]) -> list[list[tuple[Task, IntVar]]]:
    """What could be done in a slot, by machine."""
    groups: dict[int, list[tuple[Task, IntVar]]] = {}
    for task, chosen in here:
        groups.setdefault(task.machine, []).append((task, chosen))
    return [own for own in groups.values() if len(own) > 1]


def _machines(here: list[tuple[Task, IntVar]]) -> list[list[IntVar]]:
    """Choices by machine."""
    groups: dict[int, list[IntVar]] = {}
    for task, chosen in here:
        groups.setdefault(task.machine, []).append(chosen)
    return list(groups.values())


def _openings(here: list[tuple[Task, IntVar]]) -> list[list[IntVar]]:
    """Choices by what is opened for them."""
    groups: dict[tuple[int, str], list[IntVar]] = {}
    for task, chosen in here:
        if task.opening:
            groups.setdefault((task.machine, task.opening), []).append(chosen)
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
