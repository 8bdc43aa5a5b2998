"""Keepers who may sign in, with the hash of their passphrase."""

from __future__ import annotations

from dataclasses import dataclass

from lamplight.store.live import newest
from lamplight.store.models import KeeperSecret
from lamplight.store.sites import KeeperRow, keepers


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
