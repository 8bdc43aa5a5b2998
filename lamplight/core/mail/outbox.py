"""What becomes of a mail: sent once, tried again while it is worth it, never sent late.

Between the last line of a mail and the server's word that it has it, nobody can know whether it was taken: RFC 5321,
section 4.5.3.2.6, and RFC 1047 tell of it. What was in hand when Lamplight stopped is therefore sent again only where
twice is better than never.
"""

from __future__ import annotations

from datetime import datetime, timedelta
from enum import StrEnum

from lamplight.core.errors import LamplightError
from lamplight.core.mail.wishes import NoteKind

# Soon at first, then ever later. RFC 5321, section 4.5.4.1, asks for half an hour between tries of a mail server, two
# of them in the first hour; what is handed to one's own server may knock earlier. Ours beyond that.
WAITS_MIN = (1, 5, 15, 30, 60)
AT_ONCE_GOOD_FOR = timedelta(hours=12)
# Longer than any try takes: whoever has a mail in hand for longer is no longer there.
IN_HAND_AT_MOST = timedelta(minutes=5)


class MailState(StrEnum):
    """Where a mail stands."""

    WAITING = "waiting"
    IN_HAND = "in hand"
    HANDED_OVER = "handed over"
    SENT = "sent"
    STOPPED = "stopped"
    SETTLED = "settled"
    TOO_LATE = "too late"
    REFUSED = "refused"
    UNKNOWN = "unknown"


# What stands in a mail's way for good, in words.
STATE_WORDS = {
    MailState.WAITING: "Waits",
    MailState.IN_HAND: "Is being sent",
    MailState.HANDED_OVER: "Is being sent",
    MailState.SENT: "Sent",
    MailState.STOPPED: "Stopped",
    MailState.SETTLED: "Not sent: it was seen to before",
    MailState.TOO_LATE: "Not sent: it would have come too late",
    MailState.REFUSED: "Refused",
    MailState.UNKNOWN: "May have arrived: Lamplight stopped while it was handed over",
}


def next_try(tries: int, now: datetime) -> datetime:
    """When a mail is tried again after so many tries, 1 or more, that the server put off."""
    return now + timedelta(minutes=WAITS_MIN[min(tries, len(WAITS_MIN)) - 1])


def left_in_hand(state: MailState, kind: NoteKind) -> MailState:
    """What a mail becomes that was in hand when whoever sent it was gone.

    Before its text was handed over nobody has it, and it is sent again. Afterwards nobody knows: an alarm twice is
    better than never, while of a note tomorrow brings another.
    """
    if state is MailState.IN_HAND or kind is NoteKind.AT_ONCE:
        return MailState.WAITING
    return MailState.UNKNOWN


class PutOff(LamplightError):
    """The mail could not be handed over, and is tried again later."""


class TurnedDown(LamplightError):
    """The server refuses the mail for good."""
