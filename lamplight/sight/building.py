"""What goes with the parts of a kind that is being built, and what its drawing cannot show."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import replace

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.errors import InvalidInput
from lamplight.core.machine.kind import Kind
from lamplight.core.machine.programme import Use
from lamplight.library import catalogue
from lamplight.library.kind_text import opened
from lamplight.library.schema import standard_items
from lamplight.sight.kinds import KINDS
from lamplight.sight.listening import calls_of
from lamplight.sight.procedures import procedure_for

# Items of which a kind has one or another, or that wait for somebody to want them.
NOT_SUGGESTED = {"full-clean", "acid-milk-wash", "combined", "mixer-strip", "fridge-check"}


def suggested_items(kind: Kind) -> list[tuple[str, str]]:
    """The standard items that go with its parts and that it has not: key, and the part where it is another than usual.

    Each can be guided on it.
    """
    parts = {part.key: part.circuit for part in kind.parts}
    found = []
    for key, standard in standard_items().items():
        if kind.item(key) is not None or key in NOT_SUGGESTED:
            continue
        part = _part_for(key, parts)
        if part and _can_be_guided(kind, key, part):
            found.append((key, "" if part == standard["part"] else part))
    return found


# Items that mean nothing where no part belongs to a circuit; and parts at which an item is seen where its own is not.
OF_MILK = ("milk-rinse", "milk-wash", "milk-strip-down")


STANDS_IN = {
    "boiler": ("boiler", "tank", "pump"),
    "tank": ("tank", "outlet"),
    "funnel": ("funnel", "door", "capsules"),
    "outlet": ("outlet", "portafilter"),
}


def _part_for(key: str, parts: Mapping[str, Circuit]) -> str:
    """The part at which an item is seen on a kind; empty where the kind has none for it."""
    if key in OF_MILK and Circuit.MILK not in parts.values():
        return ""
    part = str(standard_items()[key]["part"])
    return next((one for one in STANDS_IN.get(part, (part,)) if one in parts), "")


def _can_be_guided(kind: Kind, key: str, part: str) -> bool:
    """Whether its procedure runs on the kind."""
    procedure = str(standard_items()[key].get("procedure", ""))
    if not procedure:
        return True
    try:
        procedure_for(kind, procedure)
    except InvalidInput:
        return False
    return True


# What the drawing cannot show, in words.
WRITTEN_ONLY = {
    "causes": "causes of its own",
    "symptoms": "complaints of its own",
    "notes": "notes",
    "access": "codes and keys",
    "hardness": "its hardness settings",
    "cartridge": "its filter",
    "drinks": "its drinks",
    "bars": "progress bars",
    "durations": "named times",
    "volumes": "named amounts",
    "products": "its usual products",
    "rinses": "its rinses",
}


def kept_as_written(key: str) -> list[str]:
    """What the file of a kind says that the drawing cannot show, in words; it is kept."""
    text = KINDS.own(key)
    data = opened(text) if text else {}
    found = [said for name, said in WRITTEN_ONLY.items() if data.get(name)]
    if any(len(pattern.get("lamps", {})) != 1 for pattern in data.get("panel", {}).get("patterns", [])):
        found.append("meanings of several lamps together")
    if text and "#" in text:
        found.append("comments")
    return found


def like_another(calls: Iterable[Use], kind: Kind) -> list[Use]:
    """The calls of another kind's programme for this one: into the tank what it holds, none that it cannot have."""
    tank, possible, palette = kind.capacities.tank_ml, {one.key for one in calls_of(kind)}, catalogue.palette()
    return [
        replace(use, ml=tank)
        if palette[use.call].fills_tank and tank and isinstance(use.ml, int) and use.ml > tank
        else use
        for use in calls
        if use.call in possible or not palette[use.call].heard
    ]
