"""Times that need a second look: left as they were, in the hour that comes twice, under a clock that is wrong."""

from __future__ import annotations

import io
from datetime import UTC, datetime, timedelta

from bs4 import BeautifulSoup
from click.testing import CliRunner

from lamplight.actions.care import events_of
from lamplight.actions.readings import take_readings
from lamplight.cli import main
from lamplight.sight.kinds import kind_of
from lamplight.sight.readings import TypedReading
from lamplight.store.books import reading_rows
from lamplight.store.database import database
from lamplight.store.logbook import entries
from tests.base import NOW, Actor, WebTest


def fields(page, wanted=""):
    """What a browser would send of the form that holds a field of that name, as it stands."""
    forms = BeautifulSoup(page, "lxml").select("form[method=post]")
    form = next(form for form in forms if not wanted or form.select_one(f'[name="{wanted}"]'))
    found = {}
    for field in form.select("input[name], textarea[name], select[name]"):
        if field.name == "select":
            chosen = field.select_one("option[selected]") or field.select_one("option")
            found[field["name"]] = chosen["value"] if chosen else ""
        elif field.get("type") not in ("checkbox", "radio") or field.has_attr("checked"):
            found[field["name"]] = field.text if field.name == "textarea" else field.get("value", "")
    return found


class Times(WebTest):
    """Of readings."""

    def setUp(self):
        """One machine, one reading with seconds, in the second of the two hours of autumn."""
        super().setUp()
        self.hall = self.machine(name="Hall", counter=None, back=60)
        self.twice = datetime(2026, 10, 25, 1, 30, 17, tzinfo=UTC)  # 02:30:17 winter time in Berlin
        take_readings([TypedReading(self.hall, 500, self.twice)], self.calendar_of, Actor(NOW))
        self.path = f"/readings/{self.hall}/{reading_rows(self.hall)[0].id}"

    def times(self):
        """Of all readings that count."""
        return [row.at for row in reading_rows(self.hall)]

    def test_saved_unchanged(self):
        """Nothing moves, and nothing is written; with another count the time stays to the second."""
        before = len(entries())
        form = fields(self.get(self.path), "value")
        self.post(self.path, form)
        self.assertEqual((self.times(), len(entries())), ([self.twice], before))
        self.post(self.path, {**form, "value": "501", "once": "another-form-token"})
        self.assertEqual(self.times(), [self.twice])

    def test_asked_which(self):
        """A changed time in that hour is asked for, by offset; the answer is what is saved, with all that was typed."""
        for fold, hour, minute in (("0", 0, 45), ("1", 1, 50)):
            form = fields(self.get(f"/readings/{self.hall}/{reading_rows(self.hall)[0].id}"), "value")
            path = f"/readings/{self.hall}/{reading_rows(self.hall)[0].id}"
            page = self.post(path, {**form, "at": f"2026-10-25T02:{minute}"}, 409).get_data(as_text=True)
            self.shows(page, f"The first, 02:{minute} CEST")
            self.shows(page, f"The second, 02:{minute} CET")
            self.post(path, {**fields(page, "value"), "at-fold": fold})
            self.assertEqual(self.times(), [datetime(2026, 10, 25, hour, minute, tzinfo=UTC)])

    def test_everywhere_a_time_is_typed(self):
        """The sheet, a job, the panel, an event: asked as well, for htmx in the place of the page."""
        at, what = "2026-10-25T02:10", next(iter(events_of(kind_of("removable-tabletop"))))
        for path, form in (
            ("/readings", {f"value-{self.hall}": "450"}), ("/done", {"job": f"{self.hall}:outlets"}),
            (f"/lamps/{self.hall}", {"dark": "1"}), (f"/machines/{self.hall}/event", {"what": what}),
        ):  # fmt: skip
            answer = self.post(path, {**form, "at": at}, 409, htmx=True)
            self.assertEqual(answer.headers["HX-Retarget"], "#worktop")
            page = answer.get_data(as_text=True)
            self.hides(page, "<html")
            self.post(path, {**fields(page), "at-fold": "1"})
        self.assertIn(datetime(2026, 10, 25, 1, 10, tzinfo=UTC), self.times())

    def test_what_was_offered_is_kept_to_the_second(self):
        """The time that the page offers, in that very hour as well."""
        self.clock.moment = datetime(2026, 10, 25, 1, 40, 8, tzinfo=UTC)
        form = fields(self.get("/readings"), "at")
        self.post("/readings", {**form, f"value-{self.hall}": "510", "clock": "right"})
        self.assertIn(self.clock.moment, self.times())

    def test_made_up_stamps_move_nothing(self):
        """What is offered counts only where it reads as what is in the field."""
        for stamp in ("2020-01-01T00:00:00+00:00", "x", "0001-01-01T00:00:00+23:59", "2026-11-20T07:00:30"):
            self.post(self.path, {"value": "502", "at": "2026-11-20T08:00", "at-was": stamp})
            self.assertEqual(self.times(), [datetime(2026, 11, 20, 7, 0, tzinfo=UTC)])
            self.path = f"/readings/{self.hall}/{reading_rows(self.hall)[0].id}"
            self.post(self.path, {"value": "500", "at": "2026-11-19T08:00"})
            self.path = f"/readings/{self.hall}/{reading_rows(self.hall)[0].id}"


