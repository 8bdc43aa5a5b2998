"""Opening hours, closures and shares of a day, around midnights and changes of the clocks."""

from __future__ import annotations

import unittest
from datetime import UTC, date, datetime, timedelta
from zoneinfo import ZoneInfo

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from lamplight.core.errors import InvalidInput
from lamplight.core.site.calendar import ALL_DAY, OFFICE_HOURS, OpeningHours, SiteCalendar, comes_twice

OFFICE = (OFFICE_HOURS,) * 5 + (None,) * 2
BERLIN = ZoneInfo("Europe/Berlin")


class Shares(unittest.TestCase):
    """How much of a day's drinks lies before a moment."""

    def setUp(self):
        """Seven to eighteen, Monday to Friday."""
        self.office = SiteCalendar("Europe/Berlin", OFFICE)

    def test_within_a_day(self):
        """Nothing before opening, all after closing, even in between."""
        for hour, minute, share in ((0, 0, 0), (7, 0, 0), (12, 30, 0.5), (18, 0, 1), (23, 59, 1)):
            with self.subTest(hour=hour):
                at = datetime(2026, 11, 24, hour, minute, tzinfo=BERLIN)
                self.assertAlmostEqual(self.office.share_drunk(at), share)

    def test_a_day_off_borrows_the_widest_hours(self):
        """Saturday at half past twelve: half of what little is drunk."""
        self.assertAlmostEqual(self.office.share_drunk(datetime(2026, 11, 21, 12, 30, tzinfo=BERLIN)), 0.5)

    def test_weekday_days(self):
        """Monday noon to Wednesday before opening: half a Monday and a Tuesday."""
        start = datetime(2026, 11, 23, 12, 30, tzinfo=BERLIN)
        days = self.office.weekday_days(start, datetime(2026, 11, 25, 6, tzinfo=BERLIN))
        self.assertEqual([round(day, 6) for day in days], [0.5, 1, 0, 0, 0, 0, 0])

    def test_many_clocks_at_once(self):
        """A hundred moments at once show what each shows alone, closures and days off included."""
        closed = SiteCalendar("Europe/Berlin", OFFICE, frozenset({date(2027, 3, 26), date(2027, 3, 29)}))
        start = datetime(2027, 3, 20, 5, 17, tzinfo=UTC)
        moments = [start + timedelta(hours=4.6 * step) for step in range(100)]
        for calendar in (closed, self.office, SiteCalendar("Pacific/Apia")):
            with self.subTest(zone=calendar.zone):
                together = calendar.weekday_clocks(moments)
                self.assertEqual([tuple(row) for row in together.tolist()], [*map(calendar.weekday_clock, moments)])

    def test_closures_leave_out_their_days(self):
        """A dated closure brings no drinks, a weekday off does."""
        closed = SiteCalendar("Europe/Berlin", OFFICE, frozenset({date(2026, 11, 24)}))
        start = datetime(2026, 11, 23, tzinfo=BERLIN)
        days = closed.weekday_days(start, start + timedelta(days=7))
        self.assertEqual(days, [1, 0, 1, 1, 1, 1, 1])

    def test_nothing_backwards(self):
        """An end before its start holds no day."""
        now = datetime(2026, 11, 24, 12, tzinfo=UTC)
        self.assertEqual(sum(self.office.weekday_days(now, now - timedelta(hours=1))), 0)

    def test_clock_changes_neither_add_nor_lose_a_day(self):
        """23 and 25 hour days (tzdata; Europe/Berlin 28 March and 31 October 2027) count as one."""
        whole = SiteCalendar("Europe/Berlin")
        for day in (date(2027, 3, 28), date(2027, 10, 31)):
            with self.subTest(day=day):
                days = whole.weekday_days(whole.at_minute(day, 0), whole.at_minute(day, 1440))
                self.assertEqual(sum(days), 1.0)

    def test_length_of_the_day_in_hours(self):
        """The same two days last 23 and 25 hours on the clock (zoneinfo)."""
        whole = SiteCalendar("Europe/Berlin")
        for day, hours in ((date(2027, 3, 28), 23), (date(2027, 10, 31), 25)):
            start, end = whole.at_minute(day, 0), whole.at_minute(day, 1440)
            self.assertEqual((end.astimezone(UTC) - start.astimezone(UTC)).total_seconds() / 3600, hours)

    def test_today_is_the_sites_date(self):
        """Half past eleven at night in UTC is tomorrow in Berlin."""
        late = datetime(2026, 11, 24, 23, 30, tzinfo=UTC)
        self.assertEqual(self.office.today(late), date(2026, 11, 25))

    @given(st.integers(0, 400 * 24), st.integers(0, 90 * 24), st.sets(st.integers(0, 480), max_size=20))
    @settings(max_examples=60)
    def test_clock_agrees_with_walking(self, first_hour, length, closed):
        """The difference of two clocks is the sum over the days between, one by one."""
        base = datetime(2026, 1, 1, tzinfo=UTC)
        closures = frozenset(date(2026, 1, 1) + timedelta(days=n) for n in closed)
        calendar = SiteCalendar("Europe/Berlin", OFFICE, closures)
        start = base + timedelta(hours=first_hour)
        end = start + timedelta(hours=length)
        walked = [0.0] * 7
        day = calendar.today(start)
        while day <= calendar.today(end):
            share = calendar.share_drunk(end) if day == calendar.today(end) else 1.0
            share -= calendar.share_drunk(start) if day == calendar.today(start) else 0.0
            walked[day.weekday()] += share if day not in closures else 0.0
            day += timedelta(days=1)
        for one, two in zip(calendar.weekday_days(start, end), walked, strict=True):
            self.assertAlmostEqual(one, two, places=9)


