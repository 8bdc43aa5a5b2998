"""Copies that are whole or not there, and what is refused when one is put back."""

from __future__ import annotations

import os
import shutil
import sqlite3
import time
from datetime import date, datetime, timedelta
from unittest import mock

from lamplight.lines.daily_copy import back_up_once, newest_backup_in_words
from lamplight.store import backups, restoring
from lamplight.store.backups import BACKUP_FOLDER, back_up_daily, back_up_to, backups_in, photos_beside
from lamplight.store.database import data_file, photo_folder
from lamplight.store.files import write_whole
from lamplight.store.migrating import open_database
from lamplight.store.restoring import restore_book, restore_into
from lamplight.store.schema import examine
from lamplight.store.sites import the_site
from lamplight.store.trouble import DataFileProblem
from tests.base import NOW
from tests.store.test_data_file import Folder, OldFile


class Whole(Folder):
    """A copy has its name when it is finished, and nothing is left of one that failed."""

    def everything(self, folder):
        """Names of all that lies in a folder."""
        return sorted(str(path.relative_to(folder)) for path in folder.rglob("*"))

    def with_photo(self):
        """A photo beside the data file."""
        photo_folder().mkdir(exist_ok=True)
        write_whole(photo_folder() / "a.jpg", b"picture")

    def test_failed_ones_leave_nothing(self):
        """At any point: while the book is copied, when it is looked at, with the photos, at the name."""
        self.with_photo()
        self.other.mkdir()
        target = self.other / "copy.sqlite3"
        for place in ("examine", "put_in_place", "keep_private", "_link_or_copy"):
            with (
                self.subTest(place=place),
                mock.patch.object(backups, place, side_effect=OSError(28, "No space left on device")),
            ):
                with self.assertRaisesRegex(DataFileProblem, "disk is full"):
                    back_up_to(target)
                self.assertEqual(self.everything(self.other), [])
        back_up_to(target)
        self.assertEqual(self.everything(self.other), ["copy-photos", "copy-photos/a.jpg", "copy.sqlite3"])
        self.assertEqual(target.stat().st_mode & 0o777, 0o600)

    def test_failed_restores_leave_nothing(self):
        """Nor does a refused one; a folder that was there stays."""
        self.with_photo()
        copy = self.folder / "copy.sqlite3"
        back_up_to(copy)
        for there in (False, True):
            if there:
                self.other.mkdir()
            for room, place in ((restoring, "put_in_place"), (backups, "_link_or_copy")):
                full = mock.patch.object(room, place, side_effect=OSError(28, "No space left on device"))
                with full, self.assertRaisesRegex(DataFileProblem, "disk is full"):
                    restore_into(copy, self.other)
                self.assertEqual((self.other.exists(), self.everything(self.other)), (there, []))
        restore_into(copy, self.other)
        self.assertEqual((self.other / "photos" / "a.jpg").read_bytes(), b"picture")

    def test_odd_names(self):
        """Paths with signs that mean something in an address."""
        for name in ("a#b", "a?b", "a%20b", "a%b", "a b", "ä", "a'b", 'a"b', "file:x"):
            with self.subTest(name=name):
                copy = self.folder / name / f"{name}.sqlite3"
                back_up_to(copy)
                restore_into(copy, self.other / name)
                examine(data_file(self.other / name))

    def test_a_journal_that_belongs_to_it(self):
        """A data file that was copied by hand with its journal is read with what stands only there."""
        live = self.folder / "live"
        live.mkdir()
        writer = sqlite3.connect(data_file(self.folder))
        writer.execute("UPDATE site_version SET name = 'In the journal'")
        writer.commit()
        for suffix in ("", "-wal"):
            shutil.copyfile(f"{data_file(self.folder)}{suffix}", f"{live / 'hand.sqlite3'}{suffix}")
        writer.close()
        restore_into(live / "hand.sqlite3", self.other)
        self.reopen(self.other)
        self.assertEqual(the_site().name, "In the journal")


class Refused(Folder):
    """What is no backup of ours, told without a traceback and without a trace."""

    def test_what_is_not_a_backup(self):
        """Missing, empty, text, cut off, damaged inside, another program's, newer, a folder."""
        good = self.folder / "good.sqlite3"
        back_up_to(good)
        places = {
            name: self.folder / f"{name}.sqlite3" for name in ("empty", "text", "cut", "hurt", "foreign", "newer")
        }
        places["empty"].write_bytes(b"")
        places["text"].write_bytes(b"a shopping list, " * 100)
        places["cut"].write_bytes(good.read_bytes()[:20000])
        whole = bytearray(good.read_bytes())
        whole[8192:30000] = b"\xff" * (30000 - 8192)
        places["hurt"].write_bytes(whole)
        with sqlite3.connect(places["foreign"]) as raw:
            raw.execute("CREATE TABLE song (name TEXT)")
        shutil.copyfile(good, places["newer"])
        with sqlite3.connect(places["newer"]) as raw:
            raw.execute("INSERT INTO schema_migration (name, applied) VALUES ('9999_future', '2030-01-01')")
        for name, said in (
            ("empty", "is empty"), ("text", "not a Lamplight"), ("cut", "damaged"), ("hurt", "damaged"),
            ("foreign", "not a Lamplight"), ("newer", "newer Lamplight"),
        ):  # fmt: skip
            with self.subTest(name=name), self.assertRaisesRegex(DataFileProblem, said):
                restore_book(places[name], self.other)
            self.assertFalse(self.other.exists())
        for path in (self.folder / "absent", self.folder):
            with self.assertRaisesRegex(DataFileProblem, "no file at"):
                restore_book(path, self.other)

    def test_leftovers(self):
        """A journal without its file, of which SQLite would make part of the new one; photos of somebody else."""
        copy = self.folder / "copy.sqlite3"
        back_up_to(copy)
        self.other.mkdir()
        for name in ("lamplight.sqlite3-wal", "lamplight.sqlite3-journal", "photos"):
            left = self.other / name
            left.mkdir() if name == "photos" else left.write_bytes(b"left over")
            with self.subTest(name=name), self.assertRaisesRegex(DataFileProblem, "already"):
                restore_into(copy, self.other)
            self.assertFalse(data_file(self.other).exists())
            left.rmdir() if name == "photos" else left.unlink()

    def test_another_programs_data_folder(self):
        """Is not opened, migrated or backed up; it stays byte for byte."""
        self.other.mkdir()
        with sqlite3.connect(data_file(self.other)) as raw:
            raw.execute("CREATE TABLE song (name TEXT)")
        raw.close()
        before = data_file(self.other).read_bytes()
        with self.assertRaisesRegex(DataFileProblem, "Leave it where it is"):
            open_database(self.other)
        self.assertEqual(data_file(self.other).read_bytes(), before)


