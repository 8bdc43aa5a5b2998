"""The passer-by: what they see of a machine, what they tell, and what a keeper makes of it."""

from __future__ import annotations

import secrets
from collections.abc import Collection
from datetime import datetime

from PIL import Image

from lamplight.actions.care import mark_done
from lamplight.actions.entries import write_entry
from lamplight.actions.lamps import note_sighting
from lamplight.actions.photos import shrunk
from lamplight.core.care.item import ItemRole
from lamplight.core.errors import InvalidInput
from lamplight.core.guest.reports import LONGEST_WORDS, GuestTelling, GuestTells, already_told
from lamplight.core.keepers.rights import Right
from lamplight.core.lamps.intervals import Filling, filled_event
from lamplight.core.lamps.match import PanelSignals, checked_signals
from lamplight.core.words import optional
from lamplight.sight.actor import Actor, check_site
from lamplight.sight.guests import MOST_WAITING, may_tell, shows_of, signals_of
from lamplight.sight.kinds import kind_of
from lamplight.sight.machine_view import MachineView
from lamplight.store.database import database, photo_folder
from lamplight.store.files import write_whole
from lamplight.store.guests import ReportRow, waiting_reports
from lamplight.store.models import DeviceEvent, Entry, GuestReport, Photo
from lamplight.store.sites import SiteRow, machine
from lamplight.store.whereabouts import site_of_machine


def tell_as_guest(
    view: MachineView, told: GuestTells, now: datetime, signals: PanelSignals | None = None, words: str = "",
    photo: bytes = b"",
) -> GuestTelling:  # fmt: skip
    """Keep what a passer-by tells; what was told already is told once.

    Args:
        now: aware.
        signals: the panel as they touched it.
        words: a few of their own.
        photo: a picture, where the sticker allows it.

    Raises:
        InvalidInput: for what this machine has not, a panel that shows nothing, too many words, or no photo.
    """
    if told not in may_tell(view):
        raise InvalidInput("This machine has no such thing.")
    said = optional(words, "What you wrote", LONGEST_WORDS, "words")
    shown = checked_signals(view.whole_kind.panel, signals or PanelSignals())
    if told is GuestTells.PANEL and shown.dark:
        raise InvalidInput("Touch what the panel shows first.", "panel")
    if told is GuestTells.WORDS and not said:
        raise InvalidInput("Say what it is, in a few words.", "words")
    report = GuestTelling(view.row.id, told, now, shows_of(shown) if told is GuestTells.PANEL else (), said)
    with database.atomic():
        waiting = waiting_reports(view.row.id)
        same = already_told(report, [row.report for row in waiting])
        if same is not None:
            row = next(one for one in waiting if one.report is same)
            GuestReport.update(times=GuestReport.times + 1).where(GuestReport.id == row.id).execute()
            return same
        if len(waiting) >= MOST_WAITING:
            raise InvalidInput("Thank you. So much was told of this machine that its keepers have to look first.")
        file = _kept_photo(photo) if photo else ""
        GuestReport.create(
            machine=view.row.id, told=told.value, at=now, shows=list(report.shows) or None, words=said, photo=file
        )
    return report


def _kept_photo(data: bytes) -> str:
    small, _, _ = shrunk(data)
    name = f"{secrets.token_hex(12)}.jpg"
    photo_folder().mkdir(parents=True, exist_ok=True, mode=0o700)
    write_whole(photo_folder() / name, small)
    return name


def accept_reports(ids: Collection[int], site: SiteRow, actor: Actor) -> int:
    """Let reports count from the time at which they were sent; answers how many. All of them, or none.

    Raises:
        NotAllowed: for whoever looks on.
        InvalidInput: where one was decided about, or cannot be so any more.
    """
    actor.needs(Right.DO)
    with database.atomic():
        for row in _waiting(ids):
            entry_id = _as_fact(row, site, actor)
            _decide(row, actor, entry_id)
            if row.photo:
                _attach(row, entry_id)
    return len(ids)


def dismiss_reports(ids: Collection[int], actor: Actor) -> int:
    """Let reports count for nothing; answers how many. Their photos are deleted.

    Raises:
        NotAllowed: for whoever looks on.
        InvalidInput: where one was decided about.
    """
    actor.needs(Right.DO)
    with database.atomic():
        rows = _waiting(ids)
        for row in rows:
            if actor.site_id is not None:
                check_site(site_of_machine(row.report.machine), actor.site_id)
            _decide(row, actor, None)
    for row in rows:
        if row.photo:
            (photo_folder() / row.photo).unlink(missing_ok=True)
    return len(rows)


def _waiting(ids: Collection[int]) -> list[ReportRow]:
    known = {row.id: row for row in waiting_reports()}
    if not ids:
        raise InvalidInput("Tick what you mean.")
    if not set(ids) <= set(known):
        raise InvalidInput("Somebody decided about that already. Load the page again.")
    return [known[one] for one in sorted(set(ids))]


def _decide(row: ReportRow, actor: Actor, entry_id: int | None) -> None:
    decided = {"decided_at": actor.now, "decided_by": actor.keeper_id, "entry": entry_id}
    GuestReport.update(**decided).where(GuestReport.id == row.id, GuestReport.decided_at.is_null()).execute()


def _as_fact(row: ReportRow, site: SiteRow, actor: Actor) -> int:
    """What a report becomes; answers the line of the log."""
    report = row.report
    known = machine(site.id, report.machine)
    if known is None:
        raise InvalidInput("There is no such machine.")
    before = Entry.select(Entry.id).order_by(Entry.id.desc()).scalar() or 0
    if report.told is GuestTells.FILLED:
        entry = write_entry("event", "Tank filled by a guest", actor, known.id, at=report.at)
        DeviceEvent.create(entry=entry, machine=known.id, what=filled_event(Filling.WATER), at=report.at)
    elif report.told is GuestTells.EMPTIED:
        mark_done([(known, _drawer(known.kind))], report.at, actor)
    elif report.told is GuestTells.PANEL:
        note_sighting(known, signals_of(report.shows), report.at, actor)
    else:
        # That a tray was tipped out is no care of it: nobody dried its seat.
        write_entry("guest", f"A guest says: {report.in_words}", actor, known.id, at=report.at)
    fresh = Entry.select(Entry.id).where(Entry.id > before).order_by(Entry.id)
    return int(fresh.scalar())


def _drawer(kind: str) -> str:
    item = kind_of(kind).item_of(ItemRole.DRAWER)
    if item is None:
        raise InvalidInput("This machine has no drawer that is emptied.")
    return item.key


def _attach(row: ReportRow, entry_id: int) -> None:
    with Image.open(photo_folder() / row.photo) as picture:
        width, height = picture.size
    Photo.create(
        entry=entry_id, machine=row.report.machine, run=None, title=row.report.words[:120] or "Sent by a guest",
        file=row.photo, width=width, height=height, at=row.report.at,
    )  # fmt: skip
