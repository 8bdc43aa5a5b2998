"""Saying where machines stand, when the site is open, and who keeps them."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date

from lamplight.actions.entries import Actor, optional, required, write_entry
from lamplight.actions.passphrases import confirm
from lamplight.core.errors import InvalidInput
from lamplight.core.keepers.rights import RoleAtSite, roles_after
from lamplight.core.site.calendar import OpeningHours, SiteCalendar
from lamplight.core.site.degrees import CELSIUS, UNITS_OF_TEMPERATURE
from lamplight.store.database import database
from lamplight.store.models import Closure, Entry, Keeper, KeeperRole, KeeperVersion, Site, SiteVersion
from lamplight.store.rights import roles_at
from lamplight.store.sites import SiteRow, keepers, the_site

LONGEST_CLOSURE_DAYS = 366


def _refuse_taken(name: str, initials: str, keeper_id: int | None) -> None:
    """Nobody signs in or stands in the log under what means somebody else."""
    for other in keepers():
        if other.id == keeper_id:
            continue
        if initials.lower() in (other.initials.lower(), other.name.lower()):
            raise InvalidInput(f"{other.name} has the initials {initials} already. Choose others.", "initials")
        if name.lower() in (other.initials.lower(), other.name.lower()):
            raise InvalidInput(
                f"There is a keeper called {name} already. Add to the name what tells them apart.", "name"
            )


def save_site(
    name: str, zone: str, hours: Sequence[OpeningHours | None], actor: Actor, degrees: str = CELSIUS
) -> SiteRow:
    """Set up the site, or change what it is called, when it opens, and in which degrees it thinks.

    Raises:
        InvalidInput: for a missing name, an unknown zone or unit, or a week without an open day.
    """
    if degrees not in UNITS_OF_TEMPERATURE:
        raise InvalidInput("Temperatures are in °C or °F.", "degrees")
    name = required(name, "The site's name", 80, "name")
    calendar = SiteCalendar(zone, tuple(hours))
    if not calendar.has_open_days():
        raise InvalidInput("Say on which weekdays the site is open: one at least.", "hours")
    spans = [[span.opens_minute, span.closes_minute] if span else None for span in calendar.hours]
    with database.atomic():
        known = the_site()
        site = Site.get_by_id(known.id) if known else Site.create()
        summary = f"Site settings of {name} changed" if known else f"{name} set up"
        entry = write_entry("site", summary, actor)
        SiteVersion.create(entry=entry, site=site, name=name, zone=zone, hours=spans, degrees=degrees)
        if known is None:
            _own_it(entry, site)
        saved = the_site()
    assert saved is not None
    return saved


def _own_it(entry: Entry, site: Site) -> None:
    """Whoever was there before the site owns it."""
    for row in keepers():
        KeeperRole.create(entry=entry, keeper=row.id, site=site, role=RoleAtSite.OWNER.value)


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
        actor: who, and when.
        keeper_id: of the keeper to change.
        active: whether they are still around.
        present: a passphrase that is asked for before a keeper is changed, as `confirm` has it.
        role: what they are at the site; as before where it is None, and of somebody new an owner's where there is
            none yet, else a keeper's.

    Raises:
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
            _refuse_taken(name, initials, keeper_id)
        here = the_site()
        before = roles_at(here.id) if here else {}
        after = roles_after(before, keeper_id or 0, role, active, alone=actor.role is None)
        keeper = Keeper.get_by_id(keeper_id) if keeper_id else Keeper.create()
        summary = f"{name} ({initials}) " + ("changed" if keeper_id and active else "added" if active else "left")
        entry = write_entry("keeper", summary, actor)
        KeeperVersion.create(entry=entry, keeper=keeper, name=name, initials=initials, active=active)
        for one, becomes in after.items():
            if here and before.get(one) is not becomes:
                KeeperRole.create(entry=entry, keeper=one or keeper.id, site=here.id, role=becomes.value)
    return keeper.id