class OpenDays(unittest.TestCase):
    """Looking for open dates."""

    def test_forward_and_backward_over_closures(self):
        """Good Friday and Easter Monday 2027 (26 and 29 March) and the weekend between."""
        easter = frozenset({date(2027, 3, 26), date(2027, 3, 29)})
        office = SiteCalendar("Europe/Berlin", OFFICE, easter)
        self.assertEqual(office.open_day_from(date(2027, 3, 27), -1), date(2027, 3, 25))
        self.assertEqual(office.open_day_from(date(2027, 3, 26)), date(2027, 3, 30))
        self.assertEqual(office.open_days_between(date(2027, 3, 25), date(2027, 3, 31)), 2)

    def test_leap_day(self):
        """29 February 2028 is a Tuesday, and open."""
        office = SiteCalendar("Europe/Berlin", OFFICE)
        self.assertTrue(office.is_open(date(2028, 2, 29)))
        self.assertEqual(office.open_days_between(date(2028, 2, 28), date(2028, 3, 1)), 2)


class EarlierWeeks(unittest.TestCase):
    """Hours that were others once: every count of days agrees with looking at each."""

    @given(
        st.lists(st.tuples(st.integers(1, 60), st.sets(st.integers(0, 6), min_size=1)), max_size=3),
        st.sets(st.integers(0, 70), max_size=5), st.integers(-5, 70), st.integers(0, 40),
    )  # fmt: skip
    def test_counted_day_by_day(self, turns, closed, start, length):
        """Open days between dates, and on the clock; the hours of a date are those of its week."""
        first = date(2026, 9, 1)

        def week(days):
            return tuple(OFFICE_HOURS if day in days else None for day in range(7))

        earlier = {first + timedelta(days=back): week(days) for back, days in sorted(turns)}
        closures = frozenset(first + timedelta(days=n) for n in closed)
        weeks = [*(week for _, week in sorted(earlier.items())), week({0, 1, 2, 3, 4})]
        calendar = SiteCalendar("UTC", weeks[0], closures)
        for until, then in zip(sorted(earlier), weeks[1:], strict=True):
            calendar = SiteCalendar("UTC", then, closures).following(calendar, until)
        begin = first + timedelta(days=start)
        end = begin + timedelta(days=length)
        opened = [calendar.is_open(begin + timedelta(days=n + 1)) for n in range(length)]
        self.assertEqual(calendar.open_days_between(begin, end), sum(opened))
        midnights = [calendar.at_minute(day + timedelta(days=1), 0) for day in (begin, end)]
        clocks = [calendar.open_clock(moment) for moment in midnights]
        self.assertAlmostEqual(clocks[1] - clocks[0], sum(opened))
        for day in (begin, end):
            self.assertEqual(
                calendar.week_of(day)[day.weekday()] is not None and day not in closures, calendar.is_open(day)
            )


# Zones whose clocks change on different nights, or at half hours, or never (tz database).
ZONES = ("UTC", "Europe/Berlin", "America/New_York", "Australia/Lord_Howe", "Asia/Kathmandu", "Pacific/Auckland")


