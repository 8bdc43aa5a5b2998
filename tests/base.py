"""A running application on a temporary file, with its forms' tokens on, as in real use."""

from __future__ import annotations

import re
import sqlite3
import tempfile
import unittest
from datetime import UTC, datetime, timedelta
from functools import cache
from pathlib import Path

from jinja2 import FileSystemBytecodeCache
from lxml import html

from lamplight.actions.entries import write_entry
from lamplight.actions.machines import LastDoneAnswer, MachineFields, NewMachine, add_machine, declare_done
from lamplight.actions.readings import take_readings
from lamplight.actions.sites import save_site
from lamplight.core.site.calendar import OFFICE_HOURS
from lamplight.sight.actor import Actor
from lamplight.sight.machine_views import machine_view
from lamplight.sight.readings import TypedReading
from lamplight.store.changes import changes_so_far
from lamplight.store.database import data_file, database, open_file
from lamplight.store.migrating import open_database
from lamplight.store.models import CounterReading, Entry
from lamplight.store.sites import machine, the_site
from lamplight.web import create_app
from lamplight.web.addresses import Reach
from lamplight.web.clock import FixedClock
from lamplight.web.secret import secret_key

NOW = datetime(2026, 11, 24, 12, 0, tzinfo=UTC)  # a Tuesday, 13:00 in Berlin
HERE = Reach()
# Where a refusal stands: in an alert, or beside its field.
TOLD = " | ".join(
    [
        '//*[@role="alert" and not(@hidden)]',
        *(f'//*[contains(concat(" ", @class, " "), " {name} ")]' for name in ("wrong", "mistakes", "moves")),
    ]
)
WEEK = (OFFICE_HOURS,) * 5 + (None,) * 2


def flat(page: str) -> str:
    """Text as a browser sees it: a run of white space is one space."""
    return " ".join(page.split())


@cache
def empty_file() -> bytes:
    """A data file with every table and nothing in them: made once, since making it takes longer than most tests."""
    with tempfile.TemporaryDirectory() as folder:
        open_database(Path(folder))
        database.close()
        return data_file(Path(folder)).read_bytes()


@cache
def file_with_site() -> bytes:
    """The same with a site in Berlin that was set up two months ago."""
    with tempfile.TemporaryDirectory() as folder:
        data_file(Path(folder)).write_bytes(empty_file())
        open_file(Path(folder))
        with database.connection_context():
            save_site("Test Works", "Europe/Berlin", WEEK, Actor(NOW - timedelta(days=60)))
        return data_file(Path(folder)).read_bytes()


@cache
def site_alone() -> int:
    """How often the file with a site was changed."""
    with tempfile.TemporaryDirectory() as folder:
        data_file(Path(folder)).write_bytes(file_with_site())
        raw = sqlite3.connect(data_file(Path(folder)))
        (count,) = raw.execute("SELECT number FROM change WHERE id = -1").fetchone()
        raw.close()
    return count


# Files with one used machine, by what was wanted of it.
USED: dict[tuple, tuple[int, bytes]] = {}


class DataTest(unittest.TestCase):
    """A data file of its own for each test, with a site in Berlin unless `with_site` is False."""

    with_site = True

    def setUp(self):
        """Make the folder, open the file."""
        self._folder = tempfile.TemporaryDirectory()
        self.addCleanup(self._folder.cleanup)
        self.folder = Path(self._folder.name)
        made = file_with_site() if self.with_site else empty_file()
        data_file(self.folder).write_bytes(made)
        open_file(self.folder)
        database.connect()
        self.addCleanup(database.close)
        if self.with_site:
            self.site = the_site()

    @property
    def calendar(self):
        """The site's calendar as it stands."""
        return the_site().calendar

    def calendar_of(self, machine_id):
        """The calendar of a machine."""
        return the_site().calendar_of(machine_id)

    def machine(self, name="Counter A", kind="removable-tabletop", counter=1000, done=None, back=0, **fields):
        """Add a machine some days back; answers its id."""
        actor = Actor(NOW - timedelta(days=back))
        answers = {item: LastDoneAnswer(at=NOW - timedelta(days=days)) for item, days in (done or {}).items()}
        counters = {} if counter is None else {"drinks": counter}
        return add_machine(self.site.id, MachineFields(name, kind, **fields), NewMachine(counters, answers), actor)

    def read(self, machine_id, value, back=0, answer="", hours=0):
        """Type a reading taken some days and hours back."""
        at = NOW - timedelta(days=back, hours=hours)
        return take_readings([TypedReading(machine_id, value, at, answer)], self.calendar_of, Actor(NOW))

    def used_machine(self, per_day=40, days=28, name="Counter A", kind="removable-tabletop", done=None):
        """A machine with a reading on each of the last days, the same number of drinks every open day.

        The first one of a test is made once for all tests that want the same.
        """
        wanted = (per_day, days, name, kind, tuple(sorted((done or {}).items())))
        fresh = changes_so_far(database) == site_alone()
        if fresh and wanted in USED:
            machine_id, made = USED[wanted]
            database.close()
            for left in self.folder.glob("*.sqlite3-*"):
                left.unlink()
            data_file(self.folder).write_bytes(made)
            database.connect()
            return machine_id
        machine_id = self._use(per_day, days, name, kind, done)
        if fresh:
            USED[wanted] = (machine_id, database.connection().serialize())
        return machine_id

    def _use(self, per_day, days, name, kind, done):
        calendar = self.calendar
        start = calendar.opening((NOW - timedelta(days=days)).date())
        machine_id = add_machine(self.site.id, MachineFields(name, kind), NewMachine({"drinks": 1000}), Actor(start))
        value, rows = 1000, []
        for back in range(days - 1, -1, -1):
            day = (NOW - timedelta(days=back)).date()
            value += per_day if calendar.is_open(day - timedelta(days=1)) else 0
            rows.append({"machine": machine_id, "at": calendar.opening(day), "value": value, "source": "csv"})
        entry = write_entry("import", "readings", Actor(NOW), machine_id)
        CounterReading.insert_many([{"entry": entry, **row} for row in rows]).execute()
        for item, back in (done or {}).items():
            answer = LastDoneAnswer(at=NOW - timedelta(days=back))
            declare_done(machine(self.site.id, machine_id), item, answer, None, Actor(NOW))
        return machine_id

    def view(self, machine_id, now=NOW):
        """The machine as every page sees it."""
        return machine_view(the_site(), machine_id, now)

    def due(self, machine_id, item="brew-tablet", now=NOW):
        """Where one item stands."""
        return self.view(machine_id, now).status.due(item)


