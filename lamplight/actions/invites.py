"""Inviting somebody to keep machines here: by a link or its code, good once and for two days."""

from __future__ import annotations

from datetime import datetime

from lamplight.actions.entries import write_entry
from lamplight.actions.passphrases import check_strength, set_passphrase
from lamplight.actions.sites import save_keeper, serve_too
from lamplight.core.errors import InvalidInput
from lamplight.core.keepers.rights import Right, RoleAtSite
from lamplight.sight.access import invite_of
from lamplight.sight.actor import Actor, here
from lamplight.store.database import database
from lamplight.store.models import Invite
from lamplight.store.sites import KeeperRow, SiteRow
from lamplight.store.tokens import fresh_token, hashed, open_invites

MOST_OPEN = 20
GONE = "That invitation was used, withdrawn, or is older than two days. Ask for a new one."


def make_invite(site: SiteRow, role: RoleAtSite, actor: Actor) -> str:
    """Invite somebody; answers what the link carries, which is kept nowhere.

    Raises:
        NotAllowed: for whoever is no owner.
        InvalidInput: where many invitations are open already.
    """
    actor.needs(Right.OWN)
    if len(open_invites(site.id, actor.now)) >= MOST_OPEN:
        raise InvalidInput("Twenty invitations are open already. Withdraw one first.", "invite")
    token = fresh_token()
    with database.atomic():
        write_entry("access", f"Somebody invited as {role.value}", actor)
        Invite.create(site=site.id, role=role.value, hashed=hashed(token), made_by=actor.keeper_id, made_at=actor.now)
    return token


def withdraw_invite(invite_id: int, actor: Actor) -> None:
    """Let an invitation be good for nothing.

    Raises:
        NotAllowed: for whoever is no owner.
        InvalidInput: where there is none.
    """
    actor.needs(Right.OWN)
    with database.atomic():
        gone = Invite.update(withdrawn_at=actor.now).where(
            Invite.id == invite_id, Invite.site == here(actor), Invite.used_at.is_null(), Invite.withdrawn_at.is_null()
        )
        if gone.execute() != 1:
            raise InvalidInput(GONE)
        write_entry("access", "Invitation withdrawn", actor)


def accept_invite(token: str, name: str, initials: str, passphrase: str, now: datetime) -> int:
    """Become a keeper by an invitation; answers the keeper's id. All of it happens, or nothing.

    Raises:
        InvalidInput: where it is good no more, and as `save_keeper` and `set_passphrase` do.
    """
    _good(token, now)
    check_strength(KeeperRow(0, name.strip(), initials.strip(), True), passphrase)
    with database.atomic():
        row = _good(token, now)
        as_invited = Actor(now, site_id=row.site_id)  # by the right of whoever invited them
        keeper_id = save_keeper(name, initials, as_invited, role=RoleAtSite(row.role))
        set_passphrase(keeper_id, passphrase, as_invited)
        _use(row, keeper_id, name.strip() or initials, now)
    return keeper_id


def accept_as(token: str, who: KeeperRow, now: datetime) -> int:
    """Serve the site of an invitation as well, as somebody who serves another; answers the site's id.

    So each owner grants their own site to somebody whom another one let in.

    Raises:
        InvalidInput: where it is good no more, or they serve that site already.
    """
    with database.atomic():
        row = _good(token, now)
        serve_too(who.id, RoleAtSite(row.role), Actor(now, site_id=row.site_id))  # by the right of whoever invited them
        _use(row, who.id, who.name, now)
    return row.site_id  # type: ignore[no-any-return]


def _good(token: str, now: datetime) -> Invite:
    row = invite_of(token, now)
    if row is None:
        raise InvalidInput(GONE)
    return row


def _use(row: Invite, keeper_id: int, name: str, now: datetime) -> None:
    Invite.update(used_at=now, used_by=keeper_id).where(Invite.id == row.id, Invite.used_at.is_null()).execute()
    write_entry("access", f"{name} joined as {row.role}", Actor(now, keeper_id, site_id=row.site_id))
