"""Faults by week and circuit."""

from __future__ import annotations

import unittest
from datetime import UTC, date, datetime, timedelta

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.care.context import EventSeen
from lamplight.core.diagnosis.faults import FaultWeeks, Grinding, fault_weeks, grinding
from lamplight.core.lamps.match import PanelSignals
from lamplight.core.lamps.panel import LampSignal, LampState
from lamplight.core.lamps.sightings import Sighting
from lamplight.core.site.calendar import SiteCalendar
from lamplight.library.catalogue import causes, kinds
from tests.core.makers import MONDAY

NOW = datetime(2026, 11, 24, 9, tzinfo=UTC)


class Weeks(unittest.TestCase):
    """Faults as small multiples."""

    def test_by_week_and_circuit(self):
        """Faults and missing parts count, cares do not; the week begins on Monday; a failing machine is seen."""
        kind = kinds()["removable-tabletop"]
        no_flow = PanelSignals({"attention": LampSignal(LampState.FLASHING, "red")})
        tablet = PanelSignals({"care": LampSignal(LampState.FLASHING, "amber")})
        today = date(2026, 11, 24)
        rows = [Sighting(NOW - timedelta(days=back), no_flow) for back in (0, 1, 2, 8, 75, 200)]
        rows.append(Sighting(NOW, tablet))
        weeks = fault_weeks(kind, causes(), rows, [(Circuit.MILK, today)], SiteCalendar(), today)
        self.assertEqual(weeks.weeks[-1], date(2026, 11, 23))
        self.assertEqual(weeks.counts[Circuit.WATER][-2:], (2, 2))
        self.assertEqual(weeks.counts[Circuit.MILK][-1], 1)
        self.assertEqual((weeks.total, weeks.rising), (6, True))
        self.assertFalse(fault_weeks(kind, causes(), rows[3:5], [], SiteCalendar(), today).rising)


class Rising(unittest.TestCase):
    """A machine whose faults grow more."""

    def test_boundaries(self):
        """At least three lately, and more than twice as many as before."""
        weeks = tuple(date(2026, 9, 7) + timedelta(weeks=n) for n in range(4))
        for counts, rising in (
            ((0, 0, 1, 2), True), ((0, 0, 1, 1), False), ((1, 0, 1, 2), True), ((2, 0, 2, 2), False),
            ((2, 0, 2, 3), True), ((0, 3, 0, 0), False), ((0, 0, 0, 0), False),
        ):  # fmt: skip
            with self.subTest(counts=counts):
                self.assertEqual(FaultWeeks(weeks, {Circuit.WATER: counts}).rising, rising)


if __name__ == "__main__":
    unittest.main()


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
