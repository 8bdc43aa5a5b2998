"""What is said of one machine holds there alone, at once, with its history, until it is lifted."""

from __future__ import annotations

import io
from datetime import timedelta

from PIL import Image

from lamplight.actions.photos import add_page
from lamplight.actions.runs import answer_step, begin_run
from lamplight.actions.told import confirm_all, lift, say_words, sharing, tell, tell_whole
from lamplight.actions.told_in_run import asks_otherwise, confirm_step, correct_step, leave_out_step
from lamplight.actions.undo import put_back, undo
from lamplight.core.anatomy.duration import Duration
from lamplight.core.errors import InvalidInput, StaleStep
from lamplight.core.machine.programme import Use
from lamplight.core.machine.told import Origin, Telling
from lamplight.core.run.state import EventKind
from lamplight.library.catalogue import kind_text, kinds
from lamplight.library.use_file import programme_as_file, use_as_file, use_from_file
from lamplight.sight.actor import Actor
from lamplight.sight.kinds import KINDS, kind_of
from lamplight.sight.machine_views import machine_view
from lamplight.sight.preparing import prepare
from lamplight.sight.told import edition_of, programmes_known, words_known
from lamplight.store.logbook import entries
from lamplight.store.runs import run_row
from lamplight.store.sites import machine
from lamplight.store.told import manual_bytes, manual_pages
from tests.base import NOW, DataTest


def picture():
    """A photo of nothing."""
    out = io.BytesIO()
    Image.new("RGB", (400, 300), "white").save(out, "PNG")
    return out.getvalue()


