"""A year lived day by day against its closed sums, against the rules that fall due, and by hand."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import date, timedelta
from itertools import pairwise

from hypothesis import given, settings
from hypothesis import strategies as st

from lamplight.core.assess import assess
from lamplight.core.care.triggers import CountSince, HardnessStep, LitresByHardness, MonthsSince, ScaleBudget
from lamplight.core.errors import InvalidInput
from lamplight.core.site.absence import Absence
from lamplight.core.water.at_machine import WaterAtMachine
from lamplight.core.water.breakthrough import FilterPlace
from lamplight.core.water.cartridge import Cartridge
from lamplight.core.water.tested import WaterTest
from lamplight.core.year.days import closed_sums, year_ahead
from lamplight.core.year.lived import live_year, spread_year
from lamplight.core.year.ways import Terms, WaterWay, YearDay, four_ways
from tests.core.care.makers import item, judged, kind
from tests.core.makers import MONDAY, OFFICE, book

FIRST = date(2026, 11, 23)
TABLE = LitresByHardness((HardnessStep(4, 300), HardnessStep(14, 100), HardnessStep(None, 40)))


def year_of(litres, days=365, drinks=40.0):
    """Every day the same, none closed."""
    return [YearDay(FIRST + timedelta(days=n), litres, drinks) for n in range(days)]


def water(dh):
    """A water of which all is carbonate hardness."""
    return WaterTest(date(2026, 1, 5), dh, dh)


ways = st.builds(
    WaterWay, st.just("way"), st.just("a way"),
    st.one_of(
        st.none(),
        st.builds(
            Cartridge, st.floats(2000, 20_000), st.floats(0, 0.8), months=st.integers(1, 12),
            place=st.sampled_from(list(FilterPlace)),
        ),
    ),
    st.floats(1, 50),
)  # fmt: skip
terms = st.builds(
    lambda grams, price: Terms((ScaleBudget(grams, 0.4), MonthsSince(12)), descale_price=price),
    st.floats(3, 60), st.floats(0, 10),
)  # fmt: skip


class Days(unittest.TestCase):
    """What the drinks so far foretell."""

    def test_an_absence_brings_nothing(self):
        """Forty drinks on each of 261 open days in a year of Mondays to Fridays; ten of them away are 251."""
        away = Absence(FIRST + timedelta(days=7), FIRST + timedelta(days=20))
        for absences, open_days in (((), 261), ((away,), 251)):
            meters = assess(book(absences=absences), kind(item(MonthsSince(1))), OFFICE, MONDAY).context.meters
            days = year_ahead(meters["litres"], meters["drinks"], FIRST, 365)
            self.assertEqual(len(days), 365)
            self.assertEqual(sum(day.open for day in days), open_days)
            self.assertAlmostEqual(sum(day.drinks for day in days) / 40, open_days, delta=2.0)
            gone = [day for day in days if any(day.day in absence.dates() for absence in absences)]
            self.assertEqual([(day.litres, day.drinks, day.open) for day in gone], [(0, 0, False)] * len(gone))


class Year(unittest.TestCase):
    """Counted and lived."""

    @given(st.floats(0.1, 6), st.floats(0, 20), ways, terms)
    @settings(max_examples=60)
    def test_closed_and_lived_agree(self, litres, dh, way, asked):
        """What deposits is the same in all; how often care is done differs by whole days and whole times."""
        days = year_of(litres)
        lived, closed = live_year(days, water(dh), way, asked), closed_sums(365 * litres, water(dh), way, asked)
        most = max(closed.descales, closed.by_calendar[0])
        # Each time is done on the evening of its day: up to a day late, which adds up over the year.
        late = (1 + litres * dh * 0.017848 * 0.4 / asked.triggers[0].grams) if dh else 1
        # A cartridge's last life is not lived to its end, where most gets past: up to 6 % of what it holds is to come.
        to_come = 0.06 * way.cartridge.capacity_dh_l * 0.017848 * 0.4 / asked.triggers[0].grams if way.cartridge else 0
        self.assertLessEqual(lived.descales, 1.1 * most + 1)
        self.assertGreaterEqual(lived.descales, max(closed.descales / late, closed.by_calendar[0]) - 1.5 - to_come)
        if way.cartridge is None:
            deposited = lived.scale_g[-1] + sum(
                before + litres * dh * 0.017848 * 0.4 - after
                for before, after in pairwise((0.0, *lived.scale_g))
                if after < before
            )
            self.assertAlmostEqual(deposited, closed.scale_g, delta=1e-3 * closed.scale_g + 1e-6)
        else:
            self.assertGreaterEqual(lived.filters, int(closed.by_calendar[1] / 1.04) - 1)
            self.assertLessEqual(lived.filters, closed.filters + closed.by_calendar[1] + 1)

    def test_by_hand(self):
        """3 L a day at 14 °dH bring 0.29985 g a day to stay: 10 g on the 34th, ten times in the year."""
        lived = live_year(year_of(3), water(14), WaterWay("none", "none"), Terms(descale_price=2.0))
        self.assertEqual((lived.descales, lived.filters, lived.openings), (10, 0, 10))
        self.assertAlmostEqual(lived.most_scale_g, 34 * 0.29985, delta=0.01)
        self.assertEqual((lived.minutes, lived.money, lived.thrown_l), (200, 20, 30))
        self.assertAlmostEqual(lived.hours_out, 7.5)
        self.assertAlmostEqual(closed_sums(1095, water(14), lived.way, Terms()).descales, 10.945, delta=0.01)

    def test_the_rules_themselves(self):
        """Lived on the days on which a machine's book would call for it: scale, table, litres; with a filter too."""
        for trigger in (ScaleBudget(4, 0.4), TABLE, CountSince(70, "litres")):
            for cartridge in (None, Cartridge(9000, 0.2, months=120)):
                with self.subTest(trigger=trigger, cartridge=cartridge):
                    self._follow(trigger, cartridge)

    def _follow(self, trigger, cartridge):
        """The first descaling of a year, and the day on which an assessed machine says that it is due."""
        fit = WaterAtMachine(water(14), cartridge, fitted_at=MONDAY if cartridge else None)
        a_day, drinks = 40 * 0.09 + 0.1, 40  # the kind of the tests: 90 ml a drink, 0.1 L of rinses
        weekdays = [YearDay(FIRST + timedelta(days=n), a_day * (n % 7 < 5), drinks * (n % 7 < 5)) for n in range(200)]
        way, asked = WaterWay("w", "w", cartridge), Terms((trigger,))
        lived = live_year(weekdays, water(14), way, asked)
        first = next(n for n, (a, b) in enumerate(pairwise((0.0, *lived.scale_g))) if b < a) if lived.descales else None
        for back in range(200):
            at = MONDAY + timedelta(days=back)
            known = replace(book(56, 40, {"job": MONDAY}, end=at), water=fit)
            if judged(known, item(trigger), now=at, calendar=OFFICE)["job"].first.passage.reached:
                # The morning after the evening on which it was done.
                self.assertLessEqual(abs(back - 1 - (first if first is not None else 10**6)), 4)
                return
        self.assertIsNone(first)

    @given(st.floats(0.5, 10), st.floats(2, 30), ways, terms)
    @settings(max_examples=40)
    def test_laws(self, litres, dh, way, asked):
        """Softer water is not descaled more often; openings are no more than both together; more drinks, more care."""
        days = year_of(litres)
        lived, softer = live_year(days, water(dh), way, asked), live_year(days, water(dh / 2), way, asked)
        self.assertLessEqual(softer.descales, lived.descales + 1)
        self.assertLessEqual(lived.openings, lived.descales + lived.filters)
        self.assertGreaterEqual(lived.openings, max(lived.descales, lived.filters))
        self.assertAlmostEqual(max(lived.scale_g + (lived.most_scale_g,)), lived.most_scale_g)
        spread = spread_year(days, water(dh), way, asked, 0.2, 0.1)
        self.assertEqual(spread.likely.descales, lived.descales)
        least, most = spread.between("litres")
        self.assertAlmostEqual(most / least, 1.2 / 0.8)
        self.assertLessEqual(spread.low.descales, spread.high.descales + 1)

    def test_closed_days(self):
        """Nobody is there on a closed day: it is done on the next."""
        days = [replace(day, open=day.day.weekday() < 5) for day in year_of(3)]
        lived = live_year(days, water(14), WaterWay("none", "none"), Terms())
        fell = [n for n, (a, b) in enumerate(pairwise((0.0, *lived.scale_g))) if b < a]
        self.assertTrue(all(days[n].open for n in fell))
        self.assertIsNone(lived.money)

    def test_ways_and_refusals(self):
        """What is fitted stands for its place; a bypass that leaves 4 °dH; nothing below nothing."""
        tank, none, jug, line = four_ways(16, fitted=Cartridge(700, place=FilterPlace.JUG))
        self.assertEqual((none.cartridge, jug.cartridge.capacity_dh_l, tank.cartridge.place), (None, 700, "tank"))
        self.assertAlmostEqual(line.cartridge.bypass, 0.25)
        self.assertLessEqual(four_ways(2)[3].cartridge.bypass, 0.9)
        for wrong in ({"descale_minutes": -1}, {"deposited": 0}, {"triggers": ()}, {"descale_price": -1.0}):
            with self.assertRaisesRegex(
                InvalidInput,
                "A machine is descaled by something|Minutes, litres, hours and prices are|"
                "The share that deposits lies above",
            ):
                Terms(**wrong)
        with self.assertRaisesRegex(InvalidInput, "A year has days"):
            live_year([], water(14), none, Terms())
        with self.assertRaisesRegex(InvalidInput, "A spread is a share between"):
            spread_year(year_of(1), water(14), none, Terms(), usage=1.1)
        with self.assertRaisesRegex(InvalidInput, "An amount of water is"):
            closed_sums(-1, water(14), none, Terms())


if __name__ == "__main__":
    unittest.main()
