"""By which phones somebody proves who they are."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from ipaddress import ip_address

from lamplight.store.live import newest
from lamplight.store.models import Passkey, TwoSteps


@dataclass(frozen=True)
class Place:
    """Under which address Lamplight is asked for.

    Attributes:
        host: the name, to which a key belongs.
        origin: scheme, name and port, which the phone has to have seen.
    """

    host: str
    origin: str


def can_have_keys(host: str) -> bool:
    """Whether a key can belong to a name: to no bare number (Web Authentication Level 3, relying party identifier)."""
    try:
        ip_address(host.strip("[]"))
    except ValueError:
        return bool(host)
    return False


@dataclass(frozen=True)
class KeyRow:
    """A passkey that is good."""

    id: int
    keeper_id: int
    name: str
    host: str
    made_at: datetime
    used_at: datetime | None


def good_keys() -> list[KeyRow]:
    """Passkeys that were not ended, the newest first."""
    rows = Passkey.select().where(Passkey.ended_at.is_null()).order_by(Passkey.id.desc())
    return [KeyRow(row.id, row.keeper_id, row.name, row.host, row.made_at, row.used_at) for row in rows]


def two_steps() -> set[int]:
    """The keepers who are asked for both: they want it, and have a key that is good."""
    with_keys = {row.keeper_id for row in good_keys()}
    return {row.keeper_id for row in newest(TwoSteps, "keeper") if row.wanted and row.keeper_id in with_keys}
