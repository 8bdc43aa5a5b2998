"""What is done together: whatever shares an opening and falls close."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import timedelta

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.assess import assess
from lamplight.core.care.status import Status
from lamplight.core.care.triggers import DaysSince
from lamplight.core.care.visits import visits
from tests.core.care.makers import item, kind
from tests.core.makers import MONDAY, OFFICE, book


def together(*rows, window=3):
    """The visits of items given as opening, limit in days and days since."""
    items = [item(DaysSince(limit), key=f"i{n}", opening=opening) for n, (opening, limit, _) in enumerate(rows)]
    done = {f"i{n}": MONDAY - timedelta(days=ago) for n, (_, _, ago) in enumerate(rows) if ago is not None}
    status = assess(book(28, 40, done), kind(*items), OFFICE, MONDAY)
    return visits(status.dues, status.context, window)


def keys(found):
    """The items of each visit."""
    return [[due.item.key for due in visit.dues] for visit in found]


class Together(unittest.TestCase):
    """By opening, by nearness."""

    def test_edges_of_the_window(self):
        """Monday's job takes along what falls up to Thursday, and nothing of Friday."""
        self.assertEqual(keys(together(("door", 7, 7), ("door", 10, 7), ("door", 11, 7))), [["i0", "i1"]])
        self.assertEqual(keys(together(("door", 7, 7), ("door", 11, 7), window=4)), [["i0", "i1"]])
        self.assertEqual(keys(together(("door", 7, 7), ("door", 8, 7), window=0)), [])

    def test_nothing_is_due(self):
        """Two that are soon are no reason to open anything."""
        self.assertEqual(together(("door", 8, 7), ("door", 8, 7)), ())

    def test_what_shares_nothing(self):
        """Other openings, none, and what nobody knows the last time of."""
        rows = (("door", 7, 7), ("tank", 7, 7), ("", 7, 7), ("", 7, 8), ("door", 7, None))
        self.assertEqual(together(*rows), ())

    def test_what_another_covers_is_not_offered_along(self):
        """It is done with the other anyway."""
        items = [item(DaysSince(7), key=f"i{n}", opening="door") for n in range(3)]
        done = {one.key: MONDAY - timedelta(days=7) for one in items}
        status = assess(book(28, 40, done), kind(*items), OFFICE, MONDAY)
        covered = [replace(due, covered_by="i0") if due.item.key == "i1" else due for due in status.dues]
        self.assertEqual([sorted(group) for group in keys(visits(covered, status.context, 3))], [["i0", "i2"]])

    def test_overdue_first(self):
        """The most urgent leads and says so."""
        visit = together(("door", 7, 7), ("door", 7, 20))[0]
        self.assertEqual(keys([visit]), [["i1", "i0"]])
        self.assertIn("I1 is overdue; take I0 along", visit.sentence)

    @given(
        st.lists(st.tuples(st.sampled_from(["door", "tank", ""]), st.integers(1, 30), st.integers(0, 40)), max_size=6)
    )
    def test_law(self, rows):
        """Each item is in one visit at most; each visit has one opening, two items and one that is due."""
        found = together(*rows)
        seen = [due.item.key for visit in found for due in visit.dues]
        self.assertEqual(len(seen), len(set(seen)))
        for visit in found:
            self.assertEqual({due.item.opening for due in visit.dues}, {visit.opening})
            self.assertGreater(len(visit.dues), 1)
            self.assertGreaterEqual(visit.dues[0].status, Status.DUE)
            self.assertEqual(visit.dues[0].status, max(due.status for due in visit.dues))


if __name__ == "__main__":
    unittest.main()
