"""Supplies over HTTP: shelves by time, prices, the shopping list, what care costs, jobs that would find no stock."""

from __future__ import annotations

import csv
import io
from datetime import timedelta

from lamplight.actions.stock import move_stock
from lamplight.core.care.triggers import EndOfService
from lamplight.core.errors import InvalidInput
from lamplight.core.stock.stock import Move
from lamplight.sight.actor import Actor
from lamplight.sight.costs import machine_costs, out_of_use_minutes
from lamplight.sight.cupboard import products, stock_awaited, stock_held
from lamplight.sight.kinds import kind_of
from lamplight.sight.machine_views import machine_views
from lamplight.sight.shelves import HORIZON_DAYS, lacking_soon, shelves, shopping, uses_ahead
from tests.base import NOW, WebTest


class Supplies(WebTest):
    """One tabletop with a milk wash every day and a tablet every 200 drinks."""

    def setUp(self):
        """Everything was done yesterday."""
        super().setUp()
        for name, kind in (("Hall", "removable-tabletop"), ("Lab", "office-tower")):
            done = {item.key: 1 for item in kind_of(kind).items}
            self.hall = self.used_machine(name=name, kind=kind, done=done)
        self.today = self.calendar.today(NOW)

    def found(self):
        """The shelves by product."""
        return {one.product.key: one for one in shelves(self.site, machine_views(self.site, NOW), NOW)}

    def move(self, product, amount, do="counted", **more):
        """Count or buy."""
        self.post("/supplies/moves", {"product": product, "amount": str(amount), "do": do, **more})


class Shelves(Supplies):
    """How long it lasts."""

    def test_uses_are_those_of_the_rules(self):
        """Within four weeks as many washes as open days; the wall names what is first to order."""
        uses = uses_ahead(self.site, machine_views(self.site, NOW), NOW)["milk-liquid"]
        end = self.today + timedelta(days=28)
        own = [use for use in uses if use.machine == self.hall and use.likely < end and use.item == "milk-wash"]
        open_days = sum(self.calendar.is_open(self.today + timedelta(days=n)) for n in range(28))
        # On two days a week the acid wash takes its place.
        self.assertTrue(open_days - 9 <= len(own) <= open_days, (len(own), open_days))
        self.shows(self.get("/supplies"), "Nothing was counted yet")
        self.move("milk-liquid", 120)
        shelf = self.found()["milk-liquid"]
        wanted = sum(use.units for use in shelf.uses if use.likely < shelf.cover.likely)
        self.assertLessEqual(wanted, 120)
        self.assertGreater(wanted + max(use.units for use in shelf.uses), 120)
        self.assertEqual(shelf.cover.order_by + timedelta(days=7), shelf.cover.early)
        page = self.get("/supplies")
        self.shows(page, "Order alkaline milk cleaner now: 120 ml left")
        self.shows(self.get("/"), "Alkaline milk cleaner: <strong>order now")

    def test_an_order_and_what_spoils(self):
        """On its way it puts off the day; what spoilt is gone; a shorter delivery gives more time."""
        self.move("milk-liquid", 600)
        before = self.found()["milk-liquid"].cover
        arrives = (self.today + timedelta(days=5)).isoformat()
        self.move("milk-liquid", 1000, "ordered", arrives=arrives)
        self.assertGreater(self.found()["milk-liquid"].cover.likely, before.likely)
        self.move("milk-liquid", 500, "spoilt")
        self.assertEqual(stock_held(1)["milk-liquid"].amount, 100)
        self.post("/supplies/supply", {"product": "milk-liquid", "lead": "2", "opened": "90"})
        shelf = self.found()["milk-liquid"]
        self.assertEqual((shelf.supply.lead_days, shelf.supply.opened_days), (2, 90))
        self.assertEqual(shelf.cover.order_by + timedelta(days=2), shelf.cover.early)

    def test_refused(self):
        """Nothing counted, a pack of nothing, a price below nothing, a delivery of a year: 422, nothing written."""
        before = self.entry_count()
        for path, form, said in (
            ("moves", {"product": "milk-liquid", "do": "counted", "amount": ""}, "Say how much"),
            ("moves", {"product": "milk-liquid", "do": "ordered", "amount": "5", "arrives": "soon"}, "is a date"),
            ("price", {"product": "milk-liquid", "units": "0", "money": "5"}, "A pack lies"),
            ("price", {"product": "milk-liquid", "units": "100", "money": ""}, "what a pack costs"),
            ("price", {"product": "milk-liquid", "units": "100", "money": "-5"}, "cannot lie below 0"),
            ("price", {"product": "milk-liquid", "units": "100", "money": "1e9"}, "below a million"),
            ("price", {"product": "milk-liquid", "units": "100", "money": "five"}, "is a number such as"),
            ("supply", {"product": "milk-liquid", "lead": "400"}, "0 to 365 days"),
            ("supply", {"product": "milk-liquid", "lead": "x"}, "whole number"),
            ("supply", {"product": "milk-liquid", "lead": "7", "opened": "0"}, "1 to 3650"),
        ):
            with self.subTest(path=path, form=form):
                self.shows(self.post(f"/supplies/{path}", form, 422).get_data(as_text=True), said)
        for path in ("price", "supply", "moves"):
            self.post(f"/supplies/{path}", {"product": "tea", "do": "counted", "amount": "1"}, 404)
        self.assertEqual(self.entry_count(), before)

    def test_acids_of_a_label(self):
        """Written down with the product; an acid that nobody knows is refused with those that are."""
        form = {"title": "Ours", "role": "descaler", "form": "liquid", "chemistry": "descaling acid", "unit": "ml",
                "dose": "100", "per_l": "100"}  # fmt: skip
        self.post("/supplies", form | {"acids": "lactic 0.4, citric 0.1"})
        self.assertEqual(products()["ours"].acids, (("lactic", 0.4), ("citric", 0.1)))
        for wrong, said in (("vinegar 3", "is not an acid"), ("lactic", "Write each acid"), ("lactic -1", "between 0")):
            page = self.post("/supplies", form | {"acids": wrong}, 422).get_data(as_text=True)
            self.shows(page, said)


