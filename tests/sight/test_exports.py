"""The whole log as a file: every line once, however many there are."""

from __future__ import annotations

import csv
import io
from unittest import mock

from lamplight.actions.care import mark_done
from lamplight.sight import exports
from lamplight.sight.actor import Actor
from lamplight.store.logbook import entries
from lamplight.store.sites import machine
from tests.base import NOW, DataTest


class Log(DataTest):
    """Page by page."""

    def test_every_line_once(self):
        """Also where several were written in one second, and a page ends between them."""
        hall = machine(self.site.id, self.used_machine(name="=Hall"))
        for _ in range(7):
            mark_done([(hall, "group-rinse")], NOW, Actor(NOW))
        written = [row.summary for row in entries(site_id=self.site.id, limit=1000)]
        self.assertGreater(len(written), 7)
        for page in (1, 3, len(written), 500):
            with self.subTest(page=page), mock.patch.object(exports, "PAGE", page):
                rows = list(csv.DictReader(io.StringIO(exports.log_as_csv(self.site))))
                self.assertEqual([row["what"].removeprefix("'") for row in rows], written)
        self.assertEqual({row["machine"] for row in rows} - {""}, {"'=Hall"})
