"""What may meet what: the rules of labels (common practice, no source)."""

from __future__ import annotations

import unittest
from dataclasses import replace

from lamplight.core.job.chemistry import Chemistry, Inside, Product, added, before_the_cup, meets, refusal, rinsed


def product(chemistry, title="New", key="new"):
    """A cleaner of some chemistry."""
    return Product(key, title, "any", "tablet", chemistry, "tablet", 1)


MILK = (Inside("milk", Chemistry.ALKALINE, "Alkaline milk cleaner"),)


class Refusals(unittest.TestCase):
    """Stopped before it happens, with the reason."""

    def test_rules(self):
        """Each rule, and what is allowed beside it."""
        alkaline, acid, descaler = (
            product(Chemistry.ALKALINE), product(Chemistry.ACID), product(Chemistry.DESCALER)
        )  # fmt: skip
        rows = [
            (acid, ["milk"], MILK, (), False, "still in the milk circuit"),
            (product(Chemistry.ALKALINE, "Alkaline milk cleaner"), ["milk"], MILK, (), False, "Never a second one"),
            (
                acid,
                ["tub"],
                (Inside("tub", Chemistry.ALKALINE, "Alkaline milk cleaner"),),
                (),
                False,
                "still in the tub",
            ),
            (acid, ["milk"], (), {Chemistry.ALKALINE}, False, "is acid; this takes something alkaline"),
            (descaler, ["water"], (), (), True, "filter is still in the tank"),
            (product(Chemistry.CHLORINATED), ["milk"], (), (), False, "chlorinated"),
            # A tablet in the brew group while descaler runs elsewhere: different circuits.
            (alkaline, ["brew"], (Inside("water", Chemistry.DESCALER, "Descaler"),), {Chemistry.ALKALINE}, False, None),
            (descaler, ["canister"], (), (), True, None),
            (acid, ["milk"], (), {Chemistry.ACID, Chemistry.ENZYMATIC}, False, None),
            (product(Chemistry.GREASE), ["milk"], MILK, (), False, None),
        ]
        for adding, places, inside, accepted, fitted, said in rows:
            with self.subTest(adding=adding.chemistry, places=places, said=said):
                reason = refusal(adding, places, inside, frozenset(accepted), fitted)
                self.assertIsNone(reason) if said is None else self.assertIn(said, reason)

    def test_in_and_out(self):
        """Added to its places, rinsed out of them one by one; a tub is not on the way to the cup, the tank is."""
        self.assertEqual(before_the_cup(added((), product(Chemistry.ACID), ["tub", "jug", "bowl"])), ())
        inside = added(MILK, product(Chemistry.DESCALER), ["tank", "water"])
        self.assertEqual([one.place for one in inside], ["milk", "tank", "water"])
        self.assertEqual([one.place for one in rinsed(inside, ["milk", "tank"])], ["water"])
        self.assertEqual([one.place for one in before_the_cup(inside)], ["milk", "tank", "water"])

    def test_where_it_comes_by(self):
        """What is pumped is drawn from the tank and leaves by its outlets; what lies in a tub comes by nothing."""
        self.assertEqual(meets(["tub"], ["coffee", "second"]), frozenset())
        self.assertEqual(meets(["water"], ["coffee", "milk"]), {"tank", "canister", "brew", "milk"})
        self.assertEqual(meets(["milk"], ["second"]), {"tank", "canister", "water", "tub", "jug"})
        tablet = (Inside("brew", Chemistry.ALKALINE, "Tablet", run_begun=False),)
        descaler = product(Chemistry.DESCALER)
        for by in (None, meets(["water"], ["coffee"])):
            self.assertIn("still in the brew circuit", refusal(descaler, ["water"], tablet, (), False, by))
        self.assertIsNone(refusal(descaler, ["water"], tablet, (), False, meets(["water"], [])))
        same_run = (replace(tablet[0], run_begun=True),)
        self.assertIsNone(refusal(descaler, ["water"], same_run, ()))


if __name__ == "__main__":
    unittest.main()
