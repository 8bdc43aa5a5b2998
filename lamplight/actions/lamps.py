"""Lamps: writing down what a panel shows, reading it, trying causes, teaching a kind a new pattern."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime

import yaml

from lamplight.actions.entries import Actor, required, write_entry
from lamplight.actions.kinds import KINDS, kind_of
from lamplight.actions.machine_views import MachineView
from lamplight.actions.own_texts import OWN_KINDS
from lamplight.actions.procedures import FREE
from lamplight.core.diagnosis.disagreements import Disagreement, disagreements
from lamplight.core.diagnosis.grinding import DRINK_JUDGED, GRIND_EVENTS, grinding
from lamplight.core.errors import InvalidInput
from lamplight.core.job.adapt import traits_of
from lamplight.core.job.steps import applies
from lamplight.core.lamps.causes import Cause, Ranked, Symptom, ranked
from lamplight.core.lamps.match import Match, PanelSignals, checked_signals, read_panel
from lamplight.core.lamps.panel import PromptForce, Sort
from lamplight.core.machine.kind import Kind
from lamplight.library import catalogue
from lamplight.library.bounded_yaml import load_yaml
from lamplight.store.database import database
from lamplight.store.models import CauseTried, DeviceEvent, KindVersion, MachineVersion, PanelSighting
from lamplight.store.sightings import lamps_as_data
from lamplight.store.sites import MachineRow


def known_causes(kind: Kind) -> dict[str, Cause]:
    """Shared causes and the kind's own, by key, as far as they can happen on it."""
    traits = traits_of(kind)
    both = {**catalogue.causes(), **kind.causes}
    return {key: cause for key, cause in both.items() if applies(cause.when, traits)}


def known_symptoms(kind: Kind) -> list[Symptom]:
    """Complaints that there can be on a kind, its own first."""
    traits = traits_of(kind)
    both = {symptom.key: symptom for symptom in (*kind.symptoms, *catalogue.symptoms().values())}
    return [symptom for symptom in both.values() if applies(symptom.when, traits)]


@dataclass(frozen=True)
class Diagnosis:
    """Causes in the order that this machine's facts decide.

    Attributes:
        about: the pattern's title or the symptom's key.
        causes: the likeliest first.
        begins: for each cause's key, the item or free procedure that mends it here, where there is one.
    """

    about: str
    causes: tuple[Ranked, ...]
    begins: Mapping[str, tuple[str, str]]


def diagnose(view: MachineView, about: str, cause_keys: tuple[str, ...]) -> Diagnosis:
    """Causes of a pattern or a complaint on one machine, the likeliest first."""
    known = known_causes(view.equipped)
    own = [known[key] for key in cause_keys if key in known]
    order = ranked(own, view.facts, view.tried, about, view.status.context.now)
    begins = {}
    for cause in order:
        due = view.status.due(cause.cause.begin)
        if due is not None and due.item.procedure:
            begins[cause.cause.key] = (due.item.key, due.item.title)
        elif cause.cause.begin in FREE:
            begins[cause.cause.key] = (cause.cause.begin, catalogue.procedures()[cause.cause.begin].plain.title)
    return Diagnosis(about, order, begins)


def panel_diagnosis(view: MachineView) -> Diagnosis | None:
    """The causes of what the panel shows; None where it is dark or no rule knows it."""
    match = view.panel.match
    return diagnose(view, match.pattern.title, match.pattern.causes) if match else None


def disagreements_of(view: MachineView) -> tuple[Disagreement, ...]:
    """Where lamp and book say different things."""
    spoken_for = {pattern.asks_for for pattern in view.kind.panel.all_patterns if pattern.asks_for}
    return disagreements(view.status, view.facts, spoken_for)


def note_sighting(
    row: MachineRow, shown: PanelSignals, at: datetime, actor: Actor, deferred: bool = False, value: int | None = None
) -> Match | None:
    """Write down what a panel shows from a moment on; answers the pattern that fits best.

    Raises:
        InvalidInput: for signals that the panel cannot give, a moment ahead, or a counter below 0.
    """
    kind = kind_of(row.kind)
    signals = checked_signals(kind.panel, shown)
    if at > actor.now:
        raise InvalidInput("That time has not come yet.")
    if value is not None and value < 0:
        raise InvalidInput("A counter shows 0 or more.")
    best = next(iter(read_panel(kind.panel, signals)), None)
    summary = "The panel is dark" if signals.dark else best.pattern.title if best else "A pattern that no rule knows"
    with database.atomic():
        entry = write_entry("lamp", f"Seen: {summary}", actor, row.id, at=at, note=_signal_words(kind, signals))
        PanelSighting.create(
            entry=entry, machine=row.id, at=at, lamps=lamps_as_data(signals.lamps), message=signals.message,
            deferred=deferred, value=value,
        )  # fmt: skip
    return best


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


@dataclass(frozen=True)
class PatternWords:
    """What the manual says signals of the panel mean."""

    title: str
    sort: str
    asks_for: str = ""
    force: str = PromptForce.INFORMATION.value


def teach_pattern(row: MachineRow, signals: PanelSignals, words: PatternWords, actor: Actor) -> Kind:
    """Make signals that no rule knows into a rule of the keeper's own kind; answers that kind.

    A machine of a shipped kind becomes one of a copy of it.

    Raises:
        InvalidInput: when the panel is dark, or the words name a sort, force or item that there is not.
    """
    kind = kind_of(row.kind)
    shown = checked_signals(kind.panel, signals)
    if shown.dark:
        raise InvalidInput("The panel is dark; there is nothing to explain.")
    title = required(words.title, "What it means", 80)
    if words.sort not in set(Sort) or words.force not in set(PromptForce):
        raise InvalidInput("Say what sort of meaning it is, and how much it presses.")
    if words.asks_for and kind.item(words.asks_for) is None:
        raise InvalidInput(f"{row.name} has no such care item.")
    pattern = {"lamps": lamps_as_data(shown.lamps), "means": title, "sort": words.sort}
    pattern |= {"message": shown.message} if shown.message else {}
    pattern |= {"asks_for": words.asks_for, "force": words.force} if words.asks_for else {}
    own = KINDS.own(kind.key) is not None
    data = load_yaml(KINDS.own(kind.key) or KINDS.copied(kind.key))
    if not own:
        data["title"] = f"{data['title'][:66]}, as ours is"
    data.setdefault("panel", {}).setdefault("patterns", []).append(pattern)
    text = yaml.safe_dump(data, sort_keys=False, allow_unicode=True, width=120)
    taught = OWN_KINDS.read(text)
    with database.atomic():
        entry = write_entry("kind", f"Kind “{taught.title}” learned: {title}", actor, row.id)
        KindVersion.create(entry=entry, key=taught.key, text=text)
        if not own:
            MachineVersion.create(
                entry=entry, machine=row.id, name=row.name, kind=taught.key, place=row.place, serial=row.serial,
                guess_per_day=row.guess_per_day, retired=row.retired,
            )  # fmt: skip
    return taught
