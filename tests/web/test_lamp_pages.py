"""The pages of lamps: setting a panel, reading it, trying causes, teaching a pattern; by forms alone."""

from __future__ import annotations

from datetime import timedelta

from lamplight.actions.lamps import note_sighting
from lamplight.core.lamps.match import PanelSignals
from lamplight.core.lamps.panel import SIGNS, LampSignal, LampState
from lamplight.drawing import glyphs
from lamplight.sight.actor import Actor
from lamplight.store.models import CauseTried, PanelSighting
from lamplight.store.sites import machine
from tests.base import NOW, WebTest


class Pages(WebTest):
    """A tabletop, its tablet done two days ago, and a tower with a display."""

    def setUp(self):
        """Both used for four weeks."""
        super().setUp()
        self.hall = self.used_machine(name="Hall", done={"brew-tablet": 2, "descale": 30})
        self.tower = self.used_machine(name="Tower", kind="office-tower", done={"brew-tablet": 2})

    def test_a_lamp_that_stops(self):
        """It is said before the next round, which keeps its time; looking at it from now on is a choice."""
        self.post(f"/lamps/{self.hall}", {"lamp-drawer": "steady red"})
        self.assertTrue(self.view(self.hall).stopped)
        page = self.get("/")
        self.shows(page, "Next round 18:00")
        self.shows(page, "Hall gives no drinks: Drawer or tray is out.")
        self.shows(page, "Do it now")

    def test_setting_a_panel(self):
        """A lamp is stepped without being written down; then it is."""
        path = f"/lamps/{self.hall}"
        self.shows(self.get(path), "Nothing was seen lit")
        page = self.post(f"{path}/step", {"lamp": "care", "lamp-care": "off"}, 200, htmx=True).get_data(as_text=True)
        self.assertTrue(page.lstrip().startswith('<div id="panel"'))
        self.shows(page, 'name="lamp-care" value="steady amber"')
        self.assertEqual(PanelSighting.select().count(), 0)
        self.shows(self.post(f"{path}/step", {"lamp": "drawer"}, 200).get_data(as_text=True), "Drawer or tray is out")
        self.post(path, {"lamp-care": "flashing amber", "lamp-tank": "off"})
        page = self.get(path)
        for words in ("Brew-group tablet", "Most likely: It asks for its brew-group tablet", "Lamp and book disagree"):
            self.shows(page, words)
        self.shows(self.get("/lamps"), "Rinse and descale flashing amber")
        self.shows(self.get("/"), "the machine asks for it since")
        self.shows(self.get("/"), "lamp-glass lamp-amber")
        self.post(path, {"dark": "1", "lamp-care": "flashing amber"})
        self.shows(self.get(path), "Nothing was seen lit")

    def test_a_display(self):
        """Its messages are offered; a free word is kept; a fault shows in the weeks."""
        path = f"/lamps/{self.tower}"
        self.shows(self.get(path), "Brew group asks for its tablet")
        self.post(path, {"message": "no WATER!"})
        self.shows(self.get(path), "No water comes")
        self.shows(self.get("/lamps"), "Faults, week by week")
        self.post(path, {"message": "E 99 something"})
        page = self.get(path)
        self.shows(page, "Nobody knows this pattern yet")
        form = {"title": "The lid is open", "sort": "part missing", "asks_for": "", "force": "information"}
        self.shows(self.post(f"{path}/pattern", {**form, "title": ""}, 422).get_data(as_text=True), "missing")
        self.post(f"{path}/pattern", form)
        self.shows(self.get(path), "The lid is open")
        self.shows(self.get(f"/machines/{self.tower}"), "as ours is")

    def test_three_at_once(self):
        """Each in its order with its own causes; filled and told, one is out; what is wrong here is corrected here."""
        path = f"/lamps/{self.hall}"
        self.post(path, {"lamp-care": "steady red", "lamp-tank": "flashing red", "lamp-attention": "steady red"})
        page = self.get(path)
        self.shows(page, "3 things at once")
        order = [page.index(f'id="means-{n}"') for n in (1, 2, 3)]
        titles = ("Door or brew group", "Fill the tank", "Descale")
        places = [page.index(f"</span> {title}</h2>") for title in titles]
        self.assertEqual(sorted(order + places), [place for pair in zip(order, places, strict=True) for place in pair])
        self.shows(page, "Water filled, and the machine knows")
        self.post(f"{path}/refill", {"filling": "milk", "answer": "confirmed"}, 422)
        self.clock.moment = NOW + timedelta(minutes=5)
        self.post(f"{path}/refill", {"filling": "water", "answer": "confirmed"})
        page = self.get(path)
        self.shows(page, "2 things at once")
        self.shows(page, "the lamp went out with its refill, confirmed")
        form = {
            "number": "1", "instead_of": "Door or brew group", "title": "The cup rest is off", "sort": "part missing",
            "force": "urgent", "own_cause": "It was washed", "own_check": "Is it on top?", "own_remedy": "",
        }  # fmt: skip
        page = self.post(f"{path}/pattern", form, 422).get_data(as_text=True)
        self.shows(page, "What to do")
        self.shows(page, 'value="It was washed"')
        self.post(f"{path}/pattern", form | {"own_remedy": "Put it on."})
        page = self.get(path)
        self.shows(page, "The cup rest is off")
        self.shows(page, "Most likely: It was washed")
        self.hides(page, "Door or brew group</h2>")

    def test_refused(self):
        """422 with the panel kept; unknown machines and complaints are not there."""
        path = f"/lamps/{self.hall}"
        page = self.post(path, {"lamp-care": "flashing amber", "at": "2030-01-01T10:00"}, 422).get_data(as_text=True)
        self.shows(page, "has not come yet")
        self.shows(page, 'name="lamp-care" value="flashing amber"')
        for form in ({"lamp-care": "dancing"}, {"lamp-moon": "steady red"}, {"lamp-care": "steady red", "value": "x"},
                     {"lamp-care": "steady red", "at": "noon"}):  # fmt: skip
            with self.subTest(form=form):
                self.post(path, form, 422)
        self.post(f"{path}/step", {"lamp": "moon"}, 422)
        self.post(f"{path}/step", {"lamp-care": "dancing"}, 422)
        self.get("/lamps/99", 404)
        self.get(f"{path}/symptom/none", 404)
        self.get(f"{path}/symptom/milk-spits", 404)
        self.post(f"{path}/cause", {"about": "x", "cause": "none"}, 422)
        self.post(f"{path}/grind", {"do": "sideways"}, 422)
        self.assertEqual(PanelSighting.select().count(), 0)

    def test_a_complaint(self):
        """Causes one after another; a notch, two drinks, judged."""
        path = f"/lamps/{self.hall}/symptom/coffee-drips"
        page = self.get(path)
        self.shows(page, "One notch coarser, done")
        form = {"about": "coffee-drips", "symptom": "coffee-drips", "cause": "grind-too-fine"}
        answer = self.post(f"/lamps/{self.hall}/cause", {**form, "answer": "no"})
        self.assertEqual(answer.location, path)
        self.shows(self.get(path), "It was not this just now")
        self.post(f"/lamps/{self.hall}/cause", {**form, "answer": "yes"})
        self.assertEqual(CauseTried.select().count(), 2)
        self.post(f"/lamps/{self.hall}/grind", {"do": "coarser", "symptom": "coffee-drips"})
        for drink in (1, 2):
            self.shows(self.get(path), f"Drink {drink} is drawn")
            self.post(f"/lamps/{self.hall}/grind", {"do": "drink", "symptom": "coffee-drips"})
        self.shows(self.get(path), "Now judge")

    def test_expected_lamp_on_the_ruler(self):
        """Seen three times after 160 drinks: the machine page and the lamps page foretell the next."""
        row = machine(self.site.id, self.hall)
        lamp = PanelSignals({"care": LampSignal(LampState.FLASHING, "amber")})
        from lamplight.actions.machines import LastDoneAnswer, declare_done

        for back in (23, 16, 9):
            at = NOW - timedelta(days=back)
            declare_done(row, "brew-tablet", LastDoneAnswer(at=at), None, Actor(NOW))
            note_sighting(row, lamp, at + timedelta(days=4), Actor(NOW))
            note_sighting(row, PanelSignals(), at + timedelta(days=6), Actor(NOW))
        self.shows(self.get(f"/lamps/{self.hall}"), "Lamps expected")
        self.shows(self.get(f"/machines/{self.hall}"), "Lamp: Brew-group tablet")

    def test_signs_are_drawn(self):
        """Each name that a kind may use has its strokes."""
        self.assertEqual(set(glyphs.SIGNS), set(SIGNS))
