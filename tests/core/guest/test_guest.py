"""The passer-by: what they may use, what a lamp means for them, and one report that comes twice."""

from __future__ import annotations

import itertools
import unittest
from datetime import UTC, datetime, timedelta
from types import SimpleNamespace

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.care.first import drinks_wait
from lamplight.core.care.status import Status
from lamplight.core.guest.reports import (
    SAME_WITHIN,
    TOLD_WORDS,
    GuestAct,
    GuestTelling,
    GuestTells,
    already_told,
    guest_task,
    guest_tasks,
)
from lamplight.core.guest.usable import (
    AtWork,
    GuestStanding,
    OtherMachine,
    Usable,
    away_seconds,
    nearest_usable,
    standing_for_guests,
)
from lamplight.core.lamps.match import Match, Meaning
from lamplight.core.lamps.panel import Pattern, PromptForce, Sort
from lamplight.library.catalogue import kinds

NOW = datetime(2026, 11, 24, 9, tzinfo=UTC)
OTHERS = st.lists(
    st.builds(OtherMachine, st.integers(1, 50), st.sampled_from(Usable), st.one_of(st.none(), st.integers(0, 900))),
    max_size=6, unique_by=lambda one: one.machine,
)  # fmt: skip


def late(words, circuit, status=Status.OVERDUE):
    """What stands of an item that the rule looks at."""
    return SimpleNamespace(status=status, item=SimpleNamespace(when_overdue=words, circuit=circuit))


def meaning(pattern):
    """One pattern as the panel's only meaning."""
    return Meaning((Match(pattern, (1, 0, 0)),))


class Nearest(unittest.TestCase):
    """Where a guest is sent."""

    def test_each_case(self):
        """What gives all drinks first, then the shortest way; where nobody knows the way, last of its sort."""
        yes, no_milk, no = Usable.YES, Usable.NO_MILK, Usable.NO
        for others, than, sent in (
            (((7, yes, 300), (8, yes, None)), no, 7),
            (((7, yes, None), (8, yes, 86_000)), no, 8),
            (((7, yes, None), (8, yes, None)), no, 7),
            (((7, no_milk, 10), (8, yes, 900)), no, 8),
            (((7, no_milk, 10), (8, no, 5)), no, 7),
            (((7, no_milk, 10),), no_milk, None),
            (((7, yes, 0), (8, yes, 0)), no, 7),
            ((), no, None),
        ):
            with self.subTest(others=others, than=than):
                found = nearest_usable([OtherMachine(*one) for one in others], than)
                self.assertEqual(found.machine if found else None, sent)


class MayI(unittest.TestCase):
    """The worst of what is known decides."""

    def test_the_worst_decides(self):
        """Out of service, at work, cleaner left inside, a lamp that stops it; else yes."""
        work = AtWork("It is being looked after.", NOW)
        for retired, at_work, inside, stops in itertools.product(
            (True, False), (work, None), (True, False), ([], ["No water"])
        ):
            found = standing_for_guests(at_work, drinks_wait(inside, stops, ()), retired)
            wanted = (
                Usable.NO if retired else Usable.CLEANING if at_work else Usable.NO if inside or stops else Usable.YES
            )
            self.assertIs(found.usable, wanted)
            self.assertEqual(bool(found.why), wanted is not Usable.YES)
            self.assertEqual(found.until is not None, wanted is Usable.CLEANING)
        self.assertEqual(standing_for_guests(None, drinks_wait(False, (), ())), GuestStanding(Usable.YES))

    def test_what_is_late(self):
        """A milk wash stops milk, anything else that says so stops all, whichever stands first; in time none."""
        milk = late("No milk drinks until it is washed.", Circuit.MILK)
        group = late("No drinks until it is rinsed.", Circuit.BREW)
        self.assertEqual(
            standing_for_guests(None, drinks_wait(False, (), [milk])),
            GuestStanding(Usable.NO_MILK, milk.item.when_overdue),
        )
        for dues in ([milk, group], [group, milk], [group]):
            self.assertEqual(
                standing_for_guests(None, drinks_wait(False, (), dues)),
                GuestStanding(Usable.NO, group.item.when_overdue),
            )
        silent = late("", Circuit.MILK)
        due = late("No drinks.", Circuit.BREW, Status.DUE)
        self.assertIs(standing_for_guests(None, drinks_wait(False, (), [silent, due])).usable, Usable.YES)

    @given(OTHERS, st.sampled_from(Usable))
    def test_the_nearest(self, others, than):
        """Better than here, and none that is as free lies nearer; none is offered that cannot be used."""
        found = nearest_usable(others, than)
        good = [one for one in others if one.usable < than and one.usable <= Usable.NO_MILK]
        self.assertEqual(found is None, not good)
        if found is not None:
            self.assertIn(found, good)
            for one in good:
                self.assertGreaterEqual(one.usable, found.usable)
                if one.usable == found.usable and found.away_s is not None and one.away_s is not None:
                    self.assertGreaterEqual(one.away_s, found.away_s)

    def test_ways(self):
        """Either way round; within one place none; unknown where nobody wrote it down."""
        ways = {("hall", "attic"): 90}
        self.assertEqual([away_seconds(ways, *pair) for pair in (("hall", "attic"), ("attic", "hall"))], [90, 90])
        self.assertEqual(away_seconds(ways, "hall", "hall"), 0)
        self.assertIsNone(away_seconds(ways, "hall", "yard"))
        self.assertIsNone(away_seconds(ways, "", ""))


