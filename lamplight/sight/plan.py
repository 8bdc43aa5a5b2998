"""The weeks ahead: planned from what every machine needs, held to what was announced."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta

from lamplight.core.agenda.placing import Turn
from lamplight.core.agenda.put_off import times_missed, what_gives
from lamplight.core.plan.lived import Way, lived
from lamplight.core.plan.many import plan_in_parts, with_what_is_left
from lamplight.core.plan.moves import Moved, moves
from lamplight.core.plan.problem import Plan, PlanProblem, TaskKey, held_plan
from lamplight.core.plan.search import best_plan, known_plan
from lamplight.sight.agenda import Agenda, announced_agenda, site_slots, way_beside
from lamplight.sight.cache import kept, minute
from lamplight.sight.looking import look_into
from lamplight.sight.machine_view import MachineView
from lamplight.sight.machine_views import machine_views
from lamplight.sight.weeks import Daily, daily_rounds, weeks_ahead
from lamplight.store.changes import edition
from lamplight.store.database import database
from lamplight.store.plans import Announced, announced, announcements, newest_number
from lamplight.store.sites import SiteRow, machines

# So many machines are planned together; more in parts, by keeper and place.
MOST_TOGETHER = 12


@dataclass(frozen=True)
class PlanView:
    """The weeks ahead.

    Attributes:
        plan, problem: what is done when.
        views: the machines by number.
        known: what was announced before, or None.
        moved: what is other than was announced.
        fresh: whether it is what was announced, and nothing has changed since.
        daily: what comes round so often that it belongs to every day.
        put_off: what was planned again and again and not done, and what would have to give, in sentences.
    """

    plan: Plan
    problem: PlanProblem
    views: Mapping[int, MachineView]
    known: Announced | None
    moved: tuple[Moved, ...]
    fresh: bool
    daily: tuple[Daily, ...] = ()
    put_off: tuple[str, ...] = ()

    @property
    def every(self) -> dict[TaskKey, int]:
        """How many days each piece of daily work lasts."""
        return {(one.machine, one.item): one.days for one in self.daily}

    @property
    def today(self) -> date:
        """The site's date."""
        return self.problem.today

    @property
    def routine(self) -> tuple[str, ...]:
        """The titles of what belongs to every day, each once."""
        titles = {due.item.key: due.item.title for view in self.views.values() for due in view.status.dues}
        return tuple(dict.fromkeys(titles[item] for _, item in self.every))

    def named(self, sentence: str) -> str:
        """A sentence of the plan with the machine's name in place of its number."""
        for number, view in self.views.items():
            sentence = sentence.replace(f" [{number}] ", f" at {view.row.name} ")
        return sentence

    def wanted(self, days: int) -> dict[str, float]:
        """Units of each product, by key, that are taken out of the cupboard within so many days."""
        end = self.today + timedelta(days=days)
        times = {key: days / lasts for key, lasts in self.every.items()}
        for one in self.plan.planned:
            if self.problem.day(one.slot) < end:
                times[one.key] = times.get(one.key, 0) + 1
        units: dict[str, float] = {}
        for (machine, item), count in times.items():
            due = self.views[machine].status.due(item)
            for line in self.views[machine].needs(due) if due is not None else ():
                if line.product:
                    units[line.product] = units.get(line.product, 0.0) + count * line.units
        return units


def plan_view(site: SiteRow, views: Sequence[MachineView], now: datetime, well: bool = False) -> PlanView:
    """The plan of the weeks ahead.

    Args:
        now: the plan begins with the first slot that is not over.
        well: whether it is planned thoroughly; else at once, holding to what was announced.
    """
    known = still_announced(site, views)
    look_into(views)
    weeks = weeks_ahead(site, views, now, known)
    problem = weeks.problem
    state = edition(database)
    rests_on = rests_on_now(site, now)
    key = ("plan", site.id, well, rests_on)
    tasks = tuple((task.key, task.now) for task in problem.tasks)
    same = state and (state.whole, problem.slots, problem.announced, problem.pinned, tasks)
    own, fresh = {view.row.id: view for view in views}, plan_stands(site, now)
    if fresh and not well:
        held = kept(("held", site.id, rests_on), same, lambda: held_plan(problem))
        return PlanView(held, problem, own, known, (), True, weeks.daily, _put_off(site, own, problem, now))
    plan = kept(key, same, lambda: _planned(problem, views, well, known is not None))
    titles = {task.key: task.title for task in problem.tasks}
    before = [(machine, item, site.calendar.today(start)) for machine, item, start in known.visits] if known else []
    moved = moves(before, plan, problem, titles) if known else ()
    put_off = _put_off(site, own, problem, now)
    return PlanView(plan, problem, own, known, moved, fresh, weeks.daily, put_off)


