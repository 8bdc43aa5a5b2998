"""How a machine speaks: lamps with their colours and states, and messages with their force."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum


class LampState(StrEnum):
    """What a lamp can do."""

    OFF = "off"
    STEADY = "steady"
    FLASHING = "flashing"


class Force(StrEnum):
    """How much a prompt presses."""

    INFORMATION = "information"
    DEFERRABLE = "can be put off"
    URGENT = "urgent"
    BLOCKING = "no drinks until done"


@dataclass(frozen=True)
class Lamp:
    """One lamp of a panel, from left to right.

    Attributes:
        key: short name, unique on the panel.
        label: the words or the sign beside it, in words.
        colours: in which it can shine, one at least.
        states: which of off, steady and flashing it knows.
    """

    key: str
    label: str
    colours: tuple[str, ...] = ("white",)
    states: tuple[LampState, ...] = tuple(LampState)


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
    force: Force = Force.INFORMATION


@dataclass(frozen=True)
class Panel:
    """Lamps and messages of a kind."""

    lamps: tuple[Lamp, ...] = ()
    messages: tuple[Message, ...] = ()
