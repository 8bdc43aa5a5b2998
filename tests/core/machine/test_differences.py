"""What is other on one machine than on its kind."""

from __future__ import annotations

import unittest
from dataclasses import replace

from lamplight.core.care.own_items import LimitChange
from lamplight.core.care.triggers import CountSince, DaysSince
from lamplight.core.machine.book import MachineBook
from lamplight.core.machine.differences import Difference, differences
from lamplight.core.water.at_machine import WaterAtMachine
from tests.core.care.makers import item, kind


class Differences(unittest.TestCase):
    """Parts, switches, limits, descaling."""

    def setUp(self):
        """A kind with two items."""
        self.kind = kind(item(DaysSince(7), CountSince(200, "drinks"), key="rinse"), item(DaysSince(30), key="grease"))
        self.rinse, self.grease = (one.title for one in self.kind.items)

    def told(self, **facts):
        """What is other, with these facts."""
        return differences(self.kind, replace(MachineBook(), **facts))

    def test_nothing(self):
        """A machine as its kind."""
        self.assertEqual(self.told(), ())

    def test_limits(self):
        """The last one of each trigger, with the reason and the usual; one that was put back is none."""
        limits = (LimitChange("rinse", "days", 5), LimitChange("rinse", "days", 3, "hard water"))
        told = Difference(self.rinse, "every 3 days", "7 days", "hard water", "limit", "rinse", "days", 7)
        self.assertEqual(self.told(limits=limits), (told,))
        self.assertEqual(self.told(limits=(*limits, LimitChange("rinse", "days", 7))), ())
        self.assertEqual(self.told(limits=(LimitChange("gone", "days", 7),)), ())

    def test_the_rest(self):
        """What is missing comes first, then what is not done, then how descaling is decided."""
        part = self.kind.parts[0]
        told = self.told(
            missing={part.key: "cracked"}, switched_off=frozenset({"grease"}), descaling_basis="lamp",
            water=replace(WaterAtMachine(), filter_out=True),
        )  # fmt: skip
        self.assertEqual(
            [(one.what, one.here) for one in told],
            [(part.label, "cracked"), ("Filter", "none is fitted"), (self.grease, "not done here"),
             ("Descaling", "goes by lamp")],
        )  # fmt: skip


if __name__ == "__main__":
    unittest.main()
