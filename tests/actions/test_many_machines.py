"""Many machines: the first of them in the order of their books, whatever is remembered; nothing stale, nothing lost."""

from __future__ import annotations

import random
import unittest
from datetime import timedelta

from lamplight.actions.care import mark_done
from lamplight.actions.entries import write_entry
from lamplight.actions.machines import MachineFields, NewMachine, add_machine
from lamplight.actions.sites import add_closure
from lamplight.core.care.status import Status
from lamplight.library import catalogue
from lamplight.sight import machine_views
from lamplight.sight.actor import Actor
from lamplight.sight.cache import forget
from lamplight.sight.standings import Standing
from lamplight.store.changes import UNBOOKED, edition
from lamplight.store.database import database
from lamplight.store.day_cache import FILE, keep_day, read_day
from lamplight.store.models import TABLES, CareDone
from lamplight.store.sites import machine, the_site
from tests.base import NOW, DataTest

KINDS = sorted(catalogue.kinds())
COUNT = 22


class ManyTest(DataTest):
    """Twenty-two machines of all kinds, of which six are taken for as many as a page holds."""

    def setUp(self):
        super().setUp()
        chance = random.Random(4)
        with database.atomic():
            for n in range(COUNT):
                kind = catalogue.kinds()[KINDS[n % len(KINDS)]]
                # Some have much to do, some nothing, some only at closing.
                fields = MachineFields(f"M{n:02}", kind.key, guess_per_day=30.0)
                begun = Actor(NOW - timedelta(days=20))
                number = add_machine(self.site.id, fields, NewMachine({"drinks": 1000}), begun)
                entry = write_entry("done", "as told", begun, number)
                for item in kind.items:
                    at = NOW - timedelta(hours=chance.choice((1, 2, 30, 70, 400)))
                    CareDone.create(entry=entry, machine=number, item=item.key, at=at)
        self.patch(machine_views, "ALL_LOOKED_INTO", 6)
        self.patch(machine_views, "MOST_LOOKED_INTO", COUNT)
        self.addCleanup(forget)
        forget()

    def patch(self, module, name, value):
        """Let a bound be another for the time of the test."""
        was = getattr(module, name)
        setattr(module, name, value)
        self.addCleanup(setattr, module, name, was)

    def order(self, now=NOW):
        """Names as they stand on pages."""
        return [view.row.name for view in machine_views.machine_views(the_site(), now)]

    def truth(self, now=NOW):
        """The same with every book looked into."""
        bound = machine_views.ALL_LOOKED_INTO
        machine_views.ALL_LOOKED_INTO = 1000
        forget()
        try:
            return self.order(now)
        finally:
            machine_views.ALL_LOOKED_INTO = bound
            forget()

    def all(self):
        """Views of all machines."""
        return machine_views.machine_views(the_site(), NOW)


class Many(ManyTest):
    """Their order, and what it rests on."""

    def test_the_first_are_the_first(self):
        """At every hour of the day, before closing and after, the first page is that of the books themselves."""
        machine_views.find_out(the_site(), NOW)
        for hours in (-11, 0, 5, 8):
            now = NOW + timedelta(hours=hours)
            truth = self.truth(now)
            machine_views.find_out(the_site(), now)
            with self.subTest(now=now):
                self.assertEqual(self.order(now)[:6], truth[:6])
                self.assertEqual(sorted(self.order(now)), sorted(truth))

    def test_only_some_books_are_read(self):
        """The others stay closed until somebody asks."""
        machine_views.find_out(the_site(), NOW)
        forget()
        views = machine_views.machine_views(the_site(), NOW)
        self.assertLess(sum("looked" in view.__dict__ for view in views), COUNT)
        self.assertEqual(views[-1].status.worst, self.view(views[-1].row.id).status.worst)

    def test_a_bound_is_a_bound(self):
        """No machine is more urgent at any minute before than its standing says."""
        machine_views.find_out(the_site(), NOW)
        views = machine_views.machine_views(the_site(), NOW)
        closing = self.calendar.closing(self.calendar.today(NOW))
        for view in views:
            for now in (NOW, NOW + timedelta(hours=2), closing - timedelta(minutes=2)):
                status = self.view(view.row.id, now).status.worst
                self.assertLessEqual(status, view.standing[0], f"{view.row.name} {view.row.kind} {now}")

    def test_after_a_change(self):
        """What was done moves its machine, and only that is worked out anew."""
        machine_views.find_out(the_site(), NOW)
        first = machine_views.machine_views(the_site(), NOW)[0]
        keys = [due.item.key for due in first.status.dues if due.pressing]
        row = machine(self.site.id, first.row.id)
        later = NOW + timedelta(minutes=1)
        mark_done([(row, key) for key in keys], NOW, Actor(later))
        counted = []
        work = machine_views._standing
        self.patch(machine_views, "_standing", lambda *given: counted.append(given[0].id) or work(*given))
        order = self.order(later)
        self.assertEqual(set(counted), {first.row.id})
        self.assertEqual(order[:6], self.truth(later)[:6])

    def test_time_is_bounded(self):
        """Nothing known and no time: the page comes, says how many are left, and later looks fill it in."""
        site = the_site()
        self.assertEqual(machine_views.find_out(site, NOW, 0.0), COUNT)
        was = machine_views._known_standings
        self.patch(machine_views, "_known_standings", lambda *given: {})
        views = self.all()
        self.assertEqual((len(views), machine_views.still_to_look_at(views)), (COUNT, COUNT))
        machine_views._known_standings = was
        self.assertEqual(machine_views.find_out(site, NOW), 0)
        views = machine_views.machine_views(site, NOW + timedelta(minutes=1))
        self.assertEqual(machine_views.still_to_look_at(views), 0)


