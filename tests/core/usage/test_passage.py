"""Dates on which a count runs out, against values worked out outside the project.

Sources: first_passage.json was computed by convolving daily distributions with scipy 1.17.1, equal
to the closed form to 1e-10 and confirmed by simulation; quantiles of the Poisson and the negative
binomial with scipy. The convention is the project's own, the arithmetic is not.
"""

from __future__ import annotations

import json
import unittest
from datetime import UTC, date, datetime, time, timedelta
from pathlib import Path

import numpy as np
from scipy import stats
from scipy.stats import norm

from lamplight.core.errors import InvalidInput
from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.usage.forecast import Ahead, forecast
from lamplight.core.usage.passage import NEVER, Passage, chance_of_at_least, first_passage, passage_chances
from lamplight.core.usage.usage import Usage

CASES = json.loads((Path(__file__).parents[2] / "reference" / "first_passage.json").read_text())
EVEN = (20.0,) * 7


def known_usage(rates, overdispersion=1.0, doubt=0.0):
    """Usage whose rates are known, or doubtful by a variance."""
    covariance = tuple(tuple(float(doubt) if i == j else 0.0 for j in range(7)) for i in range(7))
    return Usage(
        tuple(rates), covariance, (doubt**0.5,) * 7, None, overdispersion, 7, (True,) * 7, "readings", 9, 0.0, ()
    )


class PublishedCases(unittest.TestCase):
    """Six worked cases with the chance on the date and on the day before."""

    def test_dates_and_chances(self):
        """The dates exactly, the chances to eight digits."""
        for case in CASES:
            start = date.fromisoformat(case["start"])
            closed = {date.fromisoformat(day) for day in case["closed"]}
            size = 6.0 if "size 6" in case["distribution"] else None
            passage = first_passage(case["remaining"], case["rates_Mon_to_Sun"], start, closed, size)
            found = {"P10": passage.early, "P50": passage.likely, "P90": passage.late}
            chances = dict(passage_chances(case["remaining"], case["rates_Mon_to_Sun"], start, 60, closed, size))
            for name, day in found.items():
                with self.subTest(case=case["id"], quantile=name):
                    self.assertEqual(day.isoformat(), case[name])
                    self.assertAlmostEqual(chances[day], case["probability"][name]["on_date"], places=8)
                    before = date.fromordinal(day.toordinal() - 1)
                    self.assertAlmostEqual(chances[before], case["probability"][name]["day_before"], places=8)

    def test_chance_by_date(self):
        """Rate 20, 200 drinks: days 8 to 13."""
        chances = [chance for _, chance in passage_chances(200, EVEN, date(2027, 1, 11), 13)]
        expected = [0.00126969, 0.07485803, 0.50940342, 0.91819431, 0.99634530, 0.99995250]
        np.testing.assert_allclose(chances[7:13], expected, atol=5e-9)

    def test_forecast_agrees_before_opening(self):
        """With rates known exactly, the forecast from before opening is the first passage."""
        for case in CASES[:5]:
            with self.subTest(case=case["id"]):
                calendar = SiteCalendar("UTC", closures=frozenset(map(date.fromisoformat, case["closed"])))
                start = datetime.combine(date.fromisoformat(case["start"]), time(), UTC)
                passage = forecast(case["remaining"], known_usage(case["rates_Mon_to_Sun"]), calendar, start)
                self.assertEqual(passage.early.isoformat(), case["P10"])
                self.assertEqual(passage.likely.isoformat(), case["P50"])
                self.assertEqual(passage.late.isoformat(), case["P90"])


class Spread(unittest.TestCase):
    """The one distribution of a date: normal with a spread of its own on each side; scipy has the normal."""

    TEN = Passage(date(2026, 12, 1), date(2026, 12, 11), date(2026, 12, 31))

    def test_quantiles(self):
        """The three dates themselves, and what lies between."""
        for share, expected in ((0.1, self.TEN.early), (0.5, self.TEN.likely), (0.9, self.TEN.late)):
            self.assertEqual(self.TEN.quantile(share), expected)
        for share, width in {0.05: 10, 0.25: 10, 0.75: 20, 0.95: 20}.items():
            away = round(width * norm.ppf(share) / norm.ppf(0.9))
            self.assertEqual(self.TEN.quantile(share), self.TEN.likely + timedelta(days=away))
        self.assertIsNone(NEVER.quantile(0.5))

    def test_chance(self):
        """Never falls with later dates; by the end of the likely date it is half a day past a half."""
        chances = [self.TEN.chance_by(date(2026, 11, 20) + timedelta(days=n)) for n in range(60)]
        self.assertEqual(chances, sorted(chances))
        self.assertTrue(all(0 <= chance <= 1 for chance in chances))
        self.assertAlmostEqual(self.TEN.chance_by(self.TEN.likely), norm.cdf(norm.ppf(0.9) * 0.5 / 20))
        self.assertAlmostEqual(self.TEN.chance_by(date(2026, 12, 9)), norm.cdf(norm.ppf(0.9) * -1.5 / 10))

    def test_a_date_that_is_known(self):
        """None of it before, all of it by its end; what never comes has no chance."""
        sure = Passage(*[self.TEN.likely] * 3)
        before = self.TEN.likely - timedelta(days=1)
        self.assertEqual([sure.chance_by(day) for day in (before, self.TEN.likely, self.TEN.late)], [0.0, 1.0, 1.0])
        self.assertEqual((NEVER.chance_by(before), NEVER.spread), (0.0, None))

    def test_past_the_horizon(self):
        """Where the late end is not known, it is as wide as the early one."""
        open_end = Passage(self.TEN.early, self.TEN.likely, None)
        self.assertEqual(open_end.spread.above, open_end.spread.below)
        self.assertEqual(Passage(None, self.TEN.likely, self.TEN.late).spread.below, 0.0)

    def test_later_by_a_span(self):
        """Squares add up, on each side."""
        later = self.TEN.spread.after(10, 3)
        self.assertEqual(later.likely, self.TEN.likely + timedelta(days=10))
        self.assertAlmostEqual(later.below**2, self.TEN.spread.below**2 + 9)
        self.assertAlmostEqual(later.above**2, self.TEN.spread.above**2 + 9)


