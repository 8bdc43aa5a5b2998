"""One quantity over time: units to a count, and so many on each open day."""

from __future__ import annotations

import unittest
from datetime import timedelta

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.usage.counters import CounterBook, Reading
from lamplight.core.usage.cumulative import cumulative_of
from lamplight.core.usage.meters import Meter, following
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


class Following(unittest.TestCase):
    """A counter of milk drinks beside one of drinks, of which a quarter are thought to be with milk."""

    LEADER = Meter("milk drinks", LINE, 0.25)

    def led(self, *readings):
        """The meter of a counter that was read so many days ago."""
        return following(
            "milk", CounterBook(tuple(Reading(MONDAY - timedelta(days=d), v) for d, v in readings)), self.LEADER
        )

    def test_read_once(self):
        """It freezes nothing: before and after it a quarter of the drinks, and a date for what is left."""
        meter = self.led((21, 500))
        self.assertAlmostEqual(meter.between(MONDAY - timedelta(days=21), MONDAY), 150, delta=0.1)
        self.assertAlmostEqual(meter.between(MONDAY - timedelta(days=28), MONDAY - timedelta(days=21)), 50, delta=0.1)
        self.assertEqual(meter.last, MONDAY)  # as far as the drinks were read
        self.assertEqual(meter.forecast(9.5, MONDAY).likely, MONDAY.date())

    def test_its_own_share(self):
        """Half of the drinks by its own readings: half after them, too, leaning a little on what was thought."""
        meter = self.led((21, 500), (7, 700))
        self.assertAlmostEqual(meter.between(MONDAY - timedelta(days=21), MONDAY - timedelta(days=7)), 200)
        self.assertTrue(80 < meter.between(MONDAY - timedelta(days=7), MONDAY) < 100)

    @given(
        st.lists(st.tuples(st.integers(0, 27), st.integers(0, 60)), max_size=5), st.integers(0, 27), st.integers(0, 27)
    )
    def test_exact_where_it_was_read(self, steps, one, other):
        """Between its readings what they say; never backwards; parts add up, whatever was read when."""
        days = sorted({day for day, _ in steps} | {28}, reverse=True)
        values = [100 + sum(step for _, step in steps[:n]) for n in range(len(days))]
        meter = self.led(*zip(days, values, strict=True))
        self.assertAlmostEqual(
            meter.between(MONDAY - timedelta(days=days[0]), MONDAY - timedelta(days=days[-1])), values[-1] - values[0]
        )
        begin, end = MONDAY - timedelta(days=max(one, other)), MONDAY - timedelta(days=min(one, other))
        middle = begin + (end - begin) / 2
        self.assertGreaterEqual(meter.between(begin, end), 0)
        self.assertAlmostEqual(meter.between(begin, middle) + meter.between(middle, end), meter.between(begin, end))


if __name__ == "__main__":
    unittest.main()
