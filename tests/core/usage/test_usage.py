"""Usage of few readings, and none."""

from __future__ import annotations

import unittest
from datetime import UTC, date, datetime, timedelta

from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.usage.counters import CounterBook, Reading
from lamplight.core.usage.usage import opening_shape
from lamplight.core.usage.weekday_rates import fit_usage, usage_of
from tests.core.makers import MONDAY, OFFICE, book, daily_readings


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


class Week(unittest.TestCase):
    """How strong the week is, is learned."""

    def test_a_strong_one_and_none(self):
        """60 on the first three days and 15 on the others, read daily for three weeks: nearer than what a prior holds;
        40 on each, read every third day: as assumed."""
        strong = (60, 60, 60, 15, 15, 0, 0)
        value, readings = 0, []
        for back in range(21, -1, -1):
            at = MONDAY - timedelta(days=back)
            readings.append(Reading(at, value))
            value += strong[at.weekday()]
        facts = CounterBook(tuple(readings))
        held = fit_usage(readings, OFFICE, MONDAY, 112.0).rates
        found = usage_of(facts, OFFICE, MONDAY).rates
        for day in (0, 3):
            self.assertLess(abs(found[day] - strong[day]), 0.6 * abs(held[day] - strong[day]))
        even = book(28, 40).drinks
        sparse = CounterBook(even.readings[::3])
        found = usage_of(sparse, OFFICE, MONDAY).rates[:5]
        self.assertLess(max(found) - min(found), 3)


class Guess(unittest.TestCase):
    """What the keeper guessed counts like a few days, and fades as readings come."""

    def rate(self, days):
        """Monday's rate of a machine that makes 40 a day, under a guess of 100, after so many days of readings."""
        usage = usage_of(book(days, 40).drinks, OFFICE, MONDAY, guess=100.0)
        return usage.rates[0]

    def test_it_fades(self):
        """From the guess to what is counted, within a month."""
        rates = [self.rate(days) for days in (0, 7, 28, 84)]
        self.assertAlmostEqual(rates[0], 100)
        self.assertTrue(40 < rates[1] < 60, rates)
        for rate in rates[2:]:
            self.assertAlmostEqual(rate, 40, delta=1)

    def test_a_site_that_never_opens(self):
        """Every day is alike until readings say otherwise."""
        self.assertEqual(list(opening_shape(SiteCalendar("UTC", (None,) * 7))), [1.0] * 7)


if __name__ == "__main__":
    unittest.main()
