"""Rounds and plans over every kind, with deeds at random: what they obey, and that nothing is lost on the way."""

from __future__ import annotations

import random
import unittest
from datetime import timedelta

from lamplight.actions.machines import LastDoneAnswer, declare_done
from lamplight.actions.planning import announce
from lamplight.actions.rounds import note_in_round, set_out
from lamplight.actions.runs import begin_run
from lamplight.core.errors import InvalidInput
from lamplight.core.plan.problem import plan_faults
from lamplight.core.round.problem import round_faults
from lamplight.library import catalogue
from lamplight.sight.actor import Actor
from lamplight.sight.machine_views import machine_views
from lamplight.sight.plan import plan_view
from lamplight.sight.rounds import round_view
from lamplight.store.rounds import RoundEvent, open_round
from lamplight.store.sites import machine, the_site
from tests.base import NOW, DataTest
from tests.draw import drawn


class EveryKind(DataTest):
    """A machine of each kind, everything done some random days ago."""

    def setUp(self):
        """Eleven machines, last deeds at random."""
        super().setUp()
        chance = random.Random(5)
        self.ids = []
        for key, kind in sorted(catalogue.kinds().items()):
            number = self.used_machine(name=key, kind=key, per_day=chance.randint(10, 60))
            self.ids.append(number)
            for item in kind.items:
                at = NOW - timedelta(days=chance.randint(1, 40), hours=chance.randint(0, 9))
                declare_done(machine(self.site.id, number), item.key, LastDoneAnswer(at=at), None, Actor(NOW))

    def views(self, now, only=None):
        """The machines as every page sees them."""
        return [view for view in machine_views(the_site(), now) if only is None or view.row.id in only]

    def test_rounds(self):
        """At any hour and on any kind: lawful, and whatever is due is planned, waiting or left out with its reason."""
        for hours in drawn((-7, -5, 0, 5, 10, 4 * 24), 4):
            now = NOW + timedelta(hours=hours)
            for n, number in enumerate(self.ids):
                only = {number, self.ids[n - 1]}
                views = self.views(now, only)
                with self.subTest(hours=hours, kind=views[0].kind.key):
                    seen = round_view(the_site(), views, now, None, minutes=600)
                    self.assertEqual(round_faults(seen.plan, seen.problem), [])
                    told = {(job.machine, share.item) for job in seen.problem.jobs for share in job.shares}
                    told |= {(one.machine, one.share.item) for one in seen.waiting}
                    due = {(view.row.id, due.item.key) for view in views for due in view.status.dues if due.to_do}
                    self.assertEqual(due - told, set())
                    for carried in seen.bag:
                        self.assertNotRegex(carried.line.thing, r"\bfresh water\b|^warm|^cold water")

    def test_too_little_time(self):
        """Lawful, and what matters more is not left out for what matters less."""
        seen = round_view(the_site(), self.views(NOW), NOW, None, minutes=120)
        self.assertEqual(round_faults(seen.plan, seen.problem), [])
        self.assertTrue(seen.plan.left_out and seen.plan.done)
        self.assertLessEqual(min(job.rank for job in seen.plan.done), min(job.rank for job in seen.plan.left_out))

    def test_weeks(self):
        """Every item of every kind in its term, and planned again nothing moves."""
        for n in range(0, len(self.ids), 2):
            views = self.views(NOW, set(self.ids[n : n + 2]))
            with self.subTest(kind=views[0].kind.key):
                seen = plan_view(the_site(), views, NOW)
                self.assertEqual(plan_faults(seen.plan, seen.problem), [])
                self.assertTrue(seen.plan.planned)

    def test_an_open_run_goes_on(self):
        """It is never left out, its machine is taken, and the others go on meanwhile."""
        row = machine(self.site.id, self.ids[0])
        key = next(due.item.key for due in self.view(row.id).status.dues if due.item.procedure and not due.item.quick)
        begin_run(the_site(), row, key, Actor(NOW), anyway=True)
        seen = round_view(the_site(), self.views(NOW), NOW, None, minutes=240)
        self.assertEqual(round_faults(seen.plan, seen.problem), [])
        self.assertTrue(seen.plan.done[0].begun or any(job.begun for job in seen.plan.done))

    def test_walked(self):
        """Set out, skip, end: events of one round, refused once it is over."""
        number = set_out(the_site(), NOW + timedelta(hours=2), Actor(NOW))
        self.assertEqual(set_out(the_site(), NOW + timedelta(hours=2), Actor(NOW)), number)
        views = self.views(NOW)
        first = round_view(the_site(), views, NOW, None)
        job = next(job for job in first.plan.done if not job.begun)
        key = f"{job.machine}:{job.shares[0].item}"
        note_in_round(number, RoundEvent.SKIPPED, Actor(NOW), [key])
        after = round_view(the_site(), views, NOW, None)
        shares = {f"{one.machine}:{share.item}" for one in after.plan.done for share in one.shares}
        self.assertNotIn(key, shares)
        note_in_round(number, RoundEvent.ENDED, Actor(NOW))
        self.assertIsNone(open_round(self.site.id, None))
        with self.assertRaisesRegex(InvalidInput, "over"):
            note_in_round(number, RoundEvent.SKIPPED, Actor(NOW), [key])

    def test_announced(self):
        """What was announced is held on the next look, whatever the hour."""
        only = set(self.ids[:2])
        first = announce(the_site(), self.views(NOW, only), NOW)
        again = plan_view(the_site(), self.views(NOW, only), NOW + timedelta(minutes=5))
        self.assertTrue(again.fresh)
        self.assertEqual(
            {(one.key, one.slot) for one in again.plan.planned}, {(one.key, one.slot) for one in first.plan.planned}
        )


if __name__ == "__main__":
    unittest.main()
