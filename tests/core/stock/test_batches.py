"""Batches and cupboards: worked by hand, and laws over random books of moves."""

from __future__ import annotations

import unittest
from datetime import UTC, date, datetime, timedelta

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.errors import InvalidInput
from lamplight.core.stock.batches import (
    Batch,
    batches_counted,
    batches_in_order,
    batches_without,
    likely_spoilt,
    past_date,
)
from lamplight.core.stock.lasting import Arrival, Spoiling, UseAhead, cover_of, enough_by_day
from lamplight.core.stock.stock import Holding, Move, StockMove, holdings
from lamplight.core.stock.usage import finds_nothing
from lamplight.core.usage.passage import DateSpread

TODAY, DAY = date(2026, 11, 24), timedelta(days=1)
NOW = datetime(2026, 11, 24, 9, tzinfo=UTC)
DATES = st.one_of(st.none(), st.integers(-20, 60).map(lambda n: TODAY + n * DAY))
UNITS = st.integers(0, 40).map(lambda n: n / 2)
BATCHES = st.lists(st.builds(Batch, UNITS, DATES), max_size=5).map(batches_in_order)
MOVES = st.lists(
    st.tuples(
        st.sampled_from((Move.COUNTED, Move.BOUGHT, Move.USED, Move.SPOILT, Move.MOVED, Move.ORDERED)), UNITS,
        st.sampled_from(("", "attic", "hall")), st.sampled_from(("", "attic", "hall")), DATES,
    ),
    max_size=12,
)  # fmt: skip


def in_all(batches):
    """Units of batches."""
    return sum(batch.units for batch in batches)


def book(rows):
    """Moves an hour apart."""
    return [
        StockMove("tab", move, units, NOW + timedelta(hours=n), here, into, keeps if move is Move.BOUGHT else None)
        for n, (move, units, here, into, keeps) in enumerate(rows)
    ]


class OneAfterAnother(unittest.TestCase):
    """First expired, first out: common practice of store-keeping, no source."""

    def test_by_hand(self):
        """Of 4 until tomorrow, 3 until next week and 2 without a date, five are taken: 2 and 2 are left."""
        batches = batches_in_order([Batch(2), Batch(3, TODAY + 7 * DAY), Batch(4, TODAY + DAY)])
        self.assertEqual(batches_without(batches, 5), (Batch(2, TODAY + 7 * DAY), Batch(2)))
        self.assertEqual(batches_counted(batches, 4), batches_without(batches, 5))
        self.assertEqual(batches_counted(batches, 10)[-1], Batch(3))
        self.assertEqual(past_date(batches, TODAY + DAY), 0)
        self.assertEqual(past_date(batches, TODAY + 2 * DAY), 4)
        with self.assertRaisesRegex(InvalidInput, "A batch holds"):
            Batch(-1)

    def test_what_spoils(self):
        """Ten until the tenth day, one used every other day from today on: five uses by then, five are left."""
        uses = [UseAhead(1, DateSpread(TODAY + 2 * n * DAY)) for n in range(20)]
        batches = batches_in_order([Batch(10, TODAY + 9 * DAY)])
        self.assertEqual(likely_spoilt(batches, uses, (), TODAY + 60 * DAY), (Spoiling(5, TODAY + 9 * DAY),))
        self.assertEqual(likely_spoilt(batches, uses, (), TODAY + 9 * DAY), ())
        self.assertEqual(likely_spoilt((Batch(3, TODAY - DAY),), uses, (), TODAY + DAY), (Spoiling(3, TODAY - DAY),))

    def test_what_arrives_saves_nothing(self):
        """It bears no date and is taken last: what nobody uses in time spoils all the same."""
        coming = [Arrival(5, TODAY + 2 * DAY)]
        self.assertEqual(
            likely_spoilt((Batch(3, TODAY + 9 * DAY),), (), coming, TODAY + 60 * DAY), (Spoiling(3, TODAY + 9 * DAY),)
        )

    def test_cover(self):
        """What spoils shortens the cover; a use after that date finds nothing; an arrival makes up for it."""
        uses = [UseAhead(1, DateSpread(TODAY + 2 * n * DAY)) for n in range(20)]
        end, lost = TODAY + 60 * DAY, (Spoiling(5, TODAY + 9 * DAY),)
        self.assertEqual(cover_of(10, uses, (), TODAY, end, 3).likely, TODAY + 20 * DAY)
        self.assertEqual(cover_of(10, uses, (), TODAY, end, 3, spoiling=lost).likely, TODAY + 10 * DAY)
        self.assertEqual(finds_nothing(10, uses, (), lost)[0].likely, TODAY + 10 * DAY)
        there = [Arrival(9, TODAY + 5 * DAY)]
        self.assertEqual(finds_nothing(10, uses, there, lost)[0].likely, TODAY + 28 * DAY)
        self.assertEqual(enough_by_day(2, [], (), TODAY, 2, (Spoiling(9, TODAY),)), [1.0, 1.0])
        tomorrow = [UseAhead(3, DateSpread(TODAY + DAY))]
        self.assertEqual(enough_by_day(4, tomorrow, (), TODAY, 3, (Spoiling(2, TODAY + DAY),)), [1.0, 1.0, 0.0])
        halves = [Arrival(0.5, TODAY)]
        self.assertEqual(enough_by_day(2, [UseAhead(2.5, DateSpread(TODAY))], halves, TODAY, 1), [1.0])

    @given(BATCHES, UNITS, UNITS)
    def test_laws(self, batches, some, more):
        """Nothing comes from nowhere; twice taken is taken at once; a count is what was counted; the shortest first."""
        left = batches_without(batches, some)
        self.assertAlmostEqual(in_all(left), max(0, in_all(batches) - some))
        self.assertEqual(batches_without(left, more), batches_without(batches, some + more))
        self.assertAlmostEqual(in_all(batches_counted(batches, some)), some)
        self.assertEqual(batches_in_order(reversed(batches)), batches)
        self.assertLessEqual(past_date(left, TODAY), past_date(batches, TODAY))

    @given(BATCHES, st.lists(st.tuples(st.integers(0, 50), UNITS), max_size=10))
    def test_spoilt_laws(self, batches, rows):
        """No more spoils than had a date; where nothing takes anything, all of that does, on its day."""
        uses = [UseAhead(units, DateSpread(TODAY + n * DAY)) for n, units in rows]
        lost = likely_spoilt(batches, uses, (), TODAY + 100 * DAY)
        self.assertLessEqual(sum(one.units for one in lost), in_all(b for b in batches if b.keeps_until) + 1e-9)
        unused = likely_spoilt(batches, (), (), TODAY + 100 * DAY)
        self.assertEqual(
            {one.day: one.units for one in unused}, {b.keeps_until: b.units for b in batches if b.keeps_until}
        )


