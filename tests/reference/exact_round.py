"""The best round, by constraint programming, and how short none can be.

One pair of hands is a machine of a job shop with set-up times (walking), each coffee machine another one that is held
from a job's first stretch to its last, and the waits between are time lags with a least and a most length. Solved by
OR-Tools' CP-SAT with one worker, a fixed seed and a deterministic time limit, so that equal input gives equal plans.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import TYPE_CHECKING

from lamplight.core.round.problem import RoundJob, RoundPlan, RoundProblem
from lamplight.core.round.timing import Timetable
from lamplight.core.round.works import UNIT_S
from tests.reference.least_finish import least_finish

if TYPE_CHECKING:
    from ortools.sat.python.cp_model import CpModel, CpSolver, IntVar

SEED = 1
# Deterministic units of the solver, roughly seconds of one core.
EFFORT, BOUND_EFFORT = 0.1, 0.2
# Of more stretches, or machines, there are too many orders to go through.
MOST_STRETCHES, MOST_MACHINES = 32, 9


@dataclass
class _Model:
    """The model with what is read off it."""

    cp: CpModel
    horizon: int
    does: list[IntVar] = field(default_factory=list)
    starts: list[list[IntVar]] = field(default_factory=list)


@dataclass(frozen=True)
class Judged:
    """The best round that was found, and how short none can be.

    Attributes:
        plan: the round.
        bound_s: no round that does as much ends sooner than so many seconds from now.
    """

    plan: RoundPlan
    bound_s: int

    @property
    def optimal(self) -> bool:
        """Whether nothing shorter does as much."""
        return self.plan.finish_s <= self.bound_s

    @property
    def gap(self) -> float:
        """How much longer it is than the shortest that is not ruled out, as a share of its length."""
        return max(0.0, 1 - self.bound_s / self.plan.finish_s) if self.plan.finish_s else 0.0


def exact_round(problem: RoundProblem, known: RoundPlan, effort: float = EFFORT) -> Judged:
    """The best round that is found, never a worse one than is known, with its bound.

    Args:
        problem: what is to be done.
        known: a lawful round of it.
        effort: how long is searched, in the solver's deterministic units.
    """
    table = Timetable(problem)
    best = known
    shortest = shortest_finish(known.done, problem)
    if not known.left_out and known.finish_s > shortest:
        best, least = _gone_through(table, known)
        shortest = max(shortest, least)
        known = best
    if known.placed and (known.left_out or known.finish_s > shortest):
        found, bound = _searched(table, known, shortest, effort)
        if found is not None and found.weight() < best.weight():
            best = found
        if bound is not None and not best.left_out:
            shortest = max(shortest, bound)
    if set(best.done) != set(known.done):
        shortest = shortest_finish(best.done, problem)
    return Judged(best, min(shortest, best.finish_s))


def _gone_through(table: Timetable, known: RoundPlan) -> tuple[RoundPlan, int]:
    """The best round and its bound by going through all orders; what is known and 0 where there are too many."""
    if sum(len(job.works) for job in table.jobs) > MOST_STRETCHES or len(table.holds) > MOST_MACHINES:
        return known, 0
    least, order = least_finish(table.problem, known.finish_s)
    starts = table.starts(order) if order else None
    if order and starts is not None:
        found = RoundPlan(table.placed(order, starts))
        if found.weight() < known.weight():
            return found, least
    return known, least


def _searched(table: Timetable, known: RoundPlan, shortest: int, effort: float) -> tuple[RoundPlan | None, int | None]:
    """A better round, or None; and the bound on its end where every job is done."""
    from ortools.sat.python import cp_model

    model = _Model(cp_model.CpModel(), table.problem.until_s // UNIT_S)
    all_done = not known.left_out
    at = {(item.job.key, item.work): item.start_s // UNIT_S for item in known.placed}
    _stretches(model, table, all_done)
    _hands(model, table, at)
    _machines(model, table, at)
    end = model.cp.new_int_var(0, model.horizon, "end")
    for n, job in enumerate(table.jobs):
        last = model.starts[n][-1] + (job.works[-1].hands_s + job.works[-1].alone_s) // UNIT_S
        model.cp.add(end >= last).only_enforce_if(model.does[n])
        model.cp.add_hint(model.does[n], job in known.done)
        for k, start in enumerate(model.starts[n]):
            model.cp.add_hint(start, at.get((job.key, k), 0))
    model.cp.add_hint(end, known.finish_s // UNIT_S)
    if all_done:
        model.cp.add(end >= shortest // UNIT_S)
        model.cp.add(end <= known.finish_s // UNIT_S)
    left = sum(job.loss // UNIT_S * (1 - does) for job, does in zip(table.jobs, model.does, strict=True))
    model.cp.minimize(left + end)
    solver = cp_model.CpSolver()
    _steady(solver, effort)
    status = solver.solve(model.cp)
    bound = -int(-solver.best_objective_bound // 1) * UNIT_S if all_done else None
    if status not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        return None, bound if status == cp_model.UNKNOWN else None
    return _read(solver, model, table), bound


def _steady(solver: CpSolver, effort: float) -> None:
    solver.parameters.num_workers = 1
    solver.parameters.random_seed = SEED
    solver.parameters.max_deterministic_time = effort


def _stretches(model: _Model, table: Timetable, all_done: bool) -> None:
    """When each stretch begins, and whether its job is done at all."""
    cp = model.cp
    for n, job in enumerate(table.jobs):
        does = cp.new_bool_var(f"does {job.key}")
        if job.begun or all_done:
            cp.add(does == 1)
        model.does.append(does)
        own: list[IntVar] = []
        for k, work in enumerate(job.works):
            soonest = (table.first[n] if k == 0 else 0) // UNIT_S
            start = cp.new_int_var(min(soonest, model.horizon), model.horizon, f"{job.key} {k}")
            if k == 0 and job.latest_s is not None:
                cp.add(start <= max(soonest, job.latest_s // UNIT_S)).only_enforce_if(does)
            if k == 0:
                cp.add(start >= table.walk[0][table.machine[n]] // UNIT_S).only_enforce_if(does)
            else:
                before = job.works[k - 1]
                free = own[-1] + before.hands_s // UNIT_S
                cp.add(start >= free + before.alone_s // UNIT_S).only_enforce_if(does)
                if before.most_s is not None:
                    cp.add(start <= free + before.most_s // UNIT_S).only_enforce_if(does)
            if k + 1 == len(job.works):
                cp.add(start + (work.hands_s + work.alone_s) // UNIT_S <= model.horizon).only_enforce_if(does)
            own.append(start)
        model.starts.append(own)


def _hands(model: _Model, table: Timetable, at: dict[tuple[str, int], int]) -> None:
    """One pair of hands, and the way between any two stretches at different machines.

    As walking obeys the triangle inequality or is checked afterwards, each pair apart is enough.
    """
    cp = model.cp
    stretches = [(n, k) for n, job in enumerate(table.jobs) for k in range(len(job.works))]
    cp.add_no_overlap(
        cp.new_optional_fixed_size_interval_var(
            model.starts[n][k], table.hands[n][k] // UNIT_S, model.does[n], f"hands {n} {k}"
        )
        for n, k in stretches
    )
    for place, (n, k) in enumerate(stretches):
        for other, j in stretches[place + 1 :]:
            if other == n or table.machine[other] == table.machine[n]:
                continue
            first = cp.new_bool_var("")
            walk = table.walk[table.machine[n] + 1][table.machine[other]] // UNIT_S
            both = [model.does[n], model.does[other]]
            one, two = model.starts[n][k], model.starts[other][j]
            cp.add(two >= one + table.hands[n][k] // UNIT_S + walk).only_enforce_if([first, *both])
            cp.add(one >= two + table.hands[other][j] // UNIT_S + walk).only_enforce_if([~first, *both])
            known = at.get((table.jobs[n].key, k)), at.get((table.jobs[other].key, j))
            if known[0] is not None and known[1] is not None:
                cp.add_hint(first, known[0] < known[1])


def _machines(model: _Model, table: Timetable, at: dict[tuple[str, int], int]) -> None:
    """One job at a time on a machine, none in its rush, in the order that chemistry asks for."""
    cp = model.cp
    held: dict[int, list[int]] = {}
    for n in range(len(table.jobs)):
        held.setdefault(table.machine[n], []).append(n)
    for here in held.values():
        intervals = []
        for n in here:
            job = table.jobs[n]
            begin = cp.new_int_var(0, 0, "") if job.begun else model.starts[n][0]
            end = model.starts[n][-1] + (job.works[-1].hands_s + job.works[-1].alone_s) // UNIT_S
            size = cp.new_int_var(0, model.horizon, "")
            if (job.key, 0) in at:
                last = at[job.key, len(job.works) - 1] + (job.works[-1].hands_s + job.works[-1].alone_s) // UNIT_S
                cp.add_hint(size, last - (0 if job.begun else at[job.key, 0]))
            intervals.append(cp.new_optional_interval_var(begin, size, end, model.does[n], f"job {n}"))
            for start_s, end_s in table.taken[n]:
                before = cp.new_bool_var("")
                cp.add(end <= start_s // UNIT_S).only_enforce_if([before, model.does[n]])
                cp.add(begin >= -(-end_s // UNIT_S)).only_enforce_if([~before, model.does[n]])
        cp.add_no_overlap(intervals)
        for n in here:
            for other in here:
                if other != n:
                    _in_order(model, table, n, other)


def _in_order(model: _Model, table: Timetable, first: int, second: int) -> None:
    """Where one job has to come before another at the same machine."""
    one, two = table.jobs[first], table.jobs[second]
    if first in table.after[second] or two.leaves & one.brings:
        free = model.starts[first][-1] + (one.works[-1].hands_s + one.works[-1].alone_s) // UNIT_S
        both = [model.does[first], model.does[second]]
        model.cp.add(model.starts[second][0] >= free).only_enforce_if(both)


def _read(solver: CpSolver, model: _Model, table: Timetable) -> RoundPlan | None:
    """The plan in the order that was found, as early as it goes."""
    doing = [n for n, does in enumerate(model.does) if solver.value(does)]
    turns = sorted((solver.value(start), n) for n in doing for start in model.starts[n])
    order = [n for _, n in turns]
    starts = table.starts(order)
    if starts is None:
        return None
    return RoundPlan(table.placed(order, starts), tuple(j for n, j in enumerate(table.jobs) if n not in doing))


def shortest_finish(jobs: Sequence[RoundJob], problem: RoundProblem) -> int:
    """Seconds before which no round that does these jobs ends: a tour through all stretches, their times left aside.

    The hands either walk from one stretch to the next, or stay at the machine and wait. The cheapest tour of that
    sort, found by CP-SAT's circuit constraint, plus all work, is a bound; so is each machine's own chain.
    """
    table = Timetable(RoundProblem(tuple(jobs), problem.walks, problem.until_s, problem.taken))
    if not jobs:
        return 0
    from ortools.sat.python import cp_model

    model = cp_model.CpModel()
    stretches = [(n, k) for n, job in enumerate(table.jobs) for k in range(len(job.works))]
    arcs, costs = [], []
    for place, (n, k) in enumerate(stretches, 1):
        last = k + 1 == len(table.hands[n])
        if k == 0:
            arcs.append((0, place, model.new_bool_var("")))
            costs.append((table.walk[0][table.machine[n]], arcs[-1][2]))
        if last:
            arcs.append((place, 0, model.new_bool_var("")))
            costs.append((table.alone[n][k], arcs[-1][2]))
        for following, (other, j) in enumerate(stretches, 1):
            same_job, same_machine = other == n, table.machine[other] == table.machine[n]
            if following == place or (same_job and j != k + 1):
                continue
            if not same_job and same_machine and not (last and j == 0):
                continue  # a machine's jobs follow each other whole
            alone = table.alone[n][k] if same_machine else 0
            arcs.append((place, following, model.new_bool_var("")))
            costs.append((alone + table.walk[table.machine[n] + 1][table.machine[other]], arcs[-1][2]))
    model.add_circuit(arcs)
    model.minimize(sum(cost // UNIT_S * arc for cost, arc in costs))
    solver = cp_model.CpSolver()
    _steady(solver, BOUND_EFFORT)
    solver.solve(model)
    idle = max(0, -int(-solver.best_objective_bound // 1)) * UNIT_S
    return max(sum(job.hands_s for job in jobs) + idle, _longest_chain(table))


def _longest_chain(table: Timetable) -> int:
    """The machine that takes longest, all its jobs one after another."""
    spans = [0] * len(table.holds)
    for n, job in enumerate(table.jobs):
        spans[table.machine[n]] += job.span_s
    soonest = [
        min(max(table.walk[0][here], table.first[n]) for n in range(len(table.jobs)) if table.machine[n] == here)
        for here in range(len(spans))
    ]
    return max(span + soon for span, soon in zip(spans, soonest, strict=True))