@cache
def compiled_templates():
    """Where all tests of all runs keep compiled templates; a changed template is compiled anew."""
    folder = Path(__file__).parent.parent / "build" / "test-templates"
    folder.mkdir(parents=True, exist_ok=True)
    return FileSystemBytecodeCache(str(folder))


MADE = {}


def tested_app(folder, clock, testing=False, reach=HERE):
    """The application as it is, made once for each reach: for another folder it is as if it were made for that.

    Making it takes longer than most tests. What a test changed of it is put back.
    """
    if (testing, reach) not in MADE:
        app = create_app(folder, clock, testing, reach)
        app.jinja_env.bytecode_cache = compiled_templates()
        asked = {place: list(several) for place, several in app.before_request_funcs.items()}
        MADE[testing, reach] = app, dict(app.config), dict(app.view_functions), asked
        return app
    app, config, views, asked = MADE[testing, reach]
    if str(database.database) != str(data_file(folder)):
        open_database(folder)
    local = folder if config["LOCAL_AUTHORITY"] else None
    app.config.clear()
    app.config.update(config | {"SECRET_KEY": secret_key(folder), "LOCAL_AUTHORITY": local})
    app.view_functions.clear()
    app.view_functions.update(views)
    app.before_request_funcs.clear()
    app.before_request_funcs.update({place: list(several) for place, several in asked.items()})
    app.extensions["lamplight_clock"] = clock
    next(iter(app.extensions["limiter"])).reset()
    return app


class WebTest(DataTest):
    """A client over the application; its clock can be moved with ``self.clock.moment``."""

    def setUp(self):
        """Build the application on the same file."""
        super().setUp()
        self.clock = FixedClock(NOW)
        self.app = tested_app(self.folder, self.clock, testing=True)
        self.client = self.app.test_client()
        self._tokens: dict[str, str] = {}
        database.connect(reuse_if_open=True)

    def get(self, path, code=200, htmx=False):
        """The page as text."""
        answer = self.client.get(path, headers={"HX-Request": "true"} if htmx else {})
        self.assertEqual(answer.status_code, code, f"{path}: {answer.get_data(as_text=True)[:400]}")
        if code == 422:
            self.refuses(path, answer.get_data(as_text=True))
        database.connect(reuse_if_open=True)
        return answer.get_data(as_text=True)

    def shows(self, page, words):
        """Fail shortly where a page does not hold the words."""
        page, words = flat(page), flat(words)
        self.assertTrue(words in page, f"“{words}” is not on the page, which begins {page[page.find('<h1') :][:300]}")

    def hides(self, page, words):
        """Fail shortly where a page holds the words."""
        self.assertFalse(flat(words) in flat(page), f"“{words}” is on the page")

    def token(self):
        """A token as every page carries it; asked for anew where the session is another."""
        with self.client.session_transaction() as session:
            known = session.get("csrf_token", "")
        if known not in self._tokens:
            page = self.client.get("/healthz-not-there").get_data(as_text=True)
            with self.client.session_transaction() as session:
                known = session["csrf_token"]
            self._tokens[known] = re.search(r'name="csrf-token" content="([^"]+)"', page)[1]
        return self._tokens[known]

    def post(self, path, data=None, code=303, htmx=False, **named):
        """Send a form with its token; answers the response."""
        headers = {"HX-Request": "true"} if htmx else {}
        body = {"csrf_token": self.token(), **(data or {})}
        answer = self.client.post(path, data=body, headers=headers, **named)
        self.assertEqual(answer.status_code, code, f"{path}: {answer.get_data(as_text=True)[:600]}")
        if code == 422:
            self.refuses(path, answer.get_data(as_text=True))
        database.connect(reuse_if_open=True)
        return answer

    def refuses(self, path, page):
        """Fail where a refusal says nothing: a sentence stands in an alert or beside its field."""
        sentences = [flat(" ".join(element.itertext())) for element in html.fromstring(page).xpath(TOLD)]
        self.assertTrue(any(re.search(r"\w+ .*[.?,]", sentence) for sentence in sentences), f"{path}: {sentences}")

    def entry_count(self):
        """Lines of the log."""
        return Entry.select().count()
