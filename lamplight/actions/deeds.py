"""Writing down that an item was done, and what that brings along: other items, and a new cartridge."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime

from lamplight.core.care.item import CareItem, ItemRole, Start
from lamplight.core.machine.kind import Kind
from lamplight.core.water.cartridge import Cartridge
from lamplight.store.changes import EVERYTHING
from lamplight.store.models import CareDone, CartridgeInstallation, Change


@dataclass(frozen=True)
class Place:
    """Where deeds hang: the entry of the log, the machine, and its kind then.

    Attributes:
        seq: their common place within the second: what is written down together was done together, none after another.
        by_run: whether a run did them, whose own course says what it settles.
    """

    entry_id: int
    machine_id: int
    kind: Kind
    seq: int
    by_run: bool = False


def place(entry_id: int, machine_id: int, kind: Kind, by_run: bool = False) -> Place:
    """A place for deeds that are written down now."""
    return Place(entry_id, machine_id, kind, this_place(), by_run)


def this_place() -> int:
    """The place within the second of what is written now."""
    return Change.get_by_id(EVERYTHING).number


def write_deed(
    where: Place, item: CareItem, at: datetime | None, value: int | None = None, start: Start = Start.DONE
) -> None:
    """An item was done, and with it whatever it settles by the kind as it is now; whatever becomes of the kind.

    What is only counted from there on settles nothing else. Where it turns out that the machine was of another kind
    then, a tick is judged by that one.
    """
    settled = list(item.settles) if start is Start.DONE else []
    CareDone.create(
        entry=where.entry_id, machine=where.machine_id, item=item.key, at=at, value=value, settled=settled,
        seq=where.seq, start=start.value, judged_by=None if where.by_run else where.kind.key,
    )  # fmt: skip


def renew_cartridge(where: Place, item: CareItem, at: datetime) -> None:
    """With a filter change comes a new cartridge: like the one before, whatever that turns out to be, else as the kind
    takes it; nothing for other items.

    What was before, and whether the keeper went without, is asked when the book is read: it may be said later.
    """
    change = where.kind.item_of(ItemRole.FILTER)
    if change is None or change.key not in (item.key, *item.settles):
        return
    write_installation(where, where.kind.cartridge, at, as_before=True, brought=item.key != change.key)


def write_installation(
    where: Place, cartridge: Cartridge | None, at: datetime, as_before: bool = False, brought: bool = False
) -> None:
    """A cartridge was put in; or none is fitted, where there is none and it is not as before."""
    figures = {} if cartridge is None else vars(cartridge)
    named = {name: figures[name].value for name in ("resin", "place") if figures}
    figures = figures | named
    CartridgeInstallation.create(
        entry=where.entry_id,
        machine=where.machine_id,
        at=at,
        as_before=as_before,
        brought=brought,
        judged_by=where.kind.key if as_before else None,
        **figures,
    )
