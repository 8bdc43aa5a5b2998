"""The first drink, the end of service, other jobs, absences, refills and prompts."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import UTC, date, datetime, timedelta

from lamplight.core.anatomy.drink_mix import DrinkSort, Mix
from lamplight.core.anatomy.parts import Capacities
from lamplight.core.assess import assess
from lamplight.core.care.context import EventSeen
from lamplight.core.care.last_done import DoneFact
from lamplight.core.care.status import Status
from lamplight.core.care.triggers import (
    AfterEvent,
    AllOf,
    BeforeAbsence,
    ByRate,
    CountSince,
    DaysSince,
    EndOfService,
    FilterSpent,
    FixedWeekdays,
    HardnessStep,
    HoursSinceFirstDrink,
    LitresByHardness,
    MonthsSince,
    Prompted,
    RateStep,
    ScaleBudget,
)
from lamplight.core.care.visits import visits
from lamplight.core.lamps.sightings import Sighting
from lamplight.core.machine.book import MachineBook
from lamplight.core.site.absence import Absence
from lamplight.core.site.calendar import OFFICE_HOURS, SiteCalendar
from tests.core.care.makers import item, job, judged, kind
from tests.core.makers import MONDAY, OFFICE, book


class FirstDrink(unittest.TestCase):
    """72 hours from the first drink after it was last done."""

    def test_hours(self):
        """Emptied Monday 06:00, first drink about 07:16, due Thursday 07:16."""
        for hours, status in ((0, Status.CLEAR), (49, Status.SOON), (74, Status.DUE), (84, Status.OVERDUE)):
            now = MONDAY + timedelta(hours=hours)
            known = book(28, 40, {"job": MONDAY}, end=now if hours == 0 else MONDAY)
            due = judged(known, item(HoursSinceFirstDrink(72), soon_open_days=1), now=now)["job"]
            with self.subTest(hours=hours):
                self.assertEqual(due.status, status)
        self.assertEqual(due.first.due_at.date(), date(2026, 11, 26))

    def test_over_a_weekend_at_closing_before(self):
        """First drink on Friday: Monday 07:16 is open and stands; on Thursday: Sunday moves to Friday's closing."""
        friday = datetime(2026, 11, 20, 6, tzinfo=UTC)
        due = job(HoursSinceFirstDrink(72), friday, now=friday + timedelta(hours=9))
        self.assertEqual(due.likely, date(2026, 11, 23))
        thursday = friday - timedelta(days=1)
        due = job(HoursSinceFirstDrink(72), thursday, now=friday)
        self.assertEqual(due.first.due_at, datetime(2026, 11, 20, 18, tzinfo=UTC))

    def test_where_nobody_read_a_counter(self):
        """It may have been the first drink of the day: at the next opening, or at once while it is open."""
        for done, first in (
            (MONDAY, MONDAY.replace(hour=7)), (MONDAY.replace(hour=9), MONDAY.replace(hour=9)),
            (MONDAY.replace(hour=20), MONDAY.replace(hour=7) + timedelta(days=1)),
        ):  # fmt: skip
            known = MachineBook(done=(DoneFact("job", done),))
            due = judged(known, item(HoursSinceFirstDrink(72)), now=MONDAY + timedelta(days=4, hours=9))["job"]
            with self.subTest(done=done):
                self.assertEqual(due.first.due_at, first + timedelta(hours=72))
                self.assertGreaterEqual(due.status, Status.DUE)

    def test_reported_first_drink_wins(self):
        """A machine that reports makes it exact."""
        at = MONDAY + timedelta(hours=5)
        known = replace(book(28, 40, {"job": MONDAY}), events=(EventSeen("first-drink", at),))
        due = judged(known, item(HoursSinceFirstDrink(72)), now=MONDAY + timedelta(hours=6))["job"]
        self.assertEqual(due.first.due_at, at + timedelta(hours=72))
        self.assertFalse(due.first.estimated)

    def test_real_hours_over_the_clock_change(self):
        """From Friday 23 October 2026 on it is 72 hours by the sun, 71 on the wall (Europe/Berlin)."""
        berlin = SiteCalendar("Europe/Berlin", (OFFICE_HOURS,) * 7)
        first = datetime(2026, 10, 23, 8, tzinfo=UTC)
        known = replace(
            book(10, 40, {"job": first - timedelta(hours=1)}, end=first), events=(EventSeen("first-drink", first),)
        )
        due = judged(known, item(HoursSinceFirstDrink(72)), now=first + timedelta(hours=1), calendar=berlin)["job"]
        self.assertEqual(berlin.local(due.first.due_at).hour, 9)
        self.assertEqual(berlin.local(first).hour, 10)


