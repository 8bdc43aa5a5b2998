"""One answer to when a thing is done: whatever happened at a site, every page, note and sheet names the same time.

The law is our own, no source: sites, hours, kinds and what happens are drawn.
"""

from __future__ import annotations

import unittest
from datetime import timedelta
from random import Random

from lamplight.actions.care import mark_done, note_prompt
from lamplight.actions.hours import add_slots
from lamplight.actions.machines import LastDoneAnswer, declare_done
from lamplight.actions.planning import announce
from lamplight.actions.preparing import defer
from lamplight.core.words import clock_words
from lamplight.library.catalogue import kinds
from lamplight.sight.actor import Actor
from lamplight.sight.feeds import feed_events
from lamplight.sight.guests import standing_of
from lamplight.sight.machine_views import machine_views
from lamplight.sight.notes import Reader, morning_note
from lamplight.sight.plan import agenda_of, plan_view
from lamplight.sight.round_times import asked_round
from lamplight.sight.rounds import round_view
from lamplight.sight.weeks import weeks_ahead
from lamplight.store.sites import machine, the_site
from lamplight.web.machines.handover import handover
from lamplight.web.plan.screen import shown
from lamplight.web.today.model import task_of
from tests.base import NOW, DataTest
from tests.draw import LONG, SEED

SITES = 40 if LONG else 2
HOURS = ((5 * 60 + 40, 50), (10 * 60, 60), (18 * 60, 75), (12 * 60, 30))


