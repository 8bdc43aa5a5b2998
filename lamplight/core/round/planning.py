"""A round from what is to be done: folded, planned, and unfolded again where the whole of it does not fit."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import replace

from lamplight.core.round.exact import exact_round, shortest_finish
from lamplight.core.round.fold import Chore, folded
from lamplight.core.round.problem import Rank, RoundPlan, RoundProblem, Span, Walks
from lamplight.core.round.quick import quick_round

Solver = Callable[[RoundProblem], RoundPlan]


def plan_quickly(problem: RoundProblem) -> RoundPlan:
    """A good round at once."""
    return quick_round(problem, betters=False)


def plan_well(problem: RoundProblem) -> RoundPlan:
    """The best round that is found in about a second or two, with its bound."""
    first = quick_round(problem, betters=False)
    if first.left_out:
        return exact_round(problem, quick_round(problem))
    shortest = shortest_finish(first.done, problem)
    if first.finish_s <= shortest:
        return replace(first, bound_s=first.finish_s, solver="exact")
    return exact_round(problem, quick_round(problem, enough_s=shortest))


def plan_round(
    chores: Sequence[Chore],
    walks: Walks,
    until_s: int,
    taken: Mapping[int, tuple[Span, ...]],
    solver: Solver = plan_well,
) -> tuple[RoundPlan, RoundProblem]:
    """The round for one keeper, and the problem that it answers.

    Args:
        chores: what is to be done, the most urgent first.
        walks: how far it is.
        until_s: seconds from now by which all is over, above 0.
        taken: when a machine must not be worked on.
        solver: how it is planned.
    """
    problem = RoundProblem(folded(chores), walks, until_s, taken)
    plan = solver(problem)
    torn = [job for job in plan.left_out if job.saved_s]
    if not torn:
        return plan, problem
    apart = {f"{job.machine}:{share.item}" for job in torn for share in job.shares}
    unfolded = RoundProblem(folded(chores, apart), walks, until_s, taken)
    other = solver(unfolded)
    return (other, unfolded) if _does_more(other, plan) else (plan, problem)


def _does_more(other: RoundPlan, plan: RoundPlan) -> bool:
    """Whether less that matters is left out, item by item."""
    return _missing(other) < _missing(plan)


def _missing(plan: RoundPlan) -> list[int]:
    left = [share.rank for job in plan.left_out for share in job.shares]
    return [left.count(rank) for rank in Rank]
