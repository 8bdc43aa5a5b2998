"""What went through a machine: worked by hand, and laws over any history of tests and cartridges."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import date, timedelta

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.care.status import Status
from lamplight.core.care.triggers import FilterSpent, HardnessStep, LitresByHardness, ScaleBudget
from lamplight.core.timeline import Timeline
from lamplight.core.water.at_machine import WaterAtMachine
from lamplight.core.water.cartridge import Cartridge, filter_litres
from lamplight.core.water.tested import WaterTest
from lamplight.core.water.through import water_now, water_through
from tests.core.care.makers import item, judged
from tests.core.makers import MONDAY, book

DAY = timedelta(days=1)
HARD = WaterAtMachine(WaterTest(date(2026, 1, 5), carbonate_dh=14))
TABLE = LitresByHardness((HardnessStep(4, 300), HardnessStep(None, 30)))


def fifty_a_day(begin, end):
    """Litres of a machine that never rests."""
    return 50 * (end - begin) / DAY


def fitted(cartridge, days_ago, water=HARD):
    """The same water behind a cartridge."""
    return replace(water, cartridge=cartridge, fitted_at=MONDAY - days_ago * DAY)


waters = st.builds(
    lambda dh, capacity, bypass, ago: (
        WaterAtMachine(
            WaterTest(date(2026, 1, 5), carbonate_dh=dh), Cartridge(capacity, bypass), fitted_at=MONDAY - ago * DAY
        )
    ),
    st.floats(0, 40), st.floats(50, 5000), st.floats(0, 1), st.integers(0, 30),
)  # fmt: skip
histories = st.lists(st.one_of(waters, st.just(HARD)), min_size=1, max_size=4).map(
    lambda states: Timeline.of_changes(
        HARD, sorted(((was.fitted_at or MONDAY - 40 * DAY, was) for was in states), key=lambda change: change[0])
    )
)


class Laws(unittest.TestCase):
    """Whatever was fitted when."""

    @given(histories, st.integers(0, 40), st.integers(0, 40))
    def test_every_litre_once(self, history, one, other):
        """All litres are there, none twice; two halves make the whole; what is spent stays so until another comes."""
        begin, middle, end = MONDAY - max(one, other) * DAY, MONDAY - min(one, other) * DAY, MONDAY
        whole = water_through(history, fifty_a_day, begin, end)
        self.assertAlmostEqual(sum(part.litres for part in whole), fifty_a_day(begin, end), places=5)
        halves = (
            *water_through(history, fifty_a_day, begin, middle),
            *water_through(history, fifty_a_day, middle, end),
        )
        for spent in (True, False):
            totals = [sum(part.litres for part in parts if part.spent is spent) for parts in (whole, halves)]
            self.assertAlmostEqual(*totals, places=5)
        now = water_now(history, fifty_a_day, end)
        if whole and now.water == whole[-1].water and whole[-1].spent:
            self.assertTrue(now.spent)

    @given(waters)
    def test_spent_after_its_litres(self, water):
        """As many are filtered as `filter_litres` says."""
        lasts = filter_litres(water.cartridge, water.test.scaling)
        through = water_through(Timeline(water), fifty_a_day, water.fitted_at, MONDAY)
        filtered = sum(part.litres for part in through if not part.spent)
        drawn = fifty_a_day(water.fitted_at, MONDAY)
        self.assertAlmostEqual(filtered, drawn if lasts is None else min(drawn, lasts), places=4)


class Reckoned(unittest.TestCase):
    """In the dues: 40 drinks of 90 ml and 0.1 L of rinses an open day, 18.5 L a week."""

    def due(self, trigger, water, earlier=(), days=28):
        """An item that was done so many days ago."""
        known = replace(book(56, 40, {"job": MONDAY - days * DAY}), water=water, earlier_water=tuple(earlier))
        return judged(known, item(trigger))["job"]

    def test_a_filter_of_today_leaves_the_scale_that_formed(self):
        """74 L of 30 are 247 %; behind a filter of this morning they are still that, and still overdue."""
        bare = self.due(TABLE, HARD)
        self.assertEqual((round(bare.first.used), bare.first.limit, bare.status), (74, 30.0, Status.OVERDUE))
        now = self.due(TABLE, fitted(Cartridge(1000), 0), [(MONDAY, HARD)])
        self.assertEqual(now.status, Status.OVERDUE)
        self.assertEqual(self.due(ScaleBudget(3), fitted(Cartridge(1000), 0), [(MONDAY, HARD)]).status, Status.OVERDUE)
        self.assertEqual(now.likely, bare.likely)  # reached on the same day
        half = self.due(TABLE, fitted(Cartridge(1000), 14), [(MONDAY - 14 * DAY, HARD)])
        self.assertAlmostEqual(half.first.used, 100 * (37 / 30 + 37 / 300), delta=2)
        self.assertIn("as the water was then", half.reasons[0])

    def test_a_spent_cartridge_took_what_it_holds(self):
        """Good for 20 L of 74: what is missing from the scale of all of it is what those would have left."""
        spent = self.due(ScaleBudget(1), fitted(Cartridge(280), 28))
        grams = 54 * 14 * 0.017848 * 0.4  # 1 °dH is 17.848 mg/L as CaCO3
        self.assertAlmostEqual(spent.first.used, grams, delta=0.12)
        self.assertLess(self.due(ScaleBudget(1), fitted(Cartridge(28000), 28)).first.used, 0.03)

    def test_wider_than_the_drinks_alone(self):
        """How a cartridge weakens is not known: early and late lie further apart than behind a line of bare water."""
        behind = self.due(ScaleBudget(1.5), fitted(Cartridge(1000), 28))
        self.assertEqual((behind.first.unit, behind.first.limit), ("g", 1.5))
        bare = self.due(ScaleBudget(12), HARD)
        self.assertGreater(behind.first.passage.late - behind.first.passage.early, DAY)
        self.assertLess(behind.first.passage.early, behind.likely)
        self.assertIn("of 1.5 g of scale behind the filter", behind.reasons[0])
        self.assertIn("L for 12 g of scale at 14 °dH", bare.reasons[0])

    def test_a_test_of_today_rewrites_nothing(self):
        """Soft water from today on: the hard one of four weeks has left its scale."""
        soft = WaterAtMachine(WaterTest(date(2026, 11, 23), carbonate_dh=0))
        self.assertEqual(self.due(ScaleBudget(3), soft, [(MONDAY, HARD)]).status, Status.OVERDUE)
        self.assertEqual(self.due(ScaleBudget(3), soft).status, Status.CLEAR)

    def test_a_filter_by_the_waters_it_saw(self):
        """18.5 L at 14 °dH and 18.5 L at 28 °dH of a cartridge for 1000: 78 %."""
        harder = WaterAtMachine(WaterTest(date(2026, 11, 16), carbonate_dh=28))
        cartridge = Cartridge(1000)
        due = self.due(
            FilterSpent(), fitted(cartridge, 14, harder), [(MONDAY - 7 * DAY, fitted(cartridge, 14))], days=14
        )
        self.assertAlmostEqual(due.first.used, 100 * 18.5 * (14 + 28) / 1000, delta=1)
        self.assertEqual(due.first.unit, "%")
        other = fitted(Cartridge(100), 60)  # an older one that was not written down as changed took up nothing of this
        counted = self.due(FilterSpent(), fitted(cartridge, 14), [(MONDAY - 14 * DAY, other)], days=28)
        self.assertAlmostEqual(counted.first.used, 100 * 37 * 14 / 1000, delta=1)


if __name__ == "__main__":
    unittest.main()
