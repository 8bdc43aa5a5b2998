"""The water bench over HTTP: readings of all sorts, the ledger, the descaler, a year lived four ways."""

from __future__ import annotations

import csv
import io
from datetime import timedelta

from lamplight.actions.stock import move_stock, note_price
from lamplight.actions.water import TypedTest, add_water_test, install_cartridge
from lamplight.core.errors import InvalidInput
from lamplight.core.stock.stock import Move
from lamplight.core.water.cartridge import Cartridge
from lamplight.sight.actor import Actor
from lamplight.sight.costs import unit_prices
from lamplight.sight.machine_views import machine_views
from lamplight.sight.water_year import cartridges_compared
from lamplight.store.sites import machine
from lamplight.store.waters import water_tests
from tests.base import NOW, WebTest

HAND = Actor(NOW)
GOOD = {"source": "mains", "unit": "dH", "way": "number", "day": "2026-11-20"}


class Bench(WebTest):
    """One tabletop, descaled 27 days ago."""

    def setUp(self):
        """Its counter was read every day."""
        super().setUp()
        self.hall = self.used_machine(name="Hall", done={"descale": 27})

    def shows(self, page, *words):
        """Fail shortly where a page does not hold some words."""
        for each in words:
            super().shows(page, each)

    def water_known(self, total=18.0, carbonate=14.0, **more):
        """A test of ten days before its machine came."""
        day = (NOW - timedelta(days=40)).date()
        add_water_test(self.site.id, TypedTest("mains", day, total, carbonate, **more), NOW.date(), HAND)


class Tests(Bench):
    """What is read, and how."""

    def test_every_way_of_reading(self):
        """A strip's fields, drops of a unit, a report with all it says: kept as read, reckoned in °dH."""
        for form, total, words in (
            ({"way": "strip", "total": "2"}, 10.5, "2 fields of 4 turned"),
            ({"way": "drops", "total": "20", "unit": "fH"}, 11.206, "20 drops"),
            ({"total": "250", "unit": "mg/L CaCO3", "carbonate": "180", "ph": "7,6", "tds": "350"}, 14.007, ""),
        ):
            self.post("/water/tests", GOOD | form)
            newest = water_tests()[0].test
            self.assertAlmostEqual(newest.total_dh, total, places=3)
            self.assertEqual(newest.read.total_between.words, words)
            page = self.get("/water")
            if words:
                self.shows(page, words)
        self.shows(page, "Saturation index +0.2", "tends to deposit scale", "It ranks waters and tells no amount")

    def test_refused_with_the_form_kept(self):
        """Beside its field, nothing written, and the cursor where it was asked to stand."""
        before = self.entry_count()
        for wrong, field, said in (
            ({"way": "strip", "total": "7"}, "total", "0 to 4"),
            ({"way": "strip", "total": "2", "carbonate": "3"}, "carbonate", "total hardness alone"),
            ({"way": "drops", "total": "2.5"}, "total", "counted whole"),
            ({"way": "taste", "total": "2"}, "way", "Say how it was read"),
            ({"total": "12", "ph": "15"}, "ph", "between 4 and 11"),
            ({"total": "12", "tds": "300"}, "ph", "told by its pH"),
            ({"total": "12", "ph": "7", "celsius": "80"}, "celsius", "0 to 40"),
            ({"total": "-3"}, "total", "cannot lie below 0"),
            ({"total": "1e9"}, "total", "below a million"),
        ):
            page = self.post("/water/tests", GOOD | wrong, 422).get_data(as_text=True)
            self.shows(page, said)
            self.shows(page, f'id="{field}-said"')
        self.assertEqual(self.entry_count(), before)

    def test_only_looking_writes_nothing(self):
        """The rule moves to what was typed; a gallon is the one that its name says."""
        before = self.entry_count()
        answer = self.post("/water/tests", GOOD | {"total": "20", "unit": "gpg", "do": "look"}, 200)
        self.shows(answer.get_data(as_text=True), 'data-cursor="19.18"')
        self.assertEqual(self.entry_count(), before)
        self.shows(self.get("/water?total=15&unit=eH"), 'data-cursor="11.98"')

    def test_age_and_drift(self):
        """What is older than half a year asks for another; two of one water tell how it moved."""
        old = (NOW - timedelta(days=200)).date()
        add_water_test(self.site.id, TypedTest("mains", old, 16.0, None), NOW.date(), HAND)
        self.shows(self.get("/water"), "200 days ago", "test it again")
        self.water_known()
        self.shows(self.get("/water"), "2 tests between 16.0 and 18.0", "2.0 more than the one before")


