"""Repeats against printed tables, published data, certified sets, and scipy's own routines.

Sources: t quantiles as every printed table has them; Student 1908, extra hours of sleep (mean 1.58, s 1.230, 95 % from
0.7001 to 2.4599); NIST StRD univariate sets NumAcc1 to NumAcc4, certified; Grubbs' critical values of the printed
table, one-sided 5 % (ASTM E178), from memory; weighings and pushes worked out with scipy. Nothing of it by this code.
"""

from __future__ import annotations

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from scipy import stats

from lamplight.core.dose.repeats import grubbs_limit, more_needed, repeats, standing_out, student_t
from lamplight.core.errors import InvalidInput

T_TABLE = ((1, 6.3138, 12.7062, 63.6567), (2, 2.9200, 4.3027, 9.9248), (4, 2.1318, 2.7764, 4.6041),
           (9, 1.8331, 2.2622, 3.2498), (29, 1.6991, 2.0452, 2.7564))  # fmt: skip
# Two-sided at 5 %, as tables of Grubbs’ test print them; from memory.
GRUBBS = ((3, 1.1543), (4, 1.4812), (5, 1.7150), (6, 1.8871), (8, 2.1266), (10, 2.2900), (20, 2.7082))
WEIGHED = (
    ((9.82, 10.11, 9.95, 10.06, 9.91), 9.97, 0.116404, 9.825465, 10.114535),
    ((4.6, 4.1, 5.0, 4.4, 4.8, 4.3, 4.7, 4.5), 4.55, 0.287849, 4.309352, 4.790648),
    ((10.0, 10.4), 10.2, 0.282843, 7.658759, 12.741241),
    ((1.2, 2.4, 1.3, 1.3, 0.0, 1.0, 1.8, 0.8, 4.6, 1.4), 1.58, 1.229995, 0.700114, 2.459886),
)
CERTIFIED = (
    ([10000001.0, 10000003.0, 10000002.0], 10000002.0, 1.0),
    ([1.2] + [1.1, 1.3] * 50, 1.2, None),
    ([1000000.2] + [1000000.1, 1000000.3] * 99, 1000000.2, None),
    ([10000000.2] + [10000000.1, 10000000.3] * 99, 10000000.2, None),
)
values = st.lists(st.floats(1, 1e4), min_size=2, max_size=30)


class Printed(unittest.TestCase):
    """Tables and published data."""

    def test_student(self):
        """90, 95 and 99 % two-sided."""
        for degrees, *row in T_TABLE:
            for confidence, t in zip((0.90, 0.95, 0.99), row, strict=True):
                self.assertAlmostEqual(student_t((1 + confidence) / 2, degrees), t, delta=6e-5)

    def test_weighings(self):
        """Mean, deviation and interval of four sets."""
        for measured, mean, deviation, low, high in WEIGHED:
            got = repeats(measured)
            self.assertAlmostEqual(got.mean, mean)
            self.assertAlmostEqual(got.deviation, deviation, delta=1e-6)
            self.assertAlmostEqual(got.mean_low, low, delta=1e-5)
            self.assertAlmostEqual(got.mean_high, high, delta=1e-5)

    def test_certified(self):
        """Large numbers that differ little: the deviation is 0.1, as certified (with n - 1 of a shorter set)."""
        for measured, mean, deviation in CERTIFIED:
            got = repeats(measured)
            self.assertAlmostEqual(got.mean, mean, places=6)
            if deviation is None:  # of 2k values 0.1 off the mean and one on it: 0.1 sqrt(2k / 2k)
                deviation = 0.1
            self.assertAlmostEqual(got.deviation, deviation, places=6)

    def test_grubbs(self):
        """Critical values to three digits."""
        for count, limit in GRUBBS:
            self.assertAlmostEqual(grubbs_limit(count), limit, delta=0.0012)

    def test_five_pushes(self):
        """86, 101, 97, 99, 98: the first stands out, 88 would not by a hair; the rest has 98.75 and 1.708 (scipy)."""
        self.assertIsNone(repeats((88, 101, 97, 99, 98)).outlier)  # 1.710 deviations away, 1.715 are asked
        pushes = (86, 101, 97, 99, 98)
        got = repeats(pushes)
        self.assertEqual(got.outlier, 0)
        self.assertFalse(got.steady)
        rest = repeats(pushes[1:])
        self.assertAlmostEqual(rest.mean, 98.75)
        self.assertAlmostEqual(rest.deviation, 1.707825, places=6)
        low, high = stats.t.interval(0.95, 3, 98.75, 1.707825 / 2)
        self.assertAlmostEqual(rest.mean_low, low, places=4)
        self.assertAlmostEqual(rest.mean_high, high, places=4)
        self.assertTrue(rest.steady)
        self.assertEqual(more_needed(rest), 0)


