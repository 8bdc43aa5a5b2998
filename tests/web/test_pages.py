"""Every page: with data, without, with many machines, with odd names; headers and errors."""

from __future__ import annotations

import re

from lamplight.store.database import database
from lamplight.web.limits import API
from tests.base import WebTest, flat

PAGES = ("/", "/machines", "/machines/new", "/readings", "/readings/import", "/log", "/site", "/people")


class Empty(WebTest):
    """A first start."""

    with_site = False

    def test_every_page_leads_into_the_site(self):
        """303 to the first page, which asks for no more than it needs."""
        for path in PAGES:
            answer = self.client.get(path)
            self.assertEqual((answer.status_code, answer.location), (303, "/start"), path)
        self.shows(self.get("/start"), "Know before the lamp does")

    def test_first_steps(self):
        """Site, then the first machine, then Today with one machine."""
        form = {"name": "Home", "zone": "Europe/Berlin", "initials": "AB"}
        for day in range(7):
            form |= {f"open{day}": "1", f"from{day}": "06:00", f"to{day}": "00:00"}
        self.assertEqual(self.post("/start", form).location, "/machines/new")
        self.assertEqual(self.client.get("/").location, "/machines/new")
        form = {"kind": "jug-compact", "name": "Kitchen", "counter-drinks": "1 480", "how-brew-tablet": "unknown"}
        self.assertEqual(self.post("/machines/new", form).location, "/")
        page = self.get("/")
        self.shows(page, "Nobody knows when this machine was last cared for")
        self.shows(self.get("/machines/1"), "1\u202f480")
        self.assertEqual(self.client.get("/start").location, "/")
        self.shows(page, "selected>AB")

    def test_first_form_refused(self):
        """422, the form kept, the sentence beside its field."""
        form = {"name": "Ho<me", "zone": "Nowhere/Land", "open0": "1", "from0": "09:00", "to0": "08:00"}
        page = self.post("/start", form, 422).get_data(as_text=True)
        self.shows(page, "Monday: Closing time must lie after")
        self.shows(page, "Ho&lt;me")
        page = self.post("/start", form | {"to0": "18:00"}, 422).get_data(as_text=True)
        self.shows(page, "not a known time zone")


class Filled(WebTest):
    """Pages with machines."""

    def test_forty_machines_one_never_read_long_names(self):
        """All answer 200; the queries do not grow with the machines."""
        counts = []
        self.machine("W" * 60, counter=None)
        for n in range(39):
            self.machine(f"M{n} <script>", done={"brew-tablet": n})
            if n in (4, 38):
                seen = []
                self.app.before_request_funcs.setdefault(None, [])
                original = database.execute_sql

                def counted(sql, *rest, original=original, seen=seen):
                    seen.append(sql)
                    return original(sql, *rest)

                database.execute_sql = counted
                self.client.get("/")
                database.execute_sql = original
                database.connect(reuse_if_open=True)
                counts.append(len(seen))
        self.assertLessEqual(counts[1], counts[0] + 1)
        for path in (*PAGES, "/machines/1", "/machines/2", "/readings/1"):
            page = self.get(path)
            self.hides(page.replace("<script defer", ""), "<script>")

    def test_fragments_of_the_same_templates(self):
        """For htmx only the block comes; restored history gets the whole page."""
        self.machine()
        fragment = self.get("/machines?find=counter", htmx=True)
        self.assertTrue(fragment.lstrip().startswith('<div id="machine-list"'))
        whole = self.client.get("/machines", headers={"HX-Request": "true", "HX-History-Restore-Request": "true"})
        self.shows(whole.get_data(as_text=True), "<!doctype html>")
        self.assertIn("HX-Request", whole.headers["Vary"])
        self.shows(self.get("/machines?find=xyz"), "No machine here has “xyz”")

    def test_retired_machine_leaves_today(self):
        """Its page stays."""
        machine_id = self.machine("Old one")
        self.machine("New one")
        form = {"name": "Old one", "kind": "removable-tabletop", "retired": "1"}
        self.post(f"/machines/{machine_id}/edit", form)
        self.get("/machines")  # it takes the notice away
        self.hides(self.get("/"), "Old one")
        self.shows(self.get(f"/machines/{machine_id}"), "out of service")

    def test_nothing_to_do_is_said(self):
        """Two machines; what nobody knows is planned, and not taken for done."""
        for name in ("A", "B"):
            self.used_machine(name=name, done={"brew-tablet": 0, "group-rinse": 0})
        page = self.get("/")
        self.assertRegex(flat(page), r"Next round 18:00: (one stop|two stops), \d+ minutes")
        self.hides(page, "Nothing to do now")
        self.shows(page, "Next: ")
        self.shows(page, "Not known")


