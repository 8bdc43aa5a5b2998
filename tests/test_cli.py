"""The command line, and the demo behind it."""

from __future__ import annotations

import re
import subprocess
import sys
import time
import unittest
import urllib.request
from datetime import timedelta
from pathlib import Path

from click.testing import CliRunner

from lamplight.actions.mail_settings import ServerFields, save_mail, save_wishes
from lamplight.actions.passphrases import is_right
from lamplight.actions.sign_in import account_of
from lamplight.actions.sites import save_site
from lamplight.cli import main
from lamplight.core.care.status import Status
from lamplight.core.mail.wishes import Wishes
from lamplight.demo.seed import MARK, prepare
from lamplight.sight.actor import Actor
from lamplight.simulators.mail_catcher import caught
from lamplight.store.database import data_file, database
from lamplight.store.migrating import open_database
from lamplight.store.plans import announced
from lamplight.store.sites import keepers
from tests.base import NOW, WEEK, DataTest
from tests.draw import drawn

ROOT = Path(__file__).resolve().parent.parent


class Commands(DataTest):
    """Each command on a small book."""

    def run_it(self, *words, code=0):
        """Run a command on the test's folder; answers what it said."""
        database.close()
        done = CliRunner(env={"LAMPLIGHT_NOW": NOW.isoformat()}).invoke(main, list(words), catch_exceptions=False)
        open_database(self.folder)
        database.connect(reuse_if_open=True)
        self.assertEqual(done.exit_code, code, done.output)
        return done.output

    def test_help_names_every_command(self):
        """What the issue of a command line is for."""
        said = self.run_it("--help")
        for word in (
            "serve",
            "demo",
            "add-keeper",
            "import-readings",
            "export",
            "backup",
            "restore",
            "check",
            "notify",
        ):
            self.assertIn(word, said)

    def test_notify(self):
        """As from cron: one turn, and what it did."""
        self.used_machine(name="Hall", done={"brew-tablet": 40})
        save_mail(self.site, ServerFields("catcher"), self.folder, Actor(NOW - timedelta(hours=1)))
        wishes = Wishes(True, 12 * 60, False)
        save_wishes(self.site, None, "ann@example.org", wishes, Actor(NOW - timedelta(hours=1)))
        self.assertIn("1 sent", self.run_it("notify", "--data", str(self.folder)))
        self.assertIn("0 sent", self.run_it("notify", "--data", str(self.folder)))
        self.assertEqual([mail.recipient for mail in caught(self.folder)], ["ann@example.org"])
        self.assertIsNotNone(announced(self.site.id))

    def test_add_keeper(self):
        """A keeper may sign in afterwards; a short passphrase is refused, and nobody is added by it."""
        data = ("--data", str(self.folder))
        short = self.run_it("add-keeper", *data, "Ann Berg", "--passphrase", "short", code=1)
        self.assertIn("passphrase", short)
        self.assertEqual([row.name for row in keepers()], [])
        self.assertIn("may sign in", self.run_it("add-keeper", *data, "Ann Berg", "--passphrase", "a long enough one"))
        self.assertIn("may sign in", self.run_it("add-keeper", *data, "ann berg", "--passphrase", "another long one"))
        self.assertEqual([(row.name, row.initials) for row in keepers()], [("Ann Berg", "AB")])
        self.assertFalse(is_right(account_of("Ann Berg")[1], "a long enough one"))
        self.assertTrue(is_right(account_of("Ann Berg")[1], "another long one"))

    def test_import_export_check_backup_restore(self):
        """One after the other, as a keeper would."""
        self.machine("Hall", counter=2000)
        table = self.folder / "old.csv"
        table.write_text("machine;counter;time;value\nHall;drinks;2026-11-02;1.200\n")
        data = ("--data", str(self.folder))
        self.assertIn("1 new readings; 0 were", self.run_it("import-readings", *data, str(table)))
        self.assertIn("0 new readings; 1 were", self.run_it("import-readings", *data, str(table)))
        table.write_text("machine;counter;time;value\nHall;drinks;2026-11-02;1.300\n")
        self.assertIn("line 2, value", self.run_it("import-readings", *data, str(table), code=1))
        self.assertIn("Hall,drinks,2026-11-02 07:00:00+01:00,1200", self.run_it("export", *data))
        save_site("Harbour Hall", "UTC", WEEK, Actor(NOW), another=True)
        self.assertIn("Say --site and one of: Test Works, Harbour Hall.", self.run_it("export", *data, code=1))
        self.assertNotIn("Hall,", self.run_it("export", *data, "--site", "harbour hall"))
        self.assertIn("0 new", self.run_it("import-readings", *data, "--site", "Test Works", str(self.sound(table))))
        self.assertIn("is sound", self.run_it("check", *data))
        copy = self.run_it("backup", *data).strip()
        self.assertTrue(Path(copy).is_file())
        elsewhere = self.folder / "elsewhere"
        self.assertIn("Restored", self.run_it("restore", copy, str(elsewhere)))
        self.assertIn("holds data already", self.run_it("restore", copy, str(elsewhere), code=1))
        self.assertIn("no data in", self.run_it("check", "--data", str(self.folder / "none"), code=1))

    def sound(self, table):
        """A file whose line is in the book already."""
        table.write_text("machine;counter;time;value\nHall;drinks;2026-11-02;1.200\n")
        return table

    def test_only_loopback(self):
        """Any other address is refused with a sentence."""
        for host in ("0.0.0.0", "192.168.1.5", "::"):
            said = self.run_it("serve", "--data", str(self.folder), "--host", host, code=1)
            self.assertIn("does not listen on", said)


