"""The outbox: every mail is written once, sent once, tried again while it is worth it, and can be stopped."""

from __future__ import annotations

from collections.abc import Callable, Collection
from dataclasses import dataclass
from datetime import datetime, timedelta
from secrets import token_hex

from peewee import IntegrityError

from lamplight.core.errors import InvalidInput
from lamplight.core.keepers.rights import Right
from lamplight.core.mail.note import Note
from lamplight.core.mail.outbox import IN_HAND_AT_MOST, MailState, PutOff, TurnedDown, left_in_hand, next_try
from lamplight.core.mail.wishes import NoteKind
from lamplight.formats.mail_message import as_page, as_text, message_of
from lamplight.sight.actor import Actor
from lamplight.store.database import database
from lamplight.store.mail import MailRow, WishesRow, keys_of, mails_in, wishes_rows
from lamplight.store.models import Outgoing, ToldOnce
from lamplight.store.sites import SiteRow

# The text of a mail is kept for a while, that it was sent for longer.
TEXT_KEPT, KEPT = timedelta(days=60), timedelta(days=400)
TRIAL_GOOD_FOR = timedelta(hours=1)

# Takes recipient, message and what to call before the text is handed over; raises `PutOff` or `TurnedDown`.
HandOver = Callable[[str, bytes, Callable[[], None]], None]


def stop_address(address: str, token: str, kind: NoteKind) -> str:
    """The link by which a mail of some sort is stopped."""
    return f"{address}/mail/stop/{token}/{kind.name.lower()}"


def write_mail(
    site: SiteRow, to: WishesRow, note: Note, keys: Collection[str], until: datetime, address: str, now: datetime
) -> bool:
    """Put a mail into the outbox, unless somebody was told any of it already; answers whether it was.

    Args:
        keys: what it tells; each is told to a keeper once.
        until: when it is no longer worth sending.
        address: of the application, for links.
    """
    stop = stop_address(address, to.stop_token, note.kind)
    try:
        with database.atomic():
            mail = Outgoing.create(
                site=site.id, keeper=to.keeper_id, kind=note.kind, subject=note.subject[:200],
                text=as_text(note, stop), html=as_page(note, stop, site.name), message_id=f"{token_hex(16)}@lamplight",
                made_at=now, until=until, state=MailState.WAITING, next_at=now,
            )  # fmt: skip
            for key in keys:
                ToldOnce.create(site=site.id, keeper_number=to.keeper_id or 0, key=key[:250], mail=mail)
    except IntegrityError:  # another Lamplight over the same file was quicker
        return False
    return True


@dataclass(frozen=True)
class Delivered:
    """What became of the mails whose time had come: how many were sent, put off, and given up."""

    sent: int = 0
    put_off: int = 0
    given_up: int = 0


def deliver(
    site: SiteRow, sender: str, address: str, current: Collection[str] | None, hand_over: HandOver, now: datetime
) -> Delivered:
    """Send what waits and whose time has come.

    Args:
        address: of the application, for links.
        current: keys of the alarms that hold; what was seen to before it could be sent is not sent any more. None
            where nobody looked.
        now: aware.
    """
    _take_up_what_was_left(now)
    sent = put_off = given_up = 0
    wishes = {row.keeper_id: row for row in wishes_rows(site.id)}
    for mail in mails_in([MailState.WAITING]):
        if mail.site_id != site.id or mail.next_at > now:
            continue
        to = wishes.get(mail.keeper_id)
        over = _over(mail, to, current, now)
        if over is not None:
            _turn(mail, MailState.WAITING, over)
            given_up += 1
            continue
        if not _turn(mail, MailState.WAITING, MailState.IN_HAND, claimed_at=now):
            continue  # another Lamplight has it in hand
        assert to is not None
        stop = stop_address(address, to.stop_token, mail.kind)
        message = message_of(
            mail.subject, mail.text, mail.html, mail.message_id, sender, to.mailbox, mail.made_at, stop
        )
        if _send(mail, to.mailbox, message, hand_over, now):
            sent += 1
        else:
            put_off += 1
    return Delivered(sent, put_off, given_up)


def _over(mail: MailRow, to: WishesRow | None, current: Collection[str] | None, now: datetime) -> MailState | None:
    """Why a mail is not sent at all, or None."""
    if to is None:
        return MailState.STOPPED
    if now >= mail.until:
        return MailState.TOO_LATE
    if mail.kind is NoteKind.AT_ONCE and mail.tries and current is not None and not keys_of(mail.id) & set(current):
        return MailState.SETTLED
    return None


