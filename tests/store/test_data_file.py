"""The data file: migrations of filled old files, backup, restore, and the check."""

from __future__ import annotations

import shutil
import sqlite3
import subprocess
import sys
import tempfile
from datetime import timedelta
from pathlib import Path
from unittest import mock

from peewee import SqliteDatabase
from playhouse.test_utils import assert_query_count

from lamplight.actions.runs import answer_step, begin_run
from lamplight.actions.sites import save_site
from lamplight.actions.water import set_up
from lamplight.core.care.levels import Level
from lamplight.core.run.state import EventKind
from lamplight.sight.actor import Actor
from lamplight.sight.machine_views import machine_views
from lamplight.store import schema
from lamplight.store.backups import BACKUP_FOLDER, back_up_to
from lamplight.store.books import books
from lamplight.store.changes import changes_so_far
from lamplight.store.checking import problems_in
from lamplight.store.database import data_file, database
from lamplight.store.migrating import open_database, schema_version
from lamplight.store.models import (
    TABLES,
    CounterReading,
    Entry,
    MachineVersion,
)
from lamplight.store.restoring import restore_into
from lamplight.store.schema import MIGRATIONS, examine
from lamplight.store.sites import machine, the_site
from lamplight.store.trouble import DataFileProblem
from lamplight.store.waters import Setup, setups
from tests.base import NOW, WEEK, DataTest
from tests.need import only_readable


class Folder(DataTest):
    """A second folder beside the test's own."""

    def setUp(self):
        """Made anew for each test."""
        super().setUp()
        self._other = tempfile.TemporaryDirectory()
        self.addCleanup(self._other.cleanup)
        self.other = Path(self._other.name) / "data"

    def reopen(self, folder):
        """Open another folder's file."""
        database.close()
        open_database(folder)
        database.connect()


MADE_UP = '''"""Every machine gets a colour, and its table is made anew, as a later schema may well do."""


def up(migrator, db):
    """What undoes itself where it breaks off."""
    db.execute_sql("""CREATE TABLE "machine_anew" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "site_id" INTEGER NOT NULL REFERENCES "site" ("id"),
    "claimed" VARCHAR(255),
    "colour" TEXT NOT NULL DEFAULT 'plain')""")
    db.execute_sql('INSERT INTO "machine_anew" ("id", "site_id", "claimed") SELECT * FROM "machine"KEEP')
    db.execute_sql('DROP TABLE "machine"')
    db.execute_sql('ALTER TABLE "machine_anew" RENAME TO "machine"')
BREAKS
'''
NEWEST = 3


class OldFile(Folder):
    """A filled file of the first schema, in the hands of a Lamplight that knows a made-up third one."""

    def setUp(self):
        """A folder of migrations that holds one more."""
        super().setUp()
        own = tempfile.TemporaryDirectory()
        self.addCleanup(own.cleanup)
        self.migrations = Path(own.name)
        for path in MIGRATIONS.glob("0*.*"):
            shutil.copy(path, self.migrations)
        self.third()

    def third(self, keep="", breaks=""):
        """Write the third migration: which machines it keeps, and how it breaks."""
        text = MADE_UP.replace("KEEP", keep).replace("BREAKS", breaks)
        (self.migrations / "0003_colours.py").write_text(text, "utf-8")

    def old_file(self):
        """The test's own file with two used machines, in another folder; answers that folder."""
        self.used_machine(name="Hall", done={"brew-tablet": 8})
        self.used_machine(name="Lab", kind="office-tower")
        back_up_to(self.folder / "old.sqlite3")
        self.other.mkdir()
        (self.folder / "old.sqlite3").rename(data_file(self.other))
        patched = mock.patch.object(schema, "MIGRATIONS", self.migrations)
        patched.start()
        self.addCleanup(patched.stop)
        return self.other

    def lines(self):
        """How many lines each table of the other file holds, and the newest migration it has."""
        raw = sqlite3.connect(data_file(self.other))
        names = [row[0] for row in raw.execute("SELECT name FROM sqlite_master WHERE type = 'table'")]
        counts = {name: raw.execute(f'SELECT COUNT(*) FROM "{name}"').fetchone()[0] for name in names}
        raw.close()
        return counts


