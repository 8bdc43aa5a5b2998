"""Reorder points and packs against textbook examples, scipy, and enumeration.

Source: Heizer and Render, Operations Management (reorder points 96, 366.5, 39, 121.65 and 1004, printed with a
rounded z: 0.5 %); quoted from memory and recomputed with scipy. Packs by enumeration.
"""

from __future__ import annotations

import unittest
from datetime import date, timedelta
from itertools import product

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy import stats

from lamplight.core.errors import InvalidInput
from lamplight.core.stock.lasting import (
    Arrival,
    UseAhead,
    cover_of,
    enough_by_day,
    nth_unit,
    short_on,
    turns,
    used_by,
)
from lamplight.core.stock.reorder import (
    Pack,
    cheapest_packs,
    poisson_reorder_point,
    reorder_point,
    service_z,
)
from lamplight.core.usage.passage import DateSpread, Passage

TODAY = date(2026, 11, 24)
DAY = timedelta(days=1)
packs = st.lists(st.builds(Pack, st.integers(1, 12).map(float), st.integers(1, 60).map(float)), min_size=1, max_size=3)
uses = st.lists(
    st.builds(
        UseAhead,
        st.integers(1, 4).map(float),
        st.builds(DateSpread, st.integers(0, 60).map(lambda n: TODAY + n * DAY), st.floats(0, 6), st.floats(0, 6)),
    ),
    max_size=12,
)  # fmt: skip


class Textbook(unittest.TestCase):
    """Printed examples."""

    def test_reorder_points(self):
        """Certain, varying demand, varying lead time, both."""
        rows = (
            ((32, 3, 0.5), {}, 96), ((350, 1, 0.95), {"sigma_day": 10}, 366.4485),
            ((15, 2, 0.90), {"sigma_day": 5}, 39.0619), ((10, 6, 0.98), {"sigma_lead": 3}, 121.6125),
            ((150, 5, 0.95), {"sigma_day": 16, "sigma_lead": 1}, 1003.6490),
        )  # fmt: skip
        for asked, spread, wanted in rows:
            self.assertAlmostEqual(reorder_point(*asked, **spread), wanted, places=3)
        for service, z in ((0.80, 0.8416), (0.95, 1.6449), (0.99, 2.3263)):
            self.assertAlmostEqual(service_z(service), z, places=4)

    def test_few_units(self):
        """Poisson use: the fewest that last; one fewer does not (scipy)."""
        for a_day, days, service, wanted in ((0.5, 10, 0.95, 9), (2.3, 7, 0.98, 25), (1.0, 5, 0.9, 8),
                                             (0.15, 14, 0.95, 5), (4, 3, 0.99, 21)):  # fmt: skip
            got = poisson_reorder_point(a_day, days, service)
            self.assertEqual(got, wanted)
            self.assertGreaterEqual(stats.poisson.cdf(got, a_day * days), service)
            self.assertLess(stats.poisson.cdf(got - 1, a_day * days), service)

    def test_refusals(self):
        """Below nothing, sure of everything, no pack."""
        for wrong in (lambda: reorder_point(-1, 3, 0.9), lambda: reorder_point(1, 3, 1.0), lambda: service_z(0),
                      lambda: poisson_reorder_point(1, 1e6, 0.9),
                      lambda: cheapest_packs(5, []),
                      lambda: cheapest_packs(-1, [Pack(1, 1)]), lambda: Pack(0, 1), lambda: Pack(1, -1)):  # fmt: skip
            with self.assertRaises(InvalidInput):
                wrong()


