"""Drinks between two moments: exact between readings, shared out inside a gap, carried on past the last."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import UTC, datetime, timedelta

from hypothesis import given, settings
from hypothesis import strategies as st

from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.usage.counters import CounterBook, Reading
from lamplight.core.usage.cumulative import CumulativeCount, cumulative_of
from lamplight.core.usage.weekday_rates import fit_usage, usage_of
from tests.core.makers import MONDAY, OFFICE, book


class Line(unittest.TestCase):
    """Drinks between any two moments."""

    def setUp(self):
        """Four weeks of 40 a day."""
        self.book = book()
        usage = usage_of(self.book.drinks, OFFICE, MONDAY)
        self.cumulative = cumulative_of(self.book.drinks, usage, OFFICE)

    def test_exact_between_readings(self):
        """A week is 200, not estimated."""
        count = self.cumulative.between(MONDAY - timedelta(days=7), MONDAY)
        self.assertEqual((round(count.drinks), count.estimated), (200, False))

    def test_shared_out_inside_a_gap(self):
        """Noon of a day between two readings: half of its drinks, estimated."""
        noon = datetime(2026, 11, 20, 12, 30, tzinfo=UTC)
        count = self.cumulative.between(noon - timedelta(hours=6, minutes=30), noon)
        self.assertAlmostEqual(count.drinks, 20.0, places=6)
        self.assertTrue(count.estimated)

    def test_carried_on_past_the_last_reading(self):
        """A Monday's worth by Tuesday."""
        self.assertAlmostEqual(self.cumulative.between(MONDAY, MONDAY + timedelta(days=1)).drinks, 40.0, delta=0.5)

    def test_moment_at_turns_position_round(self):
        """At each reading, and before the first one to the day."""
        for back in (1, 5, 20):
            at = MONDAY - timedelta(days=back)
            if OFFICE.is_open(at.date()):
                self.assertEqual(self.cumulative.moment_at(self.cumulative.position(at)), at)
        early = self.cumulative.moment_at(-60)
        self.assertLess(early, self.cumulative.first)
        self.assertAlmostEqual(self.cumulative.position(early), -60, delta=45)

    def test_empty_line(self):
        """No reading: the drinks that somebody guesses, else none; no moment."""
        for guess, drinks in ((30, 150.0), (None, 0.0)):
            cumulative = CumulativeCount((), fit_usage([], OFFICE, MONDAY, guess_per_day=guess), OFFICE)
            week = cumulative.between(MONDAY - timedelta(days=7), MONDAY)
            with self.subTest(guess=guess):
                self.assertAlmostEqual(week.drinks, drinks, delta=5)  # some are drawn on closed days
                self.assertTrue(week.estimated)
                self.assertIsNone(cumulative.moment_at(10))

    @given(st.lists(st.integers(0, 27 * 24), min_size=3, max_size=3, unique=True))
    @settings(max_examples=50)
    def test_parts_add_up(self, hours):
        """Between a and c lies what lies between a and b and between b and c."""
        a, b, c = sorted(MONDAY - timedelta(hours=hour) for hour in hours)
        whole = self.cumulative.between(a, c).drinks
        self.assertAlmostEqual(
            whole, self.cumulative.between(a, b).drinks + self.cumulative.between(b, c).drinks, places=6
        )
        self.assertGreaterEqual(whole, 0)


class WithoutUsage(unittest.TestCase):
    """A gap in which nobody can say when it was drawn is shared out by the clock."""

    def test_by_the_clock(self):
        """A quarter of a closed weekend is a quarter of what was drawn."""
        start = datetime(2026, 11, 21, 0, tzinfo=UTC)
        closed = SiteCalendar("UTC", OFFICE.hours, frozenset({start.date(), start.date() + timedelta(days=1)}))
        readings = (Reading(start, 100), Reading(start + timedelta(hours=24), 140))
        facts = CounterBook(readings)
        line = cumulative_of(facts, replace(usage_of(facts, closed, MONDAY), rates=(0.0,) * 7), closed)
        self.assertAlmostEqual(line.between(start, start + timedelta(hours=6)).drinks, 10)


if __name__ == "__main__":
    unittest.main()
