"""Calendar feeds: an address for each keeper, and the visits that were announced as events."""

from __future__ import annotations

from secrets import token_urlsafe

from lamplight.actions.entries import write_entry
from lamplight.core.errors import InvalidInput
from lamplight.sight.actor import Actor
from lamplight.sight.feeds import CALENDAR, SCREEN, preview_days_off
from lamplight.store.database import database
from lamplight.store.models import Closure, FeedVersion
from lamplight.store.plans import feeds
from lamplight.store.rights import keeper_names
from lamplight.store.sites import SiteRow
from lamplight.store.tokens import hashed

ALARMS = (0, 10, 15, 30, 60, 120)


def renew_feed(site: SiteRow, keeper_id: int | None, alarm_minutes: int, actor: Actor, kind: str = CALENDAR) -> str:
    """Give a keeper's calendar, or a screen, an address; the one before is no longer answered. Answers its token, once.

    Raises:
        InvalidInput: for an unknown keeper or reminder.
    """
    if alarm_minutes not in ALARMS:
        raise InvalidInput("Choose how long before a visit you are reminded.")
    names = keeper_names(site.id)
    if keeper_id is not None and keeper_id not in names:
        raise InvalidInput("That keeper is no longer there. Load the page again.")
    token = token_urlsafe(24)
    with database.atomic():
        whose = "the screen" if kind == SCREEN else f"the calendar of {names.get(keeper_id or 0, 'everybody')}"
        entry = write_entry("feed", f"New address of {whose}", actor)
        FeedVersion.create(
            entry=entry, site=site.id, keeper=keeper_id, kind=kind, hashed=hashed(token), alarm_minutes=alarm_minutes
        )
    return token


def end_feed(site: SiteRow, keeper_id: int | None, actor: Actor, kind: str = CALENDAR) -> None:
    """Take an address away.

    Raises:
        InvalidInput: when there is none.
    """
    with database.atomic():
        if all((row.kind, row.keeper_id) != (kind, keeper_id) for row in feeds(site.id)):
            raise InvalidInput("That has no address any more.")
        entry = write_entry("feed", f"The address of a {kind} was taken away", actor)
        FeedVersion.create(entry=entry, site=site.id, keeper=keeper_id, kind=kind, hashed="", alarm_minutes=0)


def take_days_off(site: SiteRow, data: bytes, actor: Actor) -> int:
    """Close the site on the days off of a calendar file, all or none; answers how many spans were new.

    Raises:
        InvalidInput: as `preview_days_off` does.
    """
    with database.atomic():
        fresh = preview_days_off(site, data, actor.now)
        entry = write_entry("closure", f"{len(fresh)} spans of days off taken over from a calendar", actor)
        for one in fresh:
            Closure.create(entry=entry, site=site.id, first=one.first, last=one.last, label=one.label)
    return len(fresh)
