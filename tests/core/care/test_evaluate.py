"""Several triggers of one item, several items of one machine: which comes first."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import timedelta
from itertools import product
from random import Random

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.anatomy.parts import Capacities
from lamplight.core.assess import assess, day_basis, status_at
from lamplight.core.care.inspections import INSPECTIONS, LookedAt
from lamplight.core.care.item import ItemRole, Start
from lamplight.core.care.last_done import DoneFact
from lamplight.core.care.status import Status
from lamplight.core.care.triggers import (
    AfterEvent,
    BeforeAbsence,
    ByRate,
    CountSince,
    DaysSince,
    EndOfService,
    FixedWeekdays,
    HoursSinceFirstDrink,
    MonthsSince,
    Prompted,
    RateStep,
)
from lamplight.core.lamps.sightings import Sighting
from lamplight.core.site.absence import Absence
from tests.core.care.makers import item, judged, kind
from tests.core.makers import MONDAY, OFFICE, book

LIMITS = st.lists(st.tuples(st.integers(1, 40), st.integers(20, 900)), min_size=1, max_size=6)


class OneItem(unittest.TestCase):
    """Whichever comes first."""

    def test_nobody_knows(self):
        """Without a start nothing is said to be clear; what needs no start and presses is obeyed all the same."""
        asked = replace(book(28, 40), sightings=(Sighting(MONDAY - timedelta(hours=1), asks_for="job"),))
        for known, triggers, status in (
            (book(28, 40), (CountSince(200),), Status.UNKNOWN),
            (book(28, 40), (CountSince(200), Prompted()), Status.UNKNOWN),
            (book(28, 40), (Prompted(),), Status.CLEAR),
            (asked, (CountSince(200), Prompted()), Status.DUE),
            (book(28, 40), (AfterEvent("absence"), BeforeAbsence()), Status.CLEAR),
        ):
            with self.subTest(triggers=triggers, asked=known is asked):
                self.assertEqual(judged(known, item(*triggers))["job"].status, status)

    def test_reasons(self):
        """The deciding one first, what it stops next, then the others, and last what is not known."""
        triggers = (CountSince(9, "milk"), DaysSince(60), DaysSince(5))
        one = item(*triggers, when_overdue="Stop.")
        due = judged(book(28, 40, {"job": MONDAY - timedelta(days=20)}), one, mix=kind().mix.__class__())["job"]
        self.assertTrue(due.reasons[0].startswith("20 of 5 days"), due.reasons)
        self.assertEqual(due.reasons[1], "Stop.")
        self.assertTrue(due.reasons[2].startswith("20 of 60 days"))
        self.assertIn("Nothing here counts", due.reasons[3])
        self.assertEqual(len(due.reasons), 4)

    @given(st.integers(1, 60), st.integers(20, 900), st.integers(0, 30))
    def test_two_triggers_are_the_more_urgent_of_the_two(self, days, drinks, ago):
        """In status; in date the earlier, unless one presses."""
        known = book(28, 40, {"job": MONDAY - timedelta(days=ago)})
        one, two, both = (
            judged(known, item(*triggers))["job"]
            for triggers in ((DaysSince(days),), (CountSince(drinks),), (DaysSince(days), CountSince(drinks)))
        )
        self.assertEqual(both.status, max(one.status, two.status))
        if one.status == two.status and one.likely and two.likely:
            self.assertEqual(both.likely, min(one.likely, two.likely))


class Starts(unittest.TestCase):
    """Counted from today, new, said to be due: none of them a deed."""

    def test_each(self):
        """Counting begins; what is owed is due; nothing that follows a deed follows these, and no lamp ends."""
        after = item(AfterEvent("job"), key="after")
        job = item(DaysSince(7), Prompted())
        lit = Sighting(MONDAY - timedelta(days=1), asks_for="job")
        for start, status in ((Start.COUNTED, Status.CLEAR), (Start.NEW, Status.CLEAR), (Start.OWED, Status.DUE)):
            facts = (DoneFact("job", MONDAY, start=start), DoneFact("after", MONDAY - timedelta(days=9)))
            dues = judged(replace(book(28, 40), done=facts), job, after, now=MONDAY + timedelta(hours=2))
            self.assertEqual(dues["job"].status, status)
            self.assertEqual(dues["after"].status, Status.CLEAR)
            lamp = judged(replace(book(28, 40), done=facts, sightings=(lit,)), job, now=MONDAY + timedelta(hours=2))
            self.assertTrue(lamp["job"].prompted)

    def test_what_the_drawer_holds(self):
        """14 pucks at 20 a day are today, whatever the hours say; a stricter count of its own stays."""
        drawer = item(HoursSinceFirstDrink(72), role=ItemRole.DRAWER)
        known = book(28, 20, {"job": MONDAY})
        due = judged(known, drawer, now=MONDAY + timedelta(hours=3), capacities=Capacities(drawer_pucks=14))["job"]
        self.assertEqual((due.likely, due.first.unit, due.status), (MONDAY.date(), "pucks", Status.SOON))
        own = kind(item(CountSince(10), role=ItemRole.DRAWER), capacities=Capacities(drawer_pucks=14))
        self.assertEqual(len(own.items[0].triggers), 1)
        self.assertEqual(len(kind(drawer, capacities=Capacities(drawer_pucks=14)).items[0].triggers), 2)

    def test_the_date_is_of_what_comes_first(self):
        """Whichever is more urgent by its own grace, the date that is shown is the earlier one."""
        known = book(28, 40, {"job": MONDAY - timedelta(days=9)})
        due = judged(known, item(DaysSince(3), CountSince(100)))["job"]
        dates = [state.passage.likely for state in due.triggers]
        self.assertEqual(due.likely, min(dates))
        self.assertLessEqual(max(dates), MONDAY.date())  # what is over does not stand beside a date to come
        late = MONDAY + timedelta(days=1, hours=11)
        known = book(28, 40, {"job": MONDAY - timedelta(days=7)})  # due by days on Monday, over by count on Tuesday
        due = judged(known, item(DaysSince(7), CountSince(245)), now=late)["job"]
        self.assertEqual([state.status for state in due.triggers], [Status.DUE, Status.OVERDUE])
        self.assertEqual((due.likely, due.first.trigger.key, due.status), (MONDAY.date(), "days", Status.OVERDUE))


class AllItems(unittest.TestCase):
    """One machine."""

    @given(LIMITS, st.data())
    def test_order(self, limits, data):
        """What is replaced comes last; of what is due, hygiene before the rest; then the earlier date, the title."""
        items = [
            item(DaysSince(days), CountSince(drinks), key=f"i{n}", hygiene=data.draw(st.booleans()))
            for n, (days, drinks) in enumerate(limits)
        ]
        items[0] = replace(items[0], replaces=("i1",))
        done = {one.key: MONDAY - timedelta(days=data.draw(st.integers(0, 40))) for one in items}
        dues = assess(book(28, 40, done), kind(*items), OFFICE, MONDAY).dues
        self.assertEqual({due.item.key for due in dues}, {one.key for one in items})
        open_ones = [due for due in dues if not due.covered_by]
        self.assertEqual([bool(due.covered_by) for due in dues], sorted(bool(due.covered_by) for due in dues))
        for before, after in zip(open_ones, open_ones[1:], strict=False):
            self.assertGreaterEqual(before.status, after.status)
            if before.status == after.status:
                due = before.status >= Status.DUE
                first, second = ((not one.item.hygiene if due else False, one.likely) for one in (before, after))
                self.assertLessEqual(first, second)
                if first == second and before.item.hygiene == after.item.hygiene:
                    self.assertLessEqual(before.item.title, after.item.title)

    def test_next_is_what_comes_next(self):
        """Of what is not due the earlier date stands first, hygiene or not; what has no date stands last."""
        clean, oil = item(DaysSince(40), key="clean", hygiene=True), item(DaysSince(30), key="oil")
        never = item(AfterEvent("x"), key="a-never", hygiene=True)
        done = {"clean": MONDAY - timedelta(days=1), "oil": MONDAY - timedelta(days=1), "a-never": MONDAY}
        dues = assess(book(28, 40, done), kind(clean, oil, never), OFFICE, MONDAY).dues
        self.assertEqual([due.item.key for due in dues], ["oil", "clean", "a-never"])

    def test_replaced_only_when_due(self):
        """The other takes its place on its day, not before; never where the machine asks for it."""
        usual, other = item(DaysSince(1), key="usual"), item(DaysSince(7), key="other", replaces=("usual",))
        for ago, covered in ((7, "other"), (8, "other"), (6, "")):
            done = {"usual": MONDAY - timedelta(days=2), "other": MONDAY - timedelta(days=ago)}
            with self.subTest(ago=ago):
                self.assertEqual(judged(book(28, 40, done), usual, other)["usual"].covered_by, covered)
        prompted = replace(usual, triggers=(DaysSince(1), Prompted()))
        facts = (DoneFact("usual", MONDAY - timedelta(days=2)), DoneFact("other", MONDAY - timedelta(days=9)))
        lit = Sighting(MONDAY - timedelta(hours=1), asks_for="usual")
        known = replace(book(28, 40), done=facts, sightings=(lit,))
        self.assertEqual(judged(known, prompted, other)["usual"].covered_by, "")

    def test_what_holds_all_day_is_what_would_be_found_at_each_moment(self):
        """Whatever was asked before, and for which moment of which date: as if nobody had asked yet."""
        rules = (
            DaysSince(3), MonthsSince(1), FixedWeekdays((0, 3)), BeforeAbsence(2),
            ByRate((RateStep(0, 9), RateStep(35, 5))), CountSince(90), EndOfService(), AfterEvent("absence"),
        )  # fmt: skip
        for seed in range(60):
            chance = Random(seed)
            keys = (INSPECTIONS["hose"].deeper[0], "b", "c", "d")
            items = [item(*chance.sample(rules, chance.randint(1, 3)), key=key) for key in keys]
            done = {one.key: MONDAY - timedelta(hours=chance.randint(1, 400)) for one in items if chance.random() < 0.8}
            first = MONDAY.date() + timedelta(days=chance.randint(-3, 5))
            gone = (Absence(first, first + timedelta(days=chance.randint(0, 4))),)
            looked = (LookedAt("hose", False, MONDAY + timedelta(hours=chance.randint(-9, 30))),)
            known = replace(book(28, 40, done), absences=gone, looked_at=looked)
            shared = day_basis(known, kind(*items), OFFICE, MONDAY.date())
            for _ in range(6):
                moment = MONDAY + timedelta(minutes=chance.randint(0, 4000))
                fresh = day_basis(known, kind(*items), OFFICE, MONDAY.date())
                with self.subTest(seed=seed, moment=moment):
                    self.assertEqual(status_at(shared, moment).dues, status_at(fresh, moment).dues)

    def test_what_cannot_be_done_hides_nothing(self):
        """No sachet: the usual wash is due; with neither product both say so. What is late stays late, and is told."""
        usual, other = item(DaysSince(2), key="usual"), item(DaysSince(7), key="other", replaces=("usual",))
        known = book(28, 40, {"usual": MONDAY - timedelta(days=3), "other": MONDAY - timedelta(days=7)})

        def dues(lacking, known=known):
            basis = day_basis(known, kind(usual, other), OFFICE, MONDAY.date())
            return {due.item.key: due for due in status_at(basis, MONDAY, lacking).dues}

        self.assertEqual(dues(())["usual"].covered_by, "other")
        without = dues({"other"})
        self.assertEqual((without["usual"].covered_by, without["usual"].pressing), ("", True))
        self.assertIn("Nothing for it is left", without["other"].blocked)
        self.assertIn("nor for other", dues({"usual", "other"})["usual"].blocked)
        late = dues((), book(28, 40, {"usual": MONDAY - timedelta(days=9), "other": MONDAY - timedelta(days=7)}))
        self.assertEqual((late["usual"].covered_by, late["usual"].instead), ("", "other"))
        self.assertTrue(late["usual"].pressing)

    def test_nothing_hides_behind_what_is_late(self):
        """Whatever is late by however much: one of the two is always to be done, and the usual wash once the other is
        past its grace."""
        usual, other = item(DaysSince(2), key="usual"), item(DaysSince(7), key="other", replaces=("usual",))
        for own, theirs in product(range(1, 16), range(1, 20)):
            done = {"usual": MONDAY - timedelta(days=own), "other": MONDAY - timedelta(days=theirs)}
            found = judged(book(28, 40, done), usual, other)
            with self.subTest(own=own, theirs=theirs):
                if found["usual"].status >= Status.DUE:
                    self.assertTrue(found["usual"].to_do or found["other"].to_do)
                if found["other"].status is Status.OVERDUE:
                    self.assertEqual((found["usual"].covered_by, found["usual"].instead), ("", ""))
                    self.assertEqual(found["usual"].to_do, found["usual"].status >= Status.DUE)

    def test_worst_and_titles(self):
        """What is replaced does not count; a strange key is its own title."""
        usual, other = item(DaysSince(1), key="usual"), item(DaysSince(7), key="other", replaces=("usual",))
        done = {"usual": MONDAY - timedelta(days=2), "other": MONDAY - timedelta(days=7)}
        status = assess(book(28, 40, done), kind(usual, other), OFFICE, MONDAY)
        self.assertEqual(status.worst, Status.DUE)
        self.assertEqual((status.title("usual"), status.title("strange")), ("Usual", "strange"))
        self.assertEqual(assess(book(28, 40), kind(), OFFICE, MONDAY).worst, Status.CLEAR)


if __name__ == "__main__":
    unittest.main()