class Cupboards(unittest.TestCase):
    """More than one place for one product."""

    def test_by_hand(self):
        """Ten in the main one, four carried to the attic; a job up there takes those first, then the others."""
        rows = [(Move.COUNTED, 10, "", "", None), (Move.MOVED, 4, "", "attic", None), (Move.USED, 5, "attic", "", None)]
        held = holdings(book(rows))["tab"]
        self.assertEqual((held.amount, held.cupboards), (5, (("", 5),)))
        again = holdings(book([*rows, (Move.COUNTED, 2, "attic", "", None)]))["tab"]
        self.assertEqual((again.amount, again.cupboards), (7, (("", 5), ("attic", 2))))
        over = holdings(book([*rows, (Move.USED, 9, "", "", None)]))["tab"]
        self.assertEqual((over.amount, over.short), (0, 4))

    @given(MOVES, UNITS, st.sampled_from(("", "attic", "hall")))
    def test_laws(self, rows, units, into):
        """Cupboards and batches each come to what is held; carrying changes neither; nothing falls below nothing."""
        held = holdings(book(rows)).get("tab", Holding(None))
        if held.amount is None:
            return
        self.assertAlmostEqual(sum(found for _, found in held.cupboards), held.amount)
        self.assertAlmostEqual(in_all(held.batches), held.amount)
        self.assertTrue(all(found > 0 for _, found in held.cupboards))
        carried = holdings(book([*rows, (Move.MOVED, units, "", into, None)]))["tab"]
        self.assertAlmostEqual(carried.amount, held.amount)
        self.assertEqual((carried.batches, carried.short), (held.batches, held.short))

    @given(MOVES)
    def test_one_cupboard_is_as_before(self, rows):
        """In which cupboard anything happens changes nothing of the sum, as long as nobody counts one of several."""
        plain = [(move, units, "", "", keeps) for move, units, _, _, keeps in rows if move is not Move.MOVED]
        spread = [row for row in rows if row[0] is not Move.MOVED]
        if all(move is not Move.COUNTED for move, *_ in rows[1:]):
            one, several = (holdings(book(each)).get("tab", Holding(None)) for each in (plain, spread))
            self.assertEqual((one.amount, one.short, one.batches), (several.amount, several.short, several.batches))


class LastDay(unittest.TestCase):
    """What keeps until a date can be used on it."""

    def test_used_on_its_date(self):
        """Used on that very day nothing of it is lost; a day later all of it."""
        held = (Batch(3, TODAY + 5 * DAY),)
        for days, lost in ((4, 0), (5, 0), (6, 3)):
            use = UseAhead(3, DateSpread(TODAY + days * DAY))
            spoilt = likely_spoilt(held, [use], (), TODAY + 30 * DAY)
            with self.subTest(days=days):
                self.assertEqual(sum(one.units for one in spoilt), lost)
        self.assertEqual([past_date(held, TODAY + n * DAY) for n in (5, 6)], [0, 3])
        self.assertEqual(likely_spoilt(held, (), (), TODAY + 5 * DAY), ())  # nobody knows what comes after
        self.assertEqual([one.day for one in likely_spoilt(held, (), (), TODAY + 6 * DAY)], [TODAY + 5 * DAY])


if __name__ == "__main__":
    unittest.main()
