"""A deed keeps what it settled, whatever becomes of the kind; older files are filled in once."""

from __future__ import annotations

import re
from datetime import timedelta

from lamplight.actions.care import mark_done
from lamplight.actions.machines import MachineFields, NewMachine, add_machine
from lamplight.actions.own_texts import save_text
from lamplight.sight.actor import Actor
from lamplight.sight.kinds import KINDS
from lamplight.sight.own_texts import OWN_KINDS
from lamplight.store.models import CareDone
from lamplight.store.sites import machine
from tests.base import NOW, DataTest

ACTOR = Actor(NOW)


class Settled(DataTest):
    """A machine of a kind of the keeper's own, whose drawer settles its tray."""

    def setUp(self):
        """Written a month ago; drawer emptied this morning."""
        super().setUp()
        self.text = KINDS.copied("removable-tabletop")
        self.kind = save_text(OWN_KINDS, self.text, ACTOR)
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
        save_text(OWN_KINDS, apart, ACTOR)
        self.assertEqual(self.tray(), NOW - timedelta(hours=3))
        mark_done([(self.row, "grounds-drawer")], NOW - timedelta(hours=1), ACTOR)
        self.assertEqual(self.tray(), NOW - timedelta(hours=3))
        save_text(OWN_KINDS, self.text, ACTOR)
        self.assertEqual(self.tray(), NOW - timedelta(hours=3))
        mark_done([(self.row, "grounds-drawer")], NOW, ACTOR)
        self.assertEqual(self.tray(), NOW)

    def test_stored_with_the_deed(self):
        """The keys, once."""
        self.assertEqual(CareDone.get(CareDone.item == "grounds-drawer").settled, ["drip-tray"])
