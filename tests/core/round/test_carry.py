"""The bag: nothing twice, nothing that is there anyway, as many containers as are in use at once."""

from __future__ import annotations

import unittest

from lamplight.core.job.needs import NeedLine
from lamplight.core.round.carry import Nature, Packing, carry_list
from lamplight.core.round.problem import RoundPlan, Turn
from tests.core.round.problems import one_job


def bag(uses, lines=None):
    """The bag for jobs that hold containers of some ml from one minute to another."""
    placed, packings = [], {}
    for n, (start, end, *sizes) in enumerate(uses):
        job = one_job(f"job {n}", n, end - start, chores=(f"{n}:x",))
        placed.append(Turn(job, 0, 60 * start))
        packings[f"{n}:x"] = Packing(f"{n}:x", tuple((lines or {}).get(n, ())), tuple(sizes))
    found = carry_list(RoundPlan(tuple(placed)), packings)
    return [(line.amount, line.thing) for line in found]


class Bag(unittest.TestCase):
    """Common practice, no source: what a keeper would take along."""

    def test_containers(self):
        """One after another serves several; at once it takes several; the larger serves the smaller need."""
        for uses, expected in (
            (((0, 5, 1000), (5, 9, 1000)), [("1", "container, 1 L")]),
            (((0, 5, 1000), (4, 9, 1000)), [("2", "container, 1 L")]),
            (((0, 5, 500), (5, 9, 1500)), [("1", "container, 1.5 L")]),
            (((0, 5, 500), (4, 9, 1500)), [("1", "container, 1.5 L"), ("1", "container, 500 ml")]),
            (((0, 5, 1000, 1000), (6, 9, 500)), [("2", "container, 1 L")]),
        ):
            with self.subTest(uses=uses):
                self.assertEqual(bag(uses), expected)

    def test_things(self):
        """Cloths of a sort are one; the one for the wand alone stays apart; water and a sink are there."""
        lines = {
            0: [NeedLine("1", "cloth"), NeedLine("1", "cloth for the wand alone"), NeedLine("1 L", "fresh water")],
            1: [NeedLine("2", "dry cloths"), NeedLine("1", "sink or bucket"), NeedLine("", "warm soapy water")],
        }
        self.assertEqual(bag(((0, 5), (5, 9)), lines), [("1", "cloth for the wand alone"), ("2", "dry cloth")])

    def test_used_up(self):
        """Amounts of one product are added."""
        line = NeedLine("1 tablet", "Brew tablets", "tablets", 1.0)
        jobs = [one_job(f"{n}", n, 5, chores=(f"{n}:x",)) for n in range(2)]
        plan = RoundPlan(tuple(Turn(job, 0, 0) for job in jobs))
        found = carry_list(plan, {f"{n}:x": Packing(f"{n}:x", (line,)) for n in range(2)})
        self.assertEqual([(one.units, one.nature) for one in found], [(2.0, Nature.CLEANERS)])


if __name__ == "__main__":
    unittest.main()
