"""Filters against plain arithmetic from their definitions."""

from __future__ import annotations

import math
import unittest

from lamplight.core.errors import InvalidInput
from lamplight.core.water.cartridge import Cartridge, blended, bypass_for, filter_litres


def close(case, got, wanted, relative=2e-4):
    """Within the tolerance of rounded molar masses."""
    case.assertTrue(math.isclose(got, wanted, rel_tol=relative, abs_tol=1e-9), (got, wanted))


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
            with self.assertRaisesRegex(
                InvalidInput, "A bypass is a share between|A cartridge stays in for|A cartridge's capacity lies above"
            ):
                Cartridge(**wrong)


if __name__ == "__main__":
    unittest.main()
