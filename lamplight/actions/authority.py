"""Who may decide about what several sites share: a person who serves them, a kind of which machines stand at them."""

from __future__ import annotations

from collections.abc import Collection

from lamplight.actions.entries import Actor
from lamplight.core.errors import NotAllowed
from lamplight.core.keepers.rights import Right, RoleAtSite, allows
from lamplight.store.rights import roles_by_site
from lamplight.store.sites import machines, sites


def needs_over(actor: Actor, keeper_id: int) -> None:
    """Nothing, where somebody decides about themselves, or owns every site at which the other keeps machines.

    Raises:
        NotAllowed: otherwise; who owns one site alone says nothing about the keepers of another.
    """
    if actor.role is None or keeper_id == actor.keeper_id:
        return
    actor.needs(Right.OWN)
    served = [roles for roles in roles_by_site().values() if keeper_id in roles]
    if any(roles.get(actor.keeper_id or 0) is not RoleAtSite.OWNER for roles in served):
        raise NotAllowed("They serve another site as well. Ask somebody who owns both.")


def known_to(actor: Actor) -> set[int] | None:
    """Keepers whom somebody may bring along from another site, since they own that as well; None for all of them."""
    if actor.role is None:
        return None
    owned = [roles for roles in roles_by_site().values() if roles.get(actor.keeper_id or 0) is RoleAtSite.OWNER]
    return {keeper_id for roles in owned for keeper_id in roles}


def needs_where_used(actor: Actor, kind_keys: Collection[str]) -> None:
    """Nothing, where somebody who changes kinds keeps machines at every site at which one of these stands.

    Raises:
        NotAllowed: otherwise; dates at a site move only by those who keep its machines.
    """
    if actor.role is None or actor.site_id is None:
        return
    by_site = roles_by_site()
    for site in sites():
        if site.id == actor.site_id or all(row.kind not in kind_keys for row in machines(site.id)):
            continue
        role = by_site.get(site.id, {}).get(actor.keeper_id or 0)
        if role is None or not allows(role, Right.CARE):
            raise NotAllowed("Machines at another site go by that as well. Ask somebody who keeps both.")
