"""Passkeys (W3C Web Authentication): signing in with a phone's own lock, instead of a passphrase or after it.

What the phone proves is checked by the package webauthn. A key belongs to the name under which Lamplight was asked for
when it was made, and works under no other; it is never taken without the phone's own lock (user verification).
"""

from __future__ import annotations

import base64
import json
from collections.abc import Mapping
from datetime import datetime, timedelta
from typing import Any

from webauthn import (
    generate_authentication_options,
    generate_registration_options,
    options_to_json,
    verify_authentication_response,
    verify_registration_response,
)
from webauthn.helpers import base64url_to_bytes, bytes_to_base64url
from webauthn.helpers.exceptions import WebAuthnException
from webauthn.helpers.structs import (
    AuthenticatorSelectionCriteria,
    PublicKeyCredentialDescriptor,
    ResidentKeyRequirement,
    UserVerificationRequirement,
)

from lamplight.actions.passphrases import confirm
from lamplight.actions.person_lines import write_of_person
from lamplight.core.errors import InvalidInput
from lamplight.sight.access import Place, can_have_keys, good_keys
from lamplight.sight.actor import Actor, needs_over
from lamplight.store.database import database
from lamplight.store.models import Challenge, Passkey, TwoSteps
from lamplight.store.tokens import SecretRow, hashed, secrets_by_keeper

GOOD_FOR = timedelta(minutes=5)
MOST_KEYS = 10
LONGEST_CREDENTIAL = 1400  # in base64url; 1023 bytes are allowed (Web Authentication Level 3, 6.1.1)
NOT_TAKEN = "That passkey was not taken. Try again, or use your passphrase."


def ask_for_new(keeper_id: int, actor: Actor, present: str, place: Place) -> str:
    """What the browser is asked to make a key with, as JSON; only for oneself, with one's passphrase.

    Raises:
        InvalidInput: for another, for a name that is a number, with many keys, and as `confirm` does.
        TooManyTries: as `confirm` does.
    """
    _only_oneself(actor, keeper_id)
    if not can_have_keys(place.host):
        raise InvalidInput("A passkey belongs to a name. Open Lamplight under its name, not its number.", "passkey")
    confirm(keeper_id, actor, present)
    own = list(Passkey.select().where(Passkey.keeper == keeper_id, Passkey.ended_at.is_null()))
    if len(own) >= MOST_KEYS:
        raise InvalidInput("You have ten passkeys. End one first.", "passkey")
    keeper = secrets_by_keeper()[keeper_id].keeper
    options = generate_registration_options(
        rp_id=place.host, rp_name="Lamplight", user_id=f"keeper {keeper_id}".encode(), user_name=keeper.name,
        authenticator_selection=AuthenticatorSelectionCriteria(
            resident_key=ResidentKeyRequirement.REQUIRED, user_verification=UserVerificationRequirement.REQUIRED
        ),
        exclude_credentials=[PublicKeyCredentialDescriptor(base64url_to_bytes(row.credential)) for row in own],
    )  # fmt: skip
    _remember(options.challenge, keeper_id, actor.now)
    return options_to_json(options)


def add_key(answer: Mapping[str, Any], name: str, actor: Actor, place: Place) -> None:
    """Keep the key that the phone made.

    Raises:
        InvalidInput: where it is not what was asked for.
    """
    _only_oneself(actor, actor.keeper_id)
    challenge = _asked(answer, actor.keeper_id, actor.now)
    try:
        made = verify_registration_response(
            credential=dict(answer), expected_challenge=challenge, expected_rp_id=place.host,
            expected_origin=place.origin, require_user_verification=True,
        )  # fmt: skip
    except (WebAuthnException, ValueError, KeyError, TypeError) as problem:
        raise InvalidInput("That passkey was not made. Try again.", "passkey") from problem
    credential = bytes_to_base64url(made.credential_id)
    called = " ".join(name.split())[:40] or "a passkey"
    if len(credential) > LONGEST_CREDENTIAL or Passkey.select().where(Passkey.credential == credential).exists():
        raise InvalidInput("That passkey is known already.", "passkey")
    with database.atomic():
        write_of_person("access", f"Passkey “{called}” made", actor, actor.keeper_id or 0)
        Passkey.create(
            keeper=actor.keeper_id, credential=credential, public_key=made.credential_public_key,
            counted=made.sign_count, host=place.host, name=called, made_at=actor.now,
        )  # fmt: skip


def ask_for_known(place: Place, now: datetime) -> str:
    """What the browser is asked to prove, as JSON: that somebody holds any key of this name."""
    options = generate_authentication_options(rp_id=place.host, user_verification=UserVerificationRequirement.REQUIRED)
    _remember(options.challenge, None, now)
    return options_to_json(options)


