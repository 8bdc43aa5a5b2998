"""Forms that were sent already, by the token that each carries."""

from __future__ import annotations

import contextlib
import re
from collections.abc import Iterator
from dataclasses import dataclass

from peewee import IntegrityError

from lamplight.core.errors import LamplightError
from lamplight.store.database import database

# Asked before every form, so without the detour over models.
SENT = """SELECT NULL, run_id, '' FROM run_event WHERE once = ? UNION ALL
    SELECT e.machine_id, r.id, e.kind FROM entry AS e LEFT JOIN run AS r ON r.entry_id = e.id WHERE e.once = ?"""


@dataclass(frozen=True)
class Sent:
    """What came of a form.

    Attributes:
        machine_id: the machine that it was about, or None.
        run_id: the run that it began or went on with, or None.
        kind: of the entry that it wrote; empty for a step of a run.
    """

    machine_id: int | None
    run_id: int | None
    kind: str


def sent_with(token: str) -> Sent | None:
    """What came of the form with that token; None where it was not sent yet, or not taken."""
    row = database.execute_sql(SENT, (token, token)).fetchone()
    return None if row is None else Sent(*row)


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
