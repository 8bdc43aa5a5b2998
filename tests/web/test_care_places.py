"""Done on Today, settings of a machine, water, kinds, absences: right and wrong, over HTTP."""

from __future__ import annotations

import io
import re
from datetime import timedelta

from lamplight.actions.hours import add_slots
from lamplight.core.care.status import Status
from lamplight.sight.actor import Actor
from lamplight.sight.kinds import kind_of
from lamplight.store.logbook import entries
from lamplight.store.sites import the_site
from tests.base import NOW, WebTest, flat


class Done(WebTest):
    """What needs no guiding is ticked, several at once."""

    def setUp(self):
        """A tabletop with everything done long ago."""
        super().setUp()
        done = {item.key: 90 for item in kind_of("removable-tabletop").items}
        self.hall = self.used_machine(name="Hall", done=done)

    def test_several_at_once(self):
        """Each gets its entry, at the time it was done, and can be undone alone."""
        jobs = [f"{self.hall}:drip-tray", f"{self.hall}:outlets"]
        self.assertEqual(self.due(self.hall, "outlets").status, Status.OVERDUE)
        self.post("/done", {"job": jobs, "at": "2026-11-24T08:10"})
        self.assertEqual(self.due(self.hall, "outlets").status, Status.CLEAR)
        found = [row for row in entries(self.hall) if row.kind == "done"][:2]
        self.assertEqual({row.item for row in found}, {"drip-tray", "outlets"})
        self.assertEqual(f"{self.calendar.local(found[0].at):%H:%M}", "08:10")
        self.post(f"/log/{next(row.id for row in found if row.item == 'outlets')}/undo")
        self.assertEqual(self.due(self.hall, "outlets").status, Status.OVERDUE)

    def test_refused_whole(self):
        """Nothing ticked, a time ahead, a machine that is not there: 422, ticks kept."""
        before = self.entry_count()
        for form, said in (
            ({}, "Tick what was done"),
            ({"job": f"{self.hall}:outlets", "at": "2026-11-24T23:10"}, "has not come yet"),
            ({"job": [f"{self.hall}:outlets", "99:outlets"]}, "no longer there"),
            ({"job": f"{self.hall}:dance"}, "no such care item"),
            ({"job": f"{self.hall}:outlets", "at": "noon"}, "is a date and time"),
        ):
            page = self.post("/done", form, 422).get_data(as_text=True)
            self.shows(page, said)
        self.assertEqual(self.entry_count(), before)
        page = self.post("/done", {"job": f"{self.hall}:outlets", "at": "2026-11-25T10:00"}, 422).get_data(as_text=True)
        self.shows(page, f'value="{self.hall}:outlets" checked')

    def test_begin_from_the_same_form(self):
        """The button names its job."""
        answer = self.post("/runs", {"begin": f"{self.hall}:group-rinse", "job": f"{self.hall}:outlets"})
        self.assertRegex(answer.location, r"/runs/\d+")
        self.post("/runs", {"begin": f"{self.hall}:outlets"}, 422)
        self.post("/runs", {"begin": f"{self.hall}:dance"}, 422)

    def test_one_opening(self):
        """Jobs behind one door are planned together, and said to be."""
        add_slots(the_site(), range(5), 12 * 60, 16 * 60, None, Actor(NOW))
        self.shows(self.get("/"), "share the brew door: one opening")

    def test_lines_of_today(self):
        """Items by machine, later today, not known."""
        fresh = self.machine("Fresh", kind="office-tower")
        page = self.get("/")
        self.post("/done", {"job": f"{self.hall}:drip-tray", "at": "2026-11-24T08:10"})
        page = self.get("/")
        for words in ("Next round 18:00", "Stops", "Later today", "Not known"):
            self.shows(page, words)
        self.shows(self.get(f"/machines/{fresh}"), "Nobody knows when it was last done")


