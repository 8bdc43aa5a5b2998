"""When an item was last done: by a time, by a count, as part of another, within one second."""

from __future__ import annotations

import unittest
from datetime import timedelta

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.care.last_done import DoneFact, last_done
from lamplight.core.usage.counters import CounterBook, Reading
from lamplight.core.usage.cumulative import CumulativeCount, cumulative_of
from lamplight.core.usage.weekday_rates import usage_of
from tests.core.makers import MONDAY, OFFICE, book, with_counter

KNOWN = book(28, 40)


def latest(*facts, known=KNOWN):
    """By key."""
    return last_done(facts, known.drinks, drinks_of(known))


def drinks_of(known) -> CumulativeCount:
    """The drinks over time."""
    return cumulative_of(known.drinks, usage_of(known.drinks, OFFICE, MONDAY), OFFICE)


class Latest(unittest.TestCase):
    """One item, several facts."""

    def test_by_time_and_by_count(self):
        """Whichever lies later; a count gets its place from the readings."""
        eight_days = DoneFact("job", at=MONDAY - timedelta(days=8))
        long_before = DoneFact("job", value=1000)
        lately = DoneFact("job", value=KNOWN.drinks.readings[0].value + 19 * 40)
        self.assertEqual(latest(eight_days, long_before)["job"].at, eight_days.at)
        self.assertEqual(latest(long_before, eight_days)["job"].at, eight_days.at)
        self.assertEqual(latest(eight_days, lately)["job"].position, 760)
        self.assertEqual(latest(lately, eight_days)["job"].position, 760)

    def test_a_count_before_all_readings(self):
        """Carried back at the present usage; where none is known, long ago: anything that has a time comes after it."""
        before, old = DoneFact("job", value=3), DoneFact("job", at=MONDAY - timedelta(days=900))
        self.assertEqual(latest(before)["job"].position, 3 - 1000)
        self.assertEqual(latest(old, before)["job"].position, -997)
        single = with_counter(KNOWN, "drinks", CounterBook((Reading(MONDAY, 1000),)))
        self.assertEqual(latest(before, known=single)["job"].position, -997)
        self.assertEqual(latest(old, before, known=single)["job"].at, old.at)

    def test_same_second(self):
        """The one written later, whatever the order of the facts; without an order the last given."""
        first = DoneFact("job", at=MONDAY, settled=("other",), seq=4)
        second = DoneFact("other", at=MONDAY, seq=5)
        for facts in ((first, second), (second, first)):
            self.assertEqual(latest(*facts)["other"].seq, 5)
            self.assertEqual(latest(*facts)["job"].seq, 4)

    def test_as_part_of_another(self):
        """Only what was written down then."""
        done = latest(DoneFact("big", at=MONDAY, settled=("small",)))
        self.assertEqual((done["big"].at, done["small"].at, set(done)), (MONDAY, MONDAY, {"big", "small"}))

    def test_a_count_without_readings(self):
        """Nothing to place it by."""
        empty = with_counter(KNOWN, "drinks", CounterBook(()))
        self.assertEqual(latest(DoneFact("job", value=50), known=empty), {})
        self.assertEqual(latest(DoneFact("job"), known=KNOWN), {})


class Laws(unittest.TestCase):
    """Whatever was written down."""

    @given(st.lists(st.tuples(st.integers(0, 600), st.integers(0, 3)), min_size=1, max_size=8), st.randoms())
    def test_order_of_facts_does_not_matter(self, times, chance):
        """Facts that differ in time or place within it."""
        facts = [
            DoneFact("job", at=MONDAY - timedelta(hours=hours), seq=seq)
            for hours, seq in {(hours, seq) for hours, seq in times}
        ]
        mixed = list(facts)
        chance.shuffle(mixed)
        self.assertEqual(latest(*facts), latest(*mixed))
        self.assertEqual(latest(*facts)["job"].at, max(fact.at for fact in facts))


if __name__ == "__main__":
    unittest.main()
