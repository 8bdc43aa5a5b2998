"""What the weeks ahead are planned from: what comes round at every machine, and the hours that somebody has for it."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date, datetime, timedelta
from functools import cache, partial

from lamplight.core.agenda.daily import Routine, daily_slots, shared_out, without_settled
from lamplight.core.agenda.placing import minutes_left
from lamplight.core.care.beginning import not_known
from lamplight.core.care.item import CareItem, Due, ItemRole
from lamplight.core.plan.problem import Costs, PlanProblem, Task, TaskKey
from lamplight.core.plan.terms import ROUTINE_DAYS, Term, has_routine, term_after, term_now, term_to_begin, waiting
from lamplight.core.round.chores import ends_service
from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.site.slots import Slot
from lamplight.core.stock.stock import Awaited, Holding, enough, there_from
from lamplight.core.words import day_words
from lamplight.sight.agenda import WEEKS, announced_agenda, site_slots, way_beside
from lamplight.sight.cache import kept
from lamplight.sight.cupboard import stock_awaited, stock_held
from lamplight.sight.machine_view import MachineView
from lamplight.store.plans import Announced, pins, plan_wishes
from lamplight.store.sites import SiteRow

# What lasts longer than so many days does not come round twice in the weeks ahead.
ONCE_DAYS = 90
# So many days, and from one evening to the morning after a long weekend.
DAYS_ASKED, LONGEST_WEEKEND = 3, 6


# So much of a slot the daily work leaves to what is planned, where nobody falls ill of it; and the way to a machine.
LEFT_SHARE, WAY_MIN = 0.5, Costs.way
# So much of a slot stays free at a machine whose end of the day is done in it. Ours, no source.
SPARE_SHARE = 0.1


@dataclass(frozen=True)
class Daily:
    """What comes round every day or two at a machine.

    Attributes:
        machine, item: which.
        days: how many days it lasts, 1 or more.
        minutes: the keeper's own.
        span: minutes for which it holds its machine.
        hygiene, evening: whether people can fall ill of it, and whether it belongs to the end of a day.
        slots: the numbers of the slots in which it is done.
    """

    machine: int
    item: str
    days: int
    minutes: float
    span: float
    hygiene: bool
    evening: bool
    slots: tuple[int, ...]


@dataclass(frozen=True)
class DailyRound:
    """The daily work of one slot: at which machines, and how many minutes of the keeper's own, ways counted."""

    machines: tuple[int, ...]
    minutes: float


def daily_rounds(daily: Sequence[Daily]) -> dict[int, DailyRound]:
    """The daily work slot by slot."""
    machines: dict[int, dict[int, float]] = {}
    for one in daily:
        for slot in one.slots:
            own = machines.setdefault(slot, {})
            own[one.machine] = own.get(one.machine, WAY_MIN) + one.minutes
    return {slot: DailyRound(tuple(sorted(own)), sum(own.values())) for slot, own in sorted(machines.items())}


@dataclass(frozen=True)
class Weeks:
    """The weeks ahead: what is planned day by day, and the daily work beside it."""

    problem: PlanProblem
    daily: tuple[Daily, ...]

    @property
    def every(self) -> dict[TaskKey, int]:
        """How many days each piece of daily work lasts."""
        return {(one.machine, one.item): one.days for one in self.daily}

    @property
    def daily_rounds(self) -> dict[int, DailyRound]:
        """The daily work of each slot, by its number."""
        return daily_rounds(self.daily)


def weeks_ahead(site: SiteRow, views: Sequence[MachineView], now: datetime, known: Announced | None) -> Weeks:
    today = site.calendar.today(now)
    end = today + timedelta(days=7 * WEEKS)
    slots = site_slots(site, now)
    way = way_beside(len(views))
    agenda = announced_agenda(known, slots, now, way)
    tasks: list[Task] = []
    daily: list[Daily] = []
    held: dict[TaskKey, frozenset[int]] = {}
    settled: dict[TaskKey, int] = {}
    wishes, coming, held_now = plan_wishes(site.id), stock_awaited(site.id), stock_held(site.id)
    for view in views:
        waits = _waits(view, coming, held_now, site.calendar, today) if coming else {}
        stands = tuple((due.status, due.likely, view.own_minutes(due)) for due in view.status.dues)
        rests_on = (view.status.work, today, slots, stands, wishes, waits, way)
        own, routine = kept(("tasks", view.row.id), rests_on, partial(_tasks, view, today, slots, wishes, waits, way))
        tasks += own
        daily += routine
        for task in own:
            due = view.status.due(task.item)
            assert due is not None
            ahead, fixed = agenda.ahead(view, due), agenda.settled(view, due)
            if ahead:
                held[task.key] = frozenset(ahead)
            if fixed is not None:
                settled[task.key] = fixed
    keys = {task.key for task in tasks}
    pinned = _pinned_slots(slots, keys, held)
    problem = PlanProblem(
        today, end, slots, tuple(tasks),
        pinned=pinned | {key: pinned.get(key, frozenset()) | {slot} for key, slot in settled.items()},
        announced=held,
        rooms=_rooms(slots, daily, now),
        lasts=tuple(minutes_left(slot, now) for slot in slots),
        busy=_busy(daily, slots, now),
        settled=frozenset(settled) - set(pinned),
    )  # fmt: skip
    return Weeks(problem, tuple(daily))


