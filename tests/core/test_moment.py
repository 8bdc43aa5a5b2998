"""What comes first, within one second, too."""

from __future__ import annotations

import unittest
from datetime import timedelta
from itertools import pairwise

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.moment import Moment
from tests.core.makers import MONDAY


class Order(unittest.TestCase):
    """By the clock, then by what was written first."""

    @given(st.lists(st.tuples(st.integers(0, 3), st.integers(0, 3)), min_size=2, max_size=9))
    def test_by_time_then_by_place(self, rows):
        """As pairs are ordered."""
        moments = sorted(Moment(MONDAY + timedelta(seconds=second), seq) for second, seq in rows)
        for first, second in pairwise(moments):
            self.assertTrue(first.at < second.at or (first.at == second.at and first.seq <= second.seq))

    def test_without_a_place(self):
        """The first of its second."""
        self.assertLess(Moment(MONDAY), Moment(MONDAY, 1))
        self.assertGreater(Moment(MONDAY + timedelta(seconds=1)), Moment(MONDAY, 99))


if __name__ == "__main__":
    unittest.main()
