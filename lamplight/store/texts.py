"""Files of the keeper's own, kinds and procedures, as they stand."""

from __future__ import annotations

from collections.abc import Collection

from peewee import fn

from lamplight.store.models import Entry, Machine, TextVersion
from lamplight.store.sites import newest_machines


def own_texts(model: type[TextVersion]) -> dict[str, str]:
    """The text of each own file that was not deleted, by key."""
    latest = (
        model.select(fn.MAX(model.id)).join(Entry, on=model.entry).where(Entry.undone_at.is_null()).group_by(model.key)
    )
    rows = model.select().where(model.id.in_(latest)).order_by(model.key)
    return {row.key: row.text for row in rows if not row.deleted}


def own_text(model: type[TextVersion], key: str) -> str | None:
    """The text of one own file, or None."""
    row = (
        model.select()
        .join(Entry, on=model.entry)
        .where(model.key == key, Entry.undone_at.is_null())
        .order_by(model.id.desc())
        .first()
    )
    return None if row is None or row.deleted else row.text


def last_text(model: type[TextVersion], key: str) -> str | None:
    """The text that was written last under a key, also where it was undone or deleted since; None where none was."""
    row = model.select().where(model.key == key, model.text != "").order_by(model.id.desc()).first()
    return None if row is None else row.text


def machines_of_kind(key: str, site_ids: Collection[int] | None = None) -> list[str]:
    """Names of the machines of a kind, retired ones too: at some sites, or at all."""
    rows = [version for version in newest_machines() if version.kind == key]
    if site_ids is not None:
        there = {row.id for row in Machine.select(Machine.id).where(Machine.site.in_(list(site_ids)))}
        rows = [row for row in rows if row.machine_id in there]
    return sorted(row.name for row in rows)
