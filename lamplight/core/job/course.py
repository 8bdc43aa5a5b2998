"""A course: steps in their places, what they are composed for, and the places that are filled in."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from dataclasses import dataclass, field

from lamplight.core.anatomy.outlets import Outlet
from lamplight.core.errors import InvalidInput
from lamplight.core.job.calls import Call
from lamplight.core.job.procedure import ShippedStep, Stand
from lamplight.core.job.steps import Step
from lamplight.core.machine.programme import Use

# Places in a course that are filled in, each by what is needed there.
PROGRAMME, PREPARE, PUT_BACK, LAST_LOOK, CLEAR = "programme", "prepare", "put-back", "levers-back", "clear"
# The same for whoever reads the procedure: title, how, and what sort of line it is.
PLACES = {
    PROGRAMME: ("The machine’s own programme", "It leads, in its own order and its own words.", "machine"),
    PREPARE: ("A container under each outlet that lets water out", "The machine’s kind says which.", "call"),
    PUT_BACK: ("What was taken out and opened, back again", "Last out, first in.", "call"),
}
# Where a programme that nobody knows yet goes on; it stands at the end of what was heard of it so far.
LISTEN = "listen"
CONTAINER, TIP_OUT, VALVE_OPEN, VALVE_SHUT, FLUSH = "container", "tip-out", "valve-open", "valve-shut", "flush"
# Vessels that hold a mix, by how they are emptied where a programme leaves it in them.
LEFT_IN = {"tank": ("tank-emptied", "tank-water"), "canister": ("canister-water",), "tub": ("tub-rinsed",)}
# What is drawn from where, and the circuit that it then stands in.
DRAWN_INTO = {"tank": "water", "canister": "water", "tub": "milk"}


@dataclass(frozen=True)
class Placed:
    """A step in its place.

    Attributes:
        step: as the file or the palette has it, with what the course adds.
        use: the call that it is of, or None.
        words: names that are particular to it.
    """

    step: ShippedStep
    use: Use | None = None
    words: Mapping[str, str] = field(default_factory=dict)


@dataclass(frozen=True)
class Course:
    """A procedure in its order on one kind: its steps, the containers that are put up, the machine's own calls."""

    steps: tuple[Placed, ...]
    stands: tuple[Stand, ...]
    own: tuple[Use, ...] = ()


@dataclass(frozen=True)
class Surroundings:
    """What a course is composed for.

    Attributes:
        traits: of the kind, its parts and the forms of its products.
        outlets: of the kind.
        calls: the palette.
        cares: for each role the care item that its use settles.
        volumes: ml by name.
        back_words: what the last look asks after, for what plain steps open.
    """

    traits: Collection[str]
    outlets: tuple[Outlet, ...]
    calls: Mapping[str, Call]
    cares: Mapping[str, str] = field(default_factory=dict)
    volumes: Mapping[str, int] = field(default_factory=dict)


@dataclass(frozen=True)
class Resumed:
    """Where a course is taken up again that somebody has begun.

    Attributes:
        done: the steps that stay as they are, from the first.
        own_done: how many of the machine's own calls these are.
    """

    done: tuple[Step, ...]
    own_done: int


def call_named(calls: Mapping[str, Call], key: str) -> Call:
    """The call of that key.

    Raises:
        InvalidInput: when the palette has none.
    """
    if key not in calls:
        raise InvalidInput(f"There is no call “{key}” in the palette.")
    return calls[key]
