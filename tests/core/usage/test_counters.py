"""Gaps between readings, with restarts and cleaning drinks; and the line through them."""

from __future__ import annotations

import unittest
from datetime import UTC, date, datetime, timedelta

from hypothesis import given, settings
from hypothesis import strategies as st

from lamplight.core.errors import InvalidInput, InvalidReading
from lamplight.core.usage.counters import (
    HIGHEST_COUNT,
    CleaningDrinks,
    Reading,
    Restart,
    as_reading,
    backwards_pairs,
    coffee_intervals,
)
from lamplight.core.usage.cumulative import CumulativeCount, cumulative_of
from lamplight.core.usage.weekday_rates import fit_usage, usage_of
from tests.core.makers import MONDAY, OFFICE, book, daily_readings

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
        """No reading, no drinks, no moment."""
        usage = fit_usage([], OFFICE, MONDAY, guess_per_day=30)
        cumulative = CumulativeCount((), usage, OFFICE)
        self.assertEqual(cumulative.position(MONDAY), 0.0)
        self.assertIsNone(cumulative.moment_at(10))
        self.assertTrue(cumulative.between(MONDAY - timedelta(days=1), MONDAY).estimated is True)

    @given(st.lists(st.integers(0, 27 * 24), min_size=3, max_size=3, unique=True))
    @settings(deadline=None, max_examples=50)
    def test_parts_add_up(self, hours):
        """Between a and c lies what lies between a and b and between b and c."""
        a, b, c = sorted(MONDAY - timedelta(hours=hour) for hour in hours)
        whole = self.cumulative.between(a, c).drinks
        self.assertAlmostEqual(
            whole, self.cumulative.between(a, b).drinks + self.cumulative.between(b, c).drinks, places=6
        )
        self.assertGreaterEqual(whole, 0)


class UsageOfFewReadings(unittest.TestCase):
    """What little is known is said as such."""

    def test_three_readings_already_tell(self):
        """100 drinks over a Monday and a Tuesday: about 50 on an open day, little at the weekend."""
        readings = daily_readings(2, 50, end=datetime(2026, 11, 25, 6, tzinfo=UTC))
        usage = fit_usage(readings, OFFICE, readings[-1].at, 56.0)
        for day in range(5):
            self.assertAlmostEqual(usage.rates[day], 50, delta=8)
        self.assertLess(usage.rates[5], 8)
        self.assertFalse(usage.unique)

    def test_declared_guess_is_marked(self):
        """One reading and a guess: the guess, named as such."""
        usage = fit_usage([Reading(MONDAY, 5)], OFFICE, MONDAY, guess_per_day=30)
        self.assertEqual(usage.basis, "declared")
        self.assertEqual(usage.rates[0], 30)
        self.assertIn("your own guess", usage.notes[-1])

    def test_nothing_known(self):
        """No reading, no guess: no rate, and a sentence that says what to do."""
        usage = fit_usage([], OFFICE, MONDAY)
        self.assertFalse(usage.known)
        self.assertIn("take two readings", usage.notes[-1])

    def test_recent_weeks_weigh_more(self):
        """After a change from 20 to 60 a day the memory leans to 60; without decay it stays between."""
        old = daily_readings(56, 20, start=0, end=MONDAY - timedelta(days=14))
        new = daily_readings(14, 60, start=old[-1].value)
        readings = (*old, *new[1:])
        remembering = fit_usage(readings, OFFICE, MONDAY, half_life_days=7.0)
        plain = fit_usage(readings, OFFICE, MONDAY)
        self.assertGreater(remembering.rates[0], plain.rates[0] + 8)
        self.assertGreater(remembering.rates[0], 48)

    def test_drinks_while_closed_are_noted(self):
        """Counted on a closed date: left out of the rates, and said."""
        from lamplight.core.site.calendar import OFFICE_HOURS, SiteCalendar

        closed = SiteCalendar("UTC", (OFFICE_HOURS,) * 5 + (None,) * 2, frozenset({date(2026, 11, 20)}))
        readings = [*daily_readings(10, 40, end=MONDAY - timedelta(days=3))]
        readings.append(Reading(datetime(2026, 11, 20, 17, tzinfo=UTC), readings[-1].value + 9))
        usage = fit_usage(readings, closed, MONDAY)
        self.assertTrue(any("9 drinks were counted while the site was closed" in note for note in usage.notes))

    def test_more_uneven_days_spread_wider(self):
        """Over-dispersion is estimated from the readings."""
        uneven, value = [], 0
        for n in range(60):
            at = MONDAY - timedelta(days=60 - n)
            uneven.append(Reading(at, value))
            value += (10, 80)[n % 2] if OFFICE.is_open(at.date()) else 0
        self.assertGreater(usage_of(book(56).drinks, OFFICE, MONDAY).overdispersion, 0.99)
        self.assertGreater(fit_usage(uneven, OFFICE, MONDAY).overdispersion, 8)


if __name__ == "__main__":
    unittest.main()
