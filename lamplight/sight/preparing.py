"""Before a run: what to have at hand, how long it takes, whether it fits, and what speaks against it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from datetime import datetime, timedelta

from lamplight.core.anatomy.parts import FILTER_PART
from lamplight.core.care.item import CareItem, Due, ItemRole
from lamplight.core.errors import InvalidInput
from lamplight.core.job.chemistry import Product
from lamplight.core.job.containers import ContainerPlan
from lamplight.core.job.dose import Pour
from lamplight.core.job.needs import NeedLine, need_lines
from lamplight.core.job.procedure import Procedure
from lamplight.core.job.site_unit import in_site_unit
from lamplight.core.job.steps import applies
from lamplight.core.job.traits import traits_of
from lamplight.core.machine.kind import Kind
from lamplight.core.run.advice import advised_answers
from lamplight.core.run.cleaners import offered_ml, vessels_of
from lamplight.core.run.clock import (
    Learned,
    idle_seconds,
    keeper_seconds,
    learned_steps,
    total_seconds,
    whole_time,
    with_learned,
)
from lamplight.core.run.finish import pours_of
from lamplight.core.run.precheck import precheck
from lamplight.core.run.state import Outcome, RunContext
from lamplight.core.site.work_windows import Rush, collision, window_if_not_now
from lamplight.core.stock.stock import Holding, enough
from lamplight.core.words import units_in_words
from lamplight.sight.cupboard import products, roles, serving, stock_held
from lamplight.sight.machine_view import MachineView
from lamplight.sight.procedures import FREE, known_procedure, procedure_for
from lamplight.sight.told import can_listen, needs_expected, unheard
from lamplight.store.runs import ended_runs
from lamplight.store.sites import SiteRow


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
        vessels: each container that is put up, with its words and its millilitres.
        pours: what is measured and poured, in words, by role.
        idle_s: seconds that the machine stands afterwards while nobody waits.
        answers: what is decided before the start, by key.
        can_by_hand: whether there is a way by hand beside the kind's programme; `by_hand` whether it was chosen.
        can_listen: whether a programme of the machine's own can be listened to; `listens` whether that was chosen.
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
    pours: Mapping[str, Pour]
    idle_s: int
    answers: Mapping[str, str]
    can_by_hand: bool
    by_hand: bool
    can_listen: bool
    listens: bool
    own_s: int
    total_s: int
    learned: Learned | None
    usable_at: datetime
    rush: Rush | None
    work_window: datetime
    instead: tuple[str, str] | None
    against: str

    def words_of(self, vessel: str) -> str:
        """Where a container stands."""
        return next((words for key, words, _ in self.vessels if key == vessel), vessel)


@dataclass(frozen=True)
class Wishes:
    """What the keeper chose.

    Attributes:
        products: by role.
        vessels: millilitres of each container, by its key.
        answers: what is decided before the start, by key.
        by_hand: whether by hand although the kind has a programme; None where nothing was said.
        listen: whether the machine's own programme is listened to, since nobody knows it.
    """

    products: Mapping[str, str]
    vessels: Mapping[str, int]
    answers: Mapping[str, str] = field(default_factory=dict)
    by_hand: bool | None = None
    listen: bool = False


NO_WISHES = Wishes({}, {})


def _stocked(line: NeedLine, held: Mapping[str, Holding], known: Mapping[str, Product]) -> StockedNeed:
    """A need with what there is of it."""
    holding, product = held.get(line.product), known.get(line.product)
    if holding is None or holding.amount is None or product is None:
        return StockedNeed(line, holding, None)
    return StockedNeed(line, holding, enough(holding, line.units), units_in_words(holding.amount, product.unit))


def prepare(view: MachineView, key: str, site: SiteRow, now: datetime, wishes: Wishes = NO_WISHES) -> Preparation:
    """Everything that can be said before a job begins.

    Args:
        key: of the care item, or of a free procedure.
        wishes: what was chosen; the last choice on this machine otherwise, else the usual.

    Raises:
        InvalidInput: when the machine has no such item that is guided, or a container holds nothing.
    """
    due, calendar = view.status.due(key), site.calendar
    item = view.whole_kind.item(key)
    procedure_key = key if key in FREE else (item.procedure if item else "")
    if not procedure_key:
        raise InvalidInput(f"{view.row.name} has no such care item that is guided.")
    past = ended_runs(view.row.id, item=key)
    last = past[0].state.context if past else RunContext()
    known = products()
    chosen = _chosen(known, view.serving, wishes.products, last)
    finished = [run.state for run in past if run.state.outcome is Outcome.FINISHED]
    by_hand = last.by_hand if wishes.by_hand is None else wishes.by_hand
    kind = _serves(view, item)
    listen = wishes.listen and bool(can_listen(procedure_key))
    by_hand = by_hand and _can_by_hand(kind, procedure_key) and not listen
    fitted = _listening(kind, procedure_key, chosen) if listen else procedure_for(kind, procedure_key, chosen, by_hand)
    procedure = in_site_unit(with_learned(fitted, learned_steps(finished)), site.degrees)
    sizes = {
        stand.key: wishes.vessels.get(stand.key) or last.vessels.get(stand.key) or offered_ml(procedure, stand)
        for stand in procedure.stands
    }
    answers = advised_answers(procedure, calendar, now, wishes.answers)
    plan = procedure.containers(vessels_of(view.whole_kind, procedure, sizes))
    context = RunContext(
        products={role: chosen[role] for role in procedure.roles if role in chosen},
        accepts={role: roles()[role].accepts for role in procedure.roles if role in roles()},
        inside=view.left_inside,
        filter_installed=_filter_installed(view),
        vessels=sizes,
        answers=answers,
        by_hand=by_hand,
        listens=listen,
    )
    total, idle = total_seconds(procedure, answers), idle_seconds(procedure, answers)
    own = whole_time(finished)
    total = own.median_s if own else total
    held = stock_held(site.id)
    return Preparation(
        key=key,
        due=due,
        procedure=procedure,
        choices=_choices(procedure, chosen, known),
        stocked_needs=tuple(_stocked(line, held, known) for line in need_lines(procedure, chosen)),
        context=context,
        plan=plan,
        vessels=tuple((stand.key, stand.words, sizes[stand.key]) for stand in procedure.stands),
        pours=pours_of(procedure, context),
        idle_s=idle,
        answers=answers,
        can_by_hand=_can_by_hand(kind, procedure_key),
        by_hand=by_hand,
        can_listen=bool(can_listen(procedure_key)),
        listens=listen,
        own_s=keeper_seconds(procedure, answers),
        total_s=total,
        learned=own,
        usable_at=now + timedelta(seconds=total + idle),
        rush=collision(now, total, calendar),
        work_window=window_if_not_now(now, total, calendar),
        instead=_instead(view, due),
        against=precheck(procedure, now, context, view.whole_kind.capacities.tank_ml),
    )


def _listening(kind: Kind, procedure_key: str, chosen: Mapping[str, Product]) -> Procedure:
    """The job around a programme of which nothing is known yet."""
    programme = can_listen(procedure_key)
    fitted = procedure_for(unheard(kind, programme), procedure_key, chosen)
    return replace(fitted, needs=(*needs_expected(programme), *fitted.needs))


def _can_by_hand(kind: Kind, procedure_key: str) -> bool:
    """Whether somebody whose machine has no such programme may do it by hand."""
    shipped = known_procedure(procedure_key)
    if not shipped.by_hand or shipped.plain.programme not in kind.programmes:
        return False
    return applies(known_procedure(shipped.by_hand).fits, traits_of(kind))


def _chosen(
    known: Mapping[str, Product], usual: Mapping[str, Product], wanted: Mapping[str, str], last: RunContext
) -> dict[str, Product]:
    """The product for each role: as wished, else as last time, else the usual one."""
    chosen = dict(usual)
    for role, product in last.products.items():
        if product.key in known:
            chosen[role] = known[product.key]
    for role, product_key in wanted.items():
        if product_key in known and known[product_key].serves(role):
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
    return view.whole_kind if item is not None and item.role is ItemRole.FILTER else view.kind


def _filter_installed(view: MachineView) -> bool:
    """Whether a filter sits in the tank: as the book has it, else as the kind usually has."""
    if view.kind.part(FILTER_PART) is None or "plumbed" in view.whole_kind.traits:
        return False
    return view.status.book.water.cartridge is not None or view.whole_kind.cartridge is not None


def _instead(view: MachineView, due: Due | None) -> tuple[str, str] | None:
    if due is None or not due.instead:
        return None
    return (due.instead, view.status.title(due.instead))
