"""A panel of our own with patterns that overlap, and what it can show."""

from __future__ import annotations

from lamplight.core.lamps.match import PanelSignals
from lamplight.core.lamps.panel import Condition, Lamp, LampSignal, LampState, Message, Panel, Pattern, Sort

OFF, STEADY, FLASHING = LampState.OFF, LampState.STEADY, LampState.FLASHING


def pattern(title, message="", exact=False, asks_for="", **lamps):
    """A pattern; lamps as ``care="flashing amber"``."""
    conditions = tuple(Condition(key, *view_of(text)) for key, text in lamps.items())
    sort = Sort.CARE if asks_for else Sort.FAULT
    return Pattern(title, sort, conditions, message, exact, asks_for)


def view_of(text):
    """State and colour from words such as ``flashing amber``."""
    state, _, colour = text.partition(" ")
    return LampState(state), colour


def shows(message="", **lamps):
    """Signals of the panel."""
    return PanelSignals({key: LampSignal(*view_of(text)) for key, text in lamps.items()}, message)


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
