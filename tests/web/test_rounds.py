"""The round in the browser: Today, setting out, from stop to stop, the bag, hours and ways."""

from __future__ import annotations

import re
import unittest
from datetime import timedelta

from lamplight.actions.sites import save_keeper
from lamplight.sight.actor import Actor
from lamplight.sight.agenda import site_slots
from lamplight.store.models import Entry, RoundEventRow
from lamplight.store.rounds import open_round, ways, week_slots
from lamplight.store.sites import the_site
from tests.base import NOW, WebTest


class Round(WebTest):
    """Two machines, of which both need something."""

    def setUp(self):
        super().setUp()
        late = {"brew-tablet": 20, "group-rinse": 12, "grounds-drawer": 5, "drip-tray": 5, "outlets": 15}
        self.hall = self.used_machine(name="Hall", done=late)
        self.desk = self.used_machine(
            name="Desk", kind="office-tower", done={"brew-tablet": 20, "milk-wash": 4, "outlets": 15}
        )
        self.clock.moment = self.clock.moment.replace(hour=14, minute=0)

    def set_out(self):
        """Begin a round; its row."""
        self.post("/round")
        row = open_round(self.site.id, None)
        assert row is not None
        return row

    def test_today(self):
        """The score, the stops, the bag; the same whoever asks again."""
        page = self.get("/")
        for words in ("minutes of yours", "Stops", "In the bag", 'class="score"'):
            self.shows(page, words)
        stops = [re.findall(r'id="(stop-[^"]*)"', self.get("/")) for _ in "ab"]
        self.assertEqual(*stops)
        self.assertLess(len(page), 400_000)

    def test_less_time(self):
        """What does not fit is said, with its reason; nonsense in the address is looked past."""
        self.shows(self.get("/?minutes=5"), "Not in this round")
        for odd in ("-3", "abc", "99999999999", "", "1e3"):
            self.shows(self.get(f"/?minutes={odd}"), "Stops")

    def test_from_stop_to_stop(self):
        """Set out, tick, skip, take up again, see a lamp, end; leaving in the middle loses nothing."""
        row = self.set_out()
        self.assertEqual(self.set_out().id, row.id)
        page = self.get("/round")
        self.shows(page, "stops")
        ticked = re.findall(r'name="offered" value="([^"]+)"', page)
        begun = re.findall(r"/runs/ready/(\d+)/([a-z-]+)", page)
        self.assertTrue(ticked or begun)
        job = ticked[0] if ticked else ":".join(begun[0])
        self.post(f"/round/{row.id}/skip", {"job": job})
        self.shows(self.get("/round"), "Skipped this time.")
        self.shows(self.get("/"), "Skipped this time.")
        self.post(f"/round/{row.id}/take-up", {"job": job})
        self.assertNotIn("Skipped this time.", self.get("/round"))
        self.clock.moment += timedelta(minutes=20)
        self.shows(self.get("/round"), "stops")
        self.post(f"/round/{row.id}/skip", {}, 422)
        self.post(f"/round/{row.id}/dance", {}, 404)
        self.post(f"/round/{row.id}/end")
        self.assertIsNone(open_round(self.site.id, None))
        self.get("/round", 303)
        self.post(f"/round/{row.id}/skip", {"job": job})
        self.assertEqual(RoundEventRow.select().where(RoundEventRow.kind == "skipped").count(), 1)

    def test_done_on_the_way(self):
        """What is ticked at a stop is written down, and gone from the plan."""
        self.set_out()
        self.post("/round/done", {"job": f"{self.hall}:drip-tray"})
        self.assertIn("Drip tray", Entry.select().order_by(Entry.id.desc()).first().summary)
        self.post("/round/done", {"job": "77:drip-tray"}, 422)
        self.post("/round/done", {"job": f"{self.hall}:dance"}, 422)

    def test_the_bag(self):
        """What is packed stays packed; packing sets out; taking out again is possible."""
        page = self.get("/")
        lines = re.findall(r'name="line" value="([^"]+)"', page)
        self.assertTrue(lines)
        self.post("/round/bag", {"line": lines[:2], "shown": lines})
        self.assertEqual(open_round(self.site.id, None).packed, frozenset(lines[:2]))
        self.shows(self.get("/"), "packed 2 of")
        self.post("/round/bag", {"line": lines[:1], "shown": lines})
        self.assertEqual(open_round(self.site.id, None).packed, frozenset(lines[:1]))
        self.assertNotIn("fresh water", page)

    def test_on_paper(self):
        """One sheet with every stop."""
        page = self.get("/round/sheet")
        for words in ("Take with you", "Hall", "switch off"):
            self.shows(page, words)


