"""Between which steps a procedure must not be stopped, and what becomes of its water."""

from __future__ import annotations

import unittest

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.job.containers import Vessel
from lamplight.core.job.procedure import Procedure
from lamplight.core.job.steps import Step, StepKind


class Held(unittest.TestCase):
    """Between which steps nobody stops it, and what becomes of its water."""

    def test_from_the_cleaner_to_the_rinse(self):
        """The first that puts something in to the last that rinses; nothing without a cleaner."""
        steps = (
            Step(StepKind.DO, "a", "a", Circuit.WATER, "tank"),
            Step(StepKind.DO, "b", "b", Circuit.WATER, "tank", puts=(("water", "descaler"),)),
            Step(StepKind.DO, "c", "c", Circuit.WATER, "tank", rinses=("water",)),
        )
        self.assertEqual(Procedure("p", "P", Circuit.WATER, steps).held, (1, 2))
        self.assertIsNone(Procedure("p", "P", Circuit.WATER, steps[:1]).held)

    def test_plan(self):
        """The steps' own water."""
        from lamplight.core.job.containers import Delivery

        pump = Step(StepKind.DO, "p", "p", Circuit.WATER, "tank", delivers=(Delivery("coffee", 600, 2),))
        plan = Procedure("p", "P", Circuit.WATER, (pump,)).containers([Vessel("coffee", 500, ("coffee",))])
        self.assertEqual([(stop.step, stop.after_ml) for stop in plan.stops], [(0, 300)])


if __name__ == "__main__":
    unittest.main()