def _busy(daily: Sequence[Daily], slots: Sequence[Slot], now: datetime) -> dict[tuple[int, int], float]:
    """For how long the end of the day holds each machine, by slot and machine: that cannot be done at another time."""
    found: dict[tuple[int, int], float] = {}
    for one in daily:
        for slot in one.slots if one.hygiene and one.evening else ():
            found[slot, one.machine] = found.get((slot, one.machine), 0.0) + one.span
    return {place: held + SPARE_SHARE * minutes_left(slots[place[0]], now) for place, held in found.items()}


def _rooms(slots: Sequence[Slot], daily: Sequence[Daily], now: datetime) -> tuple[float, ...]:
    """Minutes of each slot that the daily work leaves; what nobody falls ill of takes no more than half of them."""
    whole, safe = _minutes_taken(daily), _minutes_taken([one for one in daily if one.hygiene])
    rooms = []
    for number, slot in enumerate(slots):
        left = minutes_left(slot, now)
        spare = SPARE_SHARE * left if number in whole else 0.0
        least = max(safe.get(number, 0.0) + spare, (1 - LEFT_SHARE) * left)
        rooms.append(max(0.0, left - min(whole.get(number, 0.0) + spare, least)))
    return tuple(rooms)


def _minutes_taken(daily: Sequence[Daily]) -> dict[int, float]:
    """The keeper's minutes that daily work takes in each slot, with a way to each machine."""
    found: dict[int, float] = {}
    there: set[tuple[int, int]] = set()
    for one in daily:
        for slot in one.slots:
            way = WAY_MIN if (slot, one.machine) not in there else 0.0
            there.add((slot, one.machine))
            found[slot] = found.get(slot, 0.0) + one.minutes + way
    return found


def _waits(
    view: MachineView,
    coming: Mapping[str, tuple[Awaited, ...]],
    held: Mapping[str, Holding],
    calendar: SiteCalendar,
    today: date,
) -> dict[str, tuple[date, str]]:
    """The items for which something is missing that was ordered: when it should come, and what it is."""
    found: dict[str, tuple[date, str]] = {}
    for due in view.status.dues:
        for need in view.needs(due):
            if not need.product or enough(held.get(need.product), need.units) is not False:
                continue
            at = there_from(held.get(need.product), coming.get(need.product, ()), need.units)
            if at is not None:
                day = calendar.today(at)
                words = f"{need.thing}, ordered, expected {day_words(day, today)}"
                found[due.item.key] = max(found.get(due.item.key, (day, words)), (day, words))
    return found


def _tasks(
    view: MachineView,
    today: date,
    slots: tuple[Slot, ...],
    wishes: tuple[float, float],
    waits: Mapping[str, tuple[date, str]],
    way: int,
) -> tuple[list[Task], list[Daily]]:
    """What comes round at a machine, and what so often that it belongs to every day.

    Args:
        slots: the hours ahead.
        wishes: the risk that is taken, and from which share on an item is worth it.
        waits: when what is missing for an item should come, and what it is.
        way: minutes that lie beside each job; none to the only machine.
    """
    tasks: list[Task] = []
    every: list[Daily] = []
    # Nobody comes twice a day to the only machine where the evening does; with several there is a round anyway.
    closes_alone = not way and any(map(ends_service, view.status.dues))
    for due in view.status.dues:
        if due.covered_by or due.instead or view.status.work is None:
            continue
        term = term_now(due, today, *wishes) or _to_begin(view, due, today, wishes)
        if term is None:
            continue
        after = _after(view, due.item, slots, term, wishes)
        next_time = _shortest(after, slots) or term
        if slots and has_routine(next_time):
            every.append(_daily(view, due, term, next_time.days, slots, after, closes_alone))
            continue
        if due.item.key in waits:
            term = waiting(term, *waits[due.item.key])
        tasks.append(_task(view, due, term, after, way))
    routine = _each_once(view, every)
    return [replace(task, spares=_spares(view, task, routine)) for task in tasks], routine


def _spares(view: MachineView, task: Task, routine: Sequence[Daily]) -> dict[int, float]:
    """The minutes of the daily work of each slot that a job does along, or whose place it takes."""
    due = view.status.due(task.item)
    assert due is not None
    procedure = view.procedure(due)
    does = {*due.item.settles, *due.item.replaces, *(procedure.settles if procedure else ())}
    found: dict[int, float] = {}
    for one in routine:
        for slot in one.slots if one.item in does else ():
            found[slot] = min(float(task.minutes), found.get(slot, 0.0) + one.minutes)
    return found


