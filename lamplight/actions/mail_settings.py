"""Saying how mail leaves, and what each keeper wants to be told by it."""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path
from secrets import token_urlsafe
from urllib.parse import urlsplit

from lamplight.actions.entries import write_entry
from lamplight.core.errors import InvalidInput
from lamplight.core.keepers.rights import Right
from lamplight.core.mail.outbox import MailState
from lamplight.core.mail.wishes import NoteKind, Wishes
from lamplight.core.words import optional, required
from lamplight.formats.mail_message import mail_address
from lamplight.sight.access import wishes_of_token
from lamplight.sight.actor import Actor
from lamplight.store.database import database
from lamplight.store.mail import MailSettings, WishesRow, belongs_elsewhere, keep_password, mail_settings, wishes_rows
from lamplight.store.models import MailVersion, Outgoing, WishesVersion
from lamplight.store.rights import keeper_names
from lamplight.store.sites import SiteRow, keepers

NONE, CATCHER, SERVER = "none", "catcher", "smtp"
SECURITY = {"starttls": "encrypted once it is connected (587)", "tls": "encrypted from the start (465)", "none": "open"}
LONGEST_PASSWORD = 500
FROM_ITSELF = "lamplight@localhost"


@dataclass(frozen=True)
class ServerFields:
    """How mail leaves, as typed; a password of None is left as it is, an empty one is taken away."""

    way: str
    host: str = ""
    port: int = 0
    security: str = "starttls"
    user: str = ""
    sender: str = ""
    address: str = ""
    password: str | None = None


def save_mail(site: SiteRow, typed: ServerFields, folder: Path, actor: Actor) -> None:
    """Say how mail leaves.

    Args:
        folder: of the data; the password lies there in a file of its own, in no backup and in no log.

    Raises:
        InvalidInput: for anything that is no way, server or address.
    """
    actor.needs(Right.OWN)
    known = mail_settings(site.id) or MailSettings()
    if typed.way not in (NONE, CATCHER, SERVER):
        raise InvalidInput("Choose how mail leaves.", "way")
    address = _own_address(typed.address) if typed.way != NONE else known.address
    host, port, security, user, sender = known.host, known.port, known.security, known.user, known.sender
    if typed.way == SERVER:
        host = required(typed.host, "The name of the mail server", 200, "host")
        if "/" in host or " " in host or ":" in host:
            raise InvalidInput("The mail server is a name such as mail.example.org, its port stands beside it.", "host")
        if not 1 <= typed.port <= 65535:
            raise InvalidInput("The port is a number from 1 to 65535; most servers take 587.", "port")
        if typed.security not in SECURITY:
            raise InvalidInput("Choose how the way to the server is kept from others' eyes.", "security")
        port, security = typed.port, typed.security
        user = optional(typed.user, "The name to sign in with", 200, "user")
        if user and security == "none" and host not in ("localhost", "127.0.0.1", "::1"):
            raise InvalidInput("A password is not sent over an open line. Choose an encrypted one.", "security")
        if typed.password and len(typed.password) > LONGEST_PASSWORD:
            raise InvalidInput(f"The password is longer than {LONGEST_PASSWORD} characters.", "password")
        if user and typed.password is None and belongs_elsewhere(folder, site.id, host, user):
            raise InvalidInput(
                f"The password kept here is for another server or name. Type that of {host}.", "password"
            )
        sender = mail_address(typed.sender, "The sender", "sender")
    with database.atomic():
        words = {NONE: "No mail is sent", CATCHER: "Mail is caught here", SERVER: f"Mail leaves by {host}"}
        entry = write_entry("mail", words[typed.way], actor)
        MailVersion.create(
            entry=entry, site=site.id, way=typed.way, host=host, port=port, security=security, user=user,
            sender=sender, address=address,
        )  # fmt: skip
        if typed.way == SERVER and typed.password is not None:
            keep_password(folder, site.id, host, user, typed.password if user else "")


def _own_address(text: str) -> str:
    """Under which address the application is reached, for links; empty for the one under which it was started.

    Raises:
        InvalidInput: for what is none.
    """
    if not text.strip():
        return ""
    parts = urlsplit(text.strip().rstrip("/"))
    if parts.scheme not in ("http", "https") or not parts.hostname or parts.query or len(text) > 200 or " " in text:
        raise InvalidInput("Lamplight’s own address is such as http://192.168.1.20:8000.", "address")
    return parts.geturl()


def save_wishes(site: SiteRow, keeper_id: int | None, mailbox: str, wishes: Wishes, actor: Actor) -> None:
    """Say what a keeper wants to be told, and where to.

    Raises:
        InvalidInput: for an unknown keeper, or a mailbox that is none.
    """
    names = keeper_names(site.id)
    if keeper_id is not None and keeper_id not in names:
        raise InvalidInput("That keeper is no longer there. Load the page again.")
    to = mail_address(mailbox, "The mailbox", "mailbox") if wishes.any or mailbox.strip() else ""
    _write(site, keeper_id, to, wishes, names.get(keeper_id or 0, "whoever keeps the machines"), actor)


def _write(site: SiteRow, keeper_id: int | None, mailbox: str, wishes: Wishes, name: str, actor: Actor) -> None:
    known = next((row for row in wishes_rows(site.id) if row.keeper_id == keeper_id), None)
    told = [words for wanted, words in (
        (wishes.morning, f"each morning at {wishes.minute // 60:02}:{wishes.minute % 60:02}"),
        (wishes.at_once, "at once"), (wishes.week_day is not None, "each week"),
    ) if wanted]  # fmt: skip
    with database.atomic():
        entry = write_entry("mail", f"Mail to {name}: {', '.join(told) or 'none'}", actor)
        WishesVersion.create(
            entry=entry, site=site.id, keeper=keeper_id, mailbox=mailbox, morning=wishes.morning, minute=wishes.minute,
            at_once=wishes.at_once, week_day=wishes.week_day,
            stop_token=known.stop_token if known else token_urlsafe(18),
        )  # fmt: skip
        unwanted = [kind for kind in NoteKind if kind is not NoteKind.TRIAL and not _wants(wishes, kind)]
        own = Outgoing.keeper.is_null() if keeper_id is None else Outgoing.keeper == keeper_id
        Outgoing.update(state=MailState.STOPPED).where(
            Outgoing.site == site.id, own, Outgoing.kind.in_(unwanted), Outgoing.state == MailState.WAITING
        ).execute()


def _wants(wishes: Wishes, kind: NoteKind) -> bool:
    return wishes != wishes.without(kind)


def stop_by_link(site: SiteRow, token: str, kind: NoteKind | None, actor: Actor) -> WishesRow:
    """Stop one sort of mail to whoever got the link, or all of them; what waits is not sent any more.

    Raises:
        InvalidInput: for a link that is none.
    """
    row = wishes_of_token(site, token)
    if row is None:
        raise InvalidInput("That link stops nothing any more.")
    names = {keeper.id: keeper.name for keeper in keepers(active_only=False)}
    name = names.get(row.keeper_id or 0, "whoever keeps the machines")
    _write(site, row.keeper_id, row.mailbox, row.wishes.without(kind), name, actor)
    return row
