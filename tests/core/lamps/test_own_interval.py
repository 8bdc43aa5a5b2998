"""A machine's own interval from its lamp: censoring, coverage on simulated machines, rounds, dates."""

from __future__ import annotations

import unittest

from bench.lamps import MACHINES, measured
from lamplight.core.errors import InvalidInput, MissingReading
from lamplight.core.lamps.own_interval import learn_interval
from lamplight.core.lamps.rounds import Seen


def learned(*counts, expected=200):
    """From counts at which the lamp was seen; negative ones were cleaned before it lit."""
    return learn_interval([Seen(abs(count), count > 0) for count in counts], expected)


class Learning(unittest.TestCase):
    """What a few sightings teach."""

    def test_towards_what_was_seen(self):
        """One sighting pulls far from the kind's limit; more narrow it."""
        one, four = learned(150), learned(150, 152, 148, 151)
        self.assertTrue(140 < one.count < 155)
        self.assertTrue(145 < four.count < 151.5)
        self.assertLess(four.late - four.early, one.late - one.early)
        self.assertEqual((four.seen, four.censored), (4, 0))

    def test_censored(self):
        """Cleaned at 190 with the lamp dark: the interval is longer than that; never shorter for it."""
        plain, longer = learned(180), learned(180, -190, -188)
        self.assertGreater(longer.count, plain.count)
        self.assertGreater(longer.late, 186)
        self.assertEqual(longer.censored, 2)
        early = learned(180, -60)  # cleaned long before it could light: says next to nothing
        self.assertAlmostEqual(early.count, plain.count, delta=1.0)

    def test_seen_dark_before(self):
        """Dark at 120 and lit at 180: it lit somewhere between."""
        between = learn_interval([Seen(180, True, 120.0)] * 2, 150)
        self.assertTrue(120 < between.early < between.late < 185)

    def test_error_so_far(self):
        """What the first two foretold for the third; nothing before the second."""
        self.assertIsNone(learned(150).error)
        self.assertLess(learned(150, 151, 149).error, 0.03)
        self.assertGreater(learned(100, 200).error, 0.4)

    def test_refused(self):
        """No sighting, no count, no expectation."""
        with self.assertRaises(MissingReading):
            learned(-150)
        for rounds, expected in (([Seen(0, True)], 200), ([Seen(5, True)], 0)):
            with self.assertRaises(InvalidInput):
                learn_interval(rounds, expected)

    def test_coverage_on_simulated_machines(self):
        """400 machines of known intervals, four sightings, four in ten rounds cleaned before the lamp.

        The known interval lies within the stated spread in 75 to 88 % of them; the seed is fixed.
        """
        self.assertEqual(MACHINES, 400)
        inside, miss = measured(4, 0.04, 0.4, 6.0, seed=3)
        self.assertTrue(0.75 <= inside <= 0.88, inside)
        self.assertLess(miss, 0.03)


if __name__ == "__main__":
    unittest.main()
