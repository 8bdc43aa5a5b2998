"""What was so when."""

from __future__ import annotations

import unittest
from datetime import timedelta

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.timeline import Timeline
from tests.core.makers import MONDAY

DAY = timedelta(days=1)
MOMENTS = st.integers(-40, 40).map(lambda hours: MONDAY + timedelta(hours=hours))


class Laws(unittest.TestCase):
    """Over any changes, also several at one moment and some that change nothing."""

    @given(st.lists(st.tuples(MOMENTS, st.sampled_from("abc")), max_size=6), MOMENTS, MOMENTS)
    def test_stretches_agree_with_moments(self, changes, begin, end):
        """They follow upon each other from begin to end, each as `at` has it; the last change at a moment holds."""
        changes = sorted(changes, key=lambda change: change[0])
        line = Timeline.of_changes("first", changes)
        expected = next((became for at, became in reversed(changes) if at <= begin), "first")
        self.assertEqual(line.at(begin), expected)
        turns = [until for until, _ in line.earlier]
        self.assertEqual(turns, sorted(set(turns)))
        stretches = list(line.stretches(begin, end))
        if end <= begin:
            self.assertEqual(stretches, [])
            return
        self.assertEqual((stretches[0][0], stretches[-1][1]), (begin, end))
        for since, until, was in stretches:
            self.assertLess(since, until)
            self.assertEqual(line.at(since), was)
        self.assertEqual([until for _, until, _ in stretches[:-1]], [since for since, _, _ in stretches[1:]])


if __name__ == "__main__":
    unittest.main()
