"""A kind of machine: what it is made of, what it holds, and what it needs."""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from typing import Literal

from lamplight.core.care import CareItem
from lamplight.core.causes import Cause, Symptom
from lamplight.core.circuits import Circuit
from lamplight.core.panel import Panel
from lamplight.core.steps import Duration
from lamplight.core.water import Cartridge, HardnessLevel

FILTER_PART = "filter"


@dataclass(frozen=True)
class Part:
    """A part fitted to a kind.

    Attributes:
        key: which part of the drawing it is.
        label: its name on screen.
        circuit: the circuit it belongs to.
        removable: whether the keeper takes it out.
        tolerates: what may touch it, of ``dishwasher``, ``soap``, ``glass cleaner``, ``metal``.
        note: a fact about handling it.
    """

    key: str
    label: str
    circuit: Circuit
    removable: bool = False
    tolerates: tuple[str, ...] = ()
    note: str = ""


@dataclass(frozen=True)
class Capacities:
    """What the kind holds: tank, tray and milk in ml (0: none), drawer in pucks."""

    tank_ml: int = 0
    tray_ml: int = 0
    drawer_pucks: int = 0
    milk_ml: int = 0


@dataclass(frozen=True)
class Look:
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


@dataclass(frozen=True)
class DrinkSort:
    """One sort of drink.

    Attributes:
        name: its words.
        water_ml: water that it takes, 0 or more.
        share: of all drinks, 0 to 1.
        milk: whether milk is frothed for it.
    """

    name: str
    water_ml: float
    share: float
    milk: bool = False


@dataclass(frozen=True)
class Mix:
    """What is drunk, and what the machine rinses; stands in for counters that it does not have.

    Attributes:
        sorts: with their shares.
        switch_on_ml, switch_off_ml: water of the automatic rinses.
    """

    sorts: tuple[DrinkSort, ...] = ()
    switch_on_ml: float = 0.0
    switch_off_ml: float = 0.0

    @property
    def milk_share(self) -> float:
        """Share of milk drinks, 0 to 1."""
        return sum(sort.share for sort in self.sorts if sort.milk)

    @property
    def litres_per_drink(self) -> float:
        """Water for an average drink, in litres."""
        return sum(sort.share * sort.water_ml for sort in self.sorts) / 1000

    @property
    def rinse_litres_per_day(self) -> float:
        """Water of one switching on and off, in litres."""
        return (self.switch_on_ml + self.switch_off_ml) / 1000


@dataclass(frozen=True)
class AccessFact:
    """How one gets at something: a service code, a key and where it lives, a long press.

    Attributes:
        what: its words.
        how: how one gets there.
        needed_for: names of what it opens, as steps of procedures ask for it, such as ``programme``.
    """

    what: str
    how: str
    needed_for: tuple[str, ...] = ()


@dataclass(frozen=True)
class Kind:
    """One kind of machine.

    Attributes:
        key: short name, unique.
        title, blurb: for choosing it.
        look: how it is drawn.
        parts: fitted parts, keys unique.
        capacities: what it holds.
        counters: cumulative counters it shows.
        items: its care items, keys unique.
        traits: what procedures ask after.
        words: what procedures' names stand for.
        durations: how long named programmes take.
        notes: facts of the kind for the keeper.
        mix: what is drunk, where no counter tells.
        bars: progress bars towards a cleaning: item key and its words.
        cartridge: the cartridge that is usually fitted, or None.
        levels: hardness settings of the machine, softest first; and where they are set.
        access: service codes, keys, long presses.
        panel: how it speaks: lamps and messages.
        volumes: ml of what procedures pour and the machine lets out, by name.
        products: which product usually serves here, by role.
        causes, symptoms: of its own, beside the shared ones.
    """

    key: str
    title: str
    blurb: str
    look: Look
    parts: tuple[Part, ...]
    capacities: Capacities
    items: tuple[CareItem, ...]
    counters: tuple[str, ...] = ("drinks",)
    traits: frozenset[str] = frozenset()
    words: dict[str, str] = field(default_factory=dict)
    durations: dict[str, Duration] = field(default_factory=dict)
    notes: tuple[str, ...] = ()
    mix: Mix = field(default_factory=Mix)
    bars: dict[str, str] = field(default_factory=dict)
    cartridge: Cartridge | None = None
    levels: tuple[HardnessLevel, ...] = ()
    levels_where: str = ""
    access: tuple[AccessFact, ...] = ()
    panel: Panel = field(default_factory=Panel)
    volumes: dict[str, int] = field(default_factory=dict)
    products: dict[str, str] = field(default_factory=dict)
    causes: dict[str, Cause] = field(default_factory=dict)
    symptoms: tuple[Symptom, ...] = ()

    def item(self, key: str) -> CareItem | None:
        """The care item of that key, or None."""
        return next((item for item in self.items if item.key == key), None)

    def without(self, part_key: str) -> Kind:
        """The same kind without a part."""
        return replace(self, parts=tuple(part for part in self.parts if part.key != part_key))

    def part(self, key: str) -> Part | None:
        """The part of that key, or None."""
        return next((part for part in self.parts if part.key == key), None)
