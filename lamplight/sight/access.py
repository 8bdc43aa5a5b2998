"""By which ways somebody gets in."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass
from datetime import datetime

from lamplight.core.words import listed, plural
from lamplight.sight.api_tokens import TokenRow, good_tokens
from lamplight.sight.passkeys import KeyRow, good_keys
from lamplight.sight.sessions import SessionRow, open_sessions
from lamplight.store.invites import open_invites
from lamplight.store.mail import WishesRow, wishes_rows
from lamplight.store.models import Invite
from lamplight.store.plans import FeedRow, feeds


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
        site_id: where.
        keeper_ids: whose.
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
