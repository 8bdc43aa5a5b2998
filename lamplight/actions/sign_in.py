"""Signing in, staying signed in for a week, and out: told by the server's own book, not by what a cookie claims."""

from __future__ import annotations

from datetime import datetime, timedelta

from lamplight.actions.passphrases import is_right
from lamplight.actions.person_lines import write_of_person
from lamplight.actions.tries import count_try, forgive
from lamplight.core.errors import InvalidInput
from lamplight.sight.actor import Actor, needs_over
from lamplight.store.database import database
from lamplight.store.models import Entry, KnownDevice, SignIn
from lamplight.store.tokens import SecretRow, fresh_token, hashed, secrets_by_keeper

KEPT = timedelta(days=60)  # ended sessions, before they are forgotten


def account_of(name: str) -> tuple[str, SecretRow | None]:
    """The account that a name or initials mean, one count for both, with its keeper where there is one."""
    wanted = name.strip().lower()[:80]
    known = [
        row for row in secrets_by_keeper().values() if wanted in (row.keeper.name.lower(), row.keeper.initials.lower())
    ]
    return (str(known[0].keeper.id), known[0]) if len(known) == 1 else (f"nobody called {wanted}", None)


def sign_in(name: str, passphrase: str, origin: str, device: str, now: datetime) -> SecretRow | None:
    """The keeper whose name or initials and passphrase these are; None otherwise.

    Args:
        origin: where the try comes from, as `origin_of` has it.
        device: what the browser carries of an earlier sign-in, or nothing.
        now: by the server's clock.

    Raises:
        TooManyTries: after too many wrong ones from there.
    """
    account, row = account_of(name)
    if row is not None and knows(row, device):
        origin = f"device {hashed(device)}"
    count_try(account, origin, now)
    if not is_right(row, passphrase):
        return None
    forgive(account, origin)
    return row


def knows(row: SecretRow, device: str) -> bool:
    """Whether the keeper signed in on that device before."""
    marks = KnownDevice.select().where(KnownDevice.keeper == row.keeper.id, KnownDevice.hashed == hashed(device))
    return bool(device) and marks.exists()


def begin_session(row: SecretRow, device: str, now: datetime, on: str = "") -> tuple[str, str]:
    """Start a session; answers what its cookie carries, and what marks the device for the next time.

    Args:
        device: what the browser carries of an earlier sign-in, or nothing.
        now: by the server's clock.
        on: what it is, in words, such as a phone.
    """
    first = not knows(row, device)
    token, device = fresh_token(), device or fresh_token()
    with database.atomic():
        SignIn.delete().where(SignIn.begun_at < now - KEPT).execute()
        SignIn.create(keeper=row.keeper.id, secret=row.version, hashed=hashed(token), begun_at=now, device=on[:40])
        if first:
            on_what = f" on {on}" if on else ""
            words = f"{row.keeper.name} signed in{on_what} for the first time"
            write_of_person("access", words, Actor(now, row.keeper.id), row.keeper.id)
        KnownDevice.replace(keeper=row.keeper.id, hashed=hashed(device), at=now).execute()
    return token, device


def end_other_session(session_id: int, actor: Actor) -> None:
    """End a session: one's own, or as an owner anybody's.

    Raises:
        NotAllowed: for another's, by whoever is no owner.
        InvalidInput: where there is none that is open.
    """
    session = SignIn.get_or_none(SignIn.id == session_id, SignIn.ended_at.is_null())
    if session is None:
        raise InvalidInput("That session has ended already. Load the page again.")
    needs_over(actor, session.keeper_id)
    with database.atomic():
        SignIn.update(ended_at=actor.now).where(SignIn.id == session_id).execute()
        words = f"A session{f' on {session.device}' if session.device else ''} was ended"
        write_of_person("access", words, actor, session.keeper_id)


def note_lockout(name: str, now: datetime) -> None:
    """Write down that somebody tries passphrases of a keeper, once an hour at most."""
    _, row = account_of(name)
    if row is None:
        return
    words = f"Too many wrong passphrases for {row.keeper.name}"
    lately = Entry.select().where(Entry.kind == "access", Entry.summary == words, Entry.at > now - timedelta(hours=1))
    if not lately.exists():
        write_of_person("access", words, Actor(now), row.keeper.id)


def end_session(token: str, now: datetime) -> None:
    """Sign out: the cookie is worth nothing any more, wherever a copy of it lies."""
    SignIn.update(ended_at=now).where(SignIn.hashed == hashed(token), SignIn.ended_at.is_null()).execute()
