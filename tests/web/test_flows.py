"""The story over HTTP: read, doubt, correct, run, undo; with htmx, without it, and with bad input."""

from __future__ import annotations

import io
from datetime import timedelta

from PIL import Image

from lamplight.core.care.status import Status
from lamplight.store.books import book, reading_rows
from lamplight.store.logbook import entries
from lamplight.store.models import Photo
from lamplight.store.runs import open_runs, run_row
from tests.base import WebTest


class Sheet(WebTest):
    """The meter-reader's sheet."""

    def setUp(self):
        """One machine in use, one never read."""
        super().setUp()
        self.used = self.used_machine(name="Hall", done={"brew-tablet": 8})
        self.fresh = self.machine("Annex", counter=None)
        self.last = book(self.used).drinks.last_reading.value

    def test_save_some(self):
        """Empty lines are left out; the status follows."""
        answer = self.post("/readings", {f"value-{self.used}": f"{self.last + 20:,}", f"value-{self.fresh}": ""})
        self.assertEqual(answer.location, "/readings")
        self.assertEqual(book(self.used).drinks.last_reading.value, self.last + 20)
        self.shows(self.get("/readings"), "1 reading saved.")
        self.assertEqual(self.due(self.used).status, Status.OVERDUE)

    def test_refused_whole_with_the_form_kept(self):
        """Letters in one line keep the other line out."""
        before = self.entry_count()
        form = {f"value-{self.used}": "12a", f"value-{self.fresh}": "500", "at": "2026-11-24T12:30"}
        page = self.post("/readings", form, 422).get_data(as_text=True)
        self.shows(page, "A counter is a whole number such as 12 480; “12a” is not.")
        self.shows(page, 'value="500"')
        self.shows(page, 'value="2026-11-24T12:30"')
        self.assertEqual(self.entry_count(), before)
        for form, said in (
            ({}, "Type at least one counter"),
            ({f"value-{self.used}": "5", "at": "yesterday"}, "such as 2026-11-24 07:05"),
            ({f"value-{self.used}": "9" * 12}, "is a whole number"),
            ({f"value-{self.used}": str(self.last + 5), "at": "2026-12-24T12:30"}, "has not come yet"),
        ):
            self.shows(self.post("/readings", form, 422).get_data(as_text=True), said)

    def test_doubt_and_answer(self):
        """A restart is asked about, answered, saved with the count before it."""
        form = {f"value-{self.used}": "7"}
        page = self.post("/readings", form, 422).get_data(as_text=True)
        self.shows(page, "It looks as if the counter restarted at zero.")
        form |= {f"answer-{self.used}": "restarted", f"before-{self.used}": str(self.last + 12)}
        self.post("/readings", form)
        self.assertEqual(book(self.used).drinks.restarts[0].before, self.last + 12)

    def test_preview_says_what_saving_would(self):
        """Nothing is written; the same words as on saving."""
        before = self.entry_count()
        path = f"/readings/{self.used}/preview"
        said = self.post(path, {f"value-{self.used}": str(self.last + 20)}, 200, htmx=True).get_data(as_text=True)
        self.shows(said, "+20 since")
        said = self.post(path, {f"value-{self.used}": "7"}, 200, htmx=True).get_data(as_text=True)
        self.shows(said, "restarted at zero")
        self.shows(self.post(path, {f"value-{self.used}": "x"}, 200, htmx=True).get_data(as_text=True), "whole number")
        self.assertEqual(self.post(path, {}, 200, htmx=True).get_data(as_text=True), "")
        self.assertEqual(self.entry_count(), before)

    def test_correct_and_remove(self):
        """From the history below the sheet; doubts are asked here, too."""
        row = reading_rows(self.used)[0]
        path = f"/readings/{self.used}/{row.id}"
        at = f"{self.calendar.local(row.at):%Y-%m-%dT%H:%M}"
        self.post(path, {"do": "correct", "value": str(row.value - 3), "at": at})
        self.assertEqual(reading_rows(self.used)[0].value, row.value - 3)
        self.assertEqual(self.client.get(path).status_code, 404)
        row = reading_rows(self.used)[0]
        path = f"/readings/{self.used}/{row.id}"
        page = self.post(path, {"do": "correct", "value": "4", "at": at}, 422).get_data(as_text=True)
        self.shows(page, "is less than the")
        self.shows(
            self.post(path, {"do": "correct", "value": "", "at": at}, 422).get_data(as_text=True), "whole number"
        )
        self.post(path, {"do": "remove"})
        self.assertNotEqual(reading_rows(self.used)[0].id, row.id)

    def test_import_by_file_and_by_paste(self):
        """A file with problems lists them; a good one is taken."""
        table = "machine;counter;time;value\nHall;drinks;2026-09-01;900\n"
        bad = {"file": (io.BytesIO(table.replace("900", "nine").encode()), "old.csv")}
        page = self.post("/readings/import", bad, 422, content_type="multipart/form-data").get_data(as_text=True)
        self.shows(page, "Not a whole count.")
        self.shows(page, "Hall;drinks;2026-09-01;nine")
        self.post("/readings/import", {"text": table, "confirmed": "1"})
        self.assertEqual(reading_rows(self.used)[-1].value, 900)
        exported = self.client.get("/readings/readings.csv")
        self.assertEqual(exported.mimetype, "text/csv")
        self.shows(exported.get_data(as_text=True), "Hall,drinks,2026-09-01 07:00:00+02:00,900")


