"""Who is there at the end of service. Two hours before it a deed counts for the day: common practice, no source."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import timedelta

from lamplight.core.agenda.last_hours import nobody_at_closing, wants_a_rinse
from lamplight.core.anatomy.parts import Circuit
from lamplight.core.care.by_event import COUNTS_FOR_THE_DAY
from lamplight.core.care.triggers import DaysSince, EndOfService
from lamplight.core.site.slots import Slot
from tests.core.care.makers import item
from tests.core.makers import MONDAY, OFFICE


class LastHours(unittest.TestCase):
    """An office that closes, and somebody's hours."""

    def test_nobody_at_closing(self):
        """Only hours of that day that end late enough help; on a closed day nobody is missed."""
        day, closing = MONDAY.date(), OFFICE.closing(MONDAY.date())
        counts = closing - COUNTS_FOR_THE_DAY
        for begin, end, nobody in (
            (closing - timedelta(hours=9), counts, True),
            (closing - timedelta(hours=9), counts + timedelta(minutes=1), False),
            (closing, closing + timedelta(hours=1), False),
            (closing + timedelta(days=1), closing + timedelta(days=1, hours=1), True),
        ):
            with self.subTest(end=end):
                self.assertEqual(nobody_at_closing(OFFICE, day, [Slot(begin, end)]), nobody)
        self.assertTrue(nobody_at_closing(OFFICE, day, []))
        self.assertFalse(nobody_at_closing(OFFICE, day + timedelta(days=5), []), "a Saturday")

    def test_who_rinses(self):
        """Only where milk stands over night."""
        evening, weekly, tray = item(EndOfService("milk")), item(DaysSince(7)), item(EndOfService())
        evening, weekly = (replace(one, circuit=Circuit.MILK) for one in (evening, weekly))
        self.assertTrue(wants_a_rinse([tray, evening]))
        self.assertFalse(wants_a_rinse([tray, weekly]))


if __name__ == "__main__":
    unittest.main()
