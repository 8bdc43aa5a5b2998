"""One touch at a machine: the end of the day, or what a round does at its stop, written down with what it took."""

from __future__ import annotations

from collections.abc import Collection

from lamplight.actions.deeds import place, renew_cartridge, write_deed
from lamplight.actions.entries import write_entry
from lamplight.core.errors import InvalidInput
from lamplight.core.stock.stock import Move
from lamplight.core.words import listed
from lamplight.sight.actor import Actor
from lamplight.sight.closing import closing_of
from lamplight.sight.kinds import kind_of
from lamplight.sight.machine_views import machine_view
from lamplight.sight.plan import agenda_of
from lamplight.store.database import database
from lamplight.store.models import StockMoveFact
from lamplight.store.sites import SiteRow
from lamplight.store.stock import cupboards


def close_machine(
    site: SiteRow, machine_id: int, wanted: Collection[str], actor: Actor, at_stop: bool = False
) -> int | None:
    """Write down that what was left of the day at a machine is done; answers the line of the log.

    None where none of it is left: somebody else closed it meanwhile, and it counts once.

    Args:
        wanted: keys of the items; what one touch may not stand for is not taken.
        at_stop: whether it is what a round does there, whatever the hour.

    Raises:
        InvalidInput: where no item is named, or there is no such machine.
    """
    if not wanted:
        raise InvalidInput("Mark what was done, then touch Done.")
    agenda = agenda_of(site, actor.now)
    with database.atomic():  # whoever comes second sees what the first wrote
        view = machine_view(site, machine_id, actor.now)
        if view is None or view.row.retired:
            raise InvalidInput("That machine is no longer there. Load the page again.")
        here = closing_of(site, agenda, view, actor.now, actor.keeper_id, wanted if at_stop else None)
        done = [due for due in here.closing.dues if due.item.key in wanted]
        if not done:
            return None
        titles = listed([due.item.in_a_row for due in done])
        if at_stop:
            entry = write_entry("done", f"{titles[:1].upper()}{titles[1:]}", actor, machine_id)
        else:
            entry = write_entry("close", f"Closed for the day: {titles}", actor, machine_id)
        where = place(entry.id, machine_id, kind_of(view.row.kind))
        for due in done:
            write_deed(where, due.item, actor.now)
            renew_cartridge(where, due.item, actor.now)
            procedure = view.procedure(due)
            for key in sorted(set(procedure.settles if procedure else ()) - {due.item.key, *due.item.settles}):
                item = view.kind.item(key)
                if item is not None:
                    write_deed(where, item, actor.now)
        cupboard = view.row.place if view.row.place in cupboards(site.id) else ""
        for line in (line for due in done for line in here.used(due)):
            StockMoveFact.create(
                entry=entry.id, product=line.product, move=Move.USED.value, amount=line.units, at=actor.now,
                cupboard=cupboard,
            )  # fmt: skip
    return entry.id
