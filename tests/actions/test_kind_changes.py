"""What would move if a kind were changed: dates, and what changes its status alone."""

from __future__ import annotations

from dataclasses import replace

from lamplight.core.care.triggers import BeforeAbsence, CountSince, Prompted
from lamplight.library.catalogue import kinds
from lamplight.sight.kinds import moved_dates
from tests.base import NOW, DataTest


class Moves(DataTest):
    """One machine, its tablet done eight days ago: 240 drinks, at 200 it was due."""

    def setUp(self):
        """A month of readings."""
        super().setUp()
        self.used_machine(done={"brew-tablet": 8})
        self.kind = kinds()["removable-tabletop"]

    def moved(self, *triggers, **changes):
        """What moves where the tablet gets other triggers or words, by item."""
        items = tuple(
            replace(item, **({"triggers": triggers} if triggers else {}), **changes)
            if item.key == "brew-tablet"
            else item
            for item in self.kind.items
        )
        found = moved_dates(self.site, self.kind, replace(self.kind, items=items), NOW)
        return [(one.item, one.status_before, one.status_after) for one in found]

    def test_a_longer_limit(self):
        """Another date and another status."""
        (row,) = self.moved(CountSince(900), Prompted())
        self.assertEqual(row, ("Brew-group tablet", "overdue", "clear"))

    def test_the_status_alone(self):
        """A wider window makes soon what was clear, on the same date."""
        before, after = (moved_dates(self.site, self.changed(3), self.changed(window), NOW) for window in (3, 30))
        self.assertEqual(before, [])
        (moved,) = after
        self.assertEqual(moved.before, moved.after)
        self.assertEqual((moved.status_before, moved.status_after), ("clear", "soon"))

    def changed(self, window):
        """The kind with a limit of 900 drinks, announced so many open days ahead."""
        items = tuple(
            replace(item, triggers=(CountSince(900),), soon_open_days=window) if item.key == "brew-tablet" else item
            for item in self.kind.items
        )
        return replace(self.kind, items=items)

    def test_an_item_that_goes(self):
        """It is not there any more; words alone move nothing."""
        without = replace(self.kind, items=tuple(item for item in self.kind.items if item.key != "brew-tablet"))
        (moved,) = moved_dates(self.site, self.kind, without, NOW)
        self.assertEqual((moved.status_after, moved.after), ("not there", None))
        (moved,) = moved_dates(self.site, without, self.kind, NOW)
        self.assertEqual((moved.status_before, moved.before), ("not there", None))
        self.assertEqual(self.moved(title="Another word"), [])

    def test_other_kinds_do_not_move(self):
        """Only machines of that kind are asked."""
        self.used_machine(name="Other", kind="office-tower")
        (row,) = self.moved(BeforeAbsence())
        self.assertEqual(row[0], "Brew-group tablet")
