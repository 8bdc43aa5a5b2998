"""The round against what is published: one machine with heads and tails, and a day with six machines and windows."""

from __future__ import annotations

import unittest
from itertools import permutations

from lamplight.core.round.problem import RoundProblem, Span, Walks, round_faults
from lamplight.core.round.search import round_of
from tests import shipped_effort, spared_effort
from tests.core.round.problems import one_job, walks

setUpModule, tearDownModule = shipped_effort, spared_effort


class Published(unittest.TestCase):
    """The hands alone are a single machine, on which the literature has exact answers."""

    def best(self, jobs, walks, until_min=2000, taken=None):
        problem = RoundProblem(tuple(jobs), walks, 60 * until_min, taken or {})
        return round_of(problem)

    def test_heads_and_tails(self):
        """J. Carlier, The one-machine sequencing problem, EJOR 11 (1982): Schrage's rule gives 53, the optimum is 50.

        The instance from memory; its optimum is enumerated here as well.
        """
        heads = (10, 13, 11, 20, 30, 0, 30)
        bodies = (5, 6, 7, 4, 3, 6, 2)
        tails = (7, 26, 24, 21, 8, 17, 0)

        def length(order):
            free = longest = 0
            for n in order:
                free = max(free, heads[n]) + bodies[n]
                longest = max(longest, free + tails[n])
            return longest

        self.assertEqual(min(length(order) for order in permutations(range(7))), 50)
        jobs = [
            one_job(f"{n}", n, *((bodies[n], tails[n]) if tails[n] else (bodies[n],)), ready_s=60 * heads[n])
            for n in range(7)
        ]
        # One place: from one machine to the next is a quarter of a minute; it is taken off both sides of the scale.
        near = Walks({n: f"p{n}" for n in range(7)}, {(f"p{a}", f"p{b}"): 0 for a in range(7) for b in range(a + 1, 7)}
                     | {("", f"p{n}"): 0 for n in range(7)})  # fmt: skip
        self.assertEqual(self.best(jobs, near).finish_s, 50 * 60)

    def test_longest_tail_first(self):
        """J. R. Jackson (1955): without heads, the longest tail first is best; textbook (Pinedo, Scheduling, ch. 3)."""
        bodies, tails = (4, 9, 2, 7, 5, 3), (10, 3, 30, 22, 15, 1)
        free = longest = 0
        for n in sorted(range(6), key=lambda n: -tails[n]):
            free += bodies[n]
            longest = max(longest, free + tails[n])
        near = Walks({n: f"p{n}" for n in range(6)}, {(f"p{a}", f"p{b}"): 0 for a in range(6) for b in range(a + 1, 6)}
                     | {("", f"p{n}"): 0 for n in range(6)})  # fmt: skip
        jobs = [one_job(f"{n}", n, bodies[n], tails[n]) for n in range(6)]
        self.assertEqual(self.best(jobs, near).finish_s, 60 * longest)


# A day with six machines: walking matrix and service minutes, and the earliest return by full enumeration, as a
# reference table of ours has them (enumerated and by OR-Tools 9.15).
WALK = (
    (0, 2, 4, 5, 8, 9, 11), (2, 0, 2, 4, 7, 8, 10), (4, 2, 0, 3, 6, 7, 9), (5, 4, 3, 0, 4, 5, 7), (8, 7, 6, 4, 0, 2, 4),
    (9, 8, 7, 5, 2, 0, 3), (11, 10, 9, 7, 4, 3, 0),
)  # fmt: skip
SERVICE = (10, 15, 10, 40, 12, 10)
WINDOWS = {
    "A": ((0, 60), (0, 50), (90, 150), (30, 180), (45, 75), (0, 240)),
    "B": ((0, 60), (0, 50), (90, 150), (30, 100), (45, 75), (0, 240)),
    "C": ((0, 30), (0, 35), (90, 150), (30, 90), (45, 60), (0, 240)),
    "free": ((0, 300),) * 6,
}
RETURNS = {"A": 124, "B": 135, "C": None, "free": 124}


def gone(order, windows):
    """When the last service ends and when the walker is back; None where a window is missed."""
    now, at = 0, 0
    for n in order:
        now = max(now + WALK[at][n + 1], windows[n][0]) + SERVICE[n]
        if now > windows[n][1]:
            return None
        at = n + 1
    return now, now + WALK[at][0]


class SixMachines(unittest.TestCase):
    """Time windows and walks."""

    def test_windows(self):
        """The enumeration gives the table's returns, and the round ends when the best order ends its last service."""
        names = ["home", *(f"p{n}" for n in range(1, 7))]
        known = {(names[a], names[b]): 60 * WALK[a][b] for a in range(7) for b in range(a + 1, 7)}
        walks = Walks({n: f"p{n}" for n in range(1, 7)}, known, "home")
        for name, windows in WINDOWS.items():
            with self.subTest(windows=name):
                ways = [way for order in permutations(range(6)) if (way := gone(order, windows))]
                self.assertEqual(min((back for _, back in ways), default=None), RETURNS[name])
                jobs = tuple(one_job(f"{n}", n, SERVICE[n - 1]) for n in range(1, 7))
                shut = {n: ((0, windows[n - 1][0]), (windows[n - 1][1], 400)) for n in range(1, 7)}
                taken = {n: tuple(Span(60 * a, 60 * b, "shut") for a, b in spans if a < b) for n, spans in shut.items()}
                problem = RoundProblem(jobs, walks, 400 * 60, taken)
                plan = round_of(problem)
                if not ways:
                    self.assertTrue(plan.left_out)
                    continue
                self.assertEqual(plan.left_out, ())
                self.assertEqual(plan.finish_s, 60 * min(end for end, _ in ways))

    def test_up_to_the_rush_and_from_its_end_on(self):
        """By hand: a minute's walk and five at the machine. A rush that begins as they end is none in the way."""
        for shut, opens, over in ((360, 600, 360), (359, 600, 900), (0, 60, 360), (0, 61, 361)):
            with self.subTest(shut=shut, opens=opens):
                rush = {1: (Span(shut, opens, "the rush"),)}
                problem = RoundProblem((one_job("a", 1, 5),), walks([1]), 3600, rush)
                plan = round_of(problem)
                self.assertEqual((plan.finish_s, [*round_faults(plan, problem)]), (over, []))


if __name__ == "__main__":
    unittest.main()
