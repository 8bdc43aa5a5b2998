"""Files of readings: taken in whole or not at all, and given out again."""

from __future__ import annotations

from unittest import mock

from lamplight.actions import exchange
from lamplight.actions.exchange import FileDoubts, FileProblems, ImportFacts, import_readings
from lamplight.sight.actor import Actor
from lamplight.sight.exports import readings_as_csv
from lamplight.store.books import book
from lamplight.store.models import CounterReading, Entry
from lamplight.store.sites import the_site
from tests.base import NOW, DataTest

HEAD = "machine,counter,time,value\n"
HAND = Actor(NOW)


class Importing(DataTest):
    """A machine with a counter of 2000 now."""

    def setUp(self):
        """Added today."""
        super().setUp()
        self.hall = self.machine("Hall", counter=2000)

    def take(self, text, confirmed=False, order="iso"):
        """Take a file in."""
        return import_readings(the_site(), ImportFacts(text.encode(), order, confirmed), HAND)

    def refused(self, text):
        """Why a file was refused, as (line, column, reason); nothing was saved."""
        before = CounterReading.select().count(), Entry.select().count()
        with self.assertRaises(FileProblems) as refusal:
            self.take(text)
        self.assertEqual((CounterReading.select().count(), Entry.select().count()), before)
        return [(problem.line, problem.column, problem.reason) for problem in refusal.exception.problems]

    def test_twice_adds_nothing_the_second_time(self):
        """Identity is machine, counter and time."""
        text = HEAD + "Hall,drinks,2026-11-02,1000\nhall,drinks,2026-11-09,1400\n"
        first, second = self.take(text), self.take(text)
        self.assertEqual((first.added, first.known), (2, 0))
        self.assertEqual((second.added, second.known), (0, 2))
        self.assertEqual([r.value for r in book(self.hall).drinks.readings], [1000, 1400, 2000])

    def test_somebody_writes_meanwhile(self):
        """What was looked at is looked at again when the book has changed: the same moment is not taken in twice."""
        text = HEAD + "Hall,drinks,2026-11-02,1000\n"
        looked = exchange._checked

        def while_another_writes(*given):
            answer = looked(*given)
            with mock.patch.object(exchange, "_checked", looked):
                self.take(text)
            return answer

        with mock.patch.object(exchange, "_checked", side_effect=while_another_writes, autospec=True):
            result = self.take(text)
        self.assertEqual((result.added, result.known), (0, 1))
        self.assertEqual([r.value for r in book(self.hall).drinks.readings], [1000, 2000])

    def test_one_bad_line_refuses_all(self):
        """Every problem is listed with its line."""
        found = self.refused(HEAD + "Hall,drinks,2026-11-02,1000\nHall,drinks,soon,x\nHell,drinks,2026-11-03,5\n")
        self.assertEqual([row[:2] for row in found], [(3, "time"), (3, "value")])

    def test_unknown_machine_and_counter(self):
        """Named, with an example of one that is known."""
        found = self.refused(HEAD + "Hell,drinks,2026-11-02,1000\nHall,teas,2026-11-03,5\n")
        self.assertEqual([row[:2] for row in found], [(2, "machine"), (3, "counter")])

    def test_another_value_for_the_same_moment(self):
        """In the book, or inside the file itself."""
        self.take(HEAD + "Hall,drinks,2026-11-02,1000\n")
        self.assertIn("already written down", self.refused(HEAD + "Hall,drinks,2026-11-02,1001\n")[0][2])
        twice = HEAD + "Hall,drinks,2026-11-04,1200\nHall,drinks,2026-11-04,1201\n"
        self.assertEqual(self.refused(twice)[0][:2], (3, "value"))

    def test_backwards_and_future(self):
        """A row that runs back is a problem of its line."""
        found = self.refused(HEAD + "Hall,drinks,2026-11-02,1500\nHall,drinks,2026-11-03,1400\n")
        self.assertIn("run back from 1500 to 1400", found[0][2])
        self.assertIn("has not come yet", self.refused(HEAD + "Hall,drinks,2026-12-03,2400\n")[0][2])

    def test_doubts_are_confirmed_once_for_the_file(self):
        """An unlikely jump is asked about; with yes it goes in."""
        lines = [f"Hall,drinks,2026-10-{day:02},{1000 + 5 * day}" for day in range(1, 25)]
        text = HEAD + "\n".join([*lines, "Hall,drinks,2026-10-26,1900"])
        with self.assertRaises(FileDoubts) as doubt:
            self.take(text)
        self.assertTrue(any("Line 26, Hall" in said for said in doubt.exception.sentences))
        self.assertEqual(self.take(text, confirmed=True).added, 25)

    def test_round_trip(self):
        """What is given out can be taken in by another book, to the second."""
        self.take(HEAD + "Hall,drinks,2026-10-23 06:30,1000\nHall,drinks,2026-10-26,1040\n")
        text = readings_as_csv(the_site())
        self.assertEqual(self.take(text, confirmed=True).added, 0)
        self.assertIn("2026-10-23 06:30:00+02:00", text)
        self.assertIn("2026-10-26 07:00:00+01:00", text)
