"""Where each machine stood when, and at which site a line of the log was written."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Collection
from dataclasses import dataclass
from datetime import date, datetime

from peewee import JOIN, Expression, ModelSelect, fn

from lamplight.core.site.absence import Absence
from lamplight.store.models import Entry, Machine, MachineMove, Site
from lamplight.store.prepared import fetched_of


@dataclass(frozen=True)
class Stay:
    """A stretch of a machine's life at one site.

    Attributes:
        site_id: where.
        since: the first date there, in that site's zone; None from the beginning.
        at: the moment with which it began; None from the beginning.
        until: the first date at the next site; None where it stands there now.
    """

    site_id: int
    since: date | None = None
    at: datetime | None = None
    until: date | None = None

    def part_of(self, span: Absence) -> Absence | None:
        """The days of a span on which the machine stood there; None where there are none."""
        first = max(span.first, self.since) if self.since else span.first
        last = span.last if self.until is None else min(span.last, date.fromordinal(self.until.toordinal() - 1))
        return Absence(first, last) if first <= last else None


def stays(machine_ids: Collection[int] | None = None) -> dict[int, tuple[Stay, ...]]:
    """Where each machine stood, oldest first; one stay at least, in one query."""
    found: dict[int, list[Stay]] = defaultdict(list)
    for machine_id, stands, origin, site, day, at, undone_at in fetched_of("moves", _moves, machine_ids):
        known = found[machine_id]
        if at is not None and not known:
            known.append(Stay(origin))
        if at is None:
            known.append(Stay(stands))
        elif undone_at is None and site != known[-1].site_id:
            known[-1] = Stay(known[-1].site_id, known[-1].since, known[-1].at, day)
            known.append(Stay(site, day, at))
    return {machine_id: tuple(own) for machine_id, own in found.items()}


def _moves(machine_ids: Collection[int] | None) -> ModelSelect:
    columns = (Machine.id, Machine.site, MachineMove.origin, MachineMove.site, MachineMove.day, MachineMove.at)
    rows = Machine.select(*columns, Entry.undone_at).join(MachineMove, JOIN.LEFT_OUTER)
    rows = rows.join(Entry, JOIN.LEFT_OUTER, on=(MachineMove.entry == Entry.id))
    rows = rows if machine_ids is None else rows.where(Machine.id.in_(machine_ids))
    return rows.order_by(Machine.id, MachineMove.at, MachineMove.id).tuples()


def site_then(machine_id: int, at: datetime) -> int | None:
    """Where a machine stood at a moment; None where there is none."""
    own = stays([machine_id]).get(machine_id, ())
    return next((stay.site_id for stay in reversed(own) if stay.at is None or stay.at <= at), None)


def site_of_machine(machine_id: int) -> int | None:
    """Where a machine stands now; None where there is none."""
    return Machine.select(Machine.site).where(Machine.id == machine_id).tuples().scalar()


def first_site() -> int:
    """The site that was set up first; 0 before."""
    return Site.select(fn.MIN(Site.id)).scalar() or 0


def where_written() -> Expression:
    """The site of a line of the log, in SQL: where its machine stood at its time, else where it was written.

    What was written for no machine before there was a second site belongs to the first.
    """
    told = Entry.alias()
    moves = MachineMove.select().join(told, on=(MachineMove.entry == told.id))
    moves = moves.where(MachineMove.machine == Entry.machine)
    last = moves.where(told.undone_at.is_null(), MachineMove.at <= Entry.at)
    stood = last.select(MachineMove.site).order_by(MachineMove.at.desc(), MachineMove.id.desc()).limit(1)
    first = moves.select(MachineMove.origin).order_by(MachineMove.at, MachineMove.id).limit(1)
    machine = Machine.select(Machine.site).where(Machine.id == Entry.machine)
    return fn.COALESCE(stood, first, machine, Entry.site, Site.select(fn.MIN(Site.id)))


def written_at(site_id: int) -> Expression:
    """Whether a line of the log belongs to a site, in SQL."""
    return where_written() == site_id
