"""What lets somebody in: tokens of which only a hash is kept, invitations, passphrases."""

from __future__ import annotations

import hashlib
import secrets
from dataclasses import dataclass
from datetime import datetime, timedelta

from lamplight.store.live import newest
from lamplight.store.models import Invite, KeeperSecret
from lamplight.store.sites import KeeperRow, keepers

TOKEN_BYTES = 32


def fresh_token() -> str:
    """A token that nobody guesses."""
    return secrets.token_urlsafe(TOKEN_BYTES)


def hashed(token: str) -> str:
    """What the data file keeps of a token: nobody who reads the file can make the token of it."""
    return hashlib.sha256(token.encode()).hexdigest()


GOOD_FOR = timedelta(hours=48)


def open_invites(site_id: int, now: datetime) -> list[Invite]:
    """Invitations that are still good, the newest first."""
    rows = Invite.select().where(Invite.site == site_id, Invite.used_at.is_null(), Invite.withdrawn_at.is_null())
    return [row for row in rows.order_by(Invite.id.desc()) if now - row.made_at < GOOD_FOR]


@dataclass(frozen=True)
class SecretRow:
    """A keeper with a passphrase.

    Attributes:
        version: of the passphrase: another one signs every phone out.
    """

    keeper: KeeperRow
    version: int
    hashed: str


def secrets_by_keeper() -> dict[int, SecretRow]:
    """Keepers who are around and have a passphrase, by id."""
    around = {row.id: row for row in keepers()}
    return {
        row.keeper_id: SecretRow(around[row.keeper_id], row.id, row.hashed)
        for row in newest(KeeperSecret, "keeper")
        if row.keeper_id in around and row.hashed
    }
