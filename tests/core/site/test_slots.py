"""The hours in which somebody looks after the machines: whose, around absences, and past midnight."""

from __future__ import annotations

import unittest
from datetime import UTC, date, datetime, timedelta
from zoneinfo import ZoneInfo

from lamplight.core.errors import InvalidInput
from lamplight.core.site.calendar import OpeningHours, SiteCalendar
from lamplight.core.site.slots import (
    KeeperAway,
    Slot,
    WeekSlot,
    after_minutes,
    attended,
    seconds_between,
    slot_after,
    slot_at,
    slots_on,
)

TUESDAY = date(2026, 11, 24)
ADA, BRUNO, CARLA = 1, 2, 3
LATE = SiteCalendar("UTC", (OpeningHours(600, 1425),) * 7)  # until a quarter to midnight


class Whose(unittest.TestCase):
    """Who has a slot on a date."""

    def test_around_an_absence(self):
        """From its first day to its last the stand-in, before and after the keeper; nobody where nobody stands in."""
        slot = WeekSlot(1, 600, 630, ADA)
        for stand_in, there in ((BRUNO, [ADA, BRUNO, BRUNO, ADA]), (None, [ADA, None, None, ADA])):
            away = (KeeperAway(ADA, TUESDAY, TUESDAY + timedelta(days=7), stand_in),)
            for weeks, keeper in zip((-1, 0, 1, 2), there, strict=True):
                with self.subTest(stand_in=stand_in, weeks=weeks):
                    found = attended(slot, TUESDAY + timedelta(weeks=weeks), away)
                    self.assertEqual(found and found.keeper, keeper)

    def test_stand_ins_in_turn(self):
        """Who stands in and is away is stood in for; two who stand in for each other are both away."""
        slot = WeekSlot(1, 600, 630, ADA)
        turn = (KeeperAway(ADA, TUESDAY, TUESDAY, BRUNO), KeeperAway(BRUNO, TUESDAY, TUESDAY, CARLA))
        self.assertEqual(attended(slot, TUESDAY, turn).keeper, CARLA)
        circle = (turn[0], KeeperAway(BRUNO, TUESDAY, TUESDAY, ADA))
        self.assertIsNone(attended(slot, TUESDAY, circle))
        self.assertEqual(attended(WeekSlot(1, 600, 630), TUESDAY, circle), WeekSlot(1, 600, 630))


class ChangeOfTheClocks(unittest.TestCase):
    """Nights in which the wall clock leaves an hour out, or has it twice: 29 March and 25 October 2026 in Berlin."""

    def test_a_slot_lasts_what_it_lasts(self):
        """From one to four o'clock it is two, three or four hours; what follows begins after real minutes."""
        berlin = ZoneInfo("Europe/Berlin")
        for month, day, hours in ((3, 29, 2), (3, 28, 3), (10, 25, 4)):
            with self.subTest(month=month, day=day):
                start, end = (datetime(2026, month, day, hour, tzinfo=berlin) for hour in (1, 4))
                self.assertEqual(Slot(start, end).minutes, 60 * hours)
                self.assertEqual(seconds_between(start, end), 3600 * hours)
                self.assertEqual(after_minutes(start, 60 * hours), end)
                self.assertEqual(after_minutes(start, 60 * hours).tzinfo, berlin)


class Usual(unittest.TestCase):
    """Where nobody said anything: before opening, and after closing."""

    def test_past_midnight(self):
        """The hour after closing goes on into the next date, and is found there."""
        before, after = slots_on(TUESDAY, LATE, ())
        self.assertEqual((before.minutes, after.minutes, after.end.date()), (45, 60, TUESDAY + timedelta(days=1)))
        past = datetime(2026, 11, 25, 0, 10, tzinfo=UTC)
        self.assertEqual(slot_at(past, LATE, ()), after)
        self.assertIsNone(slot_at(past + timedelta(minutes=35), LATE, ()))
        self.assertEqual(slot_after(past, LATE, ()).start, datetime(2026, 11, 25, 9, 15, tzinfo=UTC))

    def test_a_span_of_a_day(self):
        """What is none is refused."""
        for weekday, start, end in ((7, 0, 60), (0, 600, 604), (0, 1440, 1500), (0, 1439, 1441)):
            with self.subTest(start=start), self.assertRaisesRegex(InvalidInput, "A time for the machines"):
                WeekSlot(weekday, start, end)


if __name__ == "__main__":
    unittest.main()