class Migrating(OldFile):
    """A filled file comes up to date with nothing lost, or stays as it was."""

    def test_comes_up_to_date(self):
        """Same number of lines in every table, foreign keys whole, the same dues; a copy was made before."""
        before = {view.row.name: view.status.dues for view in machine_views(the_site(), NOW)}
        self.old_file()
        expected = {view.row.name: view.status.dues for view in machine_views(the_site(), NOW)}
        self.assertNotEqual(expected, before)
        counts = self.lines()
        self.reopen(self.other)
        self.assertEqual(schema_version(), NEWEST)
        self.assertEqual(self.lines(), {**counts, "schema_migration": NEWEST})
        self.assertEqual(database.execute_sql('SELECT DISTINCT "colour" FROM "machine"').fetchall(), [("plain",)])
        self.assertEqual(problems_in(), [])
        self.assertEqual({view.row.name: view.status.dues for view in machine_views(the_site(), NOW)}, expected)
        copies = list((self.other / BACKUP_FOLDER).glob("before-*.sqlite3"))
        self.assertEqual([path.name for path in copies], ["before-0003_colours.sqlite3"])
        examine(copies[0])

    def test_changes_are_counted_still(self):
        """The table that was made anew has its triggers again."""
        self.old_file()
        self.reopen(self.other)
        before = changes_so_far(database)
        database.execute_sql("UPDATE machine SET colour = 'red'")
        self.assertGreater(changes_so_far(database), before)

    def test_breaks_off(self):
        """Whatever goes wrong half-way, the file is as it was and comes up to date by the next start."""
        self.old_file()
        counts = self.lines()
        for wrong in ({"breaks": "    raise RuntimeError('pulled plug')"}, {"keep": " WHERE id = 1"}):
            self.third(**wrong)
            with (
                self.subTest(wrong=wrong),
                self.assertRaisesRegex(Exception, "pulled plug|would lose"),
            ):
                self.reopen(self.other)
            database.close()
            self.assertEqual(self.lines(), counts)
        self.third()
        self.reopen(self.other)
        self.assertEqual((schema_version(), problems_in()), (NEWEST, []))

    def test_killed(self):
        """The process goes in the middle of it: nothing of it is there."""
        self.old_file()
        counts = self.lines()
        self.third(breaks="    import os, signal\n    os.kill(os.getpid(), signal.SIGKILL)")
        database.close()
        script = (
            "import sys\nfrom pathlib import Path\nfrom lamplight.store import schema\n"
            "from lamplight.store.migrating import open_database\n"
            "schema.MIGRATIONS = Path(sys.argv[2])\nopen_database(Path(sys.argv[1]))"
        )
        done = subprocess.run([sys.executable, "-c", script, self.other, self.migrations], capture_output=True)
        self.assertEqual(done.returncode, -9, done.stderr)
        self.third()
        self.reopen(self.other)
        self.assertEqual(self.lines(), {**counts, "schema_migration": NEWEST})

    def test_from_before(self):
        """A file of the time before 1.0 is refused in words, and left as it is."""
        self.old_file()
        with sqlite3.connect(data_file(self.other)) as raw:
            raw.execute("UPDATE schema_migration SET name = '0001_first' WHERE name LIKE '0001%'")
        raw.close()
        before = data_file(self.other).read_bytes()
        with self.assertRaisesRegex(DataFileProblem, "from before version 1.0.*export its readings"):
            self.reopen(self.other)
        with self.assertRaisesRegex(DataFileProblem, "from before version 1.0"):
            examine(data_file(self.other))
        self.assertEqual(data_file(self.other).read_bytes(), before)

    def test_schema_matches_the_models(self):
        """A migrated empty file has exactly the columns that the models name."""
        for model in TABLES:
            columns = {column.name for column in database.get_columns(model._meta.table_name)}
            self.assertEqual(columns, {field.column_name for field in model._meta.sorted_fields}, model.__name__)

    def test_newer_and_foreign_files(self):
        """Refused with a sentence, left as they are."""
        self.old_file()
        with sqlite3.connect(data_file(self.other)) as raw:
            raw.execute("INSERT INTO schema_migration (name, applied) VALUES ('9999_future', '2030-01-01')")
        raw.close()
        with self.assertRaisesRegex(DataFileProblem, "newer Lamplight"):
            self.reopen(self.other)
        data_file(self.other).write_bytes(b"not a database at all, " * 100)
        with self.assertRaisesRegex(DataFileProblem, "not a Lamplight data file"):
            self.reopen(self.other)


class Levels(Folder):
    """The second migration: how much care a machine gets."""

    def test_those_that_are_there_get_the_usual(self):
        """A file from before says nothing of levels; every set-up keeps what it said, and care is usual."""
        hall = self.used_machine(name="Hall")
        set_up(machine(self.site.id, hall), Setup("well", window_days=5), Actor(NOW))
        back_up_to(self.folder / "old.sqlite3")
        self.other.mkdir()
        (self.folder / "old.sqlite3").rename(data_file(self.other))
        with sqlite3.connect(data_file(self.other)) as raw:
            raw.execute("ALTER TABLE setup_version DROP COLUMN level")
            raw.execute("DELETE FROM schema_migration WHERE name LIKE '0002%'")
        raw.close()
        self.reopen(self.other)
        self.assertEqual(setups()[hall], Setup("well", window_days=5, level=Level.USUAL))
        set_up(machine(self.site.id, hall), Setup("well", level=Level.LEAST), Actor(NOW))
        self.assertEqual(books([hall])[hall].level, Level.LEAST)
        self.assertEqual(problems_in(), [])


