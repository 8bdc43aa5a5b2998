"""What was ordered and has not come, from when enough is there, and when it runs out."""

from __future__ import annotations

import unittest
from datetime import UTC, date, datetime, timedelta

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.stock.lasting import Arrival, UseAhead
from lamplight.core.stock.stock import Holding, Move, StockMove, awaited, holdings, there_from
from lamplight.core.stock.usage import StockUse, finds_nothing, runs_out_on
from lamplight.core.usage.passage import DateSpread

NOW = datetime(2026, 11, 24, 8, tzinfo=UTC)
TODAY = NOW.date()


def move(what, amount, days=0):
    """A move some days from now."""
    return StockMove("tabs", what, amount, NOW + timedelta(days=days))


class Orders(unittest.TestCase):
    """In the order in which they were written."""

    def test_what_is_bought_after_is_what_was_ordered(self):
        """The order that comes first is met first; a part leaves the rest awaited; nothing is there before it came."""
        written = [move(Move.ORDERED, 10, 9), move(Move.ORDERED, 4, 3)]
        self.assertEqual([(one.amount, one.at) for one in awaited(written)["tabs"]],
                         [(4, NOW + timedelta(days=3)), (10, NOW + timedelta(days=9))])  # fmt: skip
        self.assertEqual([one.amount for one in awaited([*written, move(Move.BOUGHT, 6, 1)])["tabs"]], [8])
        self.assertEqual(awaited([*written, move(Move.BOUGHT, 20, 1)]), {})
        self.assertEqual(awaited([move(Move.BOUGHT, 20), *written])["tabs"][0].amount, 4)
        self.assertEqual(holdings(written), {})

    @given(st.lists(st.tuples(st.sampled_from((Move.ORDERED, Move.BOUGHT)), st.integers(0, 9)), max_size=12))
    def test_never_more_than_was_ordered(self, steps):
        """Awaited is at most what was ordered, and at least that less what was bought."""
        moves = [move(what, amount, n) for n, (what, amount) in enumerate(steps)]
        left = sum(one.amount for one in awaited(moves).get("tabs", ()))
        ordered = sum(amount for what, amount in steps if what is Move.ORDERED)
        bought = sum(amount for what, amount in steps if what is Move.BOUGHT)
        self.assertLessEqual(left, ordered)
        self.assertGreaterEqual(left, ordered - bought)

    def test_there_from(self):
        """With what is there, and what comes together."""
        coming = awaited([move(Move.ORDERED, 4, 3), move(Move.ORDERED, 10, 9)])["tabs"]
        self.assertEqual(there_from(Holding(1.0), coming, 5), NOW + timedelta(days=3))
        self.assertEqual(there_from(Holding(1.0), coming, 6), NOW + timedelta(days=9))
        self.assertIsNone(there_from(None, coming, 15))


class RunsOut(unittest.TestCase):
    """Day by day."""

    @given(
        st.integers(0, 40), st.integers(0, 3), st.lists(st.tuples(st.integers(0, 30), st.integers(-5, 9)), max_size=6)
    )
    def test_against_counting(self, amount, per_day, uses):
        """As counting through the days by hand has it."""
        end = TODAY + timedelta(days=30)
        expected = None
        for n in range(30):
            used = per_day * (n + 1) + sum(units for at, units in uses if at <= n)
            if used > amount:
                expected = TODAY + timedelta(days=n)
                break
        found = runs_out_on(
            amount, per_day, [StockUse(TODAY + timedelta(days=at), units) for at, units in uses], TODAY, end
        )
        self.assertEqual(found, expected)

    @given(
        st.integers(0, 9),
        st.lists(st.tuples(st.integers(1, 4), st.integers(0, 30)), max_size=9),
        st.lists(st.tuples(st.integers(1, 6), st.integers(0, 30)), max_size=3),
    )
    def test_whom_it_leaves_empty(self, amount, taken, coming):
        """Those served never take more than has come by then; whoever finds nothing would have."""
        uses = [
            UseAhead(units, DateSpread(TODAY + timedelta(days=n)), item=str(k)) for k, (units, n) in enumerate(taken)
        ]
        arrivals = [Arrival(units, TODAY + timedelta(days=n)) for units, n in coming]
        empty = finds_nothing(amount, uses, arrivals)
        served = [use for use in uses if use not in empty]
        for use in uses:
            there = amount + sum(one.units for one in arrivals if one.day <= use.likely)
            before = sum(one.units for one in served if one.likely <= use.likely)
            self.assertLessEqual(before, there)
            if use in empty:
                first = sum(one.units for one in served if (one.likely, int(one.item)) < (use.likely, int(use.item)))
                self.assertGreater(first + use.units, there)
        moves = [StockUse(use.likely, use.units) for use in uses] + [StockUse(one.day, -one.units) for one in arrivals]
        lasts = runs_out_on(amount, 0, moves, TODAY, TODAY + timedelta(days=31)) is None
        self.assertEqual(lasts, not empty)

    def test_lasts(self):
        """What nobody uses lasts; the end is past what is looked at."""
        end = TODAY + timedelta(days=30)
        self.assertIsNone(runs_out_on(1, 0, [StockUse(end, 5)], TODAY, end))
        self.assertEqual(runs_out_on(1, 0, [StockUse(end, 5)], TODAY, end + timedelta(days=1)), end)
        self.assertIsNone(runs_out_on(1, 0, [], TODAY, date(2027, 11, 24)))


if __name__ == "__main__":
    unittest.main()
