"""Stickers, and reports of passers-by, as core objects."""

from __future__ import annotations

from dataclasses import dataclass

from peewee import fn

from lamplight.core.guest.reports import GuestTelling, GuestTells
from lamplight.store.models import Entry, GuestReport, Machine, StickerVersion
from lamplight.store.prepared import fetched


@dataclass(frozen=True)
class StickerRow:
    """The sticker of a machine.

    Attributes:
        token: what its code carries.
        photos: whether a photo may be sent.
    """

    machine_id: int
    token: str
    photos: bool


def stickers() -> dict[int, StickerRow]:
    """The sticker of each machine that has one."""
    latest = (
        StickerVersion.select(fn.MAX(StickerVersion.id))
        .join(Entry)
        .where(Entry.undone_at.is_null())
        .group_by(StickerVersion.machine)
    )
    rows = StickerVersion.select().where(StickerVersion.id.in_(latest), StickerVersion.token.is_null(False))
    return {row.machine_id: StickerRow(row.machine_id, row.token, row.photos) for row in rows}


@dataclass(frozen=True)
class ReportRow:
    """A report that was sent: its number, how often, and the file of its photo, or empty."""

    id: int
    report: GuestTelling
    times: int
    photo: str


def waiting_reports(machine_id: int | None = None) -> list[ReportRow]:
    """Reports that nobody decided about, oldest first."""
    rows = GuestReport.select().where(GuestReport.decided_at.is_null()).order_by(GuestReport.at, GuestReport.id)
    if machine_id is not None:
        rows = rows.where(GuestReport.machine == machine_id)
    return [
        ReportRow(
            row.id, GuestTelling(row.machine_id, GuestTells(row.told), row.at, tuple(row.shows or ()), row.words),
            row.times, row.photo,
        )
        for row in rows
    ]  # fmt: skip


def how_many_wait(site_id: int) -> int:
    """How many reports of a site's machines nobody decided about."""
    waiting = GuestReport.select(fn.COUNT(GuestReport.id)).join(Machine).where(GuestReport.decided_at.is_null())
    (row,) = fetched("reports that wait", lambda site: waiting.where(Machine.site == site).tuples(), site_id)
    return int(row[0])


def reports_decided() -> dict[int, tuple[int, int]]:
    """How many reports of each machine's guests were accepted, and how many not."""
    accepted = fn.SUM(GuestReport.entry.is_null(False).cast("INTEGER"))
    rows = (
        GuestReport.select(GuestReport.machine, accepted.alias("good"), fn.COUNT(GuestReport.id).alias("all"))
        .where(GuestReport.decided_at.is_null(False))
        .group_by(GuestReport.machine)
        .tuples()
    )
    return {machine: (good or 0, known - (good or 0)) for machine, good, known in rows}
