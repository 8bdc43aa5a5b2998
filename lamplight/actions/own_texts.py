"""Writing kinds and procedures of one's own: saved as versions, deleted when unused."""

from __future__ import annotations

from lamplight.actions.shared import write_shared
from lamplight.core.errors import InvalidInput
from lamplight.core.keepers.rights import Right
from lamplight.sight.actor import Actor
from lamplight.sight.own_texts import OwnTexts
from lamplight.sight.shared import needs_at_all
from lamplight.sight.text_library import Thing
from lamplight.store.database import database


def save_text(own: OwnTexts[Thing], text: str, actor: Actor) -> Thing:
    """Save one of the keeper's own, new or changed. Runs that are under way keep the old one.

    Raises:
        NotAllowed: for whoever does not keep every site that it concerns.
        FileMistakes, InvalidInput: as `read` does, and when it has the key of a shipped one.
    """
    thing, library = own.read(text), own.library
    key = library.key(thing)
    if key in library.shipped():
        raise InvalidInput(f"“{key}” is a shipped {library.noun}. Give yours another key.")
    concerned = own.concerns(key)
    needs_at_all(actor, concerned)
    deed = "changed" if library.own(key) is not None else "written"
    with database.atomic():
        words = f"{library.noun.title()} “{library.title(thing)}” {deed}"
        entry = write_shared(library.noun, words, actor, concerned)
        library.versions.create(entry=entry, key=key, text=text)
    return thing


def delete_text(own: OwnTexts[Thing], key: str, actor: Actor) -> None:
    """Delete one of the keeper's own; the log can bring it back.

    Raises:
        NotAllowed: for whoever does not own every site that it concerns.
        InvalidInput: when it is a shipped one, unknown, or in use.
    """
    actor.needs(Right.OWN)
    library, concerned = own.library, own.concerns(key)
    needs_at_all(actor, concerned, Right.OWN)
    text = library.own(key)
    if text is None:
        raise InvalidInput(f"Only {library.noun}s of your own can be deleted.")
    users = own.users(key)
    if users:
        raise InvalidInput(own.in_use(users))
    with database.atomic():
        title = library.title(library.read(text))
        words = f"{library.noun.title()} “{title}” deleted"
        entry = write_shared(library.noun, words, actor, concerned)
        library.versions.create(entry=entry, key=key, text=text, deleted=True)