def _each_once(view: MachineView, every: Sequence[Daily]) -> list[Daily]:
    """The daily work without what another does along, no longer than the end of the day takes in one run."""
    does: dict[str, frozenset[str]] = {}
    for one in every:
        due = view.status.due(one.item)
        assert due is not None
        procedure = view.procedure(due)
        does[one.item] = frozenset((*due.item.settles, *(procedure.settles if procedure else ())))
    slots = without_settled({one.item: one.slots for one in every}, does)
    evening = sum(one.minutes for one in every if slots[one.item] and one.item in view.done_at_closing)
    share = min(1.0, view.closing_seconds / 60 / evening) if evening else 1.0
    return [
        replace(one, slots=slots[one.item], minutes=one.minutes * (share if one.item in view.done_at_closing else 1.0))
        for one in every
    ]


def _to_begin(view: MachineView, due: Due, today: date, wishes: tuple[float, float]) -> Term | None:
    """The term of what nobody knows anything of."""
    work = view.status.work
    if work is None or not not_known(due):
        return None
    since = view.status.book.known_since
    begun = view.status.context.calendar.today(since) if since is not None else None
    return term_to_begin(due, term_after(work, due.item, view.status.context.now, *wishes), today, begun)


def _daily(
    view: MachineView, due: Due, term: Term, days: int, slots: Sequence[Slot], after: Callable[[int], Term | None],
    evening: bool,
) -> Daily:  # fmt: skip
    def again(slot: int) -> date | None:
        term = after(slot)
        return None if term is None else term.passage.likely

    in_the_evening = evening or ends_service(due) or due.item.role is ItemRole.DRAWER
    routine = Routine(due.item.key, term.passage.likely or term.best_before, in_the_evening, again)
    minutes = view.own_seconds(due) / 60
    numbers = shared_out(daily_slots(routine, slots), slots, view.row.id)
    span = max(minutes, view.span_minutes(due))
    held = evening or ends_service(due)
    return Daily(view.row.id, due.item.key, days, minutes, span, due.item.hygiene, held, numbers)


def _shortest(after: Callable[[int], Term | None], slots: Sequence[Slot]) -> Term | None:
    """The next term of an item done on one of the first days: done before a weekend, what is daily lasts until Monday.

    More than one day is asked about only where closed days may make it look rarer than it is.
    """
    firsts: dict[date, int] = {}
    for number, slot in enumerate(slots):
        firsts.setdefault(slot.start.date(), number)
    found: Term | None = None
    for number in list(firsts.values())[:DAYS_ASKED]:
        term = after(number)
        if term is None:
            return found
        found = term if found is None or term.days < found.days else found
        if found.days <= ROUTINE_DAYS or found.days > LONGEST_WEEKEND:
            return found
    return found


def _task(view: MachineView, due: Due, term: Term, after: Callable[[int], Term | None], way: int) -> Task:
    item = due.item
    return Task(
        view.row.id,
        item.key,
        item.title,
        item.circuit,
        view.own_minutes(due),
        item.opening,
        any(need.product for need in view.needs(due)),
        term,
        after,
        item.asks,
        view.span_minutes(due) + way,
        due.prompted,
    )


def _pinned_slots(
    slots: Sequence[Slot], keys: set[TaskKey], held: Mapping[TaskKey, frozenset[int]]
) -> dict[TaskKey, frozenset[int]]:
    """Where keepers chose to do each task; of several who have hours then, in those of whom was announced before."""
    at: dict[datetime, list[int]] = {}
    for number, slot in enumerate(slots):
        at.setdefault(slot.start, []).append(number)
    usual = {machine: slots[number].keeper for (machine, _), own in held.items() for number in own}
    found: dict[TaskKey, set[int]] = {}
    for key, starts in pins().items():
        for start in starts if key in keys else ():
            here = at.get(start, [])
            own = [number for number in here if slots[number].keeper == usual.get(key[0])]
            if here:
                found.setdefault(key, set()).add((own or here)[0])
    return {key: frozenset(own) for key, own in found.items()}


def _after(
    view: MachineView, item: CareItem, slots: Sequence[Slot], term: Term, wishes: tuple[float, float]
) -> Callable[[int], Term | None]:
    """The term of an item if it were done in a slot; slots of one day share it."""
    work = view.status.work
    assert work is not None
    if term.days > ONCE_DAYS and not term.due:
        return lambda _slot: None

    @cache
    def by_day(day: date) -> Term | None:
        last = max(slot.end for slot in slots if slot.start.date() == day)
        return term_after(work, item, last, *wishes)

    return lambda slot: by_day(slots[slot].start.date())
