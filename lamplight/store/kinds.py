"""The keeper's own kinds, as their files stand."""

from __future__ import annotations

from peewee import fn

from lamplight.store.models import Entry, KindVersion, MachineVersion
from lamplight.store.sites import newest


def own_kind_texts() -> dict[str, str]:
    """The text of each own kind that was not deleted, by key."""
    newest = (
        KindVersion.select(fn.MAX(KindVersion.id))
        .join(Entry, on=KindVersion.entry)
        .where(Entry.undone_at.is_null())
        .group_by(KindVersion.key)
    )
    rows = KindVersion.select().where(KindVersion.id.in_(newest)).order_by(KindVersion.key)
    return {row.key: row.text for row in rows if not row.deleted}


def own_kind_text(key: str) -> str | None:
    """The text of one own kind, or None."""
    row = (
        KindVersion.select()
        .join(Entry, on=KindVersion.entry)
        .where(KindVersion.key == key, Entry.undone_at.is_null())
        .order_by(KindVersion.id.desc())
        .first()
    )
    return None if row is None or row.deleted else row.text


def machines_of_kind(key: str) -> list[str]:
    """Names of the machines of a kind, retired ones too."""
    return sorted(version.name for version in newest(MachineVersion, "machine") if version.kind == key)
