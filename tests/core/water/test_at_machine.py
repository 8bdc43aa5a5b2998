"""Total and carbonate kept apart, behind a filter and at the level to set."""

from __future__ import annotations

import unittest
from datetime import date
from itertools import product
from statistics import fmean

from lamplight.core.errors import InvalidInput, MissingReading
from lamplight.core.water.at_machine import HardnessLevel, WaterAtMachine, level_to_set
from lamplight.core.water.breakthrough import leak, mean_leak
from lamplight.core.water.cartridge import Cartridge, Resin
from lamplight.core.water.tested import WaterTest, latest_test


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
            with self.assertRaisesRegex(
                InvalidInput, "A hardness lies between|Enter the total or the carbonate hardness"
            ):
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

    def test_softening_moment_by_moment(self):
        """The average behind a softening resin is that of a thousand moments, never that of the average leak; it is
        capped by the carbonate hardness. A decarbonising one has no cap to come to."""
        test = WaterTest(date(2026, 11, 1), 20.0, 8.0)
        for resin, bypass, residual in product(Resin, (0.0, 0.2), (0.0, 1.0)):
            water = WaterAtMachine(test, Cartridge(900.0, bypass, residual, resin))
            for first, last in ((0.0, 1.0), (0.0, 0.4), (0.6, 1.4), (1.2, 3.0), (0.7, 0.7)):
                steps = [first + (last - first) * (n + 0.5) / 4000 for n in range(4000)]
                summed = fmean(water.scaling_behind(leak(load, 6.0)) for load in steps)
                with self.subTest(resin=resin, bypass=bypass, residual=residual, loads=(first, last)):
                    self.assertAlmostEqual(water.scaling_between(first, last, 6.0), summed, delta=2e-4)
        soft = WaterAtMachine(test, Cartridge(900.0, resin=Resin.SOFTENING))
        by_average = soft.scaling_behind(mean_leak(0.0, 1.5, 6.0))
        self.assertGreater(by_average, 1.1 * soft.scaling_between(0.0, 1.5, 6.0))

    def test_level_to_set(self):
        """The first level that reaches the hardness; the last one is open."""
        levels = (HardnessLevel("1", 7), HardnessLevel("2", 14), HardnessLevel("3", None))
        self.assertEqual([level_to_set(dh, levels).level for dh in (0, 7, 7.1, 30)], ["1", "1", "2", "3"])
        with self.assertRaisesRegex(MissingReading, "names no hardness levels"):
            level_to_set(5, ())


if __name__ == "__main__":
    unittest.main()
