"""A kind is asked only about what it has: drains, hoses, valves, motorised outlets. Common practice, no source."""

from __future__ import annotations

import re
import unittest

from lamplight.core.anatomy.parts import Circuit
from lamplight.library.catalogue import kinds
from lamplight.sight.causes import known_causes, known_symptoms
from tests.library.test_procedures import procedure_for


def said(procedure):
    """Every word of a procedure."""
    words = (f"{s.title} {s.text} {s.caution} {s.mistake} {s.on_no} {s.why}" for s in procedure.steps)
    return " ".join(words)


class Asked(unittest.TestCase):
    """Over every kind that ships."""

    def test_milk(self):
        """No hose without a hose or a fridge that has one, no motorised outlet or valve but where it is."""
        for kind in kinds().values():
            parts = {part.key for part in kind.parts}
            words = " ".join(
                said(procedure_for(kind.key, item.procedure)) for item in kind.items if item.circuit is Circuit.MILK
            )
            words += said(procedure_for(kind.key, "descale"))
            with self.subTest(kind=kind.key):
                if (
                    not parts & {"hose", "fridge"} and "plumbed" not in kind.traits
                ):  # a plumbed one draws by a suction hose
                    self.assertIsNone(re.search(r"\bhose\b", words, re.I))
                if "outlet-cover" not in parts:
                    self.assertNotIn("motorised", words)
                if "valve-by-hand" not in kind.traits and parts & {"jug", "reservoir"}:
                    self.assertIsNone(re.search(r"steam valve|\bvalves?\b(?! too| seat)", words, re.I))

    def test_drains(self):
        """Without a drain nobody is asked about a drain hose, nor told that water leaves slowly."""
        for kind in kinds().values():
            with self.subTest(kind=kind.key):
                self.assertEqual("drain-blocked" in known_causes(kind), "drain" in kind.traits)
                keys = {symptom.key for symptom in known_symptoms(kind)}
                self.assertEqual("water-leaves-slowly" in keys, "drain" in kind.traits)

    def test_spitting_milk_and_froth(self):
        """Lid and washer, outlet unit, connector, in this order; the orifice where the complaint is froth."""
        kind = kinds()["jug-compact"]
        by_key = {symptom.key: symptom for symptom in known_symptoms(kind)}
        causes = known_causes(kind)
        order = by_key["milk-spits"].causes
        self.assertEqual(order, ("milk-lid-washer", "milk-outlet-unit", "milk-connector"))
        most = {key: sum(rule.weight for rule in causes[key].evidence if rule.weight > 0) for key in order}
        for first, second in zip(order, order[1:], strict=False):
            self.assertGreater(causes[first].weight, causes[second].weight + most[second])
        self.assertNotIn("orifice-blocked", order)
        self.assertEqual(by_key["no-froth"].causes[0], "orifice-blocked")


if __name__ == "__main__":
    unittest.main()