def _send(mail: MailRow, recipient: str, message: bytes, hand_over: HandOver, now: datetime) -> bool:
    """Try one mail that is in hand; answers whether it was taken."""
    tries = mail.tries + 1

    def at_last() -> None:
        if not _turn(mail, MailState.IN_HAND, MailState.HANDED_OVER, tries=tries):
            raise PutOff("It was stopped.")

    try:
        hand_over(recipient, message, at_last)
    except TurnedDown as problem:
        _finish(mail, MailState.REFUSED, tries=tries, problem=str(problem))
        return False
    except PutOff as problem:
        _finish(mail, MailState.WAITING, tries=tries, problem=str(problem), next_at=next_try(tries, now))
        return False
    _finish(mail, MailState.SENT, tries=tries, problem="", sent_at=now)
    return True


def _turn(mail: MailRow, was: MailState, to: MailState, **more: object) -> bool:
    """Let a mail stand otherwise, if it still stands as it did; one of several that try at once succeeds."""
    rows = Outgoing.update(state=to, **more).where(Outgoing.id == mail.id, Outgoing.state == was).execute()
    return bool(rows == 1)


def _finish(mail: MailRow, to: MailState, **more: object) -> None:
    """Let a mail that is in our hand stand otherwise; one that was stopped meanwhile stays so unless it was taken."""
    hands = [MailState.IN_HAND, MailState.HANDED_OVER]
    if to is MailState.SENT:
        hands.append(MailState.STOPPED)
    Outgoing.update(state=to, **more).where(Outgoing.id == mail.id, Outgoing.state.in_(hands)).execute()


def _take_up_what_was_left(now: datetime) -> None:
    """What somebody had in hand who is no longer there."""
    gone = now - IN_HAND_AT_MOST
    for row in Outgoing.select().where(Outgoing.state.in_([MailState.IN_HAND, MailState.HANDED_OVER])):
        if row.claimed_at is None or row.claimed_at <= gone or row.claimed_at > now:
            state = MailState(row.state)
            Outgoing.update(state=left_in_hand(state, NoteKind(row.kind))).where(
                Outgoing.id == row.id, Outgoing.state == row.state, Outgoing.claimed_at == row.claimed_at
            ).execute()


def stop_mail(mail_id: int, actor: Actor) -> None:
    """Do not send a mail that waits.

    Raises:
        InvalidInput: when it no longer waits.
    """
    actor.needs(Right.CARE)
    rows = Outgoing.update(state=MailState.STOPPED).where(
        Outgoing.id == mail_id, Outgoing.state.in_([MailState.WAITING, MailState.IN_HAND])
    )
    if rows.execute() != 1:
        raise InvalidInput("That mail no longer waits. Load the page again.")


AGAIN = (MailState.REFUSED, MailState.UNKNOWN, MailState.STOPPED, MailState.TOO_LATE)


def send_again(mail_id: int, actor: Actor) -> None:
    """Send a mail that was refused, stopped, too late, or of which nobody knows whether it arrived.

    Raises:
        InvalidInput: when there is nothing to send again.
    """
    actor.needs(Right.CARE)
    now, waits = actor.now, {"state": MailState.WAITING, "tries": 0, "problem": ""}
    rows = Outgoing.update(next_at=now, until=now + TRIAL_GOOD_FOR, **waits).where(
        Outgoing.id == mail_id, Outgoing.state.in_(AGAIN), Outgoing.text != ""
    )
    if rows.execute() != 1:
        raise InvalidInput("That mail cannot be sent again. Load the page again.")


def tidy(now: datetime) -> None:
    """Let go of the texts of old mails, and later of the mails."""
    ended = Outgoing.state.not_in([MailState.WAITING, MailState.IN_HAND, MailState.HANDED_OVER])
    Outgoing.update(text="", html="").where(ended, Outgoing.made_at < now - TEXT_KEPT, Outgoing.text != "").execute()
    old = Outgoing.select(Outgoing.id).where(ended, Outgoing.made_at < now - KEPT)
    ToldOnce.delete().where(ToldOnce.mail.in_(old)).execute()
    Outgoing.delete().where(Outgoing.id.in_(old)).execute()
