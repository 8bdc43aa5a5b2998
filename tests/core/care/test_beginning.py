"""Beginning with a machine that nobody knows: practitioners' order, over every kind. Common practice, no source."""

from __future__ import annotations

import unittest

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.assess import assess, day_basis
from lamplight.core.care.beginning import begin_within, chance_past, not_known, waits_for_nobody
from lamplight.core.care.item import ItemRole, Start
from lamplight.core.care.last_done import DoneFact
from lamplight.core.care.looks import LOOKS, brought_by, looks_offered, spared_by
from lamplight.core.machine.book import MachineBook
from lamplight.core.plan.terms import term_after, term_to_begin
from lamplight.library.catalogue import kinds
from tests.core.care.makers import item
from tests.core.makers import MONDAY, OFFICE

TODAY = MONDAY.date()


class Beginning(unittest.TestCase):
    """A machine in use of which nobody knows anything but about how many drinks it makes."""

    def setUp(self):
        """Where every item of every kind stands, and when it is begun with."""
        self.dues, self.terms = {}, {}
        for name, kind in kinds().items():
            book = MachineBook(guess_per_day=20)
            self.dues[name] = assess(book, kind, OFFICE, MONDAY).dues
            work = day_basis(book, kind, OFFICE, TODAY, ())
            for due in self.dues[name]:
                term = term_to_begin(due, term_after(work, due.item, MONDAY), TODAY)
                if term is not None:
                    self.terms[name, due.item.key] = (due, term)

    def test_the_order(self):
        """Drawer and milk at once, tablet the next day, inside and outlets within the week, descaling last of these."""
        days = {key: (term.best_before - TODAY).days for key, (_, term) in self.terms.items()}
        for name in kinds():
            with self.subTest(kind=name):
                drawers = [
                    days[key]
                    for key, (due, _) in self.terms.items()
                    if key[0] == name and due.item.role is ItemRole.DRAWER
                ]
                self.assertEqual(set(drawers) | {0}, {0})
                for item_key, most in (("brew-tablet", 4), ("group-rinse", 1), ("outlets", 7), ("inside", 7)):
                    self.assertLessEqual(days.get((name, item_key), 0), most)
                if (name, "descale") in days:
                    self.assertGreaterEqual(days[name, "descale"], max(days.get((name, key), 0)
                                            for key in ("brew-tablet", "outlets", "inside", "tank-wash")))  # fmt: skip
        self.assertGreater(len(days), 100)

    def test_what_makes_ill_comes_at_once(self):
        """Its date is a limit; nothing of it is later than tomorrow."""
        for key, (due, term) in self.terms.items():
            with self.subTest(key):
                self.assertEqual(term.latest is not None, due.item.hygiene)
                if due.item.hygiene:
                    self.assertLessEqual((term.best_before - TODAY).days, 1)
                self.assertLessEqual(term.earliest, term.best_before)

    def test_daily_things_wait_for_no_plan(self):
        """Nor does what makes ill; what is known does not begin anew."""
        for name, dues in self.dues.items():
            for due in dues:
                if due.item.key in ("wipe-down", "milk-rinse", "grounds-drawer"):
                    self.assertTrue(waits_for_nobody(due), (name, due.item.key))
                if due.item.key in ("descale", "hoppers"):
                    self.assertFalse(waits_for_nobody(due), (name, due.item.key))

    @given(st.floats(0.5, 2000), st.floats(0.5, 2000))
    def test_chances(self, one, other):
        """What lasts longer is more rarely past its limit; a year is never, a day always."""
        short, long = sorted((one, other))
        self.assertTrue(0 <= chance_past(long) <= chance_past(short) <= 1)
        self.assertEqual((chance_past(1), chance_past(365)), (1, 0))

    @given(st.integers(1, 400), st.integers(1, 400))
    def test_what_comes_more_often_comes_first(self, one, other):
        """And hygiene before all else that comes as often; descaling after all of it."""
        plain, safe, scale = item(key="a"), item(key="b", hygiene=True), item(key="c", role=ItemRole.DESCALE)
        short, long = sorted((one, other))
        self.assertLessEqual(begin_within(plain, short), begin_within(plain, long))
        self.assertLessEqual(begin_within(safe, one), max(1, begin_within(plain, one)))
        self.assertGreaterEqual(begin_within(scale, one), begin_within(plain, min(one, 120)))


class Looks(unittest.TestCase):
    """What is seen in place of dates."""

    def test_over_every_kind(self):
        """Something found brings its jobs, all well spares what nobody falls ill of; told once, it is not asked."""
        offered = set()
        for name, kind in kinds().items():
            dues = assess(MachineBook(guess_per_day=20), kind, OFFICE, MONDAY).dues
            for look in looks_offered(dues):
                offered.add(look.key)
                with self.subTest(kind=name, look=look.key):
                    brought, spared = brought_by(look, dues), spared_by(look, dues)
                    self.assertTrue(brought)
                    self.assertTrue(set(spared) <= set(brought))
                    self.assertFalse([due for due in spared if due.item.hygiene])
                    facts = tuple(DoneFact(due.item.key, MONDAY, start=Start.OWED) for due in brought)
                    after = assess(MachineBook(guess_per_day=20, done=facts), kind, OFFICE, MONDAY).dues
                    self.assertNotIn(look, looks_offered(after))
                    wanted = {due.item.key for due in after if due.pressing}
                    self.assertTrue({due.item.key for due in brought} <= wanted)
        self.assertEqual(offered, {look.key for look in LOOKS})
        self.assertFalse(any(not_known(due) and due.covered_by for due in dues))


if __name__ == "__main__":
    unittest.main()
