"""Passphrases of keepers: which are good enough, setting one, and telling whether one is right."""

from __future__ import annotations

from collections.abc import Mapping
from functools import cache

from argon2 import PasswordHasher
from argon2.exceptions import InvalidHashError, VerificationError

from lamplight.actions.api_tokens import end_tokens_of
from lamplight.actions.person_lines import write_of_person
from lamplight.actions.tries import count_try, forgive
from lamplight.core.errors import InvalidInput
from lamplight.sight.actor import Actor, needs_over
from lamplight.store.database import database
from lamplight.store.models import KeeperSecret
from lamplight.store.sites import KeeperRow, keepers, sites
from lamplight.store.tokens import SecretRow, secrets_by_keeper

SHORTEST, LONGEST = 10, 200
# A guesser who knows the lists of common words and passwords needs more tries than this (powers of ten).
WANTED_GUESSES = 10
LOOKED_AT = 64  # characters; whatever comes after them makes it only better
HASHER = PasswordHasher()


def change_passphrase(keeper_id: int, passphrase: str, actor: Actor, present: str) -> None:
    """Give a keeper a passphrase, or another one; whoever does it says theirs.

    Raises:
        InvalidInput: as `confirm` and `set_passphrase` do.
        TooManyTries: as `confirm` does.
    """
    needs_over(actor, keeper_id)
    confirm(keeper_id, actor, present)
    set_passphrase(keeper_id, passphrase, actor)


def set_passphrase(keeper_id: int, passphrase: str, actor: Actor) -> None:
    """Give a keeper a passphrase, or another one; phones that were signed in are signed out, and their tokens end.

    Raises:
        InvalidInput: when it is too short, too long, or would be guessed soon.
    """
    keeper = next((row for row in keepers() if row.id == keeper_id), None)
    if keeper is None:
        raise InvalidInput("There is no such keeper.")
    check_strength(keeper, passphrase)
    hashed = HASHER.hash(passphrase)  # takes a while: not inside the transaction, where others would wait
    with database.atomic():
        entry = write_of_person("passphrase", f"Passphrase of {keeper.name} set", actor, keeper_id)
        end_tokens_of(keeper_id, actor.now)
        KeeperSecret.create(entry=entry, keeper=keeper_id, hashed=hashed)


def check_strength(keeper: KeeperRow, passphrase: str) -> None:
    """Refuse a passphrase that is guessed soon by somebody who knows the keeper and the common ones.

    Raises:
        InvalidInput: in a sentence that says what is wanted.
    """
    if not SHORTEST <= len(passphrase) <= LONGEST:
        raise InvalidInput(
            f"A passphrase has {SHORTEST} to {LONGEST} characters; four words are easy to remember.", "passphrase"
        )
    from zxcvbn import zxcvbn  # reads its lists when it is imported

    places = [row.name for row in sites()]
    known = [keeper.name, *keeper.name.split(), keeper.initials, *places, "lamplight", "coffee"]
    if zxcvbn(passphrase[:LOOKED_AT], user_inputs=[word for word in known if word])["guesses_log10"] < WANTED_GUESSES:
        raise InvalidInput(
            "That passphrase is guessed soon. Take four words that only you would put together.", "passphrase"
        )


def confirm(keeper_id: int, actor: Actor, present: str) -> None:
    """Ask for the present passphrase before anything about a keeper is changed; `whose_is_asked` says for whose.

    Raises:
        InvalidInput: when it is not theirs.
        TooManyTries: after too many that were not.
    """
    row = whose_is_asked(keeper_id, actor, secrets_by_keeper())
    if row is None:
        return
    account, origin = str(row.keeper.id), f"form of {actor.keeper_id}"
    count_try(account, origin, actor.now)
    if not is_right(row, present):
        raise InvalidInput(f"That is not the present passphrase of {row.keeper.name}.", "present")
    forgive(account, origin)


def whose_is_asked(keeper_id: int, actor: Actor, secrets: Mapping[int, SecretRow]) -> SecretRow | None:
    """Whose passphrase is asked for before a keeper is changed.

    Of whoever is signed in; where nobody signs in, of the keeper whom the change is about. None where they have none.
    """
    return secrets.get((actor.keeper_id if actor.signed_in else keeper_id) or 0)


def is_right(row: SecretRow | None, passphrase: str) -> bool:
    """Whether a passphrase is a keeper's; for nobody's it takes as long, and is wrong."""
    try:
        return HASHER.verify(row.hashed if row else _nobodys(), passphrase[:LONGEST]) and row is not None
    except (VerificationError, InvalidHashError):
        return False


@cache
def _nobodys() -> str:
    """A hash that no passphrase has."""
    return HASHER.hash("nobody at all has this one")
