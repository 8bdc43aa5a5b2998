"""What a run brings about at its end."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import timedelta

from lamplight.core.care.triggers import DaysSince
from lamplight.core.job.procedure import Need
from lamplight.core.run.finish import WrittenAtEnd, doses, outcome_words, run_minutes, settled_items
from lamplight.core.run.state import EventKind
from tests.core.care.makers import item, kind
from tests.core.run.test_state import PROCEDURE, START, advanced, after, event

KIND = kind(
    item(DaysSince(1), key="own", settles=("small",)), item(DaysSince(1), key="small"), item(DaysSince(1), key="tray")
)
WHOLE = advanced(5)
SETTLING = replace(PROCEDURE, settles=("tray", "small", "strange"))


def settled(key="own", procedure=SETTLING, confirmations=None):
    """Keys of what counts as done."""
    state = replace(after(*WHOLE, procedure=procedure), confirmations=confirmations or {})
    return [one.key for one in settled_items(state, key, KIND)]


class Settled(unittest.TestCase):
    """What counts as done."""

    def test_own_first(self):
        """Then what the procedure settles besides; what the own item settles itself goes with it."""
        self.assertEqual(settled(), ["own", "tray"])
        self.assertEqual(settled(procedure=PROCEDURE), ["own"])

    def test_a_free_procedure(self):
        """It was begun for no item."""
        self.assertEqual(settled("free"), ["small", "tray"])

    def test_an_answer_against_it(self):
        """The drawer was not emptied: nothing at all."""
        self.assertEqual(settled(confirmations={"drawer-emptied": False}), [])
        self.assertEqual(settled(confirmations={"drawer-emptied": True}), ["own", "tray"])


class Told(unittest.TestCase):
    """In words."""

    def test_open(self):
        """The step at which it stands, the last one at the most."""
        self.assertEqual(outcome_words(after(), WrittenAtEnd()), "open, step 1")
        self.assertEqual(outcome_words(after(*advanced(2)), WrittenAtEnd(12480)), "open, step 3")

    def test_finished(self):
        """After so long, at which counter, with what only cleaned and what was answered."""
        state = after(*WHOLE, event(EventKind.FINISH, 24, 5))
        self.assertEqual(outcome_words(state, WrittenAtEnd()), "finished after 24 min")
        written = WrittenAtEnd(12480, 2, {"machine-on": False})
        self.assertEqual(
            outcome_words(state, written),
            "finished after 24 min at counter 12\u202f480, 2 drinks only to clean; machine was off meanwhile",
        )
        noted = after(
            *WHOLE[:2], event(EventKind.NOTE, 2, 2, "Smells odd."), *WHOLE[2:], event(EventKind.FINISH, 24, 5)
        )
        self.assertEqual(outcome_words(noted, WrittenAtEnd()), "finished after 24 min")
        self.assertIn("1 drink only", outcome_words(state, WrittenAtEnd(cleaning=1)))

    def test_given_up(self):
        """With the reason."""
        state = after(*advanced(2), event(EventKind.ABANDON, 5, 2, "No tablets left."))
        self.assertEqual(outcome_words(state, WrittenAtEnd()), "abandoned after 5 min: No tablets left.")

    def test_minutes(self):
        """To the nearest; none while it is open."""
        self.assertEqual(run_minutes(after(*advanced(2))), 0)
        ended = replace(after(*WHOLE), ended_at=START + timedelta(seconds=95))
        self.assertEqual(run_minutes(ended), 2)


class Used(unittest.TestCase):
    """What is taken off stock."""

    def test_doses(self):
        """Of products only: a jug is not used up."""
        procedure = replace(PROCEDURE, needs=(Need("", "tablet", "brew-cleaner"), Need("1", "jug")))
        self.assertEqual(doses(after(procedure=procedure)), {"tab": 1})


if __name__ == "__main__":
    unittest.main()
