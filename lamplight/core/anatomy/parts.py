"""What a machine is made of: its parts, what they hold, and how the whole is drawn."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from typing import Literal

FILTER_PART = "filter"
TANK_PART = "tank"


class Circuit(StrEnum):
    """What a part or a care item belongs to."""

    BREW = "brew"
    MILK = "milk"
    WATER = "water"
    WASTE = "waste"
    BODY = "body"


@dataclass(frozen=True)
class SubPart:
    """What a part is made of: a lid, a spout, a tube, an orifice.

    Attributes:
        key: its name.
        tolerates: what may be done with it, of `TOLERANCES`; nothing where nobody said.
    """

    key: str
    tolerates: tuple[str, ...] = ()


# What a part or what it is made of may stand: only its own manual knows.
TOLERANCES = ("soak", "dishwasher", "soap", "glass cleaner", "metal", "wipe only")


@dataclass(frozen=True)
class Part:
    """A part fitted to a kind.

    Attributes:
        key: which part of the drawing it is.
        label: its name on screen.
        circuit: the circuit it belongs to.
        removable: whether the keeper takes it out.
        tolerates: what may touch it, of `TOLERANCES`.
        note: a fact about handling it.
        made_of: what it is taken apart into.
    """

    key: str
    label: str
    circuit: Circuit
    removable: bool = False
    tolerates: tuple[str, ...] = ()
    note: str = ""
    made_of: tuple[SubPart, ...] = ()

    @property
    def stands(self) -> tuple[tuple[str, str], ...]:
        """What it and what it is made of may stand, in words; nothing where nobody said."""
        own = [(self.label, self.tolerates)] if self.tolerates else []
        small = [(sub.key.capitalize(), sub.tolerates) for sub in self.made_of if sub.tolerates]
        return tuple((name, ", ".join(_TOLERANCE_WORDS.get(one, one) for one in them)) for name, them in (*own, *small))


_TOLERANCE_WORDS = {"soak": "may be soaked", "dishwasher": "dishwasher", "metal": "metal tools"}


@dataclass(frozen=True)
class Capacities:
    """What the kind holds: tank, tray and milk in ml (0: none), drawer in pucks; a canister under its drain in ml.

    A drain without a canister leads away, and never fills.
    """

    tank_ml: int = 0
    tray_ml: int = 0
    drawer_pucks: int = 0
    milk_ml: int = 0
    drain_ml: int = 0


@dataclass(frozen=True)
class Appearance:
    """How the kind is drawn, in units of the drawing (a body is some 200 to 420 high).

    Attributes:
        width, height: of the body.
        corner: radius of its corners.
        crown: what stands on top.
        tank: where the water is.
        panel: how it speaks.
        milk: how it takes milk.
        group: whether the brew group comes out.
        stand: what it stands on.
        lamps: how many lamps the panel has.
    """

    width: int
    height: int
    corner: int
    crown: Literal["hopper", "twin hopper", "dome", "funnel", "capsule drum"]
    tank: Literal["left", "right", "back", "plumbed"]
    panel: Literal["lamps", "text", "colour"]
    milk: Literal["none", "wand", "jug", "hose", "fridge"]
    group: Literal["removable", "fixed", "capsule"]
    stand: Literal["feet", "skirt", "cabinet", "rails"]
    lamps: int = 4
