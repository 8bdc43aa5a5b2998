"""Doubtful readings among many that arrive together."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import timedelta

from lamplight.core.usage.counters import CounterBook, Reading
from lamplight.core.usage.import_plausibility import doubtful_among
from tests.core.makers import MONDAY, OFFICE, daily_readings

WEEKS = daily_readings(7 * 60, 40)[::7]


def doubtful(fresh, known=()):
    """The places in a list of readings that are doubted."""
    facts = CounterBook(tuple(known))
    pairs = doubtful_among(fresh, facts, OFFICE, MONDAY)
    return [fresh.index(reading) for reading, _ in pairs]


LEAPT = [*WEEKS[:-1], replace(WEEKS[-1], value=WEEKS[-1].value + 5000)]
LAST = len(WEEKS) - 1


class Doubtful(unittest.TestCase):
    """Two hundred a week."""

    def test_none_in_a_plain_row(self):
        """Whether the book is empty or has the same readings already."""
        self.assertEqual(doubtful(list(WEEKS)), [])
        self.assertEqual(doubtful(list(WEEKS), WEEKS), [])

    def test_a_leap_at_the_end(self):
        """Judged by usage without it, which it would spoil; also where the book has all before it."""
        self.assertEqual(doubtful(LEAPT), [LAST])
        self.assertEqual(doubtful(LEAPT, WEEKS[:-1]), [LAST])

    def test_a_leap_from_which_it_goes_on(self):
        """Everything after it agrees: the counter says so, and nothing is doubted."""
        gone_on = [replace(reading, value=reading.value + 5000 * (n >= LAST - 1)) for n, reading in enumerate(WEEKS)]
        self.assertEqual(doubtful(gone_on), [])

    def test_known_ones_are_not_asked_about(self):
        """What is in the book already was asked about then."""
        self.assertEqual(doubtful(LEAPT, LEAPT), [])

    def test_alone(self):
        """The first reading of a counter raises no doubt."""
        self.assertEqual(doubtful([Reading(MONDAY - timedelta(days=1), 5)]), [])


if __name__ == "__main__":
    unittest.main()