def keeper_by_key(answer: Mapping[str, Any], place: Place, now: datetime) -> SecretRow:
    """The keeper whose key that is.

    Raises:
        InvalidInput: where it is nobody's, was ended, is of another name, or proves nothing.
    """
    challenge = _asked(answer, None, now)
    row = Passkey.get_or_none(Passkey.credential == str(answer.get("id", ""))[:LONGEST_CREDENTIAL])
    known = secrets_by_keeper().get(row.keeper_id) if row is not None and row.ended_at is None else None
    if row is None or known is None or row.host != place.host:
        raise InvalidInput(NOT_TAKEN, "passkey")
    try:
        proven = verify_authentication_response(
            credential=dict(answer), expected_challenge=challenge, expected_rp_id=place.host,
            expected_origin=place.origin, credential_public_key=bytes(row.public_key),
            credential_current_sign_count=row.counted, require_user_verification=True,
        )  # fmt: skip
    except (WebAuthnException, ValueError, KeyError, TypeError) as problem:
        raise InvalidInput(NOT_TAKEN, "passkey") from problem
    Passkey.update(counted=proven.new_sign_count, used_at=now).where(Passkey.id == row.id).execute()
    return known


def end_key(key_id: int, actor: Actor) -> None:
    """End a passkey: one's own, or as whoever owns every site that its keeper serves.

    Raises:
        NotAllowed: otherwise.
        InvalidInput: where there is none that is good.
    """
    row = next((one for one in good_keys() if one.id == key_id), None)
    if row is None:
        raise InvalidInput("That passkey has ended already. Load the page again.", "passkey")
    needs_over(actor, row.keeper_id)
    with database.atomic():
        Passkey.update(ended_at=actor.now).where(Passkey.id == key_id).execute()
        write_of_person("access", f"Passkey “{row.name}” ended", actor, row.keeper_id)


def end_keys_of(keeper_id: int, actor: Actor) -> int:
    """End every passkey of a keeper, as from the computer's own command line; answers how many."""
    own = [row for row in good_keys() if row.keeper_id == keeper_id]
    for row in own:
        end_key(row.id, actor)
    return len(own)


def want_two_steps(wanted: bool, actor: Actor, present: str) -> None:
    """Ask oneself for both from now on, passphrase and passkey; or for either.

    Raises:
        InvalidInput: without a passkey, and as `confirm` does.
        TooManyTries: as `confirm` does.
    """
    _only_oneself(actor, actor.keeper_id)
    keeper_id = actor.keeper_id or 0
    confirm(keeper_id, actor, present)
    if wanted and all(row.keeper_id != keeper_id for row in good_keys()):
        raise InvalidInput("Make a passkey first.", "passkey")
    with database.atomic():
        said = "Passphrase and passkey are both asked for" if wanted else "Passphrase or passkey is asked for"
        TwoSteps.create(entry=write_of_person("access", said, actor, keeper_id), keeper=keeper_id, wanted=wanted)


def _only_oneself(actor: Actor, keeper_id: int | None) -> None:
    if not actor.signed_in or keeper_id is None or actor.keeper_id != keeper_id:
        raise InvalidInput("A passkey is made by whoever it belongs to, signed in on their own phone.", "passkey")


def _remember(challenge: bytes, keeper_id: int | None, now: datetime) -> None:
    with database.atomic():
        Challenge.delete().where((Challenge.made_at < now - GOOD_FOR) | (Challenge.made_at > now + GOOD_FOR)).execute()
        Challenge.create(hashed=hashed(bytes_to_base64url(challenge)), keeper=keeper_id, made_at=now)


def _asked(answer: Mapping[str, Any], keeper_id: int | None, now: datetime) -> bytes:
    """The challenge that an answer answers, which is good once.

    Raises:
        InvalidInput: where nobody asked that, it was answered before, or is older than five minutes.
    """
    try:
        said = answer["response"]["clientDataJSON"]
        challenge = str(json.loads(base64.urlsafe_b64decode(said + "=" * (-len(said) % 4)))["challenge"])
    except (KeyError, TypeError, ValueError) as problem:
        raise InvalidInput(NOT_TAKEN, "passkey") from problem
    mine = Challenge.keeper.is_null() if keeper_id is None else Challenge.keeper == keeper_id
    row = Challenge.get_or_none(Challenge.hashed == hashed(challenge), mine)
    taken = row is not None and Challenge.delete().where(Challenge.id == row.id).execute() == 1
    if row is None or not taken or not timedelta(0) <= now - row.made_at <= GOOD_FOR:
        raise InvalidInput("That took too long, or was answered before. Try again.", "passkey")
    return base64url_to_bytes(challenge)
