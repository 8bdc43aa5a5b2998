"""Cartridges come and go with what is written down."""

from __future__ import annotations

from dataclasses import replace
from datetime import timedelta

from lamplight.actions.care import mark_done
from lamplight.actions.deeds import place, renew_cartridge
from lamplight.actions.undo import undo
from lamplight.actions.water import TypedTest, add_water_test, install_cartridge
from lamplight.core.care.status import Status
from lamplight.core.errors import InvalidInput
from lamplight.core.water.cartridge import Cartridge
from lamplight.sight.actor import Actor
from lamplight.store.models import Entry
from lamplight.store.sites import machine
from lamplight.store.waters import installations
from tests.base import NOW, DataTest

HAND = Actor(NOW)

FILTER = "filter-change"


class Cartridges(DataTest):
    """A machine that takes a filter, in hard water."""

    def setUp(self):
        """A machine that is used, and a test of its water."""
        super().setUp()
        self.machine_id = self.used_machine(done={"descale": 20, FILTER: 20})
        add_water_test(self.site.id, TypedTest("mains", NOW.date(), 18, 14), NOW.date(), HAND)

    @property
    def row(self):
        """The machine's row."""
        return machine(self.site.id, self.machine_id)

    @property
    def water(self):
        """What it gets."""
        return self.view(self.machine_id).status.context.water

    def test_taken_out(self):
        """Nothing is left to change, and descaling goes by the water as it comes."""
        softened = self.due(self.machine_id, "descale").likely
        install_cartridge(self.row, None, NOW - timedelta(days=10), HAND)
        self.assertIsNone(self.due(self.machine_id, FILTER))
        self.assertEqual(self.water.scaling_after, 14)
        self.assertLess(self.due(self.machine_id, "descale").likely, softened)

    def test_a_change_brings_a_new_one(self):
        """Like the one before; a ticked change does that as well, and an undone one does not."""
        install_cartridge(self.row, Cartridge(640, bypass=0.1), NOW - timedelta(days=12), HAND)
        install_cartridge(self.row, None, NOW - timedelta(days=10), HAND)
        mark_done([(self.row, FILTER)], NOW - timedelta(days=2), HAND)
        self.assertEqual(self.water.cartridge, Cartridge(640, bypass=0.1))
        self.assertEqual(installations([self.machine_id])[self.machine_id][-1].at, NOW - timedelta(days=2))
        undo(Entry.select().order_by(Entry.id.desc()).get().id, HAND)
        self.assertTrue(self.water.filter_out)

    def test_what_brings_one_along(self):
        """A job that settles the change brings a cartridge, but none where the keeper goes without."""
        kind = self.view(self.machine_id).kind
        job = replace(kind.item("return"), settles=(FILTER,))
        where = place(Entry.select().get().id, self.machine_id, kind)
        renew_cartridge(where, job, NOW - timedelta(days=3))
        self.assertEqual(installations([self.machine_id])[self.machine_id][-1].at, NOW - timedelta(days=3))
        install_cartridge(self.row, None, NOW - timedelta(days=2), HAND)
        renew_cartridge(where, job, NOW)
        self.assertTrue(self.water.filter_out)

    def test_a_change_that_is_entered_late(self):
        """It brings a cartridge like the one of its own time, and the one that was fitted after it stays fitted."""
        install_cartridge(self.row, Cartridge(640, bypass=0.1), NOW - timedelta(days=12), HAND)
        install_cartridge(self.row, Cartridge(1200, bypass=0.3), NOW - timedelta(days=5), HAND)
        mark_done([(self.row, FILTER)], NOW - timedelta(days=8), HAND)
        fitted = installations([self.machine_id])[self.machine_id]
        self.assertEqual([row.cartridge.capacity_dh_l for row in fitted[-3:]], [640, 640, 1200])
        self.assertEqual(self.water.cartridge, Cartridge(1200, bypass=0.3))
        self.assertEqual(self.due(self.machine_id, FILTER).last.at, NOW - timedelta(days=5))

    def test_months_at_most(self):
        """What stands on the cartridge decides in place of the kind's months, and falls due by them."""
        other = self.used_machine(name="Other", days=60, done={FILTER: 50})
        row = machine(self.site.id, other)
        install_cartridge(row, Cartridge(99_000, months=1), NOW - timedelta(days=40), HAND)
        due = self.due(other, FILTER)
        self.assertEqual(due.status, Status.OVERDUE)
        self.assertIn("40 days of 1 month", due.reasons[0])
        undo(Entry.select().order_by(Entry.id.desc()).get().id, HAND)
        install_cartridge(row, Cartridge(99_000, months=6), NOW - timedelta(days=40), HAND)
        self.assertEqual(self.due(other, FILTER).status, Status.CLEAR)

    def test_the_first_one(self):
        """Is the one that the kind takes."""
        self.assertEqual(self.water.cartridge, self.view(self.machine_id).kind.cartridge)

    def test_not_ahead(self):
        """A filter is not fitted tomorrow."""
        with self.assertRaisesRegex(InvalidInput, "has not come yet"):
            install_cartridge(self.row, None, NOW + timedelta(days=1), HAND)
