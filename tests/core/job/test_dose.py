"""Doses by the label: the same strength at every volume, what can be measured, what is refused.

The rule checked is that of dilution by volume, ``units = strength x volume`` (any chemistry textbook). Amounts of the
trade: 100 ml of concentrate to a litre, half a litre with two tablets; common practice, no source.
"""

from __future__ import annotations

import unittest

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.errors import InvalidInput
from lamplight.core.job.chemistry import Chemistry, Product
from lamplight.core.job.dose import (
    COARSE_STEP_ML,
    dose_for,
    error_words,
    measured,
    pour_of,
    range_words,
    refusal_of_volume,
)
from lamplight.library.catalogue import products

LIQUID = Product("l", "Concentrate", "descaler", "liquid", Chemistry.DESCALER, "ml", 100, 100, False, 500, 5000)
TABLETS = Product("t", "Tablets", "descaler", "tablet", Chemistry.DESCALER, "tablet", 1, 4, True, 250, 2000)
SACHETS = Product("s", "Sachets", "descaler", "sachet", Chemistry.DESCALER, "sachet", 1)
SHIPPED = [product for product in products().values() if product.per_l is not None]


class Strength(unittest.TestCase):
    """Every shipped product that is dosed by the litre, over the whole range of its label."""

    @given(st.sampled_from(SHIPPED), st.floats(0, 1))
    def test_the_same_at_every_volume(self, product, share):
        """What is measured is off by half a measuring step at most, and the error that is told is the true one."""
        volume = product.least_ml + share * (product.most_ml - product.least_ml)
        pour = pour_of(product, volume)
        strength = pour.units / (volume / 1000)
        step = 1.0 if product.whole else COARSE_STEP_ML
        self.assertLessEqual(abs(strength - product.per_l) * volume / 1000, step / 2 + 1e-9)
        self.assertAlmostEqual(pour.error, strength / product.per_l - 1, 9)

    @given(st.sampled_from(SHIPPED), st.floats(0, 1), st.floats(0, 1))
    def test_more_mix_never_takes_less(self, product, first, second):
        """Of two volumes the larger takes as much or more."""
        low, high = sorted((first, second))
        span = product.most_ml - product.least_ml
        self.assertLessEqual(
            dose_for(product, product.least_ml + low * span), dose_for(product, product.least_ml + high * span)
        )

    @given(st.sampled_from(SHIPPED), st.floats(1, 100_000))
    def test_outside_its_range(self, product, volume):
        """Refused in a sentence that names both volumes; inside never."""
        inside = product.least_ml <= volume <= product.most_ml
        self.assertEqual(refusal_of_volume(product, volume) is None, inside)
        if not inside:
            with self.assertRaisesRegex(InvalidInput, "Take another product"):
                pour_of(product, volume)


class Amounts(unittest.TestCase):
    """Worked by hand."""

    def test_what_the_trade_says(self):
        """100 ml and water to a litre; half a litre with two tablets; a small mix is no stronger than a large one."""
        rows = (
            (LIQUID, 1000, 100, "100 ml of concentrate, then water to the 1 L mark", 900, 0),
            (LIQUID, 3000, 300, "300 ml of concentrate, then water to the 3 L mark", 2700, 0),
            (TABLETS, 500, 2, "2 tablets of tablets, into 500 ml of water", 500, 0),
            (TABLETS, 1100, 4, "4 tablets of tablets, into 1.1 L of water", 1100, 4 / 4.4 - 1),
            (SACHETS, 1200, 1, "1 sachet of sachets, then water to the 1.2 L mark", 1200, 0),
        )
        for product, volume, units, words, water, error in rows:
            with self.subTest(product=product.title, volume=volume):
                pour = pour_of(product, volume)
                self.assertEqual((pour.units, pour.words, pour.water_ml), (units, words, water))
                self.assertAlmostEqual(pour.error, error)

    def test_what_can_be_measured(self):
        """Whole tablets, never none; a beaker by 1 ml, from 50 ml on by 5; caps by halves."""
        caps = Product("c", "Powder", "x", "powder", Chemistry.ALKALINE, "capful", 1.5, 2, False)
        rows = ((TABLETS, 0.3, 1), (TABLETS, 2.4, 2), (LIQUID, 12.4, 12), (LIQUID, 62, 60), (caps, 1.3, 1.5))
        for product, wanted, units in rows:
            with self.subTest(product=product.title, wanted=wanted):
                self.assertEqual(measured(product, wanted), units)

    def test_plain_doses(self):
        """One a time, where nothing is mixed or its label goes by the use."""
        self.assertEqual((dose_for(TABLETS, None), dose_for(SACHETS, 1500)), (1, 1))

    def test_the_error_in_words(self):
        """4 tablets where 4.4 are wanted, 3 where 2.4 are; what nobody could measure is not said."""
        rows = ((4 / 4.4 - 1, "9% weaker"), (3 / 2.4 - 1, "25% stronger"), (0.004, ""), (0.0, ""))
        for error, words in rows:
            with self.subTest(error=error):
                self.assertEqual(error_words(error)[: len(words) or None], words)

    def test_refused(self):
        """Outside its label, beyond the tank; with the volumes."""
        self.assertIn("500 ml to 5 L", refusal_of_volume(LIQUID, 400))
        self.assertIn("do not go into what holds 1.5 L", refusal_of_volume(LIQUID, 1600, 1500))
        self.assertIsNone(refusal_of_volume(LIQUID, 1500, 1500))
        self.assertEqual([range_words(one) for one in (LIQUID, SACHETS)], ["500 ml to 5 L", ""])


if __name__ == "__main__":
    unittest.main()
