"""The slots as they are filled: what they weigh, and the lightest way of one task, against every way tried.

Trying every way is the judge; the sites are drawn, no source.
"""

from __future__ import annotations

import random
import unittest
from dataclasses import replace
from itertools import combinations

from lamplight.core.plan.filled import Filled, filled_with
from lamplight.core.plan.problem import PlanProblem, plan_cost
from lamplight.core.plan.search import best_plan, fresh_plan
from tests.core.plan.sites import FREE, TODAY, any_site, day, slot, task, term

FEW_SLOTS = 9


def announced(problem, seed):
    """The same with some slots announced before."""
    chance = random.Random(f"announced {seed}")
    chosen = {
        task.key: frozenset(n for n in range(len(problem.slots)) if chance.random() < 0.15)
        for task in problem.tasks
        if chance.random() < 0.5
    }
    return replace(problem, announced={key: own for key, own in chosen.items() if own})


def few_slots(problem):
    """The first slots of a site alone, so that every way can be tried."""
    return replace(
        problem,
        slots=problem.slots[:FEW_SLOTS],
        tasks=tuple(
            replace(task, spares={n: minutes for n, minutes in task.spares.items() if n < FEW_SLOTS})
            for task in problem.tasks
        ),
        announced={key: frozenset(n for n in own if n < FEW_SLOTS) for key, own in problem.announced.items()},
        busy={place: held for place, held in problem.busy.items() if place[0] < FEW_SLOTS},
    )


def lawful(filled, number, way):
    """Whether each turn lies where the one before lets it, and where there is room for it."""
    adds, step = filled.adds(number), filled.step(number, None)
    for place in way:
        weights = step.weights
        if not step.first <= place < step.first + len(weights) or weights[place - step.first] == float("inf"):
            return False
        if adds[place] == float("inf"):
            return False
        step = filled.step(number, place)
    return step.end < float("inf")


class Weighed(unittest.TestCase):
    """Counted on by each turn that is put or taken, against the weight of the whole."""

    def test_weighs_what_the_plan_weighs(self):
        """Whatever was put and taken before; what was announced and is not there is weighed by the plan alone."""
        for seed in range(30):
            problem = announced(any_site(seed), seed)
            chance = random.Random(seed)
            with self.subTest(seed=seed):
                plan = fresh_plan(problem)
                filled = filled_with(problem, plan.planned)
                for _ in range(20):
                    number = chance.randrange(len(problem.tasks))
                    filled.put(number, ())
                    filled.put(number, filled.lightest(number))
                known = sum(problem.costs.move * len(own) for own in problem.announced.values())
                self.assertAlmostEqual(filled.weight() + known, plan_cost(filled.planned(), problem))


class Lightest(unittest.TestCase):
    """One task, all others staying."""

    def test_against_every_way(self):
        """No lawful way through the slots makes the plan lighter; with slots that were announced or spare something."""
        compared = 0
        for seed in range(60):
            problem = few_slots(announced(any_site(seed), seed))
            if not problem.slots:
                continue
            filled = filled_with(problem, best_plan(problem, 1).planned)
            number = random.Random(seed).randrange(len(problem.tasks))
            filled.put(number, ())
            chosen = filled.lightest(number)
            ways = [
                way
                for count in range(4)
                for way in combinations(range(len(problem.slots)), count)
                if lawful(filled, number, way)
            ]
            with self.subTest(seed=seed):
                self.assertTrue(lawful(filled, number, chosen))
                found = {way: self.weight(filled, number, way) for way in (*ways, chosen)}
                self.assertAlmostEqual(found[chosen], min(found.values()))
                compared += len(ways) > 3
        self.assertGreater(compared, 20)

    def weight(self, filled, number, way):
        """What all of it weighs with a task on that way."""
        filled.put(number, way)
        weight = filled.weight()
        filled.put(number, ())
        return weight

    def test_a_dearer_beginning_that_leads_to_what_was_announced(self):
        """A day late, and then where it was announced: lighter than at once, after which nothing follows."""
        slots = tuple(slot(n) for n in range(3))
        oil = task(1, "oil", term(0, 0), lambda number: term(2, 2) if number == 1 else None)
        costs = replace(FREE, late=1, move=12)
        problem = PlanProblem(TODAY, day(3), slots, (oil,), costs, announced={oil.key: frozenset({2})})
        self.assertEqual(Filled(problem).lightest(0), (1, 2))

    def test_a_pinned_slot_is_passed_through(self):
        """Wherever a keeper put it, the way leads there."""
        for seed in range(20):
            problem = any_site(seed)
            if problem.slots:
                pin = random.Random(seed).randrange(len(problem.slots))
                filled = Filled(replace(problem, pinned={problem.tasks[0].key: frozenset({pin})}))
                with self.subTest(seed=seed):
                    self.assertIn(pin, filled.lightest(0))


if __name__ == "__main__":
    unittest.main()
