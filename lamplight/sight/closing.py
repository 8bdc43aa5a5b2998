"""One touch: what is left of the day at each machine, what it would write down, and what was closed just now."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from math import ceil

from lamplight.core.care.item import Due
from lamplight.core.job.needs import NeedLine
from lamplight.core.machine.marks import running_trial
from lamplight.core.round.closing import Closing, Known, closes, closing_at, evening
from lamplight.core.words import listed, units_in_words
from lamplight.sight.agenda import Agenda
from lamplight.sight.cache import kept, minute
from lamplight.sight.cupboard import products
from lamplight.sight.machine_view import MachineView
from lamplight.sight.plan import agenda_of
from lamplight.sight.round_times import AskedRound, asked_now
from lamplight.sight.rounds import RoundView, at_machine
from lamplight.store.changes import edition
from lamplight.store.database import database
from lamplight.store.logbook import CloseRow, closes_since, ever_done
from lamplight.store.sites import SiteRow

# What was closed so long ago still stands on the sheet. Ours, no source.
EVENING = timedelta(hours=4)


@dataclass(frozen=True)
class ClosingHere:
    """The end of the day at one machine.

    Attributes:
        closing: what is left of it.
        closed: how it was closed this evening, or None.
    """

    view: MachineView
    closing: Closing
    closed: CloseRow | None = None

    @property
    def minutes(self) -> int:
        """The keeper's own, rounded up, for what one touch writes down."""
        return self.minutes_of(self.closing.dues)

    def minutes_of(self, dues: Sequence[Due]) -> int:
        """The same for some of it: no more than in the run that does it all."""
        seconds = sum(map(self.view.own_seconds, dues))
        if all(due.item.key in self.view.done_at_closing for due in dues):
            seconds = min(seconds, self.view.closing_seconds)
        return ceil(seconds / 60)

    @property
    def settled(self) -> bool:
        """Whether it was closed and nothing of it is left."""
        return self.closed is not None and self.closing.empty

    @property
    def works(self) -> bool:
        """Whether a run is open on it, or cleaner stands in it: that comes first."""
        return self.view.run is not None or bool(self.view.left_inside)

    def words(self, due: Due) -> str:
        """A job with what goes in, and what is done along with it: ``milk wash with 1 sachet``; ``drawer, tray``."""
        known = products()
        taken = [units_in_words(line.units, known[line.product].unit) for line in self.used(due)]
        own = f"{due.item.in_a_row} with {listed(taken)}" if taken else due.item.in_a_row
        return ", ".join((own, *(item.in_a_row for item in self.closing.along.get(due.item.key, ()))))

    def used(self, due: Due) -> tuple[NeedLine, ...]:
        """What a job takes out of the cupboard."""
        return tuple(line for line in self.view.needs(due) if line.product and line.units > 0)


def closings(site: SiteRow, views: Sequence[MachineView], now: datetime, keeper_id: int | None) -> list[ClosingHere]:
    """The end of the day at every machine that has one and where something is left, works, or was closed this evening.

    They stand by place and name, so that none moves away under the hand.
    """
    wanted = asked_now(site, agenda_of(site, now), now, keeper_id)
    closed = closes_since(now - EVENING)
    found = [
        ClosingHere(view, _closing(view, site, wanted), closed.get(view.row.id))
        for view in views
        if any(closes(due.item, view.done_at_closing) for due in view.status.dues)
    ]
    closing_time = evening(site.calendar, now)
    open_yet = [one for one in found if (closing_time and not one.closing.empty) or one.closed is not None]
    working = [one for one in found if one.works and one not in open_yet]
    shown = [*open_yet, *working] if open_yet else []
    return sorted(shown, key=lambda one: (one.view.row.place, one.view.row.name.lower()))


def left_to_close(
    site: SiteRow, views: Sequence[MachineView], now: datetime, keeper_id: int | None
) -> Sequence[ClosingHere]:
    """The machines that are left to be closed, where the evening has come; kept for as long as nothing is written."""
    state = edition(database)
    rests_on = state and (state.whole, site, minute(now), tuple(view.row.id for view in views))

    def left() -> Sequence[ClosingHere]:
        here = closings(site, views, now, keeper_id) if evening(site.calendar, now) else []
        return tuple(one for one in here if not one.closing.empty)

    return kept(("to close", site.id, keeper_id), rests_on, left)


def closing_of(
    site: SiteRow, agenda: Agenda, view: MachineView, now: datetime, keeper_id: int | None,
    among: Collection[str] | None = None,
) -> ClosingHere:  # fmt: skip
    """The end of the day at one machine; or, of what is named, what one touch may write down at a stop."""
    wanted = asked_now(site, agenda, now, keeper_id)
    closed = closes_since(now - EVENING).get(view.row.id)
    return ClosingHere(view, _closing(view, site, wanted, among), closed)


def stop_touch(site: SiteRow, seen: RoundView, now: datetime, keeper_id: int | None) -> list[ClosingHere]:
    """What one touch writes down at the first stop of a round that has begun or may begin now; none of one ahead."""
    if seen.ahead or not seen.stops:
        return []
    machine = seen.stops[0].machine
    among = touched_at(seen, machine)
    return [closing_of(site, agenda_of(site, now), seen.views[machine], now, keeper_id, among)]


def touched_at(seen: RoundView, machine: int) -> frozenset[str]:
    """Keys of what a round does at a machine that a touch may stand for: what is done in one visit, and in the evening
    whatever closes the day. Where the keeper leaves a machine that works, a clock has to call."""
    view, found = seen.views[machine], set[str]()
    closing = evening(seen.calendar, seen.now)
    for job in seen.plan.done:
        if job.machine != machine or job.begun:
            continue
        visits = [stop for stop in seen.stops if any(one.job == job for one in stop.placed)]
        items = [view.kind.item(share.item) for share in job.shares]
        ends = closing and all(item is not None and closes(item, view.done_at_closing) for item in items)
        if len(visits) < 2 or ends:
            found |= {share.item for share in job.shares}
    return frozenset(found)


def _closing(
    view: MachineView, site: SiteRow, wanted: AskedRound, among: Collection[str] | None = None
) -> Closing:  # fmt: skip
    due = among or any(due.to_do and closes(due.item, view.done_at_closing) for due in view.status.dues)
    if not due or view.run or view.left_inside:
        return Closing()
    at = at_machine(view, site, wanted.asked, wanted.agenda.planned(view))
    return closing_at(at, wanted.asked, _known(view, wanted.keeper_id), among)


def _known(view: MachineView, keeper_id: int | None) -> Known:
    book = view.status.book
    tried = {
        trial.item
        for trial in book.trials
        if running_trial([one for one in book.trials if one.item == trial.item], trial.role, book.looked_at) is not None
    }
    return Known(products(), ever_done(view.row.id, keeper_id), tried)