class Settings(WebTest):
    """Limits, switches, parts, set-up, prompts, bars."""

    def setUp(self):
        """A jug machine with two counters."""
        super().setUp()
        done = {item.key: 3 for item in kind_of("jug-compact").items}
        self.jug = self.used_machine(name="Jug", kind="jug-compact", done=done)
        self.path = f"/machines/{self.jug}"

    def test_switch_off_with_a_reason(self):
        """Without one it is refused; the log keeps it; it can be taken up again."""
        page = self.post(f"{self.path}/switch", {"item": "grease", "do": "off"}, 422).get_data(as_text=True)
        self.shows(page, "The reason is missing")
        self.post(f"{self.path}/switch", {"item": "grease", "do": "off", "reason": "service contract"})
        self.assertIsNone(self.due(self.jug, "grease"))
        self.shows(self.get("/log"), "service contract")
        self.shows(self.get(f"{self.path}/settings?at=group"), "switched off")
        self.post(f"{self.path}/switch", {"item": "grease", "do": "on"})
        self.assertIsNotNone(self.due(self.jug, "grease"))

    def test_missing_part(self):
        """Noted, shown on the page, and well again."""
        self.post(f"{self.path}/part", {"part": "float", "state": "broken", "note": "sticks"})
        self.shows(self.get(self.path), "broken: sticks")
        self.shows(self.get(self.path), "is-missing")
        self.post(f"{self.path}/part", {"part": "float", "state": ""})
        self.hides(self.get(self.path), "broken: sticks")
        self.post(f"{self.path}/part", {"part": "wings", "state": "broken"}, 422)
        self.post(f"{self.path}/part", {"part": "float", "state": "sad"}, 422)
        long = {"part": "float", "state": "broken", "note": "x" * 400}
        page = self.post(f"{self.path}/part", long, 422).get_data(as_text=True)
        self.shows(page, "x" * 400)

    def test_prompt(self):
        """It asks: due at once; no longer: as before."""
        self.post(f"{self.path}/prompt", {"item": "descale", "do": "asks"})
        self.assertEqual(self.due(self.jug, "descale").status, Status.DUE)
        self.shows(self.get(self.path), "the machine asks")
        self.post(f"{self.path}/prompt", {"item": "descale", "do": "gone"})
        self.assertEqual(self.due(self.jug, "descale").status, Status.CLEAR)
        said = self.post(f"{self.path}/prompt", {"item": "descale", "do": "gone"}, 422).get_data(as_text=True)
        self.shows(said, "does not ask for Descale")
        self.shows(self.post(f"{self.path}/prompt", {"item": "grease"}, 422).get_data(as_text=True), "by itself")

    def test_first_drink_seen(self):
        """A moment that was seen takes the place of the estimate; what nothing waits for is refused."""
        self.shows(self.get(self.path), "First drink after emptying")
        self.post("/done", {"job": f"{self.jug}:grounds-drawer", "at": "2026-11-23T17:00"})
        self.post(f"{self.path}/event", {"what": "first-drink", "at": "2026-11-24T08:00"})
        self.shows(self.get(self.path), "5 of 72 hours since the first drink")
        refused = self.post(f"{self.path}/event", {"what": "steaming", "at": "2026-11-24T08:00"}, 422)
        self.shows(refused.get_data(as_text=True), "Nothing at")
        ahead = self.post(f"{self.path}/event", {"what": "first-drink", "at": "2026-11-25T08:00"}, 422)
        self.shows(ahead.get_data(as_text=True), "has not come yet")
        self.shows(ahead.get_data(as_text=True), 'value="2026-11-25T08:00"')
        self.post(f"{self.path}/event", {"what": "first-drink", "at": "soon"}, 422)

    def test_a_form_that_was_open_while_its_item_went(self):
        """Refused whole, and said at the head of the page, since the field is there no more."""
        forms = {
            "limit": {"trigger": "days", "limit": "5"}, "switch": {"do": "off", "reason": "none"},
            "bar": {"percent": "10"}, "last-done": {"how-gone": "today"},
        }  # fmt: skip
        before = self.entry_count()
        for place, form in forms.items():
            with self.subTest(place=place):
                page = self.post(f"{self.path}/{place}", {"item": "gone", **form}, 422).get_data(as_text=True)
                self.shows(page, '<p class="notice my-4" role="alert">')
        self.assertEqual(self.entry_count(), before)

    def test_bar_tells_the_interval(self):
        """From 30 % to 50 % in 40 drinks: 200 drinks in all."""
        self.clock.moment = NOW - timedelta(days=1)
        self.post(f"{self.path}/bar", {"item": "brew-tablet", "percent": "30"})
        self.clock.moment = NOW
        self.post(f"{self.path}/bar", {"item": "brew-tablet", "percent": "50"})
        found = re.search(r"own interval is (\d+) drinks, give or take (\d+)", flat(self.get(self.path)))
        self.assertAlmostEqual(int(found[1]), 200, delta=12)
        self.assertAlmostEqual(int(found[2]), 10, delta=2)
        self.shows(self.get(self.path), f"of {found[1]} drinks by the machine’s own bar")
        self.shows(
            self.post(f"{self.path}/bar", {"item": "brew-tablet", "percent": "101"}, 422).get_data(as_text=True),
            "between 0 and 100",
        )
        self.shows(
            self.post(f"{self.path}/bar", {"item": "brew-tablet", "percent": "half"}, 422).get_data(as_text=True),
            'value="half"',
        )
        self.post(f"{self.path}/bar", {"item": "grease", "percent": "10"}, 422)

    def test_descaling_basis_and_window(self):
        """By the calendar alone; nonsense is refused."""
        form = {"source": "well", "descaling_basis": "calendar", "window_days": "5"}
        self.post(f"{self.path}/set-up", form)
        keys = {state.trigger.key for state in self.due(self.jug, "descale").triggers}
        self.assertEqual(keys, {"months"})
        self.post(f"{self.path}/set-up", form | {"descaling_basis": "moon"}, 422)
        self.post(f"{self.path}/set-up", form | {"window_days": "99"}, 422)

    def test_two_counters_on_the_sheet(self):
        """Milk drinks are read beside the drinks, with doubts of their own."""
        self.post("/readings", {f"value-{self.jug}-milk": "400", "at": "2026-11-20T08:00"})
        self.post("/readings", {f"value-{self.jug}-milk": "440"})
        used = self.due(self.jug, "milk-wash").triggers[1].used  # of the 40 those since Saturday
        self.assertTrue(15 < used < 40, used)
        self.clock.moment += timedelta(hours=1)
        page = self.post("/readings", {f"value-{self.jug}-milk": "9"}, 422).get_data(as_text=True)
        self.shows(page, f'name="answer-{self.jug}-milk"')
        said = self.post(f"/readings/{self.jug}/preview?counter=milk", {f"value-{self.jug}-milk": "450"}, 200)
        self.shows(said.get_data(as_text=True), "+10 since")
        self.shows(self.get(f"/readings/{self.jug}"), "milk drinks")
        self.post(f"/readings/{self.jug}/preview?counter=tea", {}, 404)
        self.shows(self.get("/readings/readings.csv"), "Jug,milk,")

    def test_ruler_zoom(self):
        """One, four and twelve weeks; anything else is four."""
        for weeks, words in (
            (1, "Next week"),
            (4, "Next four weeks"),
            (12, "Next twelve weeks"),
            (7, "Next four weeks"),
        ):
            self.shows(self.get(f"{self.path}?weeks={weeks}"), words)