class Demo(DataTest):
    """Lively on any day, left alone once somebody wrote in it."""

    with_site = False

    def dues(self, now):
        """Statuses of every item in the demo."""
        from lamplight.sight.machine_views import machine_views
        from lamplight.store.sites import the_site

        return [due.status for view in machine_views(the_site(), now) for due in view.status.dues]

    def prepared(self, now, fresh=False):
        """Prepare and open it."""
        database.close()
        prepare(self.folder, now, fresh)
        open_database(self.folder)
        database.connect(reuse_if_open=True)

    def test_lively_on_any_day(self):
        """Something due or overdue, something soon, something clear; on a Sunday, at night, before opening, too."""
        from lamplight.store.checking import problems_in

        for hours in drawn((0, 5 * 24, -10, 16, 33 * 24 - 12), 1):
            now = NOW + timedelta(hours=hours)
            with self.subTest(now=now):
                self.prepared(now, fresh=True)
                found = self.dues(now)
                self.assertTrue(any(status >= Status.DUE for status in found), found)
                self.assertIn(Status.CLEAR, found)
                self.assertEqual(problems_in(), [])

    def test_reseeds_only_when_old_and_untouched(self):
        """The mark's day and the newest entry decide."""
        from lamplight.actions.sites import save_keeper
        from lamplight.sight.actor import Actor

        self.prepared(NOW)
        first = (self.folder / MARK).read_text()
        self.prepared(NOW + timedelta(hours=3))
        self.assertEqual((self.folder / MARK).read_text(), first)
        self.prepared(NOW + timedelta(days=1))
        second = (self.folder / MARK).read_text()
        self.assertNotEqual(second, first)
        save_keeper("Somebody", "SB", Actor(NOW))
        self.prepared(NOW + timedelta(days=9))
        self.assertEqual((self.folder / MARK).read_text(), second)


class Served(unittest.TestCase):
    """The real server, started as the README says."""

    def test_ready_line_and_health(self):
        """It prints its address, answers, and stops."""
        import tempfile

        with tempfile.TemporaryDirectory() as folder:
            words = [sys.executable, "-m", "lamplight", "serve", "--data", folder, "--port", "0"]
            server = subprocess.Popen(words, stdout=subprocess.PIPE, text=True, cwd=ROOT)
            try:
                address = re.fullmatch(r"Lamplight is ready at (http://127\.0\.0\.1:\d+/)\n", server.stdout.readline())[
                    1
                ]
                with urllib.request.urlopen(f"{address}healthz", timeout=10) as answer:
                    self.assertIn(b'"writable":true', answer.read())
                time.sleep(0.05)
                self.assertTrue(data_file(Path(folder)).exists())
            finally:
                server.terminate()
                server.wait(10)
                server.stdout.close()


if __name__ == "__main__":
    unittest.main()
