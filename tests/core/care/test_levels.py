"""The levels of care, over every kind that ships. Which schools there are: common practice, no source."""

from __future__ import annotations

import unittest
from dataclasses import replace

from pydantic import ValidationError

from lamplight.core.assess import day_basis, rhythms
from lamplight.core.care.levels import Level, at_level
from lamplight.core.care.own_items import LimitChange, OwnChoices, own_items
from lamplight.core.care.triggers import DaysSince
from lamplight.core.machine.book import MachineBook
from lamplight.library.catalogue import kinds
from lamplight.library.schema import ItemFile
from tests.core.care.makers import item
from tests.core.makers import MONDAY, OFFICE, book


class Levels(unittest.TestCase):
    """As little as is safe, usual, strict."""

    def test_no_level_goes_below_hygiene(self):
        """What people can fall ill of is done at every level, at the least one as at the usual."""
        for name, kind in kinds().items():
            usual = {one.key: one for one in at_level(kind.items, Level.USUAL) if one.hygiene}
            self.assertTrue(usual or not any(one.hygiene for one in kind.items))
            for level in Level:
                here = {one.key: one for one in at_level(kind.items, level)}
                with self.subTest(kind=name, level=level.value):
                    self.assertLessEqual(set(usual), set(here))
            least = {one.key: one for one in at_level(kind.items, Level.LEAST)}
            for key, one in usual.items():
                self.assertEqual(least[key].triggers, one.triggers)

    def test_more_care_is_more_often(self):
        """No item comes more rarely at a higher level, however it is counted."""
        compared = 0
        for name, kind in kinds().items():
            often = []
            for level in Level:
                used = MachineBook(counters=book(28, 40).counters, level=level)
                work = day_basis(used, kind, OFFICE, MONDAY.date(), ())
                often.append({key: one.a_year for key, one in rhythms(work, MONDAY.date()).items()})
            for lower, higher in zip(often, often[1:], strict=False):
                for key, times in lower.items():
                    with self.subTest(kind=name, item=key):
                        self.assertLessEqual(times, higher.get(key, 0.0) * 1.05 + 0.1)
                        compared += 1
        self.assertGreater(compared, 100)

    def test_the_keepers_own_limit_beats_the_level(self):
        """It holds at every level at which its trigger is there."""
        weekly = replace(item(DaysSince(7), key="weekly"), strict=(DaysSince(2),))
        own = (LimitChange("weekly", DaysSince(7).key, 5),)
        for level in Level:
            (found,) = own_items((weekly,), OwnChoices(limits=own, level=level))
            self.assertEqual(found.triggers, (DaysSince(5),))
        (strict,) = own_items((weekly,), OwnChoices(level=Level.STRICT))
        self.assertEqual(strict.triggers, (DaysSince(2),))

    def test_what_is_left_out(self):
        """An item without any trigger at a level is not there."""
        rare = replace(item(DaysSince(7), key="rare"), least=())
        self.assertEqual(at_level((rare,), Level.LEAST), ())
        self.assertEqual(at_level((rare,), Level.USUAL), (rare,))

    def test_hygiene_has_no_lesser_level_in_a_file(self):
        """A kind that says so is refused in words."""
        given = {"title": "Wash", "circuit": "milk", "part": "jug", "triggers": [{"days": 1}], "minutes": 5}
        ItemFile(**given, least=[{"days": 3}])
        with self.assertRaisesRegex(ValidationError, "has no lesser level"):
            ItemFile(**given, hygiene=True, least=[{"days": 3}])


if __name__ == "__main__":
    unittest.main()
