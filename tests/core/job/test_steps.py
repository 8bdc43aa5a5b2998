"""Questions in a step, and to which kinds and runs a step belongs."""

from __future__ import annotations

import unittest

from lamplight.core.errors import InvalidInput
from lamplight.core.job.steps import Ask, AskFor, Only, applies

NUMBER = Ask("temp", AskFor.NUMBER, unit="°C", low=0, high=100, good_low=60, good_high=70)
COUNTER = Ask("count", AskFor.COUNTER)
WAY = Ask("way", AskFor.CHOICE, ("wet", "dry"))


class Answers(unittest.TestCase):
    """As they are typed, as they are kept."""

    def test_kept(self):
        """Commas, thin spaces and ends are understood; both bounds are right."""
        for ask, typed, kept in (
            (NUMBER, " 65,5 ", "65.5"), (NUMBER, "0", "0"), (NUMBER, "100", "100"), (WAY, " wet ", "wet"),
            (COUNTER, "12\u202f480", "12480"), (COUNTER, "1 234 567", "1234567"),
        ):  # fmt: skip
            with self.subTest(typed=typed):
                self.assertEqual(ask.checked(typed), kept)

    def test_refused(self):
        """With what is wanted instead."""
        for ask, typed, sentence in (
            (NUMBER, "100.1", "between 0 and 100 °C"), (NUMBER, "-1", "between 0 and 100 °C"), (NUMBER, "", "A number"),
            (NUMBER, "warm", "A number"), (WAY, "damp", "Choose one: wet, dry"), (COUNTER, "5.5", "whole number"),
        ):  # fmt: skip
            with self.subTest(typed=typed), self.assertRaisesRegex(InvalidInput, sentence):
                ask.checked(typed)

    def test_off(self):
        """Outside what is well, at either end; a choice and a number without bounds never are."""
        self.assertEqual([NUMBER.off(text) for text in ("59.9", "60", "70", "70.1")], [True, False, False, True])
        self.assertFalse(WAY.off("dry"))
        self.assertFalse(COUNTER.off("5"))


class Belongs(unittest.TestCase):
    """To a kind, to a run."""

    def test_traits(self):
        """All of those that are wanted; one of several; none of those that must be absent."""
        for when, traits, wanted in (
            ((), (), True), (("hose",), ("hose",), True), (("hose",), (), False), (("hose", "drain"), ("hose",), False),
            (("not hose",), (), True), (("not hose",), ("hose",), False), (("hose or jug",), ("jug",), True),
            (("hose or jug",), ("wand",), False), (("hose or not drain",), ("drain",), False),
        ):  # fmt: skip
            with self.subTest(when=when, traits=traits):
                self.assertEqual(applies(when, traits), wanted)

    def test_answers(self):
        """Only after one of those answers; not before any."""
        only = Only("way", ("wet", "damp"))
        self.assertEqual([only.holds({"way": way}) for way in ("wet", "damp", "dry")], [True, True, False])
        self.assertFalse(only.holds({}))


if __name__ == "__main__":
    unittest.main()