class Machine(Bench):
    """Ledger, descaler, filter."""

    def test_the_ledger(self):
        """From the descaling on; what the dose dissolves is what was taken out of stock for it."""
        self.shows(self.get(f"/water/{self.hall}"), "was not tested yet")
        self.water_known()
        page = self.get(f"/water/{self.hall}")
        self.shows(page, "The scale ledger", "reckoned; nobody weighed it", "Is the descaler enough?", "enough.")
        self.shows(page, "Descaling concentrate, 100 ml in 1 L", "household vinegar")
        self.get("/water/99", 404)

    def test_an_own_label_without_an_acid(self):
        """Then it is not known what it dissolves, and the page says where to write it down."""
        self.water_known()
        form = {"key": "descaler-liquid", "title": "Own", "role": "descaler", "form": "liquid", "unit": "ml",
                "chemistry": "descaling acid", "dose": "100", "per_l": "100"}  # fmt: skip
        self.post("/supplies", form)
        self.shows(self.get(f"/water/{self.hall}"), "acid is not written down")

    def test_another_cartridge(self):
        """Its own row is what is there now; none takes no cartridges; twice as large is changed no more often."""
        self.water_known()
        for name, kind in (("Lab", "office-tower"), ("Bench", "black-coffee-bench")):
            self.used_machine(name=name, kind=kind, done={"descale": 20})
        for view in machine_views(self.site, NOW):
            today = self.calendar.today(NOW)
            small, large = Cartridge(600.0), Cartridge(1200.0)
            rows = {row.way.key: row for row in cartridges_compared(view, today, small)}
            fitted = view.status.context.water.cartridge
            place = "none" if fitted is None else fitted.place.value
            self.assertEqual([key for key, row in rows.items() if row.now], [place], view.row.name)
            self.assertEqual((rows["none"].cartridges, rows["none"].fresh_dh), (0, 14.0))
            self.assertGreaterEqual(rows["none"].scale_g, max(row.scale_g for row in rows.values()))
            larger = cartridges_compared(view, today, large)[-1]
            self.assertLessEqual(larger.cartridges, rows["own"].cartridges)
            page = self.get(f"/water/{view.row.id}?holds=600&past=25")
            self.shows(page, "The one you ask about", "25 % past")
            for wrong, said in (("holds=0", "above 0"), ("holds=x", "is a number"), ("holds=9&past=400", "a share")):
                self.shows(self.get(f"/water/{view.row.id}?{wrong}", 422), said)

    def test_an_acid_of_ones_own(self):
        """Ten grams of scale want 18 g of lactic acid; hot citric acid drops sludge; absurd amounts are refused."""
        self.water_known()
        at = f"/water/{self.hall}"
        page = self.get(f"{at}?acid=lactic&grams=10&mix_ml=1000")
        self.shows(page, "4.4 g would stay", "18 g", "1.0 %", "0.11", "never water onto acid")
        self.shows(self.get(f"{at}?acid=citric&grams=40&mix_ml=1000"), "white sludge, since it is heated")
        self.hides(self.get(f"{at}?acid=citric&grams=40&mix_ml=1000&cold=on"), "since it is heated")
        for wrong, said in (
            ("acid=lactic&grams=-1&mix_ml=1000", "below 0"), ("acid=lactic&grams=10&mix_ml=0", "more than 0 ml"),
            ("acid=hydrochloric&grams=10&mix_ml=100", "is not an acid"),
            ("acid=lactic&grams=x&mix_ml=1", "is a number"), ("acid=lactic&grams=0&mix_ml=100", "Say which acid"),
        ):  # fmt: skip
            self.shows(self.get(f"{at}?{wrong}", 422), said)

    def test_a_filter_by_place(self):
        """Kept with where it sits; drawn there; its bypass in a table; refused with what was typed."""
        self.water_known()
        form = {"capacity": "900", "bypass": "20", "months": "2", "place": "jug", "at": "2026-11-20", "do": "in"}
        self.post(f"/water/{self.hall}/filter", form)
        self.assertEqual(self.view(self.hall).status.context.water.cartridge.place, "jug")
        self.shows(self.get("/water"), "cartridge in a jug", "L left")
        self.shows(self.get(f"/water/{self.hall}"), "Another bypass would", "20 %")
        page = self.post(f"/water/{self.hall}/filter", form | {"months": "999"}, 422).get_data(as_text=True)
        self.shows(page, 'value="999"', "1 to 120 months")

    def test_soft_water(self):
        """It attacks rather than scales, and a cartridge makes it worse."""
        self.water_known(2.0, 1.5)
        self.shows(self.get("/water"), "attacks metal rather than leaving scale")
        install_cartridge(machine(self.site.id, self.hall), Cartridge(900), NOW - timedelta(days=1), HAND)
        self.shows(self.get(f"/water/{self.hall}"), "leave it out")