class Service(unittest.TestCase):
    """At the end of service, at midday on heavy days."""

    def test_a_day(self):
        """Done on Friday evening: soon on Monday morning, due an hour before closing, overdue on Tuesday."""
        friday = datetime(2026, 11, 20, 17, 30, tzinfo=UTC)
        for hours, status in ((1, Status.SOON), (11.5, Status.DUE), (12.5, Status.DUE), (25, Status.OVERDUE)):
            known = book(28, 40, {"job": friday})
            due = judged(known, item(EndOfService()), now=MONDAY + timedelta(hours=hours))["job"]
            with self.subTest(hours=hours):
                self.assertEqual(due.status, status)
        self.assertEqual(due.first.due_at, datetime(2026, 11, 23, 18, tzinfo=UTC))

    def test_done_shortly_before_closing_counts_for_the_day(self):
        """Half past five is good for today; nine in the morning is not."""
        monday = MONDAY.replace(hour=17, minute=30)
        known = book(28, 40, {"job": monday})
        now = MONDAY.replace(hour=19)
        self.assertEqual(judged(known, item(EndOfService()), now=now)["job"].likely, date(2026, 11, 24))
        known = book(28, 40, {"job": MONDAY.replace(hour=9)})
        self.assertEqual(judged(known, item(EndOfService()), now=now)["job"].status, Status.DUE)

    def test_midday_when_heavy(self):
        """From 100 drinks a day on the middle of the opening hours is an end of service, too."""
        for per_day, hour in ((40, 18), (120, 12)):
            known = book(28, per_day, {"job": datetime(2026, 11, 20, 18, tzinfo=UTC)})
            due = judged(known, item(EndOfService(midday_from=100)), now=MONDAY)["job"]
            self.assertEqual(due.first.due_at.hour, hour)

    def test_nothing_drawn_nothing_due(self):
        """A machine without milk drinks needs no rinse."""
        known = book(28, 40, {"job": MONDAY - timedelta(days=3)})
        mix = Mix((DrinkSort("Coffee", 100, 1.0),))
        due = judged(known, item(EndOfService("milk")), mix=mix)["job"]
        self.assertEqual((due.status, due.reasons[0]), (Status.CLEAR, "nothing drawn since"))


class ServiceEdges(unittest.TestCase):
    """Two hours before closing, the heavy day, the machine that is closed."""

    def test_two_hours(self):
        """Exactly two hours before closing is good for the day; a minute more is not."""
        for minute, day in ((0, 24), (-1, 23)):
            done = MONDAY.replace(hour=16) + timedelta(minutes=minute)
            due = judged(book(28, 40, {"job": done}), item(EndOfService()), now=MONDAY.replace(hour=16, minute=5))[
                "job"
            ]
            with self.subTest(minute=minute):
                self.assertEqual(due.likely, date(2026, 11, day))

    def test_heavy_is_from_the_number_on(self):
        """A hundred drinks a day are heavy where a hundred is the number, and not where it is more."""
        known = book(56, 100, {"job": datetime(2026, 11, 20, 18, tzinfo=UTC)})
        for number, hour in ((99, 12), (101, 18)):
            due = judged(known, item(EndOfService(midday_from=number)), now=MONDAY)["job"]
            self.assertEqual(due.first.due_at.hour, hour)
            self.assertEqual("midday" in due.reasons[0], hour == 12)

    def test_closed_days_are_passed_over(self):
        """Done on Friday evening: Monday's closing, in words."""
        due = judged(book(28, 40, {"job": datetime(2026, 11, 20, 17, tzinfo=UTC)}), item(EndOfService()))["job"]
        self.assertEqual(due.reasons[0], "at the end of service, Mon 23 Nov, 18:00")
        each = judged(book(28, 40, {"job": datetime(2026, 11, 20, 17, tzinfo=UTC)}), item(EndOfService(each_use=True)))
        self.assertEqual(each["job"].reasons[0], "after each use, at the latest Mon 23 Nov, 18:00")


