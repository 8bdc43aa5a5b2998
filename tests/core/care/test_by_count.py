"""Counts that fill up: drinks, milk drinks, litres, filters, scale."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import date, timedelta

from lamplight.core.anatomy.drink_mix import Mix
from lamplight.core.care.last_done import DoneFact
from lamplight.core.care.status import Status
from lamplight.core.care.triggers import (
    ByRate,
    CountSince,
    DaysSince,
    FilterSpent,
    HardnessStep,
    LitresByHardness,
    RateStep,
    ScaleBudget,
)
from lamplight.core.errors import InvalidInput
from lamplight.core.machine.book import MachineBook
from lamplight.core.machine.estimated_meters import meters_of
from lamplight.core.usage.counters import CounterBook
from lamplight.core.water.at_machine import WaterAtMachine
from lamplight.core.water.cartridge import Cartridge
from lamplight.core.water.tested import WaterTest
from tests.core.care.makers import HARD, NOON, item, job, judged, kind
from tests.core.makers import MONDAY, OFFICE, book, daily_readings, with_counter


class ByUse(unittest.TestCase):
    """Rates, milk drinks, litres."""

    def test_interval_by_rate(self):
        """Grease: 5 a day every 120 days, 8 every 60, 40 every 30."""
        table = ByRate((RateStep(0, 120), RateStep(6, 60), RateStep(10, 30)))
        for per_day, limit in ((5, 120), (8, 60), (40, 30)):
            self.assertEqual(job(table, 10, per_day=per_day).first.limit, limit)
        with self.assertRaisesRegex(InvalidInput, "from 0 on"):
            ByRate((RateStep(6, 60),))

    def test_the_day_on_which_it_was_reached(self):
        """100 drinks or 9.25 L at 40 drinks and 3.7 L a day, done before opening on Monday: on Wednesday, not today."""
        now = MONDAY + timedelta(days=11)
        for trigger in (CountSince(100), CountSince(9.25, "litres")):
            due = job(trigger, MONDAY, now=now)
            self.assertEqual((due.likely, due.status), (date(2026, 11, 25), Status.OVERDUE))
        known = replace(book(28, 40, end=now), done=(DoneFact("job", value=1000),))
        self.assertLess(judged(known, item(CountSince(100)), now=now)["job"].likely, date(2026, 11, 12))

    def test_hygiene_rests_on_no_counter_that_nobody_reads(self):
        """Read once, a month ago, and nobody knows the drinks a day: not known; for other things nothing counted."""
        known = book(0, 40, {"job": MONDAY - timedelta(days=30)}, end=MONDAY - timedelta(days=30))
        for hygiene, status in ((True, Status.UNKNOWN), (False, Status.CLEAR)):
            due = judged(known, item(CountSince(250), hygiene=hygiene))["job"]
            self.assertEqual(due.status, status)
            self.assertIn("nobody knows the drinks a day", due.reasons[0].lower())

    def test_undecided_between_two_intervals(self):
        """At exactly 6 or 10 a day, and where little is known, the shorter holds; at 8 or 40 there is one alone."""
        table = ByRate((RateStep(0, 120), RateStep(6, 60), RateStep(10, 30)))
        for per_day, days, limit in ((6, 28, 60), (10, 28, 30), (8, 28, 60), (40, 28, 30), (9, 4, 30)):
            due = judged(book(days, per_day, {"job": MONDAY - timedelta(days=1)}), item(table))["job"]
            with self.subTest(per_day=per_day, days=days):
                self.assertEqual(due.first.limit, limit)

    def test_milk_drinks_by_share_and_by_counter(self):
        """A quarter of 200 drinks is 50; a counter of their own says 80."""
        due = job(CountSince(60, "milk"), 7)
        self.assertAlmostEqual(due.first.used, 50, delta=0.5)
        self.assertIn("milk drinks", due.reasons[0])
        own = daily_readings(28, 16, end=MONDAY)
        known = with_counter(book(28, 40, {"job": MONDAY - timedelta(days=7)}), "milk", CounterBook(own))
        due = judged(known, item(CountSince(60, "milk")), counters=("drinks", "milk"))["job"]
        self.assertAlmostEqual(due.first.used, 80, delta=0.5)
        self.assertEqual(due.status, Status.OVERDUE)

    def test_litres_from_drinks_and_rinses(self):
        """Five open days of 40 drinks of 0.09 L and two rinses of 50 ml: 18.5 L."""
        due = job(CountSince(100, "litres"), 7)
        self.assertAlmostEqual(due.first.used, 5 * (40 * 0.09 + 0.1), delta=0.1)
        self.assertTrue(due.first.estimated)

    def test_programmes_take_water_too(self):
        """Two washes of 400 ml since: 0.8 L more than drinks and rinses."""
        wash = item(DaysSince(1), key="wash", water_ml=400)
        descale = item(CountSince(100, "litres"), key="descale")
        done = {"descale": MONDAY - timedelta(days=7)}
        plain = judged(book(28, 40, done), wash, descale)["descale"].first.used
        facts = tuple(DoneFact("wash", MONDAY - timedelta(days=back)) for back in (1, 2, 9))
        known = book(28, 40, done)
        more = judged(replace(known, done=(*known.done, *facts)), wash, descale)["descale"].first.used
        self.assertAlmostEqual(more - plain, 0.8, places=6)

    def test_a_programmes_own_water_counts_once(self):
        """At the very moment it was done it belongs to the round that ends, not to the one that begins."""
        meter = meters_of(
            book(28, 40, {"wash": MONDAY}), kind(item(DaysSince(1), key="wash", water_ml=400)), OFFICE, NOON
        )
        hour = timedelta(hours=1)
        dry = replace(meter["litres"], extras=())
        for start, end, litres in ((MONDAY - hour, MONDAY, 0.4), (MONDAY, MONDAY + hour, 0.0)):
            self.assertAlmostEqual(meter["litres"].between(start, end) - dry.between(start, end), litres)

    def test_water_limits(self):
        """After a filter with a fifth of bypass 14 °dH carbonate are 2.8: table, scale, two cartridges."""
        table = LitresByHardness((HardnessStep(4, 300), HardnessStep(14, 100), HardnessStep(None, 40)))
        self.assertEqual(job(table, 7, water=HARD).first.limit, 300)
        # Nobody knows how old the cartridge is: on average over its life ln 2 / 6 of the rest gets past as well.
        scale, litres = job(ScaleBudget(10), 7, water=HARD).first, job(CountSince(500, "litres"), 7).first.used
        self.assertEqual((scale.limit, scale.unit), (10, "g"))
        self.assertAlmostEqual(scale.used, litres * (2.8 + 11.2 * 0.6931 / 6) * 0.017848 * 0.4, delta=0.001)
        self.assertAlmostEqual(job(FilterSpent(), 7, water=HARD).first.limit, 1000 / (0.8 * 14), delta=0.01)
        changed = MONDAY - timedelta(days=5)
        both = {"water": replace(HARD, fitted_at=changed), "earlier_water": ((changed, HARD),)}
        litres = job(CountSince(500, "litres"), 5).first.used
        self.assertAlmostEqual(job(FilterSpent(), 14, **both).first.used, 100 * litres * 0.8 * 14 / 1000, delta=0.1)
        unfiltered = replace(HARD, cartridge=None)
        self.assertEqual(job(table, 7, water=unfiltered).first.limit, 100)
        self.assertIn("10 g of scale at 14 °dH", job(ScaleBudget(10), 7, water=unfiltered).reasons[0])
        for trigger in (table, ScaleBudget(10)):
            self.assertIn("enter a test", job(trigger, 7).reasons[0])
        self.assertIn("Which cartridge", job(FilterSpent(), 7).reasons[0])


class NotKnown(unittest.TestCase):
    """Each thing that is missing, and what to do about it."""

    def reason(self, trigger, water=None, known=None, **rest):
        """Why a trigger cannot say anything."""
        known = known or book(28, 40, {"job": MONDAY - timedelta(days=3)})
        due = judged(replace(known, water=water or WaterAtMachine()), item(trigger), **rest)["job"]
        self.assertEqual(due.status, Status.UNKNOWN)
        return due.reasons[0]

    def test_water(self):
        """No cartridge, no test, no litres."""
        fitted = WaterAtMachine(cartridge=Cartridge(1000))
        table = LitresByHardness((HardnessStep(None, 50),))
        self.assertIn("Which cartridge is fitted", self.reason(FilterSpent()))
        for trigger, water in ((FilterSpent(), fitted), (table, None), (ScaleBudget(10), None)):
            self.assertIn("enter a test", self.reason(trigger, water))
        for trigger in (FilterSpent(), table, ScaleBudget(10)):
            self.assertIn("enter a test", self.reason(trigger, HARD, mix=Mix()))

    def test_soft_water(self):
        """No scale and no end of the cartridge: nothing used up of nothing, and no date."""
        soft = WaterAtMachine(WaterTest(date(2026, 1, 1), total_dh=0, carbonate_dh=0), Cartridge(1000))
        for trigger in (FilterSpent(), ScaleBudget(10)):
            known = replace(book(28, 40, {"job": MONDAY - timedelta(days=3)}), water=soft)
            due = judged(known, item(trigger))["job"]
            self.assertEqual((due.status, due.first.used, due.likely), (Status.CLEAR, 0, None))

    def test_reading(self):
        """The counter was never read."""
        self.assertIn(
            "read the counter once", self.reason(CountSince(5), known=MachineBook(done=(DoneFact("job", MONDAY),)))
        )


if __name__ == "__main__":
    unittest.main()
