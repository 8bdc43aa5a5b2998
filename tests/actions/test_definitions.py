"""Lines that define something: not taken back while something rests on them, and no page goes with what is missing."""

from __future__ import annotations

from datetime import timedelta

from lamplight.actions.building import begin_kind
from lamplight.actions.machines import MachineFields, change_machine
from lamplight.actions.own_texts import delete_text, save_text
from lamplight.actions.runs import begin_run
from lamplight.actions.stock import ProductFields, note_price, save_product
from lamplight.actions.undo import put_back, undo
from lamplight.core.errors import InvalidInput
from lamplight.library.catalogue import kind_text, procedure_text
from lamplight.sight.actor import Actor
from lamplight.sight.cupboard import products
from lamplight.sight.machine_views import machine_views
from lamplight.sight.own_texts import OWN_KINDS, OWN_PROCEDURES
from lamplight.store.models import Entry, KindVersion
from lamplight.store.sites import machine, the_site
from tests.base import NOW, DataTest, WebTest

HAND, LATER = Actor(NOW), Actor(NOW + timedelta(minutes=5))


def newest(kind):
    """The number of the newest line of a kind of entry."""
    return Entry.select().where(Entry.kind == kind).order_by(Entry.id.desc()).first().id


def own_kind(title="Narrow"):
    """A kind of one's own, like a shipped one; its key and the line that defines it."""
    key = begin_kind(title, "jug-compact", HAND)
    return key, Entry.select().order_by(Entry.id.desc()).first().id


class Definitions(DataTest):
    """Each sort of thing that a line defines."""

    def refused(self, act, *words):
        """The act is refused in a sentence that holds the words, and the book stays as it was."""
        before = list(Entry.select(Entry.id, Entry.undone_at).tuples())
        with self.assertRaises(InvalidInput) as caught:
            act()
        for said in words:
            self.assertIn(said, str(caught.exception))
        self.assertEqual(list(Entry.select(Entry.id, Entry.undone_at).tuples()), before)

    def test_kind(self):
        """A kind that a machine is of; free again once the machine is of another."""
        key, line = own_kind()
        used = self.machine("Bar", kind=key, counter=None)
        self.refused(lambda: undo(line, LATER), key, "Bar", "Change or undo that first")
        change_machine(self.site.id, machine(self.site.id, used), MachineFields("Bar", "jug-compact"), False, HAND)
        undo(line, LATER)
        self.assertFalse(OWN_KINDS.library.is_there(key))

    def test_back_to_a_kind_that_went(self):
        """Undoing the change of a machine would make it of a kind that was deleted meanwhile."""
        key, _ = own_kind()
        used = self.machine("Bar", kind=key, counter=None)
        change_machine(self.site.id, machine(self.site.id, used), MachineFields("Bar", "jug-compact"), False, HAND)
        change = newest("machine")
        delete_text(OWN_KINDS, key, HAND)
        gone = Entry.select().order_by(Entry.id.desc()).first().id
        self.refused(lambda: undo(change, LATER), "Bar", key, "Put that back first")
        undo(gone, LATER)
        undo(change, LATER)
        self.assertEqual(machine(self.site.id, used).kind, key)
        self.refused(lambda: put_back(gone, LATER), key, "Bar")

    def test_procedure(self):
        """A procedure by which a kind of one's own is guided."""
        shipped = "jug-strip-down"
        save_text(OWN_PROCEDURES, procedure_text(shipped).replace(f"key: {shipped}", "key: our-way", 1), HAND)
        line = Entry.select().order_by(Entry.id.desc()).first().id
        ours = kind_text("jug-compact").replace("key: jug-compact", "key: ours", 1)
        save_text(OWN_KINDS, ours.replace(f"procedure: {shipped}", "procedure: our-way", 1), HAND)
        self.refused(lambda: undo(line, LATER), "our-way", "Change or undo that first")
        undo(Entry.select().order_by(Entry.id.desc()).first().id, LATER)
        undo(line, LATER)

    def test_product(self):
        """A product with a price; undone once the price is."""
        fields = ProductFields("Our tablets", "brew-cleaner", "tablet", "acid", "tablet", 1)
        key = save_product(fields, HAND)
        line = Entry.select().order_by(Entry.id.desc()).first().id
        note_price(key, 10, 9.0, NOW.date(), NOW.date(), HAND)
        price = Entry.select().order_by(Entry.id.desc()).first().id
        self.refused(lambda: undo(line, LATER), key, "1 price rests on it")
        undo(price, LATER)
        undo(line, LATER)
        self.assertNotIn(key, products())
        self.refused(lambda: put_back(price, LATER), key, "Put that back first")

    def test_machine(self):
        """A machine of which something else was written, a run that is open as well as a reading."""
        used = self.machine("Bar", back=3)
        line = newest("machine")
        self.read(used, 1040)
        self.refused(lambda: undo(line, LATER), "1 reading", "Bar")
        undo(newest("reading"), LATER)
        begin_run(the_site(), machine(self.site.id, used), "brew-tablet", LATER)
        self.refused(lambda: undo(line, LATER), "1 run", "Bar")

    def test_site(self):
        """Where the machines stand."""
        first = Entry.select().order_by(Entry.id).first().id
        self.refused(lambda: undo(first, LATER), "cannot be undone")


class Missing(WebTest):
    """A kind that went from the file by no line of the log: its machines are shown, and no other page goes."""

    def test_pages(self):
        """As it was written last; nothing of it is made up."""
        key, line = own_kind()
        used = self.machine("Bar", kind=key, counter=None)
        self.used_machine()
        Entry.update(undone_at=NOW).where(Entry.id == line).execute()
        self.assertFalse(OWN_KINDS.library.is_there(key))
        for path in ("/", "/machines", f"/machines/{used}", "/plan", "/supplies", "/log", "/kinds"):
            with self.subTest(path=path):
                self.get(path)
        self.assertEqual(len(machine_views(the_site(), NOW)), 2)
        self.assertEqual(KindVersion.select().where(KindVersion.key == key).count(), 1)
