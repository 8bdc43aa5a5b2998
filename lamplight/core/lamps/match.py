"""Reading a panel: which pattern the signals of all lamps and the display's words match, and how well.

There is no universal grammar: what steady and flashing mean belongs to the kind. Several things may be true at once;
a combination takes the place of its parts only where the kind has a pattern for it.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
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
    if pattern.message and not _places(pattern.message, signals.message):
        return False
    if not pattern.exact:
        return True
    named = {condition.lamp for condition in pattern.lamps}
    more_is_said = not pattern.message and bool(signals.message.strip())
    return not more_is_said and not any(signals.lamp(lamp.key).lit for lamp in panel.lamps if lamp.key not in named)


def _places(wanted: str, shown: str) -> range:
    """Which words of what is shown are the wanted ones, as whole words in their order; none where it is not said."""
    words, said = _words(wanted), _words(shown)
    for start in range(len(said) - len(words) + 1 if words else 0):
        if said[start : start + len(words)] == words:
            return range(start, start + len(words))
    return range(0)


def _words(text: str) -> list[str]:
    return "".join(c if c.isalnum() else " " for c in text.lower()).split()


# A word or a colour that is named counts a little, and the whole of what is said more than any part.
WHOLE = 100


def _specificity(pattern: Pattern, signals: PanelSignals) -> tuple[int, int, int]:
    conditions = len(pattern.lamps) + (1 if pattern.message else 0)
    coloured = sum(1 for condition in pattern.lamps if condition.colour)
    words = _words(pattern.message)
    whole = WHOLE if words and words == _words(signals.message) else len(words)
    return conditions, int(pattern.exact), coloured + whole


@dataclass(frozen=True)
class Meaning:
    """Something that holds of what a panel shows.

    Attributes:
        matches: the pattern that says so; several where the kind's rules do not tell which of them it is.
    """

    matches: tuple[Match, ...]

    @property
    def pattern(self) -> Pattern:
        """The pattern, the earlier one in the kind of several alike."""
        return self.matches[0].pattern

    @property
    def tie(self) -> bool:
        """Whether several fit equally well."""
        return len(self.matches) > 1

    @property
    def title(self) -> str:
        """What it means, in a few words; all of them where several fit equally well."""
        return " or ".join(match.pattern.title for match in self.matches)

    @property
    def asks_for(self) -> frozenset[str]:
        """Keys of the items that it asks for."""
        return frozenset(match.pattern.asks_for for match in self.matches) - {""}


def meanings(panel: Panel, signals: PanelSignals) -> tuple[Meaning, ...]:
    """Everything that a panel says: independent conditions are all true, what stops drinks first.

    A pattern that names more takes the place of those that name a part of it, for then the kind says that the
    combination has a meaning of its own. Of several with the same conditions the most specific one holds.
    """
    fitting = [(match, _named(match.pattern, signals)) for match in read_panel(panel, signals)]
    holding = [
        (match, named)
        for match, named in fitting
        if not any(
            named < other or (named == other and match.specificity < better.specificity) for better, other in fitting
        )
    ]
    together: dict[frozenset[object], list[Match]] = {}
    for match, named in holding:
        together.setdefault(named, []).append(match)
    found = [Meaning(tuple(matches)) for matches in together.values()]
    return tuple(sorted(found, key=lambda meaning: min(match.pattern.order for match in meaning.matches)))


def _named(pattern: Pattern, signals: PanelSignals) -> frozenset[object]:
    """The lamps that a pattern speaks of, and the places of the words."""
    lamps = (condition.lamp for condition in pattern.lamps)
    return frozenset((*lamps, *_places(pattern.message, signals.message)))


def lamps_of(meaning: Meaning) -> frozenset[str]:
    """Keys of the lamps by which something is meant."""
    conditions = (condition for match in meaning.matches for condition in match.pattern.lamps)
    return frozenset(condition.lamp for condition in conditions if condition.state is not LampState.OFF)


def unexplained(signals: PanelSignals, known: Iterable[Meaning]) -> PanelSignals:
    """What a panel shows beside what is known of it: lit lamps, and words of which no pattern speaks."""
    found = tuple(known)
    explained = {lamp for meaning in found for lamp in lamps_of(meaning)}
    spoken = any(match.pattern.message for meaning in found for match in meaning.matches)
    lamps = {key: signal for key, signal in signals.lamps.items() if signal.lit and key not in explained}
    return PanelSignals(lamps, "" if spoken else signals.message)


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
