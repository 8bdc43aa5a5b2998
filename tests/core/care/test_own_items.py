"""A kind's items as the keeper has them: own limits, a way to decide on descaling, filters in and out."""

from __future__ import annotations

import unittest

from lamplight.core.care.item import ItemRole
from lamplight.core.care.own_items import LimitChange, OwnChoices, own_items
from lamplight.core.care.triggers import (
    CountSince,
    DaysSince,
    FilterSpent,
    HardnessStep,
    LitresByHardness,
    MonthsSince,
    Prompted,
    ScaleBudget,
)
from tests.core.care.makers import item

TABLE = LitresByHardness((HardnessStep(7, 100), HardnessStep(None, 50)))
QUARTER, DRY = MonthsSince(3, descaling_basis="calendar"), DaysSince(365)
DESCALE = item(ScaleBudget(10), TABLE, QUARTER, Prompted(), DRY, key="descale", role=ItemRole.DESCALE)
FILTER = item(FilterSpent(), MonthsSince(2), key="filter", role=ItemRole.FILTER)
PLAIN = item(CountSince(200), DaysSince(7), key="plain")


def triggers(one_item, **choices):
    """Of an item under the keeper's choices; None where it is gone."""
    kept = own_items((one_item,), OwnChoices(**choices))
    return kept[0].triggers if kept else None


class Choices(unittest.TestCase):
    """One choice at a time."""

    def test_limits(self):
        """The one trigger of the one item; the last of several changes."""
        changes = (
            LimitChange("plain", "drinks", 150),
            LimitChange("plain", "drinks", 300),
            LimitChange("x", "days", 1),
        )
        self.assertEqual(triggers(PLAIN, limits=changes), (CountSince(300), DaysSince(7)))

    def test_descaling_by_one_way(self):
        """The others of the kind go; what belongs to no way stays."""
        by_litres = triggers(DESCALE, descaling_basis="litres")
        self.assertEqual([type(trigger) for trigger in by_litres], [LitresByHardness, DaysSince])
        by_calendar = triggers(DESCALE, descaling_basis="calendar")
        self.assertEqual([type(trigger) for trigger in by_calendar], [MonthsSince, DaysSince])
        self.assertEqual(triggers(DESCALE), DESCALE.triggers)
        self.assertEqual(triggers(PLAIN, descaling_basis="litres"), PLAIN.triggers)

    def test_a_way_that_this_kind_does_not_have(self):
        """Nothing would be left to fall due by: the kind's own triggers stay."""
        only = item(ScaleBudget(10), key="descale")
        self.assertEqual(triggers(only, descaling_basis="litres"), only.triggers)

    def test_off_and_out(self):
        """Switched off; no filter fitted."""
        self.assertIsNone(triggers(PLAIN, switched_off=frozenset({"plain"})))
        self.assertIsNone(triggers(FILTER, filter_out=True))
        self.assertEqual(triggers(PLAIN, filter_out=True), PLAIN.triggers)

    def test_months_of_the_cartridge(self):
        """In place of the kind's, at their place; added where the kind names none; of a filter only."""
        self.assertEqual(triggers(FILTER, cartridge_months=4), (FilterSpent(), MonthsSince(4)))
        turned = item(MonthsSince(2), FilterSpent(), key="filter", role=ItemRole.FILTER)
        self.assertEqual(triggers(turned, cartridge_months=4), (MonthsSince(4), FilterSpent()))
        bare = item(FilterSpent(), key="filter", role=ItemRole.FILTER)
        self.assertEqual(triggers(bare, cartridge_months=1), (FilterSpent(), MonthsSince(1)))
        self.assertEqual(triggers(DESCALE, cartridge_months=1), DESCALE.triggers)


if __name__ == "__main__":
    unittest.main()
