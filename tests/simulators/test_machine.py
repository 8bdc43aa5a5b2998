"""The machine that plays a programme: it does what the programme says, whenever one looks. Invented figures."""

from __future__ import annotations

import unittest
from datetime import UTC, datetime, timedelta

from lamplight.core.anatomy.duration import Duration
from lamplight.core.errors import InvalidInput
from lamplight.core.machine.programme import Gives, Programme, Use
from lamplight.library.catalogue import defaults, kinds
from lamplight.simulators.machine import Playing, screen

AT = datetime(2026, 11, 2, 7, 0, tzinfo=UTC)
WORKS = Use("works", minutes=Duration(60, 100, 200), gives=(Gives("coffee", 300, 3), Gives("wand", 100, 2)))
PROGRAMME = Programme("descale", (Use("press"), WORKS, Use("tip-out", says="BOWL"), Use("tank-water")))


def at(seconds):
    """A moment after the start."""
    return AT + timedelta(seconds=seconds)


class Plays(unittest.TestCase):
    """One that waits, works, waits and is over."""

    def seen(self, seconds, *done, speed=1.0):
        """What is seen then."""
        return screen(Playing(PROGRAMME, AT, tuple(at(one) for one in done), speed), at(seconds))

    def test_in_turn(self):
        """It waits for a hand, works by itself for its likely time, and is over after the last."""
        self.assertEqual((self.seen(500).call, self.seen(500).asks), (PROGRAMME.calls[0], True))
        working = self.seen(15, 10)
        self.assertEqual((working.works, working.left_s, working.asks), (True, 95, False))
        self.assertEqual(self.seen(110, 10).call, PROGRAMME.calls[2])
        self.assertEqual(self.seen(150, 10, 120).call, PROGRAMME.calls[3])
        self.assertIsNone(self.seen(150, 10, 120, 130).call)

    def test_a_hand_too_early_is_not_felt(self):
        """What is pressed while it works counts for nothing."""
        self.assertEqual(self.seen(200, 10, 50).call, PROGRAMME.calls[2])

    def test_water(self):
        """Five bursts in turn, one in each fifth; what they bring together is what the programme says."""
        first = self.seen(10 + 1, 10)
        self.assertEqual((first.runs, dict(first.bursts)), (("coffee",), {"coffee": 1}))
        self.assertEqual(self.seen(10 + 15, 10).runs, ())
        self.assertEqual(dict(self.seen(10 + 99, 10).bursts), {"coffee": 3, "wand": 2})
        self.assertEqual(dict(self.seen(110, 10).holds_ml), {"coffee": 300, "wand": 100})
        self.assertEqual(dict(self.seen(130, 10, 120).holds_ml), {})

    def test_quick_time(self):
        """Ten times as fast, it is over in a tenth; slower than in truth, and before its start, are refused."""
        self.assertTrue(self.seen(19, 10, speed=10).works)
        self.assertFalse(self.seen(20, 10, speed=10).works)
        for wrong in (0.5, 241):
            with self.assertRaisesRegex(InvalidInput, "between 1 and 240"):
                Playing(PROGRAMME, AT, speed=wrong)
        with self.assertRaisesRegex(InvalidInput, "not started"):
            self.seen(-1)

    def test_every_programme_that_ships(self):
        """Done as it asks, each comes to its end, and lets out what it says."""
        known = defaults()
        for kind in kinds().values():
            volumes, times = {**known.volumes, **kind.volumes}, {**known.durations, **kind.durations}
            for programme in kind.programmes.values():
                done, now = [], AT
                for _ in range(400):
                    seen = screen(Playing(programme, AT, tuple(done), 60, volumes, times), now)
                    if seen.call is None:
                        break
                    now += timedelta(seconds=max(1, seen.left_s))
                    if seen.asks:
                        done.append(now)
                with self.subTest(kind=kind.key, programme=programme.key):
                    self.assertIsNone(seen.call)
                    self.assertEqual(seen.nth, len(programme.calls))


if __name__ == "__main__":
    unittest.main()
