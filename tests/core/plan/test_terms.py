"""Terms: quantiles and chances of a limit, what the rules say for a moment ahead, and what moving costs."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import date, timedelta

from lamplight.actions.care import mark_done, note_prompt
from lamplight.core.anatomy.parts import Circuit
from lamplight.core.care.item import CareItem, Due, LastDone, TriggerDue
from lamplight.core.care.status import Status
from lamplight.core.care.triggers import DaysSince, LampForetold
from lamplight.core.plan.moves import Price, moves, price, visit_price
from lamplight.core.plan.problem import Plan, Planned, PlanProblem, gives_way
from lamplight.core.plan.terms import Term, has_routine, term_after, term_now, waiting
from lamplight.core.usage.passage import Passage
from lamplight.sight.actor import Actor
from lamplight.store.sites import machine
from tests.base import NOW, DataTest
from tests.core.plan.sites import TODAY, day, slot, task, term

TEN = Passage(date(2026, 12, 1), date(2026, 12, 11), date(2026, 12, 31))


class Chances(unittest.TestCase):
    """Between early, likely and late as on a normal scale of its own on each side; scipy has the normal."""

    def test_price(self):
        """What moving means, in words."""
        hygiene = Term(day(3), day(5), day(6), Passage(day(5), day(6), day(7)), day(0))
        self.assertEqual(price(hygiene, day(7)).words(day(5)), "2 days later: past its limit of hygiene")
        for chance, wasted, words in (
            (0.0, 1, "1 day earlier: sooner than needed"), (0.09, 0, "1 day earlier: in time"),
            (0.1, 3, "1 day earlier: its lamp or limit may come first"),
            (0.5, 0, "1 day earlier: its lamp or limit likely comes first"),
        ):  # fmt: skip
            self.assertEqual(Price(day(4), chance, False, wasted).words(day(5)), words)
        self.assertEqual(price(hygiene, day(4)).words(day(5)), "1 day earlier: sooner than needed")
        both = [Planned(task(1, "a", hygiene), 0, 0, hygiene), Planned(task(1, "b", term(2, 9)), 0, 0, term(2, 9))]
        self.assertTrue(visit_price(both, day(7)).past_limit)

    def test_what_moved(self):
        """By date, an item's turns in order; what is over is not told."""
        problem = PlanProblem(TODAY, day(28), tuple(slot(n) for n in range(10)), ())
        hall = task(1, "wash", term(0, 3))
        plan = Plan((Planned(hall, 0, 4, term(0, 3)), Planned(hall, 1, 8, term(5, 9))))
        before = [(1, "wash", day(2)), (1, "wash", day(8)), (1, "wash", day(-1)), (2, "tray", day(3))]
        found = moves(before, plan, problem, {(1, "wash"): "Wash", (2, "tray"): "Tray"})
        told = [(one.item, one.was, one.now) for one in found]
        self.assertEqual(told, [("wash", day(2), day(4)), ("tray", day(3), None)])
        self.assertEqual(
            found[0].words("Hall", TODAY), "Wash at Hall from Wed 25 Nov to Fri 27 Nov: that spares ways or openings"
        )

    def test_why_it_moved(self):
        """Told from the term as it is now: it waits, nobody has time, too early, too late, or it spares something."""
        slots = tuple(slot(n) for n in (0, 4, 6, 8))
        for own, was, pinned, why in (
            (term(0, 9), 6, False, "that spares ways or openings"),
            (term(0, 9), 5, False, "nobody has time for the machines on that day any more"),
            (term(7, 9), 6, False, "it is worth it from Mon 30 Nov on"),
            (term(0, 4), 6, False, "its limit may come from Fri 27 Nov on"),
            (term(0, 9), 6, True, "you chose that day"),
            (waiting(term(0, 9), day(7), "tablets"), 6, False, "it waits for tablets"),
        ):
            wash = task(1, "wash", own)
            problem = PlanProblem(
                TODAY, day(28), slots, (wash,), pinned={wash.key: frozenset({3})} if pinned else {}
            )  # fmt: skip
            plan = Plan((Planned(wash, 0, 3, own),))
            with self.subTest(why=why):
                self.assertEqual([one.why for one in moves([(1, "wash", day(was))], plan, problem, {})], [why])

    def test_waiting(self):
        """Nothing is done before what it takes has come; a limit of hygiene stays; what comes in time is as it was."""
        own = term(2, 5, 6)
        later = waiting(own, day(8), "tablets")
        self.assertEqual((later.earliest, later.best_before, later.latest), (day(8), day(8), day(6)))
        self.assertIs(waiting(own, day(2), "tablets"), own)
        self.assertEqual(waiting(own, day(4), "tablets").best_before, day(5))


