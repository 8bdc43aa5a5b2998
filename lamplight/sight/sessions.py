"""Who is signed in where."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime, timedelta

from lamplight.store.models import SignIn
from lamplight.store.passphrases import SecretRow, secrets_by_keeper
from lamplight.store.tokens import hashed

WEEK = timedelta(days=7)


SET_BACK = timedelta(days=1)  # of the clock, that a session outlives


def keeper_of_session(token: str, now: datetime) -> SecretRow | None:
    """Who is signed in by that cookie; None when the session ended, its week is over, or the passphrase is another."""
    session = SignIn.get_or_none(SignIn.hashed == hashed(token))
    if session is None or session.ended_at is not None or not -SET_BACK < now - session.begun_at < WEEK:
        return None
    row = secrets_by_keeper().get(session.keeper_id)
    return row if row is not None and row.version == session.secret_id else None


@dataclass(frozen=True)
class SessionRow:
    """A session that is open: since when, and on what."""

    id: int
    keeper_id: int
    begun_at: datetime
    device: str
    here: bool


def open_sessions(now: datetime, token: str = "") -> list[SessionRow]:
    """Every session that lets somebody in, the newest first.

    Args:
        now: by the server's clock.
        token: what this browser's cookie carries, or nothing.
    """
    known, here = secrets_by_keeper(), hashed(token)
    rows = SignIn.select().where(SignIn.ended_at.is_null(), SignIn.begun_at > now - WEEK).order_by(SignIn.id.desc())
    return [
        SessionRow(row.id, row.keeper_id, row.begun_at, row.device, bool(token) and row.hashed == here)
        for row in rows
        if row.keeper_id in known and known[row.keeper_id].version == row.secret_id
    ]
