"""What was seen from a moment on, and what asks for a care item."""

from __future__ import annotations

import unittest
from datetime import UTC, datetime, timedelta

from lamplight.core.lamps.match import PanelSignals
from lamplight.core.lamps.panel import Condition, Lamp, LampSignal, LampState, Message, Panel, Pattern, Sort
from lamplight.core.lamps.sightings import Sighting, asked_for, panel_at

OFF, STEADY = LampState.OFF, LampState.STEADY
NOW = datetime(2026, 11, 24, 9, tzinfo=UTC)


def pattern(title, message="", exact=False, asks_for="", **lamps):
    """A pattern; lamps as ``care="flashing amber"``."""
    conditions = tuple(Condition(key, *_view(text)) for key, text in lamps.items())
    sort = Sort.CARE if asks_for else Sort.FAULT
    return Pattern(title, sort, conditions, message, exact, asks_for)


def _view(text):
    state, _, colour = text.partition(" ")
    return LampState(state), colour


def shows(message="", **lamps):
    """Signals of the panel."""
    return PanelSignals({key: LampSignal(*_view(text)) for key, text in lamps.items()}, message)


PANEL = Panel(
    (
        Lamp("a", "A", ("red",)),
        Lamp("b", "B", ("amber", "red")),
        Lamp("c", "C", ("white",), (OFF, STEADY)),
    ),
    (Message("Wash me", "wash"), Message("Hello")),
    (
        pattern("a flashes", a="flashing"),
        pattern("a flashes alone", a="flashing", exact=True),
        pattern("a and b", a="flashing", b="steady"),
        pattern("a and red b", a="flashing", b="steady red"),
        pattern("b asks", b="flashing amber", asks_for="tablet"),
        pattern("b asks for more", b="flashing red", asks_for="scale"),
        pattern("words with a lamp", message="Error 7", b="steady"),
        pattern("words", message="error"),
        pattern("a but not c", a="steady", c="off"),
        pattern("c shines", c="steady"),
    ),
)


def at(minutes, signals):
    """A sighting so many minutes from now."""
    return Sighting(NOW + timedelta(minutes=minutes), signals)


class Sightings(unittest.TestCase):
    """A panel over time."""

    def test_now(self):
        """The latest that is not dark and not ahead."""
        lit, dark = at(-30, shows(a="flashing red")), at(-10, shows())
        self.assertEqual(panel_at([lit], NOW).signals, lit.signals)
        self.assertIsNone(panel_at([dark, lit], NOW))
        self.assertEqual(panel_at([lit, dark], NOW - timedelta(minutes=20)).at, lit.at)
        self.assertIsNone(panel_at([at(5, shows(a="flashing red"))], NOW))

    def test_asked_for(self):
        """One stretch from the first sighting to the one that no longer asks; two items at once."""
        rows = [
            at(-90, shows(b="flashing amber")),
            at(-80, shows(b="flashing amber", c="steady white")),
            at(-60, shows()),
            at(-50, shows("Wash me", b="flashing red")),
        ]
        asked = [(one.item, one.at, one.gone_at) for one in asked_for(PANEL, reversed(rows))]
        expected = [
            ("tablet", rows[0].at, rows[2].at),
            ("scale", rows[3].at, None),
            ("wash", rows[3].at, None),
        ]
        self.assertEqual(asked, expected)


if __name__ == "__main__":
    unittest.main()
