"""Kinds and procedures of one's own: checked against each other, who uses them, and which sites go by them."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Generic

from lamplight.core.job.procedure import ShippedProcedure
from lamplight.core.machine.kind import Kind
from lamplight.sight.kinds import KINDS, kinds
from lamplight.sight.procedures import PROCEDURES, adapted, procedure_for
from lamplight.sight.shared import sites_of_text
from lamplight.sight.text_library import TextLibrary, Thing
from lamplight.store.definitions import machines_of_kind


@dataclass(frozen=True)
class OwnTexts(Generic[Thing]):
    """How one sort of texts is looked at.

    Attributes:
        library: where they are read.
        fits: refuses a thing that does not go together with the others.
        users: names of what uses the one of a key.
        in_use: why one that is used cannot go, from its users' names.
        moves: keys of the kinds whose dates move with the one of a key.
    """

    library: TextLibrary[Thing]
    fits: Callable[[Thing], None]
    users: Callable[[str], list[str]]
    in_use: Callable[[list[str]], str]
    moves: Callable[[str], list[str]]

    def read(self, text: str) -> Thing:
        """A checked thing, that goes together with the others.

        Raises:
            FileMistakes: with every mistake and its line.
            InvalidInput: when it is too long, or does not go together with the others.
        """
        thing = self.library.checked(text)
        self.fits(thing)
        return thing

    def concerns(self, key: str) -> set[int]:
        """The sites that the one of a key concerns."""
        return sites_of_text(self.library.versions, key, self.moves(key))


def _kind_fits(kind: Kind) -> None:
    """Every procedure that guides one of its items can be adapted to it."""
    for item in kind.items:
        if item.procedure:
            procedure_for(kind, item.procedure)


def _guided_by(key: str) -> list[Kind]:
    return [kind for kind in kinds().values() if any(item.procedure == key for item in kind.items)]


def _procedure_fits(shipped: ShippedProcedure) -> None:
    """It can be adapted to every kind that uses it."""
    for kind in _guided_by(shipped.plain.key):
        adapted(kind, shipped)


OWN_KINDS = OwnTexts(
    KINDS,
    _kind_fits,
    machines_of_kind,
    lambda users: f"{', '.join(users)} {'is' if len(users) == 1 else 'are'} of this kind. Change that first.",
    lambda key: [key],
)
OWN_PROCEDURES = OwnTexts(
    PROCEDURES,
    _procedure_fits,
    lambda key: [kind.title for kind in _guided_by(key)],
    lambda users: f"{', '.join(users)} {'uses' if len(users) == 1 else 'use'} this procedure. Change that first.",
    lambda key: [kind.key for kind in _guided_by(key)],
)