class Security(WebTest):
    """Headers, tokens, sizes, methods, and errors in sentences."""

    def test_headers(self):
        """No unsafe source, on pages, errors and static files."""
        for path in ("/machines", "/nowhere", "/static/js/lamplight.js", "/healthz"):
            answer = self.client.get(path)
            headers = answer.headers
            answer.close()
            policy = headers["Content-Security-Policy"]
            self.assertNotIn("unsafe", policy)
            self.assertIn("default-src 'self'", policy)
            self.assertEqual(headers["X-Content-Type-Options"], "nosniff")
        self.assertNotRegex(self.get("/machines/new"), r"<style|\sstyle=|\son\w+=")
        cookie = self.app.test_client().get("/machines/new").headers["Set-Cookie"]
        self.assertIn("HttpOnly", cookie)
        self.assertIn("SameSite=Lax", cookie)

    def test_no_form_without_a_token(self):
        """400 with a sentence, nothing saved, for every address that takes a form."""
        machine_id = self.machine()
        before = self.entry_count()
        for rule in self.app.url_map.iter_rules():
            # The link in a mail stops it without a form of ours, and a sticker is told without a session; each has a
            # token of its own in its address; a program carries its own with each request.
            if "POST" in rule.methods and rule.endpoint not in ("stopping.stop", "passer_by.tell", *API):
                path = rule.rule.replace("<int:machine_id>", str(machine_id))
                path = re.sub(r"<int:\w+>", "1", path)
                answer = self.client.post(path, data={"name": "x"})
                with self.subTest(path=path):
                    self.assertEqual(answer.status_code, 400)
                    self.shows(answer.get_data(as_text=True), "This form is too old")
        database.connect(reuse_if_open=True)
        self.assertEqual(self.entry_count(), before)

    def test_get_changes_nothing(self):
        """Every page read once leaves the book as it was."""
        machine_id = self.used_machine()
        before = self.entry_count()
        for path in (*PAGES, f"/machines/{machine_id}", f"/readings/{machine_id}", "/readings/readings.csv"):
            self.get(path)
        self.assertEqual(self.entry_count(), before)

    def test_not_here(self):
        """404, 405, foreign hosts; sentences, no traceback."""
        for path in ("/nowhere", "/machines/99", "/readings/99", "/runs/99", "/log/99/undo", "/readings/1/99"):
            self.shows(self.get(path, 404), "no such page")
        self.shows(self.get("/runs", 405), "only takes a form")
        self.assertEqual(self.client.get("/", headers={"Host": "evil.example"}).status_code, 400)

    def test_upload_limit_by_route(self):
        """A megabyte of CSV is taken, three are not; other forms stay small."""
        self.machine("Hall")
        lines = "".join(f"Hall,drinks,2026-10-01 08:{n // 60:02}:{n % 60:02},{n}\n" for n in range(900))
        text = "machine,counter,time,value\n" + lines
        big = text + "\n" * (1024 * 1024)
        parts = {"content_type": "multipart/form-data"}
        answer = self.post("/readings/import", {"text": big, "confirmed": "1"}, 303, **parts)
        self.assertEqual(answer.location, "/readings")
        said = self.post("/readings/import", {"text": "x" * (3 * 1024 * 1024)}, 413, **parts).get_data(as_text=True)
        self.shows(said, "larger than Lamplight takes")
        self.post("/people", {"name": "x" * (300 * 1024)}, 413)

    def test_after_who_stays_on_this_site(self):
        """A foreign address to go on to is replaced."""
        for target in ("https://evil.example/", "//evil.example", "/\\evil.example"):
            self.assertEqual(self.post("/who", {"keeper": "", "next": target}).location, "/")

    def test_unexpected_error_shows_a_reference_only(self):
        """Never the message."""
        self.app.testing = False
        self.app.config["PROPAGATE_EXCEPTIONS"] = False

        def broken():
            raise RuntimeError("secret words")

        self.app.view_functions["people_page"] = broken
        self.app.view_functions["setup.people"] = broken
        with self.assertLogs("lamplight", "ERROR"):
            page = self.client.get("/people")
        self.assertEqual(page.status_code, 500)
        self.hides(page.get_data(as_text=True), "secret words")
        self.assertRegex(page.get_data(as_text=True), r"Quote [0-9a-f]{8}")

    def test_odd_numbers_and_years_break_nothing(self):
        """Refused with a sentence, and every page still opens: a year 1 would not come back from the file."""
        hall = self.used_machine()
        for path in ("/log?machine=99999999999999999999", "/log?before=²", f"/machines/{hall}?weeks=²"):
            self.get(path)
        for at in ("0001-01-01T00:00", "9999-12-31T23:59"):
            for path, form in (
                (
                    f"/water/{hall}/filter",
                    {"do": "fit", "capacity": "1000", "bypass": "10", "months": "2", "at": at[:10]},
                ),
                (f"/machines/{hall}/event", {"what": "first-drink", "at": at}),
                ("/done", {"job": f"{hall}:drip-tray", "at": at}),
                ("/water/tests", {"source": "mains", "total": "10", "unit": "dH", "day": at[:10]}),
            ):
                with self.subTest(path=path, at=at):
                    self.shows(self.post(path, form, 422).get_data(as_text=True), "is not between 1990 and 2100")
        for path in ("/", "/water", "/log", f"/machines/{hall}", "/readings"):
            self.get(path)

    def test_health(self):
        """Version, schema, writable; also while somebody holds the lock."""
        import sqlite3

        from lamplight.store.database import data_file

        other = sqlite3.connect(data_file(self.folder))
        other.execute("BEGIN IMMEDIATE")
        answer = self.client.get("/healthz")
        other.rollback()
        other.close()
        self.assertEqual(answer.status_code, 200)
        self.assertEqual(set(answer.json), {"version", "schema", "writable", "now"})
