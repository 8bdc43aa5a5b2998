"""What care costs, worked by hand, and laws; prices over time."""

from __future__ import annotations

import unittest
from datetime import date

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.errors import InvalidInput
from lamplight.core.stock.costs import (
    JobCost,
    PackPrice,
    price_spread,
    prices_of,
    unit_price,
    year_cost,
    years_together,
)

jobs = st.lists(
    st.builds(
        JobCost, st.just(1), st.sampled_from("abc"), st.floats(0, 400), st.one_of(st.none(), st.floats(0, 5)),
        st.floats(0, 60), st.floats(0, 5),
    ),
    max_size=6,
)  # fmt: skip


class Costs(unittest.TestCase):
    """A year."""

    def test_by_hand(self):
        """250 washes for 0.31 and 12 min, 24 tablets for 0.275 and 15 min, at 30 an hour; 2 L each at 4 for 1000."""
        got = year_cost([JobCost(1, "wash", 250, 0.31, 12, 2), JobCost(1, "tablet", 24, 0.275, 15, 2)], 30, 4)
        self.assertAlmostEqual(got.bought, 250 * 0.31 + 24 * 0.275)
        self.assertAlmostEqual(got.time, (250 * 12 + 24 * 15) / 60 * 30)
        self.assertAlmostEqual(got.water, 274 * 2 / 1000 * 4)
        self.assertAlmostEqual(got.a_month * 12, got.total)
        self.assertAlmostEqual(got.a_drink(10_000), got.total / 10_000)
        self.assertIsNone(got.a_drink(0))
        self.assertEqual(year_cost([JobCost(1, "wash", 3, None, 1)]).unpriced, ("wash",))

    def test_nothing_unknown_is_nothing(self):
        """Without a price it is not known; with some of them, or an item of which nobody knows, at least so much."""
        wash, oil = JobCost(1, "wash", 3, None, 1), JobCost(1, "oil", 2, 4.0, 1)
        for known, least, said in (
            (year_cost([wash]), True, False), (year_cost([wash, oil]), True, True), (year_cost([oil]), False, True),
            (year_cost([oil], unknown=["tank"]), True, True), (year_cost([], unknown=["tank"]), True, False),
            (year_cost([]), False, True), (year_cost([wash], hour_price=30), True, True),
        ):  # fmt: skip
            self.assertEqual((known.at_least, known.money_known), (least, said))
        both = years_together([year_cost([wash]), year_cost([oil], unknown=["tank"])])
        self.assertEqual((both.total, both.unpriced, both.unknown), (8.0, ("wash",), ("tank",)))

    @given(jobs, jobs, st.floats(0, 80), st.floats(0, 10))
    def test_adds_up(self, some, others, hour, water):
        """Two machines together cost what they cost apart; dearer time is never cheaper."""
        both = year_cost([*some, *others], hour, water)
        apart = [year_cost(one, hour, water) for one in (some, others)]
        self.assertAlmostEqual(both.total, sum(one.total for one in apart), places=6)
        self.assertGreaterEqual(year_cost(some, hour + 1, water).total, apart[0].total - 1e-9)

    def test_refusals(self):
        """Nothing below nothing."""
        for wrong in ((-1, 1, 1), (1, -1, 1), (1, 1, -1), (float("nan"), 1, 1), (float("inf"), 1, 1)):
            with self.assertRaisesRegex(InvalidInput, "Times, prices, minutes and litres are"):
                JobCost(1, "x", *wrong)
        for wrong in ((-1, 0), (0, -1), (float("nan"), 0), (1e6, 0), (0, 1e6)):
            with self.assertRaisesRegex(InvalidInput, "Prices are"):
                year_cost([], *wrong)


class Prices(unittest.TestCase):
    """Over time."""

    def test_newest_holds(self):
        """The cheapest pack of the newest day; what is to come does not count; a fifth up from before."""
        known = [
            PackPrice("a", 100, 1200, date(2026, 1, 5)), PackPrice("a", 10, 200, date(2026, 9, 1)),
            PackPrice("a", 100, 1500, date(2026, 9, 1)), PackPrice("a", 100, 100, date(2027, 1, 1)),
            PackPrice("b", 1, 100, date(2026, 1, 5)),
        ]  # fmt: skip
        today = date(2026, 11, 24)
        self.assertEqual(unit_price(known, "a", today), 0.15)
        self.assertEqual(len(prices_of(known, "a", today)), 3)
        self.assertAlmostEqual(price_spread(known, "a", today), (0.20 - 0.15) / 0.15)
        self.assertIsNone(unit_price(known, "c", today))
        self.assertEqual(price_spread(known, "b", today), 0.0)
        for wrong in ((0, 100), (-1, 100), (1, -1), (1, 10**9)):
            with self.assertRaisesRegex(InvalidInput, "A pack holds more than nothing|A price lies between"):
                PackPrice("a", *wrong, today)


if __name__ == "__main__":
    unittest.main()
