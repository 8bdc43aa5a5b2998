"""Rates by weekday against values worked out outside the project.

Sources: the three JSON files were computed with statsmodels 0.15.0 (GLM, Poisson) and scipy 1.17.1
(direct maximisation), both methods agreeing; Dobson, An Introduction to Generalized Linear Models
(1990), p. 93, quoted from memory; Shepp and Vardi, IEEE Trans. Med. Imaging 1 (1982) 113 for the
properties of the step.
"""

from __future__ import annotations

import json
import unittest
import warnings
from datetime import UTC, date, datetime, timedelta
from pathlib import Path

import numpy as np
import statsmodels.api as sm

from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.usage.em import em_step
from lamplight.core.usage.weekday_rates import fit_usage

HERE = Path(__file__).parents[2] / "reference"
IRREGULAR = json.loads((HERE / "irregular_readings.json").read_text())
REGRESSION = json.loads((HERE / "weekday_regression.json").read_text())
ALWAYS = SiteCalendar("UTC")
NOW = datetime(2027, 3, 1, tzinfo=UTC)


def plain_fit(readings):
    """Maximum likelihood, without prior or decay."""
    return fit_usage(readings, ALWAYS, NOW, half_life_days=None, prior_weight=0)


def irregular():
    """The fifteen readings over five weeks."""
    return [(date.fromisoformat(day), value) for day, value in IRREGULAR["readings"]]


class RegularReadings(unittest.TestCase):
    """One reading a day: the rates are the weekday means."""

    def setUp(self):
        """Four weeks, Monday to Friday, nobody at the weekend."""
        value, day = 1000, date(2027, 1, 4)
        readings = [(day, value)]
        for week in REGRESSION["weeks"]:
            for n in range(7):
                value += week[n] if n < 5 else 0
                day += timedelta(days=1)
                readings.append((day, value))
        self.usage = plain_fit(readings)

    def test_rates_and_errors(self):
        """Means exactly; the error of a rate is the rate times the error of its logarithm."""
        for n, (rate, se_log) in enumerate(zip(REGRESSION["rates_per_day"], REGRESSION["se_log_rate"], strict=True)):
            with self.subTest(weekday=n):
                self.assertAlmostEqual(self.usage.rates[n], rate, places=4)
                self.assertAlmostEqual(self.usage.standard_errors[n], rate * se_log, places=3)
        self.assertEqual(self.usage.rank, 7)
        self.assertTrue(self.usage.unique)

    def test_dispersion(self):
        """Pearson chi-square: the weekends of no drinks add nothing to it."""
        pearson = self.usage.dispersion * (28 - 7)
        self.assertAlmostEqual(pearson, REGRESSION["pearson_chi2"], places=3)

    def test_published_group_means(self):
        """Dobson 1990: counts in three groups; their means are the maximum-likelihood rates."""
        counts = [18, 17, 15, 20, 10, 20, 25, 13, 12]
        groups = np.array([[float(n % 3 == k) for k in range(7)] for n in range(9)])
        rates = np.full(7, 10.0)
        step = em_step(rates, groups, np.array(counts, float))
        for got, wanted in zip(step, [21, 13.3333, 15.6667], strict=False):
            self.assertAlmostEqual(got, wanted, places=4)


