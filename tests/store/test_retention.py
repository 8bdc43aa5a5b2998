"""Which daily copies stay: laws over any days, and a year of them day by day."""

from __future__ import annotations

import unittest
from datetime import date, timedelta

from hypothesis import given
from hypothesis import strategies as st

from lamplight.store.retention import DAYS, MONTHS, WEEKS, kept_days

TODAY = date(2026, 11, 24)
DAYS_AROUND = st.sets(st.dates(date(2024, 1, 1), date(2027, 3, 1)), max_size=200)


class Kept(unittest.TestCase):
    """Seven days, four weeks, twelve months."""

    @given(DAYS_AROUND)
    def test_laws(self, days):
        """Only of those that are there; each of the last seven; the newest always; never more than all three sorts."""
        kept = kept_days(days, TODAY)
        self.assertLessEqual(kept, days)
        for day in days:
            if 0 <= (TODAY - day).days < DAYS:
                self.assertIn(day, kept)
        past = {day for day in kept if day <= TODAY}
        self.assertLessEqual(len(past), DAYS + WEEKS + MONTHS)
        recent = [day for day in days if (TODAY - day).days < 300]
        if recent:
            self.assertIn(max(recent), kept)
        self.assertEqual(kept_days(kept, TODAY), kept)

    def test_day_by_day(self):
        """After a year and a half of copies: seven days without a gap, then weeks, then months, each once."""
        day, kept = TODAY - timedelta(days=550), set()
        while day <= TODAY:
            kept = kept_days(kept | {day}, day)
            day += timedelta(days=1)
        ages = sorted((TODAY - day).days for day in kept)
        self.assertEqual(ages[:DAYS], list(range(DAYS)))
        self.assertEqual(len({(day.year, day.month) for day in kept}), MONTHS)
        self.assertGreaterEqual(len({day.isocalendar()[:2] for day in kept if (TODAY - day).days < 28}), WEEKS)
        self.assertLessEqual(len(kept), DAYS + WEEKS + MONTHS)
