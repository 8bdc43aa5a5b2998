"""Lamps: writing down what a panel shows, reading it, trying causes."""

from __future__ import annotations

from datetime import datetime

from lamplight.actions.entries import write_entry
from lamplight.core.diagnosis.faults import DRINK_JUDGED, GRIND_EVENTS, grinding
from lamplight.core.errors import InvalidInput
from lamplight.core.lamps.intervals import Filling, filled_event, filling_of, unconfirmed_event
from lamplight.core.lamps.match import Match, PanelSignals, checked_signals, meanings, unexplained
from lamplight.core.machine.kind import Kind
from lamplight.core.words import required
from lamplight.sight.actor import Actor
from lamplight.sight.causes import known_causes
from lamplight.sight.kinds import kind_of, kind_then
from lamplight.sight.machine_view import MachineView
from lamplight.store.database import database
from lamplight.store.models import CauseTried, DeviceEvent, PanelSighting
from lamplight.store.sightings import lamps_as_data
from lamplight.store.sites import MachineRow


def note_sighting(
    row: MachineRow, shown: PanelSignals, at: datetime, actor: Actor, deferred: bool = False, value: int | None = None
) -> Match | None:
    """Write down what a panel shows from a moment on; answers the pattern that is to be seen to first.

    Raises:
        InvalidInput: for signals that the panel cannot give, a moment ahead, or a counter below 0.
    """
    kind = kind_then(row, at)
    signals = checked_signals(kind.panel, shown)
    if at > actor.now:
        raise InvalidInput("That time has not come yet.")
    if value is not None and value < 0:
        raise InvalidInput("A counter shows 0 or more.")
    found = meanings(kind.panel, signals)
    titles = [meaning.title for meaning in found]
    if not unexplained(signals, found).dark:
        titles.append("a pattern that no rule knows")
    summary = "The panel is dark" if signals.dark else "; ".join(titles)
    with database.atomic():
        entry = write_entry("lamp", f"Seen: {summary}", actor, row.id, at=at, note=_signal_words(kind, signals))
        PanelSighting.create(
            entry=entry, machine=row.id, at=at, lamps=lamps_as_data(signals.lamps), message=signals.message,
            deferred=deferred, value=value,
        )  # fmt: skip
    return found[0].matches[0] if found else None


def _signal_words(kind: Kind, signals: PanelSignals) -> str:
    words = [
        f"{lamp.label} {signals.lamp(lamp.key).state.value} {signals.lamp(lamp.key).colour}".strip()
        for lamp in kind.panel.lamps
        if signals.lamp(lamp.key).lit
    ]
    return ", ".join([*words, *([f"“{signals.message}”"] if signals.message else [])])


def try_cause(row: MachineRow, about: str, cause_key: str, was_it: bool, actor: Actor) -> None:
    """Write down that this was the cause, or was not; the machine remembers.

    Raises:
        InvalidInput: for a cause that nobody knows.
    """
    cause = known_causes(kind_of(row.kind)).get(cause_key)
    if cause is None:
        raise InvalidInput("There is no such cause.")
    about = required(about, "What it is about", 80)
    summary = f"{cause.title}: " + ("that was it" if was_it else "that was not it")
    with database.atomic():
        entry = write_entry("cause", summary, actor, row.id)
        CauseTried.create(entry=entry, machine=row.id, about=about, cause=cause_key, was_it=was_it, at=actor.now)


def note_refill(view: MachineView, filling: str, confirmed: bool, at: datetime, actor: Actor) -> None:
    """Write down that something was filled in, and whether the machine was told on its screen.

    Raises:
        InvalidInput: when its panel asks for no such thing, or the moment lies ahead.
    """
    asked = {filling_of(meaning.pattern, view.whole_kind.traits) for meaning in view.panel.meanings} - {None}
    if filling not in {one.value for one in asked if one}:
        raise InvalidInput(f"The panel of {view.row.name} does not ask to be filled with that.")
    if at > actor.now:
        raise InvalidInput("That time has not come yet.")
    what = Filling(filling)
    told = "and confirmed on the machine" if confirmed else "and not confirmed on the machine"
    with database.atomic():
        entry = write_entry("event", f"{what.value.capitalize()} filled {told}", actor, view.row.id, at=at)
        event = filled_event(what) if confirmed else unconfirmed_event(what)
        DeviceEvent.create(entry=entry, machine=view.row.id, what=event, at=at)


def change_grind(row: MachineRow, way: str, actor: Actor) -> None:
    """Write down that the grind was changed by one notch, while the grinder ran.

    Raises:
        InvalidInput: for a way that there is not.
    """
    if way not in GRIND_EVENTS:
        raise InvalidInput("One notch coarser, or one notch finer.")
    with database.atomic():
        entry = write_entry("event", f"Grind one notch {way}", actor, row.id)
        DeviceEvent.create(entry=entry, machine=row.id, what=GRIND_EVENTS[way], at=actor.now)


def judge_drink(view: MachineView, actor: Actor) -> None:
    """Write down that a drink was drawn to judge the grind.

    Raises:
        InvalidInput: when the grind was not changed lately, or two were drawn already.
    """
    state = grinding(view.status.book.events, view.status.context.now)
    if state is None or state.judged:
        raise InvalidInput("Change the grind by one notch first, then draw two drinks.")
    with database.atomic():
        entry = write_entry("event", f"Drink {state.drinks + 1} to judge the grind", actor, view.row.id)
        DeviceEvent.create(entry=entry, machine=view.row.id, what=DRINK_JUDGED, at=actor.now)