class Water(WebTest):
    """Tests and cartridges move dates by recomputation."""

    def setUp(self):
        """A tabletop that was descaled 60 days ago."""
        super().setUp()
        self.hall = self.used_machine(name="Hall", done={"descale": 27})

    def test_a_test_makes_litres_count(self):
        """Unknown before; by the table and by scale after it; softer after a filter."""
        self.shows(self.get("/water"), "No test of this water yet")
        self.post(
            "/water/tests", {"source": "mains", "total": "32,1", "carbonate": "25", "unit": "fH", "day": "2026-11-20"}
        )
        due = self.due(self.hall, "descale")
        table = next(state for state in due.triggers if state.trigger.key == "hardness")
        self.assertEqual(table.limit, 60)
        self.shows(self.get("/water"), "18.0")
        form = {"capacity": "900", "bypass": "10", "months": "2", "at": "2026-11-24", "do": "in"}
        self.post(f"/water/{self.hall}/filter", form)
        mixed = next(s for s in self.due(self.hall, "descale").triggers if s.trigger.key == "hardness")
        self.assertEqual((mixed.limit, mixed.unit), (100, "%"))  # what formed before the filter came stays
        self.assertAlmostEqual(mixed.used, 100 * table.used / 60, delta=1)
        self.assertEqual(self.due(self.hall, "filter-change").status, Status.CLEAR)
        self.post(f"/water/{self.hall}/filter", {"do": "out"})
        self.assertEqual(
            next(s for s in self.due(self.hall, "descale").triggers if s.trigger.key == "hardness").limit, 60
        )

    def test_refused(self):
        """No hardness, too hard, a day ahead, an unknown unit, a cartridge that holds nothing."""
        good = {"source": "mains", "total": "18", "unit": "dH", "day": "2026-11-20"}
        before = self.entry_count()
        for wrong, said in (
            ({"total": ""}, "Enter the total or the carbonate"), ({"total": "900"}, "between 0.01 and 200"),
            ({"day": "2026-12-20"}, "has not come yet"), ({"unit": "spoons"}, "not a unit"),
            ({"total": "x"}, "a number such as"),
        ):  # fmt: skip
            self.shows(self.post("/water/tests", good | wrong, 422).get_data(as_text=True), said)
        page = self.post(f"/water/{self.hall}/filter", {"capacity": "0", "do": "in"}, 422).get_data(as_text=True)
        self.shows(page, "lies above 0")
        self.shows(
            self.post(f"/water/{self.hall}/filter", {"do": "in"}, 422).get_data(as_text=True), "litres at 10 °dH"
        )
        self.assertEqual(self.entry_count(), before)

    def test_absence_and_holidays(self):
        """An absence is noted and asks for what must be done; Christmas of a region is closed."""
        form = {"away_first": "2026-12-21", "away_last": "2027-01-10", "away_label": "Holidays"}
        self.post("/site/absences", form)
        self.assertTrue(
            self.due(self.hall, "storage-emptying").reasons[0].startswith("before the absence from Mon 21 Dec")
        )
        self.shows(self.get("/site"), "Holidays")
        self.post("/site/absences", form | {"away_last": "2026-12-01"}, 422)
        self.post("/site/holidays", {"country": "DE", "region": "BW"})
        closed = {day.isoformat() for day in the_site().calendar.closures}
        self.assertTrue({"2026-12-25", "2027-01-06", "2027-03-26"} <= closed)  # Christmas, Epiphany, Good Friday
        self.post("/site/holidays", {"country": "DE", "region": "BW"})
        self.post("/site/holidays", {"country": "XX"}, 422)


