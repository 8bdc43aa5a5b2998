"""The weeks ahead: planned from what every machine needs, held to what was announced, pinned where a keeper chose."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from hashlib import sha256

from lamplight.actions.cache import kept
from lamplight.actions.entries import Actor, write_entry
from lamplight.actions.looking import look_into
from lamplight.actions.machine_view import MachineView
from lamplight.actions.weeks_ahead import plan_slots, weeks_ahead
from lamplight.core.errors import InvalidInput
from lamplight.core.plan.bound import least_weight
from lamplight.core.plan.exact import exact_plan, known_plan
from lamplight.core.plan.lived import Way, lived
from lamplight.core.plan.many import plan_in_parts
from lamplight.core.plan.moves import Moved, moves
from lamplight.core.plan.problem import Plan, PlanProblem, TaskKey, held_plan
from lamplight.store.changes import edition
from lamplight.store.database import database
from lamplight.store.models import AnnouncedPlan, PlanPin, PlanWish
from lamplight.store.plans import Announced, announced, pins
from lamplight.store.sites import MachineRow, SiteRow

# So many machines are planned together; more in parts, by keeper and place.
MOST_TOGETHER = 12
KEPT_ANNOUNCEMENTS = 60


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
        site: where.
        views: every machine.
        now: the plan begins with the first slot that is not over.
        well: whether it is planned thoroughly; else at once, holding to what was announced.
    """
    known = _still_announced(site, views)
    look_into(views)
    problem, every = weeks_ahead(site, views, now, known)
    state = edition(database)
    rests_on = _rests_on(site, now)
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


def _still_announced(site: SiteRow, views: Sequence[MachineView]) -> Announced | None:
    """What was announced for the machines that stand here now."""
    known = announced(site.id)
    return known.at({view.row.id for view in views}) if known else None


def _planned(problem: PlanProblem, views: Sequence[MachineView], well: bool) -> Plan:
    """Together where there are few machines, else in parts; thoroughly or at once."""
    if len(views) <= MOST_TOGETHER:
        return exact_plan(problem) if well else known_plan(problem)
    places = {view.row.id: view.row.place for view in views}
    return plan_in_parts(problem, places) if well else plan_in_parts(problem, places, 0)


def plan_stands(site: SiteRow, now: datetime) -> bool:
    """Whether nothing has changed since the plan was announced."""
    known = announced(site.id)
    return known is not None and known.rests_on == _rests_on(site, now)


def _rests_on(site: SiteRow, now: datetime) -> str:
    """What a plan rests on: the state of the file, and the day."""
    state = edition(database)
    return f"{state.whole[1] if state else 0} {site.calendar.today(now).isoformat()}"


def _asked(problem: PlanProblem) -> str:
    """Names what a plan answers: every term as it stands, every slot, what was chosen."""
    tasks = [(task.key, task.minutes, task.opening, task.uses, task.now) for task in problem.tasks]
    slots = [(slot.start.isoformat(), slot.end.isoformat(), slot.keeper) for slot in problem.slots]
    pinned = sorted((key, sorted(own)) for key, own in problem.pinned.items())
    return sha256(repr((tasks, slots, pinned, problem.costs)).encode()).hexdigest()


