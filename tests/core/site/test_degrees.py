"""Temperatures in a site's unit: freezing at 32, boiling at 212 °F, by the definition of the scale."""

from __future__ import annotations

import unittest

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.job.steps import Ask, AskFor
from lamplight.core.site.degrees import CELSIUS, FAHRENHEIT, from_celsius, in_celsius, said_in


class Degrees(unittest.TestCase):
    """Kept in °C."""

    def test_known_points(self):
        """Water freezes and boils; both scales meet at 40 below; a fridge at 38 °F is at 3.3 °C."""
        for fahrenheit, celsius in ((32, 0), (212, 100), (-40, -40), (38, 3.3)):
            with self.subTest(fahrenheit=fahrenheit):
                self.assertEqual(in_celsius(fahrenheit, FAHRENHEIT), celsius)
        self.assertEqual((from_celsius(100, FAHRENHEIT), from_celsius(4, CELSIUS)), (212, 4))

    @given(st.floats(-50, 150))
    def test_there_and_back(self, celsius):
        """To a tenth of a degree."""
        self.assertAlmostEqual(in_celsius(from_celsius(celsius, FAHRENHEIT), FAHRENHEIT), celsius, delta=0.11)

    def test_in_words(self):
        """Every temperature of a text; other figures stay."""
        self.assertEqual(said_in("2 to 4 °C; at 8 °C in 10 min.", FAHRENHEIT), "36 to 39 °F; at 46 °F in 10 min.")
        self.assertEqual(said_in("2 to 4 °C", CELSIUS), "2 to 4 °C")

    def test_asked(self):
        """Typed in the site's unit, kept in °C, and its bounds are those of °C."""
        ask = Ask("t", AskFor.TEMPERATURE, unit=CELSIUS, low=-20, high=60, good_high=5, shown_in=FAHRENHEIT)
        self.assertEqual((ask.checked("38"), ask.off("3.3"), ask.off(ask.checked("46"))), ("3.3", False, True))


if __name__ == "__main__":
    unittest.main()
