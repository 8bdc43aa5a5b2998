"""The pages of a programme that leads: doubt, what it asks for, stops, doses, by hand, earlier files."""

from __future__ import annotations

from datetime import timedelta

from bs4 import BeautifulSoup

from lamplight.store.models import StockMoveFact
from lamplight.store.runs import open_runs, run_row
from tests.base import WebTest
from tests.pace import said_to


class Led(WebTest):
    """A tabletop whose care is due."""

    def setUp(self):
        """One machine."""
        super().setUp()
        self.hall = self.used_machine(name="Hall", done={"brew-tablet": 8, "descale": 30, "group-rinse": 1})

    def begin(self, item, **chosen):
        """A run; answers its id."""
        self.post("/runs", {"machine": self.hall, "item": item, **chosen})
        return open_runs()[-1].id

    def step(self, run_id, answer="advance", code=303, **rest):
        """Answer the current step, as it stands."""
        return self.post(f"/runs/{run_id}/step", {"step": run_row(run_id).state.index, "answer": answer, **rest}, code)

    def to(self, run_id, words):
        """Go on until a step comes, each in its time."""
        while words not in run_row(run_id).state.step.title:
            state = run_row(run_id).state
            self.clock.moment += timedelta(seconds=state.step.duration.likely_s if state.step.duration else 30)
            self.step(run_id, text=said_to(state))

    def test_over_too_soon(self):
        """Asked at once; yes leads to the long one, and the tablet is not counted twice; no wants a second touch."""
        run_id = self.begin("brew-tablet")
        self.to(run_id, "It works")
        self.clock.moment += timedelta(seconds=40)
        self.step(run_id)
        page = self.get(f"/runs/{run_id}")
        for words in ("Was it the short rinse?", "It takes 7 to 14 minutes; this took 40 seconds."):
            self.shows(page, words)
        self.step(run_id, "no")
        state = run_row(run_id).state
        self.assertEqual((state.step.title, len(state.inside)), ("Start the programme", 1))
        self.to(run_id, "It works")
        self.clock.moment += timedelta(seconds=30)
        self.step(run_id)
        self.step(run_id, text="whole")
        self.shows(self.get(f"/runs/{run_id}"), "Really whole?")
        self.step(run_id, text="whole")
        self.assertEqual(list(run_row(run_id).state.ended_soon.values()), [30])
        while run_row(run_id).state.step:
            self.step(run_id)
        self.post(f"/runs/{run_id}/finish", {"step": run_row(run_id).state.index})
        self.shows(self.get("/log/runs"), "it was over far before its time, and was the whole programme")
        self.assertEqual(StockMoveFact.select().count(), 1)

    def test_it_asks_in_the_middle(self):
        """Its clock stands still; another screen sees the same; it goes on where it stood."""
        run_id = self.begin("brew-tablet")
        self.to(run_id, "It works")
        self.clock.moment += timedelta(minutes=2)
        self.shows(self.get(f"/runs/{run_id}"), "It asks: empty the tray")
        self.step(run_id, "asked", text="tray-empty")
        self.clock.moment += timedelta(minutes=3)
        page = self.get(f"/runs/{run_id}")
        self.shows(page, "its clock stands still")
        self.hides(page, "It asks: empty the tray")
        self.step(run_id, code=422)
        self.step(run_id, "answered")
        page = self.get(f"/runs/{run_id}")
        self.shows(page, "asked 1 time in this run")
        self.assertEqual(run_row(run_id).state.elapsed_s(self.clock.moment), 120)
        self.step(run_id, "asked", 422, text="moon")

    def test_stops_and_doses(self):
        """Amount, product, water and total where they are poured; each stop with its vessel and amount, ticked."""
        run_id = self.begin("descale", **{"ml-coffee": "500"})
        self.to(run_id, "Concentrate")
        page = self.get(f"/runs/{run_id}")
        lines = [line.get_text(" ", strip=True) for line in BeautifulSoup(page, "lxml").select(".pour-line")]
        self.assertEqual(lines, ["100 ml descaling concentrate then water to the 1 L mark"])
        self.to(run_id, "It works")
        page = self.get(f"/runs/{run_id}")
        self.shows(page, "Under the coffee outlet: tip it out after 416 ml of this step")
        self.clock.moment += timedelta(minutes=17)  # of 20, in which 500 ml come: 425 by now, 9 after the mark
        self.shows(self.get(f"/runs/{run_id}"), "425 ml of 500 ml")
        self.step(run_id, "tipped", text="coffee")
        page = self.get(f"/runs/{run_id}")
        for words in ("tipped out", "9 ml of 500 ml"):
            self.shows(page, words)
        self.step(run_id, "tipped", 422, text="bucket")

    def test_nothing_leads_away_while_a_stop_is_near(self):
        """The other machine's job is offered in the long wait, and not before the container is tipped out."""
        self.used_machine(name="Tower", kind="office-tower", done={"wipe-down": 9, "outlets": 9})
        run_id = self.begin("descale", **{"ml-coffee": "500"})
        self.to(run_id, "It works")
        self.shows(self.get(f"/runs/{run_id}"), "fits into this wait")
        self.clock.moment += timedelta(minutes=15)
        self.hides(self.get(f"/runs/{run_id}"), "fits into this wait")

    def test_by_hand(self):
        """Whoever says that the menu has no programme is led by hand, also the next time."""
        page = self.get(f"/runs/ready/{self.hall}/brew-tablet")
        self.shows(page, "Its menu has no such programme: by hand")
        self.shows(self.get(f"/runs/ready/{self.hall}/brew-tablet?by-hand=1"), "It soaks")
        bench = self.used_machine(name="Bench", kind="black-coffee-bench", done={"descale": 30})
        self.hides(self.get(f"/runs/ready/{bench}/descale?by-hand=1"), "By hand, since its menu")  # it has no tank
        run_id = self.begin("brew-tablet", **{"by-hand": "1"})
        self.assertEqual(run_row(run_id).state.procedure.key, "brew-tablet-by-hand")
        self.step(run_id, "abandon", text="only looking")
        self.shows(self.get(f"/runs/ready/{self.hall}/brew-tablet"), "It soaks")

    def test_a_product_for_several_circuits(self):
        """One tablet for group and milk is offered at both; a volume outside its label is refused in a sentence."""
        tower = self.used_machine(name="Tower", kind="office-tower", done={"milk-wash": 2})
        self.shows(self.get(f"/runs/ready/{tower}/milk-wash"), "Care tablets for group, milk and wand")
        page = self.get(f"/runs/ready/{tower}/milk-wash?product-milk-cleaner=care-tablets")
        self.shows(page, "2 tablets of care tablets for group, milk and wand, into 1 L of water")
        hall = self.get(f"/runs/ready/{self.hall}/descale?product-descaler=descaler-sachets")
        self.shows(hall, "1 sachet of descaler in sachets, then water to the 1 L mark")
        label = {
            "key": "descaler-liquid", "title": "Thin", "role": "descaler", "form": "liquid", "unit": "ml",
            "dose": "100", "chemistry": "descaling acid", "per_l": "100", "least_ml": "2000", "most_ml": "3000",
            "also": ["grease"],
        }  # fmt: skip
        self.post("/supplies", label)
        self.shows(self.get("/supplies/product/descaler-liquid"), "for 2 L to 3 L of mix")
        page = self.get(f"/runs/ready/{self.hall}/descale")
        self.shows(page, "Thin: the label holds for 2 L to 3 L of mix; here 1 L are wanted.")
        self.post("/runs", {"machine": self.hall, "item": "descale"}, 422)
        self.post("/supplies", {**label, "least_ml": "4000"}, 422)

    def test_one_run_for_the_end_of_the_day(self):
        """In place of several ticks."""
        daily = {"drip-tray": 1, "wand-purge": 1, "wipe-down": 1, "tank-rinse": 1}
        desk = self.used_machine(name="Desk", done={"brew-tablet": 8, **daily})
        self.clock.moment = self.clock.moment.replace(hour=16, minute=30)
        self.shows(self.get("/close/"), f'href="/runs/ready/{desk}/end-of-day"')


class Editor(WebTest):
    """What a new file begins with."""

    def test_its_example_can_be_taken(self):
        """With the example in place of none there is nothing to mend; one that runs nothing says so."""
        fresh = BeautifulSoup(self.get("/kinds/new"), "lxml").select_one("#text").get_text()
        example = fresh.split("programmes: {}")[0].split("An example:\n")
        told = (
            example[0].rsplit("\n", 2)[0]
            + "\nprogrammes:\n"
            + example[1].replace("#   ", "  ").replace("#     ", "    ")
        )
        for text in (fresh, told):
            checked = self.post("/kinds/check", {"text": text}, 200, htmx=True).get_data(as_text=True)
            self.assertNotIn("to mend</h2>", checked.replace("Nothing to mend", ""))
        self.post("/kinds", {"text": fresh})
        self.shows(self.get("/kinds/my-machine"), "None: it is cared for by hand.")
        self.shows(self.get("/kinds/jug-compact"), "Cleaning and descaling")
