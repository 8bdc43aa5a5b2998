"""Invitations as they stand."""

from __future__ import annotations

from datetime import datetime, timedelta

from lamplight.store.models import Invite

GOOD_FOR = timedelta(hours=48)


def open_invites(site_id: int, now: datetime) -> list[Invite]:
    """Invitations that are still good, the newest first."""
    rows = Invite.select().where(Invite.site == site_id, Invite.used_at.is_null(), Invite.withdrawn_at.is_null())
    return [row for row in rows.order_by(Invite.id.desc()) if now - row.made_at < GOOD_FOR]
