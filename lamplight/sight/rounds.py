"""The round of one keeper: planned from what every machine needs."""

from __future__ import annotations

from collections.abc import Collection, Hashable, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import datetime, timedelta
from threading import Lock

from lamplight.core.assess import status_at
from lamplight.core.care.item import Due
from lamplight.core.care.status import Status
from lamplight.core.errors import InvalidInput
from lamplight.core.round.carry import CarryLine, carry_list
from lamplight.core.round.chores import (
    Asked,
    AtMachine,
    Guided,
    MachineChores,
    Waiting,
    chores_at,
    ranks_at,
    why_not,
)
from lamplight.core.round.fold import Chore
from lamplight.core.round.planning import QUARTER_S, order_of, plan_round, signature
from lamplight.core.round.problem import RoundPlan, RoundProblem, Span, Walks
from lamplight.core.round.stops import Stop, stops_of, why_left_out
from lamplight.core.round.works import UNIT_S, in_units
from lamplight.core.run.advice import advised_answers
from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.site.slots import Slot
from lamplight.core.site.work_windows import rushes
from lamplight.core.stock.stock import enough
from lamplight.core.words import written_in
from lamplight.sight.agenda import view_at
from lamplight.sight.cache import kept, minute
from lamplight.sight.cupboard import products, stock_held
from lamplight.sight.machine_view import MachineView
from lamplight.sight.preparing import prepare
from lamplight.sight.round_times import USUAL_TIME, AskedRound, asked_round, next_start
from lamplight.store.changes import edition
from lamplight.store.database import database
from lamplight.store.rounds import RoundRow, ways
from lamplight.store.sites import SiteRow


@dataclass(frozen=True)
class CarriedLine:
    """A line of the bag, whether it is packed, and whether the cupboard has it; None where nobody counted."""

    line: CarryLine
    packed: bool
    there: bool | None


@dataclass(frozen=True)
class RoundView:
    """A round as it stands.

    Attributes:
        calendar: of the site.
        now, until: from when it is planned, and by when it should be over.
        row: the round that was set out on, or None before.
        plan, problem: what is done when.
        stops: the plan as it is walked.
        views: the machines by number.
        waiting: what is due and not done in it.
        bag: what to carry.
        home: where the keeper sets out and the cupboard stands; empty where nobody said.
        next_slot: when somebody comes the next time; None where nobody does.
        beyond: how many machines want something and were not looked at, since there is no time for them.
        looked_at: when it was asked for: earlier than `now` where it lies ahead.
    """

    calendar: SiteCalendar
    now: datetime
    until: datetime
    row: RoundRow | None
    plan: RoundPlan
    problem: RoundProblem
    stops: tuple[Stop, ...]
    views: Mapping[int, MachineView]
    waiting: tuple[Waiting, ...]
    bag: tuple[CarriedLine, ...]
    home: str
    next_slot: datetime | None
    beyond: int = 0
    looked_at: datetime = datetime.min

    @property
    def ahead(self) -> bool:
        """Whether it begins later than now."""
        return self.looked_at < self.now

    @property
    def not_done(self) -> tuple[Waiting, ...]:
        """Everything that is due and not done in it, and why."""
        until_s = int((self.until - self.now).total_seconds())
        left = [
            Waiting(job.machine, share, why_left_out(job, self.plan, until_s))
            for job in self.plan.left_out
            for share in job.shares
        ]
        return (*left, *self.waiting)

    def at(self, seconds: int) -> datetime:
        """The moment so many seconds from the beginning of the plan."""
        return self.now + timedelta(seconds=seconds)


def round_view(
    site: SiteRow,
    views: Sequence[MachineView],
    now: datetime,
    keeper_id: int | None,
    minutes: int | None = None,
) -> RoundView:
    """The round of a keeper: the one that was set out on, that of their time that goes on, or that of the next one.

    Args:
        views: every machine, the most urgent first.
        minutes: how much time there is, from now on; as long as their time lasts where nobody says.
    """
    return round_asked(site, views, asked_round(site, views, now, keeper_id, minutes), now, minutes is not None)


