"""What is to be done at a machine in a round: which items, how much each matters, and how the work goes."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass, replace
from datetime import datetime, timedelta

from lamplight.core.anatomy.circuits import Circuit
from lamplight.core.assess import status_at
from lamplight.core.care.by_event import COUNTS_FOR_THE_DAY
from lamplight.core.care.item import Due
from lamplight.core.care.status import Status
from lamplight.core.care.triggers import EndOfService
from lamplight.core.errors import InvalidInput
from lamplight.core.job.procedure import Procedure
from lamplight.core.round.carry import Packing
from lamplight.core.round.fold import Chore
from lamplight.core.round.problem import Rank, Share
from lamplight.core.round.works import CLEANER_WAITS_S, Work, hands_s, in_units, works_left, works_of
from lamplight.core.run.clock import calls_at, timer
from lamplight.core.words import clock_words
from lamplight.sight.machine_view import MachineView
from lamplight.sight.preparing import Preparation, prepare
from lamplight.sight.procedures import END_OF_DAY, RINSE_OUT
from lamplight.store.sites import SiteRow

# How far ahead is looked where nobody has a time for the machines any more.
NO_SLOT_AHEAD = timedelta(days=7)
# Who is called back to cleaner that waits inside is given so long to walk there.
SOON_S = 300


@dataclass(frozen=True)
class Waiting:
    """Something that is due and not done in this round, and why."""

    machine: int
    share: Share
    why: str
    blocked: bool = False


@dataclass(frozen=True)
class MachineChores:
    """What is to be done at one machine.

    Attributes:
        chores: what the round does.
        waiting: what it does not.
        packings: what each chore takes, by its key.
    """

    chores: tuple[Chore, ...]
    waiting: tuple[Waiting, ...] = ()
    packings: tuple[Packing, ...] = ()


@dataclass(frozen=True)
class Asked:
    """For which round.

    Attributes:
        site: where.
        now, until: from when to when.
        next_slot: when somebody comes the next time.
        skipped: machine and item of what is not done this time.
    """

    site: SiteRow
    now: datetime
    until: datetime
    next_slot: datetime
    skipped: Collection[str] = ()


def chores_at(view: MachineView, asked: Asked) -> MachineChores:
    """Everything that a round has to do with a machine."""
    chores: list[Chore] = []
    waiting: list[Waiting] = []
    packings: list[Packing] = []
    if view.run is not None:
        chores.append(_open_run(view, asked.now))
    elif view.left_inside:
        chore, packing = _led(view, RINSE_OUT, _rinse_share(view), asked)
        return MachineChores((chore,), (), (packing,))
    ranks = _ranks(view, asked)
    for due in view.status.dues:
        rank = ranks.get(due.item.key)
        if rank is None or (view.run is not None and view.run.item == due.item.key):
            continue
        share = _share(due, rank)
        why = _why_not(view, due, asked)
        if why is None:
            chore, packing = _chore(view, due, share, asked)
            chores.append(chore)
            packings.append(packing)
        else:
            waiting.append(Waiting(view.row.id, share, why, bool(due.blocked)))
    closing = _end_of_day(view, chores, asked)
    if closing:
        chores.append(closing[0])
        packings.append(closing[1])
    return MachineChores(tuple(chores), tuple(waiting), tuple(packings))


def _ranks(view: MachineView, asked: Asked) -> dict[str, Rank]:
    """How much each item matters that belongs into the round."""
    near = [due for due in view.status.dues if due.status >= Status.SOON and not due.covered_by]
    if not near or view.status.work is None:
        return {}
    then = status_at(view.status.work, asked.next_slot)
    ranks: dict[str, Rank] = {}
    for due in near:
        later = then.due(due.item.key)
        passes = later is not None and later.status is Status.OVERDUE
        if due.to_do:
            health = due.item.hygiene or (due.prompted and view.stopped)
            ranks[due.item.key] = Rank.HEALTH if health else Rank.LIMIT if passes else Rank.DUE
        elif due.status is Status.SOON and passes and not _comes_later(due, asked.until):
            ranks[due.item.key] = Rank.LIMIT
    for visit in view.visits:
        for due in visit.dues:
            if due.item.key not in ranks and not due.instead and not _comes_later(due, asked.until):
                ranks[due.item.key] = Rank.ALONG
    return ranks


def _comes_later(due: Due, until: datetime) -> bool:
    """Whether it is a matter of an hour that has not come by then, such as the end of service."""
    return due.first is not None and due.first.due_at is not None and due.first.due_at > until


def _share(due: Due, rank: Rank) -> Share:
    ticked = due.item.quick or not due.item.procedure
    return Share(due.item.key, due.item.title, due.item.circuit, due.reasons[0], rank, ticked)


def _why_not(view: MachineView, due: Due, asked: Asked) -> str | None:
    """Why an item is left for later; None where nothing speaks against it."""
    until = view.deferrals.get(due.item.key)
    if f"{view.row.id}:{due.item.key}" in asked.skipped:
        return "Skipped this time."
    if until is not None and until > asked.now:
        zone = asked.site.calendar.tz
        return f"Put off until {clock_words(until.astimezone(zone), asked.site.calendar.today(asked.now))}."
    return due.blocked or None


def _chore(view: MachineView, due: Due, share: Share, asked: Asked) -> tuple[Chore, Packing]:
    if share.ticked:
        works = (Work(due.item.title, in_units(due.item.minutes * 60)),)
        settles = frozenset(due.item.settles)
        chore = Chore(
            view.row.id, share, works, _place(view, due.item.key), settles=settles, ready_s=_ready_s(due, asked)
        )
        return chore, Packing(chore.key, view.needs(due))
    chore, packing = _led(view, due.item.key, share, asked)
    return replace(chore, ready_s=_ready_s(due, asked)), packing


def _ready_s(due: Due, asked: Asked) -> int:
    """Seconds until it counts: what belongs to the end of service is not done long before it."""
    if due.first is None or due.first.due_at is None or not isinstance(due.first.trigger, EndOfService):
        return 0
    soonest = due.first.due_at - COUNTS_FOR_THE_DAY
    return in_units(max(0.0, (soonest - asked.now).total_seconds()))


def _led(view: MachineView, key: str, share: Share, asked: Asked) -> tuple[Chore, Packing]:
    """What a procedure leads through, with the machine's own times; by the item's minutes where it does not fit."""
    item = view.whole_kind.item(key)
    opening = item.opening if item else ""
    settled = frozenset(item.settles) if item else frozenset()
    try:
        ready = prepare(view, key, asked.site, asked.now)
    except InvalidInput:
        works: tuple[Work, ...] = (Work(share.title, in_units(60 * (item.minutes if item else 5))),)
        return Chore(view.row.id, share, works, _place(view, key), opening, settled), Packing(
            f"{view.row.id}:{key}", ()
        )
    procedure = ready.procedure
    chore = Chore(
        view.row.id,
        share,
        works_of(procedure, ready.answers, share.title),
        _place(view, key),
        opening,
        settled | frozenset(procedure.settles) - {key},
        leaves=_left(procedure),
        brings=frozenset(place for step in procedure.steps for place, _ in step.puts),
    )
    return chore, _packing(chore.key, ready)


def _packing(key: str, ready: Preparation) -> Packing:
    return Packing(key, tuple(need.line for need in ready.stocked_needs), tuple(ml for _, _, ml in ready.vessels if ml))


def _left(procedure: Procedure) -> frozenset[str]:
    """Places in which cleaner still is at the end."""
    inside: set[str] = set()
    for step in procedure.steps:
        inside |= {place for place, _ in step.puts}
        inside -= set(step.rinses)
    return frozenset(inside)


def _open_run(view: MachineView, now: datetime) -> Chore:
    """A run that goes on: the keeper comes back to it when its clock calls."""
    assert view.run is not None
    state = view.run.state
    calls = calls_at(state, now) or now
    ready = in_units(max(0.0, (calls - now).total_seconds()))
    works = works_left(state, ready) or (Work(state.procedure.title, in_units(30)),)
    works = (replace(works[0], words=state.procedure.title), *works[1:])
    share = Share(view.run.item, state.procedure.title, state.procedure.circuit, "It is under way.", Rank.HEALTH)
    settles = frozenset(state.procedure.settles)
    latest = None
    if state.cleaner_inside:
        clock = timer(state, now)
        called = min(now, clock.ends_about) if clock else state.step_started_at
        waited = (now - called).total_seconds()
        latest = max(ready, SOON_S, in_units(ready + CLEANER_WAITS_S - waited))
    return Chore(view.row.id, share, works, -1, settles=settles, ready_s=ready, latest_s=latest, begun=True)


def _rinse_share(view: MachineView) -> Share:
    names = ", ".join(dict.fromkeys(cleaner.title for cleaner in view.left_inside))
    return Share(
        RINSE_OUT, "Rinse it out", Circuit.WATER, f"{names} was left inside. No drinks until it is out.", Rank.HEALTH
    )


def _end_of_day(view: MachineView, chores: list[Chore], asked: Asked) -> tuple[Chore, Packing] | None:
    """One run in place of several small jobs, where that spares the keeper time."""
    settled = [chore for chore in chores if not chore.begun and chore.share.item in view.done_at_closing]
    if len(settled) < 2 or view.run is not None or f"{view.row.id}:{END_OF_DAY}" in asked.skipped:
        return None
    rank = min(chore.share.rank for chore in settled)
    share = Share(END_OF_DAY, "End of the day", Circuit.BODY, "One run does all of these.", rank)
    chore, packing = _led(view, END_OF_DAY, share, asked)
    spares = hands_s(chore.works) < sum(hands_s(one.works) for one in settled)
    ready = max(one.ready_s for one in settled)
    return (replace(chore, ready_s=ready), packing) if spares else None


def _place(view: MachineView, key: str) -> int:
    """Where an item stands in the order of its kind, which is the order of the work."""
    return next((n for n, item in enumerate(view.whole_kind.items) if item.key == key), len(view.whole_kind.items))
