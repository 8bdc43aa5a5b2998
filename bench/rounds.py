"""How long a round takes to plan, and how near it is to the best: made-up rounds of growing size.

Prints, for each size, over ten rounds: median seconds, how much shorter sixty times the tries make it (median, most),
how much shorter the exact solver makes it, and by how much the rules of thumb alone are longer. One run on one machine;
compare within it.
"""

from __future__ import annotations

import random
import statistics
import time

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.round.fold import Chore, folded
from lamplight.core.round.problem import Rank, RoundProblem, Share, Walks, round_faults
from lamplight.core.round.search import round_of
from lamplight.core.round.works import Work
from tests import shipped_effort
from tests.reference.exact_round import exact_round

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
    shipped_effort()
    print("jobs machines  seconds  60 times: gap % median, most  exact: gap %  rules of thumb: longer %")
    for jobs, machines in ((4, 3), (8, 4), (12, 5), (20, 8), (40, 12)):
        seconds, sixty, exact, thumb = [], [], [], []
        for seed in range(10 if jobs <= 12 else 4):
            one = problem(jobs, machines, seed)
            began = time.perf_counter()
            plan = round_of(one)
            seconds.append(time.perf_counter() - began)
            assert not round_faults(plan, one)
            sixty.append(100 * (1 - round_of(one, effort=60).finish_s / plan.finish_s))
            exact.append(100 * (1 - exact_round(one, plan).plan.finish_s / plan.finish_s))
            thumb.append(100 * (round_of(one, effort=0).finish_s / plan.finish_s - 1))
        figures = [statistics.median(values) for values in (seconds, sixty, exact, thumb)]
        print(
            f"{jobs:4d} {machines:8d} {figures[0]:8.3f} {figures[1]:19.2f} {max(sixty):6.2f} {figures[2]:14.2f} "
            f"{figures[3]:22.1f}"
        )


if __name__ == "__main__":
    main()
