"""Mail (RFC 5322): a note as plain text and as a page, and the message that carries both."""

from __future__ import annotations

import re
from datetime import datetime
from email.errors import MessageError
from email.headerregistry import Address
from email.message import EmailMessage
from email.policy import SMTP
from pathlib import Path

from jinja2 import Environment, FileSystemLoader, StrictUndefined

from lamplight.core.errors import InvalidInput
from lamplight.core.mail.note import Note

LONGEST_ADDRESS = 200
# What the name of an address and of its host may consist of; wider rules exist that few servers take.
PLAIN = re.compile(r"[A-Za-z0-9.!#$%&'*+/=?^_`{|}~-]{1,64}@[A-Za-z0-9-]+(\.[A-Za-z0-9-]+)*")
FOLDER = Path(__file__).with_name("mail")
PAGES = Environment(loader=FileSystemLoader(FOLDER), autoescape=True, undefined=StrictUndefined,
                    trim_blocks=True, lstrip_blocks=True)  # fmt: skip
TEXTS = PAGES.overlay(autoescape=False)


def mail_address(text: str, what: str, field: str = "") -> str:
    """An address such as ``name@example.org``, without a name before it.

    Args:
        what: it is, to begin a sentence with.
        field: beside which a refusal is said.

    Raises:
        InvalidInput: for anything else.
    """
    typed = text.strip()
    try:
        whole = Address(addr_spec=typed).addr_spec if len(typed) <= LONGEST_ADDRESS else ""
    except (MessageError, ValueError, IndexError):
        whole = ""
    if whole != typed or not PLAIN.fullmatch(typed):
        raise InvalidInput(f"{what} is an address such as name@example.org; “{typed[:40]}” is not.", field)
    return typed


def as_text(note: Note, stop: str) -> str:
    """A note as plain text; ``stop`` is the address that stops it."""
    return TEXTS.get_template("note.txt").render(note=note, stop=stop).strip() + "\n"


def as_page(note: Note, stop: str, site: str) -> str:
    """A note as a page for mail programs, whole in itself: nothing of it is fetched from anywhere."""
    return PAGES.get_template("note.html").render(note=note, stop=stop, site=site)


def message_of(
    subject: str, text: str, page: str, message_id: str, sender: str, recipient: str, date: datetime, stop: str
) -> bytes:
    """A message as it goes over the wire, lines ended as RFC 5322 wants them.

    Args:
        message_id: without its brackets; the same however often it is tried.
        date: aware, when it was written.
        stop: the address that stops such mails, also by RFC 8058 with no page in between.
    """
    message = EmailMessage(policy=SMTP)
    message["From"] = Address("Lamplight", addr_spec=sender)
    message["To"] = recipient
    message["Subject"] = " ".join(subject.split())
    message["Date"] = date
    message["Message-ID"] = f"<{message_id}>"
    message["Auto-Submitted"] = "auto-generated"
    message["List-Unsubscribe"] = f"<{stop}>"
    message["List-Unsubscribe-Post"] = "List-Unsubscribe=One-Click"
    message.set_content(text, cte="quoted-printable")
    message.add_alternative(page, subtype="html", cte="quoted-printable")
    return message.as_bytes()
