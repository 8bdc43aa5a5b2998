"""What a step of expectation-maximisation keeps: Shepp and Vardi, IEEE Trans. Med. Imaging 1 (1982) 113."""

from __future__ import annotations

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.usage.em import em_step
from lamplight.core.usage.usage import opening_shape

ALWAYS = SiteCalendar("UTC")


class StepProperties(unittest.TestCase):
    """What the step keeps, whatever it is given."""

    @given(
        st.lists(
            st.tuples(st.lists(st.integers(0, 5), min_size=7, max_size=7), st.integers(0, 400)), min_size=1, max_size=12
        )
    )
    @settings(max_examples=60)
    def test_total_kept_likelihood_never_falls(self, gaps):
        """Fitted total equals counted total; no rate below 0; the likelihood does not fall."""
        gaps = [gap for gap in gaps if sum(gap[0])]
        if not gaps:
            return
        days = np.array([gap[0] for gap in gaps], float)
        drinks = np.array([gap[1] for gap in gaps], float)
        rates = np.full(7, 10.0)
        before = None
        for _ in range(6):
            rates = em_step(rates, days, drinks)
            fitted = days @ rates
            self.assertGreaterEqual(rates.min(), 0)
            self.assertAlmostEqual(fitted.sum(), drinks.sum(), delta=1e-6 * (1 + drinks.sum()))
            with np.errstate(divide="ignore", invalid="ignore"):
                likelihood = float(np.sum(np.where(drinks > 0, drinks * np.log(fitted), 0.0) - fitted))
            if before is not None:
                self.assertGreaterEqual(likelihood, before - 1e-7 * (1 + abs(before)))
            before = likelihood

    def test_shape_follows_opening_days(self):
        """A day off starts at a twentieth of an open day."""
        office = SiteCalendar("UTC", (ALWAYS.hours[0],) * 5 + (None,) * 2)
        self.assertEqual(list(opening_shape(office)), [1.0] * 5 + [0.05] * 2)


if __name__ == "__main__":
    unittest.main()
