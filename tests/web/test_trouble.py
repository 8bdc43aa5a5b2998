"""Pages in need: what can still be read is shown, what cannot be written is refused with the right words."""

from __future__ import annotations

import sqlite3
from unittest import mock

from lamplight.store.database import data_file, database
from lamplight.store.models import Entry
from lamplight.store.trouble import Trouble
from lamplight.web import here
from tests.base import WebTest, tested_app
from tests.need import full_disk, only_readable

PAGES = ("/", "/machines", "/machines/1", "/readings", "/lamps", "/water", "/supplies", "/log", "/site", "/people")


class Need(WebTest):
    """An application that is not under test: errors become pages."""

    def setUp(self):
        """With one machine; its token is known before the trouble begins."""
        super().setUp()
        self.machine(name="Hall")
        self.app = tested_app(self.folder, self.clock)
        self.client = self.app.test_client()
        self.reads_on()
        for name in ("ask.html", "_ask.html", "problem.html", "_problem.html"):  # compiled while that can be written
            self.app.jinja_env.get_template(name)
        self.form = {"csrf_token": self.token(), "name": "Tiles" * 8, "zone": "Europe/Berlin", "open0": "1",
                     "from0": "07:00", "to0": "18:00"}  # fmt: skip

    def reads_on(self):
        """Every page opens."""
        for path in PAGES:
            self.assertEqual(self.client.get(path).status_code, 200, path)

    def refused(self, trouble, times=1):
        """Writing is refused, on a page and for htmx, with the sentence of its trouble."""
        for headers in ({}, {"HX-Request": "true"}):
            for _ in range(times):
                answer = self.client.post("/site", data=self.form, headers=headers)
                if answer.status_code != 303:
                    break
            page = answer.get_data(as_text=True)
            self.assertEqual(answer.status_code, 503, page[:300])
            self.assertIn("Retry-After", answer.headers)
            self.shows(page, trouble.value)
            self.assertEqual("<html" in page, not headers)
            if not headers:
                self.shows(page, f'<textarea name="name" hidden aria-hidden="true">{self.form["name"]}</textarea>')
                self.shows(page, "Try again")

    def test_full_disk(self):
        """Until there is room again."""
        before = Entry.select().count()
        with full_disk(self.folder):
            self.reads_on()
            self.refused(Trouble.FULL, times=60)
            self.reads_on()
        self.assertGreaterEqual(Entry.select().count(), before)
        self.assertEqual(self.client.post("/site", data=self.form).status_code, 303)

    def test_only_readable(self):
        """Also started anew on such a folder; its health says so."""
        with only_readable(self.folder):
            self.reads_on()
            self.refused(Trouble.READ_ONLY)
            answer = self.client.get("/healthz")
            self.assertEqual((answer.status_code, answer.json["problem"]), (503, Trouble.READ_ONLY.value))
        self.assertEqual(self.client.get("/healthz").status_code, 200)

    def test_no_room(self):
        """Health says that nothing could be written, before anybody tries."""
        with mock.patch("shutil.disk_usage", return_value=mock.Mock(free=1000)):
            answer = self.client.get("/healthz")
        self.assertEqual((answer.status_code, answer.json["problem"]), (503, Trouble.FULL.value))

    def test_busy(self):
        """A lock that is held longer than one waits: asked to try again, nothing else."""
        with mock.patch.object(database, "_timeout", 0.01):
            database._pragmas = [(name, 10 if name == "busy_timeout" else value) for name, value in database._pragmas]
            database.close()  # the next request opens it with these
            other = sqlite3.connect(data_file(self.folder))
            other.execute("BEGIN IMMEDIATE")
            self.reads_on()
            self.refused(Trouble.BUSY)
            other.close()
        self.assertEqual(self.client.post("/site", data=self.form).status_code, 303)

    def test_the_page_of_an_error_reads_nothing(self):
        """Not one question to the data file, also where something else gave way."""
        broken = mock.patch("lamplight.web.today.views.machine_views", side_effect=KeyError("odd"))
        asked = mock.patch.object(here, "sites", side_effect=AssertionError("the book was read"))
        there = mock.patch("lamplight.web.rendering.site", return_value=None)
        with broken, there, asked, self.assertLogs("lamplight", "ERROR"):
            answer = self.client.get("/")
        self.assertEqual(answer.status_code, 500)
        self.shows(answer.get_data(as_text=True), "Lamplight stumbled")
