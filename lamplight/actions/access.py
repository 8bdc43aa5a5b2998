"""What lets a person in and what is sent to them, seen together and ended: one of it, all of it, or as they leave."""

from __future__ import annotations

from dataclasses import replace

from lamplight.actions.api_tokens import end_tokens_of
from lamplight.actions.entries import write_entry
from lamplight.actions.passkeys import end_keys_of
from lamplight.actions.person_lines import write_of_person
from lamplight.core.errors import InvalidInput
from lamplight.core.mail.outbox import MailState
from lamplight.core.words import plural
from lamplight.sight.actor import Actor, here, needs_over
from lamplight.store.database import database
from lamplight.store.mail import wishes_rows
from lamplight.store.models import FeedVersion, Invite, Outgoing, SignIn, WishesVersion
from lamplight.store.plans import feeds
from lamplight.store.rights import sites_of

MAIL, CALENDAR, ALL = "mail", "calendar", "all"


def end_some_access(what: str, keeper_id: int, actor: Actor) -> None:
    """End what reaches somebody at the actor's site, or all that lets them in anywhere.

    Args:
        what: `MAIL`, `CALENDAR` or `ALL`.
        actor: themselves, or who owns every site that they serve.

    Raises:
        NotAllowed: for anybody else.
        InvalidInput: for another word.
    """
    needs_over(actor, keeper_id)
    with database.atomic():
        if what == MAIL:
            _end_mail(keeper_id, replace(actor, site_id=here(actor)))
        elif what == CALENDAR:
            _end_feeds(keeper_id, replace(actor, site_id=here(actor)))
        elif what == ALL:
            end_access(keeper_id, actor)
        else:
            raise InvalidInput("Choose what ends.")


def end_access(keeper_id: int, actor: Actor, at: int | None = None) -> None:
    """End all that lets somebody in and reaches them: everywhere, or where they serve no more; inside a transaction.

    Args:
        actor: who does it; who may is asked before.
        at: the site that they leave while they go on at others; None where they leave altogether.
    """
    served = sites_of(keeper_id)
    for site_id in served if at is None else [at]:
        there = replace(actor, site_id=site_id, form=None)
        _end_feeds(keeper_id, there)
        _end_mail(keeper_id, there)
        Invite.update(withdrawn_at=actor.now).where(
            Invite.site == site_id, Invite.made_by == keeper_id, Invite.used_at.is_null(), Invite.withdrawn_at.is_null()
        ).execute()
    if at is not None:
        return
    SignIn.update(ended_at=actor.now).where(SignIn.keeper == keeper_id, SignIn.ended_at.is_null()).execute()
    end_keys_of(keeper_id, replace(actor, form=None))
    tokens = end_tokens_of(keeper_id, actor.now)
    if tokens:
        write_of_person("access", f"{plural(tokens, 'token')} ended", replace(actor, form=None), keeper_id)


def _end_feeds(keeper_id: int, actor: Actor) -> None:
    site_id = here(actor)
    for row in feeds(site_id):
        if row.keeper_id == keeper_id:
            entry = write_entry("feed", "The address of a calendar was taken away", replace(actor, form=None))
            FeedVersion.create(
                entry=entry, site=site_id, keeper=keeper_id, kind=row.kind, hashed="", alarm_minutes=row.alarm_minutes
            )


def _end_mail(keeper_id: int, actor: Actor) -> None:
    site_id = here(actor)
    known = next((row for row in wishes_rows(site_id) if row.keeper_id == keeper_id), None)
    if known is None:
        return
    WishesVersion.create(
        entry=write_entry("mail", "Mail to a keeper: none", replace(actor, form=None)), site=site_id,
        keeper=keeper_id, mailbox="", morning=False, minute=known.wishes.minute, at_once=False, week_day=None,
        stop_token=known.stop_token,
    )  # fmt: skip
    Outgoing.update(state=MailState.STOPPED).where(
        Outgoing.site == site_id, Outgoing.keeper == keeper_id, Outgoing.state == MailState.WAITING
    ).execute()
