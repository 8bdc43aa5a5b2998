"""What belongs into a round at one machine: which items, how much each matters, how the work goes, and what waits."""

from __future__ import annotations

from collections.abc import Callable, Collection, Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import datetime, timedelta

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.care.beginning import not_known
from lamplight.core.care.by_event import COUNTS_FOR_THE_DAY
from lamplight.core.care.first import UNTIL_RINSED, in_one_run
from lamplight.core.care.item import CareItem, Due, ItemRole
from lamplight.core.care.status import Status
from lamplight.core.care.triggers import EndOfService, HoursSinceFirstDrink
from lamplight.core.care.visits import Visit
from lamplight.core.job.chemistry import Inside
from lamplight.core.job.needs import NeedLine
from lamplight.core.job.procedure import END_OF_DAY, RINSE_OUT, Procedure
from lamplight.core.round.carry import Packing
from lamplight.core.round.fold import Chore
from lamplight.core.round.problem import Rank, Share
from lamplight.core.round.works import CLEANER_WAITS_S, Work, hands_s, in_units, works_left, works_of
from lamplight.core.run.clock import calls_at, timer
from lamplight.core.run.state import RunState
from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.words import clock_words

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
        calendar: of the site.
        now, until: from when to when.
        next_slot: when somebody comes the next time.
        skipped: machine and item of what is not done this time.
        slot: when the time begins whose work is done: what is planned for a later one waits; None where nobody has one.
    """

    calendar: SiteCalendar
    now: datetime
    until: datetime
    next_slot: datetime
    skipped: Collection[str] = ()
    slot: datetime | None = None


@dataclass(frozen=True)
class Guided:
    """A job as a procedure leads through it at a machine, what is decided before it, and what it takes."""

    procedure: Procedure
    answers: Mapping[str, str]
    needs: tuple[NeedLine, ...] = ()
    vessels_ml: tuple[int, ...] = ()


@dataclass(frozen=True)
class AtMachine:
    """All that a round goes by at one machine.

    Attributes:
        machine: its number.
        items: in the order of its kind, which is the order of the work.
        dues: where they stand, the most urgent first.
        then: where each stands when somebody comes the next time, by key; empty where nobody knows.
        visits: what is best done together.
        guided: the job of an item, or a free one, as it is led here; None where it does not fit.
        needs: what an item takes that nobody is led through.
        run: what is open on it: its item, and its state.
        left_inside: what cleaner an earlier run left in it.
        stopped: whether its panel stops drinks.
        put_off: until when an item was put off, by key.
        at_closing: keys of the items that the end of the day does in one run.
        planned: when the slot begins in which an item is done, by key; of what no plan of days holds nothing.
        elsewhere: keys of what somebody else does before.
        said: why each is due as it is said on the day on which the round is looked at, where that lies ahead; by key.
    """

    machine: int
    items: tuple[CareItem, ...]
    dues: tuple[Due, ...]
    then: Callable[[], Mapping[str, Due]]
    visits: tuple[Visit, ...]
    guided: Callable[[str], Guided | None]
    needs: Callable[[Due], tuple[NeedLine, ...]]
    run: tuple[str, RunState] | None = None
    left_inside: tuple[Inside, ...] = ()
    stopped: bool = False
    put_off: Mapping[str, datetime] = field(default_factory=dict)
    at_closing: Collection[str] = ()
    planned: Mapping[str, datetime] = field(default_factory=dict)
    elsewhere: Collection[str] = ()
    said: Mapping[str, str] = field(default_factory=dict)

    def later(self, due: Due, asked: Asked) -> datetime | None:
        """The later time for which an item is planned, or None; what stops its machine waits for none."""
        start = self.planned.get(due.item.key)
        waits = not (due.prompted and self.stopped)
        return start if start and asked.slot and start > asked.slot and waits else None

    def item(self, key: str) -> CareItem | None:
        """The item of that key, or None."""
        return next((item for item in self.items if item.key == key), None)

    def place(self, key: str) -> int:
        """Where an item stands in the order of its kind."""
        return next((n for n, item in enumerate(self.items) if item.key == key), len(self.items))


def chores_at(at: AtMachine, asked: Asked) -> MachineChores:
    """Everything that a round has to do with a machine."""
    chores: list[Chore] = []
    waiting: list[Waiting] = []
    packings: list[Packing] = []
    if at.run is not None:
        chores.append(_open_run(at.machine, *at.run, asked.now))
    elif at.left_inside:
        chore, packing = _led(at, RINSE_OUT, _rinse_share(at))
        return MachineChores((chore,), (), (packing,))
    ranks = ranks_at(at, asked)
    for due in at.dues:
        rank = ranks.get(due.item.key)
        if rank is None or (at.run is not None and at.run[0] == due.item.key):
            continue
        share = _share(due, rank, at.said)
        why = why_not(at, due, asked)
        if why is None:
            chore, packing = _chore(at, due, share, asked)
            chores.append(chore)
            packings.append(packing)
        else:
            waiting.append(Waiting(at.machine, share, why, bool(due.blocked)))
    closing = _end_of_day(at, chores, asked)
    if closing:
        chores.append(closing[0])
        packings.append(closing[1])
    return MachineChores(tuple(chores), tuple(waiting), tuple(packings))


def ranks_at(at: AtMachine, asked: Asked) -> dict[str, Rank]:
    """How much each item matters that belongs into the round."""
    own = [due for due in at.dues if not due.covered_by and due.item.key not in at.elsewhere]
    near = [due for due in own if due.status >= Status.SOON or (asked.slot and due.item.key in at.planned)]
    then = at.then() if near else {}
    if not then:
        return {}
    ranks: dict[str, Rank] = {}
    for due in near:
        later = then.get(due.item.key)
        passes = due.prompted or (later is not None and later.status is Status.OVERDUE)
        planned = asked.slot is not None and due.item.key in at.planned
        if due.to_do:
            health = due.item.hygiene or (due.prompted and at.stopped)
            here = Rank.PLANNED if planned and not at.later(due, asked) else Rank.LIMIT if passes else Rank.DUE
            ranks[due.item.key] = Rank.HEALTH if health else here
        elif planned:
            if not at.later(due, asked) and not due.instead:
                unsafe = due.item.hygiene and not_known(due)
                ranks[due.item.key] = Rank.HEALTH if unsafe else Rank.PLANNED
        elif _nobody_comes_later(due, asked):
            ranks[due.item.key] = Rank.LIMIT
        elif due.item.role is ItemRole.DRAWER:
            if _drawer_along(due, later, near, asked):
                ranks[due.item.key] = Rank.LIMIT
        elif due.status is Status.SOON and passes and not _comes_later(due, asked.until):
            ranks[due.item.key] = Rank.LIMIT
    for visit in at.visits:
        for due in visit.dues:
            alone = due.item.key not in at.planned and due.item.key not in at.elsewhere
            if alone and due.item.key not in ranks and not due.instead and not _comes_later(due, asked.until):
                ranks[due.item.key] = Rank.ALONG
    return ranks


def _drawer_along(due: Due, later: Due | None, near: Sequence[Due], asked: Asked) -> bool:
    """Whether a drawer that is not due yet is emptied now.

    It is where its hours would pass before somebody comes again, and in the evening where it would be full before the
    next one. By its pucks it is a look and a lamp: nobody empties it at the third of ten in the morning.
    """
    if later is not None and any(
        isinstance(state.trigger, HoursSinceFirstDrink) and state.status is Status.OVERDUE for state in later.triggers
    ):
        return True
    evening = any(ends_service(one) and one.to_do for one in near)
    next_day = asked.calendar.open_day_from(asked.calendar.today(asked.now) + timedelta(days=1))
    return evening and due.likely is not None and due.likely <= next_day


def ends_service(due: Due) -> bool:
    """Whether it is the end of service that decides when it is done."""
    return due.first is not None and isinstance(due.first.trigger, EndOfService)


def _nobody_comes_later(due: Due, asked: Asked) -> bool:
    """Whether it is for the end of a service at which nobody is there: then it is done in the last hours before it."""
    at = due.first.due_at if due.first is not None else None
    if at is None or not ends_service(due) or due.status is not Status.SOON or due.instead:
        return False
    today = asked.calendar.today
    return today(asked.now) == today(at) < today(asked.next_slot)


def _comes_later(due: Due, until: datetime) -> bool:
    """Whether it is a matter of an hour that has not come by then, such as the end of service."""
    return due.first is not None and due.first.due_at is not None and due.first.due_at > until


def _share(due: Due, rank: Rank, said: Mapping[str, str]) -> Share:
    ticked = due.item.quick or not due.item.procedure
    return Share(due.item.key, due.item.title, due.item.circuit, said.get(due.item.key, due.reasons[0]), rank, ticked)


def why_not(at: AtMachine, due: Due, asked: Asked) -> str | None:
    """Why an item is left for later; None where nothing speaks against it."""
    until = at.put_off.get(due.item.key)
    if f"{at.machine}:{due.item.key}" in asked.skipped:
        return "Skipped this time."
    if until is not None and until > asked.now:
        return f"Put off until {_clock(until, asked)}."
    if due.blocked:
        return due.blocked
    later = at.later(due, asked)
    return f"Planned {_clock(later, asked)}." if later else None


def _clock(moment: datetime, asked: Asked) -> str:
    return clock_words(moment.astimezone(asked.calendar.tz), asked.calendar.today(asked.now))


def _chore(at: AtMachine, due: Due, share: Share, asked: Asked) -> tuple[Chore, Packing]:
    if share.ticked:
        works = (Work(due.item.title, in_units(due.item.minutes * 60)),)
        settles = frozenset(due.item.settles)
        chore = Chore(at.machine, share, works, at.place(due.item.key), settles=settles, ready_s=ready_s(due, asked))
        return chore, Packing(chore.key, at.needs(due))
    chore, packing = _led(at, due.item.key, share)
    return replace(chore, ready_s=ready_s(due, asked)), packing


def ready_s(due: Due, asked: Asked) -> int:
    """Seconds until it counts: what belongs to the end of service is not done long before it."""
    if due.first is None or due.first.due_at is None or not isinstance(due.first.trigger, EndOfService):
        return 0
    soonest = due.first.due_at - COUNTS_FOR_THE_DAY
    if soonest > asked.until and _nobody_comes_later(due, asked):
        return 0  # better early than not at all
    return in_units(max(0.0, (soonest - asked.now).total_seconds()))


def _led(at: AtMachine, key: str, share: Share) -> tuple[Chore, Packing]:
    """What a procedure leads through, with the machine's own times; by the item's minutes where it does not fit."""
    item = at.item(key)
    opening = item.opening if item else ""
    settled = frozenset(item.settles) if item else frozenset()
    ready = at.guided(key)
    if ready is None:
        works: tuple[Work, ...] = (Work(share.title, in_units(60 * (item.minutes if item else 5))),)
        return Chore(at.machine, share, works, at.place(key), opening, settled), Packing(f"{at.machine}:{key}", ())
    procedure = ready.procedure
    chore = Chore(
        at.machine,
        share,
        works_of(procedure, ready.answers, share.title),
        at.place(key),
        opening,
        settled | frozenset(procedure.settles) - {key},
        leaves=_left(procedure),
        brings=frozenset(place for step in procedure.steps for place, _ in step.puts),
    )
    return chore, Packing(chore.key, ready.needs, ready.vessels_ml)


def _left(procedure: Procedure) -> frozenset[str]:
    """Places in which cleaner still is at the end."""
    inside: set[str] = set()
    for step in procedure.steps:
        inside |= {place for place, _ in step.puts}
        inside -= set(step.rinses)
    return frozenset(inside)


def _open_run(machine: int, item: str, state: RunState, now: datetime) -> Chore:
    """A run that goes on: the keeper comes back to it when its clock calls."""
    calls = calls_at(state, now) or now
    ready = in_units(max(0.0, (calls - now).total_seconds()))
    works = works_left(state, ready) or (Work(state.procedure.title, in_units(30)),)
    works = (replace(works[0], words=state.procedure.title), *works[1:])
    share = Share(item, state.procedure.title, state.procedure.circuit, "It is under way.", Rank.HEALTH)
    settles = frozenset(state.procedure.settles)
    latest = None
    if state.cleaner_inside:
        clock = timer(state, now)
        called = min(now, clock.ends_about) if clock else state.step_started_at
        waited = (now - called).total_seconds()
        latest = max(ready, SOON_S, in_units(ready + CLEANER_WAITS_S - waited))
    return Chore(machine, share, works, -1, settles=settles, ready_s=ready, latest_s=latest, begun=True)


def _rinse_share(at: AtMachine) -> Share:
    names = ", ".join(dict.fromkeys(cleaner.title for cleaner in at.left_inside))
    return Share(RINSE_OUT, "Rinse it out", Circuit.WATER, f"{names} was left inside. {UNTIL_RINSED}", Rank.HEALTH)


def _end_of_day(at: AtMachine, chores: list[Chore], asked: Asked) -> tuple[Chore, Packing] | None:
    """One run in place of several small jobs, where that spares the keeper time."""
    settled = [chore for chore in chores if not chore.begun and chore.share.item in at.at_closing]
    keys = [chore.share.item for chore in settled]
    if not in_one_run(keys, at.at_closing, at.run is not None) or f"{at.machine}:{END_OF_DAY}" in asked.skipped:
        return None
    rank = min(chore.share.rank for chore in settled)
    share = Share(END_OF_DAY, "End of the day", Circuit.BODY, "One run does all of these.", rank)
    chore, packing = _led(at, END_OF_DAY, share)
    spares = hands_s(chore.works) < sum(hands_s(one.works) for one in settled)
    ready = max(one.ready_s for one in settled)
    return (replace(chore, ready_s=ready), packing) if spares else None