class Running(WebTest):
    """A tablet from Begin to the log."""

    def setUp(self):
        """A tabletop whose tablet is overdue."""
        super().setUp()
        self.used = self.used_machine(name="Hall", done={"brew-tablet": 8, "group-rinse": 1})

    def begin(self, item="brew-tablet"):
        """Press Begin; answers the run's id."""
        self.post("/runs", {"machine": self.used, "item": item})
        return open_runs()[0].id

    def step(self, run_id, index, answer="advance", code=303, **rest):
        """Answer a step."""
        return self.post(f"/runs/{run_id}/step", {"step": index, "answer": answer, **rest}, code)

    def test_whole_run(self):
        """Every step's page, the clock over a restart of the server, the finish, the log."""
        run_id = self.begin()
        total = len(run_row(run_id).state.procedure.steps)
        for n in range(total):
            page = self.get(f"/runs/{run_id}")
            self.shows(page, f"step {n + 1} of {total}")
            if "data-likely" in page:
                self.clock.moment += timedelta(minutes=4)
                self.shows(self.get(f"/runs/{run_id}"), "About 06:00 left of 10:00")
                self.shows(self.get("/"), "cleaner inside, no drinks")
            self.clock.moment += timedelta(minutes=1)
            self.step(run_id, n)
        page = self.get(f"/runs/{run_id}")
        for words in ("Is the lamp out?", "Look at it: Brew screen", "Brew-group tablets used, tablet"):
            self.shows(page, words)
        form = {"step": total, "value": "3", "cleaning": "1", "lamp": "yes", "inspected-screen": "well"}
        self.shows(self.post(f"/runs/{run_id}/finish", form, 422).get_data(as_text=True), "is less than the")
        form |= {"value": str(self.view(self.used, self.clock.moment).status.expected_drinks + 1), "note": "clean"}
        sent = {"photo-screen": (io.BytesIO(b"none"), "screen.png")}
        page = self.post(f"/runs/{run_id}/finish", form | sent, 422, content_type="multipart/form-data")
        self.shows(page.get_data(as_text=True), "not a photo that can be read")
        out = io.BytesIO()
        Image.new("RGB", (40, 30), "white").save(out, "PNG")
        moon = (io.BytesIO(b"x"), "moon.png")
        sent = {"photo-screen": (io.BytesIO(out.getvalue()), "screen.png"), "photo-moon": moon}
        self.post(f"/runs/{run_id}/finish", form | sent, content_type="multipart/form-data")
        self.assertEqual([(photo.title, photo.run_id) for photo in Photo.select()], [("Brew screen", run_id)])
        self.shows(self.get(f"/runs/{run_id}"), "Next at Hall")
        self.post(f"/runs/{run_id}/finish", form, 409)
        log = self.get("/log")
        self.shows(log, "finished after 13 min at counter")
        self.shows(log, "1 drink only to clean; lamp out")

    def test_stale_screen_sees_the_current_step(self):
        """409 with the step as it is now."""
        run_id = self.begin()
        self.step(run_id, 0)
        page = self.step(run_id, 0, code=409).get_data(as_text=True)
        self.shows(page, "This step was answered already")
        self.shows(page, "step 2 of")

    def test_htmx_gets_the_same_step(self):
        """The redirect of a step answers with the fragment."""
        run_id = self.begin()
        data = {"csrf_token": self.token(), "step": "0", "answer": "advance"}
        answer = self.client.post(
            f"/runs/{run_id}/step", data=data, headers={"HX-Request": "true"}, follow_redirects=True
        )
        page = answer.get_data(as_text=True)
        self.assertTrue(page.lstrip().startswith('<div id="run"'))
        self.shows(page, "step 2 of")

    def test_no_pause_note_back_give_up(self):
        """Each answer, and what is refused."""
        run_id = self.begin()
        self.step(run_id, 0, "note", text="drawer was full")
        self.shows(self.get(f"/runs/{run_id}"), "drawer was full")
        self.step(run_id, 0, "note", 422, text=" ")
        self.step(run_id, 0, "pause")
        self.shows(self.get(f"/runs/{run_id}"), "Paused since")
        self.step(run_id, 0, "resume")
        self.step(run_id, 0, "back", 422)
        self.step(run_id, 0, "dance", 400)
        self.step(run_id, 0, "finish", 400)
        self.step(run_id, "x", "advance", 400)
        for n in range(4):
            self.step(run_id, n)
        self.step(run_id, 4, "no")
        self.shows(self.get(f"/runs/{run_id}"), "Thrown in early, the tablet is washed away")
        page = self.step(run_id, 4, "abandon", 422, text="").get_data(as_text=True)
        self.shows(page, "why the run is given up")
        for n in range(4, 6):
            self.step(run_id, n)
        answer = self.step(run_id, 6, "abandon", text="called away")
        self.assertEqual(answer.location, f"/machines/{self.used}")
        self.shows(self.get(f"/machines/{self.used}"), "Cleaner is still inside")
        self.shows(self.get("/log"), "called away")

    def test_begin_refused(self):
        """No such machine, no such item, a second run."""
        self.post("/runs", {"machine": "99", "item": "brew-tablet"}, 404)
        self.shows(
            self.post("/runs", {"machine": self.used, "item": "x"}, 422).get_data(as_text=True), "no such care item"
        )
        self.begin()
        page = self.post("/runs", {"machine": self.used, "item": "group-rinse"}, 422).get_data(as_text=True)
        self.shows(page, "is still open on Hall")


