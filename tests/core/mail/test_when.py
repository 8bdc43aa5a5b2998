"""When a note is due, and what becomes of a mail: laws over whole years of clocks."""

from __future__ import annotations

import unittest
from datetime import UTC, date, datetime, timedelta

from hypothesis import given, settings
from hypothesis import strategies as st

from lamplight.core.errors import InvalidInput
from lamplight.core.mail.outbox import IN_HAND_AT_MOST, WAITS_MIN, MailState, left_in_hand, next_try
from lamplight.core.mail.wishes import MORNING_GOOD_FOR, NoteKind, Wishes, is_away, notes_due
from lamplight.core.site.calendar import OFFICE_HOURS, SiteCalendar
from lamplight.core.site.slots import KeeperAway

WEEK = (OFFICE_HOURS,) * 5 + (None,) * 2
# Two that set their clocks, one by half an hour; one that does not; one beyond the date line.
ZONES = ("Europe/Berlin", "Australia/Lord_Howe", "Asia/Kolkata", "Pacific/Auckland")
WISHES = st.builds(
    Wishes, st.booleans(), st.integers(0, 1439), st.booleans(), st.one_of(st.none(), st.integers(0, 6))
)  # fmt: skip


class Hours(unittest.TestCase):
    """Looked at every quarter of an hour, as a server does."""

    @settings(max_examples=60, deadline=None)
    @given(WISHES, st.sampled_from(ZONES), st.integers(0, 364))
    def test_each_note_once_a_day_and_in_its_hours(self, wishes, zone, begin):
        """Over a week, also that of a clock change: one key a day, on the day it names, never before its hour."""
        calendar = SiteCalendar(zone, WEEK)
        start = datetime(2026, 1, 1, tzinfo=UTC) + timedelta(days=begin)
        seen: dict[str, list[datetime]] = {}
        for n in range(8 * 96):
            now = start + timedelta(minutes=15 * n)
            for note in notes_due(wishes, None, now, calendar):
                seen.setdefault(note.key, []).append(now)
                self.assertLessEqual(note.since, now)
                self.assertLess(now, note.until)
                self.assertEqual(note.key.split()[1], calendar.today(now).isoformat())
        mornings = [key for key in seen if key.startswith("morning")]
        # So late in the evening that midnight comes before the next look, a note may fall between two looks.
        if wishes.morning and wishes.minute < 23 * 60:
            self.assertGreaterEqual(len(mornings), 7)
        elif not wishes.morning:
            self.assertEqual(mornings, [])
        weeks = [date.fromisoformat(key.split()[1]).weekday() for key in seen if key.startswith("week")]
        self.assertTrue(all(day == wishes.week_day for day in weeks))
        self.assertLessEqual(len(weeks), 2)

    @settings(max_examples=40, deadline=None)
    @given(WISHES, st.integers(0, 40), st.integers(0, 20), st.integers(0, 23))
    def test_nothing_for_who_is_away(self, wishes, first, days, hour):
        """Not on the first day, not on the last, whoever else is away."""
        calendar = SiteCalendar("Europe/Berlin", WEEK)
        begin = date(2026, 3, 10) + timedelta(days=first)
        away = [KeeperAway(7, begin, begin + timedelta(days=days))]
        for day in (begin, begin + timedelta(days=days)):
            now = calendar.at_minute(day, hour * 60)
            self.assertTrue(is_away(7, day, away))
            self.assertEqual(notes_due(wishes, 7, now, calendar, away), ())
            self.assertEqual(notes_due(wishes, 8, now, calendar, away), notes_due(wishes, 8, now, calendar))

    def test_late_is_never(self):
        """Four hours after its hour a note of the morning is not written any more."""
        calendar, wishes = SiteCalendar("UTC", WEEK), Wishes(minute=390, week_day=None)
        at = datetime(2026, 11, 24, 6, 30, tzinfo=UTC)
        self.assertEqual(notes_due(wishes, None, at - timedelta(seconds=1), calendar), ())
        self.assertEqual(len(notes_due(wishes, None, at, calendar)), 1)
        self.assertEqual(len(notes_due(wishes, None, at + MORNING_GOOD_FOR - timedelta(seconds=1), calendar)), 1)
        self.assertEqual(notes_due(wishes, None, at + MORNING_GOOD_FOR, calendar), ())

    def test_what_is_no_time(self):
        """Is refused."""
        for wrong in ({"minute": 1440}, {"minute": -1}, {"week_day": 7}):
            with self.assertRaisesRegex(
                InvalidInput, "The look ahead comes on a weekday, or not|The note comes at a time of day such as"
            ):
                Wishes(**wrong)

    @given(WISHES)
    def test_stopping(self, wishes):
        """One sort leaves the others, all leaves none."""
        self.assertFalse(wishes.without(None).any)
        for kind in (NoteKind.MORNING, NoteKind.AT_ONCE, NoteKind.WEEK):
            less = wishes.without(kind)
            kept = {name for name in ("morning", "at_once", "week_day") if getattr(less, name) == getattr(wishes, name)}
            self.assertGreaterEqual(len(kept), 2)
            self.assertEqual(less.without(kind), less)
        self.assertEqual(wishes.without(NoteKind.TRIAL), wishes)


class Tries(unittest.TestCase):
    """How a mail is tried."""

    def test_ever_later_never_never(self):
        """The waits grow and stay within what RFC 5321, section 4.5.4.1, asks: twice at least within the first hour."""
        now = datetime(2026, 11, 24, tzinfo=UTC)
        waits = [next_try(n, now) - now for n in range(1, 12)]
        self.assertEqual(waits, sorted(waits))
        self.assertLessEqual(sum(waits[:2], timedelta()), timedelta(hours=1))
        self.assertEqual(waits[-1], timedelta(minutes=WAITS_MIN[-1]))
        self.assertLess(IN_HAND_AT_MOST, MORNING_GOOD_FOR)

    def test_left_in_hand(self):
        """Before its text was handed over nobody has it; afterwards only an alarm is sent twice rather than never."""
        for kind in NoteKind:
            self.assertIs(left_in_hand(MailState.IN_HAND, kind), MailState.WAITING)
        self.assertIs(left_in_hand(MailState.HANDED_OVER, NoteKind.AT_ONCE), MailState.WAITING)
        self.assertIs(left_in_hand(MailState.HANDED_OVER, NoteKind.MORNING), MailState.UNKNOWN)
