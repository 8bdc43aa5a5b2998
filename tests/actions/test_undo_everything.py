"""Whatever a keeper writes down about care and water moves dates, and undoing it restores every one exactly."""

from __future__ import annotations

from datetime import date, timedelta

from lamplight.actions.care import mark_done, note_event, note_part, note_prompt, prompt_gone, read_bar, switch_item
from lamplight.actions.hours import add_absence
from lamplight.actions.machines import LastDoneAnswer, declare_done, set_limit
from lamplight.actions.sites import add_closure
from lamplight.actions.undo import put_back, undo
from lamplight.actions.water import TypedTest, add_water_test, install_cartridge, set_up
from lamplight.core.assess import assess
from lamplight.core.water.cartridge import Cartridge
from lamplight.sight.actor import Actor
from lamplight.sight.kinds import kind_of
from lamplight.sight.machine_views import machine_views
from lamplight.store.books import book
from lamplight.store.models import Entry
from lamplight.store.sites import machine, the_site
from lamplight.store.waters import Setup
from tests.base import NOW, DataTest

HAND = Actor(NOW)
LATER = NOW + timedelta(hours=1)


class UndoEverything(DataTest):
    """One machine with hard water, its bar read once, everything done within the last weeks."""

    def setUp(self):
        """A month of readings."""
        super().setUp()
        self.tower = self.used_machine(
            kind="office-tower", done={"brew-tablet": 20, "descale": 40, "hoppers": 3, "grounds-drawer": 1}
        )
        self.row = machine(self.site.id, self.tower)
        add_water_test(self.site.id, TypedTest("mains", date(2026, 3, 2), 18.0, 14.0), NOW.date(), HAND)
        read_bar(self.row, "brew-tablet", 20, NOW - timedelta(days=6), HAND)

    def dues(self):
        """Every item as it stands a little later."""
        return self.view(self.tower, LATER).status.dues

    def moves_and_comes_back(self, act):
        """The act changes some due; undone, all are as before; put back, all are as after."""
        before = self.dues()
        act()
        after = self.dues()
        self.assertNotEqual(before, after)
        entry = Entry.select().order_by(Entry.id.desc()).first().id
        undo(entry, Actor(LATER))
        self.assertEqual(self.dues(), before)
        put_back(entry, Actor(NOW))
        self.assertEqual(self.dues(), after)

    def test_each(self):
        """Everything that has a form of its own."""
        row, site, day = self.row, self.site.id, NOW.date()
        acts = {
            "done": lambda: mark_done([(row, "hoppers")], NOW, HAND),
            "done on a date": lambda: declare_done(row, "descale", LastDoneAnswer(at=NOW), None, HAND),
            "prompt": lambda: note_prompt(row, "brew-tablet", NOW, HAND),
            "prompt gone": lambda: prompt_gone(row, "brew-tablet", HAND),
            "own limit": lambda: set_limit(row, "brew-tablet", "drinks", 400, "soft water", HAND),
            "own limit away": lambda: set_limit(row, "brew-tablet", "drinks", None, "", HAND),
            "bar": lambda: read_bar(row, "brew-tablet", 50, NOW, HAND),
            "water": lambda: add_water_test(site, TypedTest("mains", day, 9.0, 6.0), day, HAND),
            "cartridge": lambda: install_cartridge(row, Cartridge(1000, bypass=0.2), NOW, HAND),
            "set up": lambda: set_up(row, Setup("mains", "scale", 3), HAND),
            "first drink": lambda: note_event(row, "first-drink", NOW - timedelta(hours=2), HAND),
            "absence": lambda: add_absence(site, None, day + timedelta(days=1), day + timedelta(days=20), "", HAND),
            "switched off": lambda: switch_item(row, "hoppers", True, "the plumber does it", HAND),
        }
        for name, act in acts.items():
            with self.subTest(name):
                self.moves_and_comes_back(act)

    def test_what_is_kept_is_never_stale(self):
        """Looking at all machines keeps answers for a minute; a change moves its machine at once, the others not."""
        self.used_machine(name="Other")
        kept = {view.row.name: view.status for view in machine_views(the_site(), NOW)}
        mark_done([(self.row, "hoppers")], NOW, HAND)
        now = {view.row.name: view.status for view in machine_views(the_site(), NOW)}
        self.assertEqual(now["Counter A"].due("hoppers").last.at, NOW)
        self.assertIs(now["Other"], kept["Other"])
        for moment in (NOW + timedelta(seconds=70), NOW + timedelta(days=30)):
            for view in machine_views(the_site(), moment):
                self.assertEqual(view.status.dues, self.worked_out_afresh(view.row, moment))
        add_closure(self.site.id, NOW.date() + timedelta(days=1), NOW.date() + timedelta(days=40), "works", HAND)
        for view in machine_views(the_site(), NOW):
            self.assertEqual(view.status.dues, self.worked_out_afresh(view.row, NOW))

    def worked_out_afresh(self, row, moment):
        """The dues of a machine from its book alone, with nothing kept."""
        return assess(book(row.id), kind_of(row.kind), the_site().calendar, moment).dues

    def test_a_part(self):
        """A missing part is said on the page and gone with its entry."""
        note_part(self.row, "group", "broken", "a lug is off", HAND)
        self.assertIn("group", self.view(self.tower).status.book.missing)
        undo(Entry.select().order_by(Entry.id.desc()).first().id, HAND)
        self.assertNotIn("group", self.view(self.tower).status.book.missing)
