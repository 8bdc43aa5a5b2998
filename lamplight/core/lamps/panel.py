"""How a machine speaks: lamps with their colours and states, messages, and what combinations of them mean."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

# Pictograms that a lamp may bear; they are drawn by `lamplight.drawing.glyphs`.
SIGNS = (
    "tank", "beans", "drawer", "tray", "care", "scale", "milk", "heat", "attention", "ready", "cup", "cups", "filter",
    "door", "group", "steam", "left", "right",
)  # fmt: skip


class LampState(StrEnum):
    """What a lamp can do."""

    OFF = "off"
    STEADY = "steady"
    FLASHING = "flashing"


class PromptForce(StrEnum):
    """How much a prompt presses."""

    INFORMATION = "information"
    DEFERRABLE = "can be put off"
    URGENT = "urgent"
    BLOCKING = "no drinks until done"


class Sort(StrEnum):
    """What kind of meaning a pattern has."""

    MISSING = "part missing"
    REFILL = "refill"
    EMPTY = "empty"
    CARE = "care asked for"
    FAULT = "fault"
    INFORMATION = "information"

    @property
    def trouble(self) -> bool:
        """Whether something is wrong with the machine, so that it is counted as trouble."""
        return self in (Sort.FAULT, Sort.MISSING)

    @property
    def interrupts(self) -> bool:
        """Whether somebody has to see to it before drinks are drawn as usual: no mere care or information."""
        return self not in (Sort.CARE, Sort.INFORMATION)


@dataclass(frozen=True)
class Lamp:
    """One lamp of a panel.

    Attributes:
        key: short name, unique on the panel.
        label: the words or the sign beside it, in words.
        colours: in which it can shine, one at least.
        states: which of off, steady and flashing it knows.
        sign: its pictogram: key of one that `lamplight.drawing.glyphs` draws, or empty.
        place: column and row on the panel, from 0; in the order of the file from left to right by default.
    """

    key: str
    label: str
    colours: tuple[str, ...] = ("white",)
    states: tuple[LampState, ...] = tuple(LampState)
    sign: str = ""
    place: tuple[float, float] | None = None


@dataclass(frozen=True)
class Message:
    """Something that a display says.

    Attributes:
        says: its words.
        asks_for: key of the item that it asks for, or empty.
        force: how much it presses.
    """

    says: str
    asks_for: str = ""
    force: PromptForce = PromptForce.INFORMATION


@dataclass(frozen=True)
class LampSignal:
    """What one lamp shows: its state, and its colour where it shines."""

    state: LampState = LampState.OFF
    colour: str = ""

    @property
    def lit(self) -> bool:
        """Whether it shines at all."""
        return self.state is not LampState.OFF


@dataclass(frozen=True)
class Condition:
    """What a pattern wants of one lamp; an empty colour takes any."""

    lamp: str
    state: LampState
    colour: str = ""

    def holds(self, signal: LampSignal) -> bool:
        """Whether the lamp shows that."""
        if signal.state is not self.state:
            return False
        return not self.colour or not signal.lit or self.colour == signal.colour


@dataclass(frozen=True)
class Pattern:
    """A combination that means something.

    Attributes:
        title: what it means, in a few words.
        sort: what kind of meaning that is.
        lamps: conditions that must all hold.
        message: words that the display must show, or empty.
        exact: whether every lamp that is not named must be off.
        asks_for: key of the item that it asks for, or empty.
        force: how much it presses.
        causes: keys of causes that it may have; their order is decided by the machine's facts.
        part: the part that it is about, or empty.
    """

    title: str
    sort: Sort
    lamps: tuple[Condition, ...] = ()
    message: str = ""
    exact: bool = False
    asks_for: str = ""
    force: PromptForce = PromptForce.INFORMATION
    causes: tuple[str, ...] = ()
    part: str = ""

    @property
    def stops_drinks(self) -> bool:
        """Whether no drink is drawn until somebody has seen to it."""
        return self.force is PromptForce.BLOCKING or self.sort is Sort.FAULT

    @property
    def halts(self) -> bool:
        """Whether no drink is drawn as it stands: something stops them, or a part is missing."""
        return self.stops_drinks or self.sort.trouble

    @property
    def order(self) -> int:
        """Of several that hold at once, which is seen to first: 0 what stops drinks, 5 mere information."""
        if self.stops_drinks:
            return 0
        if self.sort is Sort.MISSING:
            return 1
        if self.sort.interrupts:
            return 2
        if self.force is PromptForce.URGENT:
            return 3
        return 5 if self.sort is Sort.INFORMATION else 4


@dataclass(frozen=True)
class Panel:
    """Lamps, messages and patterns of a kind."""

    lamps: tuple[Lamp, ...] = ()
    messages: tuple[Message, ...] = ()
    patterns: tuple[Pattern, ...] = ()

    def lamp(self, key: str) -> Lamp | None:
        """The lamp of that key, or None."""
        return next((lamp for lamp in self.lamps if lamp.key == key), None)

    @property
    def speaks(self) -> bool:
        """Whether there is anything to read on it."""
        return bool(self.lamps or self.messages or self.patterns)

    @property
    def all_patterns(self) -> tuple[Pattern, ...]:
        """The patterns, and one for each message that no pattern names."""
        named = {pattern.message.lower() for pattern in self.patterns}
        plain = (
            Pattern(
                message.says,
                Sort.CARE if message.asks_for else Sort.INFORMATION,
                message=message.says,
                asks_for=message.asks_for,
                force=message.force,
            )
            for message in self.messages
            if message.says.lower() not in named
        )
        return (*self.patterns, *plain)
