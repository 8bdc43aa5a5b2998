"""What a round looks at where there is far more to do than time."""

from __future__ import annotations

from datetime import timedelta

from lamplight.actions.care import mark_done
from lamplight.actions.hours import add_slots
from lamplight.actions.planning import announce
from lamplight.actions.runs import begin_run
from lamplight.core.round.chores import ends_service
from lamplight.core.round.closing import closes
from lamplight.core.round.problem import Rank
from lamplight.sight.actor import Actor
from lamplight.sight.closing import touched_at
from lamplight.sight.machine_views import machine_views
from lamplight.sight.plan import agenda_of
from lamplight.sight.rounds import round_view
from lamplight.store.sites import machine, the_site
from tests.base import NOW, DataTest


class FiveMinutes(DataTest):
    """Three machines on which something is under way, and two with everything to do."""

    def test_whatever_is_under_way_is_seen(self):
        """Each open run belongs to the round, though the first alone takes longer than there is; others wait."""
        busy = [self.used_machine(name=f"Busy {n}") for n in range(3)]
        for n in range(2):
            self.used_machine(name=f"Idle {n}", done={"brew-tablet": 40})
        for number in busy:
            begin_run(the_site(), machine(self.site.id, number), "descale", Actor(NOW - timedelta(minutes=3)))
        seen = round_view(the_site(), machine_views(the_site(), NOW), NOW, None, 5)
        begun = {job.machine for job in (*seen.plan.done, *seen.plan.left_out) if job.begun}
        self.assertEqual(begun, set(busy))
        self.assertGreater(seen.beyond, 0)

    def test_no_machine_falls_off_with_its_hygiene(self):
        """Three with much that is long overdue, and one at which milk is due: that is looked at, and done first."""
        for n in range(3):
            self.used_machine(
                name=f"Late {n}", done={"brew-tablet": 60, "descale": 400, "grease": 200, "group-rinse": 60}
            )
        milk = self.used_machine(
            name="Milk", kind="office-tower", done={"milk-rinse": 1, "milk-wash": 0, "brew-flush": 0}
        )
        evening = NOW.replace(hour=17, minute=5)
        views = machine_views(the_site(), evening)
        self.assertIsNot(views[0].row.id, milk)
        for minutes in (5, 10, 20):
            seen = round_view(the_site(), views, evening, None, minutes)
            looked = {job.machine for job in (*seen.plan.done, *seen.plan.left_out)} | {
                one.machine for one in seen.waiting
            }
            with self.subTest(minutes=minutes):
                self.assertIn(milk, looked)
                ranks = [share.rank for job in seen.plan.done for share in job.shares]
                self.assertIs(min(ranks, default=Rank.HEALTH), Rank.HEALTH)
        self.assertTrue(ranks, "in twenty minutes it is done")


class WhatATouchStandsFor(DataTest):
    """Two machines, one of which works by itself for long while the other is seen to."""

    def test_not_for_what_is_left_meanwhile(self):
        """By day whatever the keeper leaves and comes back to is led; all that is done in one visit may be touched."""
        for name in ("One", "Two"):
            self.used_machine(name=name, done={"brew-tablet": 30, "group-rinse": 9, "outlets": 9, "tank-rinse": 9})
        morning = NOW.replace(hour=9)
        seen = round_view(the_site(), machine_views(the_site(), morning), morning, None, 120)
        left = 0
        for number in seen.views:
            touched = touched_at(seen, number)
            for job in (job for job in seen.plan.done if job.machine == number):
                visits = sum(any(one.job == job for one in stop.placed) for stop in seen.stops)
                left += visits > 1
                with self.subTest(machine=number, job=job.shares[0].item):
                    self.assertEqual({share.item for share in job.shares} <= touched, visits == 1)
        self.assertGreater(left, 0)

    def test_in_the_evening(self):
        """What closes the day may be touched though the wash works meanwhile; nothing else that is left."""
        self.used_machine(
            name="Tower", kind="office-tower", done={"acid-milk-wash": 0, "milk-wash": 2, "brew-tablet": 2}
        )
        self.used_machine(name="Hall", done={"wipe-down": 2, "wand-purge": 2, "group-rinse": 9})
        wednesday = NOW.replace(hour=17, minute=10) + timedelta(days=1)
        seen = round_view(the_site(), machine_views(the_site(), wednesday), wednesday, None, 120)
        left = 0
        for number, view in seen.views.items():
            touched = touched_at(seen, number)
            for job in (job for job in seen.plan.done if job.machine == number):
                away = sum(any(one.job == job for one in stop.placed) for stop in seen.stops) > 1
                items = [view.kind.item(share.item) for share in job.shares]
                ends = all(item is not None and closes(item, view.done_at_closing) for item in items)
                left += away and ends
                with self.subTest(machine=number, job=job.shares[0].item):
                    self.assertEqual({share.item for share in job.shares} <= touched, ends or not away)
        self.assertGreater(left, 0)


class ComesNext(DataTest):
    """The only machine, with a morning and an evening, its evening's work just done."""

    def test_the_next_evening(self):
        """Not the first job that a plan names days ahead, nor a morning in which nothing is to be done."""
        for start, minutes in ((6 * 60, 15), (17 * 60 + 30, 60)):
            add_slots(the_site(), range(7), start, start + minutes, None, Actor(NOW - timedelta(days=9)))
        number = self.used_machine(kind="jug-compact")
        evening = NOW.replace(hour=16, minute=35)  # 17:35 in Berlin
        for due in self.view(number).status.dues:
            mark_done([(machine(self.site.id, number), due.item.key)], evening - timedelta(hours=3), Actor(evening))
        announce(the_site(), machine_views(the_site(), evening), evening)
        after = evening + timedelta(minutes=20)
        closing = [due for due in self.view(number, after).status.dues if ends_service(due) or due.to_do]
        mark_done([(machine(self.site.id, number), due.item.key) for due in closing], after, Actor(after))
        (view,) = machine_views(the_site(), after)
        comes = self.calendar.local(agenda_of(the_site(), after).comes_next(view))
        self.assertEqual((comes.date(), comes.hour), (self.calendar.today(after) + timedelta(days=1), 17))
        tonight = after + timedelta(hours=4)  # nobody has hours: the next round is the one with work
        seen = round_view(the_site(), machine_views(the_site(), tonight), tonight, None)
        self.assertEqual(seen.now, agenda_of(the_site(), tonight).comes_next(view))
        early = tonight.replace(hour=15) + timedelta(days=1)  # tomorrow's evening is done two hours before its time
        (view,) = machine_views(the_site(), early)
        mark_done([(machine(self.site.id, number), due.item.key) for due in view.status.dues], early, Actor(early))
        (view,) = machine_views(the_site(), early)
        comes = self.calendar.local(agenda_of(the_site(), early).comes_next(view))
        self.assertGreater(comes.date(), self.calendar.today(early))
