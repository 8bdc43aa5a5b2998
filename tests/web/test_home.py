"""One machine at home: from an empty book to a first answer, looks in place of dates, a place of its own."""

from __future__ import annotations

import re
import unittest
from datetime import timedelta

from bs4 import BeautifulSoup

from lamplight.actions.machines import LastDoneAnswer, declare_done
from lamplight.core.care.beginning import not_known
from lamplight.core.care.looks import LOOKS, brought_by, spared_by
from lamplight.core.care.status import Status
from lamplight.sight.actor import Actor
from lamplight.sight.machine_views import machine_views
from lamplight.store.changes import changes_so_far
from lamplight.store.database import database
from lamplight.store.rounds import week_slots
from lamplight.store.sites import machine, the_site
from tests.base import NOW, WebTest, flat

# A newcomer's first answer: how many touches and words it may take at most, the dock aside.
MOST_TOUCHES, MOST_WORDS = 20, 300


def words_of(page):
    """The words of a page that are seen before anything is opened, the dock aside."""
    soup = BeautifulSoup(page, "lxml").body
    for one in soup.select(".dock, .sr-only, script, svg, dialog, datalist, option, [hidden], .key-sheet"):
        one.decompose()
    for one in soup.select("details:not([open])"):
        for child in one.find_all(recursive=False):
            if child.name != "summary":
                child.decompose()
    return re.findall(r"\S*\w\S*", soup.get_text(" "))


class FirstMinute(WebTest):
    """An empty book."""

    with_site = False

    def test_a_first_answer(self):
        """The place, the kind by its drawing, a name, drinks a day: what to do first, when, and for how long."""
        pages = [self.get("/start")]
        fields = BeautifulSoup(pages[0], "lxml").select("form input[name]")
        offered = [one for one in fields if one.get("type") != "checkbox" or one.has_attr("checked")]
        form = {one["name"]: one.get("value", "") for one in offered}
        self.post("/start", form | {"name": "Home"})
        pages += [self.get("/machines/new"), self.get("/machines/new?kind=jug-compact")]
        self.post("/machines/new", {"kind": "jug-compact", "name": "Kitchen", "guess": "6", "cartridge": "unknown"})
        pages.append(self.get("/"))
        touches = len(("name", "on", "kind", "name", "drinks", "add"))
        self.assertLessEqual(touches, MOST_TOUCHES)
        counts = [len(words_of(page)) for page in pages]
        self.assertLessEqual(sum(counts), MOST_WORDS, counts)
        self.assertRegex(flat(pages[-1]), r"<h1>[^<]*(drawer|jug|milk)[^<]*, \d+ minutes\.</h1>")
        self.shows(pages[-1], "Nobody knows when this machine was last cared for")
        self.shows(pages[-1], "it is in hand")

    def test_minutes_a_day(self):
        """Said by one touch, at the end of each open day; said again they are others, and what is none is refused."""
        self.post("/start", {"name": "Home", "zone": "Europe/Berlin", "open0": "1", "from0": "07:00", "to0": "18:00"})
        self.post("/machines/new", {"kind": "jug-compact", "name": "Kitchen", "guess": "6"})
        for minutes in ("60", "15"):
            self.post("/hours/minutes", {"minutes": minutes})
            said = week_slots(the_site().id)
            self.assertEqual([slot.end_minute - slot.start_minute for slot in said], [int(minutes)])
            self.assertRegex(self.get("/"), rf'value="{minutes}" aria-pressed="true"')
        for odd in ("4", "241", "x", ""):
            self.post("/hours/minutes", {"minutes": odd}, 422)
        self.post("/hours", {"days": ["1"], "from": "05:00", "to": "06:00", "keeper": ""})
        page = self.post("/hours/minutes", {"minutes": "30"}, 422).get_data(as_text=True)
        self.shows(page, "There are hours for the machines already.")
        self.hides(self.get("/"), "minutes a day")

    def test_what_stands_behind_more(self):
        """What somebody knows besides is taken as before, and refused as before, with the form kept."""
        self.post("/start", {"name": "Home", "zone": "Europe/Berlin", "open0": "1", "from0": "07:00", "to0": "18:00"})
        form = {"kind": "jug-compact", "name": "Kitchen", "guess": "6", "how-descale": "date"}
        form["date-descale"] = "2031-01-01"
        page = self.post("/machines/new", form, 422).get_data(as_text=True)
        self.shows(page, 'value="Kitchen"')
        self.assertIn("<details open>", page)
        self.post("/machines/new", form | {"date-descale": "2026-11-01", "others": "today"})
        (view,) = machine_views(the_site(), NOW)
        self.assertFalse([due.item.key for due in view.status.dues if not_known(due)])


