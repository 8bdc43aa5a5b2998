"""Runs from Begin to the book: the count starts again, cleaning drinks come off, undo restores."""

from __future__ import annotations

from datetime import timedelta

from lamplight.actions.readings import DoubtfulReadings
from lamplight.actions.runs import Finish, answer_step, begin_run, finish_run
from lamplight.actions.undo import put_back, undo
from lamplight.core.care.status import Status
from lamplight.core.errors import InvalidInput, StaleStep
from lamplight.core.run.state import EventKind, Outcome
from lamplight.library.catalogue import procedure_for
from lamplight.sight.actor import Actor
from lamplight.store.books import book
from lamplight.store.logbook import entries
from lamplight.store.models import CareDone, Entry, RunEventRow
from lamplight.store.runs import open_runs, run_row, written_at_end
from lamplight.store.sites import machine
from tests.base import NOW, DataTest
from tests.pace import after_waiting, said_to


class Led(DataTest):
    """A tabletop whose tablet is due: 240 of 200 drinks."""

    def setUp(self):
        """Four weeks of readings."""
        super().setUp()
        self.hall = self.used_machine(done={"brew-tablet": 8, "group-rinse": 2})
        self.row = machine(self.site.id, self.hall)

    def walk(self, run_id, steps=None):
        """Answer so many steps (all by default), each when its time is over; answers the moment after."""
        now, row = NOW, run_row(run_id)
        while row.state.step is not None and steps != 0:
            now = after_waiting(row.state, now)
            row = answer_step(run_id, EventKind.ADVANCE, row.state.index, Actor(now), said_to(row.state))
            steps = None if steps is None else steps - 1
        return now

    def begin(self, item="brew-tablet", **rest):
        """A run on the tabletop."""
        return begin_run(self.site, self.row, item, Actor(NOW), **rest)

    def finished(self, value=None, cleaning=1, answer=""):
        """A whole run; answers its id."""
        run_id = self.begin("brew-tablet")
        now = self.walk(run_id)
        total = len(run_row(run_id).state.procedure.steps)
        finish_run(run_id, total, Finish(value, cleaning, answer), self.site, Actor(now))
        return run_id


class Finishing(Led):
    """What an end writes down."""

    def test_the_count_starts_again(self):
        """From overdue to clear; the reading is in the book, the blank shot is off it."""
        self.assertEqual(self.due(self.hall).status, Status.OVERDUE)
        expected = self.view(self.hall).status.expected_drinks
        run_id = self.finished(value=expected + 1)
        later = NOW + timedelta(hours=1)
        due = self.due(self.hall, now=later)
        self.assertEqual(due.status, Status.CLEAR)
        self.assertLess(due.first.used, 8)
        row = run_row(run_id)
        self.assertEqual(row.state.outcome, Outcome.FINISHED)
        extras = written_at_end([row.entry_id])[row.entry_id]
        self.assertEqual((extras.value, extras.cleaning), (expected + 1, 1))
        self.assertEqual(book(self.hall).drinks.last_reading.value, expected + 1)

    def test_without_a_reading(self):
        """The counter is taken from usage, and said to be estimated."""
        self.finished(value=None)
        due = self.due(self.hall, now=NOW + timedelta(hours=1))
        self.assertEqual(due.status, Status.CLEAR)
        self.assertTrue(due.first.estimated)

    def test_undo_restores_every_due_exactly(self):
        """And putting it back does, too."""
        later = NOW + timedelta(hours=1)
        before = self.view(self.hall, later).status.dues
        run_id = self.finished(value=self.view(self.hall).status.expected_drinks + 1)
        after = self.view(self.hall, later).status.dues
        self.assertNotEqual(before, after)
        entry_id = run_row(run_id).entry_id
        undo(entry_id, Actor(later))
        self.assertEqual(self.view(self.hall, later).status.dues, before)
        put_back(entry_id, Actor(NOW))
        self.assertEqual(self.view(self.hall, later).status.dues, after)

    def test_a_doubtful_counter_saves_nothing(self):
        """Neither the finish nor the note."""
        run_id = self.begin("brew-tablet")
        now = self.walk(run_id)
        total = len(run_row(run_id).state.procedure.steps)
        events = RunEventRow.select().count()
        with self.assertRaisesRegex(DoubtfulReadings, "is less than the"):
            finish_run(run_id, total, Finish(3, 1, note="odd"), self.site, Actor(now))
        self.assertEqual(RunEventRow.select().count(), events)
        self.assertTrue(run_row(run_id).state.running)
        with self.assertRaisesRegex(InvalidInput, "between 0 and 50"):
            finish_run(run_id, total, Finish(None, 51), self.site, Actor(now))

    def test_finish_twice(self):
        """A double click settles once."""
        run_id = self.finished()
        done = CareDone.select().count()
        with self.assertRaisesRegex(StaleStep, "This run has ended already"):
            finish_run(run_id, len(run_row(run_id).state.procedure.steps), Finish(None, 0), self.site, Actor(NOW))
        self.assertEqual(CareDone.select().count(), done)


