"""What is to be bought, from shelves made by hand."""

from __future__ import annotations

import unittest
from datetime import date, timedelta

from lamplight.core.job.chemistry import Chemistry, Product
from lamplight.core.stock.lasting import Arrival, Spoiling, UseAhead
from lamplight.core.stock.reorder import Pack
from lamplight.core.stock.stock import Holding
from lamplight.core.usage.passage import DateSpread
from lamplight.sight.shelves import Shelf, shopping
from lamplight.store.stock import Supply

TODAY = date(2026, 11, 24)
SACHETS = Product("acid", "Sachets", "milk-cleaner", "sachet", Chemistry.ACID, "sachet", 1)


def shelf(held=10.0, arrivals=(), spoiling=()):
    """One sachet a day, on days that are known."""
    uses = tuple(UseAhead(1.0, DateSpread(TODAY + timedelta(days=n))) for n in range(60))
    packs = (Pack(6, 5.0),)
    return Shelf(SACHETS, Holding(held), uses, arrivals, None, Supply(7), packs, spoiling)


class ToBuy(unittest.TestCase):
    """For three weeks, and the week that an order takes: 29 days, today and the last one among them."""

    def wanted(self, **given):
        """How many units; 0 where nothing is to be bought."""
        lines = shopping([shelf(**given)], TODAY, 21)
        return lines[0].wanted if lines else 0

    def test_what_counts(self):
        """What is there and on its way is not bought; what will have spoilt by then is bought anew."""
        soon, late = TODAY + timedelta(days=9), TODAY + timedelta(days=29)
        self.assertEqual(self.wanted(), 19)
        self.assertEqual(self.wanted(arrivals=(Arrival(4, soon),)), 15)
        self.assertEqual(self.wanted(spoiling=(Spoiling(5, soon),)), 24)
        self.assertEqual(self.wanted(spoiling=(Spoiling(5, late),)), 19)
        self.assertEqual(self.wanted(held=29.0), 0)

    def test_in_packs(self):
        """The fewest that hold as many: four of six for nineteen."""
        (line,) = shopping([shelf()], TODAY, 21)
        self.assertEqual((line.bought.counts, line.bought.units), (((Pack(6, 5.0), 4),), 24))


if __name__ == "__main__":
    unittest.main()
