"""Which container is offered, and what the tray holds."""

from __future__ import annotations

import unittest
from dataclasses import replace

from lamplight.core.anatomy.outlets import DRAIN
from lamplight.core.anatomy.parts import Capacities
from lamplight.core.job.containers import TRAY, Delivery
from lamplight.core.job.procedure import Stand
from lamplight.core.run.cleaners import DRAINED_TRAY_ML, drained, offered_ml, vessels_of
from tests.core.care.makers import kind
from tests.core.run.test_state import PROCEDURE, step


def pouring(ml, bursts=1):
    """A procedure that lets out so much under the coffee outlet."""
    steps = (step("Pour", delivers=(Delivery("coffee", ml, bursts),)),)
    return replace(PROCEDURE, steps=steps, stands=(STAND,))


STAND = Stand("coffee", "coffee outlet", ("coffee",))


class Offered(unittest.TestCase):
    """The smallest usual one that needs no stop."""

    def test_sizes(self):
        """A tenth stays free; exactly nine tenths is no stop; what nobody has is tipped out in between."""
        for ml, wanted in ((300, 500), (450, 500), (451, 1000), (900, 1000), (4500, 5000), (4501, 2000)):
            with self.subTest(ml=ml):
                self.assertEqual(offered_ml(pouring(ml), STAND), wanted)


class Under(unittest.TestCase):
    """What stands where."""

    def test_outlets_and_tray(self):
        """A size that nobody gave is no vessel; a kind without a tray has none."""
        tray = replace(kind(), capacities=Capacities(tray_ml=900))
        found = vessels_of(tray, pouring(300), {"coffee": 500})
        self.assertEqual(
            [(vessel.name, vessel.ml) for vessel in found], [("coffee", 500), (TRAY, 900), (DRAIN, DRAINED_TRAY_ML)]
        )
        self.assertEqual([vessel.name for vessel in vessels_of(kind(), pouring(300), {"coffee": 0})], [DRAIN])

    def test_a_drain(self):
        """Never full, unless a canister stands under it: that has to be tipped out."""
        plumbed = replace(kind(), traits=frozenset({"drain"}), capacities=Capacities(tray_ml=900))
        tray, _ = vessels_of(plumbed, pouring(300), {})
        self.assertTrue(drained(tray.ml))
        canister = replace(plumbed, capacities=Capacities(tray_ml=900, drain_ml=5000))
        self.assertEqual(
            [(one.name, one.ml, one.under) for one in vessels_of(canister, pouring(300), {})],
            [(TRAY, 5000, (TRAY, DRAIN))],
        )
        self.assertEqual((drained(DRAINED_TRAY_ML), drained(5000)), (True, False))


if __name__ == "__main__":
    unittest.main()
