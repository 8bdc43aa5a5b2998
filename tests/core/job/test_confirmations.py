"""What the questions of confirmation mean for the book; common practice, no source."""

from __future__ import annotations

import unittest
from datetime import UTC, datetime, timedelta

from lamplight.core.care.inspections import due_inspections
from lamplight.core.job.confirmations import (
    DRAWER_EMPTIED,
    GROUP_DRY,
    LAMP_OUT,
    LEVERS_BACK,
    MACHINE_ON,
    PULL_TEST,
    REFILL_CONFIRMED,
    confirmations_in_words,
    consequences,
    settles,
)


class Answers(unittest.TestCase):
    """Which no keeps a job from counting as done."""

    def test_what_decides(self):
        """A drawer that is still full, a group that did not hold, a lever left: not done. The others are facts."""
        for confirmation, decides in (
            (DRAWER_EMPTIED, True), (PULL_TEST, True), (LEVERS_BACK, True),
            (MACHINE_ON, False), (REFILL_CONFIRMED, False), (GROUP_DRY, False), (LAMP_OUT, False),
        ):  # fmt: skip
            with self.subTest(confirmation=confirmation):
                self.assertTrue(settles({confirmation: True}))
                self.assertEqual(settles({confirmation: False}), not decides)
                self.assertEqual(settles({confirmation: False, MACHINE_ON: True}), not decides)

    def test_nothing_asked(self):
        """Without questions, and with one that nobody knows, a job counts."""
        self.assertTrue(settles({}))
        self.assertTrue(settles({"moon-is-full": False}))

    def test_words(self):
        """As the log says them; a no says what follows."""
        told = {DRAWER_EMPTIED: True, MACHINE_ON: False}
        self.assertEqual(confirmations_in_words(told), ["drawer really emptied", "machine was off meanwhile"])
        self.assertEqual(len(consequences(told)), 1)
        self.assertIn("too early", consequences(told)[0])


NOW = datetime(2026, 11, 24, 9, tzinfo=UTC)


class Said(unittest.TestCase):
    """What an answer means."""

    def test_what_settles(self):
        """A drawer that was not emptied, a group that does not hold: not done. The rest are facts."""
        self.assertFalse(settles({"drawer-emptied": False}))
        self.assertFalse(settles({"pull-test": False, "group-dry": True}))
        self.assertTrue(settles({"machine-on": False, "refill-confirmed": False, "lamp-out": False}))
        self.assertEqual(
            confirmations_in_words({"machine-on": False, "group-dry": True}), ["machine was off meanwhile", "group dry"]
        )
        self.assertIn("too early", consequences({"machine-on": False, "group-dry": True})[0])

    def test_inspections(self):
        """Never looked at, long ago, lately."""
        last = {"hose": NOW - timedelta(days=7), "orifice": NOW - timedelta(days=6)}
        self.assertEqual(due_inspections(["hose", "orifice", "screen", "nonsense"], last, NOW), ("hose", "screen"))


if __name__ == "__main__":
    unittest.main()
