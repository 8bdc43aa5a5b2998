"""The round: by rules of thumb, then bettered by a fixed number of other orders. The same on every machine."""

from __future__ import annotations

import random
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

from lamplight.core.round.problem import RoundPlan, RoundProblem, Turn
from lamplight.core.round.timing import Timetable, not_before, placed_late

# How many other orders are tried: their stretches together, for the square of an order's length, and at least.
STRETCHES_TRIED, TRIES_FOR_SQUARE, LEAST_TRIES = 120_000, 20, 500
SEED = 7
# What a second too late weighs against a second more for the round.
OVER = 20
# So many seconds worse may be let pass at first, less and less later on.
LET_PASS_S = 400.0
# A rule of thumb: what the hands take next, the smallest first. It is given the seconds until they could begin, the
# seconds that the machine works alone from there on, and whether the job has begun.
Rule = Callable[[int, int, bool], float]
RULES: tuple[Rule, ...] = (
    lambda gap, alone, _begun: gap - 0.3 * alone,
    lambda gap, alone, begun: gap - 0.1 * alone - (60 if begun else 0),
    lambda gap, alone, _begun: gap - 0.001 * alone,
    lambda gap, alone, begun: gap - 0.05 * alone - (100 if begun else 0),
)


def round_of(problem: RoundProblem, effort: int = 1) -> RoundPlan:
    """A lawful round that leaves out as little as it finds a way to do; what matters most is tried first.

    Args:
        problem: what is to be done.
        effort: so many times the usual number of orders is tried; 0 takes what the rules of thumb find.
    """
    table = Timetable(problem)
    doing = list(range(len(table.jobs)))
    order = dispatched(table, doing)
    if order is not None and sum(map(sum, table.hands)) <= problem.until_s:
        order = bettered(table, order, effort)
        if table.starts(order) is not None:
            return _plan(table, order, doing)
    doing = [n for n in doing if table.jobs[n].begun]
    order = _in_time(table, doing)
    if order is None and any(due >= 0 for due in table.due):  # two machines wait, and one of them too long
        return round_of(without_haste(problem), effort)
    if order is None:  # what was begun can no longer be over in time: first that, and nothing else
        late = [n for n in doing for _ in table.hands[n]]
        return _planned(table, placed_late(table, late), doing)
    order = bettered(table, _with_more(table, order), effort)
    more = _with_more(table, order)  # a better order may have room for one more
    return _plan(table, bettered(table, more, effort) if more != order else order, sorted(set(more)))


def as_ordered(problem: RoundProblem, keys: Sequence[str]) -> RoundPlan | None:
    """The plan of a problem whose hands go in an order that is known, and on to what there is room for after it; None
    where that breaks a rule.

    Args:
        problem: what is to be done.
        keys: of jobs, each as often as it has stretches.
    """
    table = Timetable(problem)
    order = [table.index[key] for key in keys if key in table.index]
    doing = set(order)
    whole = len(order) == len(keys) and all(order.count(n) == len(table.hands[n]) for n in doing)
    starts = table.starts(order) if whole and doing >= {n for n, job in enumerate(table.jobs) if job.begun} else None
    if starts is None:
        return None
    plan = _planned(table, table.placed(order, starts), sorted(doing))
    room_s = problem.until_s - max((turn.end_s for turn in plan.placed), default=0)
    if all(job.hands_s > room_s for job in plan.left_out):
        return plan
    more = _with_more(table, order)
    return _plan(table, more, sorted(set(more)))


def _with_more(table: Timetable, order: Sequence[int]) -> list[int]:
    """An order that does more, as long as there is room: of what is left out, what matters most first."""
    found = list(order)
    for job in sorted(set(range(len(table.jobs))) - set(found), key=lambda n: _worth(table, n)):
        appended = [*found, *(job for _ in table.hands[job])]
        more = _in_time(table, sorted({*found, job}))
        if more is None and table.starts(appended) is not None:
            more = appended
        found = more or found
    return found


def without_haste(problem: RoundProblem) -> RoundProblem:
    """The same where no machine minds how long it waits; jobs keep their keys."""
    return replace(problem, jobs=tuple(replace(job, latest_s=None) for job in problem.jobs))


def _worth(table: Timetable, n: int) -> tuple[int, float, int]:
    """What is tried first: what matters most, and of that what takes the hands least for each item that it does."""
    job = table.jobs[n]
    return (job.rank, job.hands_s / max(1, sum(share.rank is job.rank for share in job.shares)), n)


def _plan(table: Timetable, order: Sequence[int], doing: Sequence[int]) -> RoundPlan:
    return _planned(table, table.placed(order, table.starts(order) or ()), doing)


def _planned(table: Timetable, placed: tuple[Turn, ...], doing: Sequence[int]) -> RoundPlan:
    return RoundPlan(placed, tuple(job for n, job in enumerate(table.jobs) if n not in doing))


