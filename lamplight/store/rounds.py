"""Rounds, the hours for them, and how far it is, as core objects."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import datetime
from enum import StrEnum

from lamplight.core.site.slots import KeeperAway, WeekSlot
from lamplight.store.models import Entry, KeeperAbsence, Round, RoundEventRow, SlotsVersion, WalksVersion
from lamplight.store.rights import hands_at
from lamplight.store.sites import newest_at


class RoundEvent(StrEnum):
    """What can happen on a round; the text says what to."""

    PACKED = "packed"
    UNPACKED = "unpacked"
    SKIPPED = "skipped"
    TAKEN_UP = "taken up"
    AT = "at"
    ENDED = "ended"


@dataclass(frozen=True)
class RoundRow:
    """A round that a keeper set out on.

    Attributes:
        id, entry_id: its own, and its line in the log.
        keeper_id: whose; None where nobody said who they are.
        begun_at, until: when it began, and by when it should be over.
        packed: keys of the lines of the bag that are packed.
        skipped: machine and item of what is not done this time.
        at: number of the machine at which the keeper is, or None.
        ended_at: when it ended, or None.
    """

    id: int
    entry_id: int
    keeper_id: int | None
    begun_at: datetime
    until: datetime
    packed: frozenset[str] = frozenset()
    skipped: frozenset[str] = frozenset()
    at: int | None = None
    ended_at: datetime | None = None


@dataclass(frozen=True)
class Ways:
    """How far it is.

    Attributes:
        home: the place where a keeper sets out and the cupboard stands.
        seconds: between two places, each pair once.
    """

    home: str = ""
    seconds: Mapping[tuple[str, str], int] = field(default_factory=dict)


def week_slots(site_id: int) -> tuple[WeekSlot, ...]:
    """The hours that were said of a site's week, of those who lend a hand there; empty where nobody said any."""
    row = newest_at(SlotsVersion, site_id)
    slots = [WeekSlot(*slot) for slot in row.slots] if row else []
    hands = {None, *hands_at(site_id)} if any(slot.keeper is not None for slot in slots) else {None}
    return tuple(slot for slot in slots if slot.keeper in hands)


@dataclass(frozen=True)
class KeeperAbsenceRow:
    """A keeper who is away; the entry is what undoing names."""

    entry_id: int
    away: KeeperAway
    label: str


def keeper_absences(site_id: int) -> list[KeeperAbsenceRow]:
    """Keepers who are away, by date."""
    rows = (
        KeeperAbsence.select()
        .join(Entry, on=KeeperAbsence.entry)
        .where(Entry.undone_at.is_null(), KeeperAbsence.site == site_id)
        .order_by(KeeperAbsence.first, KeeperAbsence.id)
    )
    return [
        KeeperAbsenceRow(row.entry_id, KeeperAway(row.keeper_id, row.first, row.last, row.stand_in_id), row.label)
        for row in rows
    ]


def keepers_away(site_id: int) -> tuple[KeeperAway, ...]:
    """The same, as the hours are reckoned with them."""
    return tuple(row.away for row in keeper_absences(site_id))


def ways(site_id: int) -> Ways:
    """How far it is at a site."""
    row = newest_at(WalksVersion, site_id)
    return Ways(row.home, {(one, other): seconds for one, other, seconds in row.seconds}) if row else Ways()


def round_row(round_id: int) -> RoundRow | None:
    """One round, or None where there is none or it was undone."""
    row = Round.select(Round, Entry).join(Entry).where(Round.id == round_id, Entry.undone_at.is_null()).first()
    return _row(row) if row else None


def open_round(site_id: int, keeper_id: int | None) -> RoundRow | None:
    """The newest round of a keeper that has not ended, or None."""
    ended = RoundEventRow.select(RoundEventRow.round).where(RoundEventRow.kind == RoundEvent.ENDED)
    rows = Round.select(Round, Entry).join(Entry)
    here = rows.where(Round.site == site_id, Entry.undone_at.is_null(), Round.id.not_in(ended))
    own = here.where(Round.keeper.is_null() if keeper_id is None else Round.keeper == keeper_id)
    row = own.order_by(Round.id.desc()).first()
    return _row(row) if row else None


def _row(row: Round) -> RoundRow:
    packed: set[str] = set()
    skipped: set[str] = set()
    at, ended_at = None, None
    for event in RoundEventRow.select().where(RoundEventRow.round == row.id).order_by(RoundEventRow.id):
        if event.kind in (RoundEvent.PACKED, RoundEvent.UNPACKED):
            (packed.add if event.kind == RoundEvent.PACKED else packed.discard)(event.text)
        elif event.kind in (RoundEvent.SKIPPED, RoundEvent.TAKEN_UP):
            (skipped.add if event.kind == RoundEvent.SKIPPED else skipped.discard)(event.text)
        elif event.kind == RoundEvent.AT:
            at = int(event.text) if event.text.isdigit() else None
        elif event.kind == RoundEvent.ENDED:
            ended_at = event.at
    return RoundRow(
        row.id,
        row.entry_id,
        row.keeper_id,
        row.begun_at,
        row.until,
        frozenset(packed),
        frozenset(skipped),
        at,
        ended_at,
    )
