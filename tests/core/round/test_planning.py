"""A round's order is kept for a quarter of an hour: lawful at any minute, and nothing that fits is lost."""

from __future__ import annotations

import random
import unittest

from lamplight.core.round.planning import QUARTER_S, at_the_quarter, order_of, plan_round, signature
from lamplight.core.round.problem import RoundProblem, Span, round_faults
from lamplight.core.round.search import as_ordered, round_of
from tests.core.round.problems import any_chores, any_problem, one_job, walks


class Quarter(unittest.TestCase):
    """The same matter, seen a little later."""

    def later(self, problem, seconds):
        """The problem as it stands so many seconds later, with nothing done meanwhile; times that were past are now."""
        jobs = tuple(
            type(job)(**{**vars(job), "ready_s": max(0, job.ready_s - seconds) if job.ready_s > seconds else 0})
            for job in problem.jobs
        )
        taken = {
            machine: tuple(Span(span.start_s - seconds, span.end_s - seconds, span.words) for span in spans)
            for machine, spans in problem.taken.items()
        }
        return RoundProblem(jobs, problem.walks, problem.until_s - seconds, taken)

    def test_the_same_order_all_along(self):
        """Of one quarter every minute asks for the same order: the problem seen from its beginning is the same."""
        for seed in range(60):
            problem = any_problem(seed)
            if problem.until_s <= QUARTER_S or any(0 < job.ready_s < QUARTER_S for job in problem.jobs):
                continue
            if any(job.latest_s is not None for job in problem.jobs):
                continue
            wanted = signature(problem)
            for seconds in (60, 300, 840):
                with self.subTest(seed=seed, seconds=seconds):
                    seen = at_the_quarter(self.later(problem, seconds), seconds)
                    self.assertEqual(signature(seen), wanted)

    def test_by_when_hands_are_due(self):
        """What is due in ten minutes was due in fifteen, five minutes ago; what was ready then is ready."""
        jobs = (one_job("a", 1, 2, ready_s=300, latest_s=600), one_job("b", 2, 2))
        seen = at_the_quarter(RoundProblem(jobs, walks((1, 2)), 3600, {}), 300)
        self.assertEqual([(job.ready_s, job.latest_s) for job in seen.jobs], [(600, 900), (0, None)])

    def test_an_end_that_moves_along(self):
        """Where so much time was said, the end is so far from the beginning of the quarter, too."""
        problem = any_problem(3)
        self.assertEqual(at_the_quarter(problem, 300, True).until_s, problem.until_s)
        self.assertEqual(at_the_quarter(problem, 300).until_s, problem.until_s + 300)

    def test_lawful_at_any_minute(self):
        """Each plan obeys, holds each job once, and leaves out no job that there is room for after all others."""
        kept = 0
        for seed in range(80):
            chance = random.Random(seed)
            chores, since = any_chores(seed), chance.randrange(0, QUARTER_S, 60)
            until = chance.choice((1800, 3600, 5400, 7200))
            for moves in (True, False):
                plan, problem = plan_round(chores, walks((1, 2, 3)), until, {}, since, moves)
                with self.subTest(seed=seed, since=since, moves=moves):
                    self.assertEqual(round_faults(plan, problem), [])
                    keys = [job.key for job in (*plan.done, *plan.left_out)]
                    self.assertEqual(sorted(keys), sorted(job.key for job in problem.jobs))
                    ends = max((turn.end_s for turn in plan.placed), default=0)
                    at = plan.placed[-1].job.machine if plan.placed else None
                    for job in plan.left_out:
                        if not (job.begun or job.after or job.brings or job.leaves or job.ready_s):
                            needed = problem.walks.to(job.machine, at) + job.span_s
                            self.assertGreater(ends + needed, problem.until_s, job.key)
                    kept += bool(plan.placed)
        self.assertGreater(kept, 100)

    def test_about_as_long(self):
        """The order of the quarter is not much longer than one searched for now."""
        longer = []
        for seed in range(60):
            plan, problem = plan_round(any_chores(seed), walks((1, 2, 3)), 7200, {}, 420, True)
            direct = round_of(problem)
            if plan.placed and set(plan.done) == set(direct.done):
                longer.append(plan.finish_s / direct.finish_s - 1)
        self.assertGreater(len(longer), 40)
        self.assertLess(sorted(longer)[len(longer) // 2], 0.005)
        self.assertLess(max(longer), 0.05)

    def test_an_order_that_does_not_fit(self):
        """A stretch that is missing, a job that is gone, one that was begun and is not named: no plan."""
        for seed in range(40):
            problem = any_problem(seed)
            order = order_of(problem)
            if len(order) < 2:
                continue
            with self.subTest(seed=seed):
                found = as_ordered(problem, order)
                if found is not None:
                    self.assertEqual(round_faults(found, problem), [])
                self.assertIsNone(as_ordered(problem, (*order, "gone")))
                twice = next((key for key in order if order.count(key) > 1), None)
                if twice:
                    self.assertIsNone(
                        as_ordered(problem, [key for n, key in enumerate(order) if n != order.index(twice)])
                    )
                begun = next((job.key for job in problem.jobs if job.begun), None)
                if begun:
                    self.assertIsNone(as_ordered(problem, [key for key in order if key != begun]))


if __name__ == "__main__":
    unittest.main()
