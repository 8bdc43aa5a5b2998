"""What comes first, within one second, too."""

from __future__ import annotations

import unittest
from datetime import UTC, datetime, timedelta
from itertools import pairwise

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.moment import AHEAD, BACK, Moment, clock_doubt
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


NOW = datetime(2026, 11, 24, 12, 0, tzinfo=UTC)


class Doubt(unittest.TestCase):
    """Against the newest entry."""

    def test_edges(self):
        """A day back and a hundred ahead are nothing; a second more is."""
        second = timedelta(seconds=1)
        for last in (None, NOW, NOW + BACK, NOW - AHEAD):
            self.assertEqual(clock_doubt(NOW, last), "")
        self.assertIn("long before the newest entry of Wed 25 Nov 2026", clock_doubt(NOW, NOW + BACK + second))
        self.assertIn("long after the newest entry", clock_doubt(NOW, NOW - AHEAD - second))

    def test_an_empty_battery(self):
        """Both dates with their years."""
        said = clock_doubt(datetime(1970, 1, 1, 0, 3, tzinfo=UTC), NOW)
        self.assertEqual(said, "The computer says that it is Thu 1 Jan 1970, 00:03 UTC; that is long before the newest "
                         "entry of Tue 24 Nov 2026")  # fmt: skip
