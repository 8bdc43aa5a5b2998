"""One quantity over time: units to a count, and so many on each open day."""

from __future__ import annotations

import unittest
from datetime import timedelta

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.usage.cumulative import cumulative_of
from lamplight.core.usage.meters import Meter
from lamplight.core.usage.weekday_rates import usage_of
from tests.core.makers import MONDAY, OFFICE, book

DRINKS = book(28, 40).drinks
LINE = cumulative_of(DRINKS, usage_of(DRINKS, OFFICE, MONDAY), OFFICE)
WASHED = MONDAY - timedelta(days=3)
LITRES = Meter("L", LINE, 0.1, 2.0, ((WASHED, 7.0),), "estimated")


class Amounts(unittest.TestCase):
    """Worked by hand: 4 L of drinks and 2 L of rinses on an open day."""

    def test_a_week(self):
        """Five open days, and the wash; nothing backwards; the wash counts at its moment and not before."""
        self.assertAlmostEqual(LITRES.between(MONDAY - timedelta(days=7), MONDAY), 5 * 6 + 7)
        self.assertEqual(LITRES.between(MONDAY, MONDAY - timedelta(days=7)), 0)
        self.assertEqual(LITRES.between(WASHED, WASHED), 0)
        self.assertAlmostEqual(LITRES.between(WASHED - timedelta(hours=1), WASHED), 7, delta=0.5)
        self.assertAlmostEqual(LITRES.between(WASHED, WASHED + timedelta(hours=1)), 0, delta=0.5)

    def test_usage_and_forecast(self):
        """Rinses are so many counts more a day: 12 L last for two open days, from Monday to Tuesday."""
        self.assertAlmostEqual(LITRES.usage.rates[0], 60, delta=1)
        self.assertAlmostEqual(LITRES.mean_per_open_day(), 6, delta=0.1)
        passage = LITRES.forecast(11.5, MONDAY)
        self.assertEqual(passage.likely, (MONDAY + timedelta(days=1)).date())
        self.assertIs(LITRES.forecast(11.5, MONDAY), passage)

    @given(st.integers(0, 600), st.integers(0, 600), st.integers(0, 600))
    def test_parts_add_up(self, a, b, c):
        """Any moment between two shares out what lies between them."""
        first, middle, last = sorted(MONDAY - timedelta(hours=hours) for hours in (a, b, c))
        whole = LITRES.between(first, last)
        self.assertAlmostEqual(LITRES.between(first, middle) + LITRES.between(middle, last), whole, places=6)


if __name__ == "__main__":
    unittest.main()
