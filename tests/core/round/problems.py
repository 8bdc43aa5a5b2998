"""Rounds made up at random, and the best of a small one by trying every order."""

from __future__ import annotations

import random
from itertools import permutations

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.round.fold import Chore
from lamplight.core.round.problem import Rank, RoundJob, RoundPlan, RoundProblem, Share, Span, Walks
from lamplight.core.round.timing import Timetable
from lamplight.core.round.works import Work


def share(item="x", rank=Rank.DUE, ticked=False):
    """A care item."""
    return Share(item, item.title(), Circuit.BREW, "it is due", rank, ticked)


def one_job(key, machine, *parts, rank=Rank.DUE, most=None, **more):
    """A job of ``hands, alone, hands, ...`` in minutes."""
    works = tuple(
        Work(f"{key} {n}", 60 * parts[n], 60 * parts[n + 1] if n + 1 < len(parts) else 0,
             60 * most if most is not None and n + 1 < len(parts) else None)
        for n in range(0, len(parts), 2)
    )  # fmt: skip
    return RoundJob(key, machine, works, (share(key, rank),), **more)


def walks(machines, minutes=1, home=1):
    """The same way everywhere."""
    places = {machine: f"place {machine}" for machine in machines}
    known = {(f"place {one}", f"place {other}"): 60 * minutes for one in machines for other in machines if one < other}
    known |= {("home", f"place {machine}"): 60 * home for machine in machines}
    return Walks(places, known, "home")


def any_problem(seed, most_jobs=6, rushes=True):
    """Some jobs at some machines, ways in a plane, with or without rushes, sometimes too much for the time."""
    chance = random.Random(seed)
    count, machines = chance.randint(1, most_jobs), range(1, chance.randint(1, 4) + 1)
    spots = {machine: (chance.randrange(0, 8), chance.randrange(0, 6)) for machine in [0, *machines]}
    places = {machine: "home" if machine == 0 else f"place {machine}" for machine in spots}
    known = {
        (places[one], places[other]): 15 * (1 + sum(abs(a - b) for a, b in zip(spots[one], spots[other], strict=True)))
        for one in spots for other in spots if one < other
    }  # fmt: skip
    jobs = []
    for n in range(count):
        parts = [chance.randint(1, 8)]
        for _ in range(chance.choice((0, 0, 1, 1, 2))):
            parts += [chance.randint(4, 20), chance.randint(1, 5)]
        machine, rank = chance.choice(list(machines)), any_rank(chance, f"{seed} {n}")
        most = chance.choice((None, 25, 40))
        jobs.append(one_job(f"job {n}", machine, *parts, rank=rank, most=most))
    taken = {}
    if rushes and chance.random() < 0.5:
        start = 60 * chance.randint(0, 60)
        taken[chance.choice(list(machines))] = (Span(start, start + 60 * chance.randint(5, 30), "the rush"),)
    until = 60 * chance.choice((30, 60, 120, 300))
    return RoundProblem(tuple(jobs), Walks({m: places[m] for m in machines}, known, "home"), until, taken)


def any_rank(chance, name):
    """How much a job matters; some of those that are due are planned for this very time."""
    drawn = chance.choice((Rank.HEALTH, Rank.LIMIT, Rank.DUE, Rank.ALONG))
    planned = drawn in (Rank.LIMIT, Rank.DUE) and random.Random(name).random() < 0.3
    return Rank.PLANNED if planned else drawn


def any_chores(seed):
    """Chores at some machines, some of which settle or share something."""
    chance = random.Random(seed)
    openings = ("", "brew door", "programmes")
    chores = []
    for machine in range(1, chance.randint(2, 4)):
        items = chance.sample(["tablet", "rinse", "grease", "descale", "tray", "wipe", "wash"], chance.randint(1, 6))
        for place, item in enumerate(items):
            ticked = item in ("tray", "wipe")
            parts = [Work(item, 60 * chance.randint(1, 6))]
            if not ticked and chance.random() < 0.6:
                parts = [Work(item, 240, 600, 1500), Work("back", 120)]
            others = frozenset(chance.sample(items, min(len(items), chance.randint(0, 2)))) - {item}
            chores.append(
                Chore(machine, share(item, any_rank(chance, f"{seed} {item}"), ticked), tuple(parts), place,
                      "" if ticked else chance.choice(openings), others)
            )  # fmt: skip
    return chores


def orders(problem: RoundProblem):
    """Every order of all stretches."""
    table = Timetable(problem)
    entries = [n for n, job in enumerate(table.jobs) for _ in job.works]
    return table, set(permutations(entries))


def best_by_hand(problem: RoundProblem) -> int | None:
    """The earliest end of a round that does everything, tried out; None where no order is lawful."""
    table, every = orders(problem)
    ends = [value[1] for order in every if table.starts(order) and (value := table.value(order))]
    return min(ends, default=None)


def missing(plan: RoundPlan) -> list[int]:
    """How many items of each rank are left out."""
    return [sum(s.rank is rank for job in plan.left_out for s in job.shares) for rank in Rank]


def earliest(problem: RoundProblem, order) -> list[int] | None:
    """The earliest times of an order by linear programming, every rule an inequality; None where it has none."""
    from scipy.optimize import linprog

    stretches, seen = [], {}
    for n in order:
        stretches.append((problem.jobs[n], seen.get(n, 0)))
        seen[n] = seen.get(n, 0) + 1
    place = {(job.key, k): at for at, (job, k) in enumerate(stretches)}
    rows, limits = [], []

    def at_least(later, sooner, seconds):
        """One stretch begins so many seconds after another; less than nothing is a limit the other way."""
        row = [0] * len(stretches)
        row[later], row[sooner] = -1, 1
        rows.append(row)
        limits.append(-seconds)

    low, high = [0] * len(stretches), [problem.until_s] * len(stretches)
    at_machine = None
    for n, (job, k) in enumerate(stretches):
        walk = problem.walks.to(job.machine, at_machine)
        if n:
            at_least(n, n - 1, stretches[n - 1][0].works[stretches[n - 1][1]].hands_s + walk)
        low[n] = max(job.ready_s if k == 0 else 0, walk if n == 0 else 0)
        at_machine, work = job.machine, job.works[k]
        if k + 1 < len(job.works):
            following = place[job.key, k + 1]
            at_least(following, n, work.hands_s + work.alone_s)
            if work.most_s is not None:
                at_least(n, following, -work.hands_s - work.most_s)
        else:
            high[n] = problem.until_s - work.hands_s - work.alone_s
            for later in range(n + 1, len(stretches)):
                if stretches[later][0].machine == job.machine:
                    at_least(later, n, work.hands_s + work.alone_s)
    if any(low[n] > high[n] for n in range(len(stretches))):
        return None
    found = linprog([1] * len(stretches), rows or None, limits or None, bounds=list(zip(low, high, strict=True)))
    return [round(start) for start in found.x] if found.status == 0 else None
