"""The daily work of the weeks ahead. The rules are ours, no source."""

from __future__ import annotations

import unittest
from datetime import UTC, date, datetime, timedelta
from itertools import pairwise

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.agenda.daily import Routine, daily_slots, shared_out, without_settled
from lamplight.core.site.slots import Slot

MONDAY = datetime(2026, 11, 23, tzinfo=UTC)


def slots_of(weekdays: frozenset[int], hours: tuple[int, ...], weeks: int = 4) -> tuple[Slot, ...]:
    """Half an hour at each hour of each weekday."""
    starts = [MONDAY + timedelta(days=day, hours=hour) for day in range(7 * weeks) for hour in hours]
    return tuple(Slot(start, start + timedelta(minutes=30)) for start in starts if start.weekday() in weekdays)


def every(days: int, slots: tuple[Slot, ...], evening: bool = False) -> Routine:
    """Something that comes round after so many days."""
    return Routine("x", MONDAY.date(), evening, lambda n: slots[n].start.date() + timedelta(days=days))


class DailyWork(unittest.TestCase):
    """What comes round every day or two."""

    @given(
        st.frozensets(st.integers(0, 6), min_size=1),
        st.sampled_from(((6,), (18,), (6, 18), (6, 12, 18))),
        st.integers(1, 2),
        st.booleans(),
    )
    def test_laws(self, weekdays, hours, days, evening):
        """Once a date; morning or evening; no day later than somebody comes from the day on which it is due."""
        slots = slots_of(weekdays, hours)
        done = [slots[n].start for n in daily_slots(every(days, slots, evening), slots)]
        there = sorted({slot.start.date() for slot in slots})
        self.assertEqual(done[0].date(), there[0])
        for one, following in pairwise(done):
            due = one.date() + timedelta(days=days)
            self.assertEqual(following.date(), next(day for day in there if day >= due))
            if following.date() == due:
                self.assertEqual(following.hour, hours[-1] if evening else hours[0])
        self.assertGreater(done[-1].date() + timedelta(days=days), there[-1], "none is left out at the end")

    @given(st.frozensets(st.integers(0, 6), min_size=1), st.booleans())
    def test_every_day(self, weekdays, evening):
        """What is done each day is done on each day on which somebody comes."""
        slots = slots_of(weekdays, (6, 18))
        days = {slot.start.date() for slot in slots}
        self.assertEqual({slots[n].start.date() for n in daily_slots(every(1, slots, evening), slots)}, days)

    def test_what_does_not_come_again(self):
        """Once, where it is not due again; nowhere, where nobody has a time."""
        slots = slots_of(frozenset({0}), (6,))
        once = Routine("x", date(2026, 11, 23), False, lambda _: None)
        self.assertEqual(daily_slots(once, slots), (0,))
        self.assertEqual(daily_slots(once, ()), ())

    def test_shared_out(self):
        """Two who have the same hours share the machines; who has hours alone has all of them."""
        both = Slot(MONDAY, MONDAY + timedelta(minutes=30), 1), Slot(MONDAY, MONDAY + timedelta(minutes=45), 2)
        alone = Slot(MONDAY + timedelta(days=1), MONDAY + timedelta(days=1, minutes=30), 1)
        shares = {machine: shared_out((0, 2), (*both, alone), machine) for machine in range(4)}
        self.assertEqual(shares, {0: (0, 2), 1: (1, 2), 2: (0, 2), 3: (1, 2)})

    def test_done_along(self):
        """The wash does the rinse where both are done; of two that do each other the one that does more stays."""
        slots = {"rinse": (0, 1, 2), "wash": (1,), "wipe": (2,)}
        left = without_settled(slots, {"wash": {"rinse", "wipe"}, "rinse": {"wash"}})
        self.assertEqual(left, {"rinse": (0, 2), "wash": (1,), "wipe": (2,)})


if __name__ == "__main__":
    unittest.main()
