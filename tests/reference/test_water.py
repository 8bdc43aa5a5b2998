"""Hardness and filters against values worked out outside the project.

Sources: molar masses by molmass 2026.1.8, conversions by pint 0.25.3 to 1e-10; bands of the US
Geological Survey (Durfor and Becker 1964) and of the German law on washing agents (WRMG 2007,
section 9), both quoted from memory; filter and scale rows are plain arithmetic from definitions.
Tolerance 2e-4 where molar masses enter: tables round them.
"""

from __future__ import annotations

import math
import unittest
from datetime import date
from itertools import product

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.errors import InvalidInput, MissingReading
from lamplight.core.water.at_machine import HardnessLevel, WaterAtMachine, level_to_set
from lamplight.core.water.cartridge import Cartridge, Resin, blended, bypass_for, filter_litres
from lamplight.core.water.hardness import UNITS, WaterTest, convert_hardness, german_band, latest_test, usgs_band
from lamplight.core.water.scale import descale_litres, scale_grams

NAMES = ("mg/L CaCO3", "dH", "fH", "eH", "gpg", "mmol/L", "meq/L")
MATRIX = (
    (1.000000, 0.056029, 0.100000, 0.070157, 0.058418, 0.009991, 0.019983),
    (17.848000, 1.000000, 1.784800, 1.252160, 1.042641, 0.178325, 0.356650),
    (10.000000, 0.560287, 1.000000, 0.701569, 0.584178, 0.099913, 0.199826),
    (14.253768, 0.798620, 1.425377, 1.000000, 0.832674, 0.142414, 0.284828),
    (17.118061, 0.959102, 1.711806, 1.200950, 1.000000, 0.171032, 0.342064),
    (100.086955, 5.607741, 10.008695, 7.021789, 5.846863, 1.000000, 2.000000),
    (50.043478, 2.803870, 5.004348, 3.510895, 2.923431, 0.500000, 1.000000),
)


def close(case, got, wanted, relative=2e-4):
    """Within the tolerance of rounded molar masses."""
    case.assertTrue(math.isclose(got, wanted, rel_tol=relative, abs_tol=1e-9), (got, wanted))


class Units(unittest.TestCase):
    """Each to each."""

    def test_matrix(self):
        """All 49 conversions."""
        for (i, source), (j, target) in product(enumerate(NAMES), enumerate(NAMES)):
            with self.subTest(source=source, target=target):
                close(self, convert_hardness(1, source, target), MATRIX[i][j])

    @given(st.floats(0, 1e4), st.sampled_from(NAMES), st.sampled_from(NAMES))
    def test_there_and_back(self, value, source, target):
        """Round trips are exact to 1e-9."""
        close(self, convert_hardness(convert_hardness(value, source, target), target, source), value, 1e-9)

    def test_refusals(self):
        """An unknown unit, less than nothing, not a number."""
        self.assertEqual(tuple(UNITS), NAMES)
        with self.assertRaisesRegex(InvalidInput, "“ppm” is not a unit"):
            convert_hardness(1, "ppm", "dH")
        for value in (-0.1, float("nan")):
            with self.assertRaisesRegex(InvalidInput, "0 or more"):
                convert_hardness(value, "dH", "fH")

    def test_bands(self):
        """Both sides of each border."""
        for mg, band in (
            (60, "soft"),
            (60.5, "moderately hard"),
            (120, "moderately hard"),
            (180, "hard"),
            (181, "very hard"),
        ):
            self.assertEqual(usgs_band(convert_hardness(mg, "mg/L CaCO3", "dH")), band, mg)
        for dh, band in ((8.4, "soft"), (8.42, "medium"), (14.0, "medium"), (14.03, "hard")):
            self.assertEqual(german_band(dh), band, dh)


class Filters(unittest.TestCase):
    """Blending, bypass, litres until spent."""

    def test_blend_and_bypass(self):
        """Worked rows, and the edges: nothing to do, nothing to reach."""
        close(self, blended(16, 0.3), 4.8)
        close(self, blended(20, 0.25, 1.5), 6.125)
        close(self, bypass_for(20, 6).share, 0.3)
        close(self, bypass_for(18, 6, 2).share, 0.25)
        self.assertEqual((bypass_for(5, 6).share, bypass_for(5, 6).reachable), (1.0, True))
        self.assertEqual((bypass_for(20, 1, 2).share, bypass_for(20, 1, 2).reachable), (0.0, False))
        self.assertEqual(blended(0, 0.5, 2), 0)

    def test_litres(self):
        """Capacity over what the resin takes out of each litre."""
        rows = ((1000, 0, 0, 15, 66.6667), (1000, 0.3, 0, 12, 119.0476), (2500, 0.25, 2, 18, 208.3333),
                (1000, 0, 0, 8, 125.0), (1000, 0.1, 0, 22, 50.5051))  # fmt: skip
        for capacity, bypass, residual, hardness, litres in rows:
            close(self, filter_litres(Cartridge(capacity, bypass, residual), hardness), litres)
        self.assertIsNone(filter_litres(Cartridge(1000, 1.0), 15))
        self.assertIsNone(filter_litres(Cartridge(1000), 0))

    def test_refusals(self):
        """Capacity, bypass, months."""
        for wrong in ({"capacity_dh_l": 0}, {"capacity_dh_l": 5, "bypass": 1.1}, {"capacity_dh_l": 5, "months": 0}):
            with self.assertRaises(InvalidInput):
                Cartridge(**wrong)