@st.composite
def plain_calendars(draw):
    """A calendar of some zone, hours by weekday, and closed days around the nights on which clocks change."""
    spans = st.one_of(st.none(), st.sampled_from([OFFICE_HOURS, OpeningHours(0, 1440), OpeningHours(90, 400)]))
    hours = tuple(draw(st.lists(spans, min_size=7, max_size=7)))
    closed = draw(st.sets(st.integers(0, 60), max_size=6))
    closures = frozenset(date(2026, 10, 1) + timedelta(days=n) for n in closed)
    return SiteCalendar(draw(st.sampled_from(ZONES)), hours, closures)


class TwoSites(unittest.TestCase):
    """What stood at one site until a day and stands at another from it on (laws; zones from the tz database)."""

    @given(plain_calendars(), plain_calendars(), plain_calendars(), st.integers(10, 30), st.integers(1, 25),
           st.lists(st.integers(0, 60 * 1440), min_size=2, max_size=12))  # fmt: skip
    def test_each_date_is_counted_once(self, first, second, third, until, more, minutes):
        """By the calendar that held on it; clocks and dates never run back, and add up."""
        begin = date(2026, 10, 1)
        turns = [begin + timedelta(days=until), begin + timedelta(days=until + more)]
        whole = third.following(second.following(first, turns[0]), turns[1])
        days = [begin + timedelta(days=n) for n in range(61)]
        held = [first if day < turns[0] else second if day < turns[1] else third for day in days]
        for day, calendar in zip(days, held, strict=True):
            self.assertEqual(whole.is_open(day), calendar.is_open(day))
            self.assertEqual(whole.opening(day), calendar.opening(day))
            self.assertEqual(whole.closing(day), calendar.closing(day))
            self.assertEqual(day in whole.closures, day in calendar.closures)
        opened = sum(calendar.is_open(day) for day, calendar in zip(days, held, strict=True))
        self.assertEqual(whole.open_days_between(begin - timedelta(days=1), days[-1]), opened)
        start, end = first.at_minute(begin, 0), third.at_minute(days[-1] + timedelta(days=1), 0)
        self.assertAlmostEqual(whole.open_clock(end) - whole.open_clock(start), opened)
        counted = sum(day not in calendar.closures for day, calendar in zip(days, held, strict=True))
        self.assertAlmostEqual(sum(whole.weekday_days(start, end)), counted)
        moments = sorted(start + timedelta(minutes=n) for n in minutes)
        clocks = [whole.weekday_clock(moment) for moment in moments]
        np.testing.assert_allclose(whole.weekday_clocks(moments), clocks, atol=1e-9)
        for earlier, later in zip(clocks, clocks[1:], strict=False):
            self.assertTrue(all(a <= b + 1e-9 for a, b in zip(earlier, later, strict=True)))
        dates = [whole.today(moment) for moment in moments]
        self.assertEqual(dates, sorted(dates))

    @given(plain_calendars(), plain_calendars(), st.integers(5, 50), st.integers(0, 60 * 1440))
    def test_before_and_after_nothing_changes(self, first, second, until, minute):
        """Differences on one side are those of the calendar that held there."""
        since = date(2026, 10, 1) + timedelta(days=until)
        whole = second.following(first, since)
        ends, begins = first.at_minute(since, 0), second.at_minute(since, 0)
        moment = datetime(2026, 10, 1, tzinfo=UTC) + timedelta(minutes=minute)
        turn = min(ends, begins)
        if moment <= turn:
            self.assertAlmostEqual(
                whole.open_clock(turn) - whole.open_clock(moment), first.open_clock(turn) - first.open_clock(moment)
            )
            self.assertEqual(whole.local(moment), first.local(moment))
        if moment >= max(ends, begins):
            self.assertAlmostEqual(
                whole.open_clock(moment) - whole.open_clock(max(ends, begins)),
                second.open_clock(moment) - second.open_clock(max(ends, begins)),
            )
            self.assertEqual(whole.local(moment).utcoffset(), second.local(moment).utcoffset())
            self.assertEqual(whole.share_drunk(moment), second.share_drunk(moment))

    def test_a_night_on_which_one_clock_changes(self):
        """From Berlin to New York on 26 October 2026: Berlin's day before has 25 hours, and is one day."""
        berlin, new_york = SiteCalendar("Europe/Berlin"), SiteCalendar("America/New_York")
        whole = new_york.following(berlin, date(2026, 10, 26))
        start, end = berlin.at_minute(date(2026, 10, 25), 0), berlin.at_minute(date(2026, 10, 26), 0)
        self.assertEqual(end.astimezone(UTC) - start.astimezone(UTC), timedelta(hours=25))
        self.assertAlmostEqual(whole.open_clock(end) - whole.open_clock(start), 1.0)
        under_way = end + timedelta(hours=2)  # midnight in New York comes five hours later, the clock set back by then
        self.assertAlmostEqual(whole.open_clock(under_way), whole.open_clock(end))
        self.assertEqual(whole.today(under_way), date(2026, 10, 26))

    def test_hours_that_changed_after_it_came(self):
        """The new site's own past begins with the machine there, and its changes since then count."""
        old, new = SiteCalendar("UTC", (ALL_DAY,) * 7), SiteCalendar("UTC", (OFFICE_HOURS,) * 7)
        site = SiteCalendar("UTC", (None,) * 6 + (ALL_DAY,)).following(new, date(2026, 11, 1))
        whole = site.following(old, date(2026, 10, 15))
        self.assertEqual(whole.span(date(2026, 10, 14)), ALL_DAY)
        self.assertEqual(whole.span(date(2026, 10, 15)), OFFICE_HOURS)
        self.assertFalse(whole.is_open(date(2026, 11, 2)))
        late = site.following(old, date(2026, 11, 5))
        self.assertEqual(late.span(date(2026, 11, 4)), ALL_DAY)
        self.assertFalse(late.is_open(date(2026, 11, 5)))


