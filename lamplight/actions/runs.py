"""Beginning a run, answering its steps, finishing it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace

from lamplight.actions.care import write_asking
from lamplight.actions.deeds import place, renew_cartridge, write_deed
from lamplight.actions.entries import write_entry
from lamplight.actions.readings import DoubtfulReadings, add_reading
from lamplight.core.bounds import UNITS, within
from lamplight.core.care.inspections import INSPECTIONS
from lamplight.core.care.status import Status
from lamplight.core.care.triggers import REFILL
from lamplight.core.errors import InvalidInput, StaleStep
from lamplight.core.job.confirmations import LAMP_OUT, REFILL_CONFIRMED
from lamplight.core.keepers.rights import Right, RoleAtSite, refuse_unplanned
from lamplight.core.machine.kind import Kind
from lamplight.core.run.finish import doses, settled_items
from lamplight.core.run.rules import apply
from lamplight.core.run.state import EventKind, RunEvent
from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.stock.stock import Move
from lamplight.core.words import listed, optional
from lamplight.sight.actor import Actor
from lamplight.sight.kinds import kind_of
from lamplight.sight.machine_views import machine_view
from lamplight.sight.preparing import NO_WISHES, Preparation, Wishes, prepare
from lamplight.sight.readings import TypedReading, doubts_about
from lamplight.sight.runs import current_run, existing_run, tried_here
from lamplight.store.books import counter_book
from lamplight.store.database import database
from lamplight.store.models import (
    Cleaning,
    ConfirmationGiven,
    DeviceEvent,
    Entry,
    Inspected,
    Run,
    RunEventRow,
    StockMoveFact,
)
from lamplight.store.once import taken_once
from lamplight.store.plans import announced
from lamplight.store.runs import RunRow, as_data, open_runs
from lamplight.store.sites import MachineRow, SiteRow, machine
from lamplight.store.stock import cupboards

MOST_CLEANING_DRINKS = 50


@dataclass(frozen=True)
class Finish:
    """What the keeper says at the end.

    Attributes:
        value: the counter, or None to take it from usage.
        cleaning_drinks: drinks that the run added, 0 to 50.
        answer: answers a doubt about the counter.
        note: free words.
        lamp_out: whether the machine's lamp or prompt is out; None where it has none or nobody looked.
        inspected: what was looked at, and whether it was well.
        used: units of each product that were used, by key; the doses of the procedure where it is not said.
    """

    value: int | None
    cleaning_drinks: int
    answer: str = ""
    note: str = ""
    lamp_out: bool | None = None
    inspected: Mapping[str, bool] = field(default_factory=dict)
    used: Mapping[str, float] | None = None


def begin_run(
    site: SiteRow, row: MachineRow, key: str, actor: Actor, wishes: Wishes = NO_WISHES, anyway: bool = False
) -> int:
    """Begin the job of a care item, or a free procedure, on a machine; answers the run's id.

    Args:
        key: of the item or the free procedure.
        wishes: products and containers that were chosen.
        anyway: although another item takes its place today.

    Raises:
        InvalidInput: when the machine has no such item, another run is open on it, a cleaner must
            not go in, or another item takes its place today.
    """
    with database.atomic():
        going = next((run for run in open_runs() if run.machine_id == row.id), None)
        if going:
            title = going.state.procedure.title
            raise InvalidInput(f"{title} is still open on {row.name}. Finish it or give it up first.")
        view = machine_view(site, row.id, actor.now)
        if view is None:
            raise InvalidInput("There is no such machine.")
        ready = prepare(view, key, site, actor.now, wishes)
        if ready.against:
            raise InvalidInput(ready.against)
        if ready.instead and not anyway:
            raise InvalidInput(f"{ready.instead[1]} takes its place today: never one on top of the other.")
        title = ready.due.item.title if ready.due else ready.procedure.title
        _refuse_unplanned(ready, site, row, actor)
        entry = write_entry("run", title, actor, row.id)
        run = Run.create(
            entry=entry, machine=row.id, item=key, begun_at=actor.now,
            snapshot=as_data(ready.procedure), context=as_data(ready.context),
        )  # fmt: skip
    return run.id


def _refuse_unplanned(ready: Preparation, site: SiteRow, row: MachineRow, actor: Actor) -> None:
    """A helper runs what is planned for them, or is due and planned for nobody; and what has to follow a run that was
    given up."""
    if actor.role is not RoleAtSite.HELPER or ready.due is None:
        return
    plan, today = announced(site.id), site.calendar.today(actor.now)
    turns = zip(plan.visits, plan.keepers, strict=True) if plan else ()
    own = [
        (start, hands)
        for (machine_id, item, start), hands in turns
        if (machine_id, item) == (row.id, ready.due.item.key) and site.calendar.today(start) >= today
    ]
    hands = [min(own, key=lambda turn: turn[0])[1]] if own else []
    refuse_unplanned(ready.due.item.title, ready.due.status >= Status.SOON, hands, actor.keeper_id)


def answer_step(run_id: int, kind: EventKind, step: int, actor: Actor, text: str = "") -> RunRow:
    """Add an event to a run; answers where it then stands.

    Raises:
        StaleStep: when the step is not the current one, or the run has ended or was undone.
        InvalidInput: as `lamplight.core.run.state.apply` does.
    """
    if kind is EventKind.FINISH:
        raise InvalidInput("A run is finished with its own form.")
    text = optional(text, "The text", 500)
    with database.atomic():
        row = current_run(run_id)
        after = apply(row.state, RunEvent(kind, actor.now, step, text=text))
        _store(run_id, kind, step, actor, text)
    return replace(row, state=after)


def answer_as_mine(run_id: int, kind: EventKind, step: int, actor: Actor, text: str = "") -> RunRow:
    """Add an event although the run went on meanwhile: steps that it took since are gone back from first.

    For a keeper who saw both and says that theirs is right. What was put in stays in.

    Raises:
        StaleStep: when the run has ended or was undone, or never came by that step.
        InvalidInput: as `answer_step` does.
    """
    with database.atomic():
        row = current_run(run_id)
        if step not in row.state.visited:
            raise StaleStep("The run in the book did not come by that step. Go on from where it stands.")
        while row.state.index != step or row.state.asked_for or row.state.broken:
            settle = EventKind.RESUME if row.state.broken else EventKind.BACK
            if row.state.asked_for and row.state.index == step:
                settle = EventKind.ANSWERED
            row = answer_step(run_id, settle, row.state.index, replace(actor, form=None))
        return answer_step(run_id, kind, step, actor, text)


def _store(run_id: int, kind: EventKind, step: int, actor: Actor, text: str) -> None:
    actor.needs(Right.DO)
    token = actor.token()
    with taken_once(token):
        RunEventRow.create(
            run=run_id, kind=kind.value, at=actor.now, step=step, keeper=actor.keeper_id, text=text, once=token
        )


def finish_run(run_id: int, step: int, finish: Finish, site: SiteRow, actor: Actor) -> RunRow:
    """End a run: what it settles is done, its counter is read, cleaning drinks and products come off.

    Raises:
        StaleStep: when it has ended already.
        InvalidInput: when steps are left, or a figure is out of range.
        DoubtfulReadings: when the counter is doubtful and not answered; nothing is saved.
    """
    if not 0 <= finish.cleaning_drinks <= MOST_CLEANING_DRINKS:
        raise InvalidInput(f"Cleaning drinks lie between 0 and {MOST_CLEANING_DRINKS}.")
    for units in (finish.used or {}).values():
        within(units, UNITS, "What was used", or_nothing=True)
    note = optional(finish.note, "The note", 500)
    with database.atomic():
        row = current_run(run_id)
        apply(row.state, RunEvent(EventKind.FINISH, actor.now, step))
        unanswered = [INSPECTIONS[what].title.lower() for what in tried_here(row) if what not in finish.inspected]
        if unanswered:
            raise InvalidInput(
                f"This wash is part of an experiment: look at {listed(unanswered)}, and say how each is."
            )
        if note:
            _store(run_id, EventKind.NOTE, step, actor, note)
        _store(run_id, EventKind.FINISH, step, actor, "")
        # In the order in which it happened: what cleaned is in the counter that is read, and a lamp that is still
        # lit is lit after the job.
        _happened(row, actor)
        if finish.cleaning_drinks:
            Cleaning.create(entry=row.entry_id, machine=row.machine_id, at=actor.now, drinks=finish.cleaning_drinks)
        if finish.value is not None:
            _read_counter(row, finish, site.calendar_of(row.machine_id), actor)
        own = machine(site.id, row.machine_id)
        _settle(row, kind_of(own.kind), actor) if own else None
        _tell(row, finish, actor)
        _use_up(row, finish, own.place if own else "", site.id, actor)
    return existing_run(run_id)


def _settle(row: RunRow, kind: Kind, actor: Actor) -> None:
    """What counts as done."""
    where = place(row.entry_id, row.machine_id, kind, by_run=True)
    for item in settled_items(row.state, row.item, kind):
        write_deed(where, item, actor.now)
        renew_cartridge(where, item, actor.now)


def _happened(row: RunRow, actor: Actor) -> None:
    """What the machine was told in the course of the job."""
    if row.state.confirmations.get(REFILL_CONFIRMED):
        DeviceEvent.create(entry=row.entry_id, machine=row.machine_id, what=REFILL, at=actor.now)


def _tell(row: RunRow, finish: Finish, actor: Actor) -> None:
    """Confirmations and inspections become facts; a lamp that is still lit steers the dues."""
    around = {"entry": row.entry_id, "machine": row.machine_id}
    confirmations = dict(row.state.confirmations)
    if finish.lamp_out is not None:
        confirmations[LAMP_OUT] = finish.lamp_out
    for what, answer in confirmations.items():
        ConfirmationGiven.create(**around, item=row.item, what=what, answer=answer, at=actor.now)
    if finish.lamp_out is False:
        write_asking(row.entry_id, row.machine_id, actor.now, asks_for=row.item)
    for what, well in finish.inspected.items():
        if what in INSPECTIONS:
            Inspected.create(**around, what=what, well=well, at=actor.now)


def _use_up(row: RunRow, finish: Finish, place: str, site_id: int, actor: Actor) -> None:
    """What the job took comes out of the cupboard that is named as the machine's place, else out of the main one."""
    cupboard = place if place in cupboards(site_id) else ""
    for product, units in (doses(row.state) if finish.used is None else finish.used).items():
        if units > 0:
            StockMoveFact.create(
                entry=row.entry_id, product=product, move=Move.USED.value, amount=units, at=actor.now, cupboard=cupboard
            )


def _read_counter(row: RunRow, finish: Finish, calendar: SiteCalendar, actor: Actor) -> None:
    assert finish.value is not None
    typed = TypedReading(row.machine_id, finish.value, actor.now, finish.answer)
    doubts = doubts_about(typed, calendar, actor.now)
    if doubts:
        raise DoubtfulReadings({(row.machine_id, "drinks"): doubts})
    add_reading(Entry.get_by_id(row.entry_id), typed, counter_book(row.machine_id, "drinks"), calendar, "run")