def _in_time(table: Timetable, jobs: Sequence[int]) -> list[int] | None:
    """An order in which all of these are over in time, as the rules of thumb find it."""
    order = dispatched(table, jobs)
    return order if order is not None and table.starts(order) is not None else None


def dispatched(table: Timetable, jobs: Sequence[int]) -> list[int] | None:
    """The best order that the rules of thumb find for all of these, in time or not; None where none finds one."""
    orders = [_dispatch(table, jobs, rule) for rule in RULES]
    lawful = [(value, order) for order in orders if (value := table.value(order)) is not None]
    return min(lawful)[1] if lawful else None


@dataclass
class _Hands:
    """Where the hands are while an order comes about, and what waits for them."""

    table: Timetable
    now: int = 0
    at: int = 0

    def reach(self, job: int) -> int:
        """When they could be at a job's machine."""
        return self.now + self.table.walk[self.at][self.table.machine[job]]


def _dispatch(table: Timetable, jobs: Sequence[int], rule: Rule) -> list[int]:
    """Whatever the rule takes next, as long as nobody comes back too late to what is under way."""
    hands, order = _Hands(table), []
    following, ready = [0] * len(table.jobs), list(table.first)
    latest: dict[int, int] = {job: table.due[job] for job in jobs if table.due[job] >= 0}
    holder, free = list(table.holds), [0] * len(table.holds)
    left = set(jobs)
    while left:
        options: list[tuple[bool, float, int, int]] = []
        for job in jobs:
            machine, n = table.machine[job], following[job]
            if job not in left or holder[machine] not in (None, job) or left.intersection(table.after[job]):
                continue
            start = max(hands.reach(job), ready[job])
            if n == 0:
                start = not_before(table.jobs[job], max(start, free[machine]), table.problem)
            end = start + table.hands[job][n]
            back = [(late, ready[other], other, following[other]) for other, late in latest.items() if other != job]
            most = table.most[job][n]
            if most is not None and n + 1 < len(table.hands[job]):
                back.append((end + most, end + table.alone[job][n], job, n + 1))
            late = _too_late(_Hands(table, end, machine + 1), back)
            options.append((late, rule(start - hands.now, sum(table.alone[job][n:]), n > 0), start, job))
        _, _, start, job = min(options)
        machine, n = table.machine[job], following[job]
        order.append(job)
        hands = _Hands(table, start + table.hands[job][n], machine + 1)
        following[job], ready[job] = n + 1, hands.now + table.alone[job][n]
        latest.pop(job, None)
        most = table.most[job][n]
        if n + 1 == len(table.hands[job]):
            left.remove(job)
            holder[machine], free[machine] = None, ready[job]
        else:
            holder[machine] = job
            latest |= {job: hands.now + most} if most is not None else {}
    return order


def _too_late(hands: _Hands, back: Sequence[tuple[int, int, int, int]]) -> bool:
    """Whether the hands come back too late somewhere, when from now on they go where they are due first.

    Args:
        back: by when, from when, to which job and which of its stretches.
    """
    for latest, ready, job, n in sorted(back):
        begins = max(hands.reach(job), ready)
        if begins > latest:
            return True
        hands = _Hands(hands.table, begins + hands.table.hands[job][n], hands.table.machine[job] + 1)
    return False


def bettered(table: Timetable, order: Sequence[int], effort: int = 1) -> list[int]:
    """The best of many orders, each by changing the best so far a little; a little worse is let pass early on."""
    best = current = list(order)
    value = table.value(best)
    if value is None or len(best) < 2:
        return best
    best_value = current_value = value
    chance = random.Random(SEED)
    count = effort * min(STRETCHES_TRIED // len(best), max(LEAST_TRIES, TRIES_FOR_SQUARE * len(best) ** 2))
    for n in range(count):
        tried = _moved(current, chance)
        enough = _weighed(current_value) + LET_PASS_S * (1 - n / count) ** 2 * chance.random()
        found = table.value(tried, enough)
        if found is not None and _weighed(found) <= enough:
            current, current_value = tried, found
            if found < best_value:
                best, best_value = tried, found
    return best


def _weighed(value: tuple[int, int, int]) -> float:
    over_s, end_s, walked_s = value
    return OVER * over_s + end_s + 0.1 * walked_s


def _moved(order: Sequence[int], chance: random.Random) -> list[int]:
    """The same with one entry elsewhere, two exchanged, or all entries of a job together elsewhere."""
    moved, how = list(order), chance.random()
    source, target = chance.randrange(len(moved)), chance.randrange(len(moved))
    if how < 0.5:
        moved.insert(target, moved.pop(source))
    elif how < 0.7:
        moved[source], moved[target] = moved[target], moved[source]
    else:
        job = moved[source]
        spots = sorted(chance.randrange(len(moved)) for _ in range(moved.count(job)))
        moved = [other for other in moved if other != job]
        for spot in spots:
            moved.insert(spot, job)
    return moved