class FalseAlarms(unittest.TestCase):
    """How often one stands out of values among which none is wrong."""

    def test_one_in_twenty(self):
        """5 % of 4000 draws from a normal curve, of each size, within three standard errors; on either side alike."""
        chance = np.random.default_rng(17)
        for count in (3, 5, 10, 20):
            drawn = [chance.normal(100, 5, count) for _ in range(4000)]
            found = [(values, index) for values in drawn if (index := standing_out(list(values))) is not None]
            with self.subTest(count=count):
                self.assertAlmostEqual(len(found) / 4000, 0.05, delta=3 * (0.05 * 0.95 / 4000) ** 0.5)
                above = sum(values[index] > 100 for values, index in found) / len(found)
                self.assertAlmostEqual(above, 0.5, delta=0.12)


class Laws(unittest.TestCase):
    """Of any values."""

    @given(values)
    def test_against_scipy(self, measured):
        """Mean, deviation, the interval of the mean and of the next."""
        got = repeats(measured)
        self.assertAlmostEqual(got.mean, np.mean(measured), places=6)
        self.assertAlmostEqual(got.deviation, np.std(measured, ddof=1), places=6)
        wide = stats.t.ppf(0.975, len(measured) - 1) * got.deviation
        self.assertAlmostEqual(got.half_width, wide / len(measured) ** 0.5, places=5)
        self.assertAlmostEqual(got.next_high - got.mean, wide * (1 + 1 / len(measured)) ** 0.5, places=5)

    @given(values, st.floats(0.01, 0.3))
    def test_more_needed_is_enough_and_no_less(self, measured, within):
        """With so many the interval is narrow enough, with one fewer it is not."""
        got = repeats(measured)
        more = more_needed(got, within)
        if more is None:
            return

        def width(count):
            return student_t(0.975, count - 1) * got.deviation / count**0.5

        self.assertLessEqual(width(len(measured) + more), within * got.mean + 1e-9)
        if more:
            self.assertGreater(width(len(measured) + more - 1), within * got.mean)

    def test_single_and_same(self):
        """One value has no interval; equal ones no outlier; of two none stands out."""
        one = repeats([96.0])
        self.assertEqual((one.mean, one.deviation, one.next_low, one.steady), (96.0, None, None, False))
        self.assertIsNone(more_needed(one))
        self.assertIsNone(standing_out([5, 5, 5, 5]))
        self.assertIsNone(standing_out([1, 99]))
        # A spread of its own is no outlier, whatever the mean, and whatever its sign.
        for steady in ([98, 101, 97, 99, 98], [-98, -101, -97, -99, -98], [0.1, -0.1, 0.0, 0.05]):
            self.assertIsNone(standing_out(steady), steady)
        self.assertTrue(repeats([5.0, 5.0]).steady)

    def test_refusals(self):
        """Nothing, no number, too many, no degree of freedom, no share."""
        for wrong in ([], [float("nan")], [float("inf")], [1.0] * 201):
            with self.assertRaisesRegex(InvalidInput, "Measure once at least|values, each a number"):
                repeats(wrong)
        for wrong in ((0, 3), (1, 3), (0.5, 0)):
            with self.assertRaisesRegex(InvalidInput, "A quantile wants a probability between"):
                student_t(*wrong)
        with self.assertRaisesRegex(InvalidInput, "Of two nobody can say which one is wrong"):
            grubbs_limit(2)
        with self.assertRaisesRegex(InvalidInput, "A share lies above"):
            more_needed(repeats([1, 2]), 0)


if __name__ == "__main__":
    unittest.main()
