"""What the jobs that are near will take."""

from __future__ import annotations

import unittest
from datetime import timedelta

from lamplight.core.care.status import Status
from lamplight.core.care.triggers import DaysSince
from lamplight.core.job.chemistry import Chemistry, Product
from lamplight.core.job.needs import NeedLine
from lamplight.core.stock.stock import Move, StockMove, holdings
from lamplight.core.stock.usage import StockLine, demand
from tests.core.care.makers import item, judged
from tests.core.makers import MONDAY, book

TWO_TABLETS = (NeedLine("2 tablets", "tablet", "tab", 2), NeedLine("1", "jug"))
SACHET = Product("sachet", "Sachets", "descaler", "powder", Chemistry.DESCALER, "sachet", 2)


def at_status(days_ago, **rest):
    """Where a weekly job stands so many days after it was done; None: nobody knows."""
    done = {} if days_ago is None else {"job": MONDAY - timedelta(days=days_ago)}
    return judged(book(28, 40, done), item(DaysSince(7), **rest))["job"]


class Demand(unittest.TestCase):
    """By status."""

    def test_what_is_near(self):
        """Soon, due and overdue take something; clear and unknown take nothing."""
        for ago, status, units in (
            (1, Status.CLEAR, 0), (5, Status.SOON, 2), (7, Status.DUE, 2), (20, Status.OVERDUE, 2),
            (None, Status.UNKNOWN, 0),
        ):  # fmt: skip
            due = at_status(ago)
            with self.subTest(status=status):
                self.assertEqual(due.status, status)
                self.assertEqual(demand([(due, TWO_TABLETS)]).get("tab", 0), units)

    def test_sums(self):
        """Of several jobs; nothing that is not used up."""
        self.assertEqual(demand([(at_status(7), TWO_TABLETS), (at_status(5), TWO_TABLETS)]), {"tab": 4})

    def test_replaced(self):
        """What another takes the place of takes nothing."""
        other = item(DaysSince(9), key="other", replaces=("job",))
        done = {"job": MONDAY - timedelta(days=9), "other": MONDAY - timedelta(days=9)}
        covered = judged(book(28, 40, done), item(DaysSince(7)), other)["job"]
        self.assertEqual(demand([(covered, TWO_TABLETS)]), {})


class Lines(unittest.TestCase):
    """A product in stock."""

    def test_uses_and_short(self):
        """Whole doses; exactly enough is enough; what nobody counted is neither."""
        held = holdings([StockMove("sachet", Move.COUNTED, 5, MONDAY)])["sachet"]
        self.assertEqual((StockLine(SACHET, held, 5).uses, StockLine(SACHET, held, 5).short), (2, False))
        self.assertTrue(StockLine(SACHET, held, 5.5).short)
        unknown = StockLine(SACHET, None, 5)
        self.assertEqual((unknown.amount, unknown.uses, unknown.short), (None, None, False))


if __name__ == "__main__":
    unittest.main()
