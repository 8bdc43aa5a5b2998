"""Which programs may read and write, and for whom."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from enum import StrEnum

from lamplight.sight.actor import Actor
from lamplight.store.models import ApiToken
from lamplight.store.rights import roles_by_site
from lamplight.store.tokens import hashed


class Scope(StrEnum):
    """What a token is good for."""

    READINGS = "readings"
    LAMPS = "lamps"
    READ = "read"


@dataclass(frozen=True)
class TokenRow:
    """A token that is good: whose, for what, and what it is called."""

    id: int
    keeper_id: int
    scope: Scope
    name: str
    made_at: datetime


def good_tokens() -> list[TokenRow]:
    """Tokens that were not ended, the newest first."""
    rows = ApiToken.select().where(ApiToken.ended_at.is_null()).order_by(ApiToken.id.desc())
    return [TokenRow(row.id, row.keeper_id, Scope(row.scope), row.name, row.made_at) for row in rows]


def actors_of_token(token: str, scope: Scope, now: datetime) -> dict[int, Actor]:
    """Whoever a program writes for, by each site that they serve; none where the token is not good, not for that, or
    its keeper has left."""
    row = ApiToken.get_or_none(ApiToken.hashed == hashed(token), ApiToken.ended_at.is_null())
    if row is None or row.scope != scope.value:
        return {}
    return {
        site_id: Actor(now, row.keeper_id, True, role=roles[row.keeper_id], site_id=site_id)
        for site_id, roles in sorted(roles_by_site().items())
        if row.keeper_id in roles
    }