class Shopping(Supplies):
    """What to buy."""

    def test_cheapest_packs_ordered_and_gone_from_the_list(self):
        """Two sizes, the cheaper mix; as CSV; ticked as ordered it is on its way and no longer wanted."""
        self.move("milk-liquid", 100)
        for units, money in (("1000", "12.4"), ("5000", "40")):
            self.post("/supplies/price", {"product": "milk-liquid", "units": units, "money": money})
        lines = {one.shelf.product.key: one for one in self.lines(60)}
        line = lines["milk-liquid"]
        bought = line.bought
        self.assertGreaterEqual(bought.units, line.wanted)
        self.assertTrue(line.now)
        page = self.get("/supplies/list?days=60")
        self.shows(page, "Alkaline milk cleaner")
        rows = list(csv.DictReader(io.StringIO(self.get("/supplies/list.csv?days=60"))))
        row = next(one for one in rows if one["product"] == "Alkaline milk cleaner")
        self.assertEqual(float(row["price"]), round(bought.price, 2))
        arrives = (self.today + timedelta(days=3)).isoformat()
        self.post("/supplies/list", {"days": "60", "product": "milk-liquid", "arrives": arrives})
        self.assertEqual(stock_awaited(1)["milk-liquid"][0].amount, bought.units)
        self.assertNotIn("milk-liquid", {one.shelf.product.key for one in self.lines(60)})

    def test_what_spoils_is_not_bought(self):
        """Cheap by the canister, but it keeps ten days once opened: the page says so, and the list avoids it."""
        self.move("milk-liquid", 100)
        for units, money in (("250", "9"), ("20000", "10")):
            self.post("/supplies/price", {"product": "milk-liquid", "units": units, "money": money})
        before = {one.shelf.product.key: one for one in self.lines(60)}["milk-liquid"].bought
        self.assertEqual([pack.units for pack, _ in before.counts], [20000])
        self.post("/supplies/supply", {"product": "milk-liquid", "lead": "7", "opened": "10"})
        bought = {one.shelf.product.key: one for one in self.lines(60)}["milk-liquid"].bought
        self.assertEqual([pack.units for pack, _ in bought.counts], [250])
        page = self.get("/supplies/product/milk-liquid")
        self.shows(page, "would be thrown away")
        self.shows(page, "250 ml opened today last until")

    def test_what_is_ordered_is_waited_for(self):
        """Nothing left, and more than enough comes in nine days: no second order, and the wall says what is missing."""
        self.move("milk-liquid", 0)
        arrives = (self.today + timedelta(days=9)).isoformat()
        self.move("milk-liquid", 900000, "ordered", arrives=arrives)
        self.assertIsNone(self.found()["milk-liquid"].cover.order_by)
        self.shows(self.get("/supplies"), "Alkaline milk cleaner: too little until")
        self.hides(self.get("/"), "Alkaline milk cleaner: <strong>order now")
        self.assertNotIn("milk-liquid", {one.shelf.product.key for one in self.lines(60)})

    def lines(self, days):
        """The list."""
        return shopping(list(self.found().values()), self.today, days)

    def test_refused_whole(self):
        """Nothing ticked, no day: nothing is ordered."""
        self.move("milk-liquid", 100)
        before = self.entry_count()
        for form, said in (
            ({"days": "30", "arrives": "2026-12-01"}, "Tick what was ordered"),
            ({"days": "30", "product": "milk-liquid", "arrives": ""}, "is a date"),
            ({"days": "30", "product": "milk-liquid", "arrives": "2020-01-01"}, "."),
        ):
            self.shows(self.post("/supplies/list", form, 422).get_data(as_text=True), said)
        self.assertEqual(self.entry_count(), before)
        for odd in ("x", "-5", "99999", "٣"):
            self.get(f"/supplies/list?days={odd}")

    def test_laws_of_the_list(self):
        """A longer horizon wants no less; what is bought by it lasts so long."""
        self.move("milk-liquid", 100)
        self.move("brew-tablets", 2)
        for key in ("milk-liquid", "brew-tablets"):
            wanted = [
                next((one.wanted for one in self.lines(days) if one.shelf.product.key == key), 0.0)
                for days in (7, 30, 60, 120)
            ]
            self.assertEqual(wanted, sorted(wanted))
        for line in self.lines(30):
            if line.shelf.amount is not None:
                self.move(line.shelf.product.key, line.wanted, "bought")
        pressing = lacking_soon(self.site, machine_views(self.site, NOW), NOW, 25)
        self.assertEqual([one.shelf.product.key for one in pressing], [])


