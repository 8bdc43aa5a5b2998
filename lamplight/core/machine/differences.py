"""What is other on one machine than on its kind, as its keeper decided."""

from __future__ import annotations

from dataclasses import dataclass

from lamplight.core.care.own_items import WHICHEVER_FIRST
from lamplight.core.care.triggers import LIMITED
from lamplight.core.machine.book import MachineBook
from lamplight.core.machine.kind import Kind


@dataclass(frozen=True)
class Difference:
    """One thing that is other here.

    Attributes:
        what: the item or the part, in words.
        here: as it is on this machine.
        usual: as it is on the kind, or empty.
        reason: what the keeper said, or empty.
        sort: ``part``, ``item`` or ``limit`` where it can be put back as it was, else empty.
        key: of the part or the item.
        trigger: for a limit, which of the item's.
        usual_limit: for a limit, the kind's.
    """

    what: str
    here: str
    usual: str = ""
    reason: str = ""
    sort: str = ""
    key: str = ""
    trigger: str = ""
    usual_limit: float = 0.0


def differences(kind: Kind, book: MachineBook) -> tuple[Difference, ...]:
    """What differs from the kind: parts first, then what is not done here, limits, and how descaling is decided.

    Args:
        kind: of the machine.
        book: its facts.
    """
    parts = [
        Difference(_part(kind, key), note or "missing", sort="part", key=key) for key, note in book.missing.items()
    ]
    if book.water.filter_out:
        parts.append(Difference("Filter", "none is fitted"))
    off = [
        Difference(item.title, "not done here", sort="item", key=item.key)
        for item in kind.items
        if item.key in book.switched_off
    ]
    basis = book.descaling_basis
    decided = [] if basis == WHICHEVER_FIRST else [Difference("Descaling", f"goes by {basis}", WHICHEVER_FIRST)]
    return (*parts, *off, *_limits(kind, book), *decided)


def _part(kind: Kind, key: str) -> str:
    part = kind.part(key)
    return part.label if part else key


def _limits(kind: Kind, book: MachineBook) -> list[Difference]:
    """The last own limit of each trigger, where it is another than the kind's."""
    last = {(change.item, change.trigger): change for change in book.limits}
    found = []
    for item in kind.items:
        for trigger in item.triggers:
            change = last.get((item.key, trigger.key))
            if change is not None and isinstance(trigger, LIMITED) and change.limit != trigger.limit:
                here, usual = f"every {change.limit:g} {trigger.key}", f"{trigger.limit:g} {trigger.key}"
                told = Difference(item.title, here, usual, change.reason, "limit", item.key, trigger.key, trigger.limit)
                found.append(told)
    return found