def round_asked(
    site: SiteRow, views: Sequence[MachineView], wanted: AskedRound, now: datetime, timed: bool = False
) -> RoundView:
    """The round for which something is asked.

    Args:
        views: as `round_view` has them.
        timed: whether somebody said how much time there is.
    """
    asked, row = wanted.asked, wanted.row
    looked_at, now, until = minute(now), asked.now, asked.until
    own = {view.row.id: view_at(view, now) if looked_at < now else view for view in views}
    gathered, beyond = _gathered(own, views, site, wanted)
    chores = _most_urgent([chore for machine in gathered for chore in machine.chores], until - now)
    known = ways(site.id)
    walks = _walks(own, known.home, known.seconds, row)
    moves = row is None and (timed or until - now == USUAL_TIME)
    plan, problem = _planned(site, chores, walks, asked, own, moves)
    return RoundView(
        site.calendar,
        now,
        until,
        row,
        plan,
        problem,
        stops_of(plan),
        own,
        tuple(one for machine in gathered for one in machine.waiting),
        _bag(plan, gathered, row, site.id),
        known.home,
        wanted.next_slot,
        beyond,
        looked_at,
    )


def _gathered(
    own: Mapping[int, MachineView], views: Sequence[MachineView], site: SiteRow, wanted: AskedRound
) -> tuple[list[MachineChores], int]:
    """What the machines need that need anything, the most urgent first; and how many were not looked at."""
    asked, agenda = wanted.asked, wanted.agenda
    wanting = [
        (view, own[view.row.id])
        for view in views
        if view.run
        or view.left_inside
        or own[view.row.id].worst >= Status.SOON
        or (asked.slot is not None and agenda.comes_to(view.row.id, asked.slot))
    ]
    gathered: list[MachineChores] = []
    hands_s, time_s = 0, (asked.until - asked.now).total_seconds()
    # Runs that are open stand first, then whatever people can fall ill of, at whichever machine; beyond twice the time
    # nothing would be reached.
    for view, then in sorted(wanting, key=lambda pair: (pair[1].run is None, not pair[1].wants_hygiene)):
        if hands_s > LOOKED_AT * time_s and view.run is None:
            break
        here = _kept_chores(view, then, site, wanted)
        gathered.append(here)
        hands_s += sum(work.hands_s for chore in here.chores for work in chore.works)
    return gathered, len(wanting) - len(gathered)


def _kept_chores(view: MachineView, then: MachineView, site: SiteRow, wanted: AskedRound) -> MachineChores:
    """What a machine needs, worked out once as long as it stands as it does."""
    asked, agenda = wanted.asked, wanted.agenda
    around = (asked.now, asked.until, asked.next_slot, frozenset(asked.skipped), asked.slot)
    planned = agenda.planned(view)
    # What lies ahead stays as it is from minute to minute, as long as nothing is written and no reason is another.
    said = {} if then is view else {due.item.key: due.reasons[0] for due in view.status.dues}
    ahead = (then.row, view.status.work, then.run, then.setup, then.left_inside, then.deferrals, view.stopped, said)
    stands = view if then is view else ahead
    rests_on = (stands, written_in(), site, around, planned, wanted.before, agenda.slots[:1])

    def work() -> MachineChores:
        at = at_machine(then, site, asked, planned, _elsewhere(view, site, wanted))
        return chores_at(replace(at, said=said), asked)

    return kept(("chores", view.row.id), rests_on, work)


def _elsewhere(view: MachineView, site: SiteRow, wanted: AskedRound) -> frozenset[str]:
    """What others do at a machine before."""
    done: frozenset[str] = frozenset()
    planned = wanted.agenda.planned(view) if wanted.before else {}
    slots = wanted.agenda.slots
    for slot in wanted.before:
        asked = Asked(site.calendar, slot.start, slot.end, next_start(slots, slot.end), (), slot.start)
        at = at_machine(view_at(view, slot.start), site, asked, planned, done)
        ranks = ranks_at(at, asked)
        done |= {due.item.key for due in at.dues if due.item.key in ranks and why_not(at, due, asked) is None}
    return done


def _most_urgent(chores: Sequence[Chore], time: timedelta) -> list[Chore]:
    """No more than can be looked at together; nothing far beyond the time there is."""
    chosen: list[Chore] = []
    hands = 0
    for chore in sorted(chores, key=lambda chore: (not chore.begun, chore.share.rank)):
        if len(chosen) >= MOST_CHORES or (hands > LOOKED_AT * time.total_seconds() and not chore.begun):
            break
        chosen.append(chore)
        hands += sum(work.hands_s for work in chore.works)
    return chosen


def _walks(
    views: Mapping[int, MachineView], home: str, seconds: Mapping[tuple[str, str], int], row: RoundRow | None
) -> Walks:
    """How far it is, from where the keeper is."""
    places = {machine: view.row.place for machine, view in views.items()}
    here = places.get(row.at, home) if row is not None and row.at is not None else home
    return Walks(places, {pair: in_units(value) for pair, value in seconds.items()}, here)


