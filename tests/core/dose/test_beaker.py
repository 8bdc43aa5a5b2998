"""The beaker, the vessel and the experiment, worked by hand and against scipy and statsmodels.

Sources: 300 ml filled and 96 ml left is 32.0 % waste; 90 pellets for 300 ml are 66 for 220 ml, arithmetic; volumes of
truncated cones by quadrature; binomial bounds by statsmodels (Clopper-Pearson) and the printed rule of three.
"""

from __future__ import annotations

import unittest
from datetime import timedelta
from math import pi

from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import quad
from statsmodels.stats.proportion import proportion_confint

from lamplight.core.dose.beaker import Measuring, drawn_of, same_strength, saved_by
from lamplight.core.dose.in_hand import RoundVessel, height_of
from lamplight.core.errors import InvalidInput
from lamplight.core.job.chemistry import Chemistry, Product
from lamplight.core.machine.trial import Trial, TrialWash, trial_state, upper_bound
from tests.core.makers import MONDAY

PELLETS = Product("p", "Pellets", "milk-cleaner", "pellets", Chemistry.ENZYMATIC, "pellet", 90, per_l=300)
LIQUID = Product("l", "Liquid", "milk-cleaner", "liquid", Chemistry.ALKALINE, "ml", 25, per_l=50, whole=False)
DAY = timedelta(days=1)


class Beaker(unittest.TestCase):
    """What is drawn, and the mark."""

    def test_three_measurings(self):
        """98, 92 and 98 ml left of 300: 204 drawn, 32 % tipped away, a mark at 220."""
        got = drawn_of([Measuring(300, left) for left in (98, 92, 98)])
        self.assertEqual((got.drawn.mean, round(got.waste, 4), got.mark_ml), (204, 0.32, 220))
        self.assertAlmostEqual(got.drawn.deviation, 3.4641, places=4)
        own = drawn_of([Measuring(300, 96)], margin_ml=16)
        self.assertEqual((own.mark_ml, own.margin_ml), (220, 16))
        self.assertAlmostEqual(Measuring(300, 96).waste, 0.32)

    def test_same_strength(self):
        """66 pellets for 220 ml, to the pellet; what cannot be measured exactly says how far it is off."""
        cut = same_strength(PELLETS, 90, 300, 220)
        self.assertEqual((cut.units, cut.wanted, cut.error), (66, 66, 0))
        odd = same_strength(PELLETS, 90, 300, 215)
        self.assertEqual(odd.units, 64)
        self.assertAlmostEqual(odd.error, 64 / 64.5 - 1)
        self.assertEqual(same_strength(LIQUID, 50, 1000, 730).units, 36)

    def test_saved(self):
        """24 pellets a wash, 264 washes, at 0.0088 each: 55.76 a year."""
        got = saved_by(90, 66, 264, 0.0088)
        self.assertAlmostEqual(got.money, 24 * 264 * 0.0088)
        self.assertEqual(saved_by(90, 66, 264, None).money, None)

    @given(st.floats(50, 3000), st.lists(st.floats(0, 1), min_size=1, max_size=8))
    def test_laws(self, filled, shares):
        """The mark lies between what is drawn and the line, and more margin is never a lower mark."""
        got = drawn_of([Measuring(filled, filled * share) for share in shares])
        self.assertLessEqual(got.drawn.mean - 1e-6, got.mark_ml)
        self.assertLessEqual(got.mark_ml, filled + 1e-9)
        self.assertAlmostEqual(got.drawn.mean, filled * (1 - got.waste), places=5)
        self.assertGreaterEqual(drawn_of([Measuring(filled, 0.3 * filled)], 20).mark_ml, 0.7 * filled)

    def test_refusals(self):
        """Nothing filled, more left than filled, no dose, less than nothing saved."""
        for wrong in ((0, 0), (-1, 0), (300, 301), (300, -1), (30_000, 0), (float("nan"), 0)):
            with self.assertRaisesRegex(InvalidInput, "No more can be left than was filled|What is filled lies above"):
                Measuring(*wrong)
        for wrong in (lambda: drawn_of([]), lambda: drawn_of([Measuring(300, 96)], -1),
                      lambda: same_strength(PELLETS, 90, 0, 5), lambda: saved_by(1, 1, -1, None)):  # fmt: skip
            with self.assertRaisesRegex(
                InvalidInput,
                "A dose and both volumes lie above|A margin is|Doses, washes and prices are|Measure once at least",
            ):
                wrong()


