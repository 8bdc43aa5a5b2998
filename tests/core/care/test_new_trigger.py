"""A kind of trigger that nobody thought of: one module and one line of the table make it known everywhere."""

from __future__ import annotations

import unittest
from collections.abc import Mapping
from dataclasses import dataclass, replace
from datetime import timedelta
from typing import Any, ClassVar
from unittest import mock

from pydantic import ValidationError

from lamplight.core.assess import assess
from lamplight.core.care.context import Evaluated, EventSeen
from lamplight.core.care.evaluate import JUDGES, evaluate_trigger
from lamplight.core.care.item import Day, TriggerDue
from lamplight.core.care.last_done import asks_last_done
from lamplight.core.care.own_items import LimitChange, OwnChoices, own_items
from lamplight.core.care.status import Status
from lamplight.core.care.trigger_base import Limited, Trigger, Written
from lamplight.core.care.triggers import AllOf, DaysSince, FoundDirty, LampForetold
from lamplight.core.errors import InvalidInput
from lamplight.drawing.ruler import marks_of
from lamplight.library.triggers import TriggerFile, trigger_file
from tests.core.care.makers import MONDAY, book, item, kind
from tests.core.makers import OFFICE


@dataclass(frozen=True)
class OpeningsSince(Limited):
    """Due after so many openings of the door."""

    limit: int
    descaling_basis: str = ""
    key: ClassVar[str] = "openings"
    unit: ClassVar[str] = "openings"
    written: ClassVar[Mapping[str, Written]] = {"openings": Written(1, 5000, "openings of the door since")}

    @classmethod
    def of_file(cls, word: str, limit: Any, while_away: bool, descaling_basis: str) -> OpeningsSince:
        """Whoever is away or not."""
        return cls(limit, descaling_basis)


def openings_due(trigger: OpeningsSince, about: Evaluated) -> TriggerDue:
    """Openings of the door since the last time, as many a day from now on."""
    since, now = about.since, about.context.now
    assert since is not None
    seen = sum(event.what == "opening" and event.at > since for event in about.context.events)
    days = max(1.0, (now - since) / timedelta(days=1))
    left = max(0, trigger.limit - seen)
    day = about.context.today + timedelta(days=round(left * days / seen)) if seen else about.context.today
    status = Status.DUE if seen >= trigger.limit else Status.CLEAR
    words = f"{seen} of {trigger.limit} openings"
    due = TriggerDue.on_day(trigger, Day(day, reached=left == 0), status, words)
    return replace(due, used=float(seen), limit=float(trigger.limit), unit="openings")


class Known(unittest.TestCase):
    """Every N openings of the door, registered for these tests."""

    def setUp(self):
        patched = mock.patch.dict(JUDGES, {OpeningsSince: openings_due})
        patched.start()
        self.addCleanup(patched.stop)
        self.hinge = item(OpeningsSince(40), key="hinge")

    def due_after(self, openings, hinge=None):
        """Where it stands after so many openings in four days."""
        done = MONDAY - timedelta(days=4)
        events = tuple(EventSeen("opening", done + timedelta(hours=n + 1)) for n in range(openings))
        known = replace(book(28, 40, {"hinge": done}), events=events)
        return assess(known, kind(hinge or self.hinge), OFFICE, MONDAY).dues[0]

    def test_judged(self):
        """It counts what happened since, on both sides of its limit."""
        self.assertIs(self.due_after(39).status, Status.CLEAR)
        self.assertIs(self.due_after(40).status, Status.DUE)
        self.assertEqual(self.due_after(20).likely, MONDAY.date() + timedelta(days=4))

    def test_said(self):
        """In its own unit, and not as days."""
        self.assertEqual(OpeningsSince(40).in_words(), "every 40 openings")
        self.assertEqual(AllOf((DaysSince(7), OpeningsSince(1))).in_words(), "every 7 days and every opening")
        with self.assertRaisesRegex(InvalidInput, "A limit in openings lies between 1 and 5000"):
            OpeningsSince(0)

    def test_written(self):
        """A file has a word for it, with its bounds."""
        known = trigger_file(JUDGES)
        self.assertEqual(known(openings=40).core(), OpeningsSince(40))
        self.assertEqual(known(all_of=[{"openings": 3}, {"days": 2}]).core(), AllOf((OpeningsSince(3), DaysSince(2))))
        with self.assertRaisesRegex(ValidationError, "less than or equal to 5000"):
            known(openings=5001)
        with self.assertRaisesRegex(ValidationError, "Extra inputs are not permitted"):
            TriggerFile(openings=40)

    def test_asked_and_set(self):
        """Nobody knows when: it is asked. A keeper sets its limit on a machine."""
        self.assertTrue(asks_last_done(self.hinge))
        self.assertIs(assess(book(28, 40), kind(self.hinge), OFFICE, MONDAY).dues[0].status, Status.UNKNOWN)
        own = own_items((self.hinge,), OwnChoices(limits=(LimitChange("hinge", "openings", 10),)))
        self.assertEqual(own[0].triggers, (OpeningsSince(10),))
        self.assertIs(self.due_after(12, own[0]).status, Status.DUE)

    def test_drawn(self):
        """On the ruler it stands with what is counted, and says how many are left."""
        (mark,) = marks_of([self.due_after(20)], MONDAY.date(), MONDAY.date() + timedelta(days=28))
        self.assertTrue(mark.by_count)
        self.assertTrue(mark.detail.startswith("in 20 openings, "), mark.detail)


class Forgotten(unittest.TestCase):
    """What a new kind has to say."""

    def test_by_its_class(self):
        """Without its traits or its words it is not taken."""
        with self.assertRaisesRegex(TypeError, "counts_on"):
            type("Mute", (Trigger,), {})
        with self.assertRaisesRegex(TypeError, "Mute has to say its in_words"):
            type("Mute", (Trigger,), {}, counts_on=False)
        with self.assertRaisesRegex(TypeError, "Mute has to say its unit, its of_file"):
            type("Mute", (Limited,), {})

    def test_by_the_table(self):
        """Every kind has its judge, but for what is put together, found or foretold; without one it is refused."""
        known, waiting = set(), [Trigger]
        while waiting:
            below = [one for one in waiting.pop().__subclasses__() if one.__module__.startswith("lamplight.")]
            known, waiting = known | set(below), waiting + below
        self.assertEqual(known - {Limited, AllOf, FoundDirty, LampForetold}, set(JUDGES) - {OpeningsSince})
        with self.assertRaisesRegex(InvalidInput, "Nothing judges the trigger OpeningsSince"):
            evaluate_trigger(OpeningsSince(40), Evaluated(item(OpeningsSince(40)), None, mock.Mock()))


if __name__ == "__main__":
    unittest.main()
