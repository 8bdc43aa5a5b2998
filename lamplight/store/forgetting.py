"""Who has left, where they served, and what photos they took."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime

from lamplight.store.live import newest
from lamplight.store.models import Entry, KeeperRole, KeeperVersion, Photo
from lamplight.store.whereabouts import first_site

FORMER = "A former keeper ("


@dataclass(frozen=True)
class PersonRow:
    """Somebody who has left, with every name and initials that they ever had."""

    keeper_id: int
    name: str
    names: tuple[str, ...]
    initials: tuple[str, ...]


@dataclass(frozen=True)
class TakenPhoto:
    """A photo that somebody took."""

    id: int
    file: str
    title: str
    at: datetime


def former() -> list[PersonRow]:
    """Everybody who has left, in the order in which they came."""
    gone = {row.keeper_id: row.name for row in newest(KeeperVersion, "keeper") if not row.active}
    found: dict[int, tuple[list[str], list[str]]] = {key: ([], []) for key in gone}
    for row in KeeperVersion.select().where(KeeperVersion.keeper.in_(list(gone))).order_by(KeeperVersion.id):
        found[row.keeper_id][0].append(row.name)
        found[row.keeper_id][1].append(row.initials)
    return [
        PersonRow(key, gone[key], tuple(dict.fromkeys(names)), tuple(dict.fromkeys(initials)))
        for key, (names, initials) in sorted(found.items())
    ]


def is_former(row: PersonRow) -> bool:
    """Whether the name left the book already."""
    return row.name.startswith(FORMER)


def sites_ever_served(keeper_id: int) -> set[int]:
    """Every site at which somebody ever had a role; of whom nobody said anything, the first."""
    rows = KeeperRole.select(KeeperRole.site).where(KeeperRole.keeper == keeper_id).tuples()
    return {site_id for (site_id,) in rows} or {first_site()}


def photos_by(keeper_id: int) -> list[TakenPhoto]:
    """Photos of runs that somebody took, newest first."""
    rows = Photo.select(Photo, Entry).join(Entry, on=Photo.entry).where(Entry.keeper == keeper_id)
    return [TakenPhoto(row.id, row.file, row.title, row.at) for row in rows.order_by(Photo.id.desc())]