class CacheFile(ManyTest):
    """The file beside the data may be thrown away, cut short or foreign at any time."""

    def looks(self):
        """How many standings are worked out by a look after a start."""
        forget()
        counted = []
        work = machine_views._standing
        machine_views._standing = lambda *given: counted.append(1) or work(*given)
        try:
            machine_views.find_out(the_site(), NOW)
        finally:
            machine_views._standing = work
        return len(counted)

    def test_spares_the_work_after_a_start(self):
        """Nothing is worked out twice on one day; all is after the file is gone, cut, or of other rules."""
        self.assertEqual((self.looks(), self.looks()), (COUNT, 0))
        file = self.folder / FILE
        file.unlink()
        self.assertEqual((self.looks(), self.looks()), (COUNT, 0))
        file.write_bytes(file.read_bytes()[:1000])
        self.assertEqual(self.looks(), COUNT)
        file.write_text("nothing of the kind")
        self.assertEqual(self.looks(), COUNT)

    def test_not_for_another_stamp(self):
        """What was kept for another day, file or edition of the rules is not read, and goes with the next write."""
        folder = self.folder / "apart"
        folder.mkdir()
        keep_day(folder, "one", {1: ("0.1", [3, 1, 3, 1, 0])})
        self.assertEqual(read_day(folder, "one"), {1: ("0.1", [3, 1, 3, 1, 0])})
        self.assertEqual(read_day(folder, "two"), {})
        keep_day(folder, "two", {2: ("0.1", [0, 0, 0, 0, 0])})
        self.assertEqual((read_day(folder, "one"), len(read_day(folder, "two"))), ({}, 1))

    def test_what_concerns_all(self):
        """A closed day is written for no machine: all are worked out anew."""
        self.looks()
        today = self.calendar.today(NOW)
        add_closure(self.site.id, today + timedelta(days=3), today + timedelta(days=3), "Inventory", Actor(NOW))
        self.assertEqual(self.looks(), COUNT)

    def test_standing(self):
        """Until closing and until midnight."""
        standing = Standing(Status.SOON, False, Status.DUE, True, 0)
        self.assertEqual((standing.until(False), standing.until(True)), ((Status.SOON, False), (Status.DUE, True)))


class Counts(DataTest):
    """What counts for whom."""

    def test_no_book_rests_on_these(self):
        """A line that says nothing of a machine's book leaves all machines as they are; that it is undone counts."""
        hall = self.machine()
        names = {table._meta.table_name for table in TABLES}
        self.assertLessEqual(set(UNBOOKED), names)
        before = edition(database)
        database.execute_sql(
            "INSERT INTO entry (kind, at, recorded_at, summary, note) VALUES ('x', '2026', '2026', '', '')"
        )
        number = database.execute_sql("SELECT MAX(id) FROM entry").fetchone()[0]
        written = edition(database)
        self.assertEqual(written.of_machine(hall), before.of_machine(hall))
        self.assertNotEqual(written.whole, before.whole)
        database.execute_sql("UPDATE entry SET undone_at = '2026' WHERE id = ?", (number,))
        self.assertNotEqual(edition(database).of_machine(hall), written.of_machine(hall))


if __name__ == "__main__":
    unittest.main()
