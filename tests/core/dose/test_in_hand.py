"""A dose by beaker, spoon, scale and push: by hand, and laws."""

from __future__ import annotations

import unittest
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.dose.in_hand import counted, ways_to_measure
from lamplight.core.errors import InvalidInput
from lamplight.core.job.dose import measured, pour_of
from lamplight.library import catalogue

LIQUID = next(one for one in catalogue.products().values() if one.unit == "ml")
PELLETS = next(one for one in catalogue.products().values() if one.unit == "pellet")
amounts = st.floats(0.1, 5000)


class InHands(unittest.TestCase):
    """What a keeper has in the drawer."""

    def test_by_hand(self):
        """36 ml: 36 on the beaker, 7 teaspoons are 2.8 % too little, 2.5 tablespoons 4.2 % too much."""
        ways = {way.measure: way for way in ways_to_measure(LIQUID, 36, a_push=4.0, grams_each=1.05)}
        self.assertEqual([way.count for way in ways.values()], [36, 38, 7, 2.5, 9])
        self.assertEqual(
            [round(100 * way.error, 1) for way in ways.values()], [0.0, round(100 * (38 / 37.8 - 1), 1), -2.8, 4.2, 0.0]
        )
        # 54 pellets at 0.31 g are 16.74 g: 17 on the scale; 97 a push is one push, far too many.
        ways = {way.measure: way for way in ways_to_measure(PELLETS, 54, a_push=97, grams_each=0.31)}
        self.assertEqual((ways["pellet"].count, ways["g"].count, ways["push"].count), (54, 17, 1))
        self.assertAlmostEqual(ways["push"].error, 97 / 54 - 1)
        self.assertNotIn("level teaspoon", ways)
        self.assertEqual(len(ways_to_measure(replace(PELLETS, unit="g"), 54, grams_each=1.0)), 1)
        # 100 teaspoons are no measure any more.
        self.assertNotIn("level teaspoon", {way.measure for way in ways_to_measure(LIQUID, 500)})

    def test_what_a_hand_can_measure(self):
        """To the millilitre, from 50 on to five; grams to one; pieces whole; caps by halves; never nothing."""
        for unit, whole, wanted, gives in (
            ("ml", False, 12.4, 12), ("ml", False, 49.4, 49), ("ml", False, 52.4, 50), ("ml", False, 103, 105),
            ("g", False, 103, 103), ("g", False, 2.4, 2), ("L", False, 0.52, 0.5), ("L", False, 0.53, 0.55),
            ("capful", False, 1.3, 1.5), ("tablet", True, 1.6, 2), ("tablet", True, 0.2, 1), ("g", False, 0.2, 1),
        ):  # fmt: skip
            with self.subTest(unit=unit, wanted=wanted):
                self.assertAlmostEqual(measured(replace(LIQUID, unit=unit, whole=whole), wanted), gives)

    def test_a_liquid_takes_the_place_of_water(self):
        """100 ml a litre into two litres: 200 ml and 1.8 L of water, whatever unit its label counts in; powder none."""
        for unit, per_l, water in (("ml", 100, 1800), ("L", 0.1, 1800), ("g", 100, 2000)):
            with self.subTest(unit=unit):
                product = replace(LIQUID, unit=unit, per_l=per_l, dose=per_l, least_ml=None, most_ml=None)
                self.assertAlmostEqual(pour_of(product, 2000).water_ml, water)

    @given(amounts, st.floats(0.1, 200), st.sampled_from((0.25, 0.5, 1.0)))
    def test_nearest(self, wanted, each, step):
        """No other count of steps lies nearer, and the error is what the strength makes of it."""
        way = counted(wanted, each, "push", step)
        self.assertGreater(way.count, 0)
        self.assertAlmostEqual((1 + way.error) * wanted, way.count * each)
        for other in (way.count - step, way.count + step):
            if other > 0:
                self.assertLessEqual(abs(way.count * each - wanted), abs(other * each - wanted) + 1e-9)

    def test_refused(self):
        """Nothing, less, and endless."""
        for wrong in ((0, 1), (-1, 1), (float("inf"), 1), (1, 0), (1, -1), (1, float("nan"))):
            with self.assertRaisesRegex(InvalidInput, "A dose and its measure lie above"):
                counted(*wrong, "push")
        for wrong in (0, -1, float("inf")):
            with self.assertRaisesRegex(InvalidInput, "A dose lies above"):
                ways_to_measure(LIQUID, wrong)


if __name__ == "__main__":
    unittest.main()
