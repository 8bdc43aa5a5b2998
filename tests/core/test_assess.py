"""When an item falls due, by which trigger, and in which words."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import UTC, date, datetime, timedelta

from hypothesis import given, settings
from hypothesis import strategies as st

from lamplight.core.anatomy.parts import Appearance, Capacities, Circuit, Part
from lamplight.core.assess import assess
from lamplight.core.care.item import CareItem
from lamplight.core.care.last_done import DoneFact
from lamplight.core.care.own_items import LimitChange
from lamplight.core.care.status import Status
from lamplight.core.care.triggers import CountSince, DaysSince
from lamplight.core.errors import InvalidInput
from lamplight.core.machine.book import MachineBook
from lamplight.core.machine.kind import Kind
from lamplight.core.site.calendar import OFFICE_HOURS, SiteCalendar
from lamplight.core.usage.counters import CleaningDrinks, Reading
from tests.core.makers import MONDAY, OFFICE, book, with_drinks

LOOK = Appearance(200, 260, 10, "hopper", "right", "lamps", "wand", "removable", "feet")


def kind_with(*triggers, item="tablet"):
    """A kind of one item."""
    care = CareItem(item, "Tablet", Circuit.BREW, "group", triggers, 6, "brew-tablet")
    return Kind("k", "Kind", "", LOOK, (Part("group", "Group", Circuit.BREW),), Capacities(), (care,))


def due_of(triggers, last, days=28, per_day=40, now=MONDAY, calendar=OFFICE, **rest):
    """Where the item stands, last done so many days before the last reading."""
    done = {"tablet": now - timedelta(days=last)} if last is not None else None
    return assess(book(days, per_day, done, end=now, **rest), kind_with(*triggers), calendar, now).dues[0]


class Statuses(unittest.TestCase):
    """From clear to overdue as the drinks add up: 40 on each open day, limit 200."""

    def test_table(self):
        """Days since it was done on a Monday morning; the drinks are those of the open days since."""
        rows = [
            (0, 0, Status.CLEAR),
            (3, 40, Status.CLEAR),
            (5, 120, Status.SOON),
            (7, 200, Status.DUE),
            (10, 240, Status.OVERDUE),
            (14, 400, Status.OVERDUE),
        ]
        for days, drinks, status in rows:
            with self.subTest(days=days):
                due = due_of((CountSince(200),), days)
                self.assertAlmostEqual(due.first.used, drinks, delta=0.5)
                self.assertEqual(due.status, status)

    def test_grace_is_a_tenth_of_the_limit(self):
        """Due from 200, overdue from 220 on."""
        for per_day, status in ((39, Status.SOON), (40, Status.DUE), (43, Status.DUE), (44, Status.OVERDUE)):
            with self.subTest(per_day=per_day):
                self.assertEqual(due_of((CountSince(200),), 7, per_day=per_day).status, status)

    def test_words(self):
        """The count, the limit, and how far ahead it lies."""
        said = due_of((CountSince(200),), 5).reasons[0]
        self.assertEqual(said, "120 of 200 drinks; about 2 open days")
        self.assertEqual(due_of((CountSince(200),), 7).reasons[0], "200 of 200 drinks; due now")
        self.assertEqual(due_of((CountSince(200),), 10).reasons[0], "240 of 200 drinks; 40 over")

    def test_estimated_after_the_last_reading(self):
        """On Tuesday noon, read on Monday: said as about."""
        known = book(28, 40, {"tablet": MONDAY - timedelta(days=7)})
        noon = MONDAY + timedelta(days=1, hours=6, minutes=30)
        due = assess(known, kind_with(CountSince(300)), OFFICE, noon).dues[0]
        self.assertTrue(due.first.estimated)
        self.assertTrue(due.reasons[0].startswith("about 260 of 300"), due.reasons[0])

    def test_unknown_is_said(self):
        """Never done; or never read."""
        due = due_of((CountSince(200),), None)
        self.assertEqual(due.status, Status.UNKNOWN)
        self.assertIn("Nobody knows when it was last done", due.reasons[0])
        never_read = MachineBook(done=(DoneFact("tablet", MONDAY),))
        due = assess(never_read, kind_with(CountSince(200)), OFFICE, MONDAY).dues[0]
        self.assertEqual(due.status, Status.UNKNOWN)
        self.assertIn("read the counter once", due.reasons[0])

    def test_never_read_but_dated(self):
        """A limit in days needs no counter."""
        known = MachineBook(done=(DoneFact("tablet", MONDAY - timedelta(days=9)),))
        due = assess(known, kind_with(DaysSince(7), CountSince(200)), OFFICE, MONDAY).dues[0]
        self.assertEqual(due.status, Status.DUE)  # since Friday; Monday is its day of grace
        self.assertEqual(len(due.reasons), 2)


class Days(unittest.TestCase):
    """Limits in days, on closed days, month ends and changes of the clocks."""

    def test_grace_of_one_open_day(self):
        """Due on Friday, overdue on Tuesday: Monday is the day of grace."""
        done = datetime(2026, 11, 13, 9, tzinfo=UTC)
        for day, status in (
            (19, Status.SOON), (20, Status.DUE), (23, Status.DUE), (24, Status.OVERDUE),
        ):  # fmt: skip
            now = datetime(2026, 11, day, 9, tzinfo=UTC)
            known = MachineBook(done=(DoneFact("tablet", done),))
            due = assess(known, kind_with(DaysSince(7)), OFFICE, now).dues[0]
            with self.subTest(day=day):
                self.assertEqual(due.status, status)

    def test_days_by_calendar_not_by_hours(self):
        """Over the night of the clock change a week stays a week (Europe/Berlin, 28 March 2027)."""
        berlin = SiteCalendar("Europe/Berlin", (OFFICE_HOURS,) * 5 + (None,) * 2)
        known = MachineBook(done=(DoneFact("tablet", berlin.at_minute(date(2027, 3, 25), 1435)),))
        now = berlin.at_minute(date(2027, 4, 1), 5)
        due = assess(known, kind_with(DaysSince(7)), berlin, now).dues[0]
        self.assertEqual((due.first.used, due.status, due.likely), (7.0, Status.DUE, date(2027, 4, 1)))


class Whichever(unittest.TestCase):
    """Two triggers: the one that comes first decides, the other is told too."""

    def test_days_win_when_little_is_drunk(self):
        """10 a day never reach 250 in a week."""
        due = due_of((DaysSince(7), CountSince(250)), 5, per_day=10)
        self.assertEqual(due.first.trigger.key, "days")
        self.assertIn("5 of 7 days", due.reasons[0])
        self.assertIn("of 250 drinks", due.reasons[1])

    def test_drinks_win_when_much_is_drunk(self):
        """100 a day reach 250 within three."""
        due = due_of((DaysSince(7), CountSince(250)), 5, per_day=100)
        self.assertEqual(due.first.trigger.key, "drinks")
        self.assertEqual(due.status, Status.OVERDUE)

    def test_own_limit_moves_it(self):
        """The keeper's limit takes the place of the kind's."""
        own = (LimitChange("tablet", "drinks", 130),)
        self.assertEqual(due_of((CountSince(200),), 5, limits=own).reasons[0], "120 of 130 drinks; likely today")


class Starts(unittest.TestCase):
    """Last done at a count instead of a date; cleaning drinks."""

    def test_at_a_counter_value(self):
        """150 before the last reading, also from before the first one."""
        known = book(28, 40)
        last = known.drinks.readings[-1].value
        for back in (150, 1000):
            fact = DoneFact("tablet", value=last - back)
            due = assess(replace(known, done=(fact,)), kind_with(CountSince(2000)), OFFICE, MONDAY).dues[0]
            with self.subTest(back=back):
                self.assertAlmostEqual(due.first.used, back, delta=0.6)

    def test_cleaning_drinks_do_not_count(self):
        """Five blank shots after the tablet leave 195 of 200."""
        known = book(28, 40, {"tablet": MONDAY - timedelta(days=7)})
        cleaned = with_drinks(known, cleaning=(CleaningDrinks(MONDAY - timedelta(days=4), 5),))
        due = assess(cleaned, kind_with(CountSince(200)), OFFICE, MONDAY).dues[0]
        self.assertAlmostEqual(due.first.used, 195, delta=0.5)

    def test_limits_are_checked(self):
        """Both ends."""
        CountSince(1), CountSince(100_000), DaysSince(1), DaysSince(3650)
        for make, value in ((CountSince, 0), (CountSince, 100_001), (DaysSince, 0), (DaysSince, 3651)):
            with self.assertRaisesRegex(InvalidInput, "lies between 1 and"):
                make(value)


class Properties(unittest.TestCase):
    """What must hold whatever the numbers."""

    @given(st.integers(0, 20), st.integers(1, 60), st.integers(20, 400))
    @settings(max_examples=40)
    def test_more_drinks_never_make_it_less_due(self, last, extra, limit):
        """The same book with a higher last count is at least as urgent."""
        known = book(28, 30, {"tablet": MONDAY - timedelta(days=last)})
        now = MONDAY + timedelta(hours=4)
        kind = kind_with(CountSince(limit))
        few = with_drinks(known, readings=(*known.drinks.readings, Reading(now, known.drinks.readings[-1].value + 10)))
        more = with_drinks(
            known, readings=(*known.drinks.readings, Reading(now, known.drinks.readings[-1].value + 10 + extra))
        )
        self.assertGreaterEqual(
            assess(more, kind, OFFICE, now).dues[0].status, assess(few, kind, OFFICE, now).dues[0].status
        )

    @given(st.permutations(range(15)))
    @settings(max_examples=15)
    def test_order_of_entry_does_not_matter(self, order):
        """Readings, cleaning and last-done facts in any order give the same due."""
        known = book(14, 33, {"tablet": MONDAY - timedelta(days=6)})
        shuffled = with_drinks(known, readings=tuple(known.drinks.readings[n] for n in order))
        kind = kind_with(CountSince(200), DaysSince(9))
        self.assertEqual(assess(known, kind, OFFICE, MONDAY).dues, assess(shuffled, kind, OFFICE, MONDAY).dues)

    @given(st.integers(4, 24))
    @settings(max_examples=15)
    def test_a_reading_on_the_line_moves_little(self, hour):
        """Adding the expected reading moves the likely date by a day at most."""
        known = book(28, 40, {"tablet": MONDAY - timedelta(days=3)})
        now = MONDAY + timedelta(hours=hour)
        kind = kind_with(CountSince(500))
        before = assess(known, kind, OFFICE, now)
        with_one = with_drinks(known, readings=(*known.drinks.readings, Reading(now, before.expected_drinks)))
        moved = assess(with_one, kind, OFFICE, now).dues[0].likely - before.dues[0].likely
        self.assertLessEqual(abs(moved.days), 1)


if __name__ == "__main__":
    unittest.main()
