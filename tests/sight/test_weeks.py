"""What the weeks are asked: a lamp that is known, daily work that is spared, and the room that daily work leaves."""

from __future__ import annotations

import unittest
from datetime import timedelta

from lamplight.actions.care import mark_done, note_prompt
from lamplight.actions.hours import add_slots
from lamplight.core.care.triggers import LampForetold
from lamplight.core.plan.terms import term_now
from lamplight.sight.actor import Actor
from lamplight.sight.machine_views import machine_views
from lamplight.sight.shelves import uses_ahead
from lamplight.sight.weeks import WAY_MIN, weeks_ahead
from lamplight.sight.year import year_ahead
from lamplight.store.sites import machine, the_site
from tests.base import NOW, DataTest


class KnownLamp(DataTest):
    """A machine that asked three times after six weeks of four drinks a day: 120, where its kind has 200."""

    def setUp(self):
        """What it asked for was done at once."""
        super().setUp()
        self.number = self.used_machine(per_day=4, days=170, done={"brew-tablet": 169})
        row = machine(self.site.id, self.number)
        for back in (127, 85, 43):
            at = NOW - timedelta(days=back)
            note_prompt(row, "brew-tablet", at, Actor(NOW))
            mark_done([(row, "brew-tablet")], at + timedelta(minutes=30), Actor(NOW))
        (self.view_now,) = machine_views(the_site(), NOW)

    def test_one_date_everywhere(self):
        """The weeks, the year and the cupboard go by the lamp, not by the kind's limit."""
        status, today = self.view_now.status, self.calendar.today(NOW)
        due = status.due("brew-tablet")
        (lamp,) = (state.passage for state in due.triggers if isinstance(state.trigger, LampForetold))
        wanted = term_now(due, today)
        self.assertTrue(wanted.lamp)
        tasks = weeks_ahead(the_site(), [self.view_now], NOW, None).problem.tasks
        self.assertEqual([one.now for one in tasks if one.item == "brew-tablet"], [wanted])
        marks = [one.day for one in year_ahead(the_site(), [self.view_now], NOW) if one.item.key == "brew-tablet"]
        self.assertLessEqual(marks[0], max(today, wanted.best_before))
        first = uses_ahead(the_site(), [self.view_now], NOW)["brew-tablets"][0]
        self.assertLessEqual(first.when.likely, lamp.likely if lamp.likely > today else today)


class DailyWork(DataTest):
    """A tower with milk, with a morning and an evening."""

    def setUp(self):
        """Cared for lately."""
        super().setUp()
        for start in (6 * 60, 18 * 60):
            add_slots(the_site(), (0, 1, 2, 3, 4), start, start + 60, None, Actor(NOW - timedelta(days=9)))
        done = {"milk-wash": 1, "milk-rinse": 1, "acid-milk-wash": 2, "grounds-drawer": 1, "milk-strip-down": 2}
        self.used_machine(kind="office-tower", done=done)
        self.weeks = weeks_ahead(the_site(), machine_views(the_site(), NOW), NOW, None)

    def test_what_a_job_spares(self):
        """What it does along, in those slots in which that is done: no more minutes than it takes itself."""
        daily = {one.item: one for one in self.weeks.daily}
        sparing = [task for task in self.weeks.problem.tasks if task.spares]
        self.assertTrue(sparing)
        for task in sparing:
            with self.subTest(item=task.item):
                places = set().union(*(one.slots for one in daily.values()))
                self.assertLessEqual(set(task.spares), places)
                self.assertLessEqual(max(task.spares.values()), task.minutes)

    def test_room_that_is_left(self):
        """Less than all but the daily work, by a tenth, where that takes less than half; never less than nothing."""
        whole: dict = {}
        for one in self.weeks.daily:
            for slot in one.slots:
                whole[slot] = whole.get(slot, 0.0) + one.minutes
        self.assertTrue(whole)
        compared = 0
        for number, slot in enumerate(self.weeks.problem.slots):
            room, taken = self.weeks.problem.room(number), whole.get(number)
            with self.subTest(slot=slot.start):
                if taken is None:
                    self.assertEqual(room, slot.minutes)
                elif taken + WAY_MIN + 0.1 * slot.minutes < slot.minutes / 2:
                    self.assertAlmostEqual(room, 0.9 * slot.minutes - taken - WAY_MIN)
                    compared += 1
                self.assertGreaterEqual(room, 0.0)
        self.assertGreater(compared, 3)

    def test_a_slot_that_goes_on(self):
        """Of an evening of which twenty minutes are left a tenth of these is spare, not of the whole hour."""
        evening, number = min(self.weeks.problem.busy)
        late = self.weeks.problem.slots[evening].start + timedelta(minutes=40)
        problem = weeks_ahead(the_site(), machine_views(the_site(), late), late, None).problem
        whole, left = self.weeks.problem.busy[evening, number], problem.busy[0, number]
        self.assertAlmostEqual(whole - left, 0.1 * 40)


class OnlyMachine(DataTest):
    """A jug machine with a morning and an evening, alone and beside another."""

    def weeks(self, beside):
        """The weeks of a site."""
        for start, minutes in ((6 * 60, 15), (17 * 60 + 30, 60)):
            add_slots(the_site(), range(7), start, start + minutes, None, Actor(NOW - timedelta(days=9)))
        done = {"milk-jug-wash": 1, "milk-rinse": 0, "grounds-drawer": 1}
        number = self.used_machine(kind="jug-compact", per_day=6, done=done)
        if beside:
            self.used_machine(name="Beside", kind="jug-compact", per_day=6, done=done)
        found = weeks_ahead(the_site(), machine_views(the_site(), NOW), NOW, None)
        return found, number

    def test_one_visit_a_day(self):
        """What is daily lies in the evenings alone, holds the machine then, and no way lies beside a job."""
        weeks, number = self.weeks(beside=False)
        starts = [weeks.problem.slots[slot].start for one in weeks.daily for slot in one.slots]
        # What fell due over a closed weekend comes at once, on Monday morning.
        self.assertEqual({start.hour for start in starts if start.weekday() > 0}, {17})
        (jug,) = [one for one in weeks.daily if one.item == "milk-jug-wash"]
        (rinse,) = [one for one in weeks.daily if one.item == "milk-rinse"]
        busy, evenings = weeks.problem.busy, [slot for slot in jug.slots if slot not in rinse.slots]
        self.assertGreater(
            min(busy.get((slot, number), 0.0) for slot in evenings), max(busy[slot, number] for slot in rinse.slots)
        )
        (view,) = machine_views(the_site(), NOW)
        for task in weeks.problem.tasks:
            self.assertEqual(task.span, view.span_minutes(view.status.due(task.item)))

    def test_beside_another(self):
        """There is a round anyway, so mornings are used too; a way lies beside each job."""
        weeks, _ = self.weeks(beside=True)
        starts = {weeks.problem.slots[slot].start.hour for one in weeks.daily for slot in one.slots}
        self.assertEqual(starts, {6, 17})
        views = {view.row.id: view for view in machine_views(the_site(), NOW)}
        for task in weeks.problem.tasks:
            view = views[task.machine]
            self.assertEqual(task.span, view.span_minutes(view.status.due(task.item)) + 4)


if __name__ == "__main__":
    unittest.main()
