"""What no plan of days weighs less than: what each machine would weigh, had it all the time for itself.

The item of a machine that comes round most often bears its visits, on its best way through the weeks; of every other
only the first turn is counted, and what is opened is borne by one of those that open it. A term is taken to follow from
the date of the turn before, not from its hour.
"""

from __future__ import annotations

import heapq
from collections.abc import Mapping
from datetime import date
from math import inf

from lamplight.core.plan.problem import PlanProblem, Task, turn_cost


def least_weight(problem: PlanProblem) -> float:
    """What no plan weighs less than, in the minutes of `plan_cost`, 0 or more."""
    return sum(least_by_machine(problem).values())


def least_by_machine(problem: PlanProblem) -> dict[int, float]:
    """The same machine by machine: what each weighs at least."""
    days = _last_slots(problem)
    own: dict[int, list[Task]] = {}
    for task in problem.tasks:
        own.setdefault(task.machine, []).append(task)
    return {machine: _of_machine(problem, tasks, days) - _spared(problem, tasks) for machine, tasks in own.items()}


def _spared(problem: PlanProblem, tasks: list[Task]) -> float:
    """No plan spares more of the daily work than each task in as many turns as the weeks hold, where it spares most."""
    return sum(sum(sorted(task.spares.values())[-_most_turns(problem, task) :]) for task in tasks if task.spares)


def _most_turns(problem: PlanProblem, task: Task) -> int:
    """How often a task may be done in the weeks, at most: as often as its rules ever find it worth it again."""
    following = [(problem.day(slot), problem.term(task, slot)) for slot in range(len(problem.slots))]
    gaps = [(term.earliest - day).days for day, term in following if term is not None]
    if not gaps:
        return 1 + len(problem.pinned.get(task.key, ()))
    return 1 + (problem.end - problem.today).days // max(1, min(gaps)) + len(problem.pinned.get(task.key, ()))


def _last_slots(problem: PlanProblem) -> dict[date, int]:
    """The last slot of each date."""
    return {problem.day(slot): slot for slot in range(len(problem.slots))}


def _of_machine(problem: PlanProblem, tasks: list[Task], days: Mapping[date, int]) -> float:
    costs = problem.costs
    first = {task.key: _first(problem, task, days, 0.0) for task in tasks}
    often = min(tasks, key=lambda task: (task.now.days, task.item))
    total = sum(first.values()) - first[often.key]
    openings = {task.opening for task in tasks} - {""}
    for opening in openings - {often.opening}:
        group = [task for task in tasks if task.opening == opening]
        total += max(_first(problem, task, days, costs.opening) - first[task.key] for task in group)
    each = costs.visit + costs.stands + (costs.opening if often.opening else 0.0)
    return total + _way(problem, often, days, each)


def _first(problem: PlanProblem, task: Task, days: Mapping[date, int], each: float) -> float:
    """What the first turn weighs at least, or that there is none; beside its own date it weighs so much."""
    if task.now.best_before >= problem.end:
        return 0.0
    pins = {problem.day(slot) for slot in problem.pinned.get(task.key, ())}
    costs = problem.costs
    own = [turn_cost(task, task.now, day, costs) for day in days if day >= task.now.earliest or day in pins]
    return min([each + min(own, default=inf), turn_cost(task, task.now, problem.end, costs)])


def _way(problem: PlanProblem, task: Task, days: Mapping[date, int], each: float) -> float:
    """The lightest way through the dates, where each turn weighs so much beside its own date (Dijkstra)."""
    costs = problem.costs
    pins = {problem.day(slot) for slot in problem.pinned.get(task.key, ())}
    waiting: list[tuple[float, int, date | None]] = [(0.0, 0, None)]
    done: set[date | None] = set()
    while waiting:
        weight, over, day = heapq.heappop(waiting)
        if over:
            return weight
        if day in done:
            continue
        done.add(day)
        term = problem.term(task, None if day is None else days[day])
        late = term is not None and term.best_before < problem.end
        rest = turn_cost(task, term, problem.end, costs) if late and term is not None else 0.0
        heapq.heappush(waiting, (weight + rest, 1, problem.end))
        if term is None or not late:
            continue  # it need not come again; an earlier turn would only weigh more
        for other in days:
            if (day is None or other > day) and (other >= term.earliest or other in pins):
                more = weight + each + turn_cost(task, term, other, costs)
                if other not in done and more < weight + rest:
                    heapq.heappush(waiting, (more, 0, other))
    return 0.0
