"""Plan in the browser: the weeks, a visit looked at and moved, what moved, what planning saves."""

from __future__ import annotations

import re
import unittest
from collections import Counter
from datetime import date, timedelta
from html import unescape
from urllib.parse import quote, unquote

from lamplight.actions.hours import add_absence, add_slots
from lamplight.actions.sites import add_closure, save_keeper
from lamplight.actions.stock import move_stock
from lamplight.core.plan.problem import plan_faults
from lamplight.core.stock.stock import Move
from lamplight.library import catalogue
from lamplight.sight.actor import Actor
from lamplight.sight.feeds import feed_events
from lamplight.sight.machine_views import machine_views
from lamplight.sight.plan import plan_view
from lamplight.sight.shelves import left_empty, shelves
from lamplight.sight.weeks import weeks_ahead
from lamplight.store.models import AnnouncedPlan, Entry, PlanPin
from lamplight.store.plans import announced, pins, plan_wishes
from lamplight.store.sites import the_site
from tests.base import NOW, WebTest


class TwoKeepers(WebTest):
    """Two keepers with the very same hours, and machines in two places."""

    def setUp(self):
        super().setUp()
        self.ann, self.ben = (save_keeper(name, name[:2], Actor(NOW)) for name in ("Ann", "Ben"))
        for keeper in (self.ann, self.ben):
            add_slots(the_site(), [0, 1, 2, 3, 4], 7 * 60, 9 * 60, keeper, Actor(NOW))
        done = {"brew-tablet": 4, "group-rinse": 3, "outlets": 3, "descale": 30}
        for n in range(14):
            self.used_machine(name=f"M{n}", done=done | {"group-rinse": n % 5})

    def test_announced_and_held_in_their_own_hours(self):
        """Hours that begin at the same time are told apart: planned again, hardly anything moves; minutes hold."""
        self.post("/plan/made")
        said = announced(self.site.id)
        self.assertEqual(set(said.keepers), {self.ann, self.ben})
        views = machine_views(the_site(), NOW)
        seen = plan_view(the_site(), views, NOW)
        self.assertTrue(seen.fresh)
        self.assertEqual(plan_faults(seen.plan, seen.problem), [])
        self.assertEqual(len(seen.plan.planned), len(said.visits))
        self.post("/hours/ways", {"home": "hall 2"})
        self.post("/plan/made")
        again = announced(self.site.id)
        turns = [set(zip(one.visits, one.keepers, strict=True)) for one in (said, again)]
        self.assertLessEqual(len(turns[0] - turns[1]), len(turns[0]) // 20)
        self.assertTrue(0 < again.least <= again.weight)

    def test_whose(self):
        """Each keeper's own visits, and together all of them."""
        self.post("/plan/made")
        said = announced(self.site.id)
        pages = {keeper: self.get(f"/plan?keeper={keeper}") for keeper in (0, self.ann, self.ben)}
        counts = {
            keeper: set(re.findall(r"/plan\?machine=(\d+)&at", unquote(unescape(p)))) for keeper, p in pages.items()
        }
        for keeper in (self.ann, self.ben):
            own = {str(visit[0]) for visit, whose in zip(said.visits, said.keepers, strict=True) if whose == keeper}
            self.assertEqual(counts[keeper], own)
        self.assertEqual(counts[0], counts[self.ann] | counts[self.ben])
        for page in pages.values():
            self.assertLess(len(page), 400_000)

    def test_one_day_in_the_list(self):
        """A day with more visits than hang from it leads to all of them."""
        self.post("/plan/made")
        first = min(start for _, _, start in announced(self.site.id).visits)
        day = self.calendar.today(first)
        page = self.get(f"/plan?day={day.isoformat()}")
        rows = page[page.index("table-title") :]
        self.assertNotIn((first + timedelta(days=7)).strftime("%a %-d %b"), rows)
        self.get("/plan?day=yesterday&keeper=x&first=-3")

    def test_each_feed_has_its_own(self):
        """A calendar of Ann has nothing of Ben's; what goes over to Ben is cancelled in hers."""
        self.post("/plan/made")
        views = machine_views(the_site(), NOW)
        ann, ben, all_ = (feed_events(the_site(), views, NOW, "", who) for who in (self.ann, self.ben, None))
        self.assertEqual({one.uid for one in ann} & {one.uid for one in ben}, set())
        self.assertEqual({one.uid for one in ann} | {one.uid for one in ben}, {one.uid for one in all_})
        row = AnnouncedPlan.select().order_by(AnnouncedPlan.id.desc()).first()
        visits = [[*visit[:3], self.ben] for visit in row.visits]
        AnnouncedPlan.create(site=self.site.id, made_at=NOW, rests_on="x", visits=visits, moved=[])
        gone = feed_events(the_site(), views, NOW, "", self.ann)
        self.assertTrue(gone and all(one.cancelled for one in gone))


class Plan(WebTest):
    """Two machines, four weeks."""

    def setUp(self):
        super().setUp()
        done = {"brew-tablet": 4, "group-rinse": 3, "outlets": 3}
        self.hall = self.used_machine(name="Hall", done=done | {"descale": 10})
        self.desk = self.used_machine(name="Desk", kind="office-tower", done={"brew-tablet": 2, "outlets": 3})

    def visits(self, page):
        """Machine and beginning of each tag on the line."""
        return re.findall(r'href="/plan\?machine=(\d+)&at=([^"#]+)"', unquote(unescape(page)))

    def test_weeks(self):
        """Planned at once, then held; the table says the same as the line."""
        page = self.get("/plan")
        for words in (
            "in the next four weeks",
            "Plan it well",
            "Nothing was announced yet",
            "As a list",
            "Every day anyway",
        ):
            self.shows(page, words)
        self.post("/plan/made")
        held = self.get("/plan")
        self.hides(held, "Plan it well")
        self.shows(held, "Nothing since")
        tags = self.visits(re.sub(r'<section class="plan-day".*?</section>', "", held, flags=re.DOTALL))
        self.assertEqual(len(tags), 2 * len(set(tags)))  # on the line, and in the list
        self.post("/plan/made")
        self.assertEqual(AnnouncedPlan.select().count(), 1)
        self.assertLess(len(held), 400_000)

    def test_what_is_daily_is_daily_on_every_day(self):
        """Also on a Friday, whose evening lasts until Monday, and the evening before: no daily thing is a visit."""
        site = the_site()
        for kind in ("office-tower", "jug-compact", "removable-tabletop"):
            keys = {item.key for item in catalogue.kinds()[kind].items}
            done = {key: 1 for key in ("grounds-drawer", "milk-rinse", "tank-rinse", "drip-tray") if key in keys}
            self.used_machine(name=f"A {kind}", kind=kind, done={"brew-tablet": 2, **done})
        daily: set = set()
        for days in range(7):
            for hours in (-7, 0, 9):
                now = NOW + timedelta(days=days, hours=hours)
                seen = weeks_ahead(site, machine_views(site, now), now, None)
                planned = {item for _, item in (task.key for task in seen.problem.tasks)}
                daily |= {item for _, item in seen.every}
                with self.subTest(now=now):
                    self.assertEqual(planned & {"grounds-drawer", "milk-rinse", "wipe-down", "drip-tray"}, set())
        self.assertLessEqual({"grounds-drawer", "milk-rinse"}, daily)
        self.assertNotIn("group-rinse", daily)

    def test_the_same_question_has_the_same_answer(self):
        """Written to ever so often, asked again and again: nothing moves while every term and slot is what it was."""
        self.post("/plan/made")
        said = announced(self.site.id)
        for home in ("hall 2", "cellar", "hall 2"):
            self.post("/hours/ways", {"home": home})
            self.hides(self.get("/plan/year"), "Traceback")
            self.post("/plan/made")
            self.assertEqual(announced(self.site.id).visits, said.visits)
            self.assertEqual(announced(self.site.id).made_at, said.made_at)
            self.hides(self.get("/plan"), "Plan it well")

    def test_how_it_chooses(self):
        """Risk and share are the keeper's: with a later share nothing comes earlier; what is not offered is refused."""
        site = the_site()
        views = machine_views(site, NOW)
        first = {task.key: task.now.earliest for task in plan_view(site, views, NOW).problem.tasks}
        self.post("/plan/wishes", {"risk": "0.3", "worth": "0.9"})
        self.assertEqual(plan_wishes(site.id), (0.3, 0.9))
        later = {task.key: task.now for task in plan_view(site, machine_views(site, NOW), NOW).problem.tasks}
        self.assertTrue(all(later[key].earliest >= day for key, day in first.items()))
        self.assertTrue(any(later[key].earliest > day for key, day in first.items()))
        page = self.get("/plan")
        for value in ("0.3", "0.9"):
            self.assertRegex(page, rf'value="{value}"\s+selected')
        for risk, worth in (("0.5", "0.9"), ("0.3", "2"), ("x", "0.9"), ("", "")):
            self.post("/plan/wishes", {"risk": risk, "worth": worth}, 422)

    def test_what_waits_for_an_order(self):
        """Nothing there and an order on its way: it is planned on no day before, and the page says why."""
        move_stock("brew-tablets", Move.COUNTED, 0, Actor(NOW))
        arrives = self.calendar.today(NOW) + timedelta(days=9)
        form = {"product": "brew-tablets", "amount": "20", "do": "ordered"}
        self.post("/supplies/moves", form | {"arrives": "2020-01-01"}, 422)
        self.post("/supplies/moves", form | {"arrives": ""}, 422)
        self.post("/supplies/moves", form | {"arrives": arrives.isoformat()})
        self.shows(self.get("/supplies"), "20 tablets on the way")
        self.post("/plan/made")
        days = [
            self.calendar.today(start) for _, item, start in announced(self.site.id).visits if item == "brew-tablet"
        ]
        self.assertTrue(days)
        self.assertGreaterEqual(min(days), arrives)
        machine, _, start = next(one for one in announced(self.site.id).visits if one[1] == "brew-tablet")
        self.shows(self.get(f"/plan?machine={machine}&at={quote(start.isoformat())}"), "It waits for")
        self.post("/supplies/moves", form | {"do": "bought"})
        self.hides(self.get("/supplies"), "tablets on the way")

    def test_what_finds_nothing_is_told_on_its_visit(self):
        """Enough for one tablet: the visits after that say so days before, in the list, on the tag and when chosen."""
        move_stock("brew-tablets", Move.COUNTED, 900, Actor(NOW))
        self.hides(self.get("/plan"), "Not enough")
        move_stock("brew-tablets", Move.COUNTED, 1, Actor(NOW))
        page = self.get("/plan")
        self.shows(page, "Not enough brew-group tablets by then for brew-group tablet: order now")
        self.shows(page, "is-lacking")
        site = self.site
        views = machine_views(site, NOW)
        empty = left_empty(shelves(site, views, NOW))
        plan = plan_view(site, views, NOW)
        planned = [
            (plan.problem.slots[slot].start, machine)
            for (slot, machine), placed in sorted(plan.plan.visits().items())
            if any(one.task.item == "brew-tablet" for one in placed)
        ]
        self.assertGreater(len(planned), 1)
        told = 0
        numbers = Counter()
        for start, machine in planned:
            lacks = numbers[machine] in empty.get((machine, "brew-tablet"), {})
            numbers[machine] += 1
            page = self.get(f"/plan?machine={machine}&at={quote(start.isoformat())}")
            (self.shows if lacks else self.hides)(page.split('class="plan-move"')[0], "Not enough brew-group")
            told += lacks
        self.assertGreater(told, 0)

    def test_on_paper_and_away(self):
        """The week on one page; who is away, and what is done just before."""
        add_absence(
            self.site.id, None, *(self.calendar.today(NOW) + timedelta(days=n) for n in (6, 9)), "Fair", Actor(NOW)
        )
        page = self.get("/plan/week")
        for n in range(7):
            self.shows(page, (NOW + timedelta(days=n)).strftime("%a %-d %b"))
        plan = self.get("/plan")
        self.shows(plan, "Everybody, ")
        self.shows(plan, "Just before, ")
        move_stock("brew-tablets", Move.COUNTED, 3, Actor(NOW))
        self.shows(self.get("/plan/year"), "used up")

    def test_a_small_fact_moves_nothing(self):
        """A note that changes no date: planned anew, all stays; the page says so."""
        self.post("/plan/made")
        before = announced(self.site.id).visits
        self.post("/hours/ways", {"home": "hall 2"})
        self.post("/plan/made")
        self.assertEqual(announced(self.site.id).visits, before)
        self.shows(self.get("/plan"), "Nothing since")

    def test_moving_a_visit(self):
        """Looked at, priced, moved, held, let go again, undone in the log."""
        self.post("/plan/made")
        machine, start = self.visits(self.get("/plan"))[-1]
        page = self.get(f"/plan?machine={machine}&at={start.replace('+', '%2B')}")
        self.assertRegex(page, "sooner than needed|in time|may come first|likely comes first")
        items = re.findall(r'name="item" value="([^"]+)"', page)
        to = unescape(re.search(r'<option value="([^"]+)"', page)[1])
        form = {"machine": machine, "at": start, "item": items, "to": to}
        for wrong in ({"to": "2026-11-25T03:00:00+01:00"}, {"item": ["dance"]}, {"item": []}, {"machine": "99"},
                      {"at": "never"}, {"to": "soon"}):  # fmt: skip
            with self.subTest(wrong=wrong):
                self.post("/plan/visit", form | wrong, 422)
        self.assertEqual(PlanPin.select().count(), 0)
        self.post("/plan/visit", form)
        self.assertEqual({item for (number, item) in pins() if number == int(machine)}, set(items))
        moved = self.get(f"/plan?machine={machine}&at={to.replace('+', '%2B')}")
        self.shows(moved, "held by you")
        self.shows(moved, "You chose this day.")
        self.post("/plan/visit", form | {"at": to, "to": ""})
        self.assertEqual(pins(), {})
        newest = Entry.select().where(Entry.kind == "plan").order_by(Entry.id.desc()).first()
        self.post(f"/log/{newest.id}/undo")
        self.assertNotEqual(pins(), {})

    def test_away_and_no_machines(self):
        """While everybody is away nothing is planned; an address that says nonsense shows the weeks."""
        today = self.calendar.today(NOW)
        add_absence(self.site.id, None, today + timedelta(days=7), today + timedelta(days=13), "", Actor(NOW))
        page = self.get("/plan")
        self.shows(page, "away")
        days = {start[:10] for _, start in self.visits(page)}
        self.assertFalse(days & {str(today + timedelta(days=n)) for n in range(7, 14)})
        for odd in ("machine=x", "at=2026", "machine=1&at=2026-11-24T06:00:00", "machine=99999999999999999999"):
            self.get(f"/plan?{odd}")

    def test_the_year(self):
        """What lasts long, month by month; a closure stands among it."""
        add_closure(self.site.id, date(2027, 1, 3), date(2027, 1, 8), "Works holiday", Actor(NOW))
        page = self.get("/plan/year")
        for words in ("The year ahead", "Hall", "Descale", "Works holiday, Sun 3 Jan 2027 to Fri 8 Jan 2027"):
            self.shows(page, words)

    def test_what_it_saves(self):
        """Three ways beside each other."""
        page = self.get("/plan/saves")
        for words in ("by lamp only", "by a fixed calendar", "by this plan", "days past limits of hygiene"):
            self.shows(page, words)


class Empty(WebTest):
    """Nothing to plan."""

    def test_no_machine(self):
        """It leads to adding one; one that was never read is planned with what is known."""
        self.get("/plan", 303)
        self.get("/plan/saves", 303)
        self.get("/plan/year", 303)
        self.machine("Never read", counter=None)
        self.shows(self.get("/plan"), "next four weeks")


if __name__ == "__main__":
    unittest.main()