class AtHome(WebTest):
    """A kitchen machine in use of which nobody knows anything."""

    def setUp(self):
        """Its name, and about how many drinks a day."""
        super().setUp()
        self.kitchen = self.machine("Kitchen", kind="jug-compact", counter=None, guess_per_day=8)

    def dues(self):
        """Where everything stands."""
        return self.view(self.kitchen).status.dues

    def test_looks(self):
        """Each tells what hangs on it, once; what people can fall ill of is never put off by one."""
        for number, look in enumerate(LOOKS):
            with self.subTest(look=look.key):
                seen = "well" if number % 2 else "found"
                hangs = (spared_by if seen == "well" else brought_by)(look, self.dues())
                path = f"/looks/{self.kitchen}/{look.key}"
                self.shows(self.get("/"), look.title)
                if not hangs:
                    self.post(path, {"seen": seen}, 422)
                    continue
                self.post(path, {"seen": seen})
                now = {due.item.key: due for due in self.dues()}
                for due in hangs:
                    after = now[due.item.key]
                    self.assertFalse(not_known(after))
                    self.assertEqual(after.status >= Status.DUE, seen == "found", due.item.key)
                    self.assertFalse(after.last.deed, "a look is no evidence that anybody did it")
                self.shows(self.post(path, {"seen": seen}, 422).get_data(as_text=True), "tells nothing new")
        self.post(f"/looks/{self.kitchen}/dance", {"seen": "well"}, 422)
        self.post("/looks/99/pucks", {"seen": "well"}, 404)

    def test_i_have_twenty_minutes(self):
        """A look that writes nothing."""
        self.clock.moment = NOW - timedelta(hours=3)  # at ten, before people queue
        before = changes_so_far(database)
        for minutes in (20, 45):
            self.shows(self.get(f"/?minutes={minutes}"), "Now: ")
        self.assertEqual(changes_so_far(database), before)

    def test_a_place_of_its_own(self):
        """Five places; the rest is reached from the machine. A second machine brings all the others."""
        dock = [link.get_text(strip=True) for link in BeautifulSoup(self.get("/"), "lxml").select(".dock a")]
        self.assertEqual(dock, ["1Today", "3Readings", "4Lamps", "6Cupboard and water", "8Log"])
        page = self.get(f"/machines/{self.kitchen}")
        for words in ("Open days and absences", "People", "Another machine"):
            self.shows(page, words)
        self.shows(self.get("/supplies"), '<a href="/water">Water</a>')
        self.machine("Studio")
        dock = [link.get_text(strip=True) for link in BeautifulSoup(self.get("/"), "lxml").select(".dock a")]
        self.assertEqual(len(dock), 8)
        self.hides(self.get(f"/machines/{self.kitchen}"), "Another machine")

    def test_what_a_reading_is_worth(self):
        """Asked for where it would move a date by days, and not on the day on which it was read."""
        row = machine(self.site.id, self.kitchen)
        declare_done(row, "brew-tablet", LastDoneAnswer(at=NOW - timedelta(days=10)), None, Actor(NOW))
        self.shows(self.get("/"), "Read its counter: tablet is due between")
        self.post("/readings", {f"value-{self.kitchen}": "1950", f"answer-{self.kitchen}": "as-typed"})
        self.hides(self.get("/"), "Read its counter")


if __name__ == "__main__":
    unittest.main()
