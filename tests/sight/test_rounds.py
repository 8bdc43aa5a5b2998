"""What a round looks at where there is far more to do than time."""

from __future__ import annotations

from datetime import timedelta

from lamplight.actions.runs import begin_run
from lamplight.core.round.problem import Rank
from lamplight.sight.actor import Actor
from lamplight.sight.machine_views import machine_views
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
