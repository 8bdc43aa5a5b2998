"""Judging the grind: one notch, two drinks, then taste."""

from __future__ import annotations

import unittest
from datetime import timedelta

from lamplight.core.care.context import EventSeen
from lamplight.core.diagnosis.grinding import Grinding, grinding
from tests.core.makers import MONDAY


def noted(*rows):
    """Where it stands after events given as minutes before now and words."""
    return grinding([EventSeen(what, MONDAY - timedelta(minutes=ago)) for ago, what in rows], MONDAY)


class Judging(unittest.TestCase):
    """By what was noted."""

    def test_drinks_since_the_last_notch(self):
        """Only those after it; the last of several notches counts; two make it time to taste."""
        turned, drawn = "grind-finer", "grind-drink"
        self.assertIsNone(noted())
        self.assertIsNone(noted((5, drawn)))
        self.assertEqual(noted((9, turned)), Grinding("finer", 0))
        self.assertEqual(noted((9, drawn), (8, turned), (7, drawn)), Grinding("finer", 1))
        self.assertEqual(noted((9, turned), (8, drawn), (7, "grind-coarser"), (6, drawn)), Grinding("coarser", 1))
        self.assertEqual([Grinding("finer", n).judged for n in (1, 2, 3)], [False, True, True])

    def test_forgotten(self):
        """After half a day nobody is waiting any more."""
        self.assertIsNotNone(noted((12 * 60, "grind-finer")))
        self.assertIsNone(noted((12 * 60 + 1, "grind-finer")))

    def test_ahead(self):
        """What is noted for later has not happened."""
        self.assertEqual(noted((9, "grind-finer"), (-5, "grind-drink")), Grinding("finer", 0))

    def test_same_second_and_any_order(self):
        """By the place within the second, not by the order in which rows come."""
        turned = EventSeen("grind-finer", MONDAY, seq=1)
        drawn = EventSeen("grind-drink", MONDAY, seq=2)
        for events in ((turned, drawn), (drawn, turned)):
            self.assertEqual(grinding(events, MONDAY), Grinding("finer", 1))
        before = EventSeen("grind-drink", MONDAY, seq=0)
        self.assertEqual(grinding((turned, before), MONDAY), Grinding("finer", 0))


if __name__ == "__main__":
    unittest.main()
