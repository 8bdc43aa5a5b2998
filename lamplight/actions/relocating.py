"""Moving a machine from one site to another: its past stays with the old one's days and water."""

from __future__ import annotations

from dataclasses import dataclass, replace
from datetime import date, timedelta

from lamplight.actions.entries import write_entry
from lamplight.core.errors import InvalidInput, NotAllowed
from lamplight.core.keepers.rights import Right, allows
from lamplight.core.words import optional
from lamplight.sight.actor import Actor
from lamplight.store.database import database
from lamplight.store.models import MachineMove, MachineVersion, SetupVersion
from lamplight.store.rights import roles_by_site
from lamplight.store.runs import open_runs
from lamplight.store.sites import MachineRow, SiteRow, machines, place_of
from lamplight.store.waters import MAINS, Setup
from lamplight.store.whereabouts import stays

FARTHEST_BACK = timedelta(days=366)


@dataclass(frozen=True)
class MoveFields:
    """What is typed about a move.

    Attributes:
        day: the first date at the other site, in its own zone.
        place: where it stands there.
        source: the name of the water it gets there.
    """

    day: date
    place: str = ""
    source: str = MAINS


def move_machine(site: SiteRow, row: MachineRow, to: SiteRow, fields: MoveFields, actor: Actor) -> None:
    """Write down that a machine stands at another site from a day on.

    What was counted before that day belongs to the days and the water of the site it left, what comes after to those
    of the other one. A run on it has to be over.

    Raises:
        NotAllowed: for whoever does not keep machines at both.
        InvalidInput: for a day that lies ahead, more than a year back, or before it came here; for a run that is open;
            and where another machine there has its name.
    """
    actor.needs(Right.CARE)
    role = roles_by_site().get(to.id, {}).get(actor.keeper_id or 0)
    if actor.role is not None and (role is None or not allows(role, Right.CARE)):
        raise NotAllowed(f"Machines of {to.name} are kept by others. Ask one of them to write the move down with you.")
    if to.id == site.id:
        raise InvalidInput(f"It stands at {site.name} already. Choose another site.", "to")
    place = optional(fields.place, "The place", 80, "place")
    source = optional(fields.source, "Its water", 60, "source") or MAINS
    with database.atomic():
        _check_day(row, to, fields.day, actor)
        if any(run.machine_id == row.id for run in open_runs()):
            raise InvalidInput(f"A run is open on {row.name}. Finish it, or break it off, before it goes.", "day")
        if any(other.name.lower() == row.name.lower() for other in machines(to.id, retired=True)):
            raise InvalidInput(f"{to.name} has a machine called {row.name} already. Rename one of them first.", "to")
        calendar = to.calendar.following(site.calendar_of(row.id), fields.day)
        # Where the day has not begun yet by the old clock, it has by the new one: it stands there from now on.
        turn = min(calendar.turn, actor.now)
        left = place_of(row.id, turn)
        entry = write_entry("moved", f"{row.name} moved from {site.name} to {to.name}", actor, row.id, at=turn)
        MachineMove.create(entry=entry, machine=row.id, origin=site.id, site=to.id, day=fields.day, at=turn)
        # Of these only the water and the place count: everything else stays as it was on that day.
        SetupVersion.create(entry=entry, machine=row.id, **(vars(Setup()) | {"source": source}))
        as_it_is = {"name": row.name, "kind": row.kind, "serial": row.serial, "guess_per_day": row.guess_per_day}
        MachineVersion.create(entry=entry, machine=row.id, place=place, retired=row.retired, **as_it_is)
        if place_of(row.id) == left != place:  # changed since, with the place that it had left by then
            words = f"{row.name} stands at {place or to.name}"
            later = write_entry("machine", words, replace(actor, form=None, site_id=to.id), row.id)
            MachineVersion.create(entry=later, machine=row.id, place=place, retired=row.retired, **as_it_is)


def _check_day(row: MachineRow, to: SiteRow, day: date, actor: Actor) -> None:
    """A move was; what is ahead is written down on its day."""
    today = to.calendar.today(actor.now)
    if day > today:
        raise InvalidInput("That day has not come yet. Write the move down on the day on which it goes.", "day")
    if day < today - FARTHEST_BACK:
        raise InvalidInput("That is more than a year ago. Look at the date again.", "day")
    came = stays([row.id])[row.id][-1].since
    if came is not None and day <= came:
        raise InvalidInput(f"It came here on {came:%-d %b %Y}. It leaves after that, or undo that move first.", "day")