class Hours(WebTest):
    """When there is time, and how far it is."""

    def test_hours(self):
        """Added for several days, refused where they overlap or end too soon, taken away, undone in the log."""
        self.machine("Hall")
        self.shows(self.get("/hours"), "Nobody said anything")
        self.post("/hours", {"days": ["0", "2"], "from": "07:00", "to": "07:45", "keeper": ""})
        self.assertEqual([(s.weekday, s.start_minute) for s in week_slots(self.site.id)], [(0, 420), (2, 420)])
        for form, words in (
            ({"days": ["0"], "from": "07:30", "to": "08:00"}, "overlaps"),
            ({"days": [], "from": "09:00", "to": "10:00"}, "Choose the weekdays"),
            ({"days": ["1"], "from": "09:00", "to": "08:00"}, "lie after"),
            ({"days": ["1"], "from": "09:00", "to": "09:02"}, "five minutes"),
            ({"days": ["1"], "from": "x", "to": "09:02"}, ""),
            ({"days": ["1"], "from": "09:00", "to": "10:00", "keeper": "99"}, "no longer there"),
        ):
            with self.subTest(form=form):
                self.shows(self.post("/hours", form, 422).get_data(as_text=True), words)
        self.assertEqual(len(week_slots(self.site.id)), 2)
        self.post("/hours/remove", {"slot": "0-420-465"})
        self.post("/hours/remove", {"slot": "0-420-465"}, 422)
        self.post("/hours/remove", {"slot": "nonsense"}, 422)
        self.assertEqual([s.weekday for s in week_slots(self.site.id)], [2])

    def test_who_stands_in(self):
        """A keeper's hours are the stand-in's while they are away, nobody's where nobody does; undone in the log."""
        self.used_machine(name="Hall", done={"brew-tablet": 4, "outlets": 3})
        ada, ben = (save_keeper(name, name[:2], Actor(NOW)) for name in ("Ada", "Ben"))
        self.post("/hours", {"days": list("01234"), "from": "07:00", "to": "07:45", "keeper": str(ada)})
        today = self.calendar.today(NOW)

        def planned():
            slots = site_slots(the_site(), NOW)
            return {slot.start.date(): slot.keeper for slot in slots}

        form = {"away_keeper": str(ada), "away_first": str(today + timedelta(days=1)),
                "away_last": str(today + timedelta(days=3)), "stand_in": str(ben)}  # fmt: skip
        for wrong in ({"stand_in": str(ada)}, {"away_keeper": "99"}, {"stand_in": "99"}, {"away_last": str(today)},
                      {"away_first": "soon"}, {"away_last": "2029-01-01"}):  # fmt: skip
            with self.subTest(wrong=wrong):
                self.post("/hours/away", form | wrong, 422)
        self.assertEqual(set(planned().values()), {ada})
        self.post("/hours/away", form)
        seen = planned()
        self.assertEqual([seen.get(today + timedelta(days=n)) for n in (1, 2, 3, 6)], [ben, ben, ben, ada])
        self.shows(self.get("/hours"), "Ben stands in")
        self.post("/hours/away", form | {"away_keeper": str(ben), "stand_in": ""})
        self.assertFalse({today + timedelta(days=n) for n in (1, 2, 3)} & set(planned()))
        newest = Entry.select().where(Entry.kind == "keeper away").order_by(Entry.id.desc()).first()
        self.post(f"/log/{newest.id}/undo")
        self.assertEqual(planned()[today + timedelta(days=2)], ben)

    def test_ways(self):
        """Kept by pair; refused whole."""
        self.machine("Hall", place="hall 2")
        self.machine("Desk", place="entrance")
        page = self.get("/hours")
        self.shows(page, "entrance to hall 2")
        form = {"home": "entrance", "one": ["entrance"], "other": ["hall 2"], "way entrance hall 2": "2.5"}
        self.post("/hours/ways", form)
        self.assertEqual(ways(self.site.id).seconds, {("entrance", "hall 2"): 150})
        self.post("/hours/ways", {**form, "way entrance hall 2": "900"}, 422)
        self.post("/hours/ways", {**form, "way entrance hall 2": "far"}, 422)
        self.assertEqual(ways(self.site.id).home, "entrance")


if __name__ == "__main__":
    unittest.main()
