"""Writing kinds and procedures of one's own: checked against each other, saved as versions, deleted when unused."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Generic

from lamplight.actions.entries import Actor
from lamplight.actions.kinds import KINDS, kinds
from lamplight.actions.procedures import PROCEDURES, adapted, procedure_for
from lamplight.actions.shared import needs_at_all, sites_of_text, write_shared
from lamplight.actions.text_library import TextLibrary, Thing
from lamplight.core.errors import InvalidInput
from lamplight.core.job.procedure import ShippedProcedure
from lamplight.core.keepers.rights import Right
from lamplight.core.machine.kind import Kind
from lamplight.store.database import database
from lamplight.store.texts import machines_of_kind


@dataclass(frozen=True)
class OwnTexts(Generic[Thing]):
    """How one sort of texts is written.

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

    def save(self, text: str, actor: Actor) -> Thing:
        """Save one of the keeper's own, new or changed. Runs that are under way keep the old one.

        Raises:
            NotAllowed: for whoever does not keep every site that it concerns.
            FileMistakes, InvalidInput: as `read` does, and when it has the key of a shipped one.
        """
        thing, library = self.read(text), self.library
        key = library.key(thing)
        if key in library.shipped():
            raise InvalidInput(f"“{key}” is a shipped {library.noun}. Give yours another key.")
        concerned = self.concerns(key)
        needs_at_all(actor, concerned)
        deed = "changed" if library.own(key) is not None else "written"
        with database.atomic():
            words = f"{library.noun.title()} “{library.title(thing)}” {deed}"
            entry = write_shared(library.noun, words, actor, concerned)
            library.versions.create(entry=entry, key=key, text=text)
        return thing

    def delete(self, key: str, actor: Actor) -> None:
        """Delete one of the keeper's own; the log can bring it back.

        Raises:
            NotAllowed: for whoever does not own every site that it concerns.
            InvalidInput: when it is a shipped one, unknown, or in use.
        """
        actor.needs(Right.OWN)
        library, concerned = self.library, self.concerns(key)
        needs_at_all(actor, concerned, Right.OWN)
        text = library.own(key)
        if text is None:
            raise InvalidInput(f"Only {library.noun}s of your own can be deleted.")
        users = self.users(key)
        if users:
            raise InvalidInput(self.in_use(users))
        with database.atomic():
            title = library.title(library.read(text))
            words = f"{library.noun.title()} “{title}” deleted"
            entry = write_shared(library.noun, words, actor, concerned)
            library.versions.create(entry=entry, key=key, text=text, deleted=True)

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
