"""Milk drinks and litres where no counter tells: shares of the drinks, worked by hand."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import timedelta

from lamplight.core.anatomy.drink_mix import DrinkSort, Mix
from lamplight.core.anatomy.parts import Capacities
from lamplight.core.care.item import Start
from lamplight.core.care.last_done import DoneFact
from lamplight.core.care.triggers import PUCKS, DaysSince
from lamplight.core.machine.estimated_meters import meters_of
from lamplight.core.usage.counters import CounterBook, Reading
from tests.core.care.makers import item, kind
from tests.core.makers import MONDAY, OFFICE, book, with_counter

WEEK_AGO = MONDAY - timedelta(days=7)


def meters(known=None, **rest):
    """Of a machine that makes 40 drinks a day, a quarter with milk, 90 ml each, 100 ml of rinses a day."""
    machine = kind(item(DaysSince(9), key="wash", water_ml=1500), **rest)
    return meters_of(known or book(28, 40), machine, OFFICE, MONDAY)


class Estimated(unittest.TestCase):
    """From drinks."""

    def test_a_week(self):
        """200 drinks: 50 with milk, 18 L and half a litre of rinses."""
        found = meters()
        self.assertAlmostEqual(found["milk"].between(WEEK_AGO, MONDAY), 50)
        self.assertAlmostEqual(found["litres"].between(WEEK_AGO, MONDAY), 18.5)
        self.assertIn("25%", found["milk"].how)
        self.assertIn("90 ml a drink, 0.1 L of rinses", found["litres"].how)
        self.assertEqual(found["drinks"].how, "")

    def test_the_keepers_guess_is_of_drinks(self):
        """It stands in for readings of the drinks, not for those of another counter."""
        milk = CounterBook((Reading(MONDAY, 135),))
        guessed = with_counter(replace(book(0, 40), guess_per_day=30.0), "milk", milk)
        found = meters(guessed, counters=("drinks", "milk"))
        self.assertAlmostEqual(found["drinks"].usage.rates[0], 30)
        self.assertAlmostEqual(found["milk"].usage.rates[0], 7.5)  # a quarter of the guess
        self.assertAlmostEqual(found["milk"].between(MONDAY, MONDAY + timedelta(days=7)), 38.25)

    def test_what_programmes_took(self):
        """Once, at the moment when it was done; not where only a count is known, or it is counted from there on."""
        counted = DoneFact("wash", WEEK_AGO + timedelta(days=3), start=Start.COUNTED)
        done = DoneFact("wash", WEEK_AGO + timedelta(days=2))
        facts = (done, DoneFact("wash", value=1100), DoneFact("x", MONDAY), counted)
        found = meters(replace(book(28, 40), done=facts))
        self.assertAlmostEqual(found["litres"].between(WEEK_AGO, MONDAY), 20)
        self.assertAlmostEqual(found["litres"].between(WEEK_AGO + timedelta(days=2), MONDAY), 18.5 - 2 * 3.7)
        self.assertAlmostEqual(found["litres"].between(WEEK_AGO, WEEK_AGO + timedelta(days=2)), 2 * 3.7 + 1.5)

    def test_pucks(self):
        """Each drink leaves one, but for what takes none: of 200 drinks a tenth are chocolate, 180 pucks."""
        plain = kind(item(DaysSince(9)), capacities=Capacities(drawer_pucks=12))
        chocolate = DrinkSort("Chocolate", 100, 0.1, True, False)
        mixed = replace(plain, mix=Mix((DrinkSort("Coffee", 90, 0.9), chocolate)))
        for machine, pucks in ((plain, 200), (mixed, 180)):
            with self.subTest(pucks=pucks):
                found = meters_of(book(28, 40), machine, OFFICE, MONDAY)
                self.assertAlmostEqual(found[PUCKS].between(WEEK_AGO, MONDAY), pucks)
        changed = meters_of(book(28, 40), mixed, OFFICE, MONDAY, ((WEEK_AGO + timedelta(days=2), plain),))
        self.assertAlmostEqual(changed[PUCKS].between(WEEK_AGO, MONDAY), 80 + 0.9 * 120)

    def test_a_counter_of_its_own(self):
        """It is read where there is one; until somebody has, it is estimated."""
        milk = CounterBook((Reading(WEEK_AGO, 100), Reading(MONDAY, 135)))
        found = meters(with_counter(book(28, 40), "milk", milk), counters=("drinks", "milk"))
        self.assertAlmostEqual(found["milk"].between(WEEK_AGO, MONDAY), 35)
        self.assertEqual(found["milk"].how, "")
        self.assertNotEqual(meters(counters=("drinks", "milk"))["milk"].how, "")
        self.assertEqual(meters(with_counter(book(28, 40), "milk", milk))["milk"].between(WEEK_AGO, MONDAY), 50)


if __name__ == "__main__":
    unittest.main()
