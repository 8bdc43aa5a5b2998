"""The rounds of a book: from one cleaning to the next."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import timedelta

import numpy as np

from lamplight.core.assess import assess
from lamplight.core.care.last_done import DoneFact
from lamplight.core.lamps.intervals import rounds_of
from lamplight.core.lamps.match import PanelSignals
from lamplight.core.lamps.panel import LampSignal, LampState
from lamplight.core.lamps.sightings import Sighting
from lamplight.library.catalogue import kinds
from tests.core.makers import MONDAY, OFFICE, book


class Rounds(unittest.TestCase):
    """From sightings and jobs to counts."""

    def test_of_a_book(self):
        """40 drinks on each of five open days a week: a week to the lamp is 200; done early is censored."""
        meter = assess(book(56, 40, None), kinds()["removable-tabletop"], OFFICE, MONDAY).context.meters["drinks"]
        days = [MONDAY - timedelta(days=back) for back in (49, 42, 35, 28)]
        lit = [days[1] - timedelta(minutes=1), days[1] + timedelta(days=3)]
        rounds = rounds_of(days, lit, [days[0] + timedelta(days=2)], meter)
        self.assertEqual([one.lit for one in rounds], [True, True, False])
        self.assertAlmostEqual(rounds[0].count, 200, delta=3)
        self.assertAlmostEqual(rounds[0].dark_until, 80, delta=3)
        self.assertAlmostEqual(rounds[1].count, 120, delta=3)
        self.assertAlmostEqual(rounds[2].count, 200, delta=3)

    def test_a_lamp_of_the_next_round(self):
        """What lights after the item was done again says nothing of the round before but that it stayed dark."""
        meter = assess(book(56, 40, None), kinds()["removable-tabletop"], OFFICE, MONDAY).context.meters["drinks"]
        first, second = MONDAY - timedelta(days=28), MONDAY - timedelta(days=21)
        rounds = rounds_of([first, second], [second + timedelta(days=4)], [], meter)
        self.assertEqual([(one.lit, round(one.count)) for one in rounds], [(False, 200), (True, 160)])

    def test_expected_date(self):
        """Lit after 160 drinks three times: expected four open days after the last tablet, not five."""
        kind = kinds()["removable-tabletop"]
        done = [MONDAY - timedelta(days=back) for back in (28, 21, 14, 7)]
        lamp = PanelSignals({"care": LampSignal(LampState.FLASHING, "amber")})
        seen = [Sighting(at + timedelta(days=4), lamp) for at in done[:3]]
        dark = [Sighting(at + timedelta(hours=1), PanelSignals()) for at in done]
        known = replace(
            book(56, 40, None), done=tuple(DoneFact("brew-tablet", at=at) for at in done),
            sightings=tuple(sorted((*seen, *dark), key=lambda one: one.at)),
        )  # fmt: skip
        expected = assess(known, kind, OFFICE, MONDAY).lamps_expected
        self.assertEqual([one.item.key for one in expected], ["brew-tablet"])
        one = expected[0]
        self.assertTrue(140 < one.interval.count < 165, one.interval)
        self.assertLessEqual(one.passage.early, one.passage.likely)
        self.assertLessEqual(one.passage.likely, one.passage.late)
        self.assertTrue(one.passage.reached)  # 200 are drawn
        self.assertTrue(np.isfinite(one.interval.error))


if __name__ == "__main__":
    unittest.main()
