"""Soon, due and overdue: every edge of every window. Common practice, no source."""

from __future__ import annotations

import unittest
from datetime import UTC, date, datetime, timedelta

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.care.status import Status, Window, grace
from lamplight.core.site.calendar import OpeningHours, SiteCalendar

WEEK = (OpeningHours(7 * 60, 18 * 60),) * 5 + (None,) * 2
OFFICE = SiteCalendar("UTC", WEEK)
FRIDAY = datetime(2026, 11, 20, 12, tzinfo=UTC)
CLEAR, SOON, DUE, OVERDUE = Status.CLEAR, Status.SOON, Status.DUE, Status.OVERDUE


def days_from(first, days):
    """So many closed dates."""
    return frozenset(first + timedelta(days=n) for n in range(days))


def at(now=FRIDAY, soon=3, calendar=OFFICE):
    """The window at a moment."""
    return Window(calendar, now, soon)


class Counts(unittest.TestCase):
    """Drinks, litres, days of use."""

    def test_grace(self):
        """A tenth, and one at the least: of hours, drinks and litres alike."""
        for limit, wanted in ((1, 1), (5, 1), (10, 1), (11, 1.1), (24, 2.4), (200, 20)):
            self.assertAlmostEqual(grace(limit), wanted)

    def test_edges(self):
        """Due on the limit, overdue on the grace's end, not before."""
        far = date(2027, 2, 1)
        for used, limit, wanted in (
            (199, 200, CLEAR), (200, 200, DUE), (219, 200, DUE), (219.9, 200, DUE), (220, 200, OVERDUE),
            (4.9, 5, CLEAR), (5, 5, DUE), (5.9, 5, DUE), (6, 5, OVERDUE), (0, 1, CLEAR), (1, 1, DUE), (2, 1, OVERDUE),
        ):  # fmt: skip
            with self.subTest(used=used, limit=limit):
                self.assertEqual(at().counted(used, limit, far), wanted)


class Ahead(unittest.TestCase):
    """What is not reached yet."""

    def test_open_days_count(self):
        """From a Friday three open days reach to Wednesday; Saturday and Sunday cost none."""
        for day, wanted in (
            (date(2026, 11, 20), SOON), (date(2026, 11, 21), SOON), (date(2026, 11, 24), SOON),
            (date(2026, 11, 25), SOON), (date(2026, 11, 26), CLEAR), (None, CLEAR),
        ):  # fmt: skip
            with self.subTest(day=day):
                self.assertEqual(at().ahead(day), wanted)
        self.assertEqual(at(soon=0).ahead(date(2026, 11, 22)), SOON)
        self.assertEqual(at(soon=0).ahead(date(2026, 11, 23)), CLEAR)

    def test_over_a_long_closure(self):
        """Sixty closed days and the window: as far as is looked, and no further."""
        closed = SiteCalendar("UTC", WEEK, days_from(date(2026, 11, 21), 220))
        last = FRIDAY.date() + timedelta(days=63)
        self.assertEqual(at(calendar=closed).ahead(last), SOON)
        self.assertEqual(at(calendar=closed).ahead(last + timedelta(days=1)), CLEAR)


class Hours(unittest.TestCase):
    """Hours since the first drink."""

    def test_edges(self):
        """A tenth of the hours, one at least, after the end."""
        end = FRIDAY
        for limit, later, wanted in (
            (24, -0.01, SOON), (24, 0, DUE), (24, 2.39, DUE), (24, 2.4, OVERDUE), (4, 0.99, DUE), (4, 1, OVERDUE),
        ):  # fmt: skip
            with self.subTest(limit=limit, later=later):
                self.assertEqual(at(end + timedelta(hours=later)).timed(end, limit), wanted)
        self.assertEqual(at().timed(FRIDAY + timedelta(days=30), 24), CLEAR)


class Dates(unittest.TestCase):
    """Days, weeks and months."""

    def test_one_more_open_day(self):
        """Due on Friday: still due on Monday, overdue on Tuesday."""
        due = FRIDAY.date()
        for days, wanted in ((-1, SOON), (0, DUE), (1, DUE), (2, DUE), (3, DUE), (4, OVERDUE), (30, OVERDUE)):
            with self.subTest(days=days):
                self.assertEqual(at(FRIDAY + timedelta(days=days)).dated(due), wanted)

    def test_over_a_closure(self):
        """The open day after may be weeks away."""
        closed = SiteCalendar("UTC", WEEK, days_from(date(2026, 11, 21), 16))
        monday = datetime(2026, 12, 7, 9, tzinfo=UTC)
        self.assertEqual(at(monday, calendar=closed).dated(FRIDAY.date()), DUE)
        self.assertEqual(at(monday + timedelta(days=1), calendar=closed).dated(FRIDAY.date()), OVERDUE)


class Service(unittest.TestCase):
    """The end of service."""

    def test_edges(self):
        """Soon that day, due from an hour before, overdue when the next open day begins."""
        end = FRIDAY.replace(hour=18)
        for now, wanted in (
            (FRIDAY - timedelta(days=1), CLEAR), (FRIDAY.replace(hour=0), SOON),
            (FRIDAY.replace(hour=16, minute=59), SOON), (FRIDAY.replace(hour=17), DUE), (end, DUE),
            (datetime(2026, 11, 22, 23, 59, tzinfo=UTC), DUE), (datetime(2026, 11, 23, 6, 59, tzinfo=UTC), DUE),
            (datetime(2026, 11, 23, 7, tzinfo=UTC), OVERDUE),
        ):  # fmt: skip
            with self.subTest(now=now):
                self.assertEqual(at(now).at_service_end(end), wanted)


class Laws(unittest.TestCase):
    """Whatever the item."""

    @given(st.floats(0, 5000), st.floats(0, 500), st.floats(0.5, 2000), st.integers(0, 90))
    def test_more_used_is_never_less_urgent(self, used, more, limit, days):
        """With the same forecast."""
        likely = FRIDAY.date() + timedelta(days=days)
        first, second = (at().counted(n, limit, likely) for n in (used, used + more))
        self.assertLessEqual(first, second)

    @given(st.integers(-40, 40), st.integers(0, 400))
    def test_later_is_never_less_urgent(self, days, hours):
        """Of a date, of hours and of an end of service."""
        due = FRIDAY.date() + timedelta(days=days)
        end = OFFICE.closing(OFFICE.open_day_from(due))
        first, second = at(), at(FRIDAY + timedelta(hours=hours))
        self.assertLessEqual(first.dated(due), second.dated(due))
        self.assertLessEqual(first.timed(end, 24), second.timed(end, 24))
        self.assertLessEqual(first.at_service_end(end), second.at_service_end(end))

    def test_words(self):
        """In the order of urgency."""
        self.assertEqual([status.word for status in sorted(Status)], ["clear", "unknown", "soon", "due", "overdue"])


if __name__ == "__main__":
    unittest.main()