class Told(DataTest):
    """Two machines of one kind."""

    def setUp(self):
        """With a keeper."""
        super().setUp()
        self.first = self.machine("First", "service-menu-hall")
        self.second = self.machine("Second", "service-menu-hall")
        self.actor = Actor(NOW)
        self.programme = "descale"

    def view_of(self, machine_id):
        """As it stands now."""
        return machine_view(self.site, machine_id, NOW)

    def known(self, machine_id):
        """Its calls with their sources."""
        return programmes_known(self.view_of(machine_id))[self.programme]

    def tell(self, telling, index, use=None, machine_id=None):
        """Say something."""
        view = self.view_of(machine_id or self.first)
        edition = edition_of(programmes_known(view)[self.programme])
        return tell(self.site, view, self.programme, telling, index, edition, self.actor, use)

    def run_to_own(self, machine_id, call):
        """A run of it at the first step of a call of its own."""
        run_id = begin_run(self.site, machine(self.site.id, machine_id), "descale", self.actor)
        for _ in range(40):
            run = run_row(run_id)
            step = run.state.step
            if step.own >= 0 and step.call == call:
                return run
            text = step.ask.choices[0] if step.ask and step.ask.choices else ""
            later = Actor(self.actor.now + timedelta(minutes=40))
            answer_step(run_id, EventKind.ADVANCE, run.state.index, later, text)
        raise AssertionError(call)

    def test_one_machine_alone(self):
        """Corrected here, typical there; the log says so, undoing brings the typical one back."""
        usual = [call.use for call in self.known(self.second)]
        new = Use("press", how="Hold the cup key.")
        self.tell(Telling.CHANGED, 0, new)
        self.assertEqual(self.known(self.first)[0].use, new)
        self.assertEqual(self.known(self.first)[0].source.origin, Origin.MACHINE)
        self.assertEqual([call.use for call in self.known(self.second)], usual)
        self.assertEqual({call.source.origin for call in self.known(self.second)}, {Origin.TYPICAL})
        row = entries(self.first, limit=1)[0]
        self.assertEqual((row.kind, "changed" in row.summary), ("told", True))
        undo(row.id, self.actor)
        self.assertEqual([call.use for call in self.known(self.first)], usual)
        put_back(row.id, Actor(NOW))
        self.assertEqual(self.known(self.first)[0].use, new)

    def test_applies_at_once(self):
        """The next preparation goes by it: its order, its words, its minutes."""
        self.tell(Telling.ADDED, 0, Use("tray-empty", says="TRAY"))
        ready = prepare(self.view_of(self.first), "descale", self.site, NOW)
        own = [step.call for step in ready.procedure.steps if step.own >= 0]
        self.assertEqual(own[0], "tray-empty")
        other = prepare(self.view_of(self.second), "descale", self.site, NOW)
        self.assertNotEqual([step.call for step in other.procedure.steps if step.own >= 0][0], "tray-empty")

    def test_refused(self):
        """Of another edition, a call that is not there, the last one left out; nothing is written."""
        before = len(entries(self.first))
        view = self.view_of(self.first)
        with self.assertRaisesRegex(StaleStep, "changed meanwhile"):
            tell(self.site, view, self.programme, Telling.CONFIRMED, 0, "another", self.actor)
        with self.assertRaisesRegex(InvalidInput, "not there"):
            self.tell(Telling.CONFIRMED, 99)
        with self.assertRaisesRegex(InvalidInput, "between 1 and 80"):
            tell_whole(view, self.programme, [], self.actor)
        self.assertEqual(len(entries(self.first)), before)
        tell_whole(view, self.programme, [Use("press", how="One.")], self.actor)
        with self.assertRaisesRegex(InvalidInput, "must be left"):
            self.tell(Telling.LEFT_OUT, 0)

    def test_all_confirmed(self):
        """Then every call is this machine's own, and nothing is typical any more."""
        view = self.view_of(self.first)
        confirm_all(view, self.programme, edition_of(programmes_known(view)[self.programme]), self.actor)
        self.assertEqual({call.source.origin for call in self.known(self.first)}, {Origin.MACHINE})
        self.assertEqual([c.use for c in self.known(self.first)], [c.use for c in self.known(self.second)])

    def test_words(self):
        """Confirmed with the same words, corrected with others; unknown ones and empty ones are refused."""
        view = self.view_of(self.first)
        name = next(name for name in ("short_rinse", "release") if name in view.whole_kind.words)
        self.assertEqual(words_known(view, [name])[0].source.origin, Origin.TYPICAL)
        say_words(self.site, view, name, "Both keys for three seconds.", self.actor)
        here, there = (
            words_known(self.view_of(self.first), [name])[0],
            words_known(self.view_of(self.second), [name])[0],
        )
        self.assertEqual((here.text, here.source.origin), ("Both keys for three seconds.", Origin.MACHINE))
        self.assertEqual((there.text, there.source.origin), (view.whole_kind.words[name], Origin.TYPICAL))
        for wrong, said in (("no_such", "such words"),):
            with self.assertRaisesRegex(InvalidInput, said):
                say_words(self.site, view, wrong, "x", self.actor)
        for text, said in ((" ", "missing"), ("a{b}", "brackets"), ("x" * 601, "longer")):
            with self.assertRaisesRegex(InvalidInput, said):
                say_words(self.site, view, name, text, self.actor)

    def test_lifted(self):
        """A kind of the keeper's own, of which the machine is then; the other stays; its file reads the same again."""
        with self.assertRaisesRegex(InvalidInput, "Nothing is other"):
            lift(self.site, self.view_of(self.first), self.actor)
        self.tell(Telling.CHANGED, 0, Use("press", how="Hold the cup key."))
        say_words(self.site, self.view_of(self.first), "short_rinse", "Both keys.", self.actor)
        before = self.view_of(self.first).kind
        lifted = lift(self.site, self.view_of(self.first), self.actor)
        self.assertEqual(machine(self.site.id, self.first).kind, lifted.key)
        self.assertEqual(machine(self.site.id, self.second).kind, "service-menu-hall")
        self.assertEqual(lifted.programmes, before.programmes)
        self.assertEqual((lifted.words, lifted.access), (before.words, before.access))
        self.assertEqual(kind_of(lifted.key).programmes, before.programmes)
        self.assertEqual(sharing(self.site, self.view_of(self.first)), [])
        undo(entries(self.first, limit=1)[0].id, self.actor)
        self.assertEqual(machine(self.site.id, self.first).kind, "service-menu-hall")
        self.assertIsNone(KINDS.own(lifted.key))

    def test_in_a_run(self):
        """Two touches: it asks for something else, it does not ask for this, it does it otherwise, it does it so."""
        run = self.run_to_own(self.first, "press")
        index, view = run.state.index, self.view_of(self.first)
        edition = edition_of(programmes_known(view)[self.programme])
        asks_otherwise(self.site, run, view, index, edition, "tray-empty", "TRAY", self.actor)
        run = run_row(run.id)
        self.assertEqual((run.state.index, run.state.step.call), (index, "tray-empty"))
        self.assertEqual(run.state.step.signal, "TRAY")
        self.assertEqual(run.state.procedure.steps[index + 1].call, "press")
        undo(entries(self.first, limit=1)[0].id, self.actor)
        self.assertEqual(len(run_row(run.id).state.procedure.steps), len(run.state.procedure.steps))
        edition = edition_of(programmes_known(self.view_of(self.first))[self.programme])
        with self.assertRaisesRegex((StaleStep, InvalidInput), "This step is not of the machine’s own"):
            leave_out_step(self.site, run, self.view_of(self.first), index, "another", self.actor)

    def test_corrected_in_a_run(self):
        """Its words and minutes are other at once, on the clock too; the confirmed one asks no more."""
        run = self.run_to_own(self.first, "works")
        index, view = run.state.index, self.view_of(self.first)
        edition = edition_of(programmes_known(view)[self.programme])
        likely = run.state.step.duration.likely_s
        said = {"minutes": "25", "minutes-was": f"{likely / 60:g}", "over": "It hums.", "how": ""}
        correct_step(self.site, run, view, index, edition, said, self.actor)
        step = run_row(run.id).state.step
        self.assertEqual((step.call, step.over_when, step.duration), ("works", "It hums.", Duration(1125, 1500, 2025)))
        fresh = self.view_of(self.first)
        edition = edition_of(programmes_known(fresh)[self.programme])
        confirm_step(self.site, run_row(run.id), fresh, index, edition, [], self.actor)
        sure = [call for call in self.known(self.first) if call.source.origin is Origin.MACHINE]
        self.assertEqual([call.use.call for call in sure], ["works"])
        for said, sentence in (
            ({"minutes": "-3"}, "above 0"),
            ({"minutes": "x"}, "above 0"),
            ({"ml-coffee": "1.5"}, "whole number"),
        ):
            with self.subTest(said=said), self.assertRaisesRegex(InvalidInput, sentence):
                now = self.view_of(self.first)
                correct_step(
                    self.site, run_row(run.id), now, index, edition_of(self.known(self.first)), said, self.actor
                )

    def test_a_call_is_the_same_in_a_file(self):
        """Every call of every programme that ships, written and read again; a whole programme too."""
        for kind in kinds().values():
            for programme in kind.programmes.values():
                for use in programme.calls:
                    self.assertEqual(use_from_file(use_as_file(use)), use)
                self.assertEqual(len(programme_as_file(programme)["calls"]), len(programme.calls))
        with self.assertRaisesRegex(InvalidInput, "does not take"):
            use_from_file({"call": "tip-out", "ml": 5})
        for unknown in ("fly", "listen"):
            with self.assertRaisesRegex(InvalidInput, "no call"):
                use_from_file({"call": unknown})
        self.assertIsNotNone(kind_text("service-menu-hall"))


