"""A machine that nobody knows, lived as Today says: by the end of its first weeks nothing is unknown. Our own law."""

from __future__ import annotations

import unittest
from datetime import timedelta

from lamplight.actions.care import mark_done
from lamplight.actions.hours import add_slots
from lamplight.actions.machines import MachineFields, NewMachine, add_machine
from lamplight.core.care.beginning import not_known
from lamplight.core.plan.terms import term_after
from lamplight.library.catalogue import kinds
from lamplight.sight.actor import Actor
from lamplight.sight.agenda import site_slots
from lamplight.sight.machine_views import machine_views
from lamplight.sight.plan import agenda_of, plan_view
from lamplight.sight.rounds import round_view
from lamplight.store.sites import the_site
from tests.base import NOW, DataTest
from tests.draw import drawn

DAYS = 16


class FirstWeeks(DataTest):
    """One machine of some kind, its name and about how many drinks it makes; nothing was ever read."""

    def live(self, kind):
        """Do in each of the hours what Today says, and nothing else; answers the item keys of each round."""
        add_machine(self.site.id, MachineFields(kind, kind, guess_per_day=12), NewMachine(), Actor(NOW))
        for start, minutes in ((6 * 60, 45), (18 * 60, 100)):
            add_slots(the_site(), range(5), start, start + minutes, None, Actor(NOW))
        rounds = []
        for slot in site_slots(the_site(), NOW):
            if slot.start < NOW or slot.start > NOW + timedelta(days=DAYS):
                continue
            views = machine_views(the_site(), slot.start)
            seen = round_view(the_site(), views, slot.start, None)
            self.assertFalse(seen.ahead)
            jobs = [(views[0].row, share.item) for job in seen.plan.done for share in job.shares]
            jobs = [job for job in jobs if views[0].status.due(job[1]) is not None]
            if jobs:
                ends = slot.start + timedelta(seconds=seen.plan.finish_s)
                mark_done(jobs, ends, Actor(ends))
            rounds.append({item for _, item in jobs})
        return rounds

    def test_by_the_end_nothing_is_unknown(self):
        """Whatever the rules can date; what people can fall ill of is done in the first hours that there are."""
        for kind in drawn(sorted(kinds()), 1, 11):
            with self.subTest(kind=kind):
                self.setUp()
                rounds = self.live(kind)
                end = NOW + timedelta(days=DAYS)
                (view,) = machine_views(the_site(), end)
                work = view.status.work
                left = [due.item.key for due in view.status.dues if not_known(due)]
                left = [key for key in left if term_after(work, view.whole_kind.item(key), end) is not None]
                self.assertEqual(left, [])
                health = {item.key for item in view.whole_kind.items if item.hygiene and item.minutes <= 5}
                known = {due.item.key for due in view.status.dues if due.last is not None}
                for key in health & known:
                    self.assertTrue(any(key in items for items in rounds[:4]) or key not in set().union(*rounds), key)

    def test_it_is_planned_at_once(self):
        """The first look names a time for everything that can be dated, within two weeks, nothing twice a day."""
        for kind in drawn(sorted(kinds()), 3, 12):
            with self.subTest(kind=kind):
                self.setUp()
                add_machine(self.site.id, MachineFields(kind, kind, guess_per_day=12), NewMachine(), Actor(NOW))
                (view,) = machine_views(the_site(), NOW)
                agenda, plan = agenda_of(the_site(), NOW), plan_view(the_site(), [view], NOW)
                dated = {task.item for task in plan.problem.tasks} | {item for _, item in plan.every}
                planned = agenda.planned(view)
                for due in view.status.dues:
                    if not_known(due) and due.item.key in dated:
                        self.assertIn(due.item.key, planned)
                        self.assertLess(planned[due.item.key].start, NOW + timedelta(days=21))


if __name__ == "__main__":
    unittest.main()