def announce(site: SiteRow, views: Sequence[MachineView], now: datetime) -> PlanView:
    """Plan thoroughly, and hold to it from now on; what moved is written with it.

    Where every term and every slot is what it was, nothing moves, however much was written meanwhile.
    """
    known = _still_announced(site, views)
    if known is not None:
        look_into(views)
        if known.asked == _asked(weeks_ahead(site, views, now, known)[0]):
            rests_on = _rests_on(site, now)
            AnnouncedPlan.update(rests_on=rests_on).where(AnnouncedPlan.id.in_(_newest(site.id, 1))).execute()
            return plan_view(site, views, now)
    seen = plan_view(site, views, now, well=True)
    today = seen.today
    said = [move.words(seen.views[move.machine].row.name, today) for move in seen.moved]
    if not said and seen.known is not None:
        said = list(seen.known.moved)
    visits = [
        [one.task.machine, one.task.item, slot.start.isoformat(), slot.keeper]
        for one in seen.plan.planned
        for slot in (seen.problem.slots[one.slot],)
    ]
    rests_on = _rests_on(site, now)  # inside the transaction the file has no state of its own
    weight, least = seen.plan.cost, least_weight(seen.problem)
    with database.atomic():
        AnnouncedPlan.create(
            site=site.id,
            made_at=now,
            rests_on=rests_on,
            visits=visits,
            moved=said,
            weight=weight,
            least=least,
            asked=_asked(seen.problem),
        )
        kept_ones = _newest(site.id, KEPT_ANNOUNCEMENTS)
        AnnouncedPlan.delete().where(AnnouncedPlan.site == site.id, AnnouncedPlan.id.not_in(kept_ones)).execute()
    return seen


def _newest(site_id: int, most: int) -> list[int]:
    """The numbers of a site's newest announcements."""
    rows = AnnouncedPlan.select(AnnouncedPlan.id).where(AnnouncedPlan.site == site_id)
    return [row.id for row in rows.order_by(AnnouncedPlan.id.desc()).limit(most)]


RISKS, SHARES = (0.05, 0.1, 0.2, 0.3), (0.5, 0.6, 0.7, 0.8, 0.9)


def wish_of_plan(site: SiteRow, risk: float, worth: float, actor: Actor) -> None:
    """Say which risk the plan takes that a lamp comes first, and from which share of its time on care is worth it.

    Raises:
        InvalidInput: for what is not offered.
    """
    if risk not in RISKS or worth not in SHARES:
        raise InvalidInput("Choose a risk and a share from the lists.")
    with database.atomic():
        words = f"The plan takes {risk:.0%} risk; care is worth it from {worth:.0%} of its time on"
        PlanWish.create(entry=write_entry("plan", words, actor), site=site.id, risk=risk, worth=worth)


def weeks_lived(seen: PlanView) -> tuple[Way, Way, Way]:
    """The same weeks lived by lamp, by calendar and by the plan; worked out once as long as the plan is the same."""
    taken = tuple((one.key, one.slot) for one in seen.plan.planned)
    return kept("lived", (seen.problem.slots, taken), lambda: lived(seen.problem, seen.plan))


def pin_visit(
    site: SiteRow,
    views: Sequence[MachineView],
    row: MachineRow,
    items: Sequence[str],
    start: datetime,
    to: datetime | None,
    actor: Actor,
) -> None:
    """Choose when a visit is made, or let the plan choose again.

    Args:
        site, views: where, and every machine.
        row: the machine.
        items: what is done in the visit.
        start: the beginning of the slot in which it is planned.
        to: the beginning of the slot that is chosen; None to let the plan choose again.
        actor: who chooses.

    Raises:
        InvalidInput: when there is no such slot, or nothing of the sort is planned at that machine.
    """
    known = {task.key for task in weeks_ahead(site, views, actor.now, None)[0].tasks}
    if not items or any((row.id, item) not in known for item in items):
        raise InvalidInput("Nothing of the sort is planned at that machine any more. Load the page again.")
    if to is not None and to not in {slot.start for slot in plan_slots(site, views, actor.now)}:
        raise InvalidInput("At that time nobody looks after the machines. Choose another one.")
    zone = site.calendar.tz
    with database.atomic():
        when = f"{to.astimezone(zone):%a %-d %b, %H:%M}" if to else "the plan chooses"
        entry = write_entry("plan", f"Visit to {row.name}: {when}", actor, row.id)
        for item in items:
            for old in pins().get((row.id, item), ()):
                if old == start or to is None:
                    PlanPin.create(entry=entry, machine=row.id, item=item, start=old, held=False)
            if to is not None:
                PlanPin.create(entry=entry, machine=row.id, item=item, start=to, held=True)
