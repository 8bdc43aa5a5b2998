"""A form counts once, however often it is sent: what it writes first carries its token, which is unique in the file."""

from __future__ import annotations

import contextlib
import re
from collections.abc import Iterator
from dataclasses import dataclass

from peewee import IntegrityError

from lamplight.core.errors import LamplightError
from lamplight.store.once import Sent, sent_with

TOKEN = re.compile(r"[A-Za-z0-9_-]{8,64}")


class SentBefore(LamplightError):
    """The form was taken the first time."""

    def __init__(self, sent: Sent) -> None:
        super().__init__("That was saved already; it counts once.")
        self.sent = sent


@dataclass
class FormToken:
    """The token of the form that is being worked on; the first line that is written takes it along."""

    text: str
    spent: bool = False

    def spend(self) -> str | None:
        """The token for the first line, None for all others."""
        if self.spent or not TOKEN.fullmatch(self.text):
            return None
        self.spent = True
        return self.text


@contextlib.contextmanager
def taken_once(token: str | None) -> Iterator[None]:
    """Write a line that carries a token; where another one was quicker, the file refuses it.

    Raises:
        SentBefore: then.
    """
    try:
        yield
    except IntegrityError:
        refuse_again(token or "")
        raise


def refuse_again(token: str) -> None:
    """Stop a form that was sent before.

    Raises:
        SentBefore: when it was.
    """
    sent = sent_with(token) if TOKEN.fullmatch(token) else None
    if sent is not None:
        raise SentBefore(sent)
