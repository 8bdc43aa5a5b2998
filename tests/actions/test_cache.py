"""What is kept in memory is never old: by the counts in the data file, within one process and across two."""

from __future__ import annotations

import subprocess
import sys
from datetime import timedelta
from itertools import permutations

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from lamplight.actions.care import mark_done
from lamplight.actions.undo import put_back, undo
from lamplight.sight import cache
from lamplight.sight.actor import Actor
from lamplight.sight.machine_views import machine_view, machine_views
from lamplight.store.backups import back_up_to
from lamplight.store.changes import EVERYTHING, UNCOUNTED, edition
from lamplight.store.database import database
from lamplight.store.models import TABLES, Change, Entry
from lamplight.store.restoring import restore_book
from lamplight.store.sites import machine, the_site
from tests.base import NOW, DataTest
from tests.draw import LONG

ACTOR = Actor(NOW)
WRITES = """
import sys
from datetime import datetime, timedelta, timezone
from pathlib import Path
from lamplight.actions.care import mark_done
from lamplight.actions.entries import Actor
from lamplight.store.database import database
from lamplight.store.migrating import open_database
from lamplight.store.sites import machine, the_site
open_database(Path(sys.argv[1]))
with database.connection_context():
    now = datetime.fromisoformat(sys.argv[2])
    mark_done([(machine(the_site().id, int(sys.argv[3])), "group-rinse")], now, Actor(now))
"""


class Fresh(DataTest):
    """A machine whose rinses were written down on twelve days."""

    def setUp(self):
        """The oldest rinse first."""
        super().setUp()
        self.hall = self.used_machine()
        self.row = machine(self.site.id, self.hall)
        for back in range(12, 0, -1):
            mark_done([(self.row, "group-rinse")], NOW - timedelta(days=back), ACTOR)
        rinses = Entry.select().where(Entry.kind == "done").order_by(Entry.id)
        self.rinses = [entry.id for entry in rinses]

    def last(self):
        """When the group was rinsed last, as the pages see it."""
        return self.due(self.hall, "group-rinse").last.at

    def truth(self):
        """The same, with nothing remembered."""
        cache.forget()
        return self.last()

    def test_undone_and_put_back_in_any_order(self):
        """A sum of the undone ids cannot tell 9 and 12 from 15 (81 + 144 = 225): a count can."""
        nine, twelve, fifteen = self.rinses[-3:]
        for order in permutations((nine, twelve, fifteen)):
            for entry in order:
                undo(entry, ACTOR)
                self.assertEqual(self.last(), self.truth())
            for entry in order:
                put_back(entry, Actor(NOW))
                self.assertEqual(self.last(), self.truth())

    @settings(max_examples=25 if LONG else 12, deadline=None, derandomize=True, suppress_health_check=list(HealthCheck))
    @given(st.lists(st.tuples(st.integers(0, 11), st.booleans()), max_size=10))
    def test_law(self, steps):
        """After any undoing and looking, what is remembered is what would be worked out anew."""
        for which, looked in steps:
            entry = Entry.get_by_id(self.rinses[which])
            put_back(entry.id, Actor(NOW)) if entry.undone_at else undo(entry.id, ACTOR)
            if looked:
                self.last()
        self.assertEqual(self.last(), self.truth())

    def test_another_process(self):
        """It writes; the next look here sees it."""
        before = self.last()
        command = [sys.executable, "-c", WRITES, str(self.folder), NOW.isoformat(), str(self.hall)]
        subprocess.run(command, check=True)
        self.assertEqual(before, NOW - timedelta(days=1))
        self.assertEqual(self.last(), NOW)

    def test_what_is_taken_back(self):
        """Seen inside a transaction that fails: nothing of it is remembered, though the next write has its count."""
        before = self.last()

        class Broken(Exception):
            pass

        with self.assertRaises(Broken), database.atomic():
            mark_done([(self.row, "group-rinse")], NOW, ACTOR)
            self.assertEqual(self.last(), NOW)
            raise Broken
        self.assertEqual(self.last(), before)
        mark_done([(self.row, "group-rinse")], NOW - timedelta(hours=2), ACTOR)
        self.assertEqual(self.last(), NOW - timedelta(hours=2))

    def test_a_backup_in_the_place_of_the_file(self):
        """Put back under the same path, and changed as often as the file before it: still another file."""
        target = self.folder / "backup" / "kept.sqlite3"
        target.parent.mkdir()
        back_up_to(target)
        undo(self.rinses[-1], ACTOR)
        self.assertEqual(self.last(), NOW - timedelta(days=2))
        database.close()
        for file in self.folder.glob("*.sqlite3*"):
            file.unlink()
        restore_book(target, self.folder)
        database.connect(reuse_if_open=True)
        undo(self.rinses[0], ACTOR)
        self.assertEqual(self.last(), NOW - timedelta(days=1))

    def test_only_what_changed_is_read_again(self):
        """Another machine's book stays the very same object; what is written for nobody concerns all."""
        other = self.used_machine(name="Other")
        first = machine_view(the_site(), other, NOW).status.book
        mark_done([(self.row, "group-rinse")], NOW, ACTOR)
        self.assertIs(machine_view(the_site(), other, NOW).status.book, first)
        before = edition(database)
        database.execute_sql("INSERT INTO site DEFAULT VALUES")
        self.assertNotEqual(edition(database).of_machine(other), before.of_machine(other))

    def test_views_are_assembled_once(self):
        """The list and the single page share one view while nothing is written."""
        self.assertIs(machine_views(the_site(), NOW)[0], machine_view(the_site(), self.hall, NOW))


class Counting(DataTest):
    """Every table is counted, whoever writes."""

    def test_every_table(self):
        """Three triggers on each that the models know."""
        found = {row[0] for row in database.execute_sql("SELECT name FROM sqlite_master WHERE type = 'trigger'")}
        for model in TABLES:
            for action in ("insert", "update", "delete"):
                counted = model._meta.table_name not in UNCOUNTED
                self.assertEqual(f"count_{action}_{model._meta.table_name}" in found, counted)

    def test_by_hand(self):
        """A change by SQL counts as one of ours; reading counts nothing."""
        before = Change.get_by_id(EVERYTHING).number
        list(Entry.select())
        self.assertEqual(Change.get_by_id(EVERYTHING).number, before)
        database.execute_sql("UPDATE entry SET note = 'by hand'")
        self.assertGreater(Change.get_by_id(EVERYTHING).number, before)

    def test_nothing_is_said_inside_a_transaction(self):
        """What may still be taken back is no edition."""
        with database.atomic():
            self.assertIsNone(edition(database))
        self.assertEqual(edition(database).path, str(database.database))
