"""A figure that stands on two pages is worked out once: the same on both, on machines of every kind."""

from __future__ import annotations

from collections import Counter
from datetime import timedelta
from math import ceil
from random import Random

from lamplight.actions.machines import LastDoneAnswer, declare_done
from lamplight.actions.runs import Finish, answer_step, begin_run, finish_run
from lamplight.core.care.triggers import EndOfService
from lamplight.core.errors import InvalidInput
from lamplight.core.plan.moves import price
from lamplight.core.plan.terms import term_now
from lamplight.core.run.state import EventKind
from lamplight.library.catalogue import kinds
from lamplight.sight.actor import Actor
from lamplight.sight.agenda import way_beside
from lamplight.sight.costs import machine_costs, out_of_use_minutes
from lamplight.sight.dose import mixes_of
from lamplight.sight.machine_views import machine_views
from lamplight.sight.preparing import prepare
from lamplight.sight.rhythms import times_here
from lamplight.sight.shelves import HORIZON_DAYS, uses_ahead
from lamplight.sight.weeks import weeks_ahead
from lamplight.store.runs import run_row
from lamplight.store.sites import machine, the_site
from lamplight.web.today.model import task_of
from tests.base import NOW, DataTest
from tests.draw import drawn
from tests.pace import said_to


class OneAnswer(DataTest):
    """Machines of some kinds, everything done some days ago, one by one."""

    def setUp(self):
        """Used machines, in `make test-long` of every kind."""
        super().setUp()
        chance = Random(7)
        for key in drawn(sorted(kinds()), 5, 3):
            number = self.used_machine(name=key, kind=key, per_day=chance.randint(15, 60))
            for item in kinds()[key].items:
                at = NOW - timedelta(days=chance.randint(0, 30), hours=chance.randint(0, 9))
                declare_done(machine(self.site.id, number), item.key, LastDoneAnswer(at=at), None, Actor(NOW))
        self.here = the_site()
        self.views = machine_views(self.here, NOW)
        self.today = self.here.calendar.today(NOW)

    def test_how_long_a_job_takes(self):
        """Before the run, on Today, in the plan and among the costs: the same minutes of the keeper's own."""
        compared = 0
        planned = {task.key: task.minutes for task in weeks_ahead(self.here, self.views, NOW, None).problem.tasks}
        costs = {
            (cost.view.row.id, job.item): job.minutes
            for cost in machine_costs(self.here, self.views, NOW)
            for _, job in cost.jobs
        }
        for view in self.views:
            for due in view.status.dues:
                with self.subTest(kind=view.kind.key, item=due.item.key):
                    minutes = view.own_minutes(due)
                    key = (view.row.id, due.item.key)
                    self.assertEqual(task_of(view, due).minutes, minutes)
                    self.assertEqual(planned.get(key, minutes), minutes)
                    self.assertEqual(costs.get(key, minutes), minutes)
                    try:
                        ready = prepare(view, due.item.key, self.here, NOW)
                    except InvalidInput:
                        continue  # it is ticked
                    self.assertEqual(ceil(ready.own_s / 60), minutes)
                    compared += key in planned and key in costs
        self.assertGreater(compared, 20)

    def test_how_long_it_takes_here(self):
        """Led three times at a slower machine: before the run and in the plan the same minutes, its own."""
        number = self.used_machine(name="Slow", done={"brew-tablet": 30})
        row = machine(self.site.id, number)
        usual = machine_views(self.here, NOW)
        (view,) = [one for one in usual if one.row.id == number]
        before = view.span_minutes(view.status.due("brew-tablet"))
        for back in (9, 6, 3):
            at = NOW - timedelta(days=back)
            run_id = begin_run(self.here, row, "brew-tablet", Actor(at))
            led = run_row(run_id)
            while led.state.step is not None:
                waits = led.state.step.duration.high_s if led.state.step.duration else 40
                at += timedelta(seconds=2 * waits)
                led = answer_step(run_id, EventKind.ADVANCE, led.state.index, Actor(at), said_to(led.state))
            finish_run(run_id, led.state.index, Finish(None, 1, lamp_out=True), self.here, Actor(at))
        (view,) = [one for one in machine_views(self.here, NOW) if one.row.id == number]
        due, ready = view.status.due("brew-tablet"), prepare(view, "brew-tablet", self.here, NOW)
        self.assertIsNotNone(ready.learned)
        self.assertEqual(view.span_minutes(due), ceil(ready.total_s / 60))
        self.assertEqual(view.own_minutes(due), ceil(ready.own_s / 60))
        self.assertGreater(view.span_minutes(due), before)
        tasks = weeks_ahead(self.here, [view], NOW, None).problem.tasks
        (task,) = [one for one in tasks if one.item == "brew-tablet"]
        self.assertEqual((task.minutes, task.span), (view.own_minutes(due), view.span_minutes(due) + way_beside(1)))

    def test_how_often_in_a_year(self):
        """At the dose bench and among the costs."""
        compared = 0
        for cost in machine_costs(self.here, self.views, NOW):
            often = {job.item: job.times for _, job in cost.jobs}
            for mix in mixes_of(cost.view):
                times = times_here(cost.view, self.today).get(mix.item.key, 0.0)
                self.assertEqual(often.get(mix.item.key, 0.0), times)
                compared += 1
        self.assertGreater(compared, 2)

    def test_how_many_uses_are_ahead(self):
        """Supplies reckon with as many times of a job as a year's share of its times among the costs."""
        compared, share = 0, HORIZON_DAYS / 365
        counted = Counter(
            (use.machine, use.item) for own in uses_ahead(self.here, self.views, NOW).values() for use in own
        )
        for view in self.views:
            times = times_here(view, self.today)
            for due in view.status.dues:
                kinds_of_use = len({need.product for need in view.needs(due) if need.product and need.units > 0})
                ahead = counted[view.row.id, due.item.key]
                if not ahead or not kinds_of_use or due.item.key not in times:
                    continue
                with self.subTest(kind=view.kind.key, item=due.item.key):
                    self.assertAlmostEqual(
                        ahead / kinds_of_use, times[due.item.key] * share, delta=2 + 0.15 * times[due.item.key] * share
                    )
                compared += 1
        self.assertGreater(compared, 5)

    def test_how_long_nobody_has_a_drink(self):
        """None of what is done after closing; of all else as long as it takes."""
        for view in self.views:
            for due in view.status.dues:
                late = any(isinstance(trigger, EndOfService) for trigger in due.item.triggers)
                with self.subTest(kind=view.kind.key, item=due.item.key):
                    self.assertEqual(out_of_use_minutes(view, due) == 0, late)

    def test_how_likely_a_date_is(self):
        """What the plan says of waiting until a day is what supplies reckon with by the evening before."""
        compared = 0
        uses = [use for own in uses_ahead(self.here, self.views, NOW).values() for use in own]
        for view in self.views:
            for due in view.status.dues:
                term = term_now(due, self.today)
                first = next((use for use in uses if (use.machine, use.item) == (view.row.id, due.item.key)), None)
                if first is None or term is None or term.due or term.passage.likely != first.likely:
                    continue
                for days in (-3, -2, 0, 4):
                    day = first.likely + timedelta(days=days)
                    with self.subTest(kind=view.kind.key, item=due.item.key, days=days):
                        said = price(term, day).chance
                        self.assertAlmostEqual(said, first.when.chance_by(day - timedelta(days=1)))
                compared += 1
        self.assertGreater(compared, 3)
