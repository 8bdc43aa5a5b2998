"""A round from what is to be done: folded, planned, and unfolded again where the whole of it does not fit.

The order is searched for as the matter stood at the last quarter of an hour, so that it is the same all along that
quarter; from minute to minute only its times are worked out anew. Where they no longer fit, it is searched for again.
"""

from __future__ import annotations

from collections.abc import Callable, Hashable, Mapping, Sequence
from dataclasses import replace

from lamplight.core.round.fold import Chore, folded
from lamplight.core.round.problem import Rank, RoundPlan, RoundProblem, Span, Walks
from lamplight.core.round.search import as_ordered, round_of

QUARTER_S = 900


def order_of(problem: RoundProblem) -> tuple[str, ...]:
    """The order that is found for a problem: keys of jobs, each as often as it has stretches."""
    return tuple(turn.job.key for turn in round_of(problem).placed)


# Finds an order, or remembers the one that was found for the same problem.
Search = Callable[[RoundProblem], Sequence[str]]


def plan_round(
    chores: Sequence[Chore],
    walks: Walks,
    until_s: int,
    taken: Mapping[int, tuple[Span, ...]] | None = None,
    since_s: int = 0,
    moves: bool = False,
    search: Search = order_of,
) -> tuple[RoundPlan, RoundProblem]:
    """The round for one keeper, and the problem that it answers.

    Args:
        chores: what is to be done, the most urgent first.
        until_s: seconds from now by which all is over, above 0.
        taken: when a machine must not be worked on.
        since_s: seconds since the last quarter of an hour, 0 to 899.
        moves: whether the end moves along with now, as where so much time was said, and not until when.
        search: finds the order of a problem.
    """
    taken = taken or {}
    problem = RoundProblem(folded(chores), walks, until_s, taken)
    plan = _planned(problem, since_s, moves, search)
    torn = [job for job in plan.left_out if job.saved_s or len(job.shares) > len(job.chores)]
    if not torn:
        return plan, problem
    apart = {f"{job.machine}:{share.item}" for job in torn for share in job.shares}
    unfolded = RoundProblem(folded(chores, apart), walks, until_s, taken)
    other = _planned(unfolded, since_s, moves, search)
    return (other, unfolded) if _does_more(other, plan) else (plan, problem)


def _planned(problem: RoundProblem, since_s: int, moves: bool, search: Search) -> RoundPlan:
    """The order of the quarter with the times of now; searched for anew where it does not fit any more."""
    order = search(at_the_quarter(problem, since_s, moves) if since_s else problem)
    plan = as_ordered(problem, order)
    if plan is None and since_s:
        plan = as_ordered(problem, search(problem))
    return plan or round_of(problem)  # what is late already breaks a rule in any order


def at_the_quarter(problem: RoundProblem, since_s: int, moves: bool = False) -> RoundProblem:
    """A problem as it was at the last quarter of an hour, had the same been to do then.

    Args:
        since_s: seconds since then, above 0.
        moves: whether the end moves along with now.
    """
    jobs = tuple(
        replace(
            job,
            ready_s=job.ready_s + since_s if job.ready_s else 0,
            latest_s=None if job.latest_s is None else job.latest_s + since_s,
        )
        for job in problem.jobs
    )
    taken = {
        machine: tuple(replace(span, start_s=span.start_s + since_s, end_s=span.end_s + since_s) for span in spans)
        for machine, spans in problem.taken.items()
    }
    return RoundProblem(jobs, problem.walks, problem.until_s + (0 if moves else since_s), taken)


def signature(problem: RoundProblem) -> Hashable:
    """All that an order rests on: of two problems with the same, the same order is found."""
    jobs = tuple(
        (
            job.key, job.machine, job.works, job.ready_s, job.latest_s, job.begun, job.leaves, job.brings, job.after,
            tuple(share.rank for share in job.shares),
        )
        for job in problem.jobs
    )  # fmt: skip
    walks = tuple(problem.walks.to(one.machine, other.machine) for one in problem.jobs for other in problem.jobs)
    first = tuple(problem.walks.to(job.machine, None) for job in problem.jobs)
    return jobs, walks, first, problem.until_s, tuple(sorted(problem.taken.items()))


def _does_more(other: RoundPlan, plan: RoundPlan) -> bool:
    """Whether less that matters is left out, item by item."""
    return _missing(other) < _missing(plan)


def _missing(plan: RoundPlan) -> list[int]:
    left = [share.rank for job in plan.left_out for share in job.shares]
    return [left.count(rank) for rank in Rank]
