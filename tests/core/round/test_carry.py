"""The bag: nothing twice, nothing that is there anyway, as many containers as are in use at once."""

from __future__ import annotations

import unittest

from lamplight.core.job.needs import NeedLine
from lamplight.core.job.procedure import Packs
from lamplight.core.round.carry import Nature, Packing, carry_list
from lamplight.core.round.problem import RoundPlan, Turn
from lamplight.library import catalogue
from lamplight.library.step_schema import things
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


def need(amount, thing, **rest):
    """A thing to have at hand."""
    return NeedLine(amount, thing, **rest)


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
        """What serves for one another is one; the cloth for the wand alone stays apart; water and a sink are there."""
        cloth = {"packed_as": "dry cloth"}
        there, caught = {"packs": Packs.AT_THE_SINK}, {"packs": Packs.PUT_UP}
        lines = {
            0: [need("1", "cloth", **cloth), need("1", "cloth for the wand alone"), need("1 L", "water", **there)],
            1: [need("2", "dry cloths", **cloth), need("1", "sink", **there), need("1", "container", **caught),
                need("1", "clean tub, 2 L", packs=Packs.VESSEL, packed_as="clean tub")],
        }  # fmt: skip
        wanted = [("1", "cloth for the wand alone"), ("2", "dry cloth"), ("1", "clean tub")]
        self.assertEqual(bag(((0, 5), (5, 9)), lines), wanted)

    def test_of_which_sort_each_is(self):
        """By the table of things: whatever any procedure or call that ships names, and nothing that none names."""
        named = [need.need for one in catalogue.procedures().values() for need in one.needs]
        named += [need.need for call in catalogue.palette().values() for step in call.steps for need in step.needs]
        self.assertLessEqual(set(things()), {one.thing for one in named})
        packed = {one.thing: (one.packs, one.packed_as) for one in named}
        for thing, told in (
            ("cloth", (Packs.TOOL, "dry cloth")), ("cloth for the wand alone", (Packs.TOOL, "")),
            ("bowl for the soak", (Packs.VESSEL, "bowl")), ("sink or bucket", (Packs.AT_THE_SINK, "")),
            ("clean tub, {ml}", (Packs.VESSEL, "clean tub")), ("toothpick", (Packs.TOOL, "")),
        ):  # fmt: skip
            self.assertEqual(packed[thing], told)
        # Where its words say so, its sort says it as well; a word in a name decides nothing any more.
        for one in named:
            if "water" in one.thing:
                self.assertIs(one.packs, Packs.AT_THE_SINK, one.thing)

    def test_used_up(self):
        """Amounts of one product are added."""
        line = NeedLine("1 tablet", "Brew tablets", "tablets", 1.0)
        jobs = [one_job(f"{n}", n, 5, chores=(f"{n}:x",)) for n in range(2)]
        plan = RoundPlan(tuple(Turn(job, 0, 0) for job in jobs))
        found = carry_list(plan, {f"{n}:x": Packing(f"{n}:x", (line,)) for n in range(2)})
        self.assertEqual([(one.units, one.nature) for one in found], [(2.0, Nature.CLEANERS)])


if __name__ == "__main__":
    unittest.main()