class Manuals(DataTest):
    """Pages of a manual."""

    def test_kept_and_bounded(self):
        """A photo, a PDF; of no other sort, never more than there is room for; an undone one makes room."""
        first = machine(self.site.id, self.machine("First"))
        actor = Actor(NOW)
        add_page(first, picture(), "Page 12", actor)
        pdf = b"%PDF-1.4\n" + b"x" * 500 + b"\n%%EOF\n"
        name = add_page(first, pdf, "Programmes", actor)
        self.assertEqual(
            [(page.title, page.is_pdf) for page in manual_pages(first.id)], [("Page 12", False), ("Programmes", True)]
        )
        self.assertTrue(name.endswith(".pdf"))
        for data, title, said in (
            (b"hello", "x", "not a photo"),
            (pdf[:40], "x", "not whole"),
            (pdf, "", "missing"),
        ):
            with self.subTest(said=said), self.assertRaisesRegex(InvalidInput, said):
                add_page(first, data, title, actor)
        used = manual_bytes()
        with self.assertRaisesRegex(InvalidInput, "are left"):
            add_page(first, pdf, "Too much", actor, most_bytes=used + len(pdf) - 1)
        add_page(first, pdf, "Just", actor, most_bytes=used + len(pdf))
        undo(entries(first.id, limit=1)[0].id, actor)
        self.assertEqual(manual_bytes(), used)
