"""A call of the palette that nobody thought of: one entry of a file, and everything that goes by a call goes by it."""

from __future__ import annotations

import unittest
from dataclasses import replace
from unittest import mock

from lamplight.core.job.adapt import adapt_procedure
from lamplight.core.job.adaptation import adaptation_of
from lamplight.core.job.needs import need_lines
from lamplight.core.job.traits import forms_of
from lamplight.core.machine.programme import DESCALE, Programme, Use
from lamplight.core.round.carry import Packing, carry_list
from lamplight.core.round.problem import RoundPlan, Turn
from lamplight.library import call_schema, catalogue
from lamplight.sight.listening import calls_of
from lamplight.web.runs.closeups import still_of
from tests.core.round.problems import one_job
from tests.library import laws

# A seal that is soaked in descaler in a dish of its own, with the jug taken apart for it.
SOAK = {
    "seal-soak": {
        "label": "A seal soaked",
        "takes": ["ml", "role"],
        "wants": ["ml", "role"],
        "words": {"how": "Until nothing grey is left."},
        "steps": [
            {
                "pour": "Mix a dish for the seal, {ml}", "text": "{how}", "circuit": "milk", "part": "jug",
                "pose": "drop", "amount": "ml", "of": "mix", "puts": {"jug": "role"}, "strips": True,
                "needs": [{"amount": "1", "thing": "bowl for the soak"}],
            },
            {
                "do": "Rinse the seal", "text": "Under the tap.", "circuit": "milk", "part": "jug", "pose": "wipe",
                "rinses": ["jug"],
            },
        ],
    }
}  # fmt: skip


class Known(unittest.TestCase):
    """The palette with one entry more."""

    def setUp(self):
        """As though it stood in a file of the folder."""
        entries = {**call_schema.palette_data(), **SOAK}
        patched = mock.patch.object(call_schema, "palette_data", lambda: entries)
        patched.start()
        self.addCleanup(patched.stop)
        palette = {
            key: call.core(key) for key, call in catalogue.PaletteFile.model_validate({"calls": entries}).calls.items()
        }
        self.defaults = replace(catalogue.defaults(), calls=palette)
        also = mock.patch.object(catalogue, "palette", lambda: palette)
        also.start()
        self.addCleanup(also.stop)
        kind = next(one for one in catalogue.kinds().values() if one.part("jug") and DESCALE in one.programmes)
        usual = kind.programmes[DESCALE].calls
        use = Use("seal-soak", ml=300, role="descaler")
        self.kind = replace(kind, programmes={**kind.programmes, DESCALE: Programme(DESCALE, (use, *usual))})
        self.products = catalogue.usual_products(self.kind, catalogue.products())
        around = adaptation_of(self.kind, self.defaults, forms_of(self.products))
        self.job = adapt_procedure(catalogue.procedures()["descale"], around)
        self.own = [step for step in self.job.steps if step.call == "seal-soak"]

    def test_its_course(self):
        """It comes in the order of the programme, and the laws of any job hold around it."""
        self.assertEqual([step.title for step in self.own], ["Mix a dish for the seal, 300 ml", "Rinse the seal"])
        self.assertEqual(list(laws.valves(self.kind, self.job, {})), [])
        self.assertEqual(list(laws.fresh_water_last(self.kind, self.job, {})), [])

    def test_its_chemistry(self):
        """What it puts in is known by its place, and is gone with its own rinse."""
        self.assertEqual(self.own[0].puts, (("jug", "descaler"),))
        self.assertEqual(self.own[1].rinses, ("jug",))

    def test_its_close_up(self):
        """It takes the jug apart, so the drawing names what that is made of; the rinse does not."""
        self.assertTrue(still_of(self.kind, self.own[0]).made_of)
        self.assertFalse(still_of(self.kind, self.own[1]).made_of)

    def test_its_bag(self):
        """The descaler for one mix more, and the bowl by its common name."""
        lines = need_lines(self.job, self.products)
        job = one_job("1:descale", 1, 60, chores=("1:descale",))
        plan = RoundPlan((Turn(job, 0, 0),))
        packed = {line.thing for line in carry_list(plan, {"1:descale": Packing("1:descale", lines)})}
        self.assertIn("bowl", packed)
        self.assertNotIn("bowl for the soak", packed)

    def test_heard_and_checked(self):
        """It is offered while listening, and a file that uses it is taken as its entry says, and no other."""
        self.assertIn("A seal soaked", [one.label for one in calls_of(self.kind)])
        written = call_schema.UseFile(call="seal-soak", ml=300, role="descaler").core()
        self.assertEqual((written.ml, written.role), (300, "descaler"))
        for wrong, said in (
            ({"ml": 300}, "wants “role”"),
            ({"ml": 300, "role": "descaler", "tubes": 2}, "does not take “tubes”"),
        ):
            with self.assertRaisesRegex(ValueError, said):
                call_schema.UseFile(call="seal-soak", **wrong)


if __name__ == "__main__":
    unittest.main()
