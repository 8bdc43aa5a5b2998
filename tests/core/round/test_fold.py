"""What is done in one go, and what one job does along with another."""

from __future__ import annotations

import unittest

from lamplight.core.round.fold import Chore, folded
from lamplight.core.round.planning import plan_round
from lamplight.core.round.problem import Rank, RoundPlan, RoundProblem, Turn
from lamplight.core.round.search import round_of
from lamplight.core.round.stops import stops_of
from lamplight.core.round.works import Work
from tests.core.round.problems import any_chores, missing, one_job, share, walks
from tests.draw import drawn


def chore(item, rank=Rank.DUE, hands_s=300, settles=(), opening="", **rest):
    """Something to do at machine 1."""
    return Chore(1, share(item, rank), (Work(item, hands_s),), 0, opening, frozenset(settles), **rest)


class Settled(unittest.TestCase):
    """What one job does of others."""

    def test_what_matters_more_is_done_itself(self):
        """Not left to what may be left out, unless that does all of it."""
        for rank, settles, jobs in (
            (Rank.DUE, ("wipe",), 1),
            (Rank.HEALTH, ("wipe",), 2),
            (Rank.HEALTH, (), 1),
        ):
            with self.subTest(rank=rank, settles=settles):
                found = folded([chore("deep", settles=("rinse", "seal")), chore("rinse", rank, settles=settles)])
                self.assertEqual(len(found), jobs)
                self.assertEqual({one.item for job in found for one in job.shares}, {"deep", "rinse"})


class OneOpening(unittest.TestCase):
    """Jobs behind one door."""

    def test_what_it_spares(self):
        """A minute of the second at most, and never more than half of it."""
        for second, spared in ((300, 60), (120, 60), (60, 30), (30, 15), (15, 0)):
            with self.subTest(second=second):
                (job,) = folded([chore("a", opening="door"), chore("b", hands_s=second, opening="door")])
                self.assertEqual((job.saved_s, job.hands_s), (spared, 300 + second - spared))

    def test_when_all_of_it_counts(self):
        """Not before the last of them does."""
        (job,) = folded([chore("a", opening="door"), chore("b", opening="door", ready_s=900)])
        self.assertEqual(job.ready_s, 900)


class Unfolded(unittest.TestCase):
    """Where all in one go does not fit into the time."""

    def test_never_for_less(self):
        """What is taken apart leaves out no more that matters than what is done together."""
        apart = 0
        for seed in drawn(range(50), 16):
            for until in (900, 1800, 2700):
                whole = RoundProblem(folded(any_chores(seed)), walks((1, 2, 3)), until, {})
                plan, problem = plan_round(any_chores(seed), walks((1, 2, 3)), until, {})
                with self.subTest(seed=seed, until=until):
                    self.assertLessEqual(missing(plan), missing(round_of(whole)))
                apart += problem != whole
        self.assertGreater(apart, 1)


class Stops(unittest.TestCase):
    """The hands at one machine."""

    def test_who_stands_and_waits(self):
        """Has not walked on; the time that is waited is none of their own."""
        job = one_job("a", 1, 2, 10, 3)
        plan = RoundPlan((Turn(job, 0, 60, 60), Turn(job, 1, 780, 0)), ())
        (stop,) = stops_of(plan)
        self.assertEqual((stop.start_s, stop.end_s, stop.hands_s), (60, 960, 300))


if __name__ == "__main__":
    unittest.main()
