"""What water cannot be: below zero, endless, or no number. Each bound from both sides."""

from __future__ import annotations

import unittest
from datetime import date

from lamplight.core.errors import InvalidInput
from lamplight.core.water.at_machine import HardnessLevel, level_to_set
from lamplight.core.water.cartridge import MOST_MONTHS, Cartridge, blended, bypass_for, filter_litres
from lamplight.core.water.hardness import (
    HARDEST_DH,
    checked_hardness,
    convert_hardness,
    descale_litres,
    german_band,
    scale_grams,
    usgs_band,
)
from lamplight.core.water.tested import WaterTest

NAN, INFINITE = float("nan"), float("inf")
LEVELS = (HardnessLevel("1", 7.0), HardnessLevel("2", None))


class Refused(unittest.TestCase):
    """Every function of the room that takes a hardness or an amount."""

    def test_hardness(self):
        """Zero is soft water; anything below is none, in every argument that is a hardness."""
        cartridge = Cartridge(700)
        asked = {
            "checked": checked_hardness,
            "converted": lambda dh: convert_hardness(dh, "dH", "fH"),
            "USGS": usgs_band,
            "WRMG": german_band,
            "blended": lambda dh: blended(dh, 0.3),
            "left by the resin": lambda dh: blended(14.0, 0.3, dh),
            "bypass": lambda dh: bypass_for(dh, 4.0),
            "wanted": lambda dh: bypass_for(14.0, dh),
            "left at a bypass": lambda dh: bypass_for(14.0, 4.0, dh),
            "litres": lambda dh: filter_litres(cartridge, dh),
            "grams": lambda dh: scale_grams(10.0, dh),
            "descale": descale_litres,
            "level": lambda dh: level_to_set(dh, LEVELS),
        }
        for name, ask in asked.items():
            with self.subTest(name):
                ask(0.0)
                for wrong in (-0.1, -1e-9, NAN):
                    with self.assertRaisesRegex(InvalidInput, "0 or more"):
                        ask(wrong)

    def test_amounts(self):
        """Litres, grams and shares."""
        self.assertEqual(scale_grams(0.0, 14.0), 0.0)
        for litres in (-1.0, NAN, INFINITE):
            with self.assertRaisesRegex(InvalidInput, "0 L or more"):
                scale_grams(litres, 14.0)
        for budget, deposited in ((0.0, 0.4), (NAN, 0.4), (10.0, 0.0), (10.0, 1.01), (10.0, NAN)):
            with self.assertRaisesRegex(InvalidInput, "above 0 g"):
                descale_litres(14.0, budget, deposited)
        self.assertIsNotNone(descale_litres(14.0, 0.1, 1.0))

    def test_tests(self):
        """0 to 200 °dH, one of the two at least."""
        for good in (0.0, HARDEST_DH):
            WaterTest(date(2026, 11, 2), good)
        for wrong in (-0.1, HARDEST_DH + 0.1, NAN):
            with self.assertRaisesRegex(InvalidInput, "between 0 and 200 °dH"):
                WaterTest(date(2026, 11, 2), wrong)
        with self.assertRaisesRegex(InvalidInput, "Enter the total or the carbonate"):
            WaterTest(date(2026, 11, 2))

    def test_cartridges(self):
        """Capacity, bypass, what it leaves, months."""
        for good in ({"bypass": 0.0}, {"bypass": 1.0}, {"months": 1}, {"months": MOST_MONTHS}, {"residual_dh": 0.0}):
            Cartridge(700, **good)
        for wrong, sentence in (
            ({"bypass": -0.01}, "share between 0 and 1"),
            ({"bypass": 1.01}, "share between 0 and 1"),
            ({"residual_dh": -0.1}, "leaves is 0 or more"),
            ({"months": 0}, "1 to 120 months"),
            ({"months": MOST_MONTHS + 1}, "1 to 120 months"),
        ):
            with self.assertRaisesRegex(InvalidInput, sentence):
                Cartridge(700, **wrong)
        for capacity in (0, -1, NAN):
            with self.assertRaisesRegex(InvalidInput, "above 0"):
                Cartridge(capacity)


if __name__ == "__main__":
    unittest.main()
