"""What a counter should show now: the last reading, what is drunk since, what only cleaned."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import timedelta
from statistics import NormalDist

from lamplight.core.care.triggers import CountSince
from lamplight.core.machine.estimated_meters import meters_of
from lamplight.core.usage.counters import CleaningDrinks, CounterBook, Reading, Restart
from lamplight.core.usage.expected_reading import expected_reading
from lamplight.core.usage.passage import EIGHT_IN_TEN
from tests.core.care.makers import item, kind
from tests.core.makers import MONDAY, OFFICE, book, with_counter, with_drinks

TUESDAY = MONDAY + timedelta(days=1)


def expected(known, now=TUESDAY):
    """Of the drinks counter; the last reading before opening on Monday is 1800."""
    meter = meters_of(known, kind(item(CountSince(9))), OFFICE, now)["drinks"]
    return expected_reading(known.drinks, meter, now)


class Expected(unittest.TestCase):
    """Forty drinks on each open day."""

    def test_since_the_last_reading(self):
        """A day later, forty more; at the reading itself, none and no doubt."""
        self.assertEqual(expected(book(28, 40)).value, 1840)
        self.assertEqual((expected(book(28, 40), MONDAY).value, expected(book(28, 40), MONDAY).margin), (1800, 0))

    def test_cleaning_drinks(self):
        """Those after the reading come on top; those before are in it; within its second the place decides."""
        for minutes, seq, more in ((-5, 0, 0), (5, 0, 4), (0, 0, 0), (0, 1, 4)):
            run = CleaningDrinks(MONDAY + timedelta(minutes=minutes), 4, seq=seq)
            with self.subTest(minutes=minutes, seq=seq):
                self.assertEqual(expected(with_drinks(book(28, 40), cleaning=(run,))).value, 1840 + more)

    def test_after_a_restart(self):
        """From what it began with; one before the reading is over."""
        for hours, wanted in ((1, 12 + 40), (-1, 1840)):
            restart = Restart(MONDAY + timedelta(hours=hours), 1800, 12)
            with self.subTest(hours=hours):
                self.assertEqual(expected(with_drinks(book(28, 40), restarts=(restart,))).value, wanted)

    def test_margin(self):
        """Eight times in ten: a normal's quantile; none where nobody knows the usage."""
        self.assertAlmostEqual(EIGHT_IN_TEN, NormalDist().inv_cdf(0.9), places=3)
        day, week = (expected(book(28, 40), MONDAY + timedelta(days=days)).margin for days in (1, 7))
        self.assertLess(0, day)
        self.assertLess(day, week)
        single = with_counter(book(28, 40), "drinks", CounterBook((Reading(MONDAY, 1800),)))
        self.assertIsNone(expected(single).margin)

    def test_without_a_reading(self):
        """Nothing to go by."""
        self.assertIsNone(expected(replace(book(28, 40), counters={})))


if __name__ == "__main__":
    unittest.main()
