"""Reading panels: a kind of our own with overlapping patterns; stepping, sightings, what is asked for."""

from __future__ import annotations

import unittest

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.errors import InvalidInput
from lamplight.core.lamps.match import (
    PanelSignals,
    checked_signals,
    lamps_of,
    meanings,
    read_panel,
    step_lamp,
    unexplained,
)
from lamplight.core.lamps.panel import LampSignal, LampState, Panel
from tests.core.lamps.makers import OFF, PANEL, STEADY, pattern, shows


def best(signals):
    """The title of the most specific pattern, or None."""
    return next((match.pattern.title for match in read_panel(PANEL, signals)), None)


class Reading(unittest.TestCase):
    """The most specific pattern wins."""

    def test_worked_cases(self):
        """Subset, exact, colour, words; nothing where no rule knows it."""
        rows = [
            (shows(), None),
            (shows(a="flashing red"), "a flashes alone"),
            (shows(a="flashing red", c="steady white"), "a flashes"),
            (shows(a="flashing red", b="steady amber"), "a and b"),
            (shows(a="flashing red", b="steady red"), "a and red b"),
            (shows(a="flashing red", b="flashing amber"), "b asks"),  # it names its colour
            (shows(b="flashing amber"), "b asks"),
            (shows(b="flashing red"), "b asks for more"),
            (shows(b="steady red"), None),
            (shows("ERROR 7"), "words"),
            (shows("error 7!", b="steady red"), "words with a lamp"),
            (shows("wash me"), "Wash me"),
            (shows("something else"), None),
            (shows(a="steady red"), "a but not c"),
            (shows(a="steady red", c="steady white"), "c shines"),
            (shows("Hello", a="flashing red"), "Hello"),
        ]
        for signals, expected in rows:
            with self.subTest(signals=signals):
                self.assertEqual(best(signals), expected)

    def test_of_two_alike_the_earlier_one(self):
        """And both are told."""
        matches = read_panel(PANEL, shows(a="flashing red", c="steady white"))
        self.assertEqual([match.pattern.title for match in matches], ["a flashes", "c shines"])

    def test_everything_that_holds(self):
        """Independent conditions are all true, what stops drinks first; a combination only where the kind has one."""
        rows = [
            (shows(a="flashing red", b="flashing amber", c="steady white"), ["a flashes", "c shines", "b asks"]),
            (shows(a="flashing red", b="steady amber", c="steady white"), ["a and b", "c shines"]),
            (shows("Error 7", a="flashing red", b="steady red"), ["words with a lamp", "a and red b"]),
            (shows("hello, error 70", b="flashing red"), ["words", "b asks for more", "Hello"]),
            (shows("errors", b="steady red"), []),
        ]
        for signals, expected in rows:
            with self.subTest(signals=signals):
                self.assertEqual([meaning.title for meaning in meanings(PANEL, signals)], expected)

    def test_a_tie_is_a_tie(self):
        """Two rules with the same conditions: nobody knows which; both are told, and both jobs asked for."""
        twins = Panel(PANEL.lamps, (), (pattern("one", c="steady", asks_for="x"), pattern("two", c="steady")))
        (found,) = meanings(twins, shows(c="steady white"))
        self.assertEqual((found.title, found.tie, found.asks_for), ("one or two", True, {"x"}))

    def test_whole_words(self):
        """“E 1” is not in “E 12”, nor in “WE 1”, and “fill” not in “filling”."""
        panel = Panel((), (), (pattern("one", message="E 1"), pattern("fill", message="Fill water")))
        for said, known in (
            ("E 12", 0), ("WE 1", 0), ("e-1!", 1), ("Error E 1 again", 1), ("filling water", 0), ("fill water: E 1", 2),
        ):  # fmt: skip
            self.assertEqual(len(meanings(panel, shows(said))), known, said)

    @given(st.dictionaries(st.sampled_from("abc"), st.sampled_from(["steady", "flashing"])), st.text(max_size=12))
    def test_what_is_lit_is_told_or_unexplained(self, lamps, message):
        """Every lit lamp belongs to a meaning, or is left over; prompts count of what holds alone."""
        signals = PanelSignals({key: LampSignal(LampState(state), "red") for key, state in lamps.items()}, message)
        found = meanings(PANEL, signals)
        told = set().union(*(lamps_of(meaning) for meaning in found), unexplained(signals, found).lamps)
        self.assertEqual(told, set(lamps))
        fitting = {match.pattern.title for match in read_panel(PANEL, signals)}
        self.assertLessEqual({match.pattern.title for meaning in found for match in meaning.matches}, fitting)
        self.assertEqual(bool(found), bool(fitting))

    @given(st.dictionaries(st.sampled_from("abc"), st.sampled_from(["steady", "flashing"])), st.text(max_size=12))
    def test_never_fails(self, lamps, message):
        """Whatever is shown; more specific ones come first."""
        signals = PanelSignals({key: LampSignal(LampState(state), "red") for key, state in lamps.items()}, message)
        ranks = [match.specificity for match in read_panel(PANEL, signals)]
        self.assertEqual(ranks, sorted(ranks, reverse=True))

    def test_what_a_panel_can_show(self):
        """Unknown lamps, states and colours are refused; off ones are left out."""
        kept = checked_signals(
            PANEL, PanelSignals({"a": LampSignal(OFF), "b": LampSignal(STEADY, "amber")}, "  two   words ")
        )
        self.assertEqual((list(kept.lamps), kept.message), (["b"], "two words"))
        for signals, said in (
            (shows(x="steady red"), "no lamp “x”"),
            (shows(c="flashing white"), "C cannot be flashing"),
            (shows(a="steady blue"), "A cannot be steady blue"),
            (PanelSignals({}, "x" * 121), "120 characters"),
        ):
            with self.subTest(said=said), self.assertRaisesRegex(InvalidInput, said):
                checked_signals(PANEL, signals)

    def test_stepping(self):
        """Off, each colour steady, each flashing, off again; a lamp that cannot flash does not."""
        signals, seen = PanelSignals(), []
        for _ in range(5):
            signals = step_lamp(PANEL, signals, "b")
            one = signals.lamp("b")
            seen.append(f"{one.state.value} {one.colour}".strip())
        self.assertEqual(seen, ["steady amber", "steady red", "flashing amber", "flashing red", "off"])
        twice = step_lamp(PANEL, step_lamp(PANEL, PanelSignals(), "c"), "c")
        self.assertTrue(twice.dark)
        with self.assertRaisesRegex(InvalidInput, "This panel has no lamp “x”"):
            step_lamp(PANEL, signals, "x")


if __name__ == "__main__":
    unittest.main()
