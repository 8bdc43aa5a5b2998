"""Progress bars tell the machine's own interval."""

from __future__ import annotations

import unittest
from datetime import timedelta

import numpy as np

from lamplight.core.assess import assess
from lamplight.core.care.triggers import CountSince
from lamplight.core.errors import InvalidInput, MissingReading
from lamplight.core.lamps.intervals import Seen, rounds_of
from lamplight.core.lamps.own_interval import learn_interval
from lamplight.core.lamps.progress_bars import BarSeen, bar_interval
from lamplight.core.machine.estimated_meters import meters_of
from lamplight.library.catalogue import kinds
from tests.core.care.makers import item, kind
from tests.core.makers import MONDAY, OFFICE, book


class Bars(unittest.TestCase):
    """A progress bar that was read on the way."""

    def test_a_bar_tells_the_interval(self):
        """90 drinks at a half: 180, whatever the kind says; a later bar tells it better."""
        half, late = (learn_interval([Seen(180 * bar, False, bar=bar)], 240) for bar in (0.5, 0.9))
        for one in (half, late):
            self.assertTrue(one.early < 180 < one.late)
            self.assertAlmostEqual(one.count, 180, delta=8)
            self.assertEqual((one.seen, one.censored, one.bars, one.error), (0, 0, 1, None))
        early = learn_interval([Seen(18, False, bar=0.1)], 240)
        self.assertLess(late.late - late.early, early.late - early.early)

    def test_beside_sightings(self):
        """It narrows what one sighting taught, and foretells the next."""
        alone = learn_interval([Seen(150, True)], 200)
        both = learn_interval([Seen(150, True), Seen(76, False, bar=0.5)], 200)
        self.assertLess(both.late - both.early, alone.late - alone.early)
        foretold = learn_interval([Seen(75, False, bar=0.5), Seen(150, True)], 200)
        self.assertLess(foretold.error, 0.03)

    def test_coverage(self):
        """Of 200 machines that scatter by 6 %, with three bars each, 75 to 88 % of the true intervals lie inside."""
        chance = np.random.default_rng(12)
        inside = 0
        for _ in range(200):
            interval = 200 * np.exp(0.35 * chance.standard_normal())
            rounds = []
            for bar in chance.integers(30, 95, 3) / 100:
                count = bar * interval * (1 + 0.06 * chance.standard_normal()) + chance.uniform(0, 0.01) * interval
                rounds.append(Seen(float(count), False, bar=float(bar)))
            one = learn_interval(rounds, 200)
            inside += one.early <= interval <= one.late
        self.assertTrue(150 <= inside <= 176, inside)

    def test_refused(self):
        """Too little, more than the whole, and a lamp that is lit besides."""
        for wrong in (Seen(5, False, bar=0.05), Seen(5, False, bar=1.2), Seen(5, True, bar=0.5)):
            with self.assertRaisesRegex(InvalidInput, "between a tenth and the whole"):
                learn_interval([wrong], 200)

    def test_rounds(self):
        """The last one before the item was done; none where the lamp was seen; nothing after the bar fell."""
        meter = assess(book(56, 40, None), kinds()["removable-tabletop"], OFFICE, MONDAY).context.meters["drinks"]
        first, second = MONDAY - timedelta(days=28), MONDAY - timedelta(days=14)
        bars = [
            (first + timedelta(days=days), bar) for days, bar in ((2, 0.3), (4, 0.6), (7, 0.02), (9, 0.3), (16, 0.4))
        ]
        rounds = rounds_of([first, second], [], [], meter, bars)
        self.assertEqual(
            [(round(one.count), one.bar, one.lit) for one in rounds], [(160, 0.6, False), (80, 0.4, False)]
        )
        lit = rounds_of([first, second], [first + timedelta(days=11)], [], meter, bars)
        self.assertEqual([(one.lit, one.bar) for one in lit], [(True, 0.0), (False, 0.4)])


class TwoReadings(unittest.TestCase):
    """Two readings of one bar between two cleanings: plain proportion."""

    def interval(self, low, high, days=7):
        """Read on Monday a week ago and now, 200 drinks between."""
        meter = meters_of(book(56, 40), kind(item(CountSince(200))), OFFICE, MONDAY)["drinks"]
        seen = (BarSeen("job", MONDAY - timedelta(days=days), low), BarSeen("job", MONDAY, high))
        return bar_interval(seen, meter, ())

    def test_proportion(self):
        """200 drinks for 40 per cent: 500 in all, give or take one per cent of the bar."""
        found = self.interval(20, 60)
        self.assertAlmostEqual(found.count, 500, delta=1)
        self.assertAlmostEqual(found.error, 500 / 40, delta=0.1)

    def test_ten_per_cent_are_enough(self):
        """Nine are not; nor is a bar that moved while nothing was drawn."""
        self.assertAlmostEqual(self.interval(20, 30).count, 2000, delta=4)
        with self.assertRaisesRegex(MissingReading, "10 per cent apart or more"):
            self.interval(20, 29)
        with self.assertRaisesRegex(MissingReading, "Read the bar twice between two cleanings,"):
            self.interval(20, 60, days=1)


if __name__ == "__main__":
    unittest.main()
