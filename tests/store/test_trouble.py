"""Each trouble with the data file by its own sentence, told from what the system and SQLite really say."""

from __future__ import annotations

import errno
import sqlite3
import subprocess
import sys
import unittest
from unittest import mock

from peewee import SqliteDatabase

from lamplight.actions.sites import save_site
from lamplight.sight.actor import Actor
from lamplight.store.database import data_file, database, photo_folder, why_not_writable
from lamplight.store.migrating import open_database, schema_version
from lamplight.store.sites import the_site
from lamplight.store.trouble import BY_NAME, DataFileProblem, Trouble, trouble_of
from tests.base import NOW, WEEK
from tests.need import full_disk, only_readable
from tests.store.test_data_file import NEWEST, OldFile

OPEN = """
import sys
from pathlib import Path
from lamplight.store import schema
from lamplight.store.migrating import open_database
schema.MIGRATIONS = Path(sys.argv[2])
open_database(Path(sys.argv[1]))
"""


class Told(OldFile):
    """Made to happen, and told."""

    def refused(self, act):
        """What trouble an act ends in."""
        with self.assertRaises(Exception) as raised:
            act()
        return trouble_of(raised.exception)

    def write(self):
        """Any change that needs room."""
        for n in range(40):
            save_site(f"Works {n}" + "x" * 40, "Europe/Berlin", WEEK, Actor(NOW))

    def test_full(self):
        """What was there before can still be read."""
        with full_disk(self.folder):
            self.assertIs(self.refused(self.write), Trouble.FULL)
            self.assertRegex(the_site().name, "Works")

    def test_only_readable(self):
        """Opened and read, not written, and said so; an old one is not brought up to date."""
        with only_readable(self.folder):
            open_database(self.folder)
            self.assertEqual(the_site().name, "Test Works")
            self.assertIs(self.refused(self.write), Trouble.READ_ONLY)
            self.assertIs(why_not_writable(), Trouble.READ_ONLY)
        self.assertIsNone(why_not_writable())
        self.old_file()
        self.other.parent.chmod(0o755)
        with only_readable(self.other):
            self.assertIs(self.refused(lambda: open_database(self.other)), Trouble.READ_ONLY)

    def test_a_disk_that_can_only_be_read(self):
        """SQLite cannot open it: read all the same, unless the newest changes lie beside the file."""
        refused = sqlite3.OperationalError("unable to open database file")
        refused.sqlite_errorname = "SQLITE_CANTOPEN"
        with only_readable(self.folder), mock.patch.object(SqliteDatabase, "_connect", side_effect=refused):
            with database.connection_context():
                self.assertEqual(the_site().name, "Test Works")
            with mock.patch("lamplight.store.database._has_journal", return_value=True):
                self.assertIs(self.refused(database.connect), Trouble.READ_ONLY)
        with mock.patch.object(SqliteDatabase, "_connect", side_effect=refused):
            self.assertIs(self.refused(database.connect), Trouble.NO_RIGHTS)
        database.connect()

    def test_no_rights(self):
        """Not even to be read: nothing that invites deleting it."""
        with only_readable(self.folder, 0o000), self.assertRaisesRegex(DataFileProblem, "do not delete it"):
            open_database(self.folder)

    def test_busy(self):
        """Somebody else writes for longer than one waits."""
        database.close()
        database.init(str(data_file(self.folder)), pragmas={"busy_timeout": 1}, timeout=0.01)
        other = sqlite3.connect(data_file(self.folder))
        other.execute("BEGIN IMMEDIATE")
        self.assertIs(self.refused(self.write), Trouble.BUSY)
        other.close()

    def test_damaged_and_foreign(self):
        """By SQLite's own words."""
        for content, trouble in ((b"no database, " * 400, Trouble.FOREIGN), (self.hurt(), Trouble.DAMAGED)):
            self.other.mkdir(exist_ok=True)
            data_file(self.other).write_bytes(content)
            with self.subTest(trouble=trouble):
                self.assertIs(self.refused(lambda: (open_database(self.other), the_site())), trouble)

    def hurt(self):
        """The test's own file with rubbish in its middle."""
        database.execute_sql("PRAGMA wal_checkpoint(TRUNCATE)")
        whole = bytearray(data_file(self.folder).read_bytes())
        whole[4096:] = b"\xff" * (len(whole) - 4096)
        return bytes(whole)

    def test_many_starts_at_once(self):
        """Of an old file: one brings it up to date, the others wait, none stumbles."""
        self.old_file()
        database.close()
        command = [sys.executable, "-c", OPEN, str(self.other), str(self.migrations)]
        started = [subprocess.Popen(command, stderr=subprocess.PIPE, text=True) for _ in range(4)]
        told = [process.communicate()[1] for process in started]
        self.assertEqual([process.returncode for process in started], [0] * 4, told)
        self.reopen(self.other)
        self.assertEqual(schema_version(), NEWEST)
        self.assertEqual(len(list((self.other / "backups").glob("before-*.sqlite3"))), 1)

    def test_what_is_promised_of_the_disk(self):
        """Full (2): a commit waits until it is on the disk (sqlite.org/pragma.html, synchronous); foreign keys hold."""
        told = {name: database.pragma(name) for name in ("synchronous", "journal_mode", "foreign_keys")}
        self.assertEqual(told, {"synchronous": 2, "journal_mode": "wal", "foreign_keys": 1})

    def test_for_its_owner_alone(self):
        """A new file and an older one that everybody could read."""
        self.assertEqual(data_file(self.folder).stat().st_mode & 0o777, 0o600)
        self.assertEqual(self.folder.stat().st_mode & 0o077, 0)
        photo = photo_folder() / "a.jpg"
        photo.parent.mkdir()
        photo.write_bytes(b"picture")
        for path in (data_file(self.folder), photo):
            path.chmod(0o644)
        self.reopen(self.folder)
        for path in (data_file(self.folder), photo):
            self.assertEqual(path.stat().st_mode & 0o777, 0o600)


class Names(unittest.TestCase):
    """Sentences for all of them."""

    def test_each_says_what_to_do(self):
        """More than one sentence, none twice, and only one speaks of another program's file."""
        sentences = [trouble.value for trouble in Trouble if trouble is not Trouble.OTHER]
        self.assertEqual(len(set(sentences)), len(sentences))
        for sentence in sentences:
            self.assertRegex(sentence, r"\w+\. [A-Z]\w+ .*\w")
        self.assertEqual(sum("not a Lamplight" in sentence for sentence in sentences), 1)

    def test_from_the_system(self):
        """By the number that the system gives (errno.h), and none for what is not about the file."""
        self.assertIs(trouble_of(OSError(errno.ENOSPC, "")), Trouble.FULL)
        self.assertIs(trouble_of(OSError(errno.EROFS, "")), Trouble.READ_ONLY)
        self.assertIsNone(trouble_of(ValueError("x")))
        self.assertIsNone(trouble_of(OSError(errno.ECONNRESET, "")))

    def test_names_are_sqlites(self):
        """Each name begins one that this SQLite knows (sqlite3's own constants)."""
        known = [name for name in dir(sqlite3) if name.startswith("SQLITE_")]
        for begin, _ in BY_NAME:
            self.assertTrue(any(name.startswith(begin) for name in known), begin)