class Distributions(unittest.TestCase):
    """The two distributions beneath, against scipy."""

    def test_poisson(self):
        """P(X >= n) for small and large means."""
        for mean in (0.5, 5.0, 40.0, 500.0):
            for need in (1, round(mean) or 1, round(1.2 * mean) + 1):
                with self.subTest(mean=mean, need=need):
                    got = chance_of_at_least(need, np.array([mean]), np.array([mean]))[0]
                    self.assertAlmostEqual(got, stats.poisson.sf(need - 1, mean), places=10)

    def test_negative_binomial(self):
        """Variance m + m^2 / k."""
        for mean, size in ((10, 2), (40, 5), (100, 50)):
            for need in (1, mean, 2 * mean):
                with self.subTest(mean=mean, size=size, need=need):
                    variance = mean + mean**2 / size
                    got = chance_of_at_least(need, np.array([float(mean)]), np.array([variance]))[0]
                    self.assertAlmostEqual(got, stats.nbinom.sf(need - 1, size, size / (size + mean)), places=10)


class Boundaries(unittest.TestCase):
    """Both sides of each limit."""

    def test_reached_already(self):
        """0 or fewer left is due on the start date."""
        start = date(2027, 1, 11)
        for remaining in (0, -5):
            passage = first_passage(remaining, EVEN, start)
            self.assertEqual((passage.early, passage.likely, passage.late), (start,) * 3)
            self.assertTrue(passage.reached)
        self.assertFalse(first_passage(1, EVEN, start).reached)

    def test_never(self):
        """No drinks, no date."""
        self.assertTrue(first_passage(10, (0.0,) * 7, date(2027, 1, 11)).never)

    def test_refusals(self):
        """Rates and size are checked, with a sentence."""
        with self.assertRaisesRegex(InvalidInput, "Seven rates of 0 or more"):
            first_passage(10, (1.0,) * 6, date(2027, 1, 11))
        with self.assertRaisesRegex(InvalidInput, "Seven rates of 0 or more"):
            first_passage(10, (-1.0,) * 7, date(2027, 1, 11))
        with self.assertRaisesRegex(InvalidInput, "above 0"):
            first_passage(10, EVEN, date(2027, 1, 11), size=0)

    def test_doubt_widens(self):
        """Over-dispersion and doubt about the rates move early earlier and late later, never inwards."""
        start = datetime(2027, 1, 11, tzinfo=UTC)
        calendar = SiteCalendar("UTC")
        plain = forecast(400, known_usage(EVEN), calendar, start)
        for usage in (known_usage(EVEN, overdispersion=9.0), known_usage(EVEN, doubt=25.0)):
            wide = forecast(400, usage, calendar, start)
            self.assertLess(wide.early, plain.early)
            self.assertGreater(wide.late, plain.late)

    def test_chances_and_dates_agree(self):
        """The dates are the first on which the chances reach their levels; with rates known, those of plain Poisson."""
        start, calendar = datetime(2027, 1, 11, tzinfo=UTC), SiteCalendar("UTC")
        for remaining, usage in ((200, known_usage(EVEN)), (333, known_usage(EVEN, overdispersion=4.0, doubt=3.0))):
            ahead = Ahead(usage, calendar, start)
            by_day, passage = ahead.chances(remaining), ahead.passage(remaining)
            for level, day in ((0.1, passage.early), (0.5, passage.likely), (0.9, passage.late)):
                place = (day - start.date()).days
                self.assertTrue(by_day[place - 1] < level <= by_day[place])
        plain = [chance for _, chance in passage_chances(200, EVEN, start.date(), 13)]
        np.testing.assert_allclose(Ahead(known_usage(EVEN), calendar, start).chances(200)[:13], plain, atol=1e-9)

    def test_rest_of_a_day(self):
        """At noon of a day open all day, half of its drinks are still to come."""
        calendar = SiteCalendar("UTC")
        usage = known_usage((1000.0,) * 7)
        noon = datetime(2027, 1, 11, 12, tzinfo=UTC)
        self.assertEqual(forecast(400, usage, calendar, noon).likely, date(2027, 1, 11))
        self.assertEqual(forecast(600, usage, calendar, noon).likely, date(2027, 1, 12))


if __name__ == "__main__":
    unittest.main()
