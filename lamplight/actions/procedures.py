"""Procedures: those that ship, the keeper's own, and each as it runs on a kind."""

from __future__ import annotations

import re
from collections.abc import Mapping
from functools import lru_cache

from lamplight.actions.entries import Actor, write_entry
from lamplight.actions.stock import products
from lamplight.core.errors import InvalidInput
from lamplight.core.job.adapt import adapt_procedure, adaptation_of, forms_of
from lamplight.core.job.chemistry import Product
from lamplight.core.job.procedure import Procedure, ShippedProcedure
from lamplight.core.machine.kind import Kind
from lamplight.library import catalogue
from lamplight.store.database import database
from lamplight.store.models import ProcedureVersion
from lamplight.store.texts import own_procedure_text, own_procedure_texts

LONGEST_TEXT = 64_000
# Jobs that stand for no care item of their own: they are begun from a machine's page.
END_OF_DAY, RINSE_OUT = "end-of-day", "rinse-out"
FREE = (END_OF_DAY, RINSE_OUT)


@lru_cache(maxsize=64)
def _read(text: str) -> ShippedProcedure:
    return catalogue.read_procedure(text)


def procedures() -> dict[str, ShippedProcedure]:
    """Every procedure by key, in order of their titles."""
    own = {key: _read(text) for key, text in own_procedure_texts().items()}
    return dict(sorted({**catalogue.procedures(), **own}.items(), key=lambda pair: pair[1].plain.title.lower()))


def known_procedure(key: str) -> ShippedProcedure:
    """The procedure of that key.

    Raises:
        InvalidInput: when nobody knows it.
    """
    shipped = catalogue.procedures().get(key)
    if shipped is not None:
        return shipped
    text = own_procedure_text(key)
    if text is None:
        raise InvalidInput(f"There is no procedure called “{key}”.")
    return _read(text)


def usual_products(kind: Kind) -> dict[str, Product]:
    """The product that usually serves each role on a kind."""
    return catalogue.usual_products(kind, products())


@lru_cache(maxsize=2000)
def _adapted(kind: Kind, shipped: ShippedProcedure, forms: tuple[tuple[str, str], ...]) -> Procedure:
    return adapt_procedure(shipped, adaptation_of(kind, catalogue.defaults(), dict(forms)))


def procedure_for(kind: Kind, key: str, serving: Mapping[str, Product] | None = None) -> Procedure:
    """A procedure as it runs on a kind.

    Args:
        kind: of the machine.
        key: of the procedure.
        serving: the product for each role; the usual ones by default.

    Raises:
        InvalidInput: when it is unknown or does not fit.
    """
    serving = usual_products(kind) if serving is None else serving
    return _adapted(kind, known_procedure(key), tuple(sorted(forms_of(serving).items())))


def own_procedure(key: str) -> str | None:
    """The text of one of the keeper's own procedures, or None."""
    return own_procedure_text(key)


def text_of_procedure(key: str) -> str:
    """The file of a procedure, shipped or own.

    Raises:
        InvalidInput: when nobody knows it.
    """
    text = own_procedure_text(key) or catalogue.procedure_text(key)
    if text is None:
        raise InvalidInput(f"There is no procedure called “{key}”.")
    return text


def copied_procedure(key: str) -> str:
    """The text of a procedure under a key of its own, as a start for the keeper's.

    Raises:
        InvalidInput: when nobody knows it.
    """
    text, taken = text_of_procedure(key), procedures()
    number = next(n for n in range(2, 1000) if f"{key}-{n}" not in taken)
    return re.sub(r"(?m)^key:.*$", f"key: {key}-{number}", text, count=1)


def read_procedure(text: str) -> ShippedProcedure:
    """A checked procedure.

    Raises:
        FileMistakes: with every mistake and its line.
        InvalidInput: when it is too long.
    """
    if len(text) > LONGEST_TEXT:
        raise InvalidInput("A procedure is a text of 64 000 characters at most.")
    return _read(text)


def save_procedure(text: str, actor: Actor) -> ShippedProcedure:
    """Save one of the keeper's own procedures, new or changed. Runs that are under way keep the old one.

    Raises:
        FileMistakes: when the file is not right.
        InvalidInput: when it has the key of a shipped one, or no longer fits a kind that uses it.
    """
    shipped = read_procedure(text)
    key = shipped.plain.key
    if key in catalogue.procedures():
        raise InvalidInput(f"“{key}” is a shipped procedure. Give yours another key.")
    for kind in _users(key):
        adapt_procedure(shipped, adaptation_of(kind, catalogue.defaults(), forms_of(usual_products(kind))))
    known = own_procedure_text(key) is not None
    with database.atomic():
        said = f"Procedure “{shipped.plain.title}” " + ("changed" if known else "written")
        entry = write_entry("procedure", said, actor)
        ProcedureVersion.create(entry=entry, key=key, text=text)
    return shipped


def _users(key: str) -> list[Kind]:
    """Kinds whose items are guided by a procedure."""
    from lamplight.actions.kinds import kinds

    return [kind for kind in kinds().values() if any(item.procedure == key for item in kind.items)]


def delete_procedure(key: str, actor: Actor) -> None:
    """Delete one of the keeper's own procedures; the log can bring it back.

    Raises:
        InvalidInput: when it is a shipped one, unknown, or a kind uses it.
    """
    text = own_procedure_text(key)
    if text is None:
        raise InvalidInput("Only procedures of your own can be deleted.")
    users = [kind.title for kind in _users(key)]
    if users:
        verb = "uses" if len(users) == 1 else "use"
        raise InvalidInput(f"{', '.join(users)} {verb} this procedure. Change that first.")
    with database.atomic():
        entry = write_entry("procedure", f"Procedure “{_read(text).plain.title}” deleted", actor)
        ProcedureVersion.create(entry=entry, key=key, text=text, deleted=True)
