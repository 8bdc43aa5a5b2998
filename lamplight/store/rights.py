"""What each keeper is at a site."""

from __future__ import annotations

from peewee import fn

from lamplight.core.keepers.rights import RoleAtSite
from lamplight.store.models import Entry, KeeperRole
from lamplight.store.sites import keepers


def roles_at(site_id: int) -> dict[int, RoleAtSite]:
    """The role of each keeper who is around, by id; of whom nobody said anything, that of a looker."""
    latest = (
        KeeperRole.select(fn.MAX(KeeperRole.id))
        .join(Entry)
        .where(Entry.undone_at.is_null(), KeeperRole.site == site_id)
        .group_by(KeeperRole.keeper)
    )
    said = {row.keeper_id: RoleAtSite(row.role) for row in KeeperRole.select().where(KeeperRole.id.in_(latest))}
    return {row.id: said.get(row.id, RoleAtSite.LOOKER) for row in keepers()}