class Year(Bench):
    """Four ways."""

    def test_four_ways_and_a_file(self):
        """Figures, assumptions in place, and the same as CSV."""
        self.shows(self.get(f"/water/{self.hall}/year"), "enter a test")
        self.water_known()
        page = self.get(f"/water/{self.hall}/year")
        self.shows(page, "A cartridge in the tank", "No cartridge", "A jug filter", "A cartridge in the line")
        self.shows(page, "no price yet")
        rows = list(csv.reader(io.StringIO(self.get(f"/water/{self.hall}/year.csv"))))
        self.assertEqual(len(rows[0]), 11)
        gap = rows.index([])
        self.assertEqual((gap, len(rows) - gap - 2), (13, 366))
        priced = "&".join(("descale_price=2", "price-tank=9", "price-jug=5", "price-line=60", "hour_price=30"))
        self.assertNotIn("no price yet", self.get(f"/water/{self.hall}/year?{priced}"))
        softer = self.get(f"/water/{self.hall}/year.csv?carbonate_dh=0")
        none = next(row for row in csv.reader(io.StringIO(softer)) if row[:2] == ["no cartridge", "likely"])
        self.assertEqual(float(none[9]), 0.0)

    def test_absurd_assumptions(self):
        """Refused with a sentence; the year as it is known stays."""
        self.water_known()
        for wrong, said in (
            ("carbonate_dh=-1", "below 0"), ("bypass-line=900", "share between 0 and 1"),
            ("months-jug=0", "1 to 120"), ("capacity-tank=0", "above 0"), ("hour_price=x", "is a number"),
            ("carbonate_dh=900", "between 0 and 200"),
        ):  # fmt: skip
            self.shows(self.get(f"/water/{self.hall}/year?{wrong}", 422), said, "What is assumed")
            self.assertEqual(self.client.get(f"/water/{self.hall}/year.csv?{wrong}").status_code, 422)


class Prices(Bench):
    """Money, to the hundredth."""

    def test_a_price_and_its_refusals(self):
        """The newest holds; a product that is not there, a day ahead, less than nothing."""
        today = NOW.date()
        note_price("brew-tablets", 100, 12.5, today - timedelta(days=9), today, HAND)
        note_price("brew-tablets", 50, 7.0, today, today, HAND)
        self.assertEqual(unit_prices(1, today)["brew-tablets"], 0.14)
        for wrong in (("tea", 1, 1, today), ("brew-tablets", 1, 1, today + timedelta(days=1)),
                      ("brew-tablets", 0, 1, today), ("brew-tablets", 1, -1, today)):  # fmt: skip
            with self.assertRaisesRegex(
                InvalidInput, "A pack lies between|A price lies between|Choose a product|That day has not come yet"
            ):
                note_price(*wrong, today, HAND)
        move_stock("brew-tablets", Move.BOUGHT, 5, HAND)
        self.assertEqual(unit_prices(1, today - timedelta(days=1))["brew-tablets"], 0.125)
