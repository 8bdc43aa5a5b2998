"""Visits as calendars know them: by hand, and laws over random announcements one after another."""

from __future__ import annotations

import random
import unittest
from datetime import timedelta

from lamplight.core.plan.appointments import appointments
from tests.core.makers import MONDAY

MORNING, EVENING = MONDAY, MONDAY + timedelta(hours=12)


def ten(_machine, items, _slot):
    """Ten minutes for each job."""
    return 10 * len(items)


def said(*turns, known=(), number=1):
    """Announced: machine, item, slot."""
    return appointments([(machine, item, slot, None) for machine, item, slot in turns], ten, known, number)


class ByHand(unittest.TestCase):
    """What a calendar program sees."""

    def test_one_after_another(self):
        """Three machines in one slot do not all begin at once; another keeper's slot is another pair of hands."""
        found = said((1, "wash", EVENING), (2, "tray", EVENING), (1, "rinse", EVENING), (3, "tray", EVENING))
        begins = {one.machine: one.begin - EVENING for one in found}
        self.assertEqual(begins, {1: timedelta(0), 2: timedelta(minutes=20), 3: timedelta(minutes=30)})
        two = appointments([(1, "a", EVENING, 4), (2, "a", EVENING, 5)], ten, (), 1)
        self.assertEqual({one.begin for one in two}, {EVENING})

    def test_when_the_other_goes(self):
        """Of two visits a day the second stays what it was when the first is taken back, and when one comes before."""
        both = said((1, "wash", MORNING), (1, "tray", EVENING))
        (left,) = said((1, "tray", EVENING), known=both, number=2)
        old = next(one for one in both if one.slot == EVENING)
        self.assertEqual((left.key, left.sequence), (old.key, old.sequence))
        again = said((1, "tray", EVENING), (1, "oil", MORNING + timedelta(hours=3)), known=(left,), number=3)
        self.assertEqual({one.key for one in again if one.items == ("tray",)}, {old.key})

    def test_changed(self):
        """Another hour or another job is the same visit with a higher sequence; so is one that begins later."""
        first = said((1, "wash", MORNING))
        for turns in (
            ((1, "wash", EVENING),),
            ((1, "wash", MORNING), (1, "tray", MORNING)),
        ):
            (changed,) = said(*turns, known=first, number=7)
            self.assertEqual((changed.key[2], changed.sequence), (0, 7))
        pushed = said((1, "wash", MORNING), (0, "oil", MORNING), known=first, number=7)
        self.assertEqual({one.sequence for one in pushed if one.machine == 1}, {7})


class Laws(unittest.TestCase):
    """Random announcements."""

    def test_histories(self):
        """No two visits share what they are known by; the same keeps its sequence, another has a higher one; none
        begins before the one before it in its slot has ended."""
        for seed in range(200):
            chance = random.Random(seed)
            known, seen = (), {}
            for number in range(1, 7):
                turns = [
                    (
                        chance.randint(1, 3),
                        chance.choice("abc"),
                        MONDAY + timedelta(days=chance.randint(0, 1), hours=hour),
                        keeper,
                    )
                    for hour, keeper in (
                        chance.choice(((0, 1), (6, 2), (12, None))) for _ in range(chance.randint(0, 8))
                    )
                ]
                made = appointments(dict.fromkeys(turns), ten, known, number)
                with self.subTest(seed=seed, number=number):
                    self.assertEqual(len({one.key for one in made}), len(made))
                    self.assertEqual({(one.machine, item, one.slot, one.keeper) for one in made for item in one.items},
                                     set(turns))  # fmt: skip
                    for one in made:
                        before = seen.get(one.key)
                        self.assertGreaterEqual(one.sequence, before.sequence if before else 0)
                        if before in known:
                            self.assertEqual(one == before, one.sequence == before.sequence)
                    slots = {}
                    for one in sorted(made, key=lambda one: one.begin):
                        ends = slots.get((one.slot, one.keeper), one.slot)
                        self.assertEqual(one.begin, ends)
                        slots[one.slot, one.keeper] = ends + timedelta(minutes=one.minutes)
                seen |= {one.key: one for one in made}
                known = made


if __name__ == "__main__":
    unittest.main()
