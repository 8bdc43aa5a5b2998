"""How often a job comes in a year: lived ahead, without what happens once, without what another job does along."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import date, timedelta
from functools import partial
from random import Random

from lamplight.core.anatomy.parts import Appearance, Capacities, Circuit, Part
from lamplight.core.assess import assess, due_after, rhythms
from lamplight.core.care.item import CareItem
from lamplight.core.care.rhythm import Rhythm, dates_left, rhythm_of, times_a_year
from lamplight.core.care.triggers import (
    AfterEvent,
    BeforeAbsence,
    CountSince,
    DaysSince,
    EndOfService,
    FixedWeekdays,
    HoursSinceFirstDrink,
    MonthsSince,
    Prompted,
)
from lamplight.core.machine.kind import Kind
from lamplight.core.site.absence import Absence
from lamplight.core.site.calendar import OFFICE_HOURS, SiteCalendar
from lamplight.core.usage.passage import DateSpread
from tests.core.makers import MONDAY, OFFICE, book

TODAY = MONDAY.date()
LOOK = Appearance(200, 260, 10, "hopper", "right", "lamps", "wand", "removable", "feet")


def one_item(*triggers):
    """A kind with a single item."""
    item = CareItem("job", "Job", Circuit.BREW, "group", triggers, 10)
    part = Part("group", "Brew group", Circuit.BREW)
    return Kind("mine", "Mine", "", LOOK, (part,), Capacities(), (item,)), item


def rhythm(*triggers, absences=(), closures=()):
    """The rhythm of an item with some rules at a machine with 40 drinks on each open day, five a week."""
    calendar = replace(OFFICE, closures=frozenset(closures))
    status = assess(book(absences=tuple(absences)), one_item(*triggers)[0], calendar, MONDAY)
    return rhythms(status.work, TODAY).get("job")


class Lived(unittest.TestCase):
    """By hand: 200 drinks a week, five open days."""

    def test_each_rule(self):
        """A limit of 390 is two weeks; days and months as they are; every evening five a week; two weekdays."""
        for triggers, days in (
            ((CountSince(390),), 14.0),
            ((DaysSince(7),), 7.0),
            ((MonthsSince(1),), 30.4),
            ((EndOfService(),), 1.4),
            ((DaysSince(1),), 1.4),
            ((DaysSince(2),), 7 / 3),
            ((HoursSinceFirstDrink(12),), 1.4),
            ((FixedWeekdays((1, 4)),), 3.5),
            ((CountSince(390), DaysSince(7)), 7.0),
        ):
            with self.subTest(triggers=triggers):
                self.assertAlmostEqual(rhythm(*triggers).interval_days, days, delta=0.05 * days)

    def test_what_has_none(self):
        """When the machine asks, before a long absence, after one: nobody knows how often."""
        for trigger in (Prompted(), BeforeAbsence(14), AfterEvent("absence")):
            self.assertIsNone(rhythm(trigger))
        self.assertAlmostEqual(rhythm(BeforeAbsence(14), DaysSince(28)).interval_days, 28, delta=1.5)

    def test_absences_ahead_are_no_rhythm(self):
        """Even asked from today on, with three weeks away each month: every third month stays every third month."""
        away = tuple(Absence(TODAY + timedelta(days=n), TODAY + timedelta(days=n + 20)) for n in range(10, 300, 30))
        found = []
        for triggers in ((MonthsSince(3),), (BeforeAbsence(14), MonthsSince(3))):
            kind, item = one_item(*triggers)
            work = assess(book(absences=away), kind, OFFICE, MONDAY).work
            found.append(rhythm_of(partial(due_after, work, item), OFFICE, TODAY))
        self.assertAlmostEqual(found[0].interval_days, 91, delta=4)
        self.assertEqual(*found)

    def test_no_absence_and_no_closure_is_stretched_over_a_year(self):
        """Three weeks away soon, and shut over the turn of the year: the rhythm is what it is without."""
        gone = [Absence(TODAY + timedelta(days=3), TODAY + timedelta(days=24))]
        shut = [date(2026, 12, 24) + timedelta(days=n) for n in range(9)]
        for trigger in (CountSince(390), MonthsSince(1), DaysSince(7), EndOfService()):
            with self.subTest(trigger=trigger):
                plain = rhythm(trigger).interval_days
                self.assertAlmostEqual(rhythm(trigger, absences=gone).interval_days, plain, delta=0.07 * plain)
                self.assertAlmostEqual(rhythm(trigger, closures=shut).interval_days, plain, delta=0.07 * plain)

    def test_daily_is_each_open_day_of_the_year(self):
        """On whichever days of the week it is open: as many times as there are of them, no more and no fewer."""
        for opened in ({0}, {0, 2}, {2, 5, 6}, set(range(5)), set(range(7))):
            calendar = SiteCalendar("UTC", tuple(OFFICE_HOURS if day in opened else None for day in range(7)))
            status = assess(book(), one_item(DaysSince(1))[0], calendar, MONDAY)
            with self.subTest(opened=opened):
                self.assertAlmostEqual(rhythms(status.work, TODAY)["job"].a_year, len(opened) * 365 / 7)

    def test_asked_of_the_rules_themselves(self):
        """Whatever they say for a moment is what is lived."""
        asked = []
        kind, item = one_item(DaysSince(10))
        status = assess(book(), kind, OFFICE, MONDAY)

        def done_at(at):
            asked.append(at)
            return due_after(status.work, item, at)

        # What falls on a Saturday or Sunday is due on the Friday before.
        self.assertAlmostEqual(rhythm_of(done_at, OFFICE, TODAY).interval_days, 9.5, delta=0.6)
        self.assertEqual(asked, sorted(asked))


class Along(unittest.TestCase):
    """What another job does, or takes the place of."""

    def test_by_hand(self):
        """Every open day, but twice a week with acid: 261 and 104 of them leave 157."""
        found = times_a_year(
            {"wash": Rhythm(365 / 261), "acid": Rhythm(3.5)}, {"acid": {"wash"}, "wash": set()}
        )  # fmt: skip
        self.assertAlmostEqual(found["acid"], 365 / 3.5)
        self.assertAlmostEqual(found["wash"], 261 - 365 / 3.5)

    def test_the_nearest_date_falls_away(self):
        """One for each time that it is done along; never more than there are."""
        day = [DateSpread(TODAY + timedelta(days=n)) for n in range(40)]
        own = [day[5], day[12], day[19], day[26]]
        for along, left in (
            ((), own),
            ((day[13],), [day[5], day[19], day[26]]),
            ((day[13], day[14]), [day[5], day[26]]),
            ((day[0], day[39]), [day[12], day[19]]),
            (day[10:20], []),
        ):
            with self.subTest(along=along):
                self.assertEqual(dates_left(own, along), left)

    def test_each_takes_away_the_nearest_of_what_is_left(self):
        """As looking through all of them does."""
        for seed in range(300):
            chance = Random(seed)
            own, along = (
                [
                    DateSpread(TODAY + timedelta(days=n))
                    for n in sorted(chance.choices(range(40), k=chance.randrange(9)))
                ]
                for _ in range(2)
            )
            chance.shuffle(along)
            left = list(own)
            for one in along[: len(own)]:
                left.remove(min(left, key=lambda date, one=one: abs((date.likely - one.likely).days)))
            with self.subTest(seed=seed):
                self.assertEqual(dates_left(own, along), left)

    def test_laws(self):
        """Never less than none, never more than by itself; with what does it along as often as it is due."""
        for seed in range(200):
            chance = Random(seed)
            keys = "abcde"[: chance.randint(1, 5)]
            own = {key: Rhythm(chance.choice((1.4, 3.5, 7, 30, 90, 180))) for key in keys}
            settles = {key: set(chance.sample(keys, chance.randint(0, len(keys)))) - {key} for key in keys}
            found = times_a_year(own, settles)
            with self.subTest(seed=seed):
                self.assertEqual(set(found), set(keys))
                for key in keys:
                    self.assertTrue(0 <= found[key] <= own[key].a_year + 1e-9)
                    along = sum(found[other] for other in keys if key in settles[other])
                    self.assertGreaterEqual(found[key] + along, own[key].a_year - 1e-6 if found[key] else 0)


if __name__ == "__main__":
    unittest.main()