class OneAgenda(DataTest):
    """Three machines of some kinds, some hours, a plan, and then what a day brings."""

    def site_of(self, chance):
        """Machines on which everything was done some time ago, and hours."""
        for start, minutes in chance.sample(HOURS, chance.randint(1, 3)):
            add_slots(the_site(), (0, 1, 2, 3, 4), start, start + minutes, None, Actor(NOW - timedelta(days=9)))
        for number, key in enumerate(chance.sample(sorted(kinds()), 3)):
            made = self.used_machine(name=f"{key} {number}", kind=key, per_day=chance.randint(10, 70))
            for item in kinds()[key].items:
                at = NOW - timedelta(days=chance.randint(0, 30), hours=chance.randint(0, 9))
                declare_done(machine(self.site.id, made), item.key, LastDoneAnswer(at=at), None, Actor(NOW))

    def something_happens(self, chance, now):
        """A deed, a lamp, or something is put off."""
        view = chance.choice(machine_views(the_site(), now))
        due = chance.choice([due for due in view.status.dues if not due.covered_by])
        what = chance.choice(("done", "asks", "put off", "nothing"))
        if what == "done":
            mark_done([(view.row, due.item.key)], now, Actor(now))
        elif what == "asks" and due.item.asks:
            note_prompt(view.row, due.item.key, now, Actor(now))
        elif what == "put off":
            defer(view.row, due, now + timedelta(hours=chance.randint(1, 60)), Actor(now))

    def test_every_surface_names_the_same_time(self):
        """Plan, Today, mail and stand-in's sheet against the agenda, after each thing that happens."""
        compared = 0
        for number in range(SITES):
            with self.subTest(site=number):
                chance = Random(f"{SEED} {number}")
                self.setUp()
                self.site_of(chance)
                now = NOW
                announce(the_site(), machine_views(the_site(), now), now)
                for _ in range(4):
                    compared += self.compare(now)
                    now += timedelta(minutes=chance.randint(1, 900))
                    self.something_happens(chance, now)
        self.assertGreater(compared, 100)

    def compare(self, now):
        """All surfaces at a moment; answers how many times were compared."""
        site, compared = the_site(), 0
        views, agenda = machine_views(site, now), agenda_of(site, now)
        plan = plan_view(site, views, now)
        wanted, seen = asked_round(site, views, now, None), round_view(site, views, now, None)
        first = {}
        for one in plan.plan.planned:
            first.setdefault(one.key, plan.problem.slots[one.slot])
        minutes = {task.key: task.minutes for task in plan.problem.tasks}
        waits = {(one.machine, one.share.item): one.why for one in seen.waiting}
        in_round = {(job.machine, share.item) for job in (*seen.plan.done, *seen.plan.left_out) for share in job.shares}
        said = {(view.row.id, due.item.key): due.reasons[0] for view in views for due in view.status.dues}
        for job in (*seen.plan.done, *seen.plan.left_out) if seen.ahead else ():
            for share in job.shares:  # a round that lies ahead is told in the words of the day on which it is looked at
                self.assertEqual(share.why, said.get((job.machine, share.item), share.why))
        for view in views:
            self.compare_guests(view, agenda, now)
            planned = agenda.planned(view)
            sheet = {one.due.item.key: one.planned for one in handover(view, plan.today, agenda).coming}
            for due in view.status.dues:
                key, slot = (view.row.id, due.item.key), planned.get(due.item.key)
                if key in minutes:
                    self.assertEqual(minutes[key], task_of(view, due).minutes)
                    if slot is not None:
                        self.assertEqual(first[key], slot, key)
                if slot is None:
                    continue
                compared += 1
                words = clock_words(site.calendar.local(slot.start), plan.today)
                if due.item.key in sheet:
                    self.assertEqual(sheet[due.item.key], site.calendar.local(slot.start))
                said = agenda.planned_words(view, due)
                self.assertIn("for now" if slot.start <= now else words, said)
                if key in waits and waits[key].startswith("Planned"):
                    self.assertEqual(waits[key], f"Planned {words}.")
                    self.assertNotIn(key, in_round)
                if key in in_round and not due.prompted:
                    self.assertLessEqual(slot.start, wanted.asked.slot, "what stands in the round is planned for it")
        note = morning_note(site, now, Reader(None, "http://localhost"))
        if note is not None and seen.stops and seen.ahead and site.calendar.today(seen.now) == plan.today:
            (told,) = [section for section in note.sections if section.title == "The round"]
            stops = list(dict.fromkeys(seen.views[stop.machine].row.name for stop in seen.stops))
            self.assertEqual([line.words for line in told.lines], stops)
            self.assertEqual(told.lines[0].when, f"{site.calendar.local(seen.at(seen.stops[0].start_s)):%H:%M}")
        return compared

    def compare_guests(self, view, agenda, now):
        """Screen and sticker of a machine that gives no drinks: somebody comes when something of it is planned."""
        sticker, screen = standing_of(view, now, (), agenda), shown(view, now, agenda, False)
        self.assertEqual(sticker.seen_to, screen.seen_to)
        if sticker.seen_to is not None:
            times = {slot.start for slot in agenda.planned(view).values()} | {agenda.slots[0].start}
            self.assertIn(sticker.seen_to, times)

    def test_the_calendar_holds_the_daily_work(self):
        """One event a slot for the daily work, the visits after it, one after another, where the plan has them."""
        chance = Random(SEED)
        self.site_of(chance)
        site, views = the_site(), machine_views(the_site(), NOW)
        plan, daily = announce(site, views, NOW), weeks_ahead(site, views, NOW, None).daily_rounds
        events = [one for one in feed_events(site, views, NOW, "http://localhost") if one.start >= NOW]
        self.assertTrue(daily)
        starts = {(plan.problem.slots[slot].start, True) for slot in daily}
        starts |= {(plan.problem.slots[one.slot].start, False) for one in plan.plan.planned}
        self.assertEqual(len([one for one in events if "Daily work" in one.title]), len(daily))
        self.assertEqual(len(events), len(daily) + len(plan.plan.visits()))
        by_start = sorted(events, key=lambda one: one.start)
        for one, following in zip(by_start, by_start[1:], strict=False):
            self.assertLessEqual(one.end, following.start)
        for event in events:
            self.assertTrue(any(start <= event.start for start, _ in starts))


if __name__ == "__main__":
    unittest.main()
