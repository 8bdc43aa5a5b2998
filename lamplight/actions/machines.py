"""Adding and changing machines, and their own limits."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import datetime

from lamplight.actions.deeds import Place, place, renew_cartridge, write_deed, write_installation
from lamplight.actions.entries import write_entry
from lamplight.actions.water import install_cartridge, set_up
from lamplight.core.bounds import DRINKS_A_DAY, within
from lamplight.core.care.item import ItemRole, Start
from lamplight.core.care.trigger_base import Limited
from lamplight.core.errors import InvalidInput, about
from lamplight.core.keepers.rights import Right
from lamplight.core.usage.counters import Reading
from lamplight.core.water.cartridge import Cartridge
from lamplight.core.words import optional, required
from lamplight.sight.actor import Actor
from lamplight.sight.kinds import kind_of, kind_then
from lamplight.store.database import database
from lamplight.store.models import CounterReading, LimitVersion, Machine, MachineVersion
from lamplight.store.sites import MachineRow, machines
from lamplight.store.waters import MAINS, Setup


@dataclass(frozen=True)
class LastDoneAnswer:
    """What the keeper knows about the last time: a moment, a count, or neither (not known).

    Attributes:
        at, value: when; one of them.
        start: whether it was done then, or is only counted from there.
    """

    at: datetime | None = None
    value: int | None = None
    start: Start = Start.DONE


@dataclass(frozen=True)
class MachineFields:
    """What is typed about a machine."""

    name: str
    kind: str
    place: str = ""
    serial: str = ""
    guess_per_day: float | None = None


def _checked(site_id: int, fields: MachineFields, machine_id: int | None = None) -> MachineFields:
    name = required(fields.name, "The machine's name", 60, "name")
    kind_of(fields.kind)
    if any(m.name.lower() == name.lower() and m.id != machine_id for m in machines(site_id)):
        raise InvalidInput(f"There is a machine called {name} already. Choose another name.", "name")
    guess = fields.guess_per_day
    if guess is not None:
        within(guess, DRINKS_A_DAY, "The number of drinks a day", "guess", or_nothing=True)
    return MachineFields(
        name, fields.kind, optional(fields.place, "The place", 80, "place"),
        optional(fields.serial, "The serial number", 40, "serial"), guess,
    )  # fmt: skip


@dataclass(frozen=True)
class NewMachine:
    """What is known of a machine when it is added.

    Attributes:
        counters: what each counter shows now.
        last_done: by item key; an item left out is not known.
        source: the name of its water.
        cartridge, installed_at: what is fitted and since when; None where there is none, and where nobody knows when.
        no_filter: whether none is fitted, and none wanted.
    """

    counters: Mapping[str, int] = field(default_factory=dict)
    last_done: Mapping[str, LastDoneAnswer] = field(default_factory=dict)
    source: str = MAINS
    cartridge: Cartridge | None = None
    installed_at: datetime | None = None
    no_filter: bool = False


def add_machine(site_id: int, fields: MachineFields, start: NewMachine, actor: Actor) -> int:
    """Add a machine with what is known of it; answers its id.

    Args:
        fields: name, kind and so on.
        start: counters, last times, water and filter.

    Raises:
        InvalidInput: for a name that is missing or taken, an unknown kind, a count out of range, or
            a last time that lies ahead of now or of the counter.
    """
    for counter, value in start.counters.items():
        with about(f"counter-{counter}"):
            Reading(actor.now, value)
    for item_key, answer in start.last_done.items():
        with about(f"done-{item_key}"):
            check_last_done(answer, start.counters.get("drinks"), actor.now)
    with database.atomic():
        fields = _checked(site_id, fields)
        machine = Machine.create(site=site_id)
        entry = write_entry("machine", f"{fields.name} added", actor, machine.id)
        MachineVersion.create(entry=entry, machine=machine, **vars(fields))
        for counter, value in start.counters.items():
            CounterReading.create(
                entry=entry, machine=machine, counter=counter, at=actor.now, value=value, source="start"
            )
        where = place(entry.id, machine.id, kind_of(fields.kind))
        for item in where.kind.items:
            declared = start.last_done.get(item.key)
            if declared is not None:  # a filter is asked after by itself: none comes with a declared change
                write_deed(where, item, declared.at, declared.value, declared.start)
        if start.no_filter:
            write_installation(where, None, actor.now)
        row = MachineRow(machine.id, fields.name, fields.kind, "", "", None, False)
        if start.source != MAINS:
            set_up(row, Setup(source=start.source), actor)
        if start.cartridge is not None and start.installed_at is not None:
            install_cartridge(row, start.cartridge, start.installed_at, actor)
        elif start.cartridge is not None:
            _count_filter_from_now(where, start, actor.now)
    return machine.id


def _count_filter_from_now(where: Place, start: NewMachine, now: datetime) -> None:
    """A filter is in, and nobody knows since when: it is counted from now on, and nobody fitted it now."""
    write_installation(where, start.cartridge, now)
    change = where.kind.item_of(ItemRole.FILTER)
    if change is not None and change.key not in start.last_done:
        write_deed(where, change, now, start=Start.COUNTED)


def check_last_done(answer: LastDoneAnswer, counter_now: int | None, now: datetime) -> None:
    """Refuse a last time that lies ahead.

    Raises:
        InvalidInput: when it does, or when neither a moment nor a count is given.
    """
    if answer.at is None and answer.value is None:
        raise InvalidInput("Say when it was last done: a date, or what the counter showed.")
    if answer.at is not None and answer.at > now:
        raise InvalidInput("The day it was last done has not come yet.")
    if answer.value is not None and counter_now is None:
        raise InvalidInput("To count from a counter value, the counter as it is now is needed too.")
    if answer.value is not None and counter_now is not None and not 0 <= answer.value <= counter_now:
        raise InvalidInput("When it was last done the counter cannot have shown more than it does now.")


def change_machine(site_id: int, row: MachineRow, fields: MachineFields, retired: bool, actor: Actor) -> None:
    """Change what is known of a machine, or take it out of service.

    Raises:
        InvalidInput: as `add_machine` does.
    """
    actor.needs(Right.OWN if retired != row.retired else Right.CARE)
    with database.atomic():
        fields = _checked(site_id, fields, row.id)
        summary = f"{fields.name} taken out of service" if retired and not row.retired else f"{fields.name} changed"
        entry = write_entry("machine", summary, actor, row.id)
        MachineVersion.create(entry=entry, machine=row.id, retired=retired, **vars(fields))


def set_limit(row: MachineRow, item_key: str, trigger_key: str, limit: int | None, reason: str, actor: Actor) -> None:
    """Set the keeper's own limit of a trigger; None takes the kind's again.

    Raises:
        InvalidInput: when the machine has no such item or trigger, or the limit is out of range.
    """
    item = kind_of(row.kind).item(item_key)
    trigger = next((t for t in item.triggers if t.key == trigger_key), None) if item else None
    if item is None or trigger is None or not isinstance(trigger, Limited):
        raise InvalidInput(f"{row.name} has no such care item.")
    if limit is not None:
        trigger.limited_to(limit)
    summary = f"{item.title}: every {limit or trigger.limit} {trigger.unit}" + ("" if limit else ", as its kind has it")
    with database.atomic():
        entry = write_entry("limit", summary, actor, row.id, note=optional(reason, "The reason", 200))
        LimitVersion.create(entry=entry, machine=row.id, item=item_key, trigger=trigger_key, limit=limit, reason=reason)


def set_limits(row: MachineRow, item_key: str, limits: Mapping[str, int | None], reason: str, actor: Actor) -> None:
    """Set several limits of one item at once, all or none; see `set_limit`."""
    with database.atomic():
        for trigger_key, limit in limits.items():
            with about(f"limit-{item_key}-{trigger_key}"):
                set_limit(row, item_key, trigger_key, limit, reason, actor)


def declare_done(row: MachineRow, item_key: str, answer: LastDoneAnswer, counter_now: int | None, actor: Actor) -> None:
    """Write down when an item was last done, where no run was led.

    Raises:
        InvalidInput: when it lies ahead, or the machine has no such item.
    """
    actor.needs(Right.CARE)
    kind = kind_of(row.kind) if answer.at is None else kind_then(row, answer.at)
    item = kind.item(item_key)
    if item is None:
        raise InvalidInput(f"{row.name} has no such care item.")
    check_last_done(answer, counter_now, actor.now)
    when = f"at counter {answer.value}" if answer.at is None else "written down"
    when = when if answer.start is Start.DONE else answer.start.value
    with database.atomic():
        entry = write_entry("done", f"{item.title} {when}", actor, row.id, at=answer.at)
        where = place(entry.id, row.id, kind)
        write_deed(where, item, answer.at, answer.value, answer.start)
        if answer.at is not None and answer.start is Start.DONE:
            renew_cartridge(where, item, answer.at)
