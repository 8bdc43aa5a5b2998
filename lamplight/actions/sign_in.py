"""Passphrases of keepers: setting one, and telling whether one is right."""

from __future__ import annotations

from functools import cache

from argon2 import PasswordHasher
from argon2.exceptions import InvalidHashError, VerificationError

from lamplight.actions.entries import Actor, write_entry
from lamplight.core.errors import InvalidInput
from lamplight.store.database import database
from lamplight.store.models import KeeperSecret
from lamplight.store.passphrases import SecretRow, secrets_by_keeper
from lamplight.store.sites import KeeperRow, keepers

SHORTEST, LONGEST = 10, 200
HASHER = PasswordHasher()


def set_passphrase(keeper_id: int, passphrase: str, actor: Actor) -> None:
    """Give a keeper a passphrase, or another one; phones that were signed in are signed out.

    Raises:
        InvalidInput: when it is too short, too long, or says no more than the name.
    """
    keeper = next((row for row in keepers() if row.id == keeper_id), None)
    if keeper is None:
        raise InvalidInput("There is no such keeper.")
    check_strength(keeper, passphrase)
    with database.atomic():
        entry = write_entry("passphrase", f"Passphrase of {keeper.name} set", actor)
        KeeperSecret.create(entry=entry, keeper=keeper_id, hashed=HASHER.hash(passphrase))


def check_strength(keeper: KeeperRow, passphrase: str) -> None:
    """Refuse a passphrase that is guessed at once.

    Raises:
        InvalidInput: in a sentence that says what is wanted.
    """
    if not SHORTEST <= len(passphrase) <= LONGEST:
        raise InvalidInput(
            f"A passphrase has {SHORTEST} to {LONGEST} characters; four words are easy to remember.", "passphrase"
        )
    if len(set(passphrase)) < 5 or passphrase.strip().lower() in (keeper.name.lower(), "passphrase", "lamplight"):
        raise InvalidInput(
            "That passphrase is guessed at once. Take four words that only you would put together.", "passphrase"
        )


@cache
def _nobody() -> str:
    """A hash that no passphrase has: an unknown name takes as long as a known one."""
    return HASHER.hash("nobody at all has this one")


def signed_in(name: str, passphrase: str) -> SecretRow | None:
    """The keeper whose name or initials and passphrase these are; None otherwise."""
    wanted = name.strip().lower()
    known = [
        row for row in secrets_by_keeper().values() if wanted in (row.keeper.name.lower(), row.keeper.initials.lower())
    ]
    row = known[0] if len(known) == 1 else None
    try:
        HASHER.verify(row.hashed if row else _nobody(), passphrase[:LONGEST])
    except (VerificationError, InvalidHashError):
        return None
    return row
