"""The weeks ahead: planned from what every machine needs, held to what was announced, pinned where a keeper chose."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime
from functools import partial
from hashlib import sha256
from math import ceil

from lamplight.actions.entries import write_entry
from lamplight.core.errors import InvalidInput
from lamplight.core.plan.appointments import EVERYWHERE, appointments
from lamplight.core.plan.bound import least_weight
from lamplight.core.plan.problem import PlanProblem
from lamplight.sight.actor import Actor
from lamplight.sight.agenda import site_slots
from lamplight.sight.feeds import minutes_at
from lamplight.sight.looking import look_into
from lamplight.sight.machine_view import MachineView
from lamplight.sight.plan import PlanView, plan_view, rests_on_now, still_announced
from lamplight.sight.weeks import daily_rounds, weeks_ahead
from lamplight.store.database import database
from lamplight.store.models import AnnouncedPlan, PlanPin, PlanWish
from lamplight.store.plans import announced, next_number, pins, turns_as_data
from lamplight.store.sites import MachineRow, SiteRow

KEPT_ANNOUNCEMENTS = 60


def asked_of(problem: PlanProblem) -> str:
    """Names what a plan answers: every term as it stands, every slot, what was chosen."""
    tasks = [
        (
            task.key, task.minutes, task.span, task.asked, task.opening, task.uses, task.now,
            sorted(task.spares.items()),
        )
        for task in problem.tasks
    ]  # fmt: skip
    slots = [(slot.start.isoformat(), slot.end.isoformat(), slot.keeper) for slot in problem.slots]
    pinned = sorted((key, sorted(own)) for key, own in problem.pinned.items())
    # Of a slot that goes on less is left each minute: that alone asks for no other plan.
    daily = (problem.rooms or ())[1:], sorted(problem.busy.items())
    return sha256(repr((tasks, slots, pinned, daily, problem.costs)).encode()).hexdigest()


def announce(site: SiteRow, views: Sequence[MachineView], now: datetime) -> PlanView:
    """Plan thoroughly, and hold to it from now on; what moved is written with it.

    Where every term and every slot is what it was, nothing moves, however much was written meanwhile.
    """
    known = still_announced(site, views)
    if known is not None:
        look_into(views)
        if known.asked == asked_of(weeks_ahead(site, views, now, known).problem):
            rests_on = rests_on_now(site, now)
            AnnouncedPlan.update(rests_on=rests_on).where(AnnouncedPlan.id.in_(_newest(site.id, 1))).execute()
            return plan_view(site, views, now)
    seen = plan_view(site, views, now, well=True)
    today = seen.today
    said = [move.words(seen.views[move.machine].row.name, today) for move in seen.moved]
    if not said and seen.known is not None:
        said = list(seen.known.moved)
    turns = [
        (one.task.machine, one.task.item, slot.start, slot.keeper)
        for one in seen.plan.planned
        for slot in (seen.problem.slots[one.slot],)
    ]
    rests_on = rests_on_now(site, now)  # inside the transaction the file has no state of its own
    weight, least = seen.plan.cost, least_weight(seen.problem)
    with database.atomic():
        last = announced(site.id)
        number = next_number()
        made = appointments(
            [*_daily_turns(seen), *turns], partial(_minutes_of, seen), last.appointments if last else (), number
        )
        AnnouncedPlan.create(
            id=number,
            site=site.id,
            made_at=now,
            rests_on=rests_on,
            visits=turns_as_data(made),
            moved=said,
            weight=weight,
            least=least,
            asked=asked_of(seen.problem),
        )
        kept_ones = _newest(site.id, KEPT_ANNOUNCEMENTS)
        AnnouncedPlan.delete().where(AnnouncedPlan.site == site.id, AnnouncedPlan.id.not_in(kept_ones)).execute()
    return seen


def _daily_turns(seen: PlanView) -> list[tuple[int, str, datetime, int | None]]:
    """The daily work of each slot, as one visit to all of its machines."""
    slots = seen.problem.slots
    return [
        (EVERYWHERE, str(machine), slots[number].start, slots[number].keeper)
        for number, daily in daily_rounds(seen.daily).items()
        for machine in daily.machines
    ]


def _minutes_of(seen: PlanView, machine: int, items: Sequence[str], slot: datetime) -> int:
    if machine != EVERYWHERE:
        return minutes_at(seen.views, machine, items)
    numbers = [number for number, one in enumerate(seen.problem.slots) if one.start == slot]
    rounds = daily_rounds(seen.daily)
    return ceil(max(rounds[number].minutes for number in numbers if number in rounds))


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
        items: what is done in the visit.
        start: the beginning of the slot in which it is planned.
        to: the beginning of the slot that is chosen; None to let the plan choose again.

    Raises:
        InvalidInput: when there is no such slot, or nothing of the sort is planned at that machine.
    """
    known = {task.key for task in weeks_ahead(site, views, actor.now, None).problem.tasks}
    if not items or any((row.id, item) not in known for item in items):
        raise InvalidInput("Nothing of the sort is planned at that machine any more. Load the page again.")
    if to is not None and to not in {slot.start for slot in site_slots(site, actor.now)}:
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
