"""The data file: migrations of filled old files, backup, restore, and the check."""

from __future__ import annotations

import sqlite3
import tempfile
from datetime import timedelta
from pathlib import Path

from playhouse.test_utils import assert_query_count

from lamplight.actions.entries import Actor
from lamplight.actions.kinds import KINDS, kind_of
from lamplight.actions.machine_views import machine_views
from lamplight.actions.machines import MachineFields, change_machine
from lamplight.actions.procedures import procedure_for
from lamplight.actions.runs import Finish, answer_step, begin_run, finish_run
from lamplight.core.care.item import Start
from lamplight.core.errors import InvalidInput
from lamplight.core.keepers.rights import RoleAtSite
from lamplight.core.run.state import EventKind, Outcome
from lamplight.library.catalogue import kind_as_written_now
from lamplight.store.backups import BACKUP_FOLDER, back_up_to, restore_into
from lamplight.store.books import books
from lamplight.store.checking import problems_in
from lamplight.store.database import data_file, database
from lamplight.store.migrating import open_database, schema_version
from lamplight.store.models import (
    TABLES,
    CareDone,
    CartridgeInstallation,
    CounterReading,
    Entry,
    MachineVersion,
    SignIn,
)
from lamplight.store.passphrases import secrets_by_keeper
from lamplight.store.rights import roles_at
from lamplight.store.runs import open_runs
from lamplight.store.schema import MIGRATIONS
from lamplight.store.sites import keepers, machine, machines, the_site
from lamplight.store.trouble import DataFileProblem
from tests.base import NOW, DataTest
from tests.pace import said_to

OLD = Path(__file__).parent / "old"
NEWEST = max(int(path.name[:4]) for path in MIGRATIONS.glob("[0-9]*.py"))
# Before it nobody had a role, and everybody did everything.
ROLES_SINCE = 24


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


class OldFile(Folder):
    """Files of earlier schemas, each filled by the version of its time."""

    def old_file(self, version):
        """A file of an old schema, filled from its frozen text; answers its folder."""
        self.other = self.other.with_name(f"schema-{version}")
        self.other.mkdir()
        with sqlite3.connect(data_file(self.other)) as raw:
            raw.executescript((OLD / f"schema-{version}.sql").read_text("utf-8"))
        raw.close()
        return self.other


