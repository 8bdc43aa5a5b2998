"""The pages around a run: before it, its breaks, its end; supplies, procedures, cards, photos, runs."""

from __future__ import annotations

import contextlib
import io
import json
import zipfile
from datetime import timedelta
from pathlib import Path

from bs4 import BeautifulSoup
from PIL import Image

from lamplight.sight.cupboard import stock_held
from lamplight.store.database import database, open_file
from lamplight.store.models import Deferral, Photo, StockMoveFact
from lamplight.store.runs import open_runs, run_row
from tests.base import NOW, WebTest
from tests.pace import said_to

OPEN = {"open": "1", "from": "07:00", "to": "18:00"}


class Before(WebTest):
    """The page before the start."""

    def setUp(self):
        """A tabletop whose tablet is overdue."""
        super().setUp()
        self.hall = self.used_machine(name="Hall", done={"brew-tablet": 8, "descale": 30, "group-rinse": 1})

    def test_says_everything(self):
        """Amounts, cupboard, containers, time, cautions, all steps."""
        page = self.get(f"/runs/ready/{self.hall}/descale")
        for words in (
            "100 ml", "not counted yet", "Under the steam wand", "Usable again about", "is an acid",
            "Not to be interrupted from step 5", "manual of your machine", "Empty the tank and rinse it",
            "the next good time",
        ):  # fmt: skip
            self.shows(page, words)
        self.get(f"/runs/ready/{self.hall}/dance", 404)
        self.get("/runs/ready/99/descale", 404)

    def test_chosen_anew(self):
        """Other tablets, smaller containers; a size that is none is refused with the form kept."""
        page = self.get(
            f"/runs/ready/{self.hall}/descale?product-descaler=descaler-tablets&ml-coffee=500&ml-wand=500", htmx=True
        )
        self.assertTrue(page.lstrip().startswith('<div id="ready"'))
        self.shows(page, "4 tablets")
        self.shows(page, "Tip out on the way: step")
        page = self.get(f"/runs/ready/{self.hall}/descale?ml-coffee=lots", 422)
        self.shows(page, "A container is a whole number")
        self.get(f"/runs/ready/{self.hall}/descale?ml-coffee=3", 422)
        self.post("/runs", {"machine": self.hall, "item": "descale", "ml-coffee": "3"}, 422)
        self.assertEqual(open_runs(), [])

    def test_put_off(self):
        """A moment ahead; anything else is refused on the same page."""
        form = {"machine": self.hall, "item": "brew-tablet", "until": "2026-11-24T18:00"}
        self.post("/runs/put-off", form)
        self.shows(self.get("/"), "Tonight: tablet")
        self.shows(self.get(f"/machines/{self.hall}"), "planned Tue 24 Nov, 18:00")
        for until in ("2020-01-01T10:00", "soon", ""):
            with self.subTest(until=until):
                self.post("/runs/put-off", {**form, "until": until}, 422)
        self.post("/runs/put-off", {**form, "item": "dance"}, 404)
        self.post("/runs/put-off", {**form, "machine": "x"}, 404)
        self.assertEqual(Deferral.select().count(), 1)

    def test_another_in_its_place(self):
        """An acid day is said, and the acid wash offered."""
        self.used_machine(name="Tower", kind="office-tower", done={"acid-milk-wash": 4, "milk-wash": 1})
        page = self.get("/runs/ready/2/milk-wash")
        self.shows(page, "Acid milk wash takes its place today")
        self.post("/runs", {"machine": "2", "item": "milk-wash"}, 422)
        self.post("/runs", {"machine": "2", "item": "milk-wash", "anyway": "1"})


