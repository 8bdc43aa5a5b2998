"""A deed keeps what it settled, whatever becomes of the kind; older files are filled in once."""

from __future__ import annotations

import re
from datetime import timedelta

from lamplight.actions.care import mark_done
from lamplight.actions.entries import Actor
from lamplight.actions.kinds import KINDS
from lamplight.actions.machines import MachineFields, NewMachine, add_machine
from lamplight.actions.opening import open_book
from lamplight.actions.own_texts import OWN_KINDS
from lamplight.actions.upgrades import write_down_what_was_settled
from lamplight.core.care.status import Status
from lamplight.store.database import database
from lamplight.store.models import CareDone
from lamplight.store.sites import machine
from tests.base import NOW, DataTest
from tests.store.test_data_file import OldFile

ACTOR = Actor(NOW)


class Settled(DataTest):
    """A machine of a kind of the keeper's own, whose drawer settles its tray."""

    def setUp(self):
        """Written a month ago; drawer emptied this morning."""
        super().setUp()
        self.text = KINDS.copied("removable-tabletop")
        self.kind = OWN_KINDS.save(self.text, ACTOR)
        fields = MachineFields("Own", self.kind.key)
        self.own = add_machine(self.site.id, fields, NewMachine({"drinks": 100}), Actor(NOW - timedelta(days=30)))
        self.row = machine(self.site.id, self.own)
        mark_done([(self.row, "grounds-drawer")], NOW - timedelta(hours=3), ACTOR)

    def tray(self):
        """When the tray was last emptied by the book."""
        due = self.due(self.own, "drip-tray")
        return due.last.at if due.last else None

    def test_editing_the_kind_leaves_history_alone(self):
        """The tray was emptied then; from now on it is not."""
        self.assertEqual(self.tray(), NOW - timedelta(hours=3))
        drawer = "  grounds-drawer: {like: grounds-drawer, settles: []}"
        apart = re.sub(r"(?m)^  grounds-drawer: .*$", drawer, self.text)
        self.assertNotEqual(apart, self.text)
        OWN_KINDS.save(apart, ACTOR)
        self.assertEqual(self.tray(), NOW - timedelta(hours=3))
        mark_done([(self.row, "grounds-drawer")], NOW - timedelta(hours=1), ACTOR)
        self.assertEqual(self.tray(), NOW - timedelta(hours=3))
        OWN_KINDS.save(self.text, ACTOR)
        self.assertEqual(self.tray(), NOW - timedelta(hours=3))
        mark_done([(self.row, "grounds-drawer")], NOW, ACTOR)
        self.assertEqual(self.tray(), NOW)

    def test_stored_with_the_deed(self):
        """The keys, once."""
        self.assertEqual(CareDone.get(CareDone.item == "grounds-drawer").settled, ["drip-tray"])


class Upgrading(OldFile):
    """A filled file of the schema before."""

    def test_filled_in_once(self):
        """Every deed says what it settled; the second opening finds nothing left to do."""
        folder = self.old_file(6)
        self.reopen(folder)
        self.assertGreater(CareDone.select().where(CareDone.settled.is_null()).count(), 5)
        database.close()
        open_book(folder)
        database.connect()
        self.assertEqual(CareDone.select().where(CareDone.settled.is_null()).count(), 0)
        self.assertEqual(CareDone.get(CareDone.item == "grounds-drawer").settled, ["drip-tray"])
        self.assertEqual(write_down_what_was_settled(), 0)

    def test_prompts_became_sightings(self):
        """What it asked for then it asks for now: one gone, one undone, one open, one still lit after its run."""
        self.reopen(self.old_file(6))
        hall, lab = (self.view(key, NOW) for key in (1, 2))
        self.assertEqual(set(hall.status.context.prompts), {"descale", "brew-tablet"})
        self.assertEqual(hall.status.due("brew-tablet").status, Status.OVERDUE)
        self.assertEqual(lab.status.context.prompts, {})
        self.assertEqual(lab.run.state.procedure.key, "group-rinse")
        self.assertEqual(lab.setup.descaling_basis, "scale")
        self.assertEqual([event.what for event in hall.status.book.events], ["grind-coarser", "grind-drink"])
