"""The parts that may be put on a machine where its kind is made."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache
from importlib.resources import files

from lamplight.library.bounded_yaml import load_yaml


@dataclass(frozen=True)
class Placeable:
    """A part that may be put on.

    Attributes:
        key: of the drawing.
        label, circuit: its usual words, and where it belongs.
        removable: whether it usually comes out.
        made_of: what it is usually made of.
        look: what the drawing shows with it, by name.
        traits: what the kind then is.
        instead_of: parts whose place it takes.
    """

    key: str
    label: str
    circuit: str
    removable: bool = False
    made_of: tuple[str, ...] = ()
    look: tuple[tuple[str, str], ...] = ()
    traits: tuple[str, ...] = ()
    instead_of: tuple[str, ...] = ()


@cache
def placeable() -> dict[str, Placeable]:
    """All by key, in the order of the file."""
    data = load_yaml((files("lamplight.library") / "parts.yaml").read_text("utf-8"))
    return {
        key: Placeable(
            key, part["label"], part["circuit"], part.get("removable", False), tuple(part.get("made_of", ())),
            tuple(part.get("look", {}).items()), tuple(part.get("traits", ())), tuple(part.get("instead_of", ())),
        )
        for key, part in data.items()
    }  # fmt: skip
