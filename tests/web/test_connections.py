"""A thread keeps its connection to the data file from request to request: no page may leave it looking at the past."""

from __future__ import annotations

import sqlite3

from lamplight.store.database import data_file, database
from tests.base import WebTest
from tests.draw import drawn
from tests.made_demo import copied_demo, demo_folder


class LookingBack(WebTest):
    """On the demo, while somebody else writes."""

    with_site = False

    def setUp(self):
        """The demo in the place of the empty file."""
        demo_folder()  # making it opens a file of its own, so it comes before ours
        super().setUp()
        database.close()
        copied_demo(self.folder)
        self.other = sqlite3.connect(data_file(self.folder), isolation_level=None, timeout=0)
        self.addCleanup(self.other.close)

    def test_no_page_holds_on_to_what_it_read(self):
        """After each page, all that was written can go from the journal into the file: nobody reads an old state."""
        pages = [rule for rule in self.app.url_map.iter_rules() if "GET" in rule.methods]
        paths = {rule.rule.replace("<int:machine_id>", "3") for rule in pages}
        looked_at = sorted(path for path in paths if "<" not in path)
        self.assertGreater(len(looked_at), 60)
        for n, path in enumerate(drawn(looked_at, 24)):
            self.other.execute(f"PRAGMA user_version = {n}")  # no page rests on that one
            with self.subTest(path=path):
                self.assertLess(self.client.get(path).status_code, 500)
                busy, written, moved = self.other.execute("PRAGMA wal_checkpoint(TRUNCATE)").fetchone()
                self.assertEqual((busy, written), (0, moved))
