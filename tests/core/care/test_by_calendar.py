"""Days, weeks and months: month ends, closed days before a date, absences, fixed weekdays."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import UTC, date, datetime, timedelta

from lamplight.core.care.by_calendar import month_later
from lamplight.core.care.last_done import DoneFact
from lamplight.core.care.status import Status
from lamplight.core.care.triggers import (
    DaysSince,
    EndOfService,
    FixedWeekdays,
    MonthsSince,
    Prompted,
)
from lamplight.core.lamps.sightings import Sighting
from lamplight.core.site.absence import Absence
from tests.core.care.makers import item, job, judged
from tests.core.makers import MONDAY, OFFICE, book


class Months(unittest.TestCase):
    """Calendar months."""

    def test_month_ends(self):
        """The 31st becomes the last day of a shorter month; leap years; over the turn of the year."""
        rows = [
            (date(2027, 1, 31), 1, date(2027, 2, 28)), (date(2028, 1, 31), 1, date(2028, 2, 29)),
            (date(2026, 12, 15), 2, date(2027, 2, 15)), (date(2026, 8, 31), 6, date(2027, 2, 28)),
            (date(2026, 11, 24), 12, date(2027, 11, 24)),
        ]  # fmt: skip
        for day, months, expected in rows:
            self.assertEqual(month_later(day, months), expected)

    def test_due_on_the_open_day_before(self):
        """23 September plus two months is Monday 23 November; 21 September falls on a Saturday."""
        done = datetime(2026, 9, 23, 9, tzinfo=UTC)
        self.assertEqual(job(MonthsSince(2), done).status, Status.DUE)
        done = datetime(2026, 9, 21, 9, tzinfo=UTC)
        self.assertEqual(job(MonthsSince(2), done).likely, date(2026, 11, 20))

    def test_absence_counts_or_not(self):
        """Ten days away move a month's end by ten days where they do not count."""
        away = (Absence(date(2026, 11, 2), date(2026, 11, 11)),)
        done = datetime(2026, 10, 30, 9, tzinfo=UTC)
        self.assertEqual(job(DaysSince(30), done, absences=away).likely, date(2026, 11, 27))
        self.assertEqual(job(DaysSince(30, while_away=False), done, absences=away).likely, date(2026, 12, 9))
        self.assertEqual(job(DaysSince(30, while_away=False), done, absences=away).first.used, 14)


class ClosedDays(unittest.TestCase):
    """A date on a closed day comes on the open day before; holidays count like Sundays."""

    def test_closed_day_moves_to_the_open_day_before(self):
        """A week from Saturday's neighbours; and never before the day after it was done."""
        rows = [
            (date(2026, 11, 16), 7, date(2026, 11, 23)),  # Monday to Monday
            (date(2026, 11, 14), 7, date(2026, 11, 20)),  # Saturday falls back to Friday
            (date(2026, 11, 15), 7, date(2026, 11, 20)),  # Sunday too
            (date(2026, 11, 20), 1, date(2026, 11, 21)),  # no open day between: the closed one stays
            (date(2028, 1, 30), 30, date(2028, 2, 29)),  # leap day, a Tuesday
            (date(2027, 1, 29), 30, date(2027, 2, 26)),  # 28 February is a Sunday
        ]
        for done, limit, expected in rows:
            with self.subTest(done=done, limit=limit):
                at = datetime(done.year, done.month, done.day, 9, tzinfo=UTC)
                self.assertEqual(job(DaysSince(limit), at, now=at).likely, expected)

    def test_holiday(self):
        """Friday 27 November is a holiday, so a date on Saturday comes on Thursday."""
        calendar = replace(OFFICE, closures=frozenset({date(2026, 11, 27)}))
        done = datetime(2026, 11, 21, 9, tzinfo=UTC)
        self.assertEqual(job(DaysSince(7), done, calendar=calendar).likely, date(2026, 11, 26))
        self.assertEqual(job(DaysSince(7), done).likely, date(2026, 11, 27))

    def test_a_holiday_on_a_closed_day(self):
        """A holiday that falls on a Sunday changes nothing."""
        calendar = replace(OFFICE, closures=frozenset({date(2026, 11, 29)}))
        for days in (5, 6, 7, 8):
            done = datetime(2026, 11, 22, 9, tzinfo=UTC)
            self.assertEqual(job(DaysSince(days), done, calendar=calendar).likely, job(DaysSince(days), done).likely)

    def test_never_before_the_day_after(self):
        """Every day, done on a Friday: there is no open day in between, so the Saturday stays."""
        done = datetime(2026, 11, 20, 9, tzinfo=UTC)
        self.assertEqual(job(DaysSince(1), done, now=done).likely, date(2026, 11, 21))
        self.assertEqual(job(DaysSince(3), done, now=done).likely, date(2026, 11, 23))

    def test_counted_by_dates(self):
        """Used and limit are calendar dates; a month is as long as it is."""
        due = job(DaysSince(7), datetime(2026, 11, 20, 23, tzinfo=UTC)).first
        self.assertEqual((due.used, due.limit, due.unit), (3, 7, "days"))
        month = job(MonthsSince(1), datetime(2026, 11, 3, 9, tzinfo=UTC)).first
        self.assertEqual((month.used, month.limit), (20, 30))
        self.assertIn("20 days of 1 month;", month.sentence)
        self.assertIn("of 2 months;", job(MonthsSince(2), datetime(2026, 11, 3, 9, tzinfo=UTC)).first.sentence)


class Weekdays(unittest.TestCase):
    """Fixed weekdays, Tuesday and Friday."""

    def test_next_day_after_it_was_done(self):
        """Done on Friday: Tuesday; done on Monday: the next day; closed Tuesday moves to Monday."""
        trigger = FixedWeekdays((1, 4))
        self.assertEqual(job(trigger, 3).likely, date(2026, 11, 24))
        self.assertEqual(job(trigger, 6).status, Status.DUE)  # Friday was missed; Monday is its day of grace
        self.assertEqual(job(trigger, 7).likely, date(2026, 11, 17))
        closed = OFFICE.without([date(2026, 11, 24)])
        self.assertEqual(job(trigger, 3, calendar=closed).likely, date(2026, 11, 23))

    def test_replaces_the_usual_on_its_day_unless_the_machine_asks(self):
        """On Tuesday the acid wash stands in for the milk wash; a prompt for that one wins."""
        tuesday = MONDAY + timedelta(days=1, hours=12)
        acid = item(FixedWeekdays((1, 4)), key="acid", settles=("wash",), replaces=("wash",))
        wash = item(EndOfService(), Prompted(), key="wash")
        known = book(28, 40, {"acid": MONDAY - timedelta(days=3), "wash": MONDAY + timedelta(hours=13)})
        dues = judged(known, acid, wash, now=tuesday)
        self.assertEqual(dues["wash"].covered_by, "acid")
        self.assertFalse(dues["wash"].pressing)
        late = replace(known, done=(known.done[0], DoneFact("wash", MONDAY)))  # not washed on Monday: that stays so
        self.assertEqual(judged(late, acid, wash, now=tuesday)["wash"].covered_by, "")
        asked = replace(known, sightings=(Sighting(tuesday - timedelta(hours=1), asks_for="wash"),))
        self.assertEqual(judged(asked, acid, wash, now=tuesday)["wash"].covered_by, "")


if __name__ == "__main__":
    unittest.main()
