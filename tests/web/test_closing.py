"""Closing the day in the browser: one ring a machine, taken back, shared by two phones, left in the middle."""

from __future__ import annotations

import re
import unittest
from datetime import timedelta

from lamplight.actions.closing import close_machine
from lamplight.actions.hours import add_slots
from lamplight.actions.runs import begin_run
from lamplight.actions.sites import save_keeper
from lamplight.actions.stock import move_stock
from lamplight.core.stock.stock import Move
from lamplight.sight.actor import Actor
from lamplight.sight.closing import closings, left_to_close
from lamplight.sight.cupboard import stock_held
from lamplight.store.logbook import closes_since, ever_done
from lamplight.store.models import CareDone, Entry
from lamplight.store.sites import machine, the_site
from lamplight.web.closing.model import closing_model
from tests.base import NOW, WebTest

EVENING = {"milk-wash": 1, "brew-flush": 1, "wipe-down": 1, "grounds-drawer": 1}


class Evening(WebTest):
    """A tower at which everything of the evening is due, ten minutes after closing."""

    def setUp(self):
        super().setUp()
        self.tower = self.used_machine(name="Tower", kind="office-tower", done={**EVENING, "brew-tablet": 20})
        self.clock.moment = NOW.replace(hour=17, minute=10)  # 18:10 in Berlin
        self.done_before("milk-wash")

    def done_before(self, item):
        """Somebody here did it yesterday, and wrote it down then."""
        yesterday = self.clock.moment - timedelta(days=1)
        entry = Entry.create(kind="done", machine=self.tower, at=yesterday, recorded_at=yesterday, summary=item)
        CareDone.create(entry=entry, machine=self.tower, item=item, at=yesterday, settled=[])

    def ring(self):
        """The items that the ring sends; none where there is no ring."""
        line = self.line()
        form = re.search(rf'action="/close/{self.tower}">(.*?)</form>', line, re.S)
        return re.findall(r'name="item" value="([a-z-]+)"', form.group(1)) if form else []

    def line(self):
        """What the sheet says of the tower."""
        return re.search(rf'id="m{self.tower}".*?</section>', self.get("/close/"), re.S).group(0)

    def last(self, item):
        """When an item was done last."""
        return self.view(self.tower, self.clock.moment).status.due(item).last.at

    def test_one_touch_writes_down_all(self):
        """With what goes in; Today leads there and no longer asks for any of it."""
        move_stock("milk-liquid", Move.COUNTED, 500, Actor(self.clock.moment))
        self.shows(self.get("/"), f"/round/touch/{self.tower}")
        self.shows(self.line(), "milk wash with 50 ml")
        items = self.ring()
        self.assertLessEqual({"brew-flush", "milk-wash", "wipe-down"}, set(items))
        self.assertNotIn("brew-tablet", items)
        self.post(f"/close/{self.tower}", {"item": items})
        for item in items:
            self.assertEqual(self.last(item), self.clock.moment, item)
        self.assertAlmostEqual(stock_held(self.site.id)["milk-liquid"].amount, 450)
        self.shows(self.get("/close/"), "All closed. Good night.")
        self.hides(self.get("/"), "milk wash with 50 ml")

    def test_taken_back(self):
        """For a minute on the sheet, from the log ever after; what went in is back in the cupboard."""
        move_stock("milk-liquid", Move.COUNTED, 500, Actor(self.clock.moment))
        before = self.last("milk-wash")
        self.post(f"/close/{self.tower}", {"item": self.ring()})
        undo = re.search(r"/log/\d+/undo", self.line()).group(0)
        self.clock.moment += timedelta(minutes=2)
        self.hides(self.line(), "Take it back")
        self.post(undo, {"next": "/close/"})
        self.assertEqual(self.last("milk-wash"), before)
        self.assertAlmostEqual(stock_held(self.site.id)["milk-liquid"].amount, 500)
        self.shows(self.line(), "not all of it")
        self.assertEqual(closes_since(NOW), {})

    def test_who_did_it(self):
        """What another keeper did is no evidence for this one; theirs to take back is what they touched."""
        ada, jon = (save_keeper(name, name[:2].upper(), Actor(NOW)) for name in ("Ada", "Jon"))
        before = ever_done(self.tower, ada)
        close_machine(self.site, self.tower, ["wipe-down"], Actor(self.clock.moment, ada))
        self.assertEqual((before, ever_done(self.tower, ada)), (frozenset(), {"wipe-down"}))
        self.assertEqual(ever_done(self.tower, jon), frozenset())
        self.assertIn("wipe-down", ever_done(self.tower, None))
        here = closings(self.site, [self.view(self.tower, self.clock.moment)], self.clock.moment, ada)
        backs = [
            closing_model(here, self.calendar, self.clock.moment, who).rings[0].take_back is not None
            for who in (ada, jon, None)
        ]
        self.assertEqual(backs, [True, False, True])

    def test_of_some_machines(self):
        """Asked of one machine and then of two: each answer is of those that were asked about."""
        other = self.used_machine(name="Hall", done={"brew-tablet": 20, "wipe-down": 1, "wand-purge": 1})
        moment = self.clock.moment
        for ids in ((other,), (self.tower, other)):
            views = [self.view(number, moment) for number in ids]
            found = {one.view.row.id for one in left_to_close(self.site, views, moment, None)}
            self.assertEqual(found, set(ids))

    def test_two_phones_count_once(self):
        """The second touch finds nothing left, and says so."""
        items = self.ring()
        self.post(f"/close/{self.tower}", {"item": items})
        count = self.entry_count()
        self.clock.moment += timedelta(seconds=20)
        self.post(f"/close/{self.tower}", {"item": items})
        self.assertEqual(self.entry_count(), count)
        self.shows(self.get("/close/"), "done already")

    def test_not_all_of_it(self):
        """What is left out stays due; nothing marked is refused in words, and the marks are kept."""
        self.post(f"/close/{self.tower}", {"item": ["wipe-down"]})
        self.assertIn("milk-wash", self.ring())
        self.assertNotIn("wipe-down", self.ring())
        count = self.entry_count()
        self.post(f"/close/{self.tower}", {}, code=422)
        self.post(f"/close/{self.tower}", {"item": ["descale", "nonsense"]})
        self.post("/close/999", {"item": ["wipe-down"]}, code=422)
        self.assertEqual(self.entry_count(), count)

    def test_never_done_here_asks_for_its_steps(self):
        """What was only said to have been done is no evidence that anybody can."""
        Entry.update(undone_at=self.clock.moment).where(Entry.summary == "milk-wash").execute()
        self.assertNotIn("milk-wash", self.ring())
        self.shows(self.line(), "You have not done it here yet.")
        self.shows(self.line(), f"/runs/ready/{self.tower}/milk-wash")
        self.post(f"/close/{self.tower}", {"item": ["milk-wash", "wipe-down"]})
        self.assertNotEqual(self.last("milk-wash"), self.clock.moment)
        self.assertEqual(self.last("wipe-down"), self.clock.moment)

    def test_while_a_run_is_open(self):
        """The ring leads to it, and writes nothing down."""
        self.post(f"/close/{self.tower}", {"item": ["wipe-down"]})
        run = begin_run(self.site, machine(self.site.id, self.tower), "milk-wash", Actor(self.clock.moment))
        self.shows(self.line(), f"/runs/{run}")
        count = self.entry_count()
        self.post(f"/close/{self.tower}", {"item": ["brew-flush"]})
        self.assertEqual(self.entry_count(), count)

    def touch(self, page):
        """What the touch of a page sends; none where there is no touch."""
        form = re.search(rf'action="/round/touch/{self.tower}">(.*?)</form>', page, re.S)
        return re.findall(r'type="hidden" name="item" value="([a-z-]+)"', form[1]) if form else []

    def test_on_the_round(self):
        """One touch at the stop writes down what the round does there, and leads on; no tick for each of it."""
        self.used_machine(name="Hall", done={"brew-tablet": 20})
        self.shows(self.get("/"), "Close: ")
        self.post("/round")
        page = self.get("/round")
        items = self.touch(page)
        self.assertTrue(items)
        for item in items:
            self.hides(page, f'name="offered" value="{self.tower}:{item}"')
        answer = self.post(f"/round/touch/{self.tower}", {"item": items})
        self.assertRegex(answer.headers["Location"], r"^/round\?touched=\d+$")
        self.assertEqual(self.last(items[0]), self.clock.moment)
        self.assertEqual(self.touch(self.get("/round")), [])
        elsewhere = self.post(f"/close/{self.tower}", {"item": ["wipe-down"], "next": "https://elsewhere.example/"})
        self.assertTrue(elsewhere.headers["Location"].startswith("/close/"))

    def test_by_day_at_a_stop(self):
        """What is no part of the evening is written down by the touch as well, and taken back for a minute."""
        self.clock.moment = NOW.replace(hour=9)
        before = self.view(self.tower, self.clock.moment).status.due("outlets").last
        items = self.touch(self.get("/?minutes=240"))
        self.assertIn("outlets", items)
        where = self.post(f"/round/touch/{self.tower}", {"item": items}).headers["Location"]
        self.assertEqual(self.last("outlets"), self.clock.moment)
        back = self.get(where)
        self.shows(back, "Take it back")
        undo = re.search(r"/log/\d+/undo", back).group(0)
        self.clock.moment += timedelta(seconds=70)
        self.hides(self.get(where), "Take it back")
        self.post(undo, {"next": "/"})
        self.assertEqual(self.view(self.tower, self.clock.moment).status.due("outlets").last, before)

    def test_two_phones_at_a_stop_count_once(self):
        """The second touch finds nothing left, takes nothing out of the cupboard, and says so."""
        self.used_machine(name="Hall", done={"brew-tablet": 20})
        self.post("/round")
        items = self.touch(self.get("/round"))
        self.post(f"/round/touch/{self.tower}", {"item": items})
        count = self.entry_count()
        self.clock.moment += timedelta(seconds=20)
        self.post(f"/round/touch/{self.tower}", {"item": items})
        self.assertEqual(self.entry_count(), count)
        self.shows(self.get("/round"), "done already, and counts once")

    def test_of_a_stop_only_what_may_be(self):
        """Nothing marked and what never was done here are refused or left out; another's line is not offered back."""
        self.used_machine(name="Hall", done={"brew-tablet": 20})
        self.post("/round")
        self.shows(self.post(f"/round/touch/{self.tower}", {}, code=422).get_data(as_text=True), "Mark what was done")
        count = self.entry_count()
        self.post(f"/round/touch/{self.tower}", {"item": ["descale", "milk-strip-down", "nonsense"]})
        self.assertEqual(self.entry_count(), count)
        self.post(f"/round/touch/{self.tower}", {"job": ["999:wipe-down"]}, code=422)
        self.post(f"/round/touch/{self.tower}", {"job": [f"{self.tower}:wipe-down"]})
        self.assertEqual(self.last("wipe-down"), self.clock.moment)
        foreign = Entry.create(kind="reading", machine=self.tower, at=NOW, recorded_at=self.clock.moment, summary="x")
        theirs = save_keeper("Ada", "AD", Actor(NOW))
        line = {"machine": self.tower, "at": self.clock.moment, "recorded_at": self.clock.moment, "summary": "x"}
        another = Entry.create(kind="done", keeper=theirs, **line)
        for number in (foreign.id, another.id, 10**9, "x"):
            self.hides(self.get(f"/round?touched={number}"), "Take it back")

    def test_what_is_led_takes_along(self):
        """The drawer that the tablet's run empties is not closed besides."""
        hall = self.used_machine(
            name="Hall", done={"brew-tablet": 20, "grounds-drawer": 5, "wipe-down": 0, "wand-purge": 0}
        )
        add_slots(the_site(), range(5), 18 * 60, 22 * 60, None, Actor(NOW))  # time enough for both
        page = re.search(rf'id="stop-{hall}".*?</article>', self.get("/"), re.S)[0]
        self.shows(page, "Grounds drawer, with it")
        self.assertNotRegex(page, "Close: [^<]*drawer")

    def test_in_the_morning(self):
        """What was left open in the evening still stands there; once closed, nothing until the next evening."""
        self.clock.moment = NOW.replace(hour=5, minute=30) + timedelta(days=1)  # half an hour before opening
        self.post(f"/close/{self.tower}", {"item": self.ring()})
        self.clock.moment += timedelta(hours=5)
        self.shows(self.get("/close/"), "12 things nobody knows yet.")


if __name__ == "__main__":
    unittest.main()