class HourEdges(unittest.TestCase):
    """Hours since the first drink, at their ends."""

    def due(self, first, hours, now):
        """With a first drink that the machine reported."""
        done = first - timedelta(minutes=1)
        known = replace(book(28, 40, {"job": done}), events=(EventSeen("first-drink", first),))
        return judged(known, item(HoursSinceFirstDrink(hours)), now=now)["job"]

    def test_end_before_closing(self):
        """An end on a Saturday comes at Friday's closing; never before the drink itself was drawn."""
        friday = datetime(2026, 11, 20, 12, tzinfo=UTC)
        self.assertEqual(self.due(friday, 24, friday).first.due_at, friday.replace(hour=18))
        late = friday.replace(hour=18, minute=30)
        self.assertEqual(self.due(late, 24, late).first.due_at, late + timedelta(hours=24))
        self.assertEqual(self.due(late, 72, late).first.due_at, late + timedelta(hours=72))

    def test_words_and_use(self):
        """Hours are counted from the drink; past its end it was due."""
        first = MONDAY + timedelta(hours=2)
        due = self.due(first, 24, first + timedelta(hours=10))
        self.assertEqual(due.reasons[0], "10 of 24 hours since the first drink; due Tue 24 Nov, 08:00")
        self.assertEqual((due.first.used, due.first.limit, due.first.unit), (10, 24, "hours"))
        self.assertIn("was due Tue 24 Nov", self.due(first, 24, first + timedelta(hours=25)).reasons[0])
        self.assertNotIn("was due", self.due(first, 24, first + timedelta(hours=24)).reasons[0])

    def test_none_yet(self):
        """Before anything was drawn nothing runs; the day is foretold."""
        due = judged(book(28, 40, {"job": MONDAY}), item(HoursSinceFirstDrink(24)), now=MONDAY)["job"]
        self.assertEqual((due.status, due.likely), (Status.CLEAR, date(2026, 11, 24)))
        self.assertTrue(due.first.estimated)


class AbsenceEdges(unittest.TestCase):
    """Exact days before and after an absence. Saturday 28 November to Sunday 13 December: 16 days."""

    AWAY = (Absence(date(2026, 11, 28), date(2026, 12, 13)),)

    def due(self, trigger, day, done=None, hour=9, away=AWAY):
        """Where it stands on a day of November (31 and more: December)."""
        now = datetime(2026, 11, 1, hour, tzinfo=UTC) + timedelta(days=day - 1)
        known = replace(book(28, 40, {"job": done or datetime(2026, 11, 2, 9, tzinfo=UTC)}), absences=away)
        return judged(known, item(trigger), now=now)["job"]

    def test_how_long_counts(self):
        """Sixteen days are an absence of sixteen days or more, not of seventeen."""
        self.assertEqual(self.due(BeforeAbsence(16), 27).status, Status.DUE)
        self.assertEqual(self.due(BeforeAbsence(17), 27).status, Status.CLEAR)

    def test_day_by_day(self):
        """Soon on the Tuesday before, due on the Friday, over once it has begun."""
        wanted = {23: Status.CLEAR, 24: Status.SOON, 26: Status.SOON, 27: Status.DUE, 28: Status.CLEAR}
        for day, status in wanted.items():
            with self.subTest(day=day):
                self.assertEqual(self.due(BeforeAbsence(14), day).status, status)

    def test_done_before_it(self):
        """On the last day is done; the day before is too early, and it is still due."""
        friday = datetime(2026, 11, 27, 8, tzinfo=UTC)
        self.assertEqual(self.due(BeforeAbsence(14), 27, friday).status, Status.CLEAR)
        self.assertEqual(self.due(BeforeAbsence(14), 27, friday - timedelta(days=1)).status, Status.DUE)

    def test_the_nearest_long_one(self):
        """A short one before it does not count, nor does a later one."""
        short, later = Absence(date(2026, 11, 24), date(2026, 11, 25)), Absence(date(2027, 1, 4), date(2027, 1, 29))
        due = self.due(BeforeAbsence(14), 23, away=(later, *self.AWAY, short))
        self.assertEqual(due.likely, date(2026, 11, 27))
        self.assertIn("from Sat 28 Nov on", due.reasons[0])

    def test_after_it(self):
        """From the opening of the first open day on, not before."""
        self.assertEqual(self.due(AfterEvent("absence"), 44, hour=6).status, Status.CLEAR)
        self.assertEqual(self.due(AfterEvent("absence"), 44, hour=7).status, Status.DUE)
        self.assertEqual(self.due(AfterEvent("absence"), 45).status, Status.DUE)
        self.assertEqual(self.due(AfterEvent("absence"), 46).status, Status.OVERDUE)