class Book(WebTest):
    """Log, undo, limits, last done, settings."""

    def setUp(self):
        """A machine in use."""
        super().setUp()
        self.used = self.used_machine(name="Hall", done={"brew-tablet": 8})

    def test_undo_and_put_back(self):
        """The entry is named with what goes with it, crossed out, and can come back."""
        done = next(row for row in entries(self.used) if row.kind == "done")
        page = self.get(f"/log/{done.id}/undo")
        self.shows(page, "1 “last done”")
        self.post(f"/log/{done.id}/undo")
        self.assertEqual(self.due(self.used).status, Status.UNKNOWN)
        self.shows(self.get("/log"), "Put back")
        self.shows(self.post(f"/log/{done.id}/undo", code=422).get_data(as_text=True), "undone already")
        self.post(f"/log/{done.id}/put-back")
        self.assertEqual(self.due(self.used).status, Status.OVERDUE)

    def test_filters(self):
        """By machine and circuit; nonsense shows nothing rather than failing."""
        other = self.machine("Annex")
        self.shows(self.get(f"/log?machine={self.used}"), "Brew-group tablet")
        self.hides(self.get(f"/log?machine={other}"), "Brew-group tablet written")
        self.shows(self.get("/log?circuit=brew"), "Brew-group tablet")
        self.shows(self.get("/log?circuit=milk"), "Nothing is written down")
        self.get("/log?machine=x&before=y&circuit=%00")

    def test_own_limit(self):
        """Saved with its reason; a wrong one beside its field."""
        path = f"/machines/{self.used}/limit"
        form = {"item": "brew-tablet", "trigger": "drinks", "limit": "400", "reason": "soft water"}
        self.post(path, form)
        self.assertEqual(self.due(self.used).first.trigger.limit, 400)
        self.shows(self.get(f"/machines/{self.used}"), "every 400 drinks")
        page = self.post(path, form | {"limit": "0"}, 422).get_data(as_text=True)
        self.shows(page, "A limit in drinks lies between 1 and")

    def test_last_done(self):
        """By date, by count, just now; ahead of now is refused."""
        path = f"/machines/{self.used}/last-done"
        self.post(path, {"item": "brew-tablet", "how-brew-tablet": "date", "date-brew-tablet": "2026-11-23"})
        self.assertLess(self.due(self.used).first.used, 80)
        count = str(book(self.used).drinks.last_reading.value - 10)
        self.post(path, {"item": "group-rinse", "how-group-rinse": "count", "count-group-rinse": count})
        self.assertIsNotNone(self.due(self.used, "group-rinse").last)
        self.post(path, {"item": "brew-tablet", "how-brew-tablet": "new"})
        self.assertLess(self.due(self.used).first.used, 1)
        for form, said in (
            ({"how-brew-tablet": "date", "date-brew-tablet": "2026-12-23"}, "has not come yet"),
            ({"how-brew-tablet": "date", "date-brew-tablet": ""}, "is a date such as"),
            ({"how-brew-tablet": "count", "count-brew-tablet": "99999999"}, "more than it does now"),
            ({"how-brew-tablet": "unknown"}, "Say when it was last done"),
        ):
            page = self.post(path, {"item": "brew-tablet", **form}, 422).get_data(as_text=True)
            self.shows(page, said)

    def test_add_machine_refused(self):
        """422, the form kept, the sentence at its field."""
        form = {"kind": "office-tower", "name": "Hall", "counter-drinks": "12x", "place": "hall <2>"}
        page = self.post("/machines/new", form, 422).get_data(as_text=True)
        self.shows(page, "The counter is a whole number")
        self.shows(page, "hall &lt;2&gt;")
        page = self.post("/machines/new", form | {"counter-drinks": "5"}, 422).get_data(as_text=True)
        self.shows(page, "There is a machine called Hall already")

    def test_site_closures_people(self):
        """Closed days and people, right and wrong."""
        self.post("/site/closures", {"first": "2026-12-24", "last": "2026-12-26", "label": "Holiday"})
        self.shows(self.get("/site"), "Thu 24 Dec 2026 to Sat 26 Dec 2026")
        page = self.post("/site/closures", {"first": "2026-12-24", "last": "2026-12-20"}, 422).get_data(as_text=True)
        self.shows(page, "Swap them")
        self.post("/people", {"initials": "ab", "name": "Ada"})
        self.shows(self.post("/people", {"initials": "AB"}, 422).get_data(as_text=True), "has the initials AB already")
        self.post("/readings", {f"value-{self.used}": str(book(self.used).drinks.last_reading.value + 9)})
        self.assertEqual(entries(self.used)[0].who, "AB")
        self.post("/people", {"id": "1", "initials": "AB", "name": "Ada", "do": "leave"})
        self.hides(self.get("/people"), "Has left")
        self.post("/people", {"id": "77", "initials": "ZZ"}, 404)
