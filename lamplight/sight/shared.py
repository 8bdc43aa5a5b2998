"""Which sites go by what several share, and who may change it."""

from __future__ import annotations

from collections.abc import Collection

from lamplight.core.errors import NotAllowed
from lamplight.core.keepers.rights import Right, allows
from lamplight.sight.actor import Actor
from lamplight.store.definitions import site_of_first_version, sites_that_hold
from lamplight.store.models import TextVersion
from lamplight.store.rights import roles_by_site
from lamplight.store.sites import machines, sites


def sites_of_kinds(kind_keys: Collection[str]) -> set[int]:
    """The sites at which machines of some kinds stand, retired ones too."""
    wanted = set(kind_keys)
    return {site.id for site in sites() if any(row.kind in wanted for row in machines(site.id, retired=True))}


def sites_of_text(versions: type[TextVersion], key: str, kind_keys: Collection[str]) -> set[int]:
    """The sites that a text of one's own concerns: where machines go by it, and where it was begun."""
    begun = site_of_first_version(versions, key)
    return sites_of_kinds(kind_keys) | ({begun} if begun is not None else set())


def sites_of_product(key: str, kind_keys: Collection[str]) -> set[int]:
    """The sites that a product concerns: in whose cupboards it is known, and where a kind usually takes it.

    Args:
        kind_keys: the kinds that usually take it.
    """
    return sites_that_hold(key) | sites_of_kinds(kind_keys)


def needs_at_all(actor: Actor, concerned: Collection[int], right: Right = Right.CARE) -> None:
    """Nothing, where somebody has a right at every site that is concerned.

    Raises:
        NotAllowed: otherwise; what holds at a site is changed only by those who keep its machines.
    """
    if actor.role is None or actor.site_id is None:
        return
    by_site = roles_by_site()
    for site_id in set(concerned) - {actor.site_id}:
        role = by_site.get(site_id, {}).get(actor.keeper_id or 0)
        if role is None or not allows(role, right):
            raise NotAllowed("Machines at another site go by that as well. Ask somebody who keeps both.")