class Deciding(unittest.TestCase):
    """Which of several rules says when."""

    def test_the_riskiest_first(self):
        """Best before the day on which the first of them may come, though another is likelier to come first."""
        narrow = Passage(day(9), day(10), day(11))
        wide = Passage(day(1), day(12), day(30))
        rules = [TriggerDue(DaysSince(30), 1.0, 9.0, "days", False, one, Status.CLEAR, "why") for one in (narrow, wide)]
        job = CareItem("oil", "Oil", Circuit.BREW, "group", (DaysSince(30),), 5)
        for first, second in (rules, rules[::-1]):
            due = Due(job, Status.CLEAR, first, (first, second), LastDone(NOW - timedelta(days=9)), ("why",))
            found = term_now(due, TODAY)
            self.assertEqual((found.passage, found.best_before), (narrow, wide.quantile(0.1)))

    def test_a_lamp_that_comes_sooner(self):
        """What the machine's own past taught of its lamp counts as a limit does; a later one changes nothing."""
        limit = Passage(day(19), day(20), day(22))
        rule = TriggerDue(DaysSince(30), 10.0, 30.0, "days", False, limit, Status.CLEAR, "why")
        job = CareItem("oil", "Oil", Circuit.BREW, "group", (DaysSince(30),), 5)

        def found(*lamps, hygiene=False, status=Status.CLEAR):
            states = (rule, *lamps)
            first = min(states, key=lambda state: state.passage.likely)
            own = replace(job, hygiene=hygiene)
            due = Due(own, status, first, states, LastDone(NOW - timedelta(days=10)), ("why",))
            return term_now(due, TODAY)

        sooner, later = (
            TriggerDue(
                LampForetold(), 10.0, 16.0, "drinks", True, Passage(day(n - 2), day(n), day(n + 2)), status, "so"
            )
            for n, status in ((6, Status.CLEAR), (30, Status.CLEAR))
        )
        alone, with_it = found(), found(sooner)
        self.assertEqual((with_it.passage, with_it.latest), (sooner.passage, None))
        self.assertEqual(with_it.best_before, sooner.passage.quantile(0.1))
        self.assertEqual(with_it.earliest, day(1))  # of 16 drinks the 0.7 come a little later than the 10 of today
        self.assertEqual(found(later), alone)
        self.assertEqual([one.lamp for one in (alone, with_it)], [False, True])
        self.assertEqual(found(sooner, hygiene=True).latest, day(20))
        pressing = replace(sooner, status=Status.DUE)
        self.assertEqual(found(pressing, hygiene=True, status=Status.DUE).latest, day(20))
        self.assertTrue(found(pressing, status=Status.DUE).due)

    def test_what_a_keeper_chose(self):
        """Past its limit by a day that is pinned: theirs, and not told as given way."""
        wash = task(1, "wash", term(0, 3, 3))
        late = (Planned(wash, 0, 1, wash.now),)
        slots = (slot(0), slot(5))
        for pinned, told in (({}, 1), ({wash.key: frozenset({1})}, 0)):
            with self.subTest(pinned=pinned):
                self.assertEqual(len(gives_way(late, PlanProblem(TODAY, day(28), slots, (wash,), pinned=pinned))), told)


class ByTheRules(DataTest):
    """A term ahead is what the rules say at that moment: done then, looked at then."""

    def test_done_ahead(self):
        """For every item of three kinds: as if it were that day, and it had just been done."""
        for kind in ("removable-tabletop", "office-tower", "black-coffee-bench"):
            view = self.view(self.used_machine(name=kind, kind=kind))
            today = self.calendar.today(NOW)
            for due in view.status.dues:
                with self.subTest(kind=kind, item=due.item.key):
                    now = term_now(due, today)
                    ahead = term_after(view.status.work, due.item, NOW + timedelta(days=7))
                    if ahead is None:
                        continue
                    self.assertGreaterEqual(ahead.earliest, today + timedelta(days=7))
                    self.assertLessEqual(ahead.earliest, ahead.best_before)
                    self.assertEqual(ahead.latest is not None, due.item.hygiene)
                    later = term_after(view.status.work, due.item, NOW + timedelta(days=14))
                    self.assertGreaterEqual(later.best_before, ahead.best_before)
                    self.assertTrue(now is None or now.earliest >= today)

    def test_a_tablet_by_count(self):
        """Two hundred drinks at forty a working day: five working days after it is done, and seven tenths of that."""
        machine = self.used_machine(per_day=40, done={"brew-tablet": 1})
        view = self.view(machine)
        item = view.whole_kind.item("brew-tablet")
        limit = next(state.limit for state in view.status.due("brew-tablet").triggers if state.limit)
        done = self.calendar.closing(date(2026, 11, 27))
        ahead = term_after(view.status.work, item, done)
        open_days = self.calendar.open_days_between(date(2026, 11, 27), ahead.passage.likely)
        self.assertAlmostEqual(open_days, limit / 40, delta=1)
        self.assertFalse(has_routine(ahead))

    def test_done_before_a_lamp_that_is_known(self):
        """Asked for five times after three days of forty drinks, of 200: done today, it is due in as many."""
        number = self.used_machine(per_day=40, days=40, done={"brew-tablet": 22})
        row = machine(self.site.id, number)
        for back in (19, 14, 11, 6, 1):
            at = NOW - timedelta(days=back)
            note_prompt(row, "brew-tablet", at, Actor(NOW))
            mark_done([(row, "brew-tablet")], at + timedelta(minutes=30), Actor(NOW))
        status = self.view(number).status
        item = next(due.item for due in status.dues if due.item.key == "brew-tablet")
        interval, _ = status.work.lamp_intervals["brew-tablet"]
        self.assertAlmostEqual(interval.count, 120, delta=15)
        today = self.calendar.today(NOW)
        ahead = term_after(status.work, item, NOW)
        self.assertLessEqual(self.calendar.open_days_between(today, ahead.best_before), 4)
        self.assertTrue(ahead.lamp)
        due = status.due("brew-tablet")
        rules = tuple(state for state in due.triggers if not isinstance(state.trigger, LampForetold))
        alone = replace(due, triggers=rules, first=min(rules, key=lambda state: state.passage.likely or date.max))
        self.assertLess(term_now(due, today).best_before, term_now(alone, today).best_before)


if __name__ == "__main__":
    unittest.main()
