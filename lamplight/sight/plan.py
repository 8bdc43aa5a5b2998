"""The weeks ahead: planned from what every machine needs, held to what was announced."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta

from lamplight.core.plan.exact import exact_plan, known_plan
from lamplight.core.plan.lived import Way, lived
from lamplight.core.plan.many import plan_in_parts
from lamplight.core.plan.moves import Moved, moves
from lamplight.core.plan.problem import Plan, PlanProblem, TaskKey, held_plan
from lamplight.sight.cache import kept
from lamplight.sight.looking import look_into
from lamplight.sight.machine_view import MachineView
from lamplight.sight.weeks import weeks_ahead
from lamplight.store.changes import edition
from lamplight.store.database import database
from lamplight.store.plans import Announced, announced
from lamplight.store.sites import SiteRow

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
        every: what comes round so often that it belongs to every day, with how many days it lasts, 1 or more.
    """

    plan: Plan
    problem: PlanProblem
    views: Mapping[int, MachineView]
    known: Announced | None
    moved: tuple[Moved, ...]
    fresh: bool
    every: Mapping[TaskKey, int]

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
    problem, every = weeks_ahead(site, views, now, known)
    state = edition(database)
    rests_on = rests_on_now(site, now)
    key = ("plan", site.id, well, rests_on)
    tasks = tuple((task.key, task.now) for task in problem.tasks)
    same = state and (state.whole, problem.slots, problem.announced, problem.pinned, tasks)
    own, fresh = {view.row.id: view for view in views}, plan_stands(site, now)
    if fresh and not well:
        held = kept(("held", site.id, rests_on), same, lambda: held_plan(problem))
        return PlanView(held, problem, own, known, (), True, every)
    plan = kept(key, same, lambda: _planned(problem, views, well))
    titles = {task.key: task.title for task in problem.tasks}
    before = [(machine, item, site.calendar.today(start)) for machine, item, start in known.visits] if known else []
    moved = moves(before, plan, problem, titles) if known else ()
    return PlanView(plan, problem, own, known, moved, fresh, every)


def _planned(problem: PlanProblem, views: Sequence[MachineView], well: bool) -> Plan:
    """Together where there are few machines, else in parts; thoroughly or at once."""
    if len(views) <= MOST_TOGETHER:
        return exact_plan(problem) if well else known_plan(problem)
    places = {view.row.id: view.row.place for view in views}
    return plan_in_parts(problem, places) if well else plan_in_parts(problem, places, 0)


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