class Repeated(unittest.TestCase):
    """The hour that comes twice (tz database: Europe/Berlin left summer time on 2026-10-25 at 03:00)."""

    def test_only_in_autumn(self):
        """From 02:00 to before 03:00 that night; not the hour that spring leaves out, nor another night."""
        berlin = ZoneInfo("Europe/Berlin")
        for wall, twice in (
            ((10, 25, 2, 0), True), ((10, 25, 2, 59), True), ((10, 25, 3, 0), False), ((10, 25, 1, 59), False),
            ((3, 29, 2, 30), False), ((10, 24, 2, 30), False),
        ):  # fmt: skip
            with self.subTest(wall=wall):
                self.assertEqual(comes_twice(datetime(2026, *wall, tzinfo=berlin)), twice)
        self.assertFalse(comes_twice(datetime(2026, 10, 25, 2, 30, tzinfo=UTC)))
        self.assertFalse(comes_twice(datetime(2026, 10, 25, 2, 30)))

    @given(st.datetimes(datetime(2000, 1, 1), datetime(2036, 12, 31)), st.sampled_from(["Europe/Berlin", "UTC",
           "America/New_York", "Australia/Lord_Howe", "Africa/Casablanca"]))  # fmt: skip
    def test_law(self, moment, zone):
        """A wall time comes twice where two moments show it, by going there and back (PEP 495)."""
        wall = moment.replace(second=0, microsecond=0, tzinfo=ZoneInfo(zone))
        there = {wall.replace(fold=fold).astimezone(UTC) for fold in (0, 1)}
        shown = {at.astimezone(wall.tzinfo).replace(tzinfo=None) for at in there}
        self.assertEqual(comes_twice(wall), len(there) == 2 and shown == {wall.replace(tzinfo=None)})


class Refusals(unittest.TestCase):
    """Each with its sentence."""

    def test_hours(self):
        """Both sides of the limits."""
        OpeningHours(0, 1440)
        for opens, closes in ((600, 600), (700, 600), (-1, 600), (0, 1441)):
            with self.subTest(opens=opens, closes=closes), self.assertRaisesRegex(InvalidInput, "must lie after"):
                OpeningHours(opens, closes)

    def test_zone_and_week(self):
        """An unknown zone, six days, a naive moment."""
        with self.assertRaisesRegex(InvalidInput, "not a known time zone"):
            SiteCalendar("Europe/Nowhere")
        with self.assertRaisesRegex(InvalidInput, "not a known time zone"):
            SiteCalendar("../etc/passwd")
        with self.assertRaisesRegex(InvalidInput, "seven days"):
            SiteCalendar("UTC", (ALL_DAY,) * 6)
        with self.assertRaisesRegex(InvalidInput, "time zone"):
            SiteCalendar("UTC").today(datetime(2026, 11, 24))


if __name__ == "__main__":
    unittest.main()