class Daily(OldFile):
    """By themselves, once a day, and not too many."""

    def test_once_a_day(self):
        """The second look makes none; a day later one more; old ones go, with their photos; others stay."""
        photo_folder().mkdir()
        write_whole(photo_folder() / "a.jpg", b"picture")
        by_hand = self.folder / BACKUP_FOLDER / "before-0009.sqlite3"
        back_up_to(by_hand)
        first = back_up_daily(self.folder, date(2026, 11, 1))
        self.assertIsNone(back_up_daily(self.folder, date(2026, 11, 1)))
        for day in range(2, 24):
            back_up_daily(self.folder, date(2026, 11, day))
        self.assertFalse(first.exists())
        self.assertFalse(photos_beside(first).exists())
        kept = backups_in(self.folder)
        self.assertIn(by_hand, [row.path for row in kept])
        self.assertEqual(len(list((self.folder / BACKUP_FOLDER).glob("*-photos"))), len(kept))
        self.assertEqual({row.day.day for row in kept if row.day}, {8, 15, *range(17, 24)})

    def test_after_somebody_pulled_the_plug(self):
        """Parts of an earlier hour go, what may be under way stays, photos without their book are no hindrance."""
        photo_folder().mkdir()
        write_whole(photo_folder() / "a.jpg", b"picture")
        copies = self.folder / BACKUP_FOLDER
        copies.mkdir()
        (copies / "daily-2026-11-01-photos").mkdir()
        (copies / ".daily-photos.ab.part").mkdir()
        for name, age in ((".old.part", 7200), (".fresh.part", 60)):
            for place in (copies, self.folder):
                (place / name).write_bytes(b"half")
                os.utime(place / name, (time.time() - age,) * 2)
        os.utime(copies / ".daily-photos.ab.part", (time.time() - 7200,) * 2)
        made = back_up_daily(self.folder, date(2026, 11, 1))
        self.assertEqual((photos_beside(made) / "a.jpg").read_bytes(), b"picture")
        left = sorted(path.name for place in (copies, self.folder) for path in place.glob(".*.part"))
        self.assertEqual(left, [".fresh.part"] * 2)

    def test_in_words(self):
        """How old the newest is, and a warning when it is too old."""
        now = datetime.now().astimezone()
        self.assertIn("no backup yet", newest_backup_in_words(self.folder, now))
        made = back_up_once(self.folder, now)
        self.assertIn(f"less than an hour old: {made}.", newest_backup_in_words(self.folder, now))
        self.assertIn("5 hours old", newest_backup_in_words(self.folder, now + timedelta(hours=5, minutes=5)))
        late = newest_backup_in_words(self.folder, now + timedelta(days=3, hours=1))
        self.assertIn("3 days old", late)
        self.assertIn("too old", late)

    def test_a_clock_that_runs_ahead_takes_no_copy_away(self):
        """The only copy with the facts is not too old because a computer says that it is 2036."""
        made = back_up_once(self.folder, NOW)
        back_up_once(self.folder, NOW + timedelta(days=3650))
        self.assertTrue(made.exists())
        self.assertEqual(len(backups_in(self.folder)), 2)

    def test_one_that_fails(self):
        """Is told in the server's log, and takes none of the older ones with it."""
        back_up_once(self.folder, NOW)
        with (
            mock.patch.object(backups, "examine", side_effect=DataFileProblem("hurt")),
            self.assertLogs("lamplight", "WARNING") as logged,
        ):
            self.assertIsNone(back_up_once(self.folder, NOW + timedelta(days=400)))
        self.assertIn("hurt", logged.output[0])
        self.assertEqual(len(backups_in(self.folder)), 1)

    def test_before_an_update(self):
        """The copy made before an update is never written over by another one."""
        self.old_file()
        old = data_file(self.other).read_bytes()
        for _ in range(2):
            data_file(self.other).write_bytes(old)
            self.reopen(self.other)
            for left in self.other.glob("lamplight.sqlite3-*"):
                left.unlink()
        names = sorted(path.name for path in (self.other / BACKUP_FOLDER).glob("before-*.sqlite3"))
        self.assertEqual(len(names), 2)