class OneProduct(Supplies):
    """The page of one product: batches, cupboards, the n-th unit, prices over time."""

    at = "/supplies/product/milk-liquid"

    def test_every_product(self):
        """Also those that nothing takes and nobody counted; a key that nobody knows is not there."""
        for key, product in products().items():
            self.shows(self.get(f"/supplies/product/{key}"), f"<h1>{product.title}: nobody counted it yet</h1>")
        self.get("/supplies/product/tea", 404)

    def test_batches(self):
        """A date is kept with what is bought; what has passed is not reckoned with, and gone in one touch."""
        self.move("milk-liquid", 100)
        for units, days in ((400, 4), (200, -2)):
            self.move("milk-liquid", units, "bought", keeps=(self.today + timedelta(days=days)).isoformat())
        shelf = self.found()["milk-liquid"]
        self.assertEqual(sum(batch.units for batch in shelf.held.batches), 700)
        used = sum(use.units for use in shelf.uses if use.likely <= self.today + timedelta(days=4))
        self.assertAlmostEqual(sum(one.units for one in shelf.spoiling), 200 + 400 - used)
        page = self.get(self.at)
        self.shows(page, "200 ml lie here past their date")
        self.shows(page, "100 ml without a date")
        self.shows(page, "will be left by then")
        self.shows(self.get("/supplies"), "200 ml past their date")
        before = shelf.cover
        self.move("milk-liquid", 200, "spoilt")
        self.hides(self.get(self.at), "past their date")
        self.assertEqual(self.found()["milk-liquid"].cover, before)
        form = {"product": "milk-liquid", "amount": "5", "do": "bought"}
        for keeps, said in (("2050-01-01", "within 20 years"), ("soon", "is a date such as")):
            page = self.post("/supplies/moves", form | {"keeps": keeps}, 422).get_data(as_text=True)
            self.shows(page, said)
            self.shows(page, f'name="keeps" type="date" value="{keeps}"')
        with self.assertRaisesRegex(InvalidInput, "belongs to what is bought"):
            move_stock("milk-liquid", Move.COUNTED, 5, Actor(NOW), keeps_until=self.today)

    def test_cupboards(self):
        """Carried to another one, counted there, and taken by the job of the machine that stands there."""
        self.move("milk-liquid", 500)
        self.hides(self.get(self.at), "Where it lies")
        self.move("milk-liquid", 200, "moved", into="  Hall   2 ", back="product")
        page = self.get(self.at)
        for said in ("Where it lies", "The main cupboard", "300 ml", "Hall 2", "200 ml"):
            self.shows(page, said)
        self.move("milk-liquid", 150, "counted", cupboard="hall 2")
        self.assertEqual(stock_held(1)["milk-liquid"].cupboards, (("", 300.0), ("Hall 2", 150.0)))
        self.move("milk-liquid", 50, "moved", cupboard="Hall 2", into="the main cupboard")
        self.assertEqual(stock_held(1)["milk-liquid"].cupboards, (("", 350.0), ("Hall 2", 100.0)))
        before = self.entry_count()
        for form, said in (
            ({"amount": "900", "into": "Attic"}, "By the book 350 ml lie in the main cupboard"),
            ({"amount": "5", "into": "", "cupboard": ""}, "into which other cupboard"),
            ({"amount": "5", "into": "x" * 41}, "up to 40 letters"),
            ({"amount": "", "into": "Attic"}, "Say how much"),
        ):
            page = self.post("/supplies/moves", {"product": "milk-liquid", "do": "moved", **form}, 422)
            self.shows(page.get_data(as_text=True), said)
        self.assertEqual(self.entry_count(), before)

    def test_the_nth_unit(self):
        """Likely when so much is used: no later for fewer; refused where it is no number."""
        shelf = self.found()["milk-liquid"]
        first = shelf.uses[0]
        day = f"{max(first.likely, self.today):%a %-d %b}"
        self.shows(self.get(f"{self.at}?nth=1"), f"1 ml from now on will be used up on {day}")
        self.shows(self.get(f"{self.at}?nth=900000"), "only about")
        for wrong in ("-1", "0", "x", "1e9"):
            self.get(f"{self.at}?nth={wrong}", 422)

    def test_prices_and_label(self):
        """What it cost is drawn once it changed; its label is changed here and comes back here."""
        for money in ("12.40", "14.00"):
            self.hides(self.get(self.at), "price-steps")
            self.move("milk-liquid", 1)
            self.post("/supplies/price", {"product": "milk-liquid", "units": "1000", "money": money, "back": "product"})
        self.hides(self.get(self.at), "price-steps")  # both of one day
        self.clock.moment += timedelta(days=30)
        self.post("/supplies/price", {"product": "milk-liquid", "units": "1000", "money": "15"})
        self.shows(self.get(self.at), "price-steps")
        self.shows(self.get("/supplies/costs"), "price-steps")


