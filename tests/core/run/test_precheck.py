"""The check before a run says what the run itself would say, and only that."""

from __future__ import annotations

import unittest
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.errors import InvalidInput
from lamplight.core.job.chemistry import Chemistry, Inside, Product
from lamplight.core.job.procedure import Procedure
from lamplight.core.job.steps import Ask, AskFor, Only, StepKind
from lamplight.core.run.precheck import precheck
from lamplight.core.run.state import RunContext
from tests.core.run.test_state import CONTEXT, PROCEDURE, START, TABLET, advanced, after, step

DESCALER = Product("d", "Descaler", "descaler", "liquid", Chemistry.DESCALER, "ml", 100)
BOTH = RunContext({"brew-cleaner": TABLET, "descaler": DESCALER}, filter_installed=True)


def procedure(*steps):
    """A procedure of these steps."""
    return Procedure("p", "P", PROCEDURE.circuit, steps)


class Before(unittest.TestCase):
    """What would be refused midway is said beforehand."""

    def test_a_right_one(self):
        """Nothing speaks against it."""
        self.assertEqual(precheck(PROCEDURE, START, CONTEXT), "")

    def test_a_second_cleaner_without_a_rinse(self):
        """Twice into one circuit with nothing between: the old check of its own let that in."""
        twice = procedure(
            step("In", puts=(("brew", "brew-cleaner"),)), step("Soak"), step("More", puts=(("brew", "brew-cleaner"),))
        )
        self.assertIn("Never a second one", precheck(twice, START, CONTEXT))
        rinsed = procedure(*twice.steps[:2], step("Rinse", rinses=("brew",)), twice.steps[2])
        self.assertEqual(precheck(rinsed, START, CONTEXT), "")

    def test_descaler_after_the_filter_went_back(self):
        """Out and back again is in."""
        out, back = step("Out", takes_out="filter"), step("Back", puts_back="filter")
        mix = step("Mix", puts=(("water", "descaler"),))
        self.assertEqual(precheck(procedure(out, mix, back), START, BOTH), "")
        self.assertIn("filter is still in the tank", precheck(procedure(out, back, mix), START, BOTH))
        self.assertIn("filter is still in the tank", precheck(procedure(mix, out), START, BOTH))

    def test_what_an_earlier_run_left_inside(self):
        """It counts from the first step on."""
        left = replace(CONTEXT, inside=(Inside("brew", Chemistry.ACID, "Acid"),))
        self.assertIn("Acid (acid) is still in the brew circuit", precheck(PROCEDURE, START, left))

    def test_one_good_way_is_enough(self):
        """A choice that would be refused does not stop the other; where all would be, the first says why."""
        ask = step("Which?", StepKind.ASK, ask=Ask("way", AskFor.CHOICE, ("wet", "dry")))
        wet = step("Wet", puts=(("water", "descaler"),), only=(Only("way", ("wet",)),))
        self.assertEqual(precheck(procedure(ask, wet), START, BOTH), "")
        dry = replace(wet, only=(Only("way", ("dry",)),))
        self.assertIn("filter", precheck(procedure(ask, wet, dry), START, BOTH))

    def test_a_mix_that_does_not_fit(self):
        """More than the tank holds, more than the label holds for; a tank of which nobody knows holds it."""
        pour = replace(step("Mix", StepKind.POUR, amount_ml=1500, puts=(("tank", "descaler"),)), part="tank")
        procedure = replace(PROCEDURE, steps=(pour, step("Rinse", rinses=("tank",))))
        acid = Product("a", "Acid", "descaler", "liquid", Chemistry.DESCALER, "ml", 100, 100, False, 500, 2000)
        context = RunContext({"descaler": acid}, {"descaler": frozenset({Chemistry.DESCALER})})
        self.assertIn("1.5 L do not go into a tank that holds 1.2 L", precheck(procedure, START, context, 1200))
        self.assertEqual([precheck(procedure, START, context, tank) for tank in (0, 1500)], ["", ""])
        water = replace(PROCEDURE, steps=(replace(pour, puts=()),))
        self.assertIn("do not go into a tank", precheck(water, START, CONTEXT, 1200))
        thin = replace(context, products={"descaler": replace(acid, most_ml=1000)})
        self.assertIn("the label holds for", precheck(procedure, START, thin, 1500))

    def test_questions_for_numbers(self):
        """Any number in bounds leads on."""
        for sort in (AskFor.NUMBER, AskFor.COUNTER, AskFor.TEMPERATURE):
            ask = step("How much?", StepKind.ASK, ask=Ask("n", sort, low=2, high=9))
            self.assertEqual(precheck(procedure(ask), START, CONTEXT), "")


STEPS = st.lists(
    st.sampled_from(
        (
            step("in", puts=(("brew", "brew-cleaner"),)),
            step("mix", puts=(("water", "descaler"),)),
            step("rinse brew", rinses=("brew",)),
            step("rinse water", rinses=("water",)),
            step("out", takes_out="filter"),
            step("back", puts_back="filter"),
            step("wipe"),
        )
    ),
    min_size=1,
    max_size=8,
)


class Law(unittest.TestCase):
    """Check and run never disagree."""

    @given(STEPS)
    def test_the_check_is_the_run(self, steps):
        """Whatever the order: refused beforehand exactly where the run would refuse, with the same words."""
        job = procedure(*steps)
        try:
            after(*advanced(len(steps)), procedure=job, context=BOTH)
            refusal = ""
        except InvalidInput as problem:
            refusal = str(problem)
        self.assertEqual(precheck(job, START, BOTH), refusal)


if __name__ == "__main__":
    unittest.main()
