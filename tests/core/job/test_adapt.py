"""A procedure made to fit a kind: steps, words, times, volumes, ways in."""

from __future__ import annotations

import unittest

from lamplight.core.anatomy.duration import Duration
from lamplight.core.anatomy.outlets import Outlet
from lamplight.core.anatomy.parts import Circuit
from lamplight.core.errors import InvalidInput
from lamplight.core.job.adapt import adapt_procedure
from lamplight.core.job.adaptation import Adaptation
from lamplight.core.job.procedure import Need, Procedure, ShippedNeed, ShippedProcedure, ShippedStep, Stand
from lamplight.core.job.steps import Step, StepKind, applies
from lamplight.core.words import words_for_ml
from tests.pace import delivered_ml


def shipped(*steps, needs=(), outlets=()):
    """A procedure as its file has it."""
    return ShippedProcedure(Procedure("p", "P", Circuit.WATER, ()), tuple(steps), tuple(needs), outlets=tuple(outlets))


def step(title, kind=StepKind.DO, parts=("tank",), amount=None, delivers=(), **rest):
    """A step as its file has it."""
    return ShippedStep(Step(kind, title, title, Circuit.WATER, parts[0], **rest), parts, amount, delivers)


class Fits(unittest.TestCase):
    """What is left out, filled in, worked out."""

    def test_words_times_volumes_and_conditions(self):
        """Steps that do not apply fall away; names, volumes, parts and ways in are filled in."""
        given = shipped(
            step("Fill {vessel} with {mix}", StepKind.POUR, ("canister", "tank"), "mix", when=("not plumbed",)),
            step("Tap", when=("plumbed",)),
            step("Pump", StepKind.MACHINE, duration_name="pump", access="descale", delivers=(("coffee", "mix", 4),)),
            needs=(ShippedNeed(Need("{mix}", "water"), "mix"), ShippedNeed(Need("1", "key"), None, ("plumbed",))),
            outlets=(("coffee", "the {outlet}", ()), ("second", "nothing comes here", ())),
        )
        adaptation = Adaptation(
            {"lamps"}, ("tank",), {"vessel": "the tank", "outlet": "spout"}, {"pump": Duration(1, 2, 3)},
            {"mix": 1500}, {"descale": "Code: 12"},
            outlets=(Outlet("coffee", "the spout", "tank"), Outlet("milk", "the other", "tank")),
        )  # fmt: skip
        tank = adapt_procedure(given, adaptation)
        self.assertEqual([s.title for s in tank.steps], ["Fill the tank with 1.5 L", "Pump"])
        self.assertEqual((tank.steps[0].part, tank.steps[0].amount_ml), ("tank", 1500))
        self.assertEqual(
            (tank.steps[1].duration.likely_s, delivered_ml(tank), tank.steps[1].access), (2, 1500, "Code: 12")
        )
        self.assertEqual([(n.amount, n.mix_ml) for n in tank.needs], [("1.5 L", 1500), ("1", None)])
        self.assertEqual(tank.stands, (Stand("coffee", "the spout", ("coffee",)),))

    def test_refusals(self):
        """A word, a time or a volume that the kind does not give; no step left; a duration out of order."""
        rows = [
            (step("Use {thing}"), "'thing' stands for"),
            (step("Wait", StepKind.WAIT, duration_name="soak"), "how long “soak” takes"),
            (step("Pour", StepKind.POUR, amount="mix"), "how much “mix” is"),
            (step("Tap", when=("plumbed",)), "no step for this kind"),
        ]
        for given, said in rows:
            with self.subTest(said=said), self.assertRaisesRegex(InvalidInput, said):
                adapt_procedure(shipped(given), Adaptation(()))
        with self.assertRaisesRegex(InvalidInput, "low <= likely <= high"):
            Duration(5, 4, 6)

    def test_conditions(self):
        """All of them; one of several with “or”; absent ones with “not”."""
        self.assertTrue(applies(("a", "b or c", "not d"), {"a", "c"}))
        self.assertFalse(applies(("b or c",), {"a"}))
        self.assertFalse(applies(("not d",), {"d"}))
        self.assertTrue(applies(("x or not d",), {"a"}))

    def test_litres(self):
        """Millilitres below a litre."""
        self.assertEqual([words_for_ml(ml) for ml in (240, 999, 1000, 1500)], ["240 ml", "999 ml", "1 L", "1.5 L"])


if __name__ == "__main__":
    unittest.main()
