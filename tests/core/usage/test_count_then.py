"""A count that was noted once is a place on the line of drinks."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import timedelta

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.care.last_done import DoneFact, last_done
from lamplight.core.care.triggers import CountSince
from lamplight.core.usage.count_then import position_of_count
from lamplight.core.usage.counters import CleaningDrinks, CounterBook, Reading, Restart
from lamplight.core.usage.cumulative import cumulative_of
from lamplight.core.usage.weekday_rates import usage_of
from tests.core.care.makers import item, judged
from tests.core.makers import MONDAY, OFFICE, book

DAY = timedelta(days=1)


def line(facts):
    """Of the drinks."""
    return cumulative_of(facts, usage_of(facts, OFFICE, MONDAY), OFFICE)


class Places(unittest.TestCase):
    """By hand."""

    def test_rows_and_cleaning(self):
        """Each count in the row that ran when it was said; drinks that only cleaned move the counter alone."""
        facts = CounterBook(
            (Reading(MONDAY - 28 * DAY, 9000), Reading(MONDAY - 14 * DAY, 9400), Reading(MONDAY, 400)),
            (Restart(MONDAY - 14 * DAY + timedelta(seconds=1), 9400, 0),),
            (CleaningDrinks(MONDAY - 26 * DAY, 10),),
        )
        here = line(facts)
        total = here.position(MONDAY)
        self.assertAlmostEqual(total, 790)
        early = MONDAY - 20 * DAY
        for value, told, expected in (
            (9400, early, 390), (9300, early, 290), (9000, early, 0), (8900, early, -100),
            (400, None, 790), (9100, None, 90), (300, MONDAY, 690), (0, MONDAY, 390), (9400, MONDAY, 790),
        ):  # fmt: skip
            with self.subTest(value=value, told=told):
                self.assertAlmostEqual(position_of_count(value, told, facts, here), expected, places=6)
        at_cleaning = here.position(MONDAY - 26 * DAY)
        shown = 9000 + at_cleaning
        self.assertAlmostEqual(position_of_count(round(shown) + 4, early, facts, here), at_cleaning, delta=1)

    def test_run_on_past_the_last_reading(self):
        """A row that ended at 9 600 showed 9 500 after its last reading."""
        facts = CounterBook(
            (Reading(MONDAY - 28 * DAY, 9000), Reading(MONDAY - 14 * DAY, 9400), Reading(MONDAY, 100)),
            (Restart(MONDAY - 7 * DAY, 9600, 0),),
        )
        self.assertAlmostEqual(position_of_count(9500, None, facts, line(facts)), 500, places=6)
        self.assertAlmostEqual(position_of_count(50, None, facts, line(facts)), 650, places=6)

    def test_nothing_known(self):
        """Without a reading there is no row."""
        self.assertIsNone(position_of_count(5, None, CounterBook(), line(CounterBook())))

    def test_never_a_number_to_subtract_from_litres(self):
        """Done at 1 600 of 1 800: 200 drinks ago, a week; 18.5 L and 50 milk drinks, not 200."""
        known = replace(book(28, 40), done=(DoneFact("job", value=1600),))
        for counter, expected in (("drinks", 200), ("litres", 18.5), ("milk", 50)):
            due = judged(known, item(CountSince(1000, counter)))["job"]
            self.assertAlmostEqual(due.first.used, expected, delta=0.2)

    @given(st.integers(900, 1800), st.integers(0, 20))
    def test_as_good_as_the_moment(self, value, back):
        """Whatever was counted when: the same as done at the moment at which the counter showed it."""
        facts = book(28, 40).drinks
        here = line(facts)
        told = MONDAY - back * DAY
        placed = last_done([DoneFact("job", value=value, told_at=told)], facts, here)["job"]
        at = here.moment_at(placed.position)
        self.assertAlmostEqual(here.position(at), placed.position, places=1)
        self.assertLessEqual(here.position(at), here.position(max(told, MONDAY)) + 1e-6)


if __name__ == "__main__":
    unittest.main()
