"""Choosing days: laws, brute force, and instances whose optimum is known."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import timedelta

from lamplight.core.plan.bound import least_weight
from lamplight.core.plan.problem import Costs, Plan, Planned, PlanProblem, held_plan, plan_cost, plan_faults
from lamplight.core.plan.search import best_plan, bettered, fresh_plan
from tests import shipped_effort, spared_effort
from tests.core.plan.sites import (
    FREE,
    TODAY,
    any_site,
    day,
    days_past,
    every_choice,
    least_days_past,
    repeating,
    slot,
    task,
    term,
    tight,
)
from tests.reference.exact_weeks import exact_plan

setUpModule, tearDownModule = shipped_effort, spared_effort


class Laws(unittest.TestCase):
    """Judged by `plan_faults`, which no solver uses."""

    def test_lawful_and_never_worse(self):
        """Within terms, minutes and chains; the best one never weighs more, and no less than its bound."""
        better = 0
        for seed in range(30):
            problem = any_site(seed)
            with self.subTest(seed=seed):
                first, second = fresh_plan(problem), best_plan(problem)
                for plan in (first, second):
                    self.assertEqual(plan_faults(plan, problem), [])
                    self.assertAlmostEqual(plan.cost, plan_cost(plan.planned, problem))
                self.assertLessEqual(second.cost, first.cost + 1e-6)
                self.assertLessEqual(least_weight(problem), second.cost + 1e-6)
                better += second.cost < first.cost - 0.5
        self.assertGreater(better, 5)

    def test_the_same_every_time(self):
        """Equal input, equal plan."""
        for seed in range(6):
            plans = [[(one.key, one.slot) for one in best_plan(any_site(seed)).planned] for _ in "ab"]
            self.assertEqual(*plans)

    def test_another_slot_is_never_worse(self):
        """More time for the machines: no more limits give way, and the plan weighs no more."""
        compared = 0
        for seed in range(12):
            problem = any_site(seed, most_tasks=5)
            more = tuple(sorted((*problem.slots, slot(5, 120)), key=lambda one: one.start))
            with self.subTest(seed=seed):
                tasks = tuple(_on(one, problem, more) for one in problem.tasks)
                starts = {one.start: n for n, one in enumerate(more)}
                busy = {(starts[problem.slots[n].start], machine): held for (n, machine), held in problem.busy.items()}
                wider = replace(problem, slots=more, tasks=tasks, busy=busy)
                known = best_plan(problem)
                held: dict = {}
                for one in known.planned:
                    held.setdefault(one.key, set()).add(starts[problem.slots[one.slot].start])
                old = held_plan(replace(wider, announced={key: frozenset(own) for key, own in held.items()}))
                # What no time was long enough for has to go to the longer one.
                if not any("too short" in fault for fault in plan_faults(old, wider)):
                    self.assertLessEqual(best_plan(wider).cost, plan_cost(old.planned, wider) + 1e-6)
                    compared += 1
        self.assertGreater(compared, 4)

    def test_announced_days_stay(self):
        """Planned twice with the first announced, nothing moves but where that saves more than it costs."""
        still = 0
        for seed in range(12):
            problem = any_site(seed)
            first = best_plan(problem)
            held: dict = {}
            for one in first.planned:
                held.setdefault(one.key, set()).add(one.slot)
            again = replace(problem, announced={key: frozenset(own) for key, own in held.items()})
            with self.subTest(seed=seed):
                second = best_plan(again)
                was, now = ({(one.key, one.slot) for one in plan.planned} for plan in (first, second))
                saved = plan_cost(first.planned, problem) - plan_cost(second.planned, problem)
                self.assertGreaterEqual(saved + 1e-6, problem.costs.move * len(was - now))
                still += was == now
        self.assertGreaterEqual(still, 10)

    def test_a_pinned_visit_has_its_room(self):
        """An hour of which a keeper took fifty minutes: nothing else of twenty goes into it, by either planner."""
        slots = (slot(1), slot(3))
        chosen, other = task(1, "descale", term(0, 5), minutes=40), task(2, "wash", term(0, 2), minutes=20)
        problem = PlanProblem(TODAY, day(28), slots, (other, chosen), pinned={chosen.key: frozenset({0})})
        for plan in (fresh_plan(problem), best_plan(problem)):
            placed = {one.task.item: one.slot for one in plan.planned}
            self.assertEqual((placed["descale"], placed["wash"]), (0, 1))

    def test_pins_hold(self):
        """What a keeper chose is done there, whatever it costs; the rest is planned around it."""
        for seed in range(12):
            problem = any_site(seed)
            if not problem.slots:
                continue
            chosen = len(problem.slots) // 2
            pinned = replace(problem, pinned={problem.tasks[0].key: frozenset({chosen})})
            with self.subTest(seed=seed):
                plan = best_plan(pinned)
                self.assertEqual(plan_faults(plan, pinned), [])
                self.assertIn(chosen, [one.slot for one in plan.planned if one.key == problem.tasks[0].key])

    def test_a_limit_that_cannot_be_kept_is_said(self):
        """No time before it: the plan says which limit gives way, and when."""
        wash = task(1, "wash", term(1, 2, 2))
        plan = best_plan(PlanProblem(TODAY, day(14), (slot(0), slot(6)), (wash,)))
        self.assertEqual([one.slot for one in plan.planned], [1])
        self.assertIn("Wash [1] should be done by Wed 25 Nov; the first time with room is Sun 29 Nov.", plan.broken)
        none = best_plan(PlanProblem(TODAY, day(14), (slot(0),), (wash,)))
        self.assertEqual(none.planned, ())
        nothing = best_plan(PlanProblem(TODAY, day(14), (), (wash,)))
        self.assertEqual(nothing.planned, ())

    def test_no_limit_of_hygiene_is_passed_in_vain(self):
        """In tight weeks never more days than in the best of all choices; and the example of two on one Monday."""
        for seed in range(60):
            problem = tight(seed)
            with self.subTest(seed=seed):
                self.assertEqual(days_past(best_plan(problem).planned, problem), least_days_past(problem))
        problem = PlanProblem(TODAY, day(9), tuple(slot(n, 30) for n in range(3)), (
            task(1, "grease", term(0, 0), minutes=20), task(2, "wash", term(0, 0, 0), minutes=15),
        ))  # fmt: skip
        for plan in (fresh_plan(problem), best_plan(problem)):
            self.assertEqual({one.task.item: one.slot for one in plan.planned}, {"wash": 0, "grease": 1})

    def test_another_machine_makes_room(self):
        """Two machines whose work has to change places, which neither gains by alone."""
        slots = tuple(slot(n, 40) for n in range(2))
        problem = PlanProblem(TODAY, day(6), slots, (
            task(1, "oil", term(0, 0), minutes=30), task(2, "wash", term(0, 0, 0), minutes=30),
        ), announced={(1, "oil"): frozenset({0}), (2, "wash"): frozenset({1})})  # fmt: skip
        planned = tuple(Planned(one, 0, number, one.now) for one, number in zip(problem.tasks, (0, 1), strict=True))
        start = Plan(planned, (), plan_cost(planned, problem))
        self.assertEqual({one.task.item: one.slot for one in bettered(problem, start).planned}, {"wash": 0, "oil": 1})
        for alone in (1, 2):
            self.assertEqual(bettered(problem, start, machines=[alone]).planned, start.planned)

    def test_what_is_due_does_not_wait_for_the_evening(self):
        """Where morning and evening of a day are alike, what is due already has the morning."""
        evening = slot(0)
        evening = replace(evening, start=evening.start + timedelta(hours=9), end=evening.end + timedelta(hours=9))
        due = task(1, "wash", term(0, 0, 0, due=True), minutes=20)
        later = task(2, "grease", term(0, 0), minutes=20)
        room = replace(slot(0), end=slot(0).start + timedelta(minutes=30))
        problem = PlanProblem(TODAY, day(3), (room, evening), (later, due))
        placed = {one.task.item: one.slot for one in best_plan(problem).planned}
        self.assertEqual(placed, {"wash": 0, "grease": 1})

    def test_what_takes_the_place_of_daily_work(self):
        """A wash in place of the evening’s lies in the evening, though the morning would be as good."""
        slots = (slot(0), slot(0, 60), slot(1))
        deep = replace(task(1, "deep wash", term(0, 1), minutes=12), spares={1: 9.0})
        problem = PlanProblem(TODAY, day(3), slots, (deep,))
        plan = best_plan(problem)
        self.assertEqual([one.slot for one in plan.planned], [1])
        self.assertEqual(plan.minutes(problem), 12 - 9 + problem.costs.way)

    def test_what_is_late_is_given_room(self):
        """Far from where its own machine is visited: another's work makes room for it, which it cannot do by itself."""
        slots = (slot(0, 40), *(slot(n, 5) for n in range(1, 6)), slot(6, 40))
        oil, wash = task(1, "oil", term(0, 0), minutes=30), task(2, "wash", term(0, 0, 0), minutes=30)
        problem = PlanProblem(TODAY, day(9), slots, (oil, wash))
        planned = (Planned(oil, 0, 0, oil.now), Planned(wash, 0, 6, wash.now))
        found = bettered(problem, Plan(planned, (), plan_cost(planned, problem)))
        self.assertEqual({one.task.item: one.slot for one in found.planned}, {"wash": 0, "oil": 6})

    def test_what_shares_an_opening_is_done_together(self):
        """Two items of one door, a few days apart, are one opening."""
        slots = tuple(slot(n) for n in range(10))
        problem = PlanProblem(TODAY, day(10), slots, (
            task(1, "rinse", term(1, 6, since=-4), opening="brew door"),
            task(1, "grease", term(3, 8, since=-20), opening="brew door"),
        ))  # fmt: skip
        plan = best_plan(problem)
        self.assertEqual((plan.openings, len(plan.planned)), (1, 2))

    def test_days_are_even(self):
        """Two things that each fill half an hour do not crowd one day where another serves as well."""
        slots = (slot(0, 60), slot(1, 60))
        tasks = tuple(task(n, f"job {n}", term(0, 1, 1), minutes=28) for n in (1, 2))
        for crowded, days in ((0.0, 1), (40.0, 2)):
            problem = PlanProblem(TODAY, day(2), slots, tasks, replace(FREE, day=5, crowded=crowded, limit=600))
            plan = best_plan(problem)
            self.assertEqual(len({one.slot for one in plan.planned}), days)
            self.assertEqual(plan_faults(plan, problem), [])

    def test_every_turn_follows_the_one_before(self):
        """What lasts five days comes round within them, as long as there is time."""
        slots = tuple(slot(n) for n in range(28))
        wash = task(1, "wash", term(0, 3, 3, since=-2), repeating(slots, 5, hygiene=True))
        plan = best_plan(PlanProblem(TODAY, day(28), slots, (wash,)))
        days = [one.slot for one in plan.planned]
        self.assertTrue(all(later - earlier <= 5 for earlier, later in zip(days, days[1:], strict=False)))
        self.assertGreaterEqual(days[-1], 28 - 6)


