"""How long a round takes to plan, how good it is, and how near its bound lies: made-up rounds of growing size.

Prints, for each size, the medians over ten rounds: seconds for the first plan and for the thorough one, how many were
proven best, the gap where not, and how much shorter the thorough one is. One run on one machine; compare within it.
"""

from __future__ import annotations

import random
import statistics
import time

from lamplight.core.anatomy.circuits import Circuit
from lamplight.core.round.fold import Chore, folded
from lamplight.core.round.planning import plan_quickly, plan_well
from lamplight.core.round.problem import Rank, RoundProblem, Share, Walks, faults
from lamplight.core.round.works import Work

SORTS = ("ticks", "ticks", "tablet", "descale", "milk", "hands")


def works(sort: str, chance: random.Random) -> tuple[Work, ...]:
    """Hands and waits as our procedures have them."""
    if sort == "tablet":
        return (Work("tablet", 345, 15 * chance.randint(36, 72), None), Work("back", 135))
    if sort == "descale":
        return (Work("mix", 270, 1200, 2400), Work("rinse", 165, 360), Work("again", 180, 360), Work("back", 240))
    if sort == "milk":
        return (Work("wash", 240, 15 * chance.randint(16, 28), 1680), Work("rinse", 180, 180), Work("back", 225))
    return (Work(sort, 15 * chance.randint(6, 40)),)


def problem(jobs: int, machines: int, seed: int) -> RoundProblem:
    """So many jobs at so many machines of a building."""
    chance = random.Random(seed)
    spots = {n: (chance.randrange(10), chance.randrange(4)) for n in range(machines + 1)}
    places = {n: f"place {n}" for n in range(machines)}
    known = {
        (f"place {a}", f"place {b}" if b < machines else "home"): 15 * (1 + abs(spots[a][0] - spots[b][0])
                                                                      + 2 * abs(spots[a][1] - spots[b][1]))
        for a in range(machines) for b in range(a + 1, machines + 1)
    }  # fmt: skip
    chores = []
    for n in range(jobs):
        sort = chance.choice(SORTS)
        share = Share(
            f"{sort} {n}", sort, Circuit.BREW, "", chance.choice((Rank.HEALTH, Rank.LIMIT, Rank.DUE)), sort == "ticks"
        )
        chores.append(Chore(n if n < machines else chance.randrange(machines), share, works(sort, chance), n))
    return RoundProblem(folded(chores), Walks(places, known, "home"), 9 * 3600)


def main() -> None:
    """Print one line a size."""
    print("jobs machines  first s  thorough s  proven of 10  gap %  shorter %")
    for jobs, machines in ((4, 3), (8, 4), (12, 5), (20, 8), (40, 12)):
        firsts, thorough, gaps, shorter, proven = [], [], [], [], 0
        for seed in range(10):
            one = problem(jobs, machines, seed)
            began = time.perf_counter()
            first = plan_quickly(one)
            firsts.append(time.perf_counter() - began)
            began = time.perf_counter()
            best = plan_well(one)
            thorough.append(time.perf_counter() - began)
            assert not faults(first, one) and not faults(best, one)
            proven += best.optimal
            gaps.append(100 * best.gap)
            shorter.append(100 * (1 - best.finish_s / first.finish_s))
        figures = [statistics.median(values) for values in (firsts, thorough, gaps, shorter)]
        print(
            f"{jobs:4d} {machines:8d} {figures[0]:8.3f} {figures[1]:11.2f} {proven:13d} "
            f"{figures[2]:6.1f} {figures[3]:10.1f}"
        )


if __name__ == "__main__":
    main()
