"""Parts that are looked at now and then."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import UTC, datetime, timedelta

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.care.inspections import INSPECTIONS, LookedAt, due_inspections, findings
from lamplight.core.care.item import Start
from lamplight.core.care.last_done import DoneFact
from lamplight.core.care.status import Status
from lamplight.core.care.triggers import DaysSince
from lamplight.core.machine.marks import DoseTrial, found_on
from lamplight.core.machine.trial import Trial
from lamplight.library.catalogue import kinds
from tests.core.care.makers import item, judged
from tests.core.makers import MONDAY, book

NOW = datetime(2026, 11, 24, 12, tzinfo=UTC)


class Inspecting(unittest.TestCase):
    """Now and then something is looked at."""

    def test_on_the_day(self):
        """Never looked at, or exactly so many days ago: due. A second earlier: not yet."""
        days = timedelta(days=INSPECTIONS["hose"].days)
        self.assertEqual(due_inspections(["hose"], {}, NOW), ("hose",))
        self.assertEqual(due_inspections(["hose"], {"hose": NOW - days}, NOW), ("hose",))
        self.assertEqual(due_inspections(["hose"], {"hose": NOW - days + timedelta(seconds=1)}, NOW), ())

    def test_only_what_is_wanted_and_known(self):
        """In the order wanted; a word that names none is passed over."""
        self.assertEqual(due_inspections(["screen", "whisker", "hose"], {}, NOW), ("screen", "hose"))


if __name__ == "__main__":
    unittest.main()


DAY = timedelta(days=1)
STRIP, WASH = item(DaysSince(30), key="milk-strip-down"), item(DaysSince(2), key="milk-wash")
looked = st.lists(
    st.builds(
        LookedAt, st.sampled_from(sorted(INSPECTIONS)), st.booleans(),
        st.integers(0, 20).map(lambda ago: MONDAY - ago * DAY), st.just("milk-wash"), st.integers(1, 9),
    ),
    max_size=8,
)  # fmt: skip


class Findings(unittest.TestCase):
    """Laws and cases."""

    def test_every_inspection_leads_somewhere(self):
        """Each has words, and care that goes deeper."""
        known = {item.key for kind in kinds().values() for item in kind.items}
        for key, one in INSPECTIONS.items():
            with self.subTest(inspection=key):
                self.assertTrue(one.words and one.how)
                self.assertTrue(one.deeper and set(one.deeper) <= known)

    @given(looked, st.sets(st.sampled_from(sorted({key for one in INSPECTIONS.values() for key in one.deeper}))))
    def test_laws(self, seen, items):
        """Only items that are there; only of what was last seen unwell; never of what is still to come."""
        found = findings(seen, items, MONDAY)
        self.assertLessEqual(set(found), items)
        last = {}
        for one in sorted(seen, key=lambda one: (one.at, one.entry_id)):
            last[one.what] = one
        unwell = [one for one in last.values() if not one.well]
        self.assertTrue(all(any(one.at == got.at for one in unwell) for got in found.values()))
        if not unwell:
            self.assertEqual(found, {})
        self.assertEqual(findings(seen, items, MONDAY - 30 * DAY), {})

    def strip(self, seen, done=MONDAY - 5 * DAY):
        """Where the strip-down stands."""
        known = replace(book(28, 40, {"milk-strip-down": done, "milk-wash": MONDAY - DAY}), looked_at=tuple(seen))
        return judged(known, STRIP, WASH)

    def test_it_counts(self):
        """Clear by its days; due at once by a finding; clear again when done after it, or seen to be well."""
        dirty = LookedAt("hose", False, MONDAY - 2 * DAY, "milk-wash", 1)
        self.assertEqual(self.strip([])["milk-strip-down"].status, Status.CLEAR)
        due = self.strip([dirty])["milk-strip-down"]
        self.assertGreaterEqual(due.status, Status.DUE)
        self.assertIn("the milk hose was not clean", due.reasons[0])
        self.assertEqual(self.strip([dirty], MONDAY - DAY)["milk-strip-down"].status, Status.CLEAR)
        # Found at the end of the strip-down itself: it is wanted again.
        self.assertGreaterEqual(self.strip([dirty], dirty.at)["milk-strip-down"].status, Status.DUE)
        well = replace(dirty, well=True, at=MONDAY - DAY, entry_id=2)
        self.assertEqual(self.strip([dirty, well])["milk-strip-down"].status, Status.CLEAR)

    def test_only_a_deed_sees_to_it(self):
        """Counted from a day on, said to be owed or new is nothing that anybody did."""
        dirty = LookedAt("hose", False, MONDAY - 2 * DAY, "milk-wash", 1)
        for start in Start:
            done = DoneFact("milk-strip-down", MONDAY - DAY, start=start)
            known = replace(book(28, 40, {"milk-wash": MONDAY - DAY}), looked_at=(dirty,))
            known = replace(known, done=(*known.done, done))
            with self.subTest(start=start):
                status = judged(known, STRIP, WASH)["milk-strip-down"].status
                self.assertEqual(status >= Status.DUE, start is not Start.DONE)

    def test_an_experiment_brings_the_next_wash(self):
        """At the end of a weak wash: the strip-down and, at full dose, the wash itself."""
        begun = MONDAY - 4 * DAY
        trial = DoseTrial(1, "milk-cleaner", "milk-wash", Trial(0.7, 10, 6, begun))
        dirty = LookedAt("valve", False, MONDAY - DAY, "milk-wash", 7)
        found = found_on([dirty], [trial], ["milk-wash", "milk-strip-down"], MONDAY)
        self.assertEqual(set(found), {"milk-wash", "milk-strip-down"})
        known = replace(
            book(28, 40, {"milk-strip-down": MONDAY - 5 * DAY, "milk-wash": dirty.at}),
            looked_at=(dirty,), trials=(trial,),
        )  # fmt: skip
        self.assertGreaterEqual(judged(known, STRIP, WASH)["milk-wash"].status, Status.DUE)


if __name__ == "__main__":
    unittest.main()
