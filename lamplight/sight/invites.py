"""Invitations that still hold."""

from __future__ import annotations

from datetime import datetime

from lamplight.store.invites import GOOD_FOR
from lamplight.store.models import Invite
from lamplight.store.tokens import hashed


def invite_of(token: str, now: datetime) -> Invite | None:
    """The invitation whose link carries that; None where it is good no more."""
    row = Invite.get_or_none(Invite.hashed == hashed(token))
    good = row is not None and row.used_at is None and row.withdrawn_at is None and now - row.made_at < GOOD_FOR
    return row if good else None