class Packs(unittest.TestCase):
    """The cheapest mix."""

    @given(st.integers(0, 40), packs)
    @settings(max_examples=80)
    def test_against_enumeration(self, need, sizes):
        """No other mix that holds as much costs less; of those that cost the same none holds less."""
        got = cheapest_packs(need, sizes)
        self.assertGreaterEqual(got.units, need)
        self.assertAlmostEqual(got.price, sum(pack.price * count for pack, count in got.counts))
        most = [int(-(-need // pack.units)) for pack in sizes]
        mixes = (
            (sum(n * pack.price for n, pack in zip(counts, sizes, strict=True)),
             sum(n * pack.units for n, pack in zip(counts, sizes, strict=True)))
            for counts in product(*(range(one + 1) for one in most))
        )  # fmt: skip
        cheapest = min((price, units) for price, units in mixes if units >= need)
        self.assertAlmostEqual(got.price, cheapest[0])
        self.assertAlmostEqual(got.units, cheapest[1])

    def test_real_sizes(self):
        """What a need just holds, and what no step of a hundredth sees; worked out by hand."""
        bottles = [Pack(2500, 20), Pack(750, 7)]
        self.assertEqual(cheapest_packs(5000, bottles).counts, ((bottles[0], 2),))
        self.assertEqual(cheapest_packs(9000, bottles).price, 3 * 20 + 2 * 7)  # 7500 + 1500, not four for 80
        self.assertEqual(cheapest_packs(0.75, [Pack(0.1, 1), Pack(0.3, 2.5)]).price, 7)
        self.assertEqual(cheapest_packs(1.1, [Pack(0.55, 3)]).counts[0][1], 2)

    @given(
        st.floats(0.5, 90), st.lists(st.builds(Pack, st.floats(0.7, 30), st.floats(0.1, 60)), min_size=1, max_size=3)
    )
    @settings(max_examples=60, deadline=None)
    def test_any_sizes(self, need, sizes):
        """Against every mix there is, for sizes that are no whole numbers."""
        got = cheapest_packs(need, sizes)
        self.assertGreaterEqual(got.units, need * (1 - 1e-8))
        most = [int(need // pack.units) + 1 for pack in sizes]
        if np.prod([one + 1 for one in most]) < 40_000:
            mixes = product(*(range(one + 1) for one in most))
            each = [(sum(n * p.price for n, p in zip(mix, sizes, strict=True)),
                     sum(n * p.units for n, p in zip(mix, sizes, strict=True))) for mix in mixes]  # fmt: skip
            best = min(price for price, units in each if units >= need * (1 - 1e-9))
            self.assertAlmostEqual(got.price, best, delta=1e-6 * (1 + best))

    def test_millilitres(self):
        """1.7 L out of bottles of 1 L for 12.40 and canisters of 5 L for 49: two bottles."""
        got = cheapest_packs(1700, [Pack(1000, 12.4), Pack(5000, 49)])
        self.assertEqual([(pack.units, count) for pack, count in got.counts], [(1000, 2)])
        self.assertEqual(cheapest_packs(123_456.7, [Pack(1000, 12.4), Pack(5000, 49)]).counts[0][1] > 0, True)


VAGUE = DateSpread(TODAY + 5 * DAY, 4.0, 4.0)


class Ahead(unittest.TestCase):
    """How long it lasts."""

    @given(uses, st.integers(0, 20), st.integers(0, 70))
    def test_mean_and_spread_by_simulation(self, ahead, seed, days):
        """Of ten thousand lives, with dates drawn from their normal curves."""
        chance = np.random.default_rng(seed)
        day = TODAY + days * DAY
        mean, sigma = used_by(ahead, day)
        total = np.zeros(4000)
        for use in ahead:
            deviation = chance.standard_normal(4000)
            width = np.where(deviation < 0, use.when.below, use.when.above)
            total += use.units * ((use.likely - TODAY).days + deviation * width < days + 0.5)
        self.assertAlmostEqual(float(total.mean()), mean, delta=0.06 * (1 + mean))
        # Of what happens once in thousands of lives the spread is hardly ever seen, the square of it is.
        self.assertAlmostEqual(float(total.var()), sigma**2, delta=0.16 * (1 + sigma**2))
        for amount in (0.0, 3.0, 9.0):
            enough = enough_by_day(amount, ahead, (), TODAY, days + 1)[days]
            self.assertAlmostEqual(float((total <= amount).mean()), enough, delta=0.035)

    @given(
        st.lists(st.tuples(st.sampled_from((0.5, 1, 2, 3, 5, 0.137)), st.integers(0, 9)), min_size=1, max_size=7),
        st.sampled_from((0, 1, 2.5, 3, 6, 8, 0.274, 3.137)),
    )
    def test_exactly_by_all_that_can_come(self, taken, amount):
        """Every set of uses that can have come by the day, with its chance: sums that just fit the stock fit."""
        ahead = [UseAhead(units, DateSpread(TODAY + n * DAY, 3.0, 3.0)) for units, n in taken]
        expected = 0.0
        for come in product((False, True), repeat=len(ahead)):
            chances = [use.when.chance_by(TODAY + 5 * DAY) for use in ahead]
            if sum(use.units for use, it in zip(ahead, come, strict=True) if it) <= amount + 1e-9:
                expected += float(np.prod([p if it else 1 - p for p, it in zip(chances, come, strict=True)]))
        # A chance below 1e-4 is taken for none.
        self.assertAlmostEqual(enough_by_day(amount, ahead, (), TODAY, 6)[5], expected, delta=1e-3)

    def test_amounts_of_no_common_measure(self):
        """Three digits after the point do not tell them: one of two finds enough, or one and not both."""
        third, odd = (
            UseAhead(1 / 3, VAGUE),
            UseAhead(2**0.5, VAGUE),
        )
        p = third.when.chance_by(TODAY + 5 * DAY)
        got = enough_by_day(1 / 3, [third, odd], (), TODAY, 6)[5]
        self.assertAlmostEqual(got, 1 - p, places=6)
        self.assertAlmostEqual(enough_by_day(2**0.5, [third, odd], (), TODAY, 6)[5], 1 - p * p, places=6)
        self.assertAlmostEqual(enough_by_day(1e-5, [UseAhead(2e-5, VAGUE)], (), TODAY, 6)[5], 1 - p)

    @given(uses, st.floats(0, 30), st.integers(0, 30))
    def test_laws(self, ahead, amount, more):
        """More lasts no shorter, surer is no later, an arrival never harms, order by lies a lead time before."""
        end = TODAY + 90 * DAY
        asked = (ahead, (), TODAY, end)
        first = cover_of(amount, *asked, lead_days=7)
        dates = [day or end for day in (first.early, first.likely, first.late)]
        self.assertEqual(dates, sorted(dates))
        self.assertGreaterEqual(short_on(amount + more, *asked) or end, short_on(amount, *asked) or end)
        helped = short_on(amount, ahead, [Arrival(more, TODAY + 5 * DAY)], TODAY, end) or end
        self.assertGreaterEqual(helped, short_on(amount, *asked) or end)
        if first.order_by is not None:
            self.assertEqual(first.order_by + 7 * DAY, short_on(amount, *asked))

    def test_by_hand(self):
        """Three tablets, one every ten days from the fifth on, to the day: the fourth finds none."""
        ahead = [UseAhead(1, DateSpread(TODAY + n * DAY), item=str(n)) for n in (5, 15, 25, 35, 45)]
        got = cover_of(3, ahead, (), TODAY, TODAY + 60 * DAY, lead_days=7)
        self.assertEqual((got.likely, got.order_by, got.lacking.item), (TODAY + 35 * DAY, TODAY + 28 * DAY, "35"))
        self.assertEqual(got.next_use.item, "5")
        self.assertEqual(nth_unit(ahead, 4), (TODAY + 35 * DAY,) * 3)
        self.assertIsNone(nth_unit(ahead, 6))
        vague = [UseAhead(1, DateSpread(TODAY + n * DAY, 2.0, 2.0)) for n in (20, 40)]
        # 1.2816 times 2 days is 2.6: three days earlier and later.
        self.assertEqual(nth_unit(vague, 2), tuple(TODAY + n * DAY for n in (37, 40, 43)))
        self.assertIsNone(cover_of(5, ahead, (), TODAY, TODAY + 60 * DAY, 7).likely)
        sooner = short_on(
            3,
            [UseAhead(1, DateSpread(TODAY + n * DAY, 4.0, 4.0)) for n in (5, 15, 25, 35, 45)],
            (),
            TODAY,
            TODAY + 60 * DAY,
        )
        self.assertLess(sooner, TODAY + 35 * DAY)

    @given(uses, st.floats(0, 30), st.integers(0, 40), st.integers(0, 20), st.integers(0, 12))
    def test_what_is_on_its_way_is_waited_for(self, ahead, amount, units, days, lead):
        """Unless a new order would come in half the time; what it leaves short from its day on is ordered as ever."""
        end, arrival = TODAY + 90 * DAY, Arrival(units, TODAY + days * DAY)
        got = cover_of(amount, ahead, [arrival], TODAY, end, lead)
        gap = arrival.day if days <= 2 * lead else TODAY
        enough = enough_by_day(amount, ahead, [arrival], TODAY, 90)
        short = [TODAY + n * DAY for n, chance in enumerate(enough) if chance < 0.95 - 1e-9]
        after = [day for day in short if day >= gap]
        self.assertEqual(got.order_by, after[0] - lead * DAY if after else None)
        waits = bool(short) and short[0] < gap
        self.assertEqual(got.bridged_by, arrival if waits else None)

    def test_waited_for_at_the_edge(self):
        """Twice the delivery of seven days ahead it is waited for; a day more, and a new order is made."""
        ahead = [UseAhead(1, DateSpread(TODAY))]
        for days, order_by in ((14, None), (15, TODAY - 7 * DAY)):
            got = cover_of(0, ahead, [Arrival(9, TODAY + days * DAY)], TODAY, TODAY + 60 * DAY, 7)
            self.assertEqual((got.order_by, got.bridged_by is None), (order_by, order_by is not None))

    def test_turns(self):
        """The spread grows with the root of how often, on each side: its square is what it was and 9 for each time."""
        first = Passage(TODAY + 7 * DAY, TODAY + 10 * DAY, TODAY + 12 * DAY).spread
        self.assertAlmostEqual(first.below, 3 / 1.2815515655)
        self.assertAlmostEqual(first.above, 2 / 1.2815515655)
        got = turns(first, 10, 3, TODAY + 35 * DAY)
        self.assertEqual([when.likely for when in got], [TODAY + n * DAY for n in (10, 20, 30)])
        for number, when in enumerate(got):
            self.assertAlmostEqual(when.below, (first.below**2 + 9 * number) ** 0.5)
            self.assertAlmostEqual(when.above, (first.above**2 + 9 * number) ** 0.5)
        for wrong in ((0, 1), (1, -1)):
            with self.assertRaisesRegex(InvalidInput, "What comes round has an interval above"):
                turns(first, *wrong, TODAY)
        for amount, lead in ((-1, 7), (1, -1)):
            with self.assertRaisesRegex(InvalidInput, "A lead time is|A stock is"):
                cover_of(amount, [], (), TODAY, TODAY + DAY, lead)


if __name__ == "__main__":
    unittest.main()
