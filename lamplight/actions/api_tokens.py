"""Tokens for other programs: one scope each, shown once, kept as a hash, good until they are ended."""

from __future__ import annotations

from datetime import datetime

from lamplight.actions.person_lines import write_of_person
from lamplight.core.errors import InvalidInput
from lamplight.core.keepers.rights import Right
from lamplight.core.words import required
from lamplight.sight.access import Scope, good_tokens
from lamplight.sight.actor import Actor, needs_over
from lamplight.store.database import database
from lamplight.store.models import ApiToken
from lamplight.store.tokens import fresh_token, hashed

MOST_TOKENS = 20


SCOPE_WORDS = {
    Scope.READINGS: "write readings of counters",
    Scope.LAMPS: "write what a panel shows",
    Scope.READ: "read machines and what is due",
}
NEEDS = {Scope.READINGS: Right.REPORT, Scope.LAMPS: Right.REPORT, Scope.READ: Right.LOOK}


def make_token(scope: Scope, name: str, actor: Actor) -> str:
    """Make a token of one's own; answers it, which is kept nowhere.

    Raises:
        NotAllowed: where the keeper may not do that themselves.
        InvalidInput: without a name, for a program nobody knows, with many tokens, or where nobody is signed in.
    """
    actor.needs(NEEDS[scope])
    called = required(name, "What the token is for", 60, "token_name")
    if actor.keeper_id is None or actor.role is None:
        raise InvalidInput("A token belongs to a keeper who is signed in.", "token_name")
    if sum(row.keeper_id == actor.keeper_id for row in good_tokens()) >= MOST_TOKENS:
        raise InvalidInput("You have twenty tokens. End one first.", "token_name")
    token = fresh_token()
    with database.atomic():
        write_of_person("access", f"Token “{called}” made, to {SCOPE_WORDS[scope]}", actor, actor.keeper_id)
        ApiToken.create(keeper=actor.keeper_id, scope=scope.value, name=called, hashed=hashed(token), made_at=actor.now)
    return token


def end_token(token_id: int, actor: Actor) -> None:
    """End a token: one's own, or as an owner anybody's.

    Raises:
        NotAllowed: for another's, by whoever is no owner.
        InvalidInput: where there is none that is good.
    """
    row = next((one for one in good_tokens() if one.id == token_id), None)
    if row is None:
        raise InvalidInput("That token has ended already. Load the page again.")
    needs_over(actor, row.keeper_id)
    with database.atomic():
        ApiToken.update(ended_at=actor.now).where(ApiToken.id == token_id).execute()
        write_of_person("access", f"Token “{row.name}” ended", actor, row.keeper_id)


def end_tokens_of(keeper_id: int, now: datetime) -> int:
    """End every token of a keeper; answers how many there were."""
    gone = ApiToken.update(ended_at=now).where(ApiToken.keeper == keeper_id, ApiToken.ended_at.is_null())
    return int(gone.execute())