class Scale(unittest.TestCase):
    """Grams, and litres between two descales."""

    def test_grams(self):
        """Upper bounds; where the total is lower, the calcium limits."""
        for litres, dh, grams in ((1, 1, 0.0178), (50, 7, 6.2468), (120, 12, 25.7011), (1000, 5, 89.24)):
            self.assertAlmostEqual(scale_grams(litres, dh), grams, delta=6e-5 + 2e-4 * grams)
        test = WaterTest(date(2026, 1, 1), total_dh=8, carbonate_dh=12)
        close(self, scale_grams(100, test.scaling), 14.2784)

    def test_interval(self):
        """Budget 10 g; 1, 0.4 and 0.2 of it deposited."""
        for dh, all_of_it, usual, little in (
            (2, 280.1, 700.4, 1400.7),
            (10, 56.0, 140.1, 280.1),
            (25, 22.4, 56.0, 112.1),
        ):
            for share, litres in ((1, all_of_it), (0.4, usual), (0.2, little)):
                self.assertAlmostEqual(descale_litres(dh, 10, share), litres, delta=0.06)
        self.assertIsNone(descale_litres(0))
        with self.assertRaises(InvalidInput):
            descale_litres(5, 0)


class Tests(unittest.TestCase):
    """Total and carbonate kept apart; what was assumed is said."""

    def test_one_of_the_two(self):
        """The cautious choice, named."""
        only_total = WaterTest(date(2026, 1, 1), total_dh=18)
        self.assertEqual(only_total.scaling, 18)
        self.assertIn("taken as carbonate", only_total.assumed)
        only_carbonate = WaterTest(date(2026, 1, 1), carbonate_dh=11)
        self.assertEqual((only_carbonate.total, only_carbonate.scaling), (11, 11))
        self.assertEqual(WaterTest(date(2026, 1, 1), 18, 12).assumed, "")
        for wrong in ({}, {"total_dh": -1}, {"total_dh": 201}):
            with self.assertRaises(InvalidInput):
                WaterTest(date(2026, 1, 1), **wrong)

    def test_latest(self):
        """Not one that lies ahead."""
        tests = [WaterTest(date(2026, month, 1), total_dh=month) for month in (3, 1, 6)]
        self.assertEqual(latest_test(tests, date(2026, 5, 1)).total_dh, 3)
        self.assertIsNone(latest_test(tests, date(2025, 5, 1)))

    def test_after_the_filter(self):
        """Decarbonising takes carbonate from both; softening takes the total and with it the calcium."""
        test = WaterTest(date(2026, 1, 1), total_dh=18, carbonate_dh=12)
        hard = WaterAtMachine(test)
        self.assertEqual((hard.scaling_after, hard.total_after), (12, 18))
        weak = WaterAtMachine(test, Cartridge(1000, bypass=0.25))
        self.assertEqual((weak.before_filter, weak.scaling_after, weak.total_after), (12, 3, 9))
        strong = WaterAtMachine(test, Cartridge(1000, bypass=0.25, resin=Resin.SOFTENING))
        self.assertEqual((strong.before_filter, strong.scaling_after, strong.total_after), (18, 4.5, 4.5))
        self.assertIsNone(WaterAtMachine().scaling_after)
        open_bypass = WaterAtMachine(test, Cartridge(1000, bypass=0.9, resin=Resin.SOFTENING))
        self.assertEqual((open_bypass.scaling_after, round(open_bypass.total_after, 6)), (12, 16.2))

    def test_level_to_set(self):
        """The first level that reaches the hardness; the last one is open."""
        levels = (HardnessLevel("1", 7), HardnessLevel("2", 14), HardnessLevel("3", None))
        self.assertEqual([level_to_set(dh, levels).level for dh in (0, 7, 7.1, 30)], ["1", "1", "2", "3"])
        with self.assertRaisesRegex(MissingReading, "names no hardness levels"):
            level_to_set(5, ())


if __name__ == "__main__":
    unittest.main()
