"""A kind of machine: what is found in it, by key and by role."""

from __future__ import annotations

import unittest

from lamplight.core.care.item import ItemRole
from lamplight.core.care.triggers import DaysSince
from lamplight.core.water.cartridge import Cartridge
from tests.core.care.makers import item, kind


class Found(unittest.TestCase):
    """Items, parts, cartridges."""

    def test_by_key_and_by_role(self):
        """The first of a role, whatever its key is called; None for what is not there."""
        first = item(DaysSince(9), key="lime", role=ItemRole.DESCALE)
        second = item(DaysSince(9), key="descale-again", role=ItemRole.DESCALE)
        mine = kind(item(DaysSince(9), key="plain"), first, second)
        self.assertIs(mine.item_of(ItemRole.DESCALE), first)
        self.assertIs(mine.item("descale-again"), second)
        self.assertIsNone(mine.item_of(ItemRole.FILTER))
        self.assertIsNone(mine.item("nonsense"))

    def test_parts(self):
        """One taken away, the rest as it was."""
        mine = kind()
        self.assertEqual(mine.part("group").label, "Group")
        self.assertIsNone(mine.without("group").part("group"))
        self.assertEqual(mine.without("nonsense").parts, mine.parts)

    def test_the_cartridge_offered(self):
        """Like the one that is fitted, else the kind's."""
        usual, fitted = Cartridge(1000), Cartridge(2000)
        self.assertIs(kind(cartridge=usual).cartridge_offered(fitted), fitted)
        self.assertIs(kind(cartridge=usual).cartridge_offered(None), usual)
        self.assertIsNone(kind().cartridge_offered(None))


if __name__ == "__main__":
    unittest.main()
