"""Kinds of machines: those that ship, and the keeper's own."""

from __future__ import annotations

from functools import lru_cache

from lamplight.core.errors import InvalidInput
from lamplight.core.kind import Kind
from lamplight.core.procedure import Procedure, fit_procedure
from lamplight.library import shelf
from lamplight.library.schema import KindFile
from lamplight.store.kinds import own_kind_text, own_kind_texts


@lru_cache(maxsize=64)
def _read(text: str) -> Kind:
    return shelf.parse(text, KindFile, "kind").core()


def kinds() -> dict[str, Kind]:
    """Every kind by key, in order of their titles."""
    own = {key: _read(text) for key, text in own_kind_texts().items()}
    return dict(sorted({**shelf.kinds(), **own}.items(), key=lambda pair: pair[1].title.lower()))


def kind_of(key: str) -> Kind:
    """The kind of that key.

    Raises:
        InvalidInput: when nobody knows it.
    """
    shipped = shelf.kinds().get(key)
    if shipped is not None:
        return shipped
    text = own_kind_text(key)
    if text is None:
        raise InvalidInput(f"There is no kind of machine called “{key}”.")
    return _read(text)


def procedure_for(kind: Kind, key: str) -> Procedure:
    """A procedure as it runs on a kind.

    Raises:
        InvalidInput: when it is unknown or does not fit.
    """
    if shelf.kinds().get(kind.key) is kind:
        return shelf.procedure_for(kind.key, key)
    known = shelf.procedures()
    if key not in known:
        raise InvalidInput(f"There is no procedure called “{key}”.")
    return fit_procedure(known[key], kind.traits, kind.words, kind.durations)