class WrongClock(WebTest):
    """A computer in 1970, 1995 or 2099."""

    def setUp(self):
        """A machine that was read today."""
        super().setUp()
        self.hall = self.machine(name="Hall")

    def test_asked_before_anything_is_written(self):
        """Once a day and browser; nothing is written before; the form is sent again with the answer."""
        for year in (1995, 2099):
            self.clock.moment = datetime(year, 1, 1, 0, 3, tzinfo=UTC)
            before = len(entries())
            page = self.post("/people", {"initials": f"Y{year % 100}", "name": ""}, 409).get_data(as_text=True)
            self.shows(page, f"1 Jan {year}")
            self.shows(page, "of Tue 24 Nov 2026" if year == 1995 else "long after the newest entry")
            self.assertEqual(len(entries()), before)
            self.post("/people", {**fields(page, "initials"), "clock": "right"})
            self.assertEqual(len(entries()), before + 1)
            self.post("/people", {"initials": f"Z{year % 100}", "name": ""})
            self.clock.moment = NOW
            page = self.post("/people", {"initials": "NO", "name": ""}, 409).get_data(as_text=True)
            self.post("/people", {**fields(page, "initials"), "initials": f"N{year % 100}", "clock": "right"})

    def test_a_year_that_cannot_be(self):
        """A computer that woke up in 1970 writes nothing, whatever it is told."""
        self.clock.moment = datetime(1970, 1, 1, 0, 3, tzinfo=UTC)
        before = len(entries())
        page = self.post("/people", {"initials": "YY", "name": ""}, 409).get_data(as_text=True)
        page = self.post("/people", {**fields(page, "initials"), "clock": "right"}, 422).get_data(as_text=True)
        self.shows(page, "The year 1970")
        self.assertEqual(len(entries()), before)

    def test_asked_once_where_nothing_is_written_either(self):
        """The answer holds for the day and the browser, though no line of the log shows it."""
        self.clock.moment = datetime(2099, 1, 1, tzinfo=UTC)
        self.post("/kinds/check", {"text": "x"}, 409)
        self.post("/kinds/check", {"text": "x", "clock": "right"}, 200)
        self.post("/kinds/check", {"text": "x"}, 200)
        self.clock.moment += timedelta(days=1)
        self.post("/kinds/check", {"text": "x"}, 409)

    def test_a_file_is_chosen_once_more(self):
        """Its text is not written into the page."""
        self.clock.moment = NOW + timedelta(days=365)
        text = b"machine,counter,time,value\nHall,drinks,2026-11-24 15:00,1100\n"
        upload = {"data": {"csrf_token": self.token(), "file": (io.BytesIO(text), "a.csv")}}
        answer = self.client.post("/readings/import", **upload, content_type="multipart/form-data")
        database.connect(reuse_if_open=True)
        page = answer.get_data(as_text=True)
        self.assertEqual(answer.status_code, 409)
        self.shows(page, "Choose the file once more")
        self.shows(page, "multipart/form-data")

    def test_passphrases_are_not_written_into_a_page(self):
        """They are asked for again."""
        self.clock.moment = NOW + timedelta(days=365)
        form = {"id": "1", "passphrase": "four tiles on a shelf", "again": "four tiles on a shelf"}
        page = self.post("/people/passphrase", form, 409).get_data(as_text=True)
        self.hides(page, "four tiles")
        self.shows(page, "The passphrase once more")

    def test_years_are_told(self):
        """A date of another year has its year, on every page that shows it."""
        self.clock.moment = datetime(2027, 1, 4, 8, 0, tzinfo=UTC)
        self.shows(self.get(f"/machines/{self.hall}"), "Tue 24 Nov 2026")
        self.shows(self.get("/readings"), "Tue 24 Nov 2026")

    def test_on_the_command_line(self):
        """Refused with both dates, until told that it is right."""
        file = self.folder / "a.csv"
        file.write_text("machine,counter,time,value\nHall,drinks,2026-11-23 15:00,900\n")
        command = ["import-readings", "--data", str(self.folder), str(file)]
        database.close()
        for year in ("1970", "2099"):
            asked = CliRunner().invoke(main, command, env={"LAMPLIGHT_NOW": f"{year}-01-01T00:00:00+00:00"})
            self.assertEqual(asked.exit_code, 1)
            self.assertIn("--clock-is-right", asked.output)
        told = CliRunner().invoke(main, [*command, "--clock-is-right", "--yes"],
                                  env={"LAMPLIGHT_NOW": "2099-01-01T00:00:00+00:00"})  # fmt: skip
        self.assertIn("1 new reading", told.output)
        database.connect(reuse_if_open=True)