class Costs(Supplies):
    """Money."""

    def test_out_of_use(self):
        """An hour out of use has its price; what is done after closing keeps nobody from a drink."""
        found = machine_costs(self.site, machine_views(self.site, NOW), NOW)
        before = {cost.view.row.id: cost for cost in found}
        self.assertTrue(all(cost.year.idle == 0 < cost.year.idle_minutes for cost in found))
        self.post("/supplies/costs", {"currency": "EUR", "hour": "0", "water": "0", "idle": "60"})
        for cost in machine_costs(self.site, machine_views(self.site, NOW), NOW):
            was = before[cost.view.row.id]
            self.assertAlmostEqual(cost.year.idle, was.year.idle_minutes)
            self.assertAlmostEqual(cost.year.total, was.year.bought + was.year.idle_minutes)
            for due in cost.view.status.dues:
                ends = any(isinstance(trigger, EndOfService) for trigger in due.item.triggers)
                minutes = out_of_use_minutes(cost.view, due)
                self.assertEqual(minutes == 0, ends, due.item.key)
        self.shows(self.get("/supplies/costs"), "out of use")

    def test_costs(self):
        """By machine and job, by product, over time; in the site's money; as CSV."""
        self.shows(self.get("/supplies/costs"), "no price")
        self.post("/supplies/price", {"product": "milk-liquid", "units": "1000", "money": "12.40"})
        self.post("/supplies/price", {"product": "milk-pellets", "units": "1000", "money": "19.90"})
        self.post("/supplies/costs", {"currency": "EUR", "hour": "30", "water": "4"})
        page = self.get("/supplies/costs")
        self.shows(page, "EUR a year here")
        self.shows(page, "0.62 a wash")  # 50 ml at 12.40 a litre
        self.shows(page, "1.49 a wash")  # 75 pellets at 19.90 a thousand
        rows = list(csv.DictReader(io.StringIO(self.get("/supplies/costs.csv"))))
        wash = next(row for row in rows if row["machine"] == "Lab" and row["job"] == "Milk circuit wash")
        self.assertEqual(float(wash["bought a time"]), 0.62)
        self.assertTrue(100 < float(wash["times a year"]) < 366)
        self.assertEqual(HORIZON_DAYS, 200)
        for wrong, said in (
            ({"hour": "-1"}, "cannot lie below 0"), ({"idle": "x"}, "out of use is a number"),
            ({"currency": "Kronenthaler"}, "eight letters"),
        ):  # fmt: skip
            self.shows(
                self.post("/supplies/costs", {"hour": "0", "water": "0", **wrong}, 422).get_data(as_text=True), said
            )