class Migrating(OldFile):
    """Old files, filled, come up to date with nothing lost."""

    def test_every_old_schema(self):
        """Same number of lines in every table, foreign keys whole, dues can be worked out."""
        for path in sorted(OLD.glob("schema-*.sql")):
            version = int(path.stem.split("-")[1])
            with self.subTest(schema=version):
                self.old_file(version)
                raw = sqlite3.connect(data_file(self.other))
                names = [row[0] for row in raw.execute("SELECT name FROM sqlite_master WHERE type = 'table'")]
                before = {name: raw.execute(f'SELECT COUNT(*) FROM "{name}"').fetchone()[0] for name in names}
                raw.close()
                self.reopen(self.other)
                self.assertEqual(schema_version(), NEWEST)
                asked = before.pop("prompt", 0) + before.pop("prompt_gone", 0)  # told as sightings since schema 7
                if "panel_sighting" in before:
                    before["panel_sighting"] += asked
                for name, count in before.items():
                    if name != "schema_migration":
                        now = database.execute_sql(f'SELECT COUNT(*) FROM "{name}"').fetchone()[0]
                        self.assertEqual((name, now), (name, count))
                self.assertEqual(problems_in(), [])
                views = machine_views(the_site(), NOW)
                self.assertTrue(views and views[0].status.dues)
                roles = roles_at(the_site().id)
                if version < ROLES_SINCE:
                    self.assertEqual(set(roles.values()) - {RoleAtSite.OWNER}, set())
                self.assertEqual(set(roles), {row.id for row in keepers()})
                self.assertTrue(list((self.other / BACKUP_FOLDER).glob("before-*.sqlite3")))

    def test_twins_of_an_older_time(self):
        """Two machines of one name stay; each can be renamed, and neither takes the other's. Sign-ins begin anew."""
        self.old_file(7)
        self.reopen(self.other)
        site = the_site()
        first, second = (row for row in machines(site.id) if row.name == "Twin")
        with self.assertRaisesRegex(InvalidInput, "already"):
            change_machine(site.id, second, MachineFields("Twin", second.kind), False, Actor(NOW))
        change_machine(site.id, second, MachineFields("Other", second.kind), False, Actor(NOW))
        change_machine(site.id, first, MachineFields("Twin", first.kind, place="Hall"), False, Actor(NOW))
        self.assertEqual(sorted(row.name for row in machines(site.id)), ["Hall", "Other", "Twin"])
        self.assertEqual((SignIn.select().count(), len(secrets_by_keeper())), (0, 1))

    def test_what_never_happened_before(self):
        """What was said when a machine was added is no deed; what a change brought along follows the one before it."""
        self.old_file(9)
        self.reopen(self.other)
        starts = {row.item: (row.start, row.at) for row in CareDone.select().where(CareDone.machine == 1)}
        added = NOW - timedelta(days=50)
        self.assertEqual(starts["grease"], (Start.OWED.value, added))
        self.assertEqual(starts["grounds-drawer"], (Start.COUNTED.value, added))
        self.assertEqual(starts["descale"][0], Start.DONE.value)
        self.assertEqual(starts["brew-tablet"], (Start.DONE.value, None))
        fits = [row.as_before for row in CartridgeInstallation.select().order_by(CartridgeInstallation.id)]
        self.assertEqual(fits, [False, True, False])

    def test_runs_and_kinds_of_before_programmes(self):
        """An open run goes on by its own snapshot to its end; own kinds and procedures are read as they were meant."""
        self.old_file(10)
        self.reopen(self.other)
        going = open_runs()
        self.assertTrue(going)
        for run in going:
            before, at = run.state, NOW
            self.assertEqual([step.asks_if_soon for step in before.procedure.steps if step.asks_if_soon], [])
            row = run
            while row.state.step is not None:
                row = answer_step(run.id, EventKind.ADVANCE, row.state.index, Actor(at), said_to(row.state))
            ended = finish_run(run.id, row.state.index, Finish(None, 0), the_site(), Actor(at))
            self.assertEqual(ended.state.outcome, Outcome.FINISHED)
            self.assertEqual(ended.state.inside, ())
        own = kind_of("removable-tabletop-2")
        self.assertEqual(sorted(own.programmes), ["descale", "tablet"])
        self.assertTrue([outlet for outlet in own.outlets if outlet.valve])
        titles = [step.title for step in procedure_for(own, "descale").steps]
        self.assertEqual(titles.count("Open the steam valve"), titles.count("Close the steam valve"))
        self.assertGreater(titles.count("Open the steam valve"), 1)
        self.assertIn("programmes:", kind_as_written_now(KINDS.own("removable-tabletop-2")))
        self.assertTrue(procedure_for(own, "milk-rinse-2").steps)
        self.assertEqual(problems_in(), [])

    def test_schema_matches_the_models(self):
        """A migrated empty file has exactly the columns that the models name."""
        for model in TABLES:
            columns = {column.name for column in database.get_columns(model._meta.table_name)}
            self.assertEqual(columns, {field.column_name for field in model._meta.sorted_fields}, model.__name__)

    def test_newer_and_foreign_files(self):
        """Refused with a sentence, left as they are."""
        self.old_file(1)
        with sqlite3.connect(data_file(self.other)) as raw:
            raw.execute("INSERT INTO schema_migration (name, applied) VALUES ('9999_future', '2030-01-01')")
        raw.close()
        with self.assertRaisesRegex(DataFileProblem, "newer Lamplight"):
            self.reopen(self.other)
        data_file(self.other).write_bytes(b"not a database at all, " * 100)
        with self.assertRaisesRegex(DataFileProblem, "not a Lamplight data file"):
            self.reopen(self.other)


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
        with self.assertRaises(IntegrityError):
            CounterReading.create(entry=entry, machine=machine_id, at=NOW, value=-1, source="typed")
        with self.assertRaises(IntegrityError):
            MachineVersion.create(entry=entry, machine=9999, name="x", kind="office-tower")


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
