"""What is done without guiding or at all, what the machine asks for and what happens to it, missing parts."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime

from lamplight.actions.deeds import Place, renew_cartridge, this_place, write_deed
from lamplight.actions.entries import write_entry
from lamplight.core.care.item import CareItem
from lamplight.core.care.triggers import FIRST_DRINK, REFILL, AfterEvent, HoursSinceFirstDrink
from lamplight.core.errors import InvalidInput
from lamplight.core.lamps.sightings import asked_for
from lamplight.core.machine.kind import Kind
from lamplight.core.words import optional, required
from lamplight.sight.actor import Actor
from lamplight.sight.kinds import kind_of, kind_then
from lamplight.store.books import book
from lamplight.store.database import database
from lamplight.store.models import BarReading, DeviceEvent, ItemSwitch, PanelSighting, PartNote
from lamplight.store.sites import MachineRow

PART_STATES = ("", "missing", "broken")


def item_of(row: MachineRow, item_key: str, at: datetime | None = None) -> CareItem:
    """A care item of a machine: of the kind that it was of at a moment, or is of now.

    Raises:
        InvalidInput: when it has no such item, or had none then.
    """
    item = (kind_of(row.kind) if at is None else kind_then(row, at)).item(item_key)
    if item is None:
        raise InvalidInput(f"{row.name} has no such care item.")
    return item


def mark_done(jobs: Sequence[tuple[MachineRow, str]], at: datetime, actor: Actor) -> int:
    """Write down several jobs as done at one moment, all or none; answers how many.

    Raises:
        InvalidInput: when nothing was chosen, the moment lies ahead, or a machine has no such item.
    """
    if not jobs:
        raise InvalidInput("Tick what was done, then press Done.")
    if at > actor.now:
        raise InvalidInput("The time it was done has not come yet.")
    with database.atomic():
        entries = [
            (write_entry("done", item.title, actor, row.id, at=at), row, item)
            for row, item in [(row, item_of(row, key, at)) for row, key in jobs]
        ]
        together = this_place()
        for entry, row, item in entries:
            where = Place(entry.id, row.id, kind_then(row, at), together)
            write_deed(where, item, at)
            renew_cartridge(where, item, at)
    return len(jobs)


def note_prompt(row: MachineRow, item_key: str, at: datetime, actor: Actor) -> None:
    """Write down that the machine asks for an item.

    Raises:
        InvalidInput: when it never asks for that, or the moment lies ahead.
    """
    item = item_of(row, item_key, at)
    if not item.asks:
        raise InvalidInput(f"{row.name} does not ask for that by itself.")
    if at > actor.now:
        raise InvalidInput("That time has not come yet.")
    with database.atomic():
        entry = write_entry("prompt", f"The machine asks for: {item.title}", actor, row.id, at=at)
        write_asking(entry.id, row.id, at, asks_for=item_key)


def write_asking(entry_id: int, machine_id: int, at: datetime, asks_for: str = "", no_longer: str = "") -> None:
    """Hang on an entry that the machine asks for an item, or no longer does."""
    PanelSighting.create(entry=entry_id, machine=machine_id, at=at, lamps={}, asks_for=asks_for, no_longer=no_longer)


def prompt_gone(row: MachineRow, item_key: str, actor: Actor) -> None:
    """Write down that the machine no longer asks.

    Raises:
        InvalidInput: when it did not ask.
    """
    item = item_of(row, item_key)
    with database.atomic():
        known = book(row.id)
        asked = asked_for(kind_of(row.kind).panel, known.sightings, known.deeds)
        if not any(asking.item == item_key and asking.holds(actor.now) for asking in asked):
            raise InvalidInput(f"{row.name} does not ask for {item.title}.")
        entry = write_entry("prompt", f"No longer asked for: {item.title}", actor, row.id)
        write_asking(entry.id, row.id, actor.now, no_longer=item_key)


def switch_item(row: MachineRow, item_key: str, off: bool, reason: str, actor: Actor) -> None:
    """Do without an item on a machine, with a reason, or take it up again.

    Raises:
        InvalidInput: when the machine has no such item, or the reason is missing.
    """
    item = item_of(row, item_key)
    reason = required(reason, "The reason", 200) if off else optional(reason, "The reason", 200)
    summary = f"{item.title} switched off" if off else f"{item.title} taken up again"
    with database.atomic():
        entry = write_entry("switch", summary, actor, row.id, note=reason)
        ItemSwitch.create(entry=entry, machine=row.id, item=item_key, off=off, reason=reason)


def note_part(row: MachineRow, part_key: str, state: str, note: str, actor: Actor) -> None:
    """Note that a part is missing or broken, or well again (an empty state).

    Raises:
        InvalidInput: when the machine has no such part, or the state is unknown.
    """
    part = kind_of(row.kind).part(part_key)
    if part is None or state not in PART_STATES:
        raise InvalidInput(f"{row.name} has no such part.")
    summary = f"{part.label} {state}" if state else f"{part.label} is well again"
    with database.atomic():
        entry = write_entry("part", summary, actor, row.id, note=optional(note, "The note", 200))
        PartNote.create(entry=entry, machine=row.id, part=part_key, state=state, note=note.strip())


def read_bar(row: MachineRow, item_key: str, percent: int, at: datetime, actor: Actor) -> None:
    """Write down how far a progress bar stands, 0 to 100 per cent.

    Raises:
        InvalidInput: when the machine shows no such bar, or the figure is out of range.
    """
    kind = kind_then(row, at)
    if item_key not in kind.bars:
        raise InvalidInput(f"{row.name} shows no such bar.")
    if not 0 <= percent <= 100:
        raise InvalidInput("A bar stands between 0 and 100 per cent.")
    with database.atomic():
        summary = f"{item_of(row, item_key, at).title}: bar at {percent} %"
        entry = write_entry("bar", summary, actor, row.id, at=at)
        BarReading.create(entry=entry, machine=row.id, item=item_key, at=at, percent=percent)


def events_of(kind: Kind) -> dict[str, str]:
    """What happens by itself at a machine of this kind and decides over some item: its key and its words."""
    awaited = [trigger for item in kind.items for trigger in item.triggers]
    first = any(isinstance(trigger, HoursSinceFirstDrink) for trigger in awaited)
    filled = any(isinstance(trigger, AfterEvent) and trigger.event == REFILL for trigger in awaited)
    summary = {
        FIRST_DRINK: "First drink after emptying" if first else "",
        REFILL: "Tank filled" if filled else "",
    }
    return {what: words for what, words in summary.items() if words}


def note_event(row: MachineRow, what: str, at: datetime, actor: Actor) -> None:
    """Write down when something happened at a machine by itself, in place of the estimate.

    Raises:
        InvalidInput: when nothing here waits for that, or the moment lies ahead.
    """
    words = events_of(kind_then(row, at)).get(what)
    if words is None:
        raise InvalidInput(f"Nothing at {row.name} goes by that.")
    if at > actor.now:
        raise InvalidInput("That time has not come yet.")
    with database.atomic():
        entry = write_entry("event", words, actor, row.id, at=at)
        DeviceEvent.create(entry=entry, machine=row.id, what=what, at=at)
