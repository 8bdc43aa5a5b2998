"""Hardness and filters against values worked out outside the project.

Sources: molar masses by molmass 2026.1.8, conversions by pint 0.25.3 to 1e-10; bands of the US
Geological Survey (Durfor and Becker 1964) and of the German law on washing agents (WRMG 2007,
section 9), both quoted from memory; filter and scale rows are plain arithmetic from definitions.
Tolerance 2e-4 where molar masses enter: tables round them.
"""

from __future__ import annotations

import math
import unittest
from itertools import product

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.errors import InvalidInput
from lamplight.core.water.hardness import UNITS, convert_hardness, german_band, usgs_band

NAMES = ("mg/L CaCO3", "dH", "fH", "eH", "gpg", "mmol/L", "meq/L")
MATRIX = (
    (1.000000, 0.056029, 0.100000, 0.070157, 0.058418, 0.009991, 0.019983),
    (17.848000, 1.000000, 1.784800, 1.252160, 1.042641, 0.178325, 0.356650),
    (10.000000, 0.560287, 1.000000, 0.701569, 0.584178, 0.099913, 0.199826),
    (14.253768, 0.798620, 1.425377, 1.000000, 0.832674, 0.142414, 0.284828),
    (17.118061, 0.959102, 1.711806, 1.200950, 1.000000, 0.171032, 0.342064),
    (100.086955, 5.607741, 10.008695, 7.021789, 5.846863, 1.000000, 2.000000),
    (50.043478, 2.803870, 5.004348, 3.510895, 2.923431, 0.500000, 1.000000),
)


def close(case, got, wanted, relative=2e-4):
    """Within the tolerance of rounded molar masses."""
    case.assertTrue(math.isclose(got, wanted, rel_tol=relative, abs_tol=1e-9), (got, wanted))


class Units(unittest.TestCase):
    """Each to each."""

    def test_matrix(self):
        """All 49 conversions."""
        for (i, source), (j, target) in product(enumerate(NAMES), enumerate(NAMES)):
            with self.subTest(source=source, target=target):
                close(self, convert_hardness(1, source, target), MATRIX[i][j])

    @given(st.floats(0, 1e4), st.sampled_from(NAMES), st.sampled_from(NAMES))
    def test_there_and_back(self, value, source, target):
        """Round trips are exact to 1e-9."""
        close(self, convert_hardness(convert_hardness(value, source, target), target, source), value, 1e-9)

    def test_refusals(self):
        """An unknown unit, less than nothing, not a number."""
        self.assertEqual(tuple(UNITS), NAMES)
        with self.assertRaisesRegex(InvalidInput, "“ppm” is not a unit"):
            convert_hardness(1, "ppm", "dH")
        for value in (-0.1, float("nan")):
            with self.assertRaisesRegex(InvalidInput, "0 or more"):
                convert_hardness(value, "dH", "fH")

    def test_bands(self):
        """Both sides of each border."""
        for mg, band in (
            (60, "soft"),
            (60.5, "moderately hard"),
            (120, "moderately hard"),
            (180, "hard"),
            (181, "very hard"),
        ):
            self.assertEqual(usgs_band(convert_hardness(mg, "mg/L CaCO3", "dH")), band, mg)
        for dh, band in ((8.4, "soft"), (8.42, "medium"), (14.0, "medium"), (14.03, "hard")):
            self.assertEqual(german_band(dh), band, dh)


if __name__ == "__main__":
    unittest.main()
