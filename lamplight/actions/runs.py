"""Beginning a run, answering its steps, finishing it."""

from __future__ import annotations

from dataclasses import dataclass, replace

from lamplight.actions.entries import Hand, optional, write_entry
from lamplight.actions.kinds import kind_of, procedure_for
from lamplight.actions.readings import DoubtfulReadings, TypedReading, add_reading, doubts_about
from lamplight.core.calendar import SiteCalendar
from lamplight.core.errors import InvalidInput, StaleStep
from lamplight.core.run import EventKind, RunEvent, apply
from lamplight.store.books import book
from lamplight.store.database import database
from lamplight.store.models import CareDone, Cleaning, Entry, Run, RunEventRow
from lamplight.store.runs import RunRow, open_runs, procedure_as_data, run_row
from lamplight.store.sites import MachineRow

MOST_CLEANING_DRINKS = 50


@dataclass(frozen=True)
class Finish:
    """What the keeper says at the end.

    Attributes:
        value: the counter, or None to take it from usage.
        cleaning_drinks: drinks that the run added, 0 to 50.
        answer: answers a doubt about the counter.
        note: free words.
    """

    value: int | None
    cleaning_drinks: int
    answer: str = ""
    note: str = ""


def begin_run(row: MachineRow, item_key: str, hand: Hand) -> int:
    """Begin an item's procedure on a machine; answers the run's id.

    Raises:
        InvalidInput: when the machine has no such item, or another run is open on it.
    """
    item = kind_of(row.kind).item(item_key)
    if item is None or not item.procedure:
        raise InvalidInput(f"{row.name} has no such care item that is guided.")
    procedure = procedure_for(kind_of(row.kind), item.procedure)
    with database.atomic():
        going = next((run for run in open_runs() if run.machine_id == row.id), None)
        if going:
            title = going.state.procedure.title
            raise InvalidInput(f"{title} is still open on {row.name}. Finish it or give it up first.")
        entry = write_entry("run", item.title, hand, row.id)
        run = Run.create(
            entry=entry, machine=row.id, item=item_key, begun_at=hand.now,
            snapshot=procedure_as_data(procedure),
        )  # fmt: skip
    return run.id


def answer_step(run_id: int, kind: EventKind, step: int, hand: Hand, text: str = "") -> RunRow:
    """Add an event to a run; answers where it then stands.

    Raises:
        StaleStep: when the step is not the current one, or the run has ended or was undone.
        InvalidInput: as `lamplight.core.run.apply` does.
    """
    if kind is EventKind.FINISH:
        raise InvalidInput("A run is finished with its own form.")
    text = optional(text, "The text", 500)
    with database.atomic():
        row = _current(run_id)
        after = apply(row.state, RunEvent(kind, hand.now, step, text=text))
        _store(run_id, kind, step, hand, text)
    return replace(row, state=after)


def _current(run_id: int) -> RunRow:
    row = _existing(run_id)
    if Entry.get_by_id(row.entry_id).undone_at is not None:
        raise StaleStep("This run was undone.")
    return row


def _existing(run_id: int) -> RunRow:
    row = run_row(run_id)
    if row is None:
        raise InvalidInput("There is no such run.")
    return row


def _store(run_id: int, kind: EventKind, step: int, hand: Hand, text: str) -> None:
    RunEventRow.create(run=run_id, kind=kind.value, at=hand.now, step=step, keeper=hand.keeper_id, text=text)


def finish_run(run_id: int, step: int, finish: Finish, calendar: SiteCalendar, hand: Hand) -> RunRow:
    """End a run: its item is done, its counter is read, its cleaning drinks are noted.

    Raises:
        StaleStep: when it has ended already.
        InvalidInput: when steps are left, or the cleaning drinks are out of range.
        DoubtfulReadings: when the counter is doubtful and not answered; nothing is saved.
    """
    if not 0 <= finish.cleaning_drinks <= MOST_CLEANING_DRINKS:
        raise InvalidInput(f"Cleaning drinks lie between 0 and {MOST_CLEANING_DRINKS}.")
    note = optional(finish.note, "The note", 500)
    with database.atomic():
        row = _current(run_id)
        apply(row.state, RunEvent(EventKind.FINISH, hand.now, step))
        if note:
            _store(run_id, EventKind.NOTE, step, hand, note)
        _store(run_id, EventKind.FINISH, step, hand, "")
        if finish.value is not None:
            _read_counter(row, finish, calendar, hand)
        if finish.cleaning_drinks:
            Cleaning.create(entry=row.entry_id, machine=row.machine_id, at=hand.now, drinks=finish.cleaning_drinks)
        CareDone.create(entry=row.entry_id, machine=row.machine_id, item=row.item, at=hand.now)
    return _existing(run_id)


def _read_counter(row: RunRow, finish: Finish, calendar: SiteCalendar, hand: Hand) -> None:
    assert finish.value is not None
    typed = TypedReading(row.machine_id, finish.value, hand.now, finish.answer)
    found = doubts_about(typed, calendar, hand.now)
    if found:
        raise DoubtfulReadings({(row.machine_id, "drinks"): found})
    add_reading(Entry.get_by_id(row.entry_id), typed, book(row.machine_id).drinks, calendar, "run")
