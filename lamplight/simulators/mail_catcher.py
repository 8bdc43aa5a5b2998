"""A mail server to practise with: takes every mail and lets nothing out. It can be told to be busy, or to refuse.

What it caught lies in a Maildir, which any mail program reads.
"""

from __future__ import annotations

import mailbox
import socket
from collections.abc import Collection, Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import UTC, datetime
from email import message_from_bytes
from email.message import EmailMessage
from email.policy import default
from email.utils import parsedate_to_datetime
from enum import StrEnum
from pathlib import Path

from aiosmtpd.controller import Controller
from aiosmtpd.smtp import SMTP, Envelope, Session

FOLDER, MOOD_FILE = "caught-mail", "mail-catcher.mood"
HOST = "127.0.0.1"


class Mood(StrEnum):
    """How it behaves, as servers do on good and on bad days."""

    TAKES = "takes"
    BUSY = "busy"
    REFUSES = "refuses"


def mood(folder: Path) -> Mood:
    """How the catcher of a data folder behaves; it takes mail where nobody said otherwise."""
    try:
        return Mood((folder / MOOD_FILE).read_text("utf-8").strip())
    except (OSError, ValueError):
        return Mood.TAKES


def set_mood(folder: Path, wanted: Mood) -> None:
    """Let it behave otherwise."""
    (folder / MOOD_FILE).write_text(wanted.value, "utf-8")


class Handler:
    """Keeps what comes, as the mood is."""

    def __init__(self, folder: Path) -> None:
        self.folder = folder
        self.box = mailbox.Maildir(folder / FOLDER, create=True)

    async def handle_RCPT(
        self, _server: SMTP, _session: Session, envelope: Envelope, address: str, _options: list[str]
    ) -> str:
        """A recipient is named."""
        now = mood(self.folder)
        if now is Mood.BUSY:
            return "451 The catcher is busy; come again"
        if now is Mood.REFUSES:
            return "550 There is no such mailbox"
        envelope.rcpt_tos.append(address)
        return "250 OK"

    async def handle_DATA(self, _server: SMTP, _session: Session, envelope: Envelope) -> str:
        """A mail is there."""
        self.box.add(envelope.original_content or b"")
        return "250 Caught"


@contextmanager
def catching(folder: Path) -> Iterator[int]:
    """A catcher over a data folder; answers its port, on this computer alone."""
    with socket.socket() as probe:
        probe.bind((HOST, 0))
        port = probe.getsockname()[1]
    controller = Controller(Handler(folder), hostname=HOST, port=port, ready_timeout=30)
    controller.start()
    try:
        yield port
    finally:
        controller.stop()


@dataclass(frozen=True)
class Caught:
    """A mail that was caught.

    Attributes:
        key: names it in the folder.
        subject, sender, recipient: of its header.
        date: when it was written; the oldest there is where it says nothing readable.
        text, page: what it says, plain and dressed; empty where it has none.
        headers: all of them, in order.
    """

    key: str
    subject: str
    sender: str
    recipient: str
    date: datetime
    text: str
    page: str
    headers: tuple[tuple[str, str], ...]

    @property
    def message_id(self) -> str:
        """What the mail is known by, without its brackets; empty where it has none."""
        return next((value.strip("<> ") for name, value in self.headers if name.lower() == "message-id"), "")


def caught(folder: Path) -> list[Caught]:
    """Everything that was caught, newest first."""
    if not (folder / FOLDER).is_dir():
        return []
    box = mailbox.Maildir(folder / FOLDER, create=True)
    mails = [_caught(key, box.get_bytes(key)) for key in box.keys()]  # noqa: SIM118
    return sorted(mails, key=lambda mail: (mail.date, mail.key), reverse=True)


def _caught(key: str, raw: bytes) -> Caught:
    message = message_from_bytes(raw, policy=default)
    assert isinstance(message, EmailMessage)
    try:
        date = parsedate_to_datetime(str(message["Date"])).astimezone(UTC)
    except (TypeError, ValueError):
        date = datetime.min.replace(tzinfo=UTC)
    parts = {subtype: message.get_body((subtype,)) for subtype in ("plain", "html")}
    text, page = (str(part.get_content()) if part is not None else "" for part in parts.values())
    return Caught(
        key, str(message["Subject"] or ""), str(message["From"] or ""), str(message["To"] or ""), date, text, page,
        tuple((name, str(value)) for name, value in message.items()),
    )  # fmt: skip


def throw_away_to(folder: Path, mailboxes: Collection[str]) -> None:
    """Throw away what was caught on its way to some mailboxes."""
    throw_away(folder, [mail.key for mail in caught(folder) if mail.recipient in mailboxes])


def throw_away(folder: Path, keys: Collection[str]) -> None:
    """Throw away some of what was caught.

    Args:
        keys: as `caught` has them; what is gone already is passed over.
    """
    if (folder / FOLDER).is_dir():
        box = mailbox.Maildir(folder / FOLDER, create=True)
        for key in keys:
            box.discard(key)
