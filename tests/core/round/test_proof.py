"""Going through all orders: never above the best round there is, and as long where no rule but the clock counts."""

from __future__ import annotations

import unittest
from dataclasses import replace

from lamplight.core.round.problem import RoundProblem, round_faults
from lamplight.core.round.search import round_of
from tests import shipped_effort, spared_effort
from tests.core.round.problems import any_problem, one_job, orders, walks
from tests.reference.exact_round import exact_round
from tests.reference.least_finish import least_finish

LONG = 10**6

setUpModule, tearDownModule = shipped_effort, spared_effort


def eased(problem):
    """The same jobs with all the time there is, no rush, and no wait that can be too long."""
    jobs = tuple(
        replace(job, works=tuple(replace(work, most_s=None) for work in job.works)) for job in problem.jobs
    )  # fmt: skip
    return RoundProblem(jobs, problem.walks, LONG)


def least_of_all(problem):
    """The least finish of every order tried; None where there are too many to try."""
    if sum(len(job.works) for job in problem.jobs) > 7:
        return None
    table, every = orders(problem)
    values = [value[1] for order in every if (value := table.value(order)) is not None]
    return min(values, default=None)


class GoneThrough(unittest.TestCase):
    """Against every order tried."""

    def test_exact_where_only_the_clock_counts(self):
        """Without rushes and without waits that can be too long, it finds the very best, from whatever is known."""
        tried = 0
        for seed in range(150):
            problem = eased(any_problem(seed, most_jobs=4))
            best = least_of_all(problem)
            if best is None:
                continue
            tried += 1
            with self.subTest(seed=seed):
                self.assertEqual(least_finish(problem, LONG)[0], best)
                self.assertEqual(least_finish(problem, best)[0], best)
                self.assertEqual(least_finish(problem, best + 15)[0], best)
        self.assertGreater(tried, 60)

    def test_never_above_a_lawful_round(self):
        """With rushes and cleaner that must not wait: no lawful order ends before it."""
        tried = 0
        for seed in range(150):
            problem = replace(any_problem(seed, most_jobs=4), until_s=LONG)
            best = least_of_all(problem)
            if best is not None:
                tried += 1
                with self.subTest(seed=seed):
                    self.assertLessEqual(least_finish(problem, LONG)[0], best)
        self.assertGreater(tried, 60)

    def test_given_up(self):
        """Where there was no time to go through all, nothing is said."""
        problem = eased(any_problem(3))
        self.assertEqual(least_finish(RoundProblem(problem.jobs * 1, problem.walks, LONG), LONG, most=0), (0, None))

    def test_small_rounds_are_proven(self):
        """Three machines that work alone for a while: the best is found and known to be."""
        jobs = tuple(one_job(f"job {n}", n, 5, 8 + n, 3, 6, 2) for n in range(1, 5))
        problem = RoundProblem(jobs, walks(range(1, 5)), 300 * 60)
        judged = exact_round(problem, round_of(problem))
        self.assertTrue(judged.optimal)
        self.assertEqual(round_faults(judged.plan, problem), [])


if __name__ == "__main__":
    unittest.main()