class Meant(unittest.TestCase):
    """Few things are a guest's to do."""

    def test_every_pattern_of_every_kind(self):
        """Water, grounds and what slid out are theirs; nothing that is hot, inside or chemical ever is."""
        theirs = set()
        for kind in kinds().values():
            for pattern in kind.panel.all_patterns:
                found = guest_task(meaning(pattern))
                with self.subTest(kind=kind.key, pattern=pattern.title):
                    if found.task in (GuestAct.FILL, GuestAct.EMPTY, GuestAct.TRAY, GuestAct.PUT_HOME):
                        theirs.add((pattern.sort, pattern.part))
                        self.assertIn(pattern.part, ("tank", "drawer", "tray"))
                        if found.task in (GuestAct.EMPTY, GuestAct.TRAY):
                            self.assertEqual(found.task is GuestAct.TRAY, pattern.part == "tray")
                    elif found.task is GuestAct.LEAVE:
                        self.assertFalse(pattern.stops_drinks)
                        self.assertIn(pattern.sort, (Sort.CARE, Sort.INFORMATION))
        self.assertTrue({(Sort.REFILL, "tank"), (Sort.EMPTY, "drawer")} <= theirs)

    def test_what_nobody_knows(self):
        """A pattern without a rule is left alone; a dark panel asks nothing; care that stops it sends elsewhere."""
        self.assertEqual([one.task for one in guest_tasks((), True)], [GuestAct.ELSEWHERE])
        self.assertEqual(guest_tasks((), False), ())
        stops = Pattern("Descale", Sort.CARE, force=PromptForce.BLOCKING)
        self.assertIs(guest_task(meaning(stops)).task, GuestAct.ELSEWHERE)


class Twice(unittest.TestCase):
    """One report."""

    def test_same_within_half_an_hour(self):
        """The same words in any case and spacing; not another machine, thing, panel, or an hour later."""
        first = GuestTelling(1, GuestTells.WORDS, NOW, (), "It  spits")
        later = timedelta(minutes=29)
        self.assertEqual(already_told(GuestTelling(1, GuestTells.WORDS, NOW + later, (), "it spits"), [first]), first)
        for other in (
            GuestTelling(2, GuestTells.WORDS, NOW, (), "it spits"),
            GuestTelling(1, GuestTells.SPITS, NOW, (), "it spits"),
            GuestTelling(1, GuestTells.WORDS, NOW + SAME_WITHIN + later, (), "it spits"),
            GuestTelling(1, GuestTells.WORDS, NOW, (), "it leaks"),
            GuestTelling(1, GuestTells.WORDS, NOW, ("tank steady red",), "it spits"),
        ):  # fmt: skip
            self.assertIsNone(already_told(other, [first]))
        self.assertEqual(set(TOLD_WORDS), set(GuestTells))


if __name__ == "__main__":
    unittest.main()
