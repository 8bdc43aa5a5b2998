"""Kinds made on their drawing: begun, changed, refused, taken back; what goes with their parts."""

from __future__ import annotations

from lamplight.actions.building import NOTHING, begin_kind, change_kind
from lamplight.actions.entries import write_entry
from lamplight.actions.undo import undo
from lamplight.core.errors import InvalidInput
from lamplight.library import kind_edit as edit
from lamplight.library.catalogue import kind_text, kinds, parse
from lamplight.library.kind_text import opened, written
from lamplight.library.schema import KindFile
from lamplight.sight.actor import Actor
from lamplight.sight.building import kept_as_written, like_another, suggested_items
from lamplight.sight.kinds import KINDS, kind_of
from lamplight.store.logbook import entries
from tests.base import NOW, DataTest

FRESH = NOTHING.format(key="fresh", title="Fresh").replace("tank_ml: 0", "tank_ml: 1200")


def read(text):
    """The kind of a text."""
    return parse(text, KindFile, "kind").core()


class Made(DataTest):
    """One touch after the other."""

    def setUp(self):
        """Somebody."""
        super().setUp()
        self.actor = Actor(NOW)

    def test_begun(self):
        """From nothing or as another, under a key that nobody has; without a name it is refused."""
        first, second = (
            begin_kind("Ours: the “narrow” one", "", self.actor),
            begin_kind("Ours the narrow one", "", self.actor),
        )
        self.assertEqual((first, second), ("ours-the-narrow-one", "ours-the-narrow-one-2"))
        self.assertEqual(kind_of(first).title, "Ours: the “narrow” one")
        copy = begin_kind("Like the compact", "jug-compact", self.actor)
        self.assertEqual(kind_of(copy).programmes, kinds()["jug-compact"].programmes)
        self.assertEqual(begin_kind("7 up", "", self.actor), "kind-7-up")
        for title, like, said in (("", "", "missing"), ("x", "wings", "no kind"), ("y" * 81, "", "longer")):
            with self.subTest(said=said), self.assertRaisesRegex(InvalidInput, said):
                begin_kind(title, like, self.actor)

    def test_each_touch_is_a_line_of_the_log(self):
        """Taken back, the one before it holds; what changes nothing is no line."""
        key = begin_kind("Narrow", "", self.actor)
        change_kind(key, lambda data: edit.place(data, "grinder"), "Grinder put on", self.actor)
        self.assertIsNotNone(kind_of(key).part("grinder"))
        lines = len(entries(kind="kind built"))
        change_kind(key, lambda data: None, "nothing", self.actor)
        self.assertEqual(len(entries(kind="kind built")), lines)
        undo(entries(limit=1)[0].id, self.actor)
        self.assertIsNone(kind_of(key).part("grinder"))

    def test_refused_whole(self):
        """What would not fit together is told in sentences, and nothing of it is kept; a shipped kind is left alone."""
        key = begin_kind("Narrow", "", self.actor)
        before = KINDS.own(key)
        with self.assertRaisesRegex(InvalidInput, "this kind has no part"):
            change_kind(key, lambda data: edit.take_item(data, "tank-wash"), "wash", self.actor)
        with self.assertRaisesRegex(InvalidInput, "Copy this one first"):
            change_kind("jug-compact", lambda data: edit.take_off(data, "jug"), "off", self.actor)
        self.assertEqual(KINDS.own(key), before)

    def test_what_is_not_drawn_is_kept_and_said(self):
        """Causes, hardness, comments: there before and after, and named."""
        text = kind_text("service-menu-hall").replace("key: service-menu-hall", "key: ours  # of 2026")
        KINDS.versions.create(entry=self.entry(), key="ours", text=text)
        said = kept_as_written("ours")
        self.assertIn("comments", said)
        self.assertIn("codes and keys", said)
        change_kind("ours", lambda data: edit.set_title(data, "Ours", "Ours."), "named", self.actor)
        self.assertIn("# of 2026", KINDS.own("ours"))
        before, after = read(text), kind_of("ours")
        self.assertEqual((before.access, before.levels, before.items), (after.access, after.levels, after.items))
        self.assertEqual(kept_as_written("jug-compact"), [])

    def entry(self):
        """A line of the log."""
        return write_entry("kind", "written", self.actor)


class Suggested(DataTest):
    """What goes with the parts."""

    def test_each_fits(self):
        """All that are suggested for any kind, taken together, read and can be guided."""
        for key, kind in kinds().items():
            data = opened(kind_text(key))
            for item, part in suggested_items(kind):
                edit.take_item(data, item, part)
            with self.subTest(kind=key):
                self.assertEqual(suggested_items(read(written(data))), [])

    def test_a_programme_of_another(self):
        """Into the tank goes what it holds; what a kind cannot have falls out."""
        small = read(FRESH.replace("boiler:", "tank: {label: Tank, circuit: water}\n  boiler:"))
        calls = like_another(kinds()["jug-compact"].programmes["combined"].calls, small)
        poured = [use.ml for use in calls if use.call.startswith("tank-") and isinstance(use.ml, int)]
        self.assertTrue(poured and max(poured) <= 1200)
        self.assertNotIn("group-out", [use.call for use in calls])
