"""Absences, and public holidays."""

from __future__ import annotations

from datetime import date

from lamplight.actions.entries import write_entry
from lamplight.core.errors import InvalidInput
from lamplight.core.site.absence import Absence
from lamplight.core.texts import optional
from lamplight.library.catalogue import countries
from lamplight.sight.actor import Actor
from lamplight.store.database import database
from lamplight.store.models import Absence as AbsenceFact
from lamplight.store.models import Closure
from lamplight.store.sites import MachineRow, SiteRow


def add_absence(site_id: int, row: MachineRow | None, first: date, last: date, label: str, actor: Actor) -> None:
    """Write down that nobody is there, or that one machine stands still; both dates included.

    Raises:
        InvalidInput: when it ends before it begins, or lasts longer than a year.
    """
    Absence(first, last)
    label = optional(label, "The reason", 80, "label")
    who = row.name if row else "everybody"
    span = f"{first:%a %-d %b %Y} to {last:%a %-d %b %Y}"
    with database.atomic():
        entry = write_entry("absence", f"Away, {who}: {span}", actor, row.id if row else None, note=label)
        AbsenceFact.create(
            entry=entry, site=site_id, machine=row.id if row else None, first=first, last=last, label=label
        )


def take_holidays(site: SiteRow, country: str, region: str, years: range, actor: Actor) -> int:
    """Close the site on the public holidays of some years that fall on open days; answers how many were new.

    Raises:
        InvalidInput: for an unknown country or region.
    """
    import holidays  # large: only where they are really taken over

    known = countries()
    if country not in known or (region and region not in known[country]):
        raise InvalidInput("Choose a country from the list, and a region of it or none.", "country")
    days = holidays.country_holidays(country, subdiv=region or None, years=years)
    fresh = sorted((day, name) for day, name in days.items() if site.calendar.is_open(day))
    if not fresh:
        return 0
    with database.atomic():
        where = f"{country} {region}".strip()
        entry = write_entry("closure", f"{len(fresh)} public holidays of {where} noted", actor)
        for day, name in fresh:
            Closure.create(entry=entry, site=site.id, first=day, last=day, label=name[:80])
    return len(fresh)
