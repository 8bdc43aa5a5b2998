"""By which ways somebody gets in, what reaches them, and whose name may leave the book."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass
from datetime import datetime, timedelta
from enum import StrEnum
from ipaddress import ip_address

from lamplight.core.words import listed, plural
from lamplight.sight.actor import Actor
from lamplight.store.forgetting import PersonRow, former, is_former
from lamplight.store.live import newest
from lamplight.store.mail import WishesRow, wishes_rows
from lamplight.store.models import ApiToken, Invite, Passkey, SignIn, TwoSteps
from lamplight.store.plans import FeedRow, feeds
from lamplight.store.rights import roles_by_site
from lamplight.store.sites import SiteRow
from lamplight.store.tokens import GOOD_FOR, SecretRow, hashed, open_invites, secrets_by_keeper


@dataclass(frozen=True)
class Access:
    """What lets one person in, and what reaches them, as far as one site knows of it.

    Attributes:
        sessions, keys, tokens: of them, wherever they serve.
        feeds: addresses of their calendar at the site.
        mail: what they are told by mail of the site, or None.
        invites: open invitations to the site that they made.
    """

    sessions: tuple[SessionRow, ...] = ()
    keys: tuple[KeyRow, ...] = ()
    tokens: tuple[TokenRow, ...] = ()
    feeds: tuple[FeedRow, ...] = ()
    mail: WishesRow | None = None
    invites: tuple[Invite, ...] = ()

    @property
    def words(self) -> str:
        """How much there is of it: ``2 sessions, 1 passkey and mail``; empty for nothing."""
        counts = (
            (self.sessions, "session"), (self.keys, "passkey"), (self.tokens, "token"),
            (self.feeds, "calendar"), (self.invites, "invitation"),
        )  # fmt: skip
        return listed([*(plural(len(rows), what) for rows, what in counts if rows), *(["mail"] if self.mail else [])])


def access_at(site_id: int, keeper_ids: Collection[int], now: datetime, token: str = "") -> dict[int, Access]:
    """What lets each of some keepers in.

    Args:
        now: by the server's clock.
        token: what this browser's cookie carries, or nothing.
    """
    sessions, keys, tokens = open_sessions(now, token), good_keys(), good_tokens()
    addresses, wishes, invites = feeds(site_id), wishes_rows(site_id), open_invites(site_id, now)
    return {
        key: Access(
            tuple(row for row in sessions if row.keeper_id == key),
            tuple(row for row in keys if row.keeper_id == key),
            tuple(row for row in tokens if row.keeper_id == key),
            tuple(row for row in addresses if row.keeper_id == key),
            next((row for row in wishes if row.keeper_id == key and row.wishes.any), None),
            tuple(row for row in invites if row.made_by_id == key),
        )
        for key in keeper_ids
    }


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


def invite_of(token: str, now: datetime) -> Invite | None:
    """The invitation whose link carries that; None where it is good no more."""
    row = Invite.get_or_none(Invite.hashed == hashed(token))
    good = row is not None and row.used_at is None and row.withdrawn_at is None and now - row.made_at < GOOD_FOR
    return row if good else None


def may_be_forgotten() -> list[PersonRow]:
    """Those who have left and whose name stands in the book."""
    return [row for row in former() if not is_former(row)]


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


def wishes_of_token(site: SiteRow, token: str) -> WishesRow | None:
    """Whose mails a link stops; None for a link that is none, or of somebody who gets none."""
    return next((row for row in wishes_rows(site.id) if row.stop_token == token), None)
