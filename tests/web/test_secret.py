"""The key that signs cookies: whole or not there, private, and replaced when it cannot be trusted."""

from __future__ import annotations

import tempfile
import threading
import unittest
from pathlib import Path
from unittest import mock

from lamplight.store import files
from lamplight.store.files import write_whole
from lamplight.web.secret import LENGTH, NAME, secret_key
from tests.base import WebTest, tested_app


class Key(unittest.TestCase):
    """In a folder of its own."""

    def setUp(self):
        """An empty folder."""
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)

    def test_made_once(self):
        """As long as it must be, for its owner's eyes, the same every time; by many starts at once one."""
        keys: set[bytes] = set()
        starts = [threading.Thread(target=lambda: keys.add(secret_key(self.folder))) for _ in range(8)]
        for start in starts:
            start.start()
        for start in starts:
            start.join()
        self.assertEqual((len(keys), len(next(iter(keys)))), (1, LENGTH))
        self.assertEqual((self.folder / NAME).stat().st_mode & 0o777, 0o600)
        self.assertEqual([path.name for path in self.folder.iterdir()], [NAME])

    def test_a_damaged_one_is_replaced(self):
        """Empty, or short: said so; a whole one that others could read becomes private and stays."""
        for damaged in (b"", b"x" * (LENGTH - 1)):
            (self.folder / NAME).write_bytes(damaged)
            with self.assertLogs("lamplight", "WARNING") as told:
                key = secret_key(self.folder)
            self.assertIn("everybody signs in again", told.output[0])
            self.assertEqual((len(key), secret_key(self.folder)), (LENGTH, key))
        (self.folder / NAME).chmod(0o644)
        self.assertEqual(secret_key(self.folder), key)
        self.assertEqual((self.folder / NAME).stat().st_mode & 0o777, 0o600)

    def test_no_half_files(self):
        """When the disk is full at any point of writing, the old content stays and nothing lies beside it."""
        target = self.folder / "a"
        write_whole(target, b"old")
        for place in ("sync_file", "put_in_place"):
            with mock.patch.object(files, place, side_effect=OSError(28, "full")), self.assertRaises(OSError):
                write_whole(target, b"new", replace=True)
        with self.assertRaises(FileExistsError):
            write_whole(target, b"new")
        self.assertEqual((target.read_bytes(), [path.name for path in self.folder.iterdir()]), (b"old", ["a"]))


class Sessions(WebTest):
    """What a new key means."""

    def test_cookies_of_the_old_key_count_for_nothing(self):
        """Nobody is taken for who they were."""
        self.post("/people", {"initials": "AB", "name": "Ada Brook"})
        self.shows(self.get("/people"), "you, in this browser")
        (self.folder / NAME).write_bytes(b"")
        cookie = self.client.get_cookie("lamplight").value
        with self.assertLogs("lamplight", "WARNING"):
            client = tested_app(self.folder, self.clock, testing=True).test_client()
        client.set_cookie("lamplight", cookie)
        self.hides(client.get("/people").get_data(as_text=True), "you, in this browser")
