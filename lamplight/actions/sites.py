"""Saying where machines stand, when the site is open, and who keeps them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace
from datetime import date

from lamplight.actions.access import end_access
from lamplight.actions.entries import write_entry
from lamplight.actions.passphrases import confirm
from lamplight.core.errors import InvalidInput, NotAllowed
from lamplight.core.keepers.rights import Right, RoleAtSite, roles_after
from lamplight.core.site.calendar import OpeningHours, SiteCalendar
from lamplight.core.site.degrees import CELSIUS, UNITS_OF_TEMPERATURE
from lamplight.core.words import BRITISH, LANGUAGES, optional, required
from lamplight.sight.actor import Actor, here, known_to, needs_over
from lamplight.store.database import database
from lamplight.store.models import Closure, Entry, Keeper, KeeperRole, KeeperVersion, Site, SiteVersion
from lamplight.store.rights import roles_at, roles_by_site
from lamplight.store.sites import SiteRow, keepers, sites

LONGEST_CLOSURE_DAYS = 366


def _refuse_taken(name: str, initials: str, keeper_id: int | None, site_id: int) -> None:
    """Nobody signs in or stands in the log under what means somebody else; who that is, is said to their own site."""
    here_too = roles_at(site_id)
    for other in keepers():
        if other.id == keeper_id:
            continue
        taken = {other.initials.lower(), other.name.lower()}
        if other.id not in here_too and taken & {initials.lower(), name.lower()}:
            field = "initials" if initials.lower() in taken else "name"
            raise InvalidInput("Somebody at another site is called that. Choose something else.", field)
        if initials.lower() in (other.initials.lower(), other.name.lower()):
            raise InvalidInput(f"{other.name} has the initials {initials} already. Choose others.", "initials")
        if name.lower() in (other.initials.lower(), other.name.lower()):
            raise InvalidInput(
                f"There is a keeper called {name} already. Add to the name what tells them apart.", "name"
            )


def save_site(
    name: str,
    zone: str,
    hours: Sequence[OpeningHours | None],
    actor: Actor,
    degrees: str = CELSIUS,
    language: str = BRITISH,
    another: bool = False,
) -> SiteRow:
    """Set up a site, or change what it is called, when it opens, and in which degrees and language it thinks.

    Args:
        actor: who, when, and at which site; the first one where there is none.
        another: whether it is a further one, which the owners of the actor's own site own.

    Raises:
        InvalidInput: for a missing name or one that another site has, an unknown zone, unit or language, or a week
            without an open day.
    """
    if degrees not in UNITS_OF_TEMPERATURE:
        raise InvalidInput("Temperatures are in °C or °F.", "degrees")
    if language not in LANGUAGES:
        raise InvalidInput("Choose one of the languages for numbers and dates.", "language")
    name = required(name, "The name", 80, "name")
    calendar = SiteCalendar(zone, tuple(hours))
    if not calendar.has_open_days():
        raise InvalidInput("Say on which weekdays the site is open: one at least.", "hours")
    spans = [[span.opens_minute, span.closes_minute] if span else None for span in calendar.hours]
    with database.atomic():
        rows = sites()
        known = None if another else next((row for row in rows if row.id == here(actor)), None)
        if any(row.name.lower() == name.lower() and row is not known for row in rows):
            raise InvalidInput(f"There is a site called {name} already. Choose another name.", "name")
        actor.needs(Right.OWN)
        site = Site.get_by_id(known.id) if known else Site.create()
        summary = f"Settings of {name} changed" if known else f"{name} set up"
        entry = write_entry("site", summary, replace(actor, site_id=site.id))
        SiteVersion.create(
            entry=entry, site=site, name=name, zone=zone, hours=spans, degrees=degrees, language=language
        )
        if known is None:
            _own_it(entry, site, here(actor) if rows else None)
        return next(row for row in sites() if row.id == site.id)


def _own_it(entry: Entry, site: Site, beside: int | None) -> None:
    """Whoever was there before the first site owns it; a further one those who own the one beside which it is made."""
    owners = [key for key, role in roles_at(beside).items() if role is RoleAtSite.OWNER] if beside else []
    for keeper_id in owners if beside else [row.id for row in keepers()]:
        KeeperRole.create(entry=entry, keeper=keeper_id, site=site, role=RoleAtSite.OWNER.value)


def add_closure(site_id: int, first: date, last: date, label: str, actor: Actor) -> None:
    """Close the site on some dates, both ends included.

    Raises:
        InvalidInput: when the last date lies before the first, or more than a year after it.
    """
    if last < first:
        raise InvalidInput("The last closed day lies before the first. Swap them.", "first")
    if (last - first).days > LONGEST_CLOSURE_DAYS:
        raise InvalidInput("A closure lasts a year at most.", "last")
    label = optional(label, "The reason", 80, "label")
    span = f"{first:%a %-d %b %Y}" + (f" to {last:%a %-d %b %Y}" if last > first else "")
    with database.atomic():
        entry = write_entry("closure", f"Closed {span}" + (f": {label}" if label else ""), actor)
        Closure.create(entry=entry, site=site_id, first=first, last=last, label=label)


def save_keeper(
    name: str,
    initials: str,
    actor: Actor,
    keeper_id: int | None = None,
    active: bool = True,
    present: str = "",
    role: RoleAtSite | None = None,
) -> int:
    """Add a keeper, or change one; answers the keeper's id.

    Args:
        name: the initials where it is empty.
        initials: beside each entry of the log.
        keeper_id: of the keeper to change.
        active: whether they are still around.
        present: a passphrase that is asked for before a keeper is changed, as `confirm` has it.
        role: what they are at the actor's site; as before where it is None, and of somebody new there
            an owner's where there is none yet, else a keeper's.

    Raises:
        NotAllowed: where they serve a site that the actor does not own, and more is changed than their role here.
        InvalidInput: when the initials are missing or another keeper has them, or no owner would be left; as `confirm`
            does.
        TooManyTries: as `confirm` does.
    """
    initials = required(initials, "Initials", 6, "initials").upper()
    name = optional(name, "The name", 80, "name") or initials
    if keeper_id is not None:
        confirm(keeper_id, actor, present)
    with database.atomic():
        if active:
            _refuse_taken(name, initials, keeper_id, here(actor))
        _refuse_others(keeper_id, name, initials, active, actor)
        brought = known_to(actor)
        if keeper_id is not None and brought is not None and keeper_id not in brought:
            raise NotAllowed("They serve another site, of which you are no owner. Ask one of its owners.")
        at, by_site = here(actor), roles_by_site()
        served = [key for key, roles in by_site.items() if keeper_id in roles] if not active else [at] if at else []
        after = {
            key: roles_after(by_site.get(key, {}), keeper_id or 0, role, active, alone=actor.role is None)
            for key in served
        }
        if keeper_id is not None and not active:
            end_access(keeper_id, actor)
        keeper = Keeper.get_by_id(keeper_id) if keeper_id else Keeper.create()
        summary = f"{name} ({initials}) " + ("changed" if keeper_id and active else "added" if active else "left")
        entry = write_entry("keeper", summary, actor)
        KeeperVersion.create(entry=entry, keeper=keeper, name=name, initials=initials, active=active)
        for key, roles in after.items():
            _write_roles(
                entry, key, by_site.get(key, {}), {one or keeper.id: becomes for one, becomes in roles.items()}
            )
    return keeper.id


def _write_roles(entry: Entry, site_id: int, before: Mapping[int, RoleAtSite], after: Mapping[int, RoleAtSite]) -> None:
    for keeper_id, becomes in after.items():
        if before.get(keeper_id) is not becomes:
            KeeperRole.create(entry=entry, keeper=keeper_id, site=site_id, role=becomes.value)


def _refuse_others(keeper_id: int | None, name: str, initials: str, active: bool, actor: Actor) -> None:
    """Who somebody is, and whether they are around, is decided by whoever owns every site that they serve."""
    known = next((row for row in keepers() if row.id == keeper_id), None)
    if known is not None and (not active or (known.name, known.initials) != (name, initials)):
        needs_over(actor, known.id)


def serve_too(keeper_id: int, role: RoleAtSite, actor: Actor) -> None:
    """Let somebody who serves another site serve the actor's as well.

    Raises:
        InvalidInput: where they serve it already.
    """
    at, by_site = here(actor), roles_by_site()
    known = next(row for row in keepers() if row.id == keeper_id)
    if keeper_id in by_site.get(at, {}):
        raise InvalidInput(f"{known.name} serves this site already. An owner changes what they are under People.")
    with database.atomic():
        before = by_site.get(at, {})
        entry = write_entry("keeper", f"{known.name} ({known.initials}) serves here, too", actor)
        _write_roles(entry, at, before, roles_after(before, keeper_id, role))


def serve_no_more(keeper_id: int, actor: Actor, present: str = "") -> None:
    """Let somebody serve the actor's site no more; elsewhere they go on.

    Raises:
        InvalidInput: where they do not serve it, serve no other, or no owner would be left; as `confirm` does.
        TooManyTries: as `confirm` does.
    """
    confirm(keeper_id, actor, present)
    with database.atomic():
        at, by_site = here(actor), roles_by_site()
        name = next((row.name for row in keepers() if row.id == keeper_id), "")
        if keeper_id not in by_site.get(at, {}):
            raise InvalidInput("They do not serve this site. Load the page again.", "role")
        if not any(keeper_id in roles for key, roles in by_site.items() if key != at):
            raise InvalidInput(f"{name} serves no other site. Say that they have left instead.", "role")
        after = roles_after(by_site[at], keeper_id, None, stays=False, alone=actor.role is None)
        end_access(keeper_id, actor, at)
        entry = write_entry("keeper", f"{name} serves here no more", actor)
        role = by_site[at][keeper_id].value
        KeeperRole.create(entry=entry, keeper=keeper_id, site=at, role=role, serves=False)
        _write_roles(entry, at, by_site[at], after)
