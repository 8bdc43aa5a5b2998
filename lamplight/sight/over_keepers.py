"""Who may decide about a person who serves several sites."""

from __future__ import annotations

from lamplight.core.errors import NotAllowed
from lamplight.core.keepers.rights import Right, RoleAtSite
from lamplight.sight.actor import Actor
from lamplight.store.rights import roles_by_site


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
