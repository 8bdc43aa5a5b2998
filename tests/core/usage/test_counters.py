"""Gaps between readings, with restarts and cleaning drinks; and the line through them."""

from __future__ import annotations

import unittest
from datetime import UTC, date, datetime, timedelta

from lamplight.core.errors import InvalidInput, InvalidReading
from lamplight.core.usage.counters import (
    HIGHEST_COUNT,
    CleaningDrinks,
    CounterBook,
    Reading,
    Restart,
    as_reading,
    backwards_pairs,
    coffee_intervals,
)
from tests.core.makers import OFFICE

T = [datetime(2026, 11, 2 + n, 6, tzinfo=UTC) for n in range(10)]


class Intervals(unittest.TestCase):
    """What was drunk between two readings."""

    def test_in_order_whatever_the_order_of_entry(self):
        """Readings are sorted by time first."""
        readings = [Reading(T[2], 180), Reading(T[0], 100), Reading(T[1], 130)]
        self.assertEqual([gap.drinks for gap in coffee_intervals(readings)], [30, 50])

    def test_cleaning_drinks_come_off_where_they_fell(self):
        """Two in the second gap, and never below nothing."""
        readings = [Reading(T[0], 100), Reading(T[2], 130), Reading(T[4], 131)]
        cleaned = [CleaningDrinks(T[2], 2), CleaningDrinks(T[3], 5)]
        self.assertEqual([gap.drinks for gap in coffee_intervals(readings, (), cleaned)], [28, 0])

    def test_restart_splits_the_row(self):
        """From 980 to 1000 in the old row, from 0 to 25 in the new."""
        readings = [Reading(T[0], 980), Reading(T[3], 25)]
        gaps = coffee_intervals(readings, [Restart(T[2], before=1000, after=0)])
        self.assertEqual([(gap.start, gap.end, gap.drinks) for gap in gaps], [(T[0], T[2], 20), (T[2], T[3], 25)])

    def test_restart_nobody_saw(self):
        """The stretch up to it is unknown, not nothing."""
        gaps = coffee_intervals([Reading(T[0], 980), Reading(T[3], 25)], [Restart(T[2])])
        self.assertEqual([gap.drinks for gap in gaps], [None, 25])

    def test_falling_without_restart_is_unknown(self):
        """A counter that runs back tells nothing, and is found."""
        readings = [Reading(T[0], 100), Reading(T[1], 90), Reading(T[2], 95)]
        self.assertEqual([gap.drinks for gap in coffee_intervals(readings)], [None, 5])
        self.assertEqual(backwards_pairs(readings), ((readings[0], readings[1]),))
        self.assertEqual(backwards_pairs(readings, [Restart(T[1], after=90)]), ())

    def test_two_values_at_one_moment_are_found(self):
        """The same twice is no contradiction."""
        twice = [Reading(T[0], 100), Reading(T[0], 100)]
        self.assertEqual(backwards_pairs(twice), ())
        self.assertEqual(len(backwards_pairs([Reading(T[0], 100), Reading(T[0], 101)])), 1)

    def test_range(self):
        """Both ends, and a naive time."""
        Reading(T[0], 0)
        Reading(T[0], HIGHEST_COUNT)
        for value in (-1, HIGHEST_COUNT + 1):
            with self.assertRaisesRegex(InvalidReading, "cannot be"):
                Reading(T[0], value)
        with self.assertRaisesRegex(InvalidInput, "time zone"):
            Reading(datetime(2026, 11, 2), 5)

    def test_a_bare_date_is_before_opening(self):
        """So that the whole day lies ahead."""
        self.assertEqual(as_reading((date(2026, 11, 23), 5), OFFICE).at, OFFICE.opening(date(2026, 11, 23)))


class Rows(unittest.TestCase):
    """Between two restarts the readings make one row."""

    def test_of_a_moment(self):
        """A reading of the row before, of this one and of the next; the count after a restart begins a row."""
        readings = tuple(Reading(T[0] + timedelta(days=day), value) for day, value in ((0, 50), (2, 30), (4, 9)))
        restarts = (Restart(T[0] + timedelta(days=1), 60, 7), Restart(T[0] + timedelta(days=3), 40))
        facts = CounterBook(readings, restarts)
        rows = [[reading.value for reading in facts.row_at(T[0] + timedelta(days=day))] for day in (0, 1, 2, 2.9, 3, 9)]
        self.assertEqual([row[-1] for row in rows], [50, 30, 30, 30, 9, 9])
        self.assertEqual([50 in row for row in rows], [True, False, False, False, False, False])
        self.assertEqual([9 in row for row in rows], [False, False, False, False, True, True])


if __name__ == "__main__":
    unittest.main()