class Closures(unittest.TestCase):
    """Shut from Saturday 19 December to Sunday 3 January, which the calendar has as Monday to Friday twice."""

    SHUT = replace(
        OFFICE, closures=frozenset(date(2026, 12, 21) + timedelta(days=n) for n in (*range(5), *range(7, 12)))
    )
    OLD = datetime(2026, 11, 23, 9, tzinfo=UTC)

    def due(self, trigger, now, done=OLD, calendar=SHUT, also=()):
        """Where an item stands."""
        known = replace(book(28, 40, {"job": done}), absences=())
        return judged(known, item(trigger, *also), now=now, calendar=calendar)["job"]

    def test_as_good_as_an_absence(self):
        """Leaving and storage before it, the return after it; a closed Friday is none."""
        friday, back = datetime(2026, 12, 18, 9, tzinfo=UTC), datetime(2027, 1, 4, 9, tzinfo=UTC)
        for trigger in (BeforeAbsence(3), BeforeAbsence(14)):
            self.assertEqual(self.due(trigger, friday).status, Status.DUE)
        self.assertEqual(self.due(AfterEvent("absence"), back).status, Status.DUE)
        holiday = replace(OFFICE, closures=frozenset({date(2026, 12, 25)}))
        self.assertEqual(self.due(BeforeAbsence(3), friday + timedelta(days=6), calendar=holiday).status, Status.CLEAR)
        self.assertEqual(self.due(AfterEvent("absence"), back, calendar=holiday).status, Status.CLEAR)

    def test_done_at_either_edge(self):
        """On the last evening away or before opening on the first day back counts; on the Friday before it does not."""
        noon = datetime(2027, 1, 4, 12, tzinfo=UTC)
        for done, status in (
            (datetime(2027, 1, 4, 6, 30, tzinfo=UTC), Status.CLEAR),
            (datetime(2027, 1, 3, 20, tzinfo=UTC), Status.CLEAR),
            (datetime(2026, 12, 18, 17, tzinfo=UTC), Status.DUE),
        ):  # fmt: skip
            self.assertEqual(self.due(AfterEvent("absence"), noon, done).status, status, done)
        evening = datetime(2026, 12, 18, 19, tzinfo=UTC)
        self.assertEqual(self.due(BeforeAbsence(3), evening + timedelta(hours=1), evening).status, Status.CLEAR)

    def test_what_is_due_on_return_anyway_waits_for_it(self):
        """Two months end on 23 December: no filter is soaked before the holidays; other things come before."""
        now = datetime(2026, 12, 14, 9, tzinfo=UTC)
        done = datetime(2026, 10, 23, 9, tzinfo=UTC)
        waits = self.due(MonthsSince(2), now, done, also=(AfterEvent("absence"),))
        self.assertEqual(waits.likely, date(2027, 1, 4))
        self.assertEqual(self.due(MonthsSince(2), now, done).likely, date(2026, 12, 18))

    def test_real_hours_across_a_change_of_the_clocks(self):
        """Berlin, October 2026: 72 hours from Friday 09:00 end on Monday 08:00, since Sunday has an hour more."""
        berlin = SiteCalendar("Europe/Berlin", (OFFICE_HOURS,) * 7)
        first = datetime(2026, 10, 23, 9, 0, tzinfo=berlin.tz)
        known = replace(book(28, 40, {"job": first - timedelta(hours=1)}), events=(EventSeen("first-drink", first),))
        due = judged(known, item(HoursSinceFirstDrink(72)), now=first + timedelta(hours=5), calendar=berlin)["job"]
        self.assertEqual(due.first.due_at, datetime(2026, 10, 26, 7, 0, tzinfo=UTC))
        self.assertIn("Mon 26 Oct, 08:00", due.reasons[0])


