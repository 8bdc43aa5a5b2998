"""A round from what is to be done: folded, planned, and unfolded again where the whole of it does not fit."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from lamplight.core.round.fold import Chore, folded
from lamplight.core.round.problem import Rank, RoundPlan, RoundProblem, Span, Walks
from lamplight.core.round.search import round_of


def plan_round(
    chores: Sequence[Chore], walks: Walks, until_s: int, taken: Mapping[int, tuple[Span, ...]] | None = None
) -> tuple[RoundPlan, RoundProblem]:
    """The round for one keeper, and the problem that it answers.

    Args:
        chores: what is to be done, the most urgent first.
        walks: how far it is.
        until_s: seconds from now by which all is over, above 0.
        taken: when a machine must not be worked on.
    """
    taken = taken or {}
    problem = RoundProblem(folded(chores), walks, until_s, taken)
    plan = round_of(problem)
    torn = [job for job in plan.left_out if job.saved_s or len(job.shares) > len(job.chores)]
    if not torn:
        return plan, problem
    apart = {f"{job.machine}:{share.item}" for job in torn for share in job.shares}
    unfolded = RoundProblem(folded(chores, apart), walks, until_s, taken)
    other = round_of(unfolded)
    return (other, unfolded) if _does_more(other, plan) else (plan, problem)


def _does_more(other: RoundPlan, plan: RoundPlan) -> bool:
    """Whether less that matters is left out, item by item."""
    return _missing(other) < _missing(plan)


def _missing(plan: RoundPlan) -> list[int]:
    left = [share.rank for job in plan.left_out for share in job.shares]
    return [left.count(rank) for rank in Rank]