class Heights(unittest.TestCase):
    """Straight and tapered."""

    @given(st.floats(20, 200), st.floats(20, 200), st.floats(20, 300), st.floats(0, 1))
    def test_there_and_back(self, bottom, top, height, share):
        """The height of what stands up to a height is that height; the volume is that of the turned line."""
        vessel, at = RoundVessel(bottom, top, height), share * height
        volume = vessel.volume_ml(at)
        self.assertAlmostEqual(height_of(vessel, volume), at, delta=1e-4 * height + 1e-6)
        area, _ = quad(lambda h: pi * vessel.width_at(h) ** 2 / 4 / 1000, 0, at)
        self.assertAlmostEqual(volume, area, delta=1e-6 * area + 1e-9)

    def test_by_hand(self):
        """A straight one of 63 mm: 220 ml stand 70.6 mm high."""
        self.assertAlmostEqual(height_of(RoundVessel(63, 63, 200), 220), 220_000 / (pi * 63**2 / 4))
        for wrong in ((5, 63, 200), (63, 600, 200), (63, 63, 5)):
            with self.assertRaisesRegex(InvalidInput, "Widths lie between"):
                RoundVessel(*wrong)
        with self.assertRaisesRegex(InvalidInput, "holds 623 ml"):
            height_of(RoundVessel(63, 63, 200), 700)
        with self.assertRaisesRegex(InvalidInput, "The height lies inside the vessel"):
            RoundVessel(63, 63, 200).volume_ml(201)


class Experiment(unittest.TestCase):
    """Honest arithmetic, and a rule that stops."""

    def test_bounds(self):
        """0 of 6 is 39.3 %, 0 of n about 3 in n; exact with findings too (statsmodels, one-sided)."""
        self.assertAlmostEqual(upper_bound(0, 6), 1 - 0.05 ** (1 / 6), places=9)
        self.assertAlmostEqual(upper_bound(0, 6), 0.393038, places=6)
        self.assertAlmostEqual(upper_bound(0, 300), 3 / 300, delta=0.0001)
        for found, washes in ((0, 1), (1, 6), (3, 20), (6, 6), (19, 20)):
            _, high = proportion_confint(found, washes, alpha=0.10, method="beta")
            self.assertAlmostEqual(upper_bound(found, washes), high, places=9)
        for wrong in ((0, 0), (2, 1), (-1, 3)):
            with self.assertRaisesRegex(InvalidInput, "Some washes are needed, and no more"):
                upper_bound(*wrong)

    def test_it_stops(self):
        """By one finding, by its number, by the keeper; what was before counts for nothing."""
        trial = Trial(0.7, 10, 6, MONDAY)
        clean = [TrialWash(MONDAY + n * DAY, True) for n in range(-2, 3)]
        state = trial_state(trial, clean)
        self.assertEqual((state.washes, state.over), (3, False))
        self.assertIn("0 of 3 with residue", state.words)
        done = trial_state(trial, [TrialWash(MONDAY + n * DAY, True) for n in range(9)])
        self.assertEqual((done.washes, done.over), (6, True))
        self.assertIn("fewer than 39 %", done.words)
        found = trial_state(trial, [*clean, TrialWash(MONDAY + 3 * DAY, False), TrialWash(MONDAY + 4 * DAY, True)])
        self.assertEqual((found.washes, found.over, found.found_at), (4, True, MONDAY + 3 * DAY))
        self.assertIn("full dose holds again", found.words)
        self.assertTrue(trial_state(trial, [], stopped=True).over)
        self.assertIn("39 %", trial.rule)
        self.assertEqual(trial_state(trial, []).words, "No wash yet.")

    def test_refusals(self):
        """A full dose is no experiment, nor is a tenth of one."""
        for wrong in ((1.0, 10, 6), (0.1, 10, 6), (0.7, -1, 6), (0.7, 121, 6), (0.7, 10, 0), (0.7, 10, 61)):
            with self.assertRaisesRegex(
                InvalidInput, "An experiment has|It stands|Take from a quarter to less than the full"
            ):
                Trial(*wrong, MONDAY)


if __name__ == "__main__":
    unittest.main()