def _put_off(site: SiteRow, views: Mapping[int, MachineView], problem: PlanProblem, now: datetime) -> tuple[str, ...]:
    """What was planned more than once since it was due and is not done."""
    dues = {(view.row.id, due.item.key): due for view in views.values() for due in view.status.dues if due.to_do}
    state = edition(database)
    history: list[list[tuple[TaskKey, datetime]]] = kept(
        ("announcements", site.id),
        state and (state.path, newest_number(site.id)),
        lambda: [[((machine, item), start) for machine, item, start in one.visits] for one in announcements(site.id)],
    )
    missed = times_missed(history, {key: due.last.at if due.last else None for key, due in dues.items()}, now)
    room = max(map(problem.room, range(len(problem.slots))), default=0.0)
    told = (what_gives(task, missed.get(task.key, 0), room, problem.longest(task.machine)) for task in problem.tasks)
    return tuple(sentence for sentence in told if sentence)


def _planned(problem: PlanProblem, views: Sequence[MachineView], well: bool, known: bool) -> Plan:
    """Together where there are few machines, else in parts; thoroughly, or at once where nobody planned yet.

    What was announced holds until it is planned anew, but for what has happened since, and what is new.
    """
    if known and not well:
        return with_what_is_left(problem, held_plan(problem))
    if len(views) <= MOST_TOGETHER:
        return best_plan(problem) if well else known_plan(problem)
    places = {view.row.id: view.row.place for view in views}
    return plan_in_parts(problem, places) if well else plan_in_parts(problem, places, 0)


def agenda_of(site: SiteRow, now: datetime) -> Agenda:
    """When each thing is done at a site: what every page, note and sheet reads that tells it.

    By what was announced last; of few machines by a plan made at once, where nothing was announced of one of them.
    """
    state = edition(database)
    rests_on = state and (state.whole, site, minute(now), newest_number(site.id))
    return kept(("agenda", site.id), rests_on, lambda: _agenda(site, now))


def _agenda(site: SiteRow, now: datetime) -> Agenda:
    known, slots, rows = announced(site.id), site_slots(site, now), machines(site.id)
    if len(rows) > MOST_TOGETHER or (known is not None and {row.id for row in rows} <= known.machines):
        return announced_agenda(known, slots, now, way_beside(len(rows)))
    seen = plan_view(site, machine_views(site, now), now)
    turns: dict[TaskKey, list[Turn]] = {}
    for one in seen.plan.planned:
        slot = seen.problem.slots[one.slot]
        turns.setdefault(one.key, []).append(Turn(slot.start, slot.keeper or 0))
    rounds: dict[datetime, frozenset[int]] = {}
    for number, one_round in daily_rounds(seen.daily).items():
        start = seen.problem.slots[number].start
        rounds[start] = rounds.get(start, frozenset()) | frozenset(one_round.machines)
    ahead = {key: tuple(sorted(own)) for key, own in turns.items()}
    return Agenda(now, slots, now, ahead, rounds, way_beside(len(rows)))


def plan_stands(site: SiteRow, now: datetime) -> bool:
    """Whether nothing has changed since the plan was announced."""
    known = announced(site.id)
    return known is not None and known.rests_on == rests_on_now(site, now)


def weeks_lived(seen: PlanView) -> tuple[Way, Way, Way]:
    """The same weeks lived by lamp, by calendar and by the plan; worked out once as long as the plan is the same."""
    taken = tuple((one.key, one.slot) for one in seen.plan.planned)
    return kept("lived", (seen.problem.slots, taken), lambda: lived(seen.problem, seen.plan))


def still_announced(site: SiteRow, views: Sequence[MachineView]) -> Announced | None:
    """What was announced for the machines that stand here now."""
    known = announced(site.id)
    return known.at({view.row.id for view in views}) if known else None


def rests_on_now(site: SiteRow, now: datetime) -> str:
    """What a plan rests on: the state of the file, and the day."""
    state = edition(database)
    return f"{state.whole[1] if state else 0} {site.calendar.today(now).isoformat()}"
