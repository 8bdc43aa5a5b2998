"""What is said first of a machine: tables of what wins, and that one rule says it everywhere."""

from __future__ import annotations

import itertools
import unittest

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.care.first import (
    CLEANER_INSIDE,
    Because,
    Drinks,
    UnderWay,
    drinks_wait,
    first_said,
    in_one_run,
    late_words,
)
from lamplight.core.care.item import CareItem, Due, TriggerDue
from lamplight.core.care.status import Status
from lamplight.core.care.triggers import DaysSince
from lamplight.core.usage.passage import Passage
from tests.core.care.makers import MONDAY

TODAY = MONDAY.date()


def due(title, status, words="", circuit=Circuit.BREW, days=None, covered=""):
    """Where an item stands, by its own words."""
    item = CareItem(title.lower(), title, circuit, "group", (DaysSince(7),), 5, when_overdue=words, why="It smells.")
    likely = None if days is None else TODAY.fromordinal(TODAY.toordinal() + days)
    passage = Passage(likely, likely, likely, days is not None and days <= 0)
    first = TriggerDue(item.triggers[0], None, None, "", False, passage, status, "8 days ago")
    return Due(item, status, first, (first,), None, ("8 days ago",), covered_by=covered)


GREASE, WASH = due("Grease", Status.DUE, days=0), due("Wash", Status.OVERDUE, "No milk drinks.", Circuit.MILK, -1)
GROUP = due("Group", Status.OVERDUE, "No drinks until it is rinsed.", days=-1)


class Wait(unittest.TestCase):
    """Whether it gives drinks."""

    def test_each_case(self):
        """Cleaner before a lamp before what is late; milk alone where only milk is late, whichever stands first."""
        early = due("Group", Status.DUE, "No drinks until it is rinsed.", days=0)
        for cleaner, halting, dues, wanted in (
            (True, ["No water"], [GROUP], (Drinks.NONE, Because.CLEANER, CLEANER_INSIDE)),
            (False, ["No water", "Door open"], [GROUP], (Drinks.NONE, Because.PANEL, "No water.")),
            (False, [], [WASH, GROUP], (Drinks.NONE, Because.LATE, "No drinks until it is rinsed.")),
            (False, [], [WASH, GREASE], (Drinks.NO_MILK, Because.LATE, "No milk drinks.")),
            (False, [], [early, GREASE], None),
            (False, [], [], None),
        ):
            found = drinks_wait(cleaner, halting, dues)
            with self.subTest(wanted=wanted):
                self.assertEqual(found and (found.drinks, found.because, found.words), wanted)

    def test_who_queues(self):
        """Nobody before a machine that gives none; late care is known to nobody who queues."""
        self.assertTrue(drinks_wait(True, [], []).gives_none)
        self.assertTrue(drinks_wait(False, ["No water"], []).gives_none)
        self.assertFalse(drinks_wait(False, [], [GROUP]).gives_none)

    def test_late_only(self):
        """What is due in time holds nothing back; covered by another it does all the same."""
        self.assertEqual(late_words(due("Group", Status.DUE, "No drinks.", days=0)), "")
        self.assertEqual(late_words(due("Group", Status.OVERDUE, "No drinks.", days=-2, covered="wash")), "No drinks.")


class First(unittest.TestCase):
    """Which of all that is known is said."""

    def test_each_case(self):
        """A run, cleaner, a lamp unless the book is worse, then the first item by its status."""
        run = UnderWay("Descale", 3, 17)
        soon, later = due("Oil", Status.SOON, days=1), due("Oil", Status.CLEAR, days=9)
        dateless, unknown = due("Oil", Status.CLEAR), due("Oil", Status.UNKNOWN)
        for run_open, cleaner, halting, trouble, dues, short, headline in (
            (run, True, ["No water"], "No water", [GROUP], "Descale under way", "Descale is under way"),
            (None, True, ["No water"], "No water", [GROUP], "Cleaner inside: no drinks", "Cleaner is inside"),
            (None, False, ["No water"], "No water", [GROUP], "Lamp: No water", "Lamp: No water"),
            (None, False, [], "Fill the tank", [GREASE], "Lamp: Fill the tank", "Lamp: Fill the tank"),
            (None, False, [], "Fill the tank", [GROUP, GREASE], "Group overdue, 1 more", "Group is overdue"),
            (None, False, [], "", [GROUP, WASH, GREASE], "Group overdue, 2 more", "Group is overdue"),
            (None, False, [], "", [GREASE, soon], "Grease due", "Grease is due"),
            (None, False, [], "", [soon], "Oil Tue 24 Nov", "Clear until about Tue 24 Nov"),
            (None, False, [], "", [due("Oil", Status.SOON, days=0)], "Oil today", "Clear until later today"),
            (None, False, [], "", [dateless], "Clear", "Clear"),
            (None, False, [], "", [unknown], "Oil: not known", "Oil: not known"),
            (None, False, [], "", [due("Wash", Status.DUE, days=0, covered="grease"), later],
             "Clear until Wed 2 Dec", "Clear until about Wed 2 Dec"),
            (None, False, [], "", [], "Nothing to care for", "Nothing to care for"),
        ):  # fmt: skip
            said = first_said(run_open, drinks_wait(cleaner, halting, dues), trouble, dues, TODAY)
            with self.subTest(short=short):
                self.assertEqual(said.headline, headline)
                self.assertEqual(said.short, short)
                self.assertTrue(said.line)

    def test_what_follows(self):
        """The page says why, what waits, and which step; a list says the reason and how many more."""
        late = first_said(None, None, "", [GROUP, GREASE], TODAY)
        self.assertEqual(late.detail, "8 days ago. No drinks until it is rinsed. It smells.")
        self.assertEqual(late.line, "Group: 8 days ago, and 1 more")
        self.assertEqual(first_said(None, None, "", [GREASE], TODAY).detail, "8 days ago. It smells.")
        self.assertEqual(first_said(UnderWay("Descale", 3, 17), None, "", [], TODAY).detail, "Step 3 of 17.")

    def test_a_page_and_its_line_agree(self):
        """Whatever is known, what is said short and long is about the same."""
        runs, dues = (None, UnderWay("Descale", 1, 2)), ([GROUP], [GREASE], [WASH, GREASE], [])
        for run, cleaner, halting, own in itertools.product(runs, (True, False), ([], ["No water"]), dues):
            said = first_said(run, drinks_wait(cleaner, halting, own), "".join(halting), own, TODAY)
            about = next(word for word in ("Descale", "Cleaner", "Lamp", "Group", "Grease", "Wash", "Nothing")
                         if word in said.short)  # fmt: skip
            self.assertIn(about, said.headline)


class OneRun(unittest.TestCase):
    """What the end of the day does of several."""

    def test_each_case(self):
        """Two or more, and only while nothing else is open."""
        settled = {"tray", "drawer", "rinse"}
        for items, run_open, count in (
            (["tray", "drawer", "grease"], False, 2), (["tray", "grease"], False, 0),
            (["tray", "drawer", "rinse"], True, 0), ([], False, 0), (["tray", "drawer", "rinse"], False, 3),
        ):  # fmt: skip
            self.assertEqual(in_one_run(items, settled, run_open), count)


if __name__ == "__main__":
    unittest.main()
