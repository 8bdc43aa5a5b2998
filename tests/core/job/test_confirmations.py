"""What the questions of confirmation mean for the book; common practice, no source."""

from __future__ import annotations

import unittest
from datetime import UTC, date, datetime, timedelta

from lamplight.core.anatomy.circuits import Circuit
from lamplight.core.diagnosis.faults import FaultWeeks
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
from lamplight.core.job.inspections import INSPECTIONS, due_inspections

NOW = datetime(2026, 11, 24, 12, tzinfo=UTC)


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


class Inspecting(unittest.TestCase):
    """Now and then something is looked at."""

    def test_on_the_day(self):
        """Never looked at, or exactly so many days ago: due. A second earlier: not yet."""
        days = timedelta(days=INSPECTIONS["hose"].days)
        self.assertEqual(due_inspections(["hose"], {}, NOW), ("hose",))
        self.assertEqual(due_inspections(["hose"], {"hose": NOW - days}, NOW), ("hose",))
        self.assertEqual(due_inspections(["hose"], {"hose": NOW - days + timedelta(seconds=1)}, NOW), ())

    def test_only_what_is_wanted_and_known(self):
        """In the order wanted; a word that names none is passed over."""
        self.assertEqual(due_inspections(["screen", "whisker", "hose"], {}, NOW), ("screen", "hose"))


class Rising(unittest.TestCase):
    """A machine whose faults grow more."""

    def test_boundaries(self):
        """At least three lately, and more than twice as many as before."""
        weeks = tuple(date(2026, 9, 7) + timedelta(weeks=n) for n in range(4))
        for counts, rising in (
            ((0, 0, 1, 2), True), ((0, 0, 1, 1), False), ((1, 0, 1, 2), True), ((2, 0, 2, 2), False),
            ((2, 0, 2, 3), True), ((0, 3, 0, 0), False), ((0, 0, 0, 0), False),
        ):  # fmt: skip
            with self.subTest(counts=counts):
                self.assertEqual(FaultWeeks(weeks, {Circuit.WATER: counts}).rising, rising)