KIND = """key: mine
title: Mine
blurb: A small one.
look: {width: 200, height: 260, crown: hopper, tank: right, panel: lamps, milk: wand, group: removable, stand: feet}
parts:
  group: {label: Brew group, circuit: brew}
  tray: {label: Drip tray, circuit: waste}
capacities: {tank_ml: 1500}
items:
  outlets: {like: outlets, part: group, triggers: [{days: 9}]}
"""


class Kinds(WebTest):
    """A kind of one's own: with mistakes, then right; used, changed, deleted."""

    def test_mistakes_beside_their_lines(self):
        """While one types, and on saving; nothing is saved."""
        wrong = KIND.replace("days: 9", "days: soon").replace("title: Mine", "title: Mine\ncolour: red")
        said = self.post("/kinds/check", {"text": wrong}, 200, htmx=True).get_data(as_text=True)
        self.shows(said, "2 things to mend")
        self.shows(said, 'data-line="3"')
        self.shows(said, "items.outlets.triggers.0.days")
        before = self.entry_count()
        page = self.post("/kinds", {"text": wrong}, 422).get_data(as_text=True)
        self.shows(page, "A whole number is needed")
        self.shows(page, "colour: red")
        for text, sentence in (
            (KIND.replace("like: outlets", "like: dance"), "no standard item"),
            (KIND.replace("key: mine", "key: office-tower"), "is a shipped kind"),
            (KIND.replace("part: group", "part: tank"), "no part"),
            ("- just\n- a list", "A mapping is needed"), ("key: [", "not readable YAML"),
            (KIND.replace("like: outlets", "like: outlets, procedure: dance"), "There is no procedure called “dance”"),
        ):  # fmt: skip
            self.shows(self.post("/kinds", {"text": text}, 422).get_data(as_text=True), sentence)
        self.assertEqual(self.entry_count(), before)

    def test_write_use_change_delete(self):
        """Its machines move with it, after a look at what moves; in use it cannot be deleted."""
        self.assertEqual(self.post("/kinds", {"text": KIND}).location, "/kinds/mine")
        hall = self.machine("Hall", kind="mine", done={"outlets": 5})
        self.assertEqual(self.due(hall, "outlets").first.limit, 9)
        changed = KIND.replace("days: 9", "days: 3")
        page = self.post("/kinds", {"text": changed, "editing": "mine"}, 422).get_data(as_text=True)
        self.shows(page, "These dates would move")
        self.assertEqual(self.due(hall, "outlets").first.limit, 9)
        self.post("/kinds", {"text": changed, "editing": "mine", "confirmed": "1"})
        self.assertEqual(self.due(hall, "outlets").first.limit, 3)
        page = self.post("/kinds/mine/delete", code=422).get_data(as_text=True)
        self.shows(page, "Hall is of this kind")
        self.post(f"/machines/{hall}/edit", {"name": "Hall", "kind": "jug-compact"})
        self.post("/kinds/mine/delete")
        self.get("/kinds/mine", 404)
        self.post("/kinds/office-tower/delete", code=422)

    def test_pages_copy_export_import(self):
        """Every shipped kind can be read, copied, given out, and taken in again."""
        from lamplight.library.catalogue import kinds

        self.get("/kinds")
        for key, kind in kinds().items():
            self.shows(self.get(f"/kinds/{key}"), kind.title)
            copy = re.search(r"<textarea[^>]*>(.*?)</textarea>", self.get(f"/kinds/new?copy={key}"), re.S)[1]
            self.shows(copy, f"key: {key}-2")
        text = (
            self.client.get("/kinds/dial-steamer.yaml")
            .get_data(as_text=True)
            .replace("key: dial-steamer", "key: other")
        )
        upload = {"file": (io.BytesIO(text.encode()), "other.yaml")}
        self.assertEqual(self.post("/kinds", upload, content_type="multipart/form-data").location, "/kinds/other")
        self.get("/kinds/new?copy=nothing", 404)
        self.assertIn("properties", self.client.get("/kinds/schema.json").json)
