"""Many machines and keepers: parts, what no plan undercuts, and what stays where it was announced."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import timedelta

from lamplight.core.plan.bound import least_by_machine, least_weight
from lamplight.core.plan.many import parts_of, plan_in_parts, weight_by_machine
from lamplight.core.plan.problem import Costs, PlanProblem, crowding, plan_cost, plan_faults, slot_minutes
from lamplight.core.plan.search import fresh_plan
from tests import shipped_effort, spared_effort
from tests.core.plan.sites import FREE, TODAY, any_site, day, every_choice, firm, single, slot, task, term

setUpModule, tearDownModule = shipped_effort, spared_effort


class Parts(unittest.TestCase):
    """A firm of a few dozen machines, as one of a thousand is."""

    def test_each_machine_once_each_slot_once(self):
        """Every part has its keeper's hours alone; nobody has more than twice another's share."""
        for seed in range(5):
            problem, places = firm(seed, 36, 3, 8)
            parts = parts_of(problem, places)
            with self.subTest(seed=seed):
                machines = sorted(machine for part in parts for machine in part.machines)
                self.assertEqual(machines, sorted(places))
                slots = sorted(slot for part in parts for slot in part.slots)
                self.assertEqual(slots, list(range(len(problem.slots))))
                for part in parts:
                    self.assertEqual({problem.slots[slot].keeper for slot in part.slots}, {part.keeper})
                sizes = [len(part.machines) for part in parts]
                self.assertLessEqual(max(sizes), 2 * min(sizes))

    def test_places_go_together(self):
        """Most places are one keeper's, since there is time for that."""
        problem, places = firm(2, 36, 3, 9)
        keepers: dict = {}
        for part in parts_of(problem, places):
            for machine in part.machines:
                keepers.setdefault(places[machine], set()).add(part.keeper)
        self.assertLessEqual(sum(len(own) > 1 for own in keepers.values()), 1)

    def test_lawful_above_the_bound_and_better_than_at_once(self):
        """Judged by `plan_faults`; better than the plan at once of the whole in the sum of several firms."""
        found, at_once = 0.0, 0.0
        for seed in range(3):
            problem, places = firm(seed, 14, 2, 5)
            plan = plan_in_parts(problem, places, 12)
            with self.subTest(seed=seed):
                self.assertEqual(plan_faults(plan, problem), [])
                self.assertAlmostEqual(plan.cost, plan_cost(plan.planned, problem))
                self.assertLessEqual(least_weight(problem), plan.cost)
                self.assertEqual(plan_in_parts(problem, places, 12).planned, plan.planned)
            found += plan.cost
            at_once += fresh_plan(problem).cost
        self.assertLess(found, at_once)

    def test_what_was_announced_stays_with_its_keeper(self):
        """Planned anew with the first plan announced: no visit changes hands, and few move at all."""
        problem, places = firm(1, 14, 2, 5)
        first = plan_in_parts(problem, places, 6)
        held: dict = {}
        for one in first.planned:
            held.setdefault(one.key, set()).add(one.slot)
        again = replace(problem, announced={key: frozenset(own) for key, own in held.items()})
        second = plan_in_parts(again, places, 6)
        was, now = ({(one.key, one.slot) for one in plan.planned} for plan in (first, second))
        self.assertLessEqual(len(was - now), len(was) // 20)
        whose = [{one.task.machine: problem.slots[one.slot].keeper for one in plan.planned} for plan in (first, second)]
        self.assertEqual(*whose)

    def test_a_pin_in_anothers_hours(self):
        """What a keeper chose is done then, in whosever hours that is."""
        problem, places = firm(1, 12, 2, 4)
        parts = parts_of(problem, places)
        machine = parts[0].machines[0]
        one = next(task for task in problem.tasks if task.machine == machine)
        other = parts[1].slots[len(parts[1].slots) // 2]
        pinned = replace(problem, pinned={one.key: frozenset({other})})
        plan = plan_in_parts(pinned, places, 0)
        self.assertEqual(plan_faults(plan, pinned), [])
        self.assertIn(other, [placed.slot for placed in plan.planned if placed.key == one.key])

    def test_what_is_spared_in_ones_own_hours(self):
        """Of two keepers each in their own hours: a job lies where it spares the most of the daily work there."""
        start = slot(0).start
        slots = tuple(
            replace(slot(n // 2, 60), start=start + timedelta(days=n // 2), keeper=1 + n % 2) for n in range(8)
        )
        tasks = tuple(
            replace(task(machine, "wash", term(0, 3), minutes=12), spares={place: 9.0})
            for machine, place in ((1, 4), (2, 5))
        )
        held = {(1, "wash"): frozenset({0}), (2, "wash"): frozenset({1})}
        problem = PlanProblem(TODAY, day(6), slots, tasks, replace(Costs(), move=0.1), announced=held)
        plan = plan_in_parts(problem, {1: "a", 2: "b"})
        self.assertEqual({one.task.machine: one.slot for one in plan.planned}, {1: 4, 2: 5})

    def test_weights_add_up(self):
        """What the machines weigh, and the days that they share, is what the plan weighs."""
        problem, places = firm(3, 12, 2, 4)
        plan = plan_in_parts(problem, places, 0)
        days = problem.costs.day * len({one.slot for one in plan.planned})
        days += crowding(problem, slot_minutes(plan.planned, problem))
        self.assertAlmostEqual(sum(weight_by_machine(plan, problem).values()) + days, plan.cost)

    def test_nobody_has_time(self):
        """No slot at all: nothing is planned, and nothing breaks."""
        problem, places = firm(1, 3, 1, 1)
        self.assertEqual(plan_in_parts(replace(problem, slots=()), places).planned, ())


class Bounds(unittest.TestCase):
    """No plan weighs less."""

    def test_against_every_choice(self):
        """Small weeks, each choice tried."""
        for seed in range(40):
            problem = any_site(seed, most_tasks=4)
            once = tuple(replace(one, after=lambda _slot: None) for one in problem.tasks)
            problem = replace(problem, tasks=once)
            best = every_choice(problem)
            if best is not None:
                with self.subTest(seed=seed):
                    self.assertLessEqual(least_weight(problem), best + 1e-6)

    def test_exact_where_nothing_is_shared(self):
        """One task that comes once, all costs but its own date free: the bound is the best."""
        problem = single([task(1, "wash", replace(term(1, 5, since=-7)), minutes=14)], [60] * 10, FREE)
        self.assertAlmostEqual(least_weight(problem), every_choice(problem))
        self.assertEqual(set(least_by_machine(problem)), {1})


if __name__ == "__main__":
    unittest.main()
