"""What the triggers are evaluated by: when something was seen, and when an item was last done."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import timedelta

from lamplight.core.assess import assess
from lamplight.core.care.context import Evaluated, EventSeen
from lamplight.core.care.item import LastDone
from lamplight.core.care.triggers import DaysSince
from lamplight.core.moment import Moment
from tests.core.care.makers import item, kind
from tests.core.makers import MONDAY, OFFICE, book

JOB = item(DaysSince(7))


def context(*events):
    """Of a machine at which these things were seen, as refills at minutes before now."""
    seen = tuple(EventSeen("refill", MONDAY - timedelta(minutes=ago), seq) for ago, seq in events)
    return assess(replace(book(28, 40), events=seen), kind(JOB), OFFICE, MONDAY).context


class Seen(unittest.TestCase):
    """The first time after a place in time."""

    def test_after(self):
        """Not before it, not in the future, nothing else; within its second by the place."""
        since = Moment(MONDAY - timedelta(minutes=10), 3)
        ago = {minutes: MONDAY - timedelta(minutes=minutes) for minutes in (10, 5, 2)}
        self.assertEqual(context((20, 0), (2, 0), (5, 0)).seen_since("refill", since), ago[5])
        self.assertEqual(context((10, 3), (2, 0)).seen_since("refill", since), ago[10])
        self.assertEqual(context((10, 2), (2, 0)).seen_since("refill", since), ago[2])
        self.assertIsNone(context((-5, 0)).seen_since("refill", since))
        self.assertIsNone(context((5, 0)).seen_since("first-drink", since))


class Last(unittest.TestCase):
    """When an item was done, by the clock or by the count."""

    def test_moment(self):
        """A time is taken as it is; a count gets its place; neither is not known."""
        known = context()
        at = MONDAY - timedelta(days=3)
        self.assertEqual(known.moment_of(LastDone(at=at)), at)
        self.assertIsNone(known.moment_of(LastDone()))
        placed = known.moment_of(LastDone(position=19 * 40.0))
        self.assertAlmostEqual(known.cumulative.position(placed), 760, delta=0.01)

    def test_in_its_context(self):
        """With the date, the place within the second, and whether the time is known."""
        known = context()
        dated = Evaluated(JOB, LastDone(at=MONDAY, seq=4), known)
        self.assertEqual((dated.done, dated.done_on, dated.dated), (Moment(MONDAY, 4), MONDAY.date(), True))
        counted = Evaluated(JOB, LastDone(position=40.0), known)
        self.assertEqual((counted.dated, counted.done is not None), (False, True))
        never = Evaluated(JOB, None, known)
        self.assertEqual((never.since, never.done, never.done_on, never.dated), (None, None, None, False))

    def test_windows_are_shared(self):
        """By how many open days ahead they announce."""
        known = context()
        self.assertIs(known.window(3), known.window(3))
        self.assertEqual(known.window(5).soon_open_days, 5)


if __name__ == "__main__":
    unittest.main()
