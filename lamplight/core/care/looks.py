"""A look in place of a date that nobody has: what is seen brings a job, or lets it be counted from today on.

What people can fall ill of is never put off by a look: nobody sees into a milk path. Common practice, no source.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from lamplight.core.care.beginning import not_known
from lamplight.core.care.item import Due


@dataclass(frozen=True)
class Look:
    """Something to look at.

    Attributes:
        key: its name in data, as items name it.
        title: what is looked at.
        well, found: what is seen where nothing is wrong, and where something is.
    """

    key: str
    title: str
    well: str
    found: str


LOOKS = (
    Look("pucks", "Pucks in the drawer", "dry", "wet"),
    Look("group", "Brew group, below", "bare", "dark"),
    Look("hose", "Milk hose", "clear", "yellow"),
    Look("outlet", "Hot-water outlet", "clean", "white crust"),
    Look("tank", "Tank, by a finger", "smooth", "slimy"),
)


def looks_offered(dues: Sequence[Due]) -> tuple[Look, ...]:
    """What can be looked at: where it would bring or spare a job of which nobody knows anything."""
    return tuple(look for look in LOOKS if brought_by(look, dues) or spared_by(look, dues))


def brought_by(look: Look, dues: Sequence[Due]) -> tuple[Due, ...]:
    """The jobs that are wanted at once where something is found."""
    return tuple(due for due in dues if due.item.look == look.key and not_known(due))


def spared_by(look: Look, dues: Sequence[Due]) -> tuple[Due, ...]:
    """The jobs that are counted from today on where all is well."""
    return tuple(due for due in brought_by(look, dues) if not due.item.hygiene)