class Interrupted(Led):
    """Stale screens, giving up, one run at a time."""

    def test_one_run_on_a_machine(self):
        """A second one is refused by name."""
        self.begin("brew-tablet")
        with self.assertRaisesRegex(InvalidInput, "Brew-group tablet is still open on Counter A"):
            self.begin("group-rinse")
        with self.assertRaisesRegex(InvalidInput, "no such care item"):
            begin_run(self.site, machine(self.site.id, self.used_machine(name="Other")), "polish", Actor(NOW))

    def test_stale_step(self):
        """Two devices answer the same step: the later one learns it."""
        run_id = self.begin("brew-tablet")
        answer_step(run_id, EventKind.ADVANCE, 0, Actor(NOW))
        with self.assertRaisesRegex(StaleStep, "This step was answered already, perhaps on"):
            answer_step(run_id, EventKind.ADVANCE, 0, Actor(NOW))
        self.assertEqual(run_row(run_id).state.index, 1)

    def test_given_up(self):
        """The count does not restart, the reason stands in the log."""
        before = self.due(self.hall).first.used
        run_id = self.begin("brew-tablet")
        self.walk(run_id, 2)
        answer_step(run_id, EventKind.ABANDON, 2, Actor(NOW), "  called   away ")
        self.assertEqual(run_row(run_id).state.notes[-1].text, "called away")
        self.assertEqual(self.due(self.hall).first.used, before)
        self.assertEqual(open_runs(), [])

    def test_undone_run_answers_no_more(self):
        """An open run can be taken back from the log."""
        run_id = self.begin("brew-tablet")
        undo(run_row(run_id).entry_id, Actor(NOW))
        with self.assertRaisesRegex(StaleStep, "undone"):
            answer_step(run_id, EventKind.ADVANCE, 0, Actor(NOW))
        self.begin("group-rinse")

    def test_the_snapshot_stays(self):
        """A stored run is replayed from its own procedure and products, to the last word."""
        for item in ("brew-tablet", "descale", "group-rinse"):
            run_id = self.begin(item)
            state = run_row(run_id).state
            self.assertEqual(state.procedure, procedure_for(self.row.kind, item))
            self.assertEqual(set(state.context.products), set(state.procedure.roles))
            answer_step(run_id, EventKind.ABANDON, 0, Actor(NOW), "only looking")


class Undoing(DataTest):
    """What cannot be undone, and what goes with it."""

    def test_site_and_twice(self):
        """The first entry stays; an entry is undone once."""
        first = entries()[-1]
        with self.assertRaisesRegex(InvalidInput, "cannot be undone"):
            undo(first.id, Actor(NOW))
        machine_id = self.machine()
        added = next(row for row in entries() if row.machine_id == machine_id)
        undo(added.id, Actor(NOW))
        self.assertIsNone(machine(self.site.id, machine_id))
        with self.assertRaisesRegex(InvalidInput, "undone already"):
            undo(added.id, Actor(NOW))
        with self.assertRaisesRegex(InvalidInput, "no such entry"):
            undo(9999, Actor(NOW))
        put_back(added.id, Actor(NOW))
        with self.assertRaisesRegex(InvalidInput, "was not undone"):
            put_back(added.id, Actor(NOW))
        self.assertTrue(Entry.get_by_id(added.id))