class IrregularReadings(unittest.TestCase):
    """Gaps of several days."""

    def test_by_hand(self):
        """Two gaps, two groups of days: solved as two equations."""
        days = np.array([[5, 2], [0, 2]], float)
        drinks = np.array([220, 6], float)
        step = em_step(np.full(2, 226 / 9), days, drinks)
        np.testing.assert_allclose(step, [31.428571, 17.214286], atol=1e-6)
        rates = np.full(2, 226 / 9)
        for _ in range(4000):
            rates = em_step(rates, days, drinks)
        np.testing.assert_allclose(rates, [42.8, 3.0], atol=1e-4)

    def test_more_gaps_than_rates(self):
        """Two steps, then convergence to the values of direct maximisation."""
        days = np.array([[5, 2], [0, 2], [3, 0]], float)
        drinks = np.array([214, 7, 138], float)
        rates = np.full(2, drinks.sum() / days.sum())
        for expected in ([36.357143, 17.035714], [39.777713, 10.194573]):
            rates = em_step(rates, days, drinks)
            np.testing.assert_allclose(rates, expected, atol=1e-6)
        for _ in range(2000):
            rates = em_step(rates, days, drinks)
        np.testing.assert_allclose(rates, [43.190730, 3.368539], atol=1e-4)

    def test_seven_weekdays_converged(self):
        """Rates, errors, likelihood, rank, and the total of a week."""
        usage = plain_fit(irregular())
        np.testing.assert_allclose(usage.rates, IRREGULAR["converged"], atol=1e-4)
        np.testing.assert_allclose(usage.standard_errors, IRREGULAR["standard_errors"], atol=1e-3)
        self.assertAlmostEqual(usage.log_likelihood, IRREGULAR["log_likelihood_converged"], places=4)
        self.assertEqual(usage.rank, IRREGULAR["rank"])
        self.assertAlmostEqual(usage.week_total, IRREGULAR["week_total"], places=6)
        total_error = float(np.ones(7) @ usage.covariance_matrix @ np.ones(7)) ** 0.5
        self.assertAlmostEqual(total_error, IRREGULAR["week_total_se"], places=4)

    def test_seven_weekdays_step_by_step(self):
        """After 1 and 10 steps from a flat start."""
        days = np.array(IRREGULAR["days_by_weekday_Mon_to_Sun"], float)
        drinks = np.array(IRREGULAR["increments"], float)
        rates = np.full(7, IRREGULAR["start_rate_flat"])
        for n in range(1, 11):
            rates = em_step(rates, days, drinks)
            if n in (1, 10):
                np.testing.assert_allclose(rates, IRREGULAR[f"after_{n}_step{'s' * (n > 1)}"], atol=1e-5)

    def test_against_a_general_library(self):
        """statsmodels' GLM with the identity link, on the same gaps."""
        days = np.array(IRREGULAR["days_by_weekday_Mon_to_Sun"], float)
        drinks = np.array(IRREGULAR["increments"], float)
        with warnings.catch_warnings():
            warnings.simplefilter("ignore")  # the identity link is meant
            link = sm.families.Poisson(sm.families.links.Identity())
            oracle = sm.GLM(drinks, days, family=link).fit(start_params=np.full(7, 30.0))
        usage = plain_fit(irregular())
        np.testing.assert_allclose(usage.rates, oracle.params, atol=1e-3)
        np.testing.assert_allclose(usage.standard_errors, oracle.bse, rtol=1e-3)

    def test_weekly_readings_settle_only_the_week(self):
        """Rank 1: the week's total is known, its shape is assumed and said so."""
        value, day, readings = 0, date(2027, 1, 4), [(date(2027, 1, 4), 0)]
        for drinks in (214, 231, 198, 225):
            value, day = value + drinks, day + timedelta(days=7)
            readings.append((day, value))
        usage = plain_fit(readings)
        self.assertEqual(usage.rank, 1)
        self.assertFalse(usage.unique)
        self.assertAlmostEqual(usage.week_total, 217.0, places=6)
        self.assertEqual(usage.standard_errors, (None,) * 7)
        self.assertTrue(any("shape is assumed" in note for note in usage.notes))

    def test_assumed_shape_stays(self):
        """A start of shape 1, 1, 1, 1, 0.7, 0.05, 0.05 is scaled in one step and stays."""
        days, drinks = np.ones((4, 7)), np.array([214, 231, 198, 225], float)
        rates = np.array([1, 1, 1, 1, 0.7, 0.05, 0.05])
        for _ in range(3):
            rates = em_step(rates, days, drinks)
            np.testing.assert_allclose(rates, [45.208333] * 4 + [31.645833] + [2.260417] * 2, atol=1e-5)

    def test_two_weekdays_always_read_together(self):
        """Rank 6: Saturday and Sunday are only known as a sum."""
        readings, value, day = [], 500, date(2027, 1, 4)
        for n in range(30):
            weekday = day.weekday()
            if weekday != 6:
                readings.append((day, value))
            value += (40, 41, 42, 43, 44, 5, 3)[weekday] + n % 3
            day += timedelta(days=1)
        usage = plain_fit(readings)
        self.assertEqual(usage.rank, 6)
        self.assertEqual(usage.identified, (True,) * 5 + (False,) * 2)


if __name__ == "__main__":
    unittest.main()
