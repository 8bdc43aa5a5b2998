"""Writing down that an item was done, and what that brings along: other items, and a new cartridge."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime

from lamplight.core.care.item import CareItem, ItemRole, Start
from lamplight.core.machine.kind import Kind
from lamplight.core.water.cartridge import Cartridge
from lamplight.store.changes import EVERYTHING
from lamplight.store.models import CareDone, CartridgeInstallation, Change
from lamplight.store.waters import installations


@dataclass(frozen=True)
class Place:
    """Where deeds hang: the entry of the log, the machine, and its kind then.

    Attributes:
        seq: their common place within the second: what is written down together was done together, none after another.
    """

    entry_id: int
    machine_id: int
    kind: Kind
    seq: int


def place(entry_id: int, machine_id: int, kind: Kind) -> Place:
    """A place for deeds that are written down now."""
    return Place(entry_id, machine_id, kind, this_place())


def this_place() -> int:
    """The place within the second of what is written now."""
    return Change.get_by_id(EVERYTHING).number


def write_deed(
    where: Place, item: CareItem, at: datetime | None, value: int | None = None, start: Start = Start.DONE
) -> None:
    """An item was done, and with it whatever it settles by the kind as it is now; whatever becomes of the kind.

    What is only counted from there on settles nothing else.
    """
    settled = list(item.settles) if start is Start.DONE else []
    CareDone.create(
        entry=where.entry_id, machine=where.machine_id, item=item.key, at=at, value=value, settled=settled,
        seq=where.seq, start=start.value,
    )  # fmt: skip


def renew_cartridge(where: Place, item: CareItem, at: datetime) -> None:
    """With a filter change comes a new cartridge: like the one before, whatever that turns out to be, else as the kind
    takes it.

    Nothing for other items, or where none is known. What brings a filter along, such as coming back, brings none
    where the keeper goes without.
    """
    change = where.kind.item_of(ItemRole.FILTER)
    if change is None or change.key not in (item.key, *item.settles):
        return
    before = [row for row in installations([where.machine_id]).get(where.machine_id, []) if row.at <= at]
    if before and before[-1].out and item.key != change.key:
        return
    like_before = any(row.cartridge for row in before)
    if like_before or where.kind.cartridge is not None:
        write_installation(where, where.kind.cartridge, at, like_before)


def write_installation(where: Place, cartridge: Cartridge | None, at: datetime, as_before: bool = False) -> None:
    """A cartridge was put in; or none is fitted, where there is none and it is not as before."""
    figures = {} if cartridge is None else vars(cartridge)
    named = {name: figures[name].value for name in ("resin", "place") if figures}
    figures = figures | named
    CartridgeInstallation.create(entry=where.entry_id, machine=where.machine_id, at=at, as_before=as_before, **figures)
