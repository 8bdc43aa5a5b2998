"""Scale and descaling against values worked out outside the project.

Sources: molar masses by molmass 2026.1.8; litres are plain arithmetic from the definition of the budget.
"""

from __future__ import annotations

import math
import unittest
from datetime import date

from lamplight.core.errors import InvalidInput
from lamplight.core.water.hardness import descale_litres, scale_grams
from lamplight.core.water.tested import WaterTest


def close(case, got, wanted, relative=2e-4):
    """Within the tolerance of rounded molar masses."""
    case.assertTrue(math.isclose(got, wanted, rel_tol=relative, abs_tol=1e-9), (got, wanted))


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
        with self.assertRaisesRegex(InvalidInput, "or more, a budget above"):
            descale_litres(5, 0)


if __name__ == "__main__":
    unittest.main()
