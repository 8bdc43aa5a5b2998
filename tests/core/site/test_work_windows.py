"""When a job is best begun. The rushes are common practice, no source."""

from __future__ import annotations

import unittest
from datetime import UTC, date, datetime
from zoneinfo import ZoneInfo

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.care.item import CareItem
from lamplight.core.care.triggers import DaysSince
from lamplight.core.run.clock import possible_while_waiting
from lamplight.core.site.calendar import OFFICE_HOURS, SiteCalendar
from lamplight.core.site.work_windows import collision, next_work_window, rushes, window_if_not_now

BERLIN = ZoneInfo("Europe/Berlin")
OFFICE = SiteCalendar("Europe/Berlin", (OFFICE_HOURS,) * 5 + (None,) * 2, frozenset({date(2026, 11, 26)}))


def at(day, hour, minute=0):
    """A moment of November 2026 on the wall clock."""
    return datetime(2026, 11, day, hour, minute, tzinfo=BERLIN)


class Times(unittest.TestCase):
    """Tuesday 24 November, open 7 to 18; Thursday closed."""

    def test_collisions(self):
        """Over the opening, at midday, or not at all."""
        rows = [
            (at(24, 6, 15), 30, None),
            (at(24, 6, 45), 30, "the rush after opening"),
            (at(24, 8), 60, None),
            (at(24, 11, 30), 45, "the midday rush"),
            (at(24, 13, 30), 45, None),
            (at(24, 17, 30), 120, None),
            (at(26, 7), 60, None),
        ]
        for start, minutes, words in rows:
            with self.subTest(start=start):
                rush = collision(start, 60 * minutes, OFFICE)
                self.assertEqual(rush.words if rush else None, words)
        self.assertEqual(rushes(date(2026, 11, 28), OFFICE), ())

    def test_next_good_time(self):
        """Before opening with time to finish; after a rush; after closing; on the next open day."""
        rows = [
            (at(24, 5), 30, at(24, 6, 20)),
            (at(24, 7, 10), 30, at(24, 8)),
            (at(24, 12, 10), 30, at(24, 13, 30)),
            (at(24, 16), 30, at(24, 18)),
            (at(24, 19), 30, at(25, 6, 20)),
            (at(25, 19), 30, at(27, 6, 20)),
        ]
        for now, minutes, expected in rows:
            with self.subTest(now=now):
                self.assertEqual(next_work_window(now, 60 * minutes, OFFICE), expected)

    def test_into_a_wait(self):
        """On the next machine what is short enough; on the machine at work only what leaves its inside alone."""
        rinse = CareItem("rinse", "Rinse", Circuit.BREW, "group", (DaysSince(7),), 6)
        wipe = CareItem("wipe", "Wipe", Circuit.BODY, "panel", (DaysSince(1),), 2)
        self.assertTrue(possible_while_waiting(rinse, 360, False))
        self.assertFalse(possible_while_waiting(rinse, 359, False))
        self.assertFalse(possible_while_waiting(rinse, 3600, True))
        self.assertTrue(possible_while_waiting(wipe, 120, True))

    def test_nobody_is_ever_there(self):
        """Without an open day within two weeks it is now."""
        now = datetime(2026, 11, 24, 9, tzinfo=UTC)
        self.assertEqual(next_work_window(now, 600, SiteCalendar("UTC", (None,) * 7)), now)


class NotNow(unittest.TestCase):
    """Whoever does not begin now gets the end of this rush, or the next good time."""

    def test_edges(self):
        """In the rush after opening and at midday; in the quiet; before opening and after closing."""
        rows = [
            (at(24, 7, 10), 30, at(24, 8)), (at(24, 12, 30), 30, at(24, 13, 30)), (at(24, 9), 30, at(24, 18)),
            (at(24, 19), 30, at(25, 6, 20)), (at(25, 19), 30, at(27, 6, 20)),
        ]  # fmt: skip
        for now, minutes, expected in rows:
            with self.subTest(now=now):
                offered = window_if_not_now(now, 60 * minutes, OFFICE)
                self.assertGreater(offered, now)
                self.assertIsNone(collision(offered, 60 * minutes, OFFICE))
                self.assertLessEqual(offered, expected)


if __name__ == "__main__":
    unittest.main()
