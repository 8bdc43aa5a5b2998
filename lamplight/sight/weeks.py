"""What the weeks ahead are planned from: what comes round at every machine, and the hours that somebody has for it."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from datetime import date, datetime, timedelta
from functools import cache, partial

from lamplight.core.care.item import CareItem, Due
from lamplight.core.plan.problem import PlanProblem, Task, TaskKey
from lamplight.core.plan.terms import ROUTINE_DAYS, Term, has_routine, term_after, term_now, waiting
from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.site.slots import Slot, slots_from
from lamplight.core.stock.stock import Awaited, Holding, enough, there_from
from lamplight.core.words import day_words
from lamplight.sight.cache import kept
from lamplight.sight.cupboard import stock_awaited, stock_held
from lamplight.sight.machine_view import MachineView
from lamplight.store.plans import Announced, pins, plan_wishes
from lamplight.store.rounds import keepers_away, week_slots
from lamplight.store.sites import SiteRow

WEEKS = 4
# What lasts longer than so many days does not come round twice in the weeks ahead.
ONCE_DAYS = 90
# So many days, and from one evening to the morning after a long weekend.
DAYS_ASKED, LONGEST_WEEKEND = 3, 6


def weeks_ahead(
    site: SiteRow, views: Sequence[MachineView], now: datetime, known: Announced | None
) -> tuple[PlanProblem, dict[TaskKey, int]]:
    today = site.calendar.today(now)
    end = today + timedelta(days=7 * WEEKS)
    slots = plan_slots(site, views, now)
    tasks: list[Task] = []
    every: dict[TaskKey, int] = {}
    wishes, coming, held_now = plan_wishes(site.id), stock_awaited(site.id), stock_held(site.id)
    for view in views:
        waits = _waits(view, coming, held_now, site.calendar, today) if coming else {}
        stands = tuple((due.status, due.likely) for due in view.status.dues)
        rests_on = (view.status.work, today, slots, stands, wishes, waits)
        own, routine = kept(("tasks", view.row.id), rests_on, partial(_tasks, view, today, slots, wishes, waits))
        tasks += own
        every |= routine
    keys = {task.key for task in tasks}
    held = _announced_slots(known, slots, keys)
    problem = PlanProblem(today, end, slots, tuple(tasks), pinned=_pinned_slots(slots, keys, held), announced=held)
    return problem, every


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
) -> tuple[list[Task], dict[TaskKey, int]]:
    """What comes round at a machine, and what so often that it belongs to every day.

    Args:
        slots: the hours ahead.
        wishes: the risk that is taken, and from which share on an item is worth it.
        waits: when what is missing for an item should come, and what it is.
    """
    tasks: list[Task] = []
    every: dict[TaskKey, int] = {}
    for due in view.status.dues:
        term = term_now(due, today, *wishes)
        if term is None or due.covered_by or due.instead or view.status.work is None:
            continue
        after = _after(view, due.item, slots, term, wishes)
        next_time = _shortest(after, slots) or term
        if slots and has_routine(next_time):
            every[view.row.id, due.item.key] = next_time.days
            continue
        if due.item.key in waits:
            term = waiting(term, *waits[due.item.key])
        tasks.append(_task(view, due, term, after))
    return tasks, every


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


def _task(view: MachineView, due: Due, term: Term, after: Callable[[int], Term | None]) -> Task:
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
    )


def _announced_slots(
    known: Announced | None, slots: Sequence[Slot], keys: set[TaskKey]
) -> dict[TaskKey, frozenset[int]]:
    """Where each task was announced, of what still lies ahead: two keepers may have the same hours."""
    numbers = {(slot.start, slot.keeper): n for n, slot in enumerate(slots)}
    found: dict[TaskKey, set[int]] = {}
    if known is not None:
        for (machine, item, start), keeper in zip(known.visits, known.keepers, strict=True):
            number = numbers.get((start, keeper))
            if number is not None and (machine, item) in keys:
                found.setdefault((machine, item), set()).add(number)
    return {key: frozenset(own) for key, own in found.items()}


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


def plan_slots(site: SiteRow, views: Sequence[MachineView], now: datetime) -> tuple[Slot, ...]:
    """Every time for the machines in the weeks ahead; none while everybody is away."""
    absent = [{day for absence in view.status.book.absences for day in absence.dates()} for view in views]
    away = set.intersection(*absent) if absent else set()
    calendar: SiteCalendar = site.calendar.without(away)
    return tuple(slots_from(now, calendar, week_slots(site.id), 7 * WEEKS, None, keepers_away(site.id)))


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
