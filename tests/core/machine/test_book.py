"""A machine's book: what its facts say together."""

from __future__ import annotations

import unittest

from lamplight.core.care.last_done import DoneFact
from lamplight.core.machine.book import MachineBook
from lamplight.core.moment import Moment
from lamplight.core.water.at_machine import WaterAtMachine
from lamplight.core.water.cartridge import Cartridge
from tests.core.makers import MONDAY


class Facts(unittest.TestCase):
    """Read, never stored."""

    def test_deeds(self):
        """With a time, and what each settled, in its place within the second."""
        facts = (DoneFact("big", MONDAY, settled=("small",), seq=3), DoneFact("old", value=12))
        self.assertEqual(MachineBook(done=facts).deeds, (("big", Moment(MONDAY, 3)), ("small", Moment(MONDAY, 3))))

    def test_absent_parts(self):
        """Those that are missing, and a filter that is out."""
        self.assertEqual(MachineBook(missing={"wand": "broken"}).absent_parts, ("wand",))
        out = MachineBook(missing={"wand": ""}, water=WaterAtMachine(filter_out=True))
        self.assertEqual(out.absent_parts, ("wand", "filter"))

    def test_choices(self):
        """The months of the cartridge that is fitted come with the keeper's own."""
        fitted = MachineBook(water=WaterAtMachine(cartridge=Cartridge(1000, months=4)), switched_off=frozenset({"x"}))
        self.assertEqual((fitted.choices.cartridge_months, fitted.choices.switched_off), (4, {"x"}))
        self.assertIsNone(MachineBook().choices.cartridge_months)
        self.assertTrue(MachineBook(water=WaterAtMachine(filter_out=True)).choices.filter_out)

    def test_a_counter_that_nobody_read(self):
        """Empty, not missing."""
        self.assertEqual(MachineBook().drinks.readings, ())


if __name__ == "__main__":
    unittest.main()
