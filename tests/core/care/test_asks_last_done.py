"""Which items are asked after when a machine is added: those of which the answer changes a date, on all kinds."""

from __future__ import annotations

import unittest
from datetime import timedelta

from lamplight.core.assess import assess
from lamplight.core.care.item import Start
from lamplight.core.care.last_done import DoneFact, asked_in_order, asks_last_done
from lamplight.core.care.triggers import Prompted
from lamplight.core.machine.book import MachineBook
from lamplight.library.catalogue import kinds
from tests.core.makers import MONDAY, OFFICE, book
from tests.draw import drawn


def dues(kind, item, back):
    """When an item is due, done last so many days ago: now, or on a date."""
    known = book(28, 40)
    fact = DoneFact(item.key, at=MONDAY - timedelta(days=back), start=Start.DONE)
    facts = MachineBook(**{**vars(known), "done": (fact,)})
    due = assess(facts, kind, OFFICE, MONDAY).due(item.key)
    if due is None:
        return None
    return "now" if due.to_do else due.likely


class Asked(unittest.TestCase):
    """Every item of every kind that ships."""

    def test_nothing_is_asked_in_vain(self):
        """Of what is not asked after, last week and last year are the same; of what is, it matters."""
        asked, tried = 0, 0
        for kind in drawn(kinds().values(), 5):
            for item in kind.items:
                tried += 1
                answers = {dues(kind, item, back) for back in (9, 20, 60, 200, 400)}
                with self.subTest(kind=kind.key, item=item.key):
                    if asks_last_done(item):
                        asked += len(answers) > 1
                    else:
                        self.assertEqual(len(answers), 1, answers)
        self.assertGreater(asked, tried / 4)

    def test_absence_and_storage_are_not(self):
        """Nor what every day wants."""
        for kind in kinds().values():
            keys = {item.key for item in asked_in_order(kind.items)}
            self.assertFalse(keys & {"leaving", "return", "storage-emptying", "wipe-down", "milk-rinse", "wand-purge"})

    def test_the_likely_first(self):
        """What the machine itself asks for is remembered best."""
        for kind in kinds().values():
            order = [any(isinstance(one, Prompted) for one in item.triggers) for item in asked_in_order(kind.items)]
            self.assertEqual(order, sorted(order, reverse=True))


if __name__ == "__main__":
    unittest.main()
