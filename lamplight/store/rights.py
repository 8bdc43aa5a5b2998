"""What each keeper is at a site."""

from __future__ import annotations

from peewee import fn

from lamplight.core.keepers.rights import ROLES, RoleAtSite
from lamplight.store.live import newest
from lamplight.store.models import KeeperRole, Site
from lamplight.store.sites import keepers


def roles_at(site_id: int) -> dict[int, RoleAtSite]:
    """The role of each keeper who is around and serves a site, by id."""
    return roles_by_site().get(site_id, {})


def keeper_names(site_id: int) -> dict[int, str]:
    """The names of those who lend a hand at a site, by id."""
    served = hands_at(site_id)
    return {row.id: row.name for row in keepers() if row.id in served}


def hands_at(site_id: int) -> set[int]:
    """Who lends a hand at a site: hours, addresses and mail are for them."""
    return {keeper_id for keeper_id, role in roles_at(site_id).items() if ROLES[role].lends_a_hand}


def sites_of(keeper_id: int) -> list[int]:
    """The numbers of the sites that somebody serves, in order."""
    return [site_id for site_id, roles in sorted(roles_by_site().items()) if keeper_id in roles]


def roles_by_site() -> dict[int, dict[int, RoleAtSite]]:
    """The same by site. Of whom nobody ever said anything, they look on at the first one."""
    around, said = {row.id for row in keepers()}, set()
    found: dict[int, dict[int, RoleAtSite]] = {}
    for row in newest(KeeperRole, "keeper", "site"):
        said.add(row.keeper_id)
        if row.serves and row.keeper_id in around:
            found.setdefault(row.site_id, {})[row.keeper_id] = RoleAtSite(row.role)
    first = Site.select(fn.MIN(Site.id)).scalar() if around - said else None
    if first is not None:
        found.setdefault(first, {}).update(dict.fromkeys(around - said, RoleAtSite.LOOKER))
    return found
