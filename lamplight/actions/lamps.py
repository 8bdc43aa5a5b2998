"""Lamps: writing down what a panel shows, reading it, trying causes, teaching a kind a new pattern."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime, timedelta

import yaml

from lamplight.actions.entries import Actor, required, write_entry
from lamplight.actions.kinds import copied, kind_of, own_kind, read_kind
from lamplight.actions.machine_views import MachineView
from lamplight.actions.procedures import FREE
from lamplight.core.care.item import Due
from lamplight.core.diagnosis.disagreements import Disagreement, disagreements
from lamplight.core.diagnosis.evidence import Circumstances, Facts, evidence_of
from lamplight.core.errors import InvalidInput
from lamplight.core.job.adapt import traits_of
from lamplight.core.job.steps import applies
from lamplight.core.lamps.causes import Cause, Ranked, Symptom, ranked
from lamplight.core.lamps.match import Match, PanelSignals, checked_signals, read_panel
from lamplight.core.lamps.panel import PromptForce, Sort
from lamplight.core.lamps.sightings import Sighting, sighting_at
from lamplight.core.machine.kind import Kind
from lamplight.core.run.state import RunState
from lamplight.library import catalogue
from lamplight.library.base import load_yaml
from lamplight.store.database import database
from lamplight.store.models import CauseTried, DeviceEvent, KindVersion, MachineVersion, PanelSighting
from lamplight.store.runs import ended_runs
from lamplight.store.sightings import confirmations_given, lamps_as_data, tried_causes
from lamplight.store.sites import MachineRow

GRIND = {"coarser": "grind-coarser", "finer": "grind-finer"}
DRINK_JUDGED = "grind-drink"
DRINKS_TO_JUDGE = 2
GRIND_FORGOTTEN = timedelta(hours=12)


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


@dataclass(frozen=True)
class PanelReading:
    """What a panel says now.

    Attributes:
        sighting: what was seen last; None where it is dark or nobody looked.
        match: the pattern that fits best; None where no rule knows it.
        others: patterns that fit as well.
        diagnosis: of the best pattern.
        settled_by: the item whose job put the lamp out by the book, or None.
    """

    sighting: Sighting | None
    match: Match | None
    others: tuple[Match, ...]
    diagnosis: Diagnosis | None
    settled_by: Due | None = None


def facts_of(view: MachineView) -> Facts:
    """What is known about a machine that speaks for or against a cause."""
    runs: dict[str, RunState] = {}
    for run in ended_runs(view.row.id):
        runs.setdefault(run.item, run.state)
    around = Circumstances(confirmations_given(view.row.id), runs, view.deferrals)
    return evidence_of(view.status, view.kind, around)


def shown_now(view: MachineView) -> Sighting | None:
    """What the panel shows as far as anybody wrote down; what a finished job put out counts as out."""
    sighting = sighting_at(view.status.book.sightings, view.status.context.now)
    return None if sighting is None or _settled_by(view, sighting) else sighting


def _settled_by(view: MachineView, sighting: Sighting) -> Due | None:
    """The item that was done after the sighting that asked for it, where that is all it said."""
    best = next(iter(read_panel(view.kind.panel, sighting.signals)), None)
    due = view.status.due(best.pattern.asks_for) if best and best.pattern.asks_for else None
    at = view.status.context.moment_of(due.last) if due and due.last else None
    return due if at is not None and at >= sighting.at else None


def reading_of(view: MachineView) -> PanelReading:
    """What the panel says, with the causes in order."""
    now = view.status.context.now
    sighting = sighting_at(view.status.book.sightings, now)
    if sighting is None:
        return PanelReading(None, None, (), None)
    settled = _settled_by(view, sighting)
    if settled:
        return PanelReading(None, None, (), None, settled)
    matches = read_panel(view.kind.panel, sighting.signals)
    if not matches:
        return PanelReading(sighting, None, (), None)
    best = matches[0]
    return PanelReading(sighting, best, matches[1:], diagnose(view, best.pattern.title, best.pattern.causes))


def diagnose(view: MachineView, about: str, cause_keys: tuple[str, ...]) -> Diagnosis:
    """Causes of a pattern or a complaint on one machine, the likeliest first."""
    known = known_causes(view.equipped)
    own = [known[key] for key in cause_keys if key in known]
    order = ranked(own, facts_of(view), tried_causes(view.row.id), about, view.status.context.now)
    begins = {}
    for one in order:
        due = view.status.due(one.cause.begin)
        if due is not None and due.item.procedure:
            begins[one.cause.key] = (due.item.key, due.item.title)
        elif one.cause.begin in FREE:
            begins[one.cause.key] = (one.cause.begin, catalogue.procedures()[one.cause.begin].plain.title)
    return Diagnosis(about, order, begins)


def disagreements_of(view: MachineView) -> tuple[Disagreement, ...]:
    """Where lamp and book say different things."""
    spoken_for = {pattern.asks_for for pattern in view.kind.panel.all_patterns if pattern.asks_for}
    return disagreements(view.status, facts_of(view), spoken_for)


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
    said = "The panel is dark" if signals.dark else best.pattern.title if best else "A pattern that no rule knows"
    with database.atomic():
        entry = write_entry("lamp", f"Seen: {said}", actor, row.id, at=at, note=_signal_words(kind, signals))
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
    said = f"{cause.title}: " + ("that was it" if was_it else "that was not it")
    with database.atomic():
        entry = write_entry("cause", said, actor, row.id)
        CauseTried.create(entry=entry, machine=row.id, about=about, cause=cause_key, was_it=was_it, at=actor.now)


@dataclass(frozen=True)
class Grinding:
    """A notch of the grinder that is being judged: which way, and how many drinks were drawn since."""

    way: str
    drinks: int

    @property
    def judged(self) -> bool:
        """Whether it is time to look."""
        return self.drinks >= DRINKS_TO_JUDGE


def change_grind(row: MachineRow, way: str, actor: Actor) -> None:
    """Write down that the grind was changed by one notch, while the grinder ran.

    Raises:
        InvalidInput: for a way that there is not.
    """
    if way not in GRIND:
        raise InvalidInput("One notch coarser, or one notch finer.")
    with database.atomic():
        entry = write_entry("event", f"Grind one notch {way}", actor, row.id)
        DeviceEvent.create(entry=entry, machine=row.id, what=GRIND[way], at=actor.now)


def judge_drink(view: MachineView, actor: Actor) -> None:
    """Write down that a drink was drawn to judge the grind.

    Raises:
        InvalidInput: when the grind was not changed lately, or two were drawn already.
    """
    state = grinding(view)
    if state is None or state.judged:
        raise InvalidInput("Change the grind by one notch first, then draw two drinks.")
    with database.atomic():
        entry = write_entry("event", f"Drink {state.drinks + 1} to judge the grind", actor, view.row.id)
        DeviceEvent.create(entry=entry, machine=view.row.id, what=DRINK_JUDGED, at=actor.now)


def grinding(view: MachineView) -> Grinding | None:
    """Where judging a notch stands; None where the grind was not changed within half a day."""
    now = view.status.context.now
    changes = {event: way for way, event in GRIND.items()}
    # Of events in one second the last written counts: their order is kept.
    way, drinks, last = "", 0, None
    for event in view.status.book.events:
        if event.what in changes:
            way, drinks, last = changes[event.what], 0, event.at
        elif event.what == DRINK_JUDGED and last is not None:
            drinks += 1
    return Grinding(way, drinks) if last is not None and now - last <= GRIND_FORGOTTEN else None


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
    own = own_kind(kind.key) is not None
    data = load_yaml(own_kind(kind.key) or copied(kind.key))
    if not own:
        data["title"] = f"{data['title'][:66]}, as ours is"
    data.setdefault("panel", {}).setdefault("patterns", []).append(pattern)
    text = yaml.safe_dump(data, sort_keys=False, allow_unicode=True, width=120)
    taught = read_kind(text)
    with database.atomic():
        entry = write_entry("kind", f"Kind “{taught.title}” learned: {title}", actor, row.id)
        KindVersion.create(entry=entry, key=taught.key, text=text)
        if not own:
            MachineVersion.create(
                entry=entry, machine=row.id, name=row.name, kind=taught.key, place=row.place, serial=row.serial,
                guess_per_day=row.guess_per_day, retired=row.retired,
            )  # fmt: skip
    return taught