def _planned(
    site: SiteRow,
    chores: Sequence[Chore],
    walks: Walks,
    asked: Asked,
    views: Mapping[int, MachineView],
    moves: bool,
) -> tuple[RoundPlan, RoundProblem]:
    """The plan; its order is remembered as long as the same is to be done."""
    until_s = int((asked.until - asked.now).total_seconds())
    state = edition(database)
    taken = {machine: _rushes(views[machine], site.calendar, asked) for machine in {c.machine for c in chores}}
    since_s = (asked.now.minute * 60 + asked.now.second) % QUARTER_S
    around = state and (state.path, site.id)
    remembered: dict[Hashable, tuple[str, ...]] = kept(("rounds", site.id), around, dict)

    def search(problem: RoundProblem) -> tuple[str, ...]:
        known = signature(problem)
        with SEARCHING:  # who asks for the same meanwhile finds it, rather than searching beside
            found = remembered.get(known)
            if found is None:
                if len(remembered) >= MOST_ROUNDS:
                    remembered.clear()
                found = remembered[known] = order_of(problem)
        return found

    rests_on = state and (state.path, tuple(chores), walks, until_s, taken, since_s, moves)
    return kept(("round", site.id), rests_on, lambda: plan_round(chores, walks, until_s, taken, since_s, moves, search))


def _rushes(view: MachineView, calendar: SiteCalendar, asked: Asked) -> tuple[Span, ...]:
    """When people queue before a machine; nobody does where it gives no drinks anyway."""
    if view.drinks_wait is not None and view.drinks_wait.gives_none:
        return ()
    day, spans = calendar.today(asked.now), []
    while calendar.at_minute(day, 0) < asked.until:
        for rush in rushes(day, calendar):
            start, end = ((moment - asked.now).total_seconds() for moment in (rush.start, rush.end))
            if end > 0 and rush.start < asked.until:
                spans.append(Span(int(start // UNIT_S) * UNIT_S, in_units(end), rush.words))
        day += timedelta(days=1)
    return tuple(spans)


def _bag(
    plan: RoundPlan, gathered: Sequence[MachineChores], row: RoundRow | None, site_id: int
) -> tuple[CarriedLine, ...]:
    """What to carry, what is packed, what is missing; a job takes what all of its chores take that are led."""
    by_chore = {packing.job: packing for machine in gathered for packing in machine.packings}
    lines = carry_list(plan, by_chore, products())
    held, packed = stock_held(site_id), row.packed if row else frozenset()
    return tuple(
        CarriedLine(line, line.key in packed, enough(held.get(line.product), line.units) if line.product else None)
        for line in lines
    )


# So many chores are planned, the most urgent first; so many times the work that there is time for is looked at.
MOST_CHORES, LOOKED_AT, MOST_ROUNDS = 80, 2, 200
SEARCHING = Lock()


def at_machine(
    view: MachineView, site: SiteRow, asked: Asked, planned: Mapping[str, Slot], elsewhere: Collection[str] = ()
) -> AtMachine:
    """Everything that a round has to go by at a machine.

    Args:
        view: as it stands when the round begins.
        planned: the next time of each item that has one.
        elsewhere: keys of what somebody else does before.
    """
    work = view.status.work

    def stands_then() -> dict[str, Due]:
        return {due.item.key: due for due in status_at(work, asked.next_slot).dues} if work else {}

    def then() -> dict[str, Due]:
        return kept(("then", view.row.id), (work, asked.next_slot, written_in()), stands_then)

    return AtMachine(
        view.row.id, view.whole_kind.items, view.status.dues, then, view.visits,
        lambda key: _guided(view, key, site, asked.now), view.needs,
        (view.run.item, view.run.state) if view.run else None, view.left_inside, view.stopped, view.deferrals,
        view.done_at_closing, {key: slot.start for key, slot in planned.items()}, elsewhere,
    )  # fmt: skip


def _guided(view: MachineView, key: str, site: SiteRow, now: datetime) -> Guided | None:
    """A job as it is led here; all but what the hour speaks for stays as it is until something is written."""
    state = edition(database)
    found = kept(("guided", view.row.id, key), state and (state.whole, site), lambda: _prepared(view, key, site, now))
    return found and replace(found, answers=advised_answers(found.procedure, site.calendar, now))


def _prepared(view: MachineView, key: str, site: SiteRow, now: datetime) -> Guided | None:
    try:
        ready = prepare(view, key, site, now)
    except InvalidInput:
        return None
    needs = tuple(need.line for need in ready.stocked_needs)
    return Guided(ready.procedure, ready.answers, needs, tuple(ml for _, _, ml in ready.vessels if ml))
