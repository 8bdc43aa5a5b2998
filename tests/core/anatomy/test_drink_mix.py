"""What is drunk: plain sums of shares."""

from __future__ import annotations

import unittest

from lamplight.core.anatomy.drink_mix import DrinkSort, Mix


class Sums(unittest.TestCase):
    """Worked by hand."""

    def test_shares_and_litres(self):
        """Half coffee of 120 ml, a quarter each of two milk drinks of 60 and 40 ml: 85 ml a drink."""
        sorts = (DrinkSort("C", 120, 0.5), DrinkSort("M", 60, 0.25, milk=True), DrinkSort("N", 40, 0.25, milk=True))
        mix = Mix(sorts, 30, 50)
        self.assertEqual((mix.milk_share, mix.litres_per_drink, mix.rinse_litres_per_day), (0.5, 0.085, 0.08))
        self.assertEqual((Mix().milk_share, Mix().litres_per_drink, Mix().rinse_litres_per_day), (0, 0, 0))


if __name__ == "__main__":
    unittest.main()