def _on(one, problem, more):
    """The same task over other slots."""
    places = {wide.start: n for n, wide in enumerate(problem.slots)}

    def after(number):
        if more[number].start in places:
            return one.after(places[more[number].start])
        nearest = max((n for start, n in places.items() if start <= more[number].start), default=None)
        return one.after(nearest) if nearest is not None else one.now

    return replace(one, after=after)


class Judged(unittest.TestCase):
    """By a solver that needs far longer, from the plan on that is judged, until it has proven its own or tires."""

    def test_next_to_the_best(self):
        """Half of all plans cannot be bettered by 0.1 %, nine in ten not by 2 %."""
        gaps, proven = [], 0
        for seed in range(40):
            problem = any_site(seed, most_tasks=6)
            found = best_plan(problem)
            judged, best = exact_plan(problem, found)
            self.assertEqual(plan_faults(judged, problem), [])
            gaps.append(found.cost / judged.cost - 1 if judged.cost else 0.0)
            proven += best
        self.assertGreater(proven, 20)
        ordered = sorted(gaps)
        self.assertLess(ordered[len(gaps) // 2], 0.001)
        self.assertLess(ordered[len(gaps) * 9 // 10], 0.02)


class Small(unittest.TestCase):
    """By trying every choice."""

    # Grouping tasks that share a set-up: name, machine, first and last day, cost of a day early; for each set-up of a
    # day and of a machine the least cost. From a reference table of ours, by enumeration and by OR-Tools 9.15.
    ONE = (("tablet", 1, 2, 5, 3), ("milk line", 1, 0, 3, 4), ("filter", 1, 4, 9, 1), ("descale", 1, 3, 8, 2),
           ("grinder brush", 1, 1, 6, 1))  # fmt: skip
    THREE = (("tablet", 1, 1, 4, 2), ("milk line", 1, 2, 3, 5), ("tablet", 2, 0, 5, 2), ("filter", 2, 3, 8, 1),
             ("descale", 3, 2, 7, 3), ("tablet", 3, 4, 7, 2))  # fmt: skip
    CASES = (
        (ONE, 0, 0, 0), (ONE, 6, 0, 20), (ONE, 12, 0, 34), (ONE, 30, 0, 70),
        (THREE, 12, 5, 50), (THREE, 20, 0, 47), (THREE, 0, 5, 20),
    )  # fmt: skip

    def test_shared_set_ups(self):
        """The least cost of the table, which every choice tried gives as well."""
        for rows, of_day, of_machine, least in self.CASES:
            with self.subTest(day=of_day, machine=of_machine, tasks=len(rows)):
                tasks = tuple(
                    # A day early costs minutes / days of the term: as many minutes as make it the table's cost.
                    task(machine, name, replace(term(first, last, last, since=last - 12)), minutes=early * 14)
                    for name, machine, first, last, early in rows
                )
                slots = tuple(slot(n, 2000) for n in range(10))
                problem = PlanProblem(TODAY, day(10), slots, tasks, replace(FREE, day=of_day, visit=of_machine))
                self.assertAlmostEqual(every_choice(problem), least)
                self.assertAlmostEqual(best_plan(problem).cost, least)

    def test_minutes_of_a_day(self):
        """A week with limited minutes: feasible where the table has it so, and then nothing is late."""
        rows = (("milk line", 1, 15, 0), ("tablet", 1, 10, 1), ("descale", 2, 40, 1), ("tablet", 2, 10, 2),
                ("filter", 3, 5, 0), ("descale", 3, 40, 3), ("tablet", 3, 10, 2))  # fmt: skip
        for minutes, feasible in (((60, 45, 30, 60), True), ((50, 50, 50, 50), True), ((30, 30, 30, 30), False)):
            with self.subTest(minutes=minutes):
                tasks = tuple(
                    task(machine, f"{name} {n}", term(0, due, due), minutes=takes)
                    for n, (name, machine, takes, due) in enumerate(rows)
                )
                slots = tuple(slot(n, minutes[n]) for n in range(4))
                plan = best_plan(PlanProblem(TODAY, day(4), slots, tasks, Costs(visit=5)))
                self.assertEqual(not plan.broken and len(plan.planned) == len(rows), feasible)


if __name__ == "__main__":
    unittest.main()
