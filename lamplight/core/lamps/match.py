"""Reading a panel: which pattern the signals of all lamps and the display's words match, and how well.

There is no universal grammar: what steady and flashing mean belongs to the kind. The most specific
pattern wins; of two alike the earlier one in the kind.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from lamplight.core.errors import InvalidInput
from lamplight.core.lamps.panel import LampSignal, LampState, Panel, Pattern

DARK = LampSignal()
LONGEST_MESSAGE = 120


@dataclass(frozen=True)
class PanelSignals:
    """What a panel shows: lamps by key, those that are not named are off, and the display's words."""

    lamps: Mapping[str, LampSignal] = field(default_factory=dict)
    message: str = ""

    @property
    def dark(self) -> bool:
        """Whether nothing shines and nothing is said."""
        return not self.message.strip() and not any(signals.lit for signals in self.lamps.values())

    def lamp(self, key: str) -> LampSignal:
        """The signal of one lamp."""
        return self.lamps.get(key, DARK)


@dataclass(frozen=True)
class Match:
    """A pattern that fits, and how specific it is; higher is more specific."""

    pattern: Pattern
    specificity: tuple[int, int, int]


def checked_signals(panel: Panel, signals: PanelSignals) -> PanelSignals:
    """Signals that this panel can give; lamps that are off are left out.

    Raises:
        InvalidInput: for a lamp that it has not, a state or colour that the lamp does not know, or
            too long a message.
    """
    kept = {}
    for key, given in signals.lamps.items():
        lamp = panel.lamp(key)
        if lamp is None:
            raise InvalidInput(f"This panel has no lamp “{key}”.")
        if given.lit and (given.state not in lamp.states or given.colour not in lamp.colours):
            raise InvalidInput(f"The lamp {lamp.label} cannot be {given.state.value} {given.colour}.")
        if given.lit:
            kept[key] = given
    message = " ".join(signals.message.split())
    if len(message) > LONGEST_MESSAGE:
        raise InvalidInput(f"A message has {LONGEST_MESSAGE} characters at most.")
    return PanelSignals(kept, message)


def read_panel(panel: Panel, signals: PanelSignals) -> tuple[Match, ...]:
    """Every pattern that fits, the most specific first; nothing where the panel is dark or no rule knows it.

    A pattern fits when all its lamp conditions hold and its words stand on the display. One that
    says nothing of other lamps fits a subset of what shines; an exact one wants every other lamp off,
    and no words on the display beside its own.
    More conditions are more specific; then exact ones; then those that name words or colours.
    """
    if signals.dark:
        return ()
    matches = [
        Match(pattern, _specificity(pattern, signals))
        for pattern in panel.all_patterns
        if _matches(pattern, panel, signals)
    ]
    return tuple(sorted(matches, key=lambda match: match.specificity, reverse=True))


def _matches(pattern: Pattern, panel: Panel, signals: PanelSignals) -> bool:
    lit = [condition for condition in pattern.lamps if condition.state is not LampState.OFF]
    if not lit and not pattern.message:
        return False  # what only wants lamps to be off says nothing
    if not all(condition.holds(signals.lamp(condition.lamp)) for condition in pattern.lamps):
        return False
    if pattern.message and not _says(pattern.message, signals.message):
        return False
    if not pattern.exact:
        return True
    named = {condition.lamp for condition in pattern.lamps}
    more_is_said = not pattern.message and bool(signals.message.strip())
    return not more_is_said and not any(signals.lamp(lamp.key).lit for lamp in panel.lamps if lamp.key not in named)


def _says(wanted: str, shown: str) -> bool:
    return bool(shown.strip()) and _plain(wanted) in _plain(shown)


def _plain(text: str) -> str:
    return " ".join("".join(c if c.isalnum() else " " for c in text.lower()).split())


def _specificity(pattern: Pattern, signals: PanelSignals) -> tuple[int, int, int]:
    conditions = len(pattern.lamps) + (1 if pattern.message else 0)
    coloured = sum(1 for condition in pattern.lamps if condition.colour)
    whole = 1 if pattern.message and _plain(pattern.message) == _plain(signals.message) else 0
    return conditions, int(pattern.exact), coloured + whole


def step_lamp(panel: Panel, signals: PanelSignals, key: str) -> PanelSignals:
    """The signals after one lamp was stepped to what it can do next: off, each colour steady, each flashing, off again.

    Raises:
        InvalidInput: for a lamp that the panel has not.
    """
    lamp = panel.lamp(key)
    if lamp is None:
        raise InvalidInput(f"This panel has no lamp “{key}”.")
    states = [DARK] + [
        LampSignal(state, colour)
        for state in (LampState.STEADY, LampState.FLASHING)
        if state in lamp.states
        for colour in lamp.colours
    ]
    now = signals.lamp(key)
    place = states.index(now) if now in states else 0
    following = states[(place + 1) % len(states)]
    lamps = {name: signal for name, signal in signals.lamps.items() if name != key}
    return PanelSignals({**lamps, key: following} if following.lit else lamps, signals.message)