class Events(unittest.TestCase):
    """Absences, other jobs, prompts, and all-of."""

    def test_after_another_job(self):
        """Descaled after the last rinse: due, and overdue two open days later; rinsed since: clear."""
        for rinse, status in ((9, Status.OVERDUE), (1, Status.CLEAR)):
            done = {"descale": MONDAY - timedelta(days=5), "rinse": MONDAY - timedelta(days=rinse)}
            dues = judged(
                book(28, 40, done), item(AfterEvent("descale"), key="rinse"), item(DaysSince(99), key="descale")
            )
            self.assertEqual(dues["rinse"].status, status)

    def test_absence(self):
        """Before it on the last open day; after it from the return on; drinks stand still meanwhile."""
        away = (Absence(date(2026, 11, 28), date(2026, 12, 13)),)
        before = judged(replace(book(28, 40, {"job": MONDAY}), absences=away), item(BeforeAbsence(14)))["job"]
        self.assertEqual(before.likely, date(2026, 11, 27))
        self.assertEqual(
            judged(replace(book(28, 40), absences=away), item(BeforeAbsence(20)))["job"].status, Status.CLEAR
        )
        now = datetime(2026, 12, 14, 8, tzinfo=UTC)
        known = replace(book(28, 40, {"job": MONDAY}), absences=away)
        after = judged(known, item(AfterEvent("absence")), now=now)["job"]
        self.assertEqual((after.status, after.likely), (Status.DUE, date(2026, 12, 14)))
        used = judged(known, item(CountSince(1000)), now=now)["job"].first.used
        self.assertAlmostEqual(used, 5 * 40 + 40 / 11, delta=5)
        done_since = replace(known, done=(DoneFact("job", now - timedelta(minutes=30)),))
        self.assertEqual(judged(done_since, item(AfterEvent("absence")), now=now)["job"].status, Status.CLEAR)

    def test_refill(self):
        """90 mL a drink and 100 mL of rinses: 3.7 L a day, so a tank of 5 L lasts into the second day."""
        small = kind(item(AfterEvent("refill")))
        small = replace(small, capacities=Capacities(tank_ml=5000))
        known = book(28, 40, {"job": MONDAY})
        due = assess(known, small, OFFICE, MONDAY + timedelta(hours=2)).due("job")
        self.assertEqual((due.status, due.likely), (Status.SOON, date(2026, 11, 24)))
        self.assertIn("of 5.0 L to the next refill", due.reasons[0])
        filled = replace(known, events=(EventSeen("refill", MONDAY + timedelta(hours=3)),))
        due = assess(filled, small, OFFICE, MONDAY + timedelta(hours=4)).due("job")
        self.assertEqual((due.status, due.likely), (Status.DUE, date(2026, 11, 23)))
        self.assertIn("the tank was filled Mon 23 Nov, 09:00", due.reasons[0])
        before = replace(known, events=(EventSeen("refill", MONDAY - timedelta(hours=1)),))
        due = assess(before, small, OFFICE, MONDAY + timedelta(hours=2)).due("job")
        self.assertEqual(due.likely, date(2026, 11, 24))

    def test_prompt(self):
        """The machine asks: due without any start; gone or done: clear."""
        lit = Sighting(MONDAY - timedelta(hours=60), asks_for="job")
        known = replace(book(28, 40), sightings=(lit,))
        self.assertEqual(judged(known, item(Prompted(), CountSince(200)))["job"].status, Status.DUE)
        gone = replace(known, sightings=(lit, Sighting(MONDAY, no_longer="job")))
        self.assertEqual(judged(gone, item(Prompted(), CountSince(200)))["job"].status, Status.UNKNOWN)
        done = replace(known, done=(DoneFact("job", MONDAY - timedelta(hours=1)),))
        self.assertEqual(judged(done, item(Prompted(), CountSince(200)))["job"].status, Status.CLEAR)

    def test_all_of(self):
        """Fourteen days and 600 drinks: only when both are reached."""
        both = AllOf((DaysSince(14), CountSince(600)))
        self.assertEqual(job(both, 14).status, Status.CLEAR)
        self.assertEqual(job(both, 14, per_day=60).status, Status.DUE)
        self.assertIn(" and ", job(both, 14).reasons[0])

    def test_settled_by_another(self):
        """A strip-down counts as a rinse where that was written down with it, whatever the kind says today."""
        rinse, strip = item(DaysSince(7), key="rinse"), item(DaysSince(300), key="strip", settles=("rinse",))
        long_ago = DoneFact("rinse", MONDAY - timedelta(days=20))
        for settled, status in ((("rinse",), Status.CLEAR), ((), Status.OVERDUE)):
            known = replace(
                book(28, 40), done=(long_ago, DoneFact("strip", MONDAY - timedelta(days=1), settled=settled))
            )
            self.assertEqual(judged(known, rinse, strip)["rinse"].status, status)
            self.assertEqual(judged(known, rinse, replace(strip, settles=()))["rinse"].status, status)

    def test_own_basis_and_switched_off(self):
        """By the calendar alone; an item that is done without."""
        descale = item(CountSince(10, "litres", "litres"), DaysSince(200, descaling_basis="calendar"), key="descale")
        known = book(28, 40, {"descale": MONDAY - timedelta(days=20)})
        self.assertEqual(judged(known, descale)["descale"].status, Status.OVERDUE)
        self.assertEqual(judged(replace(known, descaling_basis="calendar"), descale)["descale"].status, Status.CLEAR)
        self.assertEqual(judged(replace(known, switched_off=frozenset({"descale"})), descale), {})

    def test_hygiene_first_and_what_it_stops(self):
        """Of two that are overdue the milk comes first, and says that no milk drinks may be drawn."""
        milk = item(DaysSince(2), key="zmilk", hygiene=True, when_overdue="No milk drinks until it is washed.")
        brew = item(DaysSince(2), key="brew")
        done = {"zmilk": MONDAY - timedelta(days=9), "brew": MONDAY - timedelta(days=20)}
        dues = list(judged(book(28, 40, done), brew, milk).values())
        self.assertEqual([due.item.key for due in dues], ["zmilk", "brew"])
        self.assertIn("No milk drinks until it is washed.", dues[0].reasons)

    def test_visits(self):
        """What shares an opening and falls within the window is taken along."""
        items = [
            item(DaysSince(7), key="rinse", opening="door"), item(DaysSince(9), key="inside", opening="door"),
            item(DaysSince(60), key="strip", opening="door"), item(DaysSince(7), key="other"),
        ]  # fmt: skip
        done = {key: MONDAY - timedelta(days=7) for key in ("rinse", "inside", "strip", "other")}
        seen = assess(book(28, 40, done), kind(*items), OFFICE, MONDAY)
        found = visits(seen.dues, seen.context)
        self.assertEqual([due.item.key for due in found[0].dues], ["rinse", "inside"])
        self.assertIn("they share the door", found[0].sentence)
        self.assertEqual(visits(seen.dues, seen.context, 0), ())


class EmptyBook(unittest.TestCase):
    """Nothing was ever written down."""

    def test_an_empty_book_is_judged(self):
        """Every trigger answers without readings, without usage, without water."""
        triggers = (
            CountSince(5), CountSince(5, "milk"), CountSince(5, "litres"), DaysSince(5), MonthsSince(5),
            HoursSinceFirstDrink(), ByRate((RateStep(0, 9),)), FixedWeekdays((1,)), EndOfService(),
            AfterEvent("absence"),
            BeforeAbsence(), Prompted(), FilterSpent(), ScaleBudget(), LitresByHardness((HardnessStep(None, 5),)),
        )  # fmt: skip
        for trigger in triggers:
            for done in ((), (DoneFact("job", MONDAY),)):
                due = judged(MachineBook(done=done), item(trigger))["job"]
                self.assertTrue(due.reasons)


if __name__ == "__main__":
    unittest.main()
