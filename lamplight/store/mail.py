"""Mail as it stands in the book: how it leaves, who wants what, and the outbox."""

from __future__ import annotations

import json
from collections.abc import Collection
from dataclasses import dataclass
from datetime import datetime
from pathlib import Path

from lamplight.core.mail.outbox import MailState
from lamplight.core.mail.wishes import NoteKind, Wishes
from lamplight.store.files import keep_private, write_whole
from lamplight.store.models import Entry, MailVersion, Outgoing, PanelSighting, ToldOnce, WishesVersion
from lamplight.store.rights import hands_at
from lamplight.store.sites import newest_at


@dataclass(frozen=True)
class MailSettings:
    """How mail leaves.

    Attributes:
        way: ``none``, ``catcher`` or ``smtp``.
        host, port, security, user: of the server; security is ``none``, ``starttls`` or ``tls``.
        sender: from whom mails come.
        address: of the application, for links, without a slash at its end; empty for the one it was started under.
    """

    way: str = "none"
    host: str = ""
    port: int = 587
    security: str = "starttls"
    user: str = ""
    sender: str = ""
    address: str = ""


def mail_settings(site_id: int) -> MailSettings | None:
    """How mail leaves a site; None where nobody said."""
    row = newest_at(MailVersion, site_id)
    if row is None:
        return None
    return MailSettings(row.way, row.host, row.port, row.security, row.user, row.sender, row.address)


@dataclass(frozen=True)
class WishesRow:
    """What a keeper wants to be told.

    Attributes:
        keeper_id: who; None where nobody has a name.
        mailbox: where to.
        wishes: what.
        stop_token: what the link in a mail carries that stops it.
    """

    keeper_id: int | None
    mailbox: str
    wishes: Wishes
    stop_token: str


def wishes_rows(site_id: int) -> list[WishesRow]:
    """What holds for each keeper who gave a mailbox and serves the site, in the order of keepers."""
    here = {None, *hands_at(site_id)}
    rows = (
        WishesVersion.select()
        .join(Entry)
        .where(Entry.undone_at.is_null(), WishesVersion.site == site_id)
        .order_by(WishesVersion.id)
    )
    newest = {row.keeper_id: row for row in rows}
    return [
        WishesRow(
            row.keeper_id,
            row.mailbox,
            Wishes(row.morning, row.minute, row.at_once, row.week_day),
            row.stop_token,
        )
        for _, row in sorted(newest.items(), key=lambda pair: pair[0] or 0)
        if row.mailbox and row.keeper_id in here
    ]


@dataclass(frozen=True)
class MailRow:
    """A mail of the outbox; attributes as the table has them."""

    id: int
    site_id: int
    keeper_id: int | None
    kind: NoteKind
    subject: str
    text: str
    html: str
    message_id: str
    made_at: datetime
    until: datetime
    state: MailState
    tries: int
    next_at: datetime
    sent_at: datetime | None
    problem: str


def _row(row: Outgoing) -> MailRow:
    return MailRow(
        row.id, row.site_id, row.keeper_id, NoteKind(row.kind), row.subject, row.text, row.html, row.message_id,
        row.made_at, row.until, MailState(row.state), row.tries, row.next_at, row.sent_at, row.problem,
    )  # fmt: skip


def mails(site_id: int, most: int) -> list[MailRow]:
    """The outbox, newest first."""
    rows = Outgoing.select().where(Outgoing.site == site_id).order_by(Outgoing.id.desc()).limit(most)
    return [_row(row) for row in rows]


def mail_row(mail_id: int) -> MailRow | None:
    """One mail, or None."""
    row = Outgoing.get_or_none(Outgoing.id == mail_id)
    return _row(row) if row else None


def mails_in(states: Collection[MailState]) -> list[MailRow]:
    """The mails that stand so, oldest first."""
    return [_row(row) for row in Outgoing.select().where(Outgoing.state.in_(list(states))).order_by(Outgoing.id)]


def message_ids(site_ids: Collection[int]) -> set[str]:
    """What the mails of some sites are known by, as far as the outbox still has them."""
    return {row.message_id for row in Outgoing.select(Outgoing.message_id).where(Outgoing.site.in_(list(site_ids)))}


def keys_told(site_id: int, keeper_id: int | None) -> set[str]:
    """What a keeper was told, or is told by a mail that waits."""
    rows = ToldOnce.select(ToldOnce.key).where(ToldOnce.site == site_id, ToldOnce.keeper_number == (keeper_id or 0))
    return {row.key for row in rows}


def keys_of(mail_id: int) -> set[str]:
    """What one mail tells."""
    return {row.key for row in ToldOnce.select(ToldOnce.key).where(ToldOnce.mail == mail_id)}


def last_note(site_id: int, keeper_id: int | None, kind: NoteKind) -> datetime | None:
    """When the newest mail of a sort was written for a keeper, or None."""
    own = Outgoing.keeper.is_null() if keeper_id is None else Outgoing.keeper == keeper_id
    row = (
        Outgoing.select(Outgoing.made_at)
        .where(Outgoing.site == site_id, own, Outgoing.kind == kind)
        .order_by(Outgoing.id.desc())
        .first()
    )
    return row.made_at if row else None


def seen_by(machine_id: int, at: datetime) -> int | None:
    """The keeper who wrote down what a panel showed at a moment, or None."""
    row = (
        PanelSighting.select(Entry.keeper)
        .join(Entry, on=PanelSighting.entry)
        .where(PanelSighting.machine == machine_id, PanelSighting.at == at, Entry.undone_at.is_null())
        .order_by(PanelSighting.id.desc())
        .tuples()
        .first()
    )
    return row[0] if row else None


def password_file(folder: Path, site_id: int) -> Path:
    """Where a site's password lies."""
    return folder / f"mail-{site_id}.password"


def keep_password(folder: Path, site_id: int, host: str, user: str, password: str) -> None:
    """Keep a site's password with the server and the user that it belongs to; an empty one is taken away."""
    path = password_file(folder, site_id)
    if not password:
        path.unlink(missing_ok=True)
        return
    kept = {"host": host.lower(), "user": user, "password": password}
    write_whole(path, json.dumps(kept, ensure_ascii=False).encode(), replace=True)


def mail_password(folder: Path, site_id: int, settings: MailSettings | None) -> str:
    """The password for a site's server and user as they are set; empty where it is none or another's."""
    path = password_file(folder, site_id)
    if settings is None or not settings.user or not path.exists():
        return ""
    keep_private(path)
    try:
        kept = json.loads(path.read_text("utf-8"))
        own = (kept["host"], kept["user"]) == (settings.host.lower(), settings.user)
        return str(kept["password"]) if own else ""
    except (ValueError, KeyError, TypeError):
        return ""  # written by another hand; it is asked for again


def belongs_elsewhere(folder: Path, site_id: int, host: str, user: str) -> bool:
    """Whether a password is kept, and it is that of another server or user."""
    kept = password_file(folder, site_id).exists()
    return kept and not mail_password(folder, site_id, MailSettings(host=host, user=user))
