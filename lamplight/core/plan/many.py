"""Many machines and keepers: each keeper's own part of the site planned by itself, then put together.

A part is some places and whoever has the time for them. What was announced or chosen for somebody's hours stays in that
part; other places go, the one with most work first, to whoever has most time left for each minute of work.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace

from lamplight.core.plan.problem import Plan, Planned, PlanProblem, Task, gives_way, left_over, plan_cost, slot_minutes
from lamplight.core.plan.search import bettered, fresh_plan, known_plan

# So many machines are chosen anew one by one, those that weigh most.
MOST_BETTERED = 24


@dataclass(frozen=True)
class SitePart:
    """A keeper's part.

    Attributes:
        keeper: whose; None for the hours of anybody.
        slots: numbers of its slots in the whole, in order.
        machines: which.
    """

    keeper: int | None
    slots: tuple[int, ...]
    machines: tuple[int, ...]


def parts_of(problem: PlanProblem, places: Mapping[int, str]) -> tuple[SitePart, ...]:
    """The parts of a site.

    Args:
        places: where each machine stands; those of one place go together as far as its keeper has time for all.
    """
    slots: dict[int | None, list[int]] = {}
    for number, slot in enumerate(problem.slots):
        slots.setdefault(slot.keeper, []).append(number)
    if len(slots) < 2:
        return tuple(SitePart(keeper, tuple(own), tuple(_work(problem))) for keeper, own in slots.items())
    time = {keeper: sum(problem.room(slot) for slot in own) for keeper, own in slots.items()}
    work, mine = _work(problem), _bound_to(problem)
    load = dict.fromkeys(slots, 0.0)
    given: dict[int, int | None] = {}
    groups: dict[str, list[int]] = {}
    for machine in work:
        if machine in mine:
            given[machine] = mine[machine]
            load[mine[machine]] += work[machine]
        else:
            groups.setdefault(places.get(machine, ""), []).append(machine)
    fair = sum(work.values()) / max(1.0, sum(time.values()))
    for machines in sorted(_small_enough(groups.values(), work, fair, time), key=lambda own: (-_sum(work, own), own)):
        keeper = min(slots, key=lambda one: ((load[one] + _sum(work, machines)) / max(1.0, time[one]), one or 0))
        load[keeper] += _sum(work, machines)
        given |= dict.fromkeys(machines, keeper)
    return tuple(
        SitePart(keeper, tuple(own), tuple(machine for machine in work if given[machine] == keeper))
        for keeper, own in slots.items()
    )


def _work(problem: PlanProblem) -> dict[int, float]:
    """The keeper's minutes that each machine takes in these weeks, roughly."""
    work: dict[int, float] = {}
    for task in problem.tasks:
        ahead = max(0, (problem.end - task.now.best_before).days)
        turns = 1 + ahead // task.now.days if ahead else 0
        work[task.machine] = work.get(task.machine, 0.0) + turns * task.minutes
    return {machine: minutes + problem.costs.way for machine, minutes in work.items()}


def _bound_to(problem: PlanProblem) -> dict[int, int | None]:
    """In whose hours most of a machine's care was announced or chosen."""
    votes: dict[int, dict[int | None, int]] = {}
    for weight, chosen in ((1, problem.announced), (100, problem.pinned)):
        for (machine, _), own in chosen.items():
            for slot in own:
                counted = votes.setdefault(machine, {})
                keeper = problem.slots[slot].keeper
                counted[keeper] = counted.get(keeper, 0) + weight
    return {machine: max(own, key=lambda one: (own[one], -(one or 0))) for machine, own in votes.items()}


def _small_enough(
    groups: Iterable[list[int]], work: Mapping[int, float], fair: float, time: Mapping[int | None, float]
) -> list[list[int]]:
    """The machines of each place together, but no more than fit fairly into the hours of whoever has most."""
    most = fair * max(time.values())
    found: list[list[int]] = []
    for machines in groups:
        part: list[int] = []
        for machine in machines:
            if part and _sum(work, part) + work[machine] > most:
                found.append(part)
                part = []
            part.append(machine)
        found.append(part)
    return found


def _sum(work: Mapping[int, float], machines: list[int]) -> float:
    return sum(work[machine] for machine in machines)


