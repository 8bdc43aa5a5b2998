"""Before a run: what to have at hand, how long it takes, whether it fits, and what speaks against it."""

from __future__ import annotations

from datetime import datetime, timedelta

from lamplight.actions.entries import write_entry
from lamplight.core.care.item import Due
from lamplight.core.errors import InvalidInput
from lamplight.sight.actor import Actor
from lamplight.store.database import database
from lamplight.store.models import Deferral
from lamplight.store.sites import MachineRow

LONGEST_DEFERRAL = timedelta(days=60)


def defer(row: MachineRow, item: Due, until: datetime, actor: Actor) -> None:
    """Write down that a job is left for later.

    Raises:
        InvalidInput: when the moment is past or more than 60 days ahead.
    """
    if not actor.now < until <= actor.now + LONGEST_DEFERRAL:
        raise InvalidInput("Choose a moment that is still to come, within 60 days.")
    with database.atomic():
        entry = write_entry("put off", f"{item.item.title} put off", actor, row.id)
        Deferral.create(entry=entry, machine=row.id, item=item.item.key, at=actor.now, until=until)
