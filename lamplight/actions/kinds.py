"""Kinds of machines: those that ship, and the keeper's own."""

from __future__ import annotations

import re
from functools import lru_cache

from lamplight.actions.entries import Actor, write_entry
from lamplight.actions.procedures import procedure_for
from lamplight.core.anatomy.parts import FILTER_PART
from lamplight.core.errors import InvalidInput
from lamplight.core.machine.kind import Kind
from lamplight.core.water.at_machine import WaterAtMachine
from lamplight.library import catalogue
from lamplight.library.schema import KindFile
from lamplight.store.database import database
from lamplight.store.models import KindVersion
from lamplight.store.texts import machines_of_kind, own_kind_text, own_kind_texts

LONGEST_TEXT = 64_000


@lru_cache(maxsize=64)
def _read(text: str) -> Kind:
    return catalogue.parse(text, KindFile, "kind").core()


def kinds() -> dict[str, Kind]:
    """Every kind by key, in order of their titles."""
    own = {key: _read(text) for key, text in own_kind_texts().items()}
    return dict(sorted({**catalogue.kinds(), **own}.items(), key=lambda pair: pair[1].title.lower()))


def kind_of(key: str) -> Kind:
    """The kind of that key.

    Raises:
        InvalidInput: when nobody knows it.
    """
    shipped = catalogue.kinds().get(key)
    if shipped is not None:
        return shipped
    text = own_kind_text(key)
    if text is None:
        raise InvalidInput(f"There is no kind of machine called “{key}”.")
    return _read(text)


@lru_cache(maxsize=200)
def _without_filter(kind: Kind) -> Kind:
    return kind.without(FILTER_PART)


def equipped_kind(kind: Kind, water: WaterAtMachine) -> Kind:
    """The kind of a machine as its keeper runs it: without the filter where none is fitted."""
    return _without_filter(kind) if water.filter_out else kind


def own_kind(key: str) -> str | None:
    """The text of one of the keeper's own kinds, or None."""
    return own_kind_text(key)


def text_of(key: str) -> str:
    """The file of a kind, shipped or own.

    Raises:
        InvalidInput: when nobody knows it.
    """
    text = own_kind_text(key) or catalogue.kind_text(key)
    if text is None:
        raise InvalidInput(f"There is no kind of machine called “{key}”.")
    return text


def copied(key: str) -> str:
    """The text of a kind under a key of its own, as a start for the keeper's.

    Raises:
        InvalidInput: when nobody knows it.
    """
    text, taken = text_of(key), kinds()
    number = next(n for n in range(2, 1000) if f"{key}-{n}" not in taken)
    return re.sub(r"(?m)^key:.*$", f"key: {key}-{number}", text, count=1).replace(
        "# A kind of our own making; limits are common practice, no source.\n", ""
    )


def read_kind(text: str) -> Kind:
    """A checked kind.

    Raises:
        FileMistakes: with every mistake and its line.
    """
    if len(text) > LONGEST_TEXT:
        raise InvalidInput("A kind is a text of 64 000 characters at most.")
    kind = _read(text)
    for item in kind.items:
        if item.procedure:
            procedure_for(kind, item.procedure)
    return kind


def save_kind(text: str, actor: Actor) -> Kind:
    """Save one of the keeper's own kinds, new or changed.

    Raises:
        FileMistakes: when the file is not right.
        InvalidInput: when it has the key of a shipped kind, or a procedure does not fit it.
    """
    kind = read_kind(text)
    if kind.key in catalogue.kinds():
        raise InvalidInput(f"“{kind.key}” is a shipped kind. Give yours another key.")
    known = own_kind_text(kind.key) is not None
    with database.atomic():
        entry = write_entry("kind", f"Kind “{kind.title}” " + ("changed" if known else "written"), actor)
        KindVersion.create(entry=entry, key=kind.key, text=text)
    return kind


def delete_kind(key: str, actor: Actor) -> None:
    """Delete one of the keeper's own kinds; the log can bring it back.

    Raises:
        InvalidInput: when it is a shipped one, unknown, or a machine is of it.
    """
    text = own_kind_text(key)
    if text is None:
        raise InvalidInput("Only kinds of your own can be deleted.")
    used = machines_of_kind(key)
    if used:
        raise InvalidInput(f"{', '.join(used)} {'is' if len(used) == 1 else 'are'} of this kind. Change that first.")
    with database.atomic():
        entry = write_entry("kind", f"Kind “{_read(text).title}” deleted", actor)
        KindVersion.create(entry=entry, key=key, text=text, deleted=True)
