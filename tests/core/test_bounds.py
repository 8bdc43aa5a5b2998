"""Bounds of amounts: laws over any number, and that nothing inside them breaks what is reckoned."""

from __future__ import annotations

import math
import unittest

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core import bounds
from lamplight.core.bounds import Bounds, within
from lamplight.core.errors import InvalidInput

ALL = [value for value in vars(bounds).values() if isinstance(value, Bounds)]


class Within(unittest.TestCase):
    """For every unit."""

    @given(st.sampled_from(ALL), st.floats(), st.booleans())
    def test_law(self, of, value, or_nothing):
        """Inside it comes back, outside it is refused; what is inside can be divided by and multiplied."""
        inside = of.smallest <= value <= of.largest or (or_nothing and value == 0)
        if not inside:
            with self.assertRaisesRegex(InvalidInput, "^A thing lies between .*\\.$"):
                within(value, of, "A thing", or_nothing=or_nothing)
            return
        self.assertEqual(within(value, of, "A thing", or_nothing=or_nothing), value)
        if value:
            self.assertTrue(math.isfinite(1e9 / value) and math.isfinite(value * 1e9))

    def test_both_ends_and_the_field(self):
        """The ends belong to it."""
        for of in ALL:
            for value in (of.smallest, of.largest):
                self.assertEqual(within(value, of, "A thing"), value)
        with self.assertRaises(InvalidInput) as refused:
            within(0, bounds.DOSE, "A dose", "dose")
        self.assertEqual(
            (refused.exception.field, str(refused.exception)), ("dose", "A dose lies between 0.001 and 100,000.")
        )