def plan_in_parts(problem: PlanProblem, places: Mapping[int, str], most: int = MOST_BETTERED) -> Plan:
    """A plan of many machines: part by part, what found no room anywhere it fits, then the worst ones chosen anew.

    Args:
        places: as `parts_of` has them.
        most: how many machines are chosen anew.
    """
    parts = [part for part in parts_of(problem, places) if part.machines and part.slots]
    each = -(-most // len(parts)) if parts else 0
    planned = tuple(one for part in parts for one in _planned(problem, part, each))
    return with_what_is_left(problem, _together(problem, planned))


def _planned(problem: PlanProblem, part: SitePart, most: int) -> list[Planned]:
    """One part planned by itself, its heaviest machines chosen anew; in the slots of the whole."""
    number = {slot: n for n, slot in enumerate(part.slots)}
    machines = set(part.machines)
    tasks = {task.key: task for task in problem.tasks if task.machine in machines}
    own = replace(
        problem,
        slots=tuple(problem.slots[slot] for slot in part.slots),
        tasks=tuple(_in_part(task, part.slots, number) for task in tasks.values()),
        pinned=_renumbered(problem.pinned, number, tasks),
        announced=_renumbered(problem.announced, number, tasks),
        rooms=tuple(problem.room(slot) for slot in part.slots),
        lasts=tuple(problem.length(slot) for slot in part.slots),
        busy={(number[slot], machine): held for (slot, machine), held in problem.busy.items() if slot in number},
        shared=frozenset(number[slot] for slot in problem.shared if slot in number),
    )
    best = known_plan(own)
    weights = weight_by_machine(best, own)
    heaviest = sorted(weights, key=lambda one: (-weights[one], one))[:most]
    best = bettered(own, best, machines=heaviest) if heaviest else best
    return [replace(one, task=tasks[one.key], slot=part.slots[one.slot]) for one in best.planned]


def _in_part(task: Task, slots: tuple[int, ...], number: Mapping[int, int]) -> Task:
    spares = {number[slot]: minutes for slot, minutes in task.spares.items() if slot in number}
    return replace(task, after=lambda slot: task.after(slots[slot]), spares=spares)


def _renumbered(
    chosen: Mapping[tuple[int, str], frozenset[int]], number: Mapping[int, int], tasks: Mapping[tuple[int, str], Task]
) -> dict[tuple[int, str], frozenset[int]]:
    found = {
        key: frozenset(number[slot] for slot in own if slot in number) for key, own in chosen.items() if key in tasks
    }
    return {key: own for key, own in found.items() if own}


def _together(problem: PlanProblem, planned: tuple[Planned, ...]) -> Plan:
    ordered = tuple(sorted(planned, key=lambda one: (one.slot, one.task.machine, one.task.item)))
    return Plan(ordered, gives_way(ordered, problem), plan_cost(ordered, problem))


def with_what_is_left(problem: PlanProblem, plan: Plan) -> Plan:
    """What found no room in its part, and what was chosen for another's hours, wherever there is room."""
    done = {one.key for one in plan.planned}
    elsewhere = {
        key for key, own in problem.pinned.items() if own - {one.slot for one in plan.planned if one.key == key}
    }
    kept = tuple(one for one in plan.planned if one.key not in elsewhere)
    left = {task.key for task, _, _ in left_over(plan.planned, problem)} - done | elsewhere
    if not left:
        return plan
    taken = slot_minutes(kept, problem)
    rest = replace(
        problem,
        tasks=tuple(task for task in problem.tasks if task.key in left),
        rooms=tuple(problem.room(slot) - taken.get(slot, 0.0) for slot in range(len(problem.slots))),
        shared=problem.shared | frozenset(taken),
        busy=_held(problem, kept),
        announced={},
    )
    found = _together(problem, (*kept, *fresh_plan(rest).planned))
    return found if elsewhere or found.cost < plan.cost else plan


def _held(problem: PlanProblem, kept: Iterable[Planned]) -> dict[tuple[int, int], float]:
    """For how long each machine is held in each slot, by the daily work and by what stays."""
    busy = dict(problem.busy)
    for one in kept:
        place = one.slot, one.task.machine
        busy[place] = busy.get(place, 0.0) + one.task.whole
    return busy


def weight_by_machine(plan: Plan, problem: PlanProblem) -> dict[int, float]:
    """What a plan weighs at each machine, but for what several share: the days, and how crowded they are."""
    own: dict[int, list[Planned]] = {}
    for one in plan.planned:
        own.setdefault(one.task.machine, []).append(one)
    tasks: dict[int, list[Task]] = {}
    for task in problem.tasks:
        tasks.setdefault(task.machine, []).append(task)
    every, costs = frozenset(range(len(problem.slots))), replace(problem.costs, crowded=0.0)
    return {
        machine: plan_cost(
            own.get(machine, []),
            replace(problem, tasks=tuple(items), shared=every, announced={}, pinned={}, costs=costs),
        )
        for machine, items in tasks.items()
    }
