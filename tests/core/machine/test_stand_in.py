"""What somebody who stands in is told."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import timedelta

from lamplight.core.assess import assess
from lamplight.core.care.last_done import DoneFact
from lamplight.core.care.triggers import DaysSince
from lamplight.core.lamps.panel import Panel, Pattern, Sort
from lamplight.core.machine.stand_in import AHEAD, coming, lamps_ahead
from tests.core.care.makers import item, kind
from tests.core.makers import MONDAY, OFFICE, book

DAYS = {"late": 3, "soon": 12, "then": 17, "far": 90}


class StandIn(unittest.TestCase):
    """Four items, done ten days ago: every 3, 12, 17 and 90 days."""

    def setUp(self):
        """Where they stand on a Monday."""
        self.kind = kind(*(item(DaysSince(days), key=key) for key, days in DAYS.items()))
        done = tuple(DoneFact(key, MONDAY - timedelta(days=10)) for key in DAYS)
        self.dues = assess(replace(book(28, 40), done=done), self.kind, OFFICE, MONDAY).dues

    def test_what_comes(self):
        """What is over is wanted now; then by date; what is later than two weeks is left out."""
        told = coming(self.dues, MONDAY.date() + AHEAD)
        self.assertEqual([one.due.item.key for one in told], ["late", "soon", "then"])
        self.assertEqual([one.day is None for one in told], [True, False, False])
        self.assertLess(told[1].day, told[2].day)

    def test_lamps(self):
        """Three at most, what is wanted now first; what asks for nothing that is known is none of them."""
        care = {
            key: Pattern(key, Sort.CARE, message=key, asks_for=key) for key in ("far", "then", "soon", "late", "gone")
        }
        told = lamps_ahead(Panel(patterns=tuple(care.values())), self.dues)
        self.assertEqual([one.due.item.key for one in told], ["late", "soon", "then"])
        self.assertEqual([one.pattern for one in told], [care["late"], care["soon"], care["then"]])
        self.assertEqual(lamps_ahead(Panel(), self.dues), ())


if __name__ == "__main__":
    unittest.main()
