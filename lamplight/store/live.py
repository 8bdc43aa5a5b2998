"""What counts of the facts: those whose entry was not undone. The queries that all others are made of."""

from __future__ import annotations

from collections.abc import Collection
from functools import partial
from typing import Any

from peewee import ModelSelect, fn

from lamplight.store.models import Entry, Fact
from lamplight.store.prepared import fetched_of, fetched_once


def live(model: type[Fact], machine_ids: Collection[int] | None = None) -> ModelSelect:
    """Facts that count, of some machines or of all, in the order in which they were written."""
    rows = model.select(model).join(Entry, on=model.entry).where(Entry.undone_at.is_null()).order_by(model.id)
    return rows if machine_ids is None else rows.where(model.machine.in_(list(machine_ids)))


def by_moment(model: type[Fact], machine_ids: Collection[int] | None = None) -> ModelSelect:
    """The same with their entry, by the moment from which they hold."""
    return live(model, machine_ids).select(model, Entry).order_by(Entry.at, model.id)


def facts_of(model: type[Fact], machine_ids: Collection[int] | None = None) -> list[Any]:
    """The same, fetched."""
    return fetched_of(("by moment", model), partial(by_moment, model), machine_ids)


def newest(model: type[Fact], *subject: str) -> list[Any]:
    """The newest live version of each subject, which columns name, in order of it."""

    def build() -> ModelSelect:
        keys = [getattr(model, name) for name in subject]
        last = live(model).select(fn.MAX(model.id)).order_by().group_by(*keys)
        return model.select().where(model.id.in_(last)).order_by(*keys)

    return fetched_once(("newest", model, subject), build)
