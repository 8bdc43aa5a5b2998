"""A cartridge that weakens, against the curve's own integral and the balance of what it holds.

Sources: Bohart and Adams 1920, Yoon and Nelson 1984 (half gets past at the load that is its capacity, the curve is
symmetrical about it), both from memory; integrals by scipy's quadrature, which is not the code under test.
"""

from __future__ import annotations

import unittest
from datetime import date, timedelta
from statistics import fmean

from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import quad

from lamplight.core.errors import InvalidInput
from lamplight.core.timeline import Timeline
from lamplight.core.water.at_machine import WaterAtMachine
from lamplight.core.water.breakthrough import FRONTS, FilterPlace, leak, leaked, mean_leak
from lamplight.core.water.cartridge import Cartridge, Resin, filter_litres
from lamplight.core.water.hardness import MG_CACO3_PER_DH
from lamplight.core.water.scale_account import litres_until
from lamplight.core.water.tested import WaterTest
from lamplight.core.water.through import Front, WaterThrough, water_now, water_through
from tests.core.makers import MONDAY

loads, sharpnesses = st.floats(0, 4), st.floats(0.5, 60)
DAY = timedelta(days=1)


class Curve(unittest.TestCase):
    """One front."""

    def test_known_points(self):
        """Half at the capacity; 1 / (1 + e^3) at half of it with a sharpness of 6: 4.7 %."""
        for sharpness in (0.5, 6.0, 60.0):
            self.assertAlmostEqual(leak(1.0, sharpness), 0.5)
        self.assertAlmostEqual(leak(0.5, 6.0), 0.0474259, places=6)
        self.assertAlmostEqual(mean_leak(0, 1, 6.0), 0.1151, places=3)  # (ln 2 - ln(1 + e^-6)) / 6

    @given(loads, sharpnesses)
    def test_symmetrical(self, load, sharpness):
        """As much gets past before as is still taken after."""
        if load <= 2:
            self.assertAlmostEqual(leak(load, sharpness) + leak(2 - load, sharpness), 1.0)

    @given(loads, loads, sharpnesses)
    def test_its_integral(self, one, other, sharpness):
        """By quadrature, and the mean lies between the two ends."""
        begin, end = min(one, other), max(one, other)
        area, _ = quad(lambda load: leak(load, sharpness), begin, end, points=[1.0] if begin < 1 < end else None)
        self.assertAlmostEqual(leaked(end, sharpness) - leaked(begin, sharpness), area, places=6)
        self.assertLessEqual(leak(begin, sharpness) - 1e-9, mean_leak(begin, end, sharpness))
        self.assertLessEqual(mean_leak(begin, end, sharpness), leak(end, sharpness) + 1e-9)

    @given(st.floats(0, 1), st.sampled_from(list(FilterPlace)))
    def test_a_blunt_front_lets_more_past(self, load, place):
        """In the first life of a cartridge."""
        fronts = FRONTS[place]
        order = [leaked(load, sharpness) for sharpness in (fronts.sharp, fronts.likely, fronts.blunt)]
        self.assertEqual(order, sorted(order))

    def test_refusals(self):
        """No front, no load below nothing, and no way back."""
        for wrong in ((-0.1, 6.0), (float("nan"), 6.0), (0.5, 0.0), (0.5, float("inf"))):
            for ask in (leak, leaked):
                with self.assertRaisesRegex(
                    InvalidInput, "The load of a cartridge is|The sharpness of a breakthrough lies above"
                ):
                    ask(*wrong)
        with self.assertRaisesRegex(InvalidInput, "only grows"):
            mean_leak(0.5, 0.4, 6.0)


cartridges = st.builds(
    Cartridge, st.floats(100, 5000), st.floats(0, 0.9), st.floats(0, 3), st.sampled_from(list(Resin)),
    place=st.sampled_from(list(FilterPlace)),
)  # fmt: skip


def behind(cartridge, total, carbonate, days=0):
    """A water behind a cartridge that was fitted so many days ago."""
    test = WaterTest(date(2026, 1, 5), total, carbonate)
    return WaterAtMachine(test, cartridge, fitted_at=MONDAY - days * DAY)


class Balance(unittest.TestCase):
    """What a cartridge holds, and what comes out."""

    @given(cartridges, st.floats(4, 30), st.floats(20, 400))
    def test_it_takes_what_it_holds(self, cartridge, hardness, a_day):
        """Never more than its capacity, and all of it after three times its litres."""
        lasts = filter_litres(cartridge, hardness)
        water = behind(cartridge, hardness, hardness, days=400)
        through = water_through(
            Timeline(water), lambda begin, end: a_day * (end - begin) / DAY, water.fitted_at, MONDAY
        )
        for front in Front:
            taken = sum(part.litres * (hardness - part.scale_dh(front)) for part in through)
            self.assertLessEqual(taken, cartridge.capacity_dh_l * 1.005)
            if lasts and 400 * a_day > 3 * lasts:
                self.assertAlmostEqual(taken / cartridge.capacity_dh_l, 1.0, delta=0.02)

    @given(
        cartridges, st.floats(4, 30), st.floats(0.2, 1), st.integers(0, 60), st.floats(0.5, 30),
        st.sampled_from(list(Front)),
    )  # fmt: skip
    def test_litres_ahead_bring_that_much(self, cartridge, hardness, share, days, grams, front):
        """Poured through life by life, a cartridge changed in time, the litres foretold bring those grams; also where
        part of the hardness alone becomes scale, behind a resin that takes all of it."""
        water = behind(cartridge, hardness, share * hardness, days)
        now = water_now(Timeline(water), lambda begin, end: 5 * (end - begin) / DAY, MONDAY)
        litres = litres_until(now, grams, front)
        self.assertGreater(litres, 0)
        load, came, left = now.load[1], 0.0, litres
        offered = water.before_filter
        per_litre = max(0, (1 - cartridge.bypass) * (offered - cartridge.residual_dh)) / cartridge.capacity_dh_l
        spent = load >= 1
        while left > 1e-9:
            step = left if spent or per_litre <= 0 else min(left, max(1e-9, (1 - load) / per_litre))
            ends = load + step * per_litre
            came += step * fmean(
                water.scaling_behind(leak(load + (ends - load) * (n + 0.5) / 200, front.of(cartridge)))
                for n in range(200)
            )
            load, left = load + step * per_litre, left - step
            load = 0.0 if load >= 1 - 1e-9 and not spent else load
        self.assertAlmostEqual(came * MG_CACO3_PER_DH / 1000, grams, delta=0.002 * grams)

    def test_by_hand(self):
        """Without a cartridge: 10 g at 14 °dH are 40.02 L; behind a spent one more at first, and never fewer."""
        bare = WaterAtMachine(WaterTest(date(2026, 1, 5), 14, 14))
        self.assertAlmostEqual(litres_until(WaterThrough(0, bare), 10), 40.02, delta=0.01)
        water = behind(Cartridge(700), 14, 14)
        spent = litres_until(WaterThrough(0, water, True, (1.0, 1.0)), 10)
        self.assertTrue(40.02 < spent < 80.1)
        self.assertEqual(litres_until(WaterThrough(0, bare), 0), 0)
        self.assertIsNone(litres_until(WaterThrough(0, behind(Cartridge(700), 0, 0)), 10))
        with self.assertRaisesRegex(InvalidInput, "0 g or more"):
            litres_until(WaterThrough(0, bare), -1)


if __name__ == "__main__":
    unittest.main()