class During(WebTest):
    """Questions, breaks, containers, photos, two machines at once."""

    def setUp(self):
        """A tabletop and a tower."""
        super().setUp()
        self.hall = self.used_machine(name="Hall", done={"brew-tablet": 8, "descale": 30, "group-rinse": 1})
        self.tower = self.used_machine(name="Tower", kind="office-tower", done={"milk-wash": 1, "acid-milk-wash": 1})

    def begin(self, item, machine=None):
        """A run; answers its id."""
        self.post("/runs", {"machine": machine or self.hall, "item": item})
        return open_runs()[-1].id

    def step(self, run_id, answer="advance", code=303, **rest):
        """Answer the current step; that it was whole where that is doubted."""
        state = run_row(run_id).state
        said = {"text": said_to(state)} if state.doubt else {}
        return self.post(f"/runs/{run_id}/step", {"step": state.index, "answer": answer, **said, **rest}, code)

    def to(self, run_id, words):
        """Go on until the step whose title holds these words."""
        while words not in run_row(run_id).state.step.title:
            self.step(run_id)

    def test_a_question(self):
        """It is decided before the start: what the hour speaks for is chosen, and another answer leads otherwise."""
        page = self.get(f"/runs/ready/{self.hall}/group-rinse")
        self.shows(page, "How shall the group dry?")
        self.assertTrue(BeautifulSoup(page, "lxml").find("input", {"value": "with a cloth", "checked": True}))
        for hour, chosen in ((4, "with a cloth"), (21, "in the air")):  # half past five; half past ten at night
            self.clock.moment = NOW.replace(hour=hour, minute=30)
            page = BeautifulSoup(self.get(f"/runs/ready/{self.hall}/group-rinse"), "lxml")
            self.assertEqual(page.find("input", {"name": "answer-drying", "checked": True})["value"], chosen)
        self.clock.moment = NOW
        night = self.get(f"/runs/ready/{self.hall}/group-rinse?answer-drying=in+the+air")
        self.shows(night, "nobody waits")
        self.post("/runs", {"machine": self.hall, "item": "group-rinse", "answer-drying": "in the air"})
        state = run_row(open_runs()[-1].id).state
        titles = [state.procedure.steps[n].title for n in (state.index, *state.ahead)]
        self.assertNotIn("Shake it and wipe it", " ".join(titles))
        self.assertTrue([n for n in state.ahead if state.procedure.steps[n].idle])

    def test_a_temperature(self):
        """Too warm is said with what to do; nonsense is refused; a site that thinks in °F types 38 and means 3.3 °C."""
        run_id = self.begin("fridge-check", self.tower)
        self.shows(self.step(run_id, code=422, text="warm").get_data(as_text=True), "between -20 and 60 °C")
        self.step(run_id, text="8,5")
        self.shows(self.get(f"/runs/{run_id}"), "throw the milk away")
        self.step(run_id, "abandon", text="again in another unit")
        hours = {f"{name}{day}": value for day in range(5) for name, value in OPEN.items()}
        self.post("/site", {"name": "Test Works", "zone": "Europe/Berlin", "degrees": "°F", **hours})
        run_id = self.begin("fridge-check", self.tower)
        self.shows(self.get(f"/runs/{run_id}"), "°F")
        self.shows(self.step(run_id, code=422, text="300").get_data(as_text=True), "between -4 and 140 °F")
        self.step(run_id, text="38")
        self.assertEqual(run_row(run_id).state.answers["milk-temperature"], "3.3")
        self.hides(self.get(f"/runs/{run_id}"), "throw the milk away")
        self.step(run_id, "back")
        self.step(run_id, text="46.4")  # 8 °C
        self.shows(self.get(f"/runs/{run_id}"), "Above 41 °F")

    def test_breaks(self):
        """Danger, power, and what is inside; the machine is not usable until it is rinsed out."""
        run_id = self.begin("descale")
        self.to(run_id, "It works")
        self.shows(self.get(f"/runs/{run_id}"), "Under the steam wand")
        self.step(run_id, "interrupt", text="danger")
        page = self.get(f"/runs/{run_id}")
        for words in ("Main switch off, at once", "Inside now:", "Descaling concentrate in the water circuit"):
            self.shows(page, words)
        self.step(run_id, code=422)
        self.step(run_id, "resume")
        self.step(run_id, "interrupt", text="power")
        self.shows(self.get(f"/runs/{run_id}"), "Begin that stage again")
        self.step(run_id, "start over")
        self.shows(self.get(f"/runs/{run_id}"), "Start the programme")
        self.step(run_id, "abandon", text="pump broken")
        page = self.get(f"/machines/{self.hall}")
        self.shows(page, "No drinks until it is rinsed out")
        self.shows(page, "Rinse it out")
        self.shows(self.get("/"), "Cleaner inside: no drinks")
        self.shows(self.get(f"/runs/ready/{self.hall}/descale"), "inside the tank already")
        self.post("/runs", {"machine": self.hall, "item": "descale"}, 422)
        self.begin("rinse-out")

    def test_back_to_the_tablet(self):
        """It is said to be inside; it can be said that it is not."""
        run_id = self.begin("brew-tablet")
        self.to(run_id, "It works")
        self.step(run_id, "back")
        page = self.get(f"/runs/{run_id}")
        self.shows(page, "Never a second one")
        self.shows(page, "It is in already, go on")
        self.hides(page, 'class="pour-line"')
        self.step(run_id, "no")
        self.shows(self.get(f"/runs/{run_id}"), 'class="pour-line"')
        self.hides(self.get(f"/runs/{run_id}"), "Never a second one")

    def test_the_strip_and_the_wait(self):
        """Two runs: the strip says which calls next; the wait offers the other machine's short jobs."""
        first = self.begin("brew-tablet")
        self.to(first, "It works")
        self.clock.moment += timedelta(minutes=1)
        page = self.get(f"/runs/{first}")
        self.shows(page, "Meanwhile")
        self.shows(page, "at Tower fits into this wait")
        self.begin("outlets", self.tower)
        strip = self.get("/machines")
        self.assertLess(strip.index("waits for you"), strip.index("calls about"))

    def test_photo(self):
        """Kept with its run and shown; another file is refused; nobody else's path is served."""
        run_id = self.begin("group-strip-down")
        out = io.BytesIO()
        Image.new("RGB", (400, 300), "white").save(out, "PNG")
        form = {"photo": (io.BytesIO(out.getvalue()), "one.png"), "title": "two screws"}
        self.post(f"/runs/{run_id}/photo", form, content_type="multipart/form-data")
        name = Photo.get().file
        self.shows(self.get(f"/runs/{run_id}"), f"/runs/photos/{name}")
        answer = self.client.get(f"/runs/photos/{name}")
        self.assertEqual((answer.status_code, answer.mimetype), (200, "image/jpeg"))
        answer.close()
        # Started on a folder that is named from where one stands, as the demo is, it is served all the same.
        database.close()
        with contextlib.chdir(self.folder.parent):
            open_file(Path(self.folder.name))
            answer = self.client.get(f"/runs/photos/{name}")
            self.assertEqual(answer.status_code, 200)
            answer.close()
        self.get("/runs/photos/none.jpg", 404)
        self.step(run_id, "abandon", text="only the photo")
        with zipfile.ZipFile(io.BytesIO(self.client.get("/log/runs.zip").data)) as archive:
            told = json.loads(archive.read("runs.json"))["runs"][0]
            self.assertEqual(told["photos"], [f"photos/{name}"])
            self.assertTrue(archive.read(told["photos"][0]).startswith(b"\xff\xd8"))
        self.assertEqual((told["machine"], told["outcome"]), ("Hall", "abandoned"))
        self.assertEqual(told["notes"][0]["text"], "only the photo")
        run_id = self.begin("outlets")
        form = {"photo": (io.BytesIO(b"no picture"), "one.png")}
        self.post(f"/runs/{run_id}/photo", form, 422, content_type="multipart/form-data")
        self.post(f"/runs/{run_id}/photo", {}, 422)

    def test_still_lit(self):
        """The end leads on to the likely reason."""
        run_id = self.begin("brew-tablet")
        while run_row(run_id).state.step:
            self.step(run_id)
        index = run_row(run_id).state.index
        self.post(f"/runs/{run_id}/finish", {"step": index, "lamp": "no", "used-brew-tablets": "1"})
        page = self.get(f"/runs/{run_id}")
        self.shows(page, "The short rinse was run instead of the long cleaning programme")
        self.shows(page, "Begin brew-group tablet")
        self.shows(page, "Next stop:")
        self.post(f"/runs/{run_id}/finish", {"step": index}, 409)
        self.shows(self.get("/log/runs"), "lamp still lit")
        self.shows(self.get(f"/log/runs?machine={self.hall}&item=brew-tablet"), "of about 10")
        self.assertEqual(StockMoveFact.select().count(), 1)


