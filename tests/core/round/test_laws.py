"""What every round obeys, whatever the chores, the ways and the time."""

from __future__ import annotations

import unittest
from dataclasses import replace

from lamplight.core.round.fold import Chore, folded
from lamplight.core.round.planning import plan_round
from lamplight.core.round.problem import Rank, RoundPlan, RoundProblem, Span, round_faults
from lamplight.core.round.search import round_of
from lamplight.core.round.stops import stops_of
from lamplight.core.round.timing import Timetable
from lamplight.core.round.works import Work
from tests import shipped_effort, spared_effort
from tests.core.round.problems import (
    any_chores,
    any_problem,
    best_by_hand,
    earliest,
    missing,
    one_job,
    orders,
    share,
    walks,
)
from tests.reference.exact_round import exact_round, shortest_finish

setUpModule, tearDownModule = shipped_effort, spared_effort


class Laws(unittest.TestCase):
    """Judged by `round_faults`, which no solver uses."""

    def test_lawful_and_never_worse(self):
        """By rules of thumb, and bettered; against the exact solver it leaves out no more, and is never far longer."""
        longer = []
        for seed in range(80):
            problem = any_problem(seed)
            with self.subTest(seed=seed):
                first, plan = round_of(problem, effort=0), round_of(problem)
                judged = exact_round(problem, plan, effort=0.05)
                for one in (first, plan, judged.plan):
                    self.assertEqual(round_faults(one, problem), [])
                    kept = {job.key for job in one.done} | {job.key for job in one.left_out}
                    self.assertEqual(kept, {job.key for job in problem.jobs})
                self.assertLessEqual(plan.weight(), first.weight())
                self.assertLessEqual(judged.plan.weight(), plan.weight())
                self.assertLessEqual(judged.bound_s, judged.plan.finish_s)
                self.assertEqual(missing(plan)[:3], missing(judged.plan)[:3])
                if set(judged.plan.done) == set(plan.done) and plan.placed:
                    longer.append(plan.finish_s / judged.plan.finish_s - 1)
        self.assertLess(sorted(longer)[len(longer) // 2], 0.001)
        self.assertLess(max(longer), 0.03)

    def test_the_same_every_time(self):
        """Equal input, equal plan."""
        for seed in range(10):
            plans = [
                [(turn.job.key, turn.work, turn.start_s) for turn in round_of(any_problem(seed)).placed] for _ in "ab"
            ]
            self.assertEqual(*plans)

    def test_as_good_as_every_order_tried(self):
        """Small rounds by brute force: nothing is shorter, and no bound lies above the best."""
        compared = 0
        for seed in range(150):
            problem = any_problem(seed, most_jobs=3)
            if sum(len(job.works) for job in problem.jobs) > 6:
                continue
            best = best_by_hand(problem)
            with self.subTest(seed=seed):
                plan = round_of(problem)
                if best is None:
                    self.assertTrue(plan.left_out)
                    continue
                self.assertEqual(plan.left_out, ())
                self.assertEqual(plan.finish_s, best)
                self.assertLessEqual(shortest_finish(problem.jobs, problem), best)
                compared += 1
        self.assertGreater(compared, 50)

    def test_more_time_is_never_worse(self):
        """What a longer evening leaves out, a shorter one leaves out too."""
        for seed in range(24):
            problem = any_problem(seed)
            with self.subTest(seed=seed):
                short = round_of(problem)
                long = round_of(replace(problem, until_s=2 * problem.until_s))
                self.assertLessEqual(missing(long)[:2], missing(short)[:2])

    def test_what_matters_most_comes_first(self):
        """Where not all fits, nothing of a lower rank is kept at the price of a higher one."""
        urgent = one_job("urgent", 1, 20, rank=Rank.HEALTH)
        small = [one_job(f"small {n}", 2, 5, rank=Rank.DUE) for n in range(5)]
        problem = RoundProblem((*small, urgent), walks([1, 2]), 60 * 24)
        plan = round_of(problem)
        self.assertIn(urgent, plan.done)
        self.assertEqual(missing(plan)[Rank.HEALTH], 0)

    def test_every_fault_is_seen(self):
        """The judge itself: each rule broken on purpose."""
        first, second = one_job("a", 1, 5, 10, 5, most=12), one_job("b", 2, 3)
        problem = RoundProblem((first, second), walks([1, 2]), 3600)
        good = round_of(problem)
        self.assertEqual(round_faults(good, problem), [])
        late = tuple(replace(turn, start_s=turn.start_s + 600) if turn.work == 1 else turn for turn in good.placed)
        soon = tuple(replace(turn, start_s=turn.start_s - 120) if turn.work == 1 else turn for turn in good.placed)
        at_once = tuple(replace(turn, start_s=60) for turn in good.placed)
        half = tuple(turn for turn in good.placed if turn.work == 0)
        for placed, words in (
            (late, "too late"), (soon, "too soon"), (at_once, "hands cannot be"), (half, "from its beginning"),
        ):  # fmt: skip
            with self.subTest(words=words):
                self.assertTrue(any(words in fault for fault in round_faults(RoundPlan(placed), problem)))
        rush = replace(problem, taken={1: (Span(0, 600, "the rush"),)})
        self.assertTrue(any("the rush" in fault for fault in round_faults(good, rush)))
        short = replace(problem, until_s=600)
        self.assertTrue(any("not over in time" in fault for fault in round_faults(good, short)))
        twins = RoundProblem((first, one_job("c", 1, 4)), walks([1]), 3600)
        inside = RoundPlan((*round_of(RoundProblem((first,), walks([1]), 3600)).placed,))
        meets = tuple(sorted((*inside.placed, replace(good.placed[0], job=twins.jobs[1], work=0, start_s=420)),
                             key=lambda turn: turn.start_s))  # fmt: skip
        self.assertTrue(any("at once on one machine" in fault for fault in round_faults(RoundPlan(meets), twins)))

    def test_no_second_cleaner_on_the_first(self):
        """A job that leaves cleaner inside is not followed by one that brings another to the same place."""
        first = one_job("first", 1, 5, leaves=frozenset({"milk"}), brings=frozenset({"milk"}))
        second = one_job("second", 1, 5, brings=frozenset({"milk"}))
        problem = RoundProblem((first, second), walks([1]), 3600)
        plan = round_of(problem)
        self.assertEqual(round_faults(plan, problem), [])
        self.assertEqual([job.key for job in plan.done], ["second", "first"])

    def test_an_order_that_comes_back_too_late_is_none(self):
        """Five minutes more than the machine may wait; as long as it may wait, the order holds."""
        for hands, holds in ((8, True), (13, False)):
            soaks, other = one_job("soaks", 1, 2, 5, 2, most=12), one_job("other", 2, hands)
            table = Timetable(RoundProblem((soaks, other), walks([1, 2]), 7200))
            self.assertEqual(table.starts([0, 1, 0]) is not None, holds)

    def test_it_begins_later_rather_than_coming_back_too_late(self):
        """The machine that may not wait is begun so late that the hands are back in time: 4 min after its own clock.

        Worked by hand: b's clock is over at 10; a soaks 2 to 4 min and is come back to after b, which takes 3 with
        the ways: so a begins at 10 + 3 + 1 - 4 - 1 at the earliest, not at 1.
        """
        a, b = one_job("a", 1, 1, 2, 1, most=4), one_job("b", 2, 1, ready_s=600)
        problem = RoundProblem((a, b), walks([1, 2]), 7200)
        starts = Timetable(problem).starts([0, 1, 0])
        self.assertEqual([start // 60 for start in starts], [7, 10, 12])
        turns = Timetable(problem).placed([0, 1, 0], starts)
        self.assertEqual(round_faults(RoundPlan(turns), problem), [])

    def test_the_earliest_times_of_an_order(self):
        """Against linear programming (scipy's HiGHS): the same order lawful or not, and the same times."""
        compared = lawful = 0
        for seed in range(110):
            problem = any_problem(seed, most_jobs=4, rushes=False)
            table, every = orders(problem) if sum(len(job.works) for job in problem.jobs) <= 6 else (None, ())
            for order in sorted(every)[:: max(1, len(every) // 12)]:
                if not table._may_follow(order):
                    continue
                with self.subTest(seed=seed, order=order):
                    starts, found = table.starts(order), earliest(problem, order)
                    self.assertEqual(starts, found)
                compared, lawful = compared + 1, lawful + (found is not None)
        self.assertGreater(min(lawful, compared - lawful), 20)

    def test_what_is_under_way_is_never_left_out(self):
        """Also where it can no longer be over in time."""
        going = one_job("going", 1, 5, begun=True, ready_s=900)
        plan = round_of(RoundProblem((going, one_job("other", 2, 10)), walks([1, 2]), 900))
        self.assertIn(going, plan.done)
        self.assertGreaterEqual(plan.placed[0].start_s, 900)

    def test_cleaner_that_waits_is_seen_to_first(self):
        """Whatever else would be quicker; where two wait that cannot both be reached, nothing is dropped for it."""
        waits = one_job("waits", 1, 2, 4, 2, begun=True, latest_s=300)
        other = one_job("other", 2, 3, 20, 3)
        problem = RoundProblem((waits, other), walks([1, 2, 3], home=2), 7200)
        plan = round_of(problem)
        self.assertEqual(plan.placed[0].job.key, "waits")
        self.assertEqual((round_faults(plan, problem), plan.left_out), ([], ()))
        twin = one_job("twin", 3, 20, begun=True, latest_s=300)
        waits = one_job("waits", 1, 20, begun=True, latest_s=300)
        plan = round_of(RoundProblem((waits, twin, other), walks([1, 2, 3], home=2), 7200))
        self.assertEqual({job.key for job in plan.done}, {"waits", "twin", "other"})


class Folding(unittest.TestCase):
    """Chores into jobs."""

    def test_nothing_is_lost_or_doubled(self):
        """Each item stands in one job; what is ticked is one job a machine; minutes are spared, never added."""
        for seed in range(200):
            chores = any_chores(seed)
            with self.subTest(seed=seed):
                jobs = folded(chores)
                found = [f"{job.machine}:{one.item}" for job in jobs for one in job.shares]
                self.assertEqual(sorted(found), sorted(chore.key for chore in chores))
                self.assertLessEqual(
                    sum(job.hands_s for job in jobs), sum(w.hands_s for chore in chores for w in chore.works)
                )
                for machine in {chore.machine for chore in chores}:
                    self.assertLessEqual(sum(job.ticks for job in jobs if job.machine == machine), 1)
                ranks = [job.rank for job in jobs]
                self.assertEqual(ranks, sorted(ranks))

    def test_what_matters_more_is_not_left_to_what_may_be_left_out(self):
        """A job that settles another matters as much; where time is too short for it, the other is done itself."""
        for rank in Rank:
            big = Chore(1, share("strip", Rank.LIMIT), (Work("strip", 900),), 0, settles=frozenset({"wash"}))
            small = Chore(1, share("wash", rank), (Work("wash", 300),), 1)
            (job,) = folded([big, small])
            with self.subTest(rank=rank):
                self.assertEqual(
                    (job.rank, [one.item for one in job.shares]), (min(rank, Rank.LIMIT), ["strip", "wash"])
                )
                plan, problem = plan_round([big, small], walks([1]), 600)
                self.assertEqual(round_faults(plan, problem), [])
                self.assertEqual([one.item for job in plan.done for one in job.shares], ["wash"])

    def test_nothing_begins_before_its_time(self):
        """Folded or alone, ticked or led: not before the latest of what it does; what may begin at once does."""
        soon = Chore(1, share("rinse"), (Work("rinse", 120),), 0, "door")
        late = Chore(1, share("grease"), (Work("grease", 300),), 1, "door", ready_s=3600)
        tick = Chore(1, share("tray", ticked=True), (Work("tray", 60),), 2, ready_s=1800)
        at_once = Chore(1, share("wipe", ticked=True), (Work("wipe", 60),), 3)
        plan, problem = plan_round([soon, late, tick, at_once], walks([1]), 3 * 3600)
        self.assertEqual(round_faults(plan, problem), [])
        starts = {one.item: turn.start_s for turn in plan.placed for one in turn.job.shares}
        self.assertGreaterEqual(min(starts["rinse"], starts["grease"]), 3600)
        self.assertGreaterEqual(starts["tray"], 1800)
        self.assertLess(starts["wipe"], 1800)

    def test_a_machine_is_free_when_it_has_ended_itself(self):
        """Not when the hands leave it: two minutes of hands, ten alone."""
        plan, _ = plan_round([Chore(1, share("rinse"), (Work("rinse", 120, alone_s=600),))], walks([1, 2]), 3600)
        start = plan.placed[0].start_s
        self.assertEqual((plan.free_again_s(1), plan.free_again_s(2)), (start + 720, None))

    def test_what_matters_is_not_lost_with_what_does_not(self):
        """A folded job that does not fit is unfolded again, and its urgent part done."""
        urgent_chore = Chore(1, share("wash", Rank.HEALTH), (Work("wash", 600),), 0, "programmes")
        slow = Chore(1, share("descale", Rank.DUE), (Work("descale", 600, 1800), Work("back", 300)), 1, "programmes")
        plan, problem = plan_round([urgent_chore, slow], walks([1]), 1200)
        self.assertEqual(round_faults(plan, problem), [])
        self.assertEqual([s.item for job in plan.done for s in job.shares], ["wash"])

    def test_stops(self):
        """Each stretch stands in one stop, and two stops in a row are at two machines."""
        for seed in range(40):
            plan = round_of(any_problem(seed))
            stops = stops_of(plan)
            self.assertEqual([turn for stop in stops for turn in stop.placed], list(plan.placed))
            self.assertTrue(all(one.machine != two.machine for one, two in zip(stops, stops[1:], strict=False)))


if __name__ == "__main__":
    unittest.main()
