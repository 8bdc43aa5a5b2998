"""Writing a line of the log, and doing a whole thing or nothing."""

from __future__ import annotations

from datetime import datetime

from lamplight.sight.actor import Actor, check_entry, check_site
from lamplight.store.models import Entry
from lamplight.store.once import taken_once
from lamplight.store.whereabouts import site_of_machine, site_then


def write_entry(
    kind: str,
    summary: str,
    actor: Actor,
    machine_id: int | None = None,
    at: datetime | None = None,
    note: str = "",
    replaces_id: int | None = None,
) -> Entry:
    """Add a line to the log; facts then hang on it.

    Raises:
        NotAllowed: where whoever does it may not, or the machine stands at another site.
    """
    check_entry(actor.role, kind)
    if machine_id is not None and actor.site_id is not None:
        # What was touched before it could be sent belongs to where the machine stood by then.
        sent_later = actor.written_at is not None
        stands = site_then(machine_id, actor.now) if sent_later else site_of_machine(machine_id)
        check_site(stands, actor.site_id)
    token = actor.token()
    with taken_once(token):
        return Entry.create(
            kind=kind, summary=summary, machine=machine_id, at=at or actor.now,
            recorded_at=actor.written_at or actor.now,
            keeper=actor.keeper_id, note=note, replaces=replaces_id, once=token,
            site=actor.site_id if machine_id is None else None,
        )  # fmt: skip
