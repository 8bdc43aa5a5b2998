"""The fields of each page of a machine, beside which it says what was refused.

A form that was open while the kind was changed may speak of an item that the page has no more: what is refused then
stands at the head of the page.
"""

from __future__ import annotations

from collections.abc import Iterable

from lamplight.core.care.item import CareItem
from lamplight.sight.kinds import kind_of
from lamplight.sight.machine_view import MachineView

REST = "rest"


def fields_to_add(kind_key: str) -> list[str]:
    """Of the form for a new machine."""
    kind = kind_of(kind_key)
    counters, items = (f"counter-{name}" for name in kind.counters), (f"done-{item.key}" for item in kind.items)
    return ["name", "place", "guess", "source", "cartridge_on", *counters, *items]


def fields_of_machine(view: MachineView) -> set[str]:
    """Of the page of a machine."""
    done = (f"done-{due.item.key}" for due in view.status.dues)
    return {"prompt", "event", *done, *(f"bar-{item}" for item in view.whole_kind.bars)}


def fields_of_settings(view: MachineView, items: Iterable[CareItem], sheet: object = None) -> set[str]:
    """Of its settings, as far as they are shown: a limit has no field while its item is switched off."""
    known = tuple(items)
    off = view.status.book.switched_off
    limits = (f"limit-{item.key}-{trigger.key}" for item in known if item.key not in off for trigger in item.triggers)
    part = getattr(sheet, "part", None)
    here = {f"part-{part.key}", "words"} if part is not None else {"setup"}
    return {*here, *limits, *(f"switch-{item.key}" for item in known)}
