"""In which slot an item is done, over random slots and what may have happened. The rules are ours, no source."""

from __future__ import annotations

import unittest
from datetime import UTC, datetime, timedelta

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.agenda.placing import Standing, Turn, first_that_fits, settled_slot, turns_ahead
from lamplight.core.site.slots import Slot

MONDAY = datetime(2026, 11, 23, 6, tzinfo=UTC)


@st.composite
def some_slots(draw: st.DrawFn) -> tuple[Slot, ...]:
    """Slots of some days, in order, each of ten minutes to two hours, of two keepers or nobody."""
    days = draw(st.lists(st.integers(0, 20), min_size=1, max_size=8, unique=True))
    return tuple(
        Slot(start, start + timedelta(minutes=draw(st.integers(10, 120))), draw(st.sampled_from((None, 1, 2))))
        for start in (MONDAY + timedelta(days=day) for day in sorted(days))
    )


@st.composite
def some_standing(draw: st.DrawFn, slots: tuple[Slot, ...]) -> Standing:
    """An item that was planned for some of the slots, and perhaps for one that is over."""
    chosen = draw(st.lists(st.sampled_from(slots), max_size=3, unique=True))
    turns = [Turn(slot.start, slot.keeper or 0) for slot in chosen]
    if draw(st.booleans()):
        turns.append(Turn(MONDAY - timedelta(days=1)))
    return Standing(
        draw(st.booleans()),
        draw(st.booleans()),
        draw(st.none() | st.integers(-5, 30).map(lambda days: MONDAY + timedelta(days=days))),
        tuple(sorted(turns)),
        draw(st.none() | st.integers(-9, 9).map(lambda hours: MONDAY + timedelta(hours=12 * hours))),
        draw(st.integers(0, 150)),
        draw(st.none() | st.integers(-5, 30).map(lambda days: MONDAY + timedelta(days=days))),
    )


class Placing(unittest.TestCase):
    """What holds whatever happened."""

    @given(st.data())
    def test_laws(self, data):
        """In order, each slot once; what is due has one; put off, it comes no earlier; asked for, at once."""
        slots = data.draw(some_slots())
        standing = data.draw(some_standing(slots))
        ahead = turns_ahead(standing, slots, MONDAY)
        self.assertEqual(list(ahead), sorted(set(ahead)))
        left = standing.left
        if standing.due or standing.at_once:
            self.assertTrue(ahead, "what is due is done some time")
        put_off = standing.put_off is not None and standing.put_off > slots[0].start
        if put_off and ahead:
            self.assertTrue(slots[ahead[0]].start >= standing.put_off or ahead[0] == len(slots) - 1)
        if standing.at_once and not put_off:
            self.assertEqual(ahead[0], first_that_fits(standing.span_min, slots, MONDAY))
        if not standing.at_once and not put_off and left and left[0].start >= slots[0].start:
            self.assertEqual([slots[n].start for n in ahead], [turn.start for turn in left])
        if not (standing.due or standing.at_once or put_off):
            self.assertLessEqual(len(ahead), len(left))
        self.assertEqual(turns_ahead(standing, (), MONDAY), ())

    @given(st.data())
    def test_what_was_done_since(self, data):
        """No turn that is over is left, and of those ahead at most the next one goes: only where none was over."""
        standing = data.draw(some_standing(data.draw(some_slots())))
        if standing.done_at is None:
            self.assertEqual(standing.left, standing.planned)
            return
        ahead = [turn for turn in standing.planned if turn.start > standing.done_at]
        self.assertIn(list(standing.left), (ahead, ahead[1:]))
        if len(ahead) < len(standing.planned) or (standing.again and ahead and standing.again <= ahead[0].start):
            self.assertEqual(list(standing.left), ahead)

    @given(st.data())
    def test_the_first_that_fits(self, data):
        """Long enough where any is; nothing before it is."""
        slots = data.draw(some_slots())
        span = data.draw(st.integers(0, 150))
        number = first_that_fits(span, slots, MONDAY)
        longest = max(slot.minutes for slot in slots)
        self.assertGreaterEqual(slots[number].minutes, min(span, longest))
        self.assertTrue(all(slot.minutes < min(span, longest) for slot in slots[:number]))


class OneByOne(unittest.TestCase):
    """A Monday, a Tuesday and a Friday of 30, 60 and 60 minutes."""

    def setUp(self):
        """The slots."""
        starts = [(0, 30, None), (1, 60, 1), (4, 60, 2)]
        self.slots = tuple(
            Slot(MONDAY + timedelta(days=day), MONDAY + timedelta(days=day, minutes=minutes), keeper)
            for day, minutes, keeper in starts
        )
        self.tuesday, self.friday = (Turn(slot.start, slot.keeper or 0) for slot in self.slots[1:])

    def test_what_happens(self):
        """Each thing that may happen to an item that was planned for Tuesday and Friday."""
        both, over = (self.tuesday, self.friday), Turn(MONDAY - timedelta(days=2))
        for what, standing, expected in (
            ("as planned", Standing(planned=both), (1, 2)),
            ("due, and planned for later", Standing(due=True, planned=both), (1, 2)),
            ("done before its time", Standing(planned=both, done_at=MONDAY), (2,)),
            ("done early, and due again by then", Standing(planned=both, done_at=MONDAY, again=MONDAY), (1, 2)),
            ("done early, due again later", Standing(planned=both, done_at=MONDAY, again=self.friday.start), (2,)),
            ("its lamp came on", Standing(due=True, at_once=True, planned=both), (0, 2)),
            ("its lamp came on, and it takes long", Standing(at_once=True, planned=both, span_min=45), (1, 2)),
            ("put off", Standing(due=True, put_off=self.friday.start, planned=both), (2,)),
            ("its time went by", Standing(due=True, planned=(over, self.friday)), (0, 2)),
            ("its time went by, nothing is due", Standing(planned=(over, self.friday)), (2,)),
            ("done when its time was", Standing(planned=(over, self.friday), done_at=MONDAY), (2,)),
            ("due, and nobody planned it", Standing(due=True), (0,)),
            ("longer than any time", Standing(due=True, span_min=90), (1,)),
            ("nothing is known", Standing(), ()),
        ):
            with self.subTest(what):
                self.assertEqual(turns_ahead(standing, self.slots, MONDAY), expected)

    def test_what_no_plan_chooses(self):
        """Only what was put off, and what the machine asks for."""
        self.assertIsNone(settled_slot(Standing(due=True, planned=(self.tuesday,)), self.slots, MONDAY))
        self.assertEqual(settled_slot(Standing(at_once=True), self.slots, MONDAY), 0)
        self.assertEqual(settled_slot(Standing(put_off=self.friday.start), self.slots, MONDAY), 2)
        self.assertIsNone(settled_slot(Standing(at_once=True), (), MONDAY))

    def test_what_is_left(self):
        """Of a slot that goes on only what is left of it holds anything."""
        later = self.slots[1].start + timedelta(minutes=30)
        lamp = Standing(at_once=True, span_min=45)
        self.assertEqual(turns_ahead(lamp, self.slots[1:], self.slots[1].start), (0,))
        self.assertEqual(turns_ahead(lamp, self.slots[1:], later), (1,))

    def test_another_keeper(self):
        """A turn of somebody who no longer has that time is done by who has it."""
        self.assertEqual(turns_ahead(Standing(planned=(Turn(self.tuesday.start, 7),)), self.slots, MONDAY), (1,))


if __name__ == "__main__":
    unittest.main()
