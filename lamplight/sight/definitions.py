"""What rests on a line of the log that defines something: a kind, a procedure, a product, a machine.

Asked once the line is marked or its mark is gone, inside the transaction that takes it back where it is refused: so it
is told by the book as it would stand, whichever line it was.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import partial

from lamplight.core.errors import InvalidInput
from lamplight.core.words import listed, plural
from lamplight.sight.cupboard import concerned_by, products
from lamplight.sight.own_texts import OWN_KINDS, OWN_PROCEDURES, OwnTexts
from lamplight.store.definitions import (
    dependents_of_machine,
    keys_written,
    kinds_of_machines,
    machines_without_name,
    products_of_entry,
    users_of_product,
)
from lamplight.store.models import KindVersion, ProcedureVersion, ProductVersion, TextVersion

MOST_NAMED = 4


@dataclass(frozen=True)
class _Sort:
    """One sort of texts: where its versions are, how they are written."""

    versions: type[TextVersion]
    own: OwnTexts


SORTS = (_Sort(KindVersion, OWN_KINDS), _Sort(ProcedureVersion, OWN_PROCEDURES))


def concerned_by_entry(entry_id: int) -> set[int]:
    """The sites that share what a line of the log defines; none where it defines nothing that is shared."""
    texts = {site for sort in SORTS for key in keys_written(sort.versions, entry_id) for site in sort.own.concerns(key)}
    return texts | {site for key in keys_written(ProductVersion, entry_id) for site in concerned_by(key)}


def refuse_missing(entry_id: int) -> None:
    """Nothing, where everything that the book uses is still defined once an entry was undone or put back.

    Raises:
        InvalidInput: naming what would be missing, and what rests on it.
    """
    for sort in SORTS:
        for key in keys_written(sort.versions, entry_id):
            _refuse_text(sort.own, key)
    for key in keys_written(ProductVersion, entry_id):
        _refuse_gone(f"the product “{key}”", key in products(), partial(users_of_product, key))
    _refuse_unknown_kinds(entry_id)
    _refuse_unknown_products(entry_id)
    _refuse_machines(entry_id)


def _refuse_text(own: OwnTexts, key: str) -> None:
    library = own.library
    there = library.is_there(key)
    _refuse_gone(f"the {library.noun} “{key}”", there, partial(own.users, key))
    if there:
        own.fits(library.of(key))


def _refuse_gone(what: str, there: bool, users: Callable[[], list[str]]) -> None:
    rests = [] if there else users()
    if rests:
        shown = [*rests[:MOST_NAMED], *([f"{len(rests) - MOST_NAMED} more"] if len(rests) > MOST_NAMED else [])]
        raise InvalidInput(f"Then {what} would be gone, and {_rest(shown)} on it. Change or undo that first.")


def _rest(what: list[str]) -> str:
    one = len(what) == 1 and (what[0].startswith("1 ") or not what[0][0].isdigit())
    return f"{listed(what)} {'rests' if one else 'rest'}"


def _refuse_unknown_kinds(entry_id: int) -> None:
    """A machine that would be of another kind again, which was deleted meanwhile."""
    for name, key in kinds_of_machines(entry_id):
        if not OWN_KINDS.library.is_there(key):
            raise InvalidInput(f"Then {name} would be of the kind “{key}”, which is gone. Put that back first.")


def _refuse_unknown_products(entry_id: int) -> None:
    for key in products_of_entry(entry_id):
        if key not in products():
            raise InvalidInput(f"The product “{key}” is gone. Put that back first.")


def _refuse_machines(entry_id: int) -> None:
    """A machine goes with the line that brought it, while nothing else was written about it."""
    for machine_id, name in machines_without_name(entry_id):
        counted = [plural(count, what) for what, count in dependents_of_machine(machine_id, entry_id).items() if count]
        if counted:
            raise InvalidInput(f"{_rest(counted)} on {name}. Take it out of service instead, or undo that first.")