class Around(WebTest):
    """Supplies, procedures, cards."""

    def test_supplies(self):
        """Counted, bought, refused; a label read again; another product."""
        self.used_machine(name="Hall", done={"brew-tablet": 8})
        self.post("/supplies/moves", {"product": "brew-tablets", "amount": "2", "do": "counted"})
        self.post("/supplies/moves", {"product": "brew-tablets", "amount": "1,5", "do": "bought"})
        self.assertEqual(stock_held(1)["brew-tablets"].amount, 3.5)
        for form, code in (
            ({"product": "brew-tablets", "amount": "many", "do": "counted"}, 422),
            ({"product": "brew-tablets", "amount": "", "do": "bought"}, 422),
            ({"product": "brew-tablets", "amount": "0", "do": "bought"}, 422),
            ({"product": "none", "amount": "1", "do": "counted"}, 404),
            ({"product": "brew-tablets", "amount": "1", "do": "eaten"}, 404),
        ):
            with self.subTest(form=form):
                self.post("/supplies/moves", form, code)
        label = {
            "key": "", "title": "Acid milk pellets", "role": "acid-milk-cleaner", "form": "pellets",
            "chemistry": "acid", "unit": "pellet", "dose": "40", "per_l": "",
        }  # fmt: skip
        self.post("/supplies", label)
        self.shows(self.get("/supplies"), "Acid milk pellets")
        page = self.post("/supplies", {**label, "dose": "some"}, 422).get_data(as_text=True)
        self.shows(page, "The dose is a number")
        self.shows(page, 'value="Acid milk pellets"')
        self.post("/supplies", {**label, "key": "none"}, 404)

    def test_procedures(self):
        """Read, copied, checked while typing, saved, given out, deleted."""
        self.shows(self.get("/procedures"), "Descale")
        self.shows(self.get("/procedures/descale"), "The machine’s own programme")
        text = self.client.get("/procedures/outlets.yaml").get_data(as_text=True)
        self.shows(self.get("/procedures/new?copy=outlets"), "key: outlets-2")
        self.get("/procedures/new?copy=none", 404)
        self.shows(self.get("/procedures/new"), "my-procedure")
        own = text.replace("key: outlets", "key: mine")
        said = self.post("/procedures/check", {"text": own.replace("part:", "parts:")}, 200, htmx=True)
        self.shows(said.get_data(as_text=True), "“parts” is not known here")
        self.post("/procedures", {"text": own.replace("key: mine", "key: outlets")}, 422)
        self.post("/procedures", {"text": "- no"}, 422)
        self.assertEqual(self.post("/procedures", {"text": own}).location, "/procedures/mine")
        self.shows(self.get("/procedures/mine/edit"), "key: mine")
        self.assertEqual(self.client.get("/procedures/outlets/edit").status_code, 303)
        self.post("/procedures/outlets/delete", code=422)
        self.post("/procedures/mine/delete")
        self.get("/procedures/mine", 404)
        self.assertEqual(self.client.get("/procedures/schema.json").mimetype, "application/schema+json")

    def test_card(self):
        """One page for one machine, with its own amounts and an address that a phone reads."""
        hall = self.used_machine(name="Hall", done={"brew-tablet": 8})
        page = self.get(f"/procedures/card/{hall}/descale?size=a5")
        for words in ("card-a5", "100 ml Descaling concentrate", 'class="qr"', "main switch off, at once", "It works"):
            self.shows(page, words)
        self.shows(self.get(f"/procedures/card/{hall}/end-of-day?size=poster"), "card-a4")
        self.get(f"/procedures/card/{hall}/dance", 404)
        self.get("/procedures/card/99/descale", 404)
