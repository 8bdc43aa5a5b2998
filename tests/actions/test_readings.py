"""Taking, correcting, removing readings; everything follows, nothing is half saved."""

from __future__ import annotations

from datetime import timedelta

from lamplight.actions.readings import DoubtfulReadings, correct_reading, remove_reading, take_readings
from lamplight.actions.undo import consequences, put_back, undo
from lamplight.core.errors import InvalidInput
from lamplight.sight.actor import Actor
from lamplight.sight.readings import TypedReading
from lamplight.store.books import book, reading_rows
from lamplight.store.logbook import entries
from lamplight.store.models import CounterReading, Entry
from tests.base import NOW, DataTest

HAND = Actor(NOW)


class Taking(DataTest):
    """What is typed on the sheet."""

    def test_same_reading_again_adds_nothing(self):
        """Nor does it write in the log."""
        machine = self.machine(back=3)
        self.assertEqual(self.read(machine, 1050, back=1), 1)
        before = Entry.select().count()
        self.assertEqual(self.read(machine, 1050, back=1), 0)
        self.assertEqual(Entry.select().count(), before)

    def test_all_or_none(self):
        """One doubtful count keeps the others out, too."""
        good = self.used_machine(name="Good")
        bad = self.used_machine(name="Bad")
        last = book(good).drinks.last_reading.value
        typed = [TypedReading(good, last + 20, NOW), TypedReading(bad, 40, NOW)]
        before = CounterReading.select().count()
        with self.assertRaises(DoubtfulReadings) as refused:
            take_readings(typed, self.calendar_of, HAND)
        self.assertEqual(list(refused.exception.doubts), [(bad, "drinks")])
        self.assertEqual(CounterReading.select().count(), before)

    def test_restart_is_a_fact(self):
        """Drinks since the tablet go on over a restart; the last old count is taken where it was seen."""
        machine = self.used_machine(done={"brew-tablet": 7})
        used = self.due(machine).first.used
        last = book(machine).drinks.last_reading.value
        take_readings([TypedReading(machine, 4, NOW, "restarted", before=last + 10)], self.calendar_of, HAND)
        self.assertAlmostEqual(self.due(machine).first.used, used - 21.8 + 14, delta=4)
        self.assertEqual(book(machine).drinks.restarts[0].before, last + 10)
        self.assertEqual(self.view(machine).status.expected_drinks, 4)

    def test_swapped_board_counts_on(self):
        """The new board shows 70 000 or 200: neither is drinks."""
        machine = self.used_machine(done={"brew-tablet": 7})
        used = self.due(machine).first.used
        take_readings([TypedReading(machine, 200, NOW, "swapped")], self.calendar_of, HAND)
        self.assertAlmostEqual(self.due(machine).first.used, used, delta=5)

    def test_an_answer_to_another_question_settles_nothing(self):
        """“As typed” does not explain a counter that falls."""
        machine = self.used_machine()
        with self.assertRaisesRegex(DoubtfulReadings, "is less than the"):
            take_readings([TypedReading(machine, 5, NOW, "as-typed")], self.calendar_of, HAND)


class Correcting(DataTest):
    """A mistyped reading is mended, and everything follows."""

    def setUp(self):
        """A counter typed as 2120 instead of 1220."""
        super().setUp()
        self.used = self.machine(counter=1000, back=5)
        self.read(self.used, 1100, back=3)
        self.read(self.used, 2120, back=1, answer="as-typed")
        self.wrong = reading_rows(self.used)[0]

    def values(self):
        """The counts in the book."""
        return [reading.value for reading in book(self.used).drinks.readings]

    def correct(self, value=1180, at=None):
        """Put another value in its place."""
        row = reading_rows(self.used)[0]
        correct_reading(self.used, row.id, value, at or row.at, "as-typed", self.calendar, HAND)

    def test_correct_and_undo(self):
        """The old value counts again when the correction is undone."""
        self.correct()
        self.assertEqual(self.values(), [1000, 1100, 1180])
        newest = entries(limit=1000)[0] if entries(limit=1000)[0].kind == "correction" else None
        correction = newest or next(row for row in entries(limit=1000) if row.kind == "correction")
        self.assertIn("The reading it replaced counts again.", consequences(correction))
        undo(correction.id, HAND)
        self.assertEqual(self.values(), [1000, 1100, 2120])
        put_back(correction.id, Actor(NOW))
        self.assertEqual(self.values(), [1000, 1100, 1180])

    def test_a_corrected_correction_is_undone_from_its_end(self):
        """Else two versions of one reading would count."""
        self.correct(1180)
        first = next(row for row in entries() if row.kind == "correction")
        self.correct(1190, self.wrong.at + timedelta(hours=1))
        with self.assertRaisesRegex(InvalidInput, "Undo the later change first"):
            undo(first.id, HAND)
        second = next(row for row in entries() if row.kind == "correction" and row.id != first.id)
        undo(second.id, HAND)
        undo(first.id, HAND)
        self.assertEqual(self.values(), [1000, 1100, 2120])

    def test_an_undone_correction_stays_undone_after_another(self):
        """Put back, it would count beside the one that took its place."""
        self.correct(1180)
        first = next(row for row in entries() if row.kind == "correction")
        undo(first.id, HAND)
        self.correct(1190)
        with self.assertRaisesRegex(InvalidInput, "Undo the later change first"):
            put_back(first.id, Actor(NOW))
        self.assertEqual(self.values(), [1000, 1100, 1190])
        second = next(row for row in entries() if row.kind == "correction" and row.id != first.id)
        undo(second.id, HAND)
        put_back(first.id, Actor(NOW))
        self.assertEqual(self.values(), [1000, 1100, 1180])

    def test_a_removal_that_was_taken_back(self):
        """Corrected since: removed as well, the reading would be out by two lines at once."""
        remove_reading(self.used, self.wrong.id, HAND)
        removal = next(row for row in entries() if row.kind == "removal")
        undo(removal.id, HAND)
        self.correct(1190)
        with self.assertRaisesRegex(InvalidInput, "Undo the later change first"):
            put_back(removal.id, Actor(NOW))
        self.assertEqual(self.values(), [1000, 1100, 1190])

    def test_remove_and_put_back(self):
        """It leaves the book, not the log."""
        remove_reading(self.used, self.wrong.id, HAND)
        self.assertEqual(self.values(), [1000, 1100])
        undo(next(row for row in entries() if row.kind == "removal").id, HAND)
        self.assertEqual(self.values(), [1000, 1100, 2120])
        with self.assertRaisesRegex(InvalidInput, "no longer in the book"):
            remove_reading(self.used, 99_999, HAND)

    def test_undo_refuses_disorder(self):
        """Undoing a restart while the new row goes on would let the counter run backwards."""
        machine = self.used_machine(name="B")
        take_readings([TypedReading(machine, 5, NOW - timedelta(hours=2), "restarted")], self.calendar_of, HAND)
        take_readings([TypedReading(machine, 9, NOW, "as-typed")], self.calendar_of, HAND)
        restart = next(row for row in entries(machine) if "restarted" in row.summary)
        with self.assertRaisesRegex(InvalidInput, "Undo or correct the readings after it first"):
            undo(restart.id, HAND)
        self.assertIsNone(next(row for row in entries(machine) if row.id == restart.id).undone_at)
