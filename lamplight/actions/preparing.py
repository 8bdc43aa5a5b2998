"""Before a run: what to have at hand, how long it takes, whether it fits, and what speaks against it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime, timedelta

from lamplight.actions.entries import Actor, write_entry
from lamplight.actions.machine_views import MachineView
from lamplight.actions.procedures import FREE, procedure_for
from lamplight.actions.stock import products, roles, serving, stock_held
from lamplight.core.anatomy.parts import FILTER_PART
from lamplight.core.care.item import CareItem, Due, ItemRole
from lamplight.core.errors import InvalidInput
from lamplight.core.job.chemistry import Product
from lamplight.core.job.containers import ContainerPlan
from lamplight.core.job.needs import NeedLine, need_lines
from lamplight.core.job.procedure import Procedure
from lamplight.core.machine.kind import Kind
from lamplight.core.run.clock import Learned, keeper_seconds, learned, learned_steps, total_seconds, with_learned
from lamplight.core.run.precheck import precheck
from lamplight.core.run.state import Outcome, RunContext
from lamplight.core.run.vessels import offered_ml, vessels_of
from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.site.work_windows import Rush, collision, window_if_not_now
from lamplight.core.stock.stock import Holding, enough
from lamplight.core.words import units_in_words
from lamplight.store.database import database
from lamplight.store.models import Deferral
from lamplight.store.runs import ended_runs
from lamplight.store.sites import MachineRow

LONGEST_DEFERRAL = timedelta(days=60)


@dataclass(frozen=True)
class Choice:
    """A role and the products that may serve it; the first alternative is not better than the others."""

    role: str
    title: str
    chosen: Product
    alternatives: tuple[Product, ...]


@dataclass(frozen=True)
class StockedNeed:
    """A need, and whether the cupboard has it.

    Attributes:
        line: what and how much.
        held: what there is, or None where nobody counted.
        enough: None where nobody counted.
        there: what there is, in words; empty where nobody counted.
    """

    line: NeedLine
    held: Holding | None
    enough: bool | None
    there: str = ""


@dataclass(frozen=True)
class Preparation:
    """A job that is about to begin.

    Attributes:
        key: of the item, or of a free procedure.
        due: where the item stands; None for a free procedure.
        procedure: fitted, with the machine's own times.
        choices: products to choose between.
        stocked_needs: what to have at hand.
        context: what the run begins with.
        plan: what becomes of the water in the chosen containers.
        vessels: millilitres under each outlet, with the outlet's words.
        own_s, total_s: seconds of the keeper, and in all.
        learned: the machine's own times, after three runs.
        usable_at: when the machine can be used again.
        rush: what it would collide with, or None.
        work_window: the next moment without a collision, a quarter of an hour from now at least.
        instead: key and title of the item that takes its place today, or None.
        against: why it must not begin, in a sentence, or empty.
    """

    key: str
    due: Due | None
    procedure: Procedure
    choices: tuple[Choice, ...]
    stocked_needs: tuple[StockedNeed, ...]
    context: RunContext
    plan: ContainerPlan
    vessels: tuple[tuple[str, str, int], ...]
    own_s: int
    total_s: int
    learned: Learned | None
    usable_at: datetime
    rush: Rush | None
    work_window: datetime
    instead: tuple[str, str] | None
    against: str


@dataclass(frozen=True)
class Wishes:
    """What the keeper chose: products by role, and millilitres by outlet."""

    products: Mapping[str, str]
    vessels: Mapping[str, int]


NO_WISHES = Wishes({}, {})


def _stocked(line: NeedLine, held: Mapping[str, Holding], known: Mapping[str, Product]) -> StockedNeed:
    """A need with what there is of it."""
    holding, product = held.get(line.product), known.get(line.product)
    if holding is None or holding.amount is None or product is None:
        return StockedNeed(line, holding, None)
    return StockedNeed(line, holding, enough(holding, line.units), units_in_words(holding.amount, product.unit))


def prepare(
    view: MachineView, key: str, calendar: SiteCalendar, now: datetime, wishes: Wishes = NO_WISHES
) -> Preparation:
    """Everything that can be said before a job begins.

    Args:
        view: the machine.
        key: of the care item, or of a free procedure.
        calendar: of the site.
        now: when it would begin.
        wishes: what was chosen; the last choice on this machine otherwise, else the usual.

    Raises:
        InvalidInput: when the machine has no such item that is guided, or a container holds nothing.
    """
    due = view.status.due(key)
    item = view.kind.item(key)
    procedure_key = key if key in FREE else (item.procedure if item else "")
    if not procedure_key:
        raise InvalidInput(f"{view.row.name} has no such care item that is guided.")
    past = ended_runs(view.row.id, item=key)
    last = past[0].state.context if past else RunContext()
    known = products()
    chosen = _chosen(known, view.serving, wishes.products, last)
    finished = [run.state for run in past if run.state.outcome is Outcome.FINISHED]
    procedure = with_learned(procedure_for(_serves(view, item), procedure_key, chosen), learned_steps(finished))
    sizes = {
        outlet: wishes.vessels.get(outlet) or last.vessels.get(outlet) or offered_ml(procedure, outlet)
        for outlet, _ in procedure.outlets
    }
    plan = procedure.containers(vessels_of(view.kind, procedure, sizes))
    context = RunContext(
        products={role: chosen[role] for role in procedure.roles if role in chosen},
        accepts={role: roles()[role].accepts for role in procedure.roles if role in roles()},
        inside=view.left_inside,
        filter_installed=_filter_installed(view),
        vessels=sizes,
    )
    total = total_seconds(procedure)
    taken = [round((run.ended_at - run.begun_at).total_seconds()) for run in finished if run.ended_at]
    own = learned(taken)
    total = own.median_s if own else total
    held = stock_held()
    return Preparation(
        key=key,
        due=due,
        procedure=procedure,
        choices=_choices(procedure, chosen, known),
        stocked_needs=tuple(_stocked(line, held, known) for line in need_lines(procedure, chosen)),
        context=context,
        plan=plan,
        vessels=tuple((outlet, words, sizes[outlet]) for outlet, words in procedure.outlets),
        own_s=keeper_seconds(procedure),
        total_s=total,
        learned=own,
        usable_at=now + timedelta(seconds=total),
        rush=collision(now, total, calendar),
        work_window=window_if_not_now(now, total, calendar),
        instead=_instead(view, due),
        against=precheck(procedure, now, context),
    )


def _chosen(
    known: Mapping[str, Product], usual: Mapping[str, Product], wanted: Mapping[str, str], last: RunContext
) -> dict[str, Product]:
    """The product for each role: as wished, else as last time, else the usual one."""
    chosen = dict(usual)
    for role, product in last.products.items():
        if product.key in known:
            chosen[role] = known[product.key]
    for role, product_key in wanted.items():
        if product_key in known and known[product_key].role == role:
            chosen[role] = known[product_key]
    return chosen


def _choices(procedure: Procedure, chosen: Mapping[str, Product], known: Mapping[str, Product]) -> tuple[Choice, ...]:
    """The roles that more than one product may serve."""
    served = {role: tuple(serving(role, known)) for role in procedure.roles if role in chosen and role in roles()}
    return tuple(
        Choice(role, roles()[role].title, chosen[role], products)
        for role, products in served.items()
        if len(products) > 1
    )


def _serves(view: MachineView, item: CareItem | None) -> Kind:
    """The kind that a procedure is adapted to: as equipped here, but a filter is put in where none was."""
    return view.kind if item is not None and item.role is ItemRole.FILTER else view.equipped


def _filter_installed(view: MachineView) -> bool:
    """Whether a filter sits in the tank: as the book has it, else as the kind usually has."""
    if view.equipped.part(FILTER_PART) is None or "plumbed" in view.kind.traits:
        return False
    return view.status.book.water.cartridge is not None or view.kind.cartridge is not None


def _instead(view: MachineView, due: Due | None) -> tuple[str, str] | None:
    if due is None or not due.instead:
        return None
    return (due.instead, view.status.title(due.instead))


def defer(row: MachineRow, item: Due, until: datetime, actor: Actor) -> None:
    """Write down that a job is left for later.

    Raises:
        InvalidInput: when the moment is past or more than 60 days ahead.
    """
    if not actor.now < until <= actor.now + LONGEST_DEFERRAL:
        raise InvalidInput("Choose a moment that is still to come, within 60 days.")
    with database.atomic():
        entry = write_entry("put off", f"{item.item.title} put off", actor, row.id)
        Deferral.create(entry=entry, machine=row.id, item=item.item.key, at=actor.now, until=until)
