"""A kind of machine: what it is made of, what it holds, and what it needs."""

from __future__ import annotations

from dataclasses import dataclass, field, replace

from lamplight.core.anatomy.drink_mix import Mix
from lamplight.core.anatomy.duration import Duration
from lamplight.core.anatomy.outlets import Outlet, usual_outlets
from lamplight.core.anatomy.parts import Appearance, Capacities, Part
from lamplight.core.care.item import CareItem, ItemRole
from lamplight.core.care.triggers import PUCKS, CountSince, Prompted
from lamplight.core.lamps.causes import Cause, Symptom
from lamplight.core.lamps.panel import Panel
from lamplight.core.machine.programme import Programme
from lamplight.core.water.at_machine import HardnessLevel
from lamplight.core.water.cartridge import Cartridge


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


@dataclass(frozen=True, eq=False)
class Kind:
    """One kind of machine. Two are the same only where they are one and the same object, so that it may be a key.

    Attributes:
        key: short name, unique.
        title, blurb: for choosing it.
        appearance: how it is drawn.
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
        outlets: where water leaves it; those that follow from its parts where none are given.
        programmes: what it runs by itself, by key.
    """

    key: str
    title: str
    blurb: str
    appearance: Appearance
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
    outlets: tuple[Outlet, ...] = ()
    programmes: dict[str, Programme] = field(default_factory=dict)

    def __post_init__(self) -> None:
        # What the drawer holds is a limit on every kind that has one, and what the panel asks for falls due then,
        # whoever wrote the kind's file.
        if not self.outlets:
            usual = usual_outlets(self.parts, self.words.get("second_outlet", ""), "valve-by-hand" in self.traits)
            object.__setattr__(self, "outlets", usual)
        asked = {pattern.asks_for for pattern in self.panel.all_patterns}
        items = (_drawer_limited(item, self.capacities.drawer_pucks) for item in self.items)
        object.__setattr__(self, "items", tuple(_prompted(item) if item.key in asked else item for item in items))

    def item(self, key: str) -> CareItem | None:
        """The care item of that key, or None."""
        return next((item for item in self.items if item.key == key), None)

    def cartridge_offered(self, fitted: Cartridge | None) -> Cartridge | None:
        """What a new filter is likely like: the one that is fitted, else the one that the kind usually takes."""
        return fitted or self.cartridge

    def item_of(self, role: ItemRole) -> CareItem | None:
        """The first care item of that role, or None."""
        return next((item for item in self.items if item.role is role), None)

    def without(self, part_key: str) -> Kind:
        """The same kind without a part."""
        return replace(self, parts=tuple(part for part in self.parts if part.key != part_key))

    def part(self, key: str) -> Part | None:
        """The part of that key, or None."""
        return next((part for part in self.parts if part.key == key), None)


def _drawer_limited(item: CareItem, pucks: int) -> CareItem:
    """The drawer's item with what it holds as a limit, where its own count is not as strict."""
    counts = (trigger for trigger in item.triggers if isinstance(trigger, CountSince))
    strict = any(trigger.counter in ("drinks", PUCKS) and trigger.limit <= pucks for trigger in counts)
    if item.role is not ItemRole.DRAWER or not pucks or strict:
        return item
    return replace(item, triggers=(*item.triggers, CountSince(pucks, PUCKS)))


def _prompted(item: CareItem) -> CareItem:
    """The item with the machine's own asking as a trigger."""
    if item.asks:
        return item
    return replace(item, triggers=(*item.triggers, Prompted()))
