"""What spoils once opened: by hand, and laws over random uses."""

from __future__ import annotations

import unittest
from datetime import date, timedelta

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.errors import InvalidInput
from lamplight.core.stock.batches import keeping_packs, left_to_spoil
from lamplight.core.stock.lasting import UseAhead
from lamplight.core.stock.reorder import Pack
from lamplight.core.usage.passage import DateSpread

TODAY, DAY = date(2026, 11, 24), timedelta(days=1)
PACKS = (Pack(250, 5), Pack(1000, 12), Pack(5000, 40))
SURE = st.lists(
    st.builds(
        UseAhead,
        st.integers(1, 60).map(float),
        st.builds(DateSpread, st.integers(0, 80).map(lambda n: TODAY + n * DAY)),
    ),
    max_size=12,
)


class Keeping(unittest.TestCase):
    """A bottle that keeps a month."""

    def test_by_hand(self):
        """Ten uses of 50 ml on ten days running: of a litre 500 ml are left, and two days earlier 600."""
        ahead = [UseAhead(50, DateSpread(TODAY + n * DAY)) for n in range(10)]
        self.assertEqual(left_to_spoil(1000, ahead, TODAY, 30), 500)
        self.assertEqual(left_to_spoil(1000, ahead, TODAY, 8), 600)
        self.assertEqual(left_to_spoil(250, ahead, TODAY, 8), 0)
        self.assertEqual(left_to_spoil(1000, ahead, TODAY, None), 0)
        self.assertEqual(keeping_packs(PACKS, ahead, TODAY, 30), PACKS[:1])
        self.assertEqual(keeping_packs(PACKS, ahead, TODAY, None), PACKS)
        self.assertEqual(keeping_packs(PACKS[1:], [], TODAY, 30), PACKS[1:2])
        self.assertEqual(keeping_packs((), ahead, TODAY, 30), ())

    @given(SURE, st.integers(1, 80), st.integers(1, 2000))
    def test_laws(self, ahead, days, units):
        """By counting; what keeps longer leaves no more; a size that keeps makes every smaller one keep."""
        left = left_to_spoil(units, ahead, TODAY, days)
        used = sum(use.units for use in ahead if use.likely < TODAY + days * DAY)
        self.assertAlmostEqual(left, max(0, units - used))
        self.assertLessEqual(left_to_spoil(units, ahead, TODAY, days + 10), left)
        kept = keeping_packs(PACKS, ahead, TODAY, days)
        self.assertTrue(kept)
        self.assertEqual(kept, PACKS[: len(kept)])

    def test_refused(self):
        """A pack of nothing; what does not keep a day."""
        for units, days in ((0, 5), (-1, 5), (float("inf"), 5), (10, 0)):
            with self.assertRaisesRegex(
                InvalidInput, "A pack holds more than nothing|What is opened keeps a day or more"
            ):
                left_to_spoil(units, [], TODAY, days)


if __name__ == "__main__":
    unittest.main()