class Backups(Folder):
    """A copy while it runs; a restored folder knows every due again."""

    def test_round_trip(self):
        """Every due before and after, an open run included, and a write going on meanwhile."""
        first = self.used_machine(done={"brew-tablet": 8, "group-rinse": 3})
        self.used_machine(name="B", kind="office-tower", per_day=60, done={"brew-tablet": 2})
        run_id = begin_run(self.site, machine(self.site.id, first), "brew-tablet", Actor(NOW))
        answer_step(run_id, EventKind.ADVANCE, 0, Actor(NOW))
        before = {view.row.name: view.status.dues for view in machine_views(the_site(), NOW)}
        target = self.other.parent / "copy.sqlite3"
        writer = sqlite3.connect(data_file(self.folder))
        writer.execute("BEGIN IMMEDIATE")
        back_up_to(target)
        writer.rollback()
        writer.close()
        restore_into(target, self.other)
        self.reopen(self.other)
        views = machine_views(the_site(), NOW)
        self.assertEqual({view.row.name: view.status.dues for view in views}, before)
        self.assertEqual(next(view for view in views if view.row.id == first).run.state.index, 1)

    def test_refusals(self):
        """Onto a file, from nothing, from rubbish, into a used folder."""
        target = self.folder / "there.sqlite3"
        back_up_to(target)
        with self.assertRaisesRegex(DataFileProblem, "exists already"):
            back_up_to(target)
        with self.assertRaisesRegex(DataFileProblem, "no file at"):
            restore_into(self.folder / "absent.sqlite3", self.other)
        with self.assertRaisesRegex(DataFileProblem, "holds data already"):
            restore_into(target, self.folder)
        rubbish = self.folder / "rubbish.sqlite3"
        rubbish.write_bytes(target.read_bytes()[:5000])
        with self.assertRaisesRegex(DataFileProblem, "damaged"):
            restore_into(rubbish, self.other)


class Checking(DataTest):
    """What `lamplight check` finds."""

    def test_sound(self):
        """Nothing to say of a file that is."""
        self.used_machine()
        self.assertEqual(problems_in(), [])

    def test_disorder_and_orphans(self):
        """A counter that runs back, and a fact without its entry, put in past the application."""
        machine_id = self.used_machine(name="Hall")
        entry = Entry.select().first()
        at = NOW - timedelta(days=2, hours=1)
        CounterReading.create(entry=entry, machine=machine_id, at=at, value=1, source="typed")
        found = problems_in()
        self.assertTrue(any(said.startswith("Hall: the counter runs from") for said in found), found)
        database.pragma("foreign_keys", 0)
        database.execute_sql("UPDATE counter_reading SET entry_id = 99999 WHERE value = 1")
        database.pragma("foreign_keys", 1)
        self.assertTrue(any("counter_reading points to a entry" in said for said in problems_in()))

    def test_constraints_hold(self):
        """Foreign keys and checks are on."""
        from peewee import IntegrityError

        entry = Entry.select().first()
        machine_id = self.machine()
        with self.assertRaisesRegex(IntegrityError, "CHECK constraint failed: value >="):
            CounterReading.create(entry=entry, machine=machine_id, at=NOW, value=-1, source="typed")
        with self.assertRaisesRegex(IntegrityError, "FOREIGN KEY constraint failed"):
            MachineVersion.create(entry=entry, machine=9999, name="x", kind="office-tower")


class AtHand(Folder):
    """The connection of a thread that answers one request after the other."""

    def test_kept_as_long_as_the_file_lies_there(self):
        """The same for the next request; a new one where another file was put in its place."""
        database.at_hand()
        first = database.connection()
        database.at_hand()
        self.assertIs(database.connection(), first)
        shutil.copy(data_file(self.folder), self.folder / "copy")
        changed = sqlite3.connect(self.folder / "copy")
        changed.execute("UPDATE site_version SET name = 'Another one'")
        changed.commit()
        changed.close()
        (self.folder / "copy").rename(data_file(self.folder))
        database.at_hand()
        self.assertEqual(the_site().name, "Another one")

    def test_what_could_only_be_read_is_tried_again(self):
        """By the next request, somebody may have given the right to write."""
        refused = sqlite3.OperationalError("unable to open database file")
        refused.sqlite_errorname = "SQLITE_CANTOPEN"
        database.close()
        with only_readable(self.folder), mock.patch.object(SqliteDatabase, "_connect", side_effect=refused):
            database.at_hand()
            self.assertEqual(the_site().name, "Test Works")
        database.at_hand()
        save_site("New Works", "Europe/Berlin", WEEK, Actor(NOW))
        self.assertEqual(the_site().name, "New Works")


class Queries(DataTest):
    """Lists take a fixed number of queries."""

    def test_books_of_many_machines(self):
        """The same for two machines as for six."""
        counts = []
        for n in range(6):
            self.machine(f"M{n}")
            if n in (1, 5):
                with assert_query_count(22):
                    books()
                counts.append(n)
        self.assertEqual(counts, [1, 5])
