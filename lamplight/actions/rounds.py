"""The round of one keeper: planned from what every machine needs, and walked."""

from __future__ import annotations

from collections.abc import Collection
from datetime import datetime, timedelta

from lamplight.actions.entries import write_entry
from lamplight.core.errors import InvalidInput
from lamplight.core.keepers.rights import Right
from lamplight.sight.actor import Actor
from lamplight.sight.agenda import LEAST_TIME
from lamplight.store.database import database
from lamplight.store.models import Round, RoundEventRow
from lamplight.store.rounds import RoundEvent, RoundRow, open_round, round_row
from lamplight.store.sites import SiteRow


def set_out(site: SiteRow, until: datetime, actor: Actor) -> int:
    """Begin a round; answers its number. One that is open is gone on with.

    Raises:
        InvalidInput: when it would be over at once.
    """
    if until - actor.now < LEAST_TIME - timedelta(minutes=1):
        raise InvalidInput("A round takes five minutes at least. Choose more time.")
    with database.atomic():
        known = open_round(site.id, actor.keeper_id)
        if known is not None:
            return known.id
        entry = write_entry("round", f"Round until {until.astimezone(site.calendar.tz):%H:%M}", actor)
        return Round.create(entry=entry, site=site.id, keeper=actor.keeper_id, begun_at=actor.now, until=until).id


def note_in_round(round_id: int, kind: RoundEvent, actor: Actor, texts: Collection[str] = ("",)) -> RoundRow:
    """Write down what happened on a round.

    Raises:
        InvalidInput: when there is no such round, or it is over.
    """
    actor.needs(Right.DO)
    with database.atomic():
        row = round_row(round_id)
        if row is None:
            raise InvalidInput("There is no such round.")
        if row.ended_at is not None:
            raise InvalidInput("That round is over. Set out anew from Today.")
        for text in texts:
            RoundEventRow.create(round=round_id, kind=kind, at=actor.now, keeper=actor.keeper_id, text=text)
        known = round_row(round_id)
    assert known is not None
    return known
