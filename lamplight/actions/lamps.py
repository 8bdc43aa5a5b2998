"""Lamps: writing down what a panel shows, reading it, trying causes, teaching a kind a new pattern."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime, timedelta

import yaml

from lamplight.actions.entries import Hand, required, write_entry
from lamplight.actions.kinds import copied, kind_of, own_kind, read_kind
from lamplight.actions.outlook import MachineLook
from lamplight.actions.procedures import FREE
from lamplight.core.care.item import Due
from lamplight.core.diagnosis.disagreements import Disagreement, disagreements
from lamplight.core.diagnosis.evidence import Circumstances, Facts, evidence_of
from lamplight.core.errors import InvalidInput
from lamplight.core.job.adapt import traits_of
from lamplight.core.job.steps import applies
from lamplight.core.lamps.causes import Cause, Ranked, Symptom, ranked
from lamplight.core.lamps.match import Match, PanelLook, checked_look, read_panel
from lamplight.core.lamps.panel import Force, Sort
from lamplight.core.lamps.sightings import Sighting, look_at
from lamplight.core.machine.kind import Kind
from lamplight.library import shelf
from lamplight.library.base import load_yaml
from lamplight.store.database import database
from lamplight.store.models import CauseTried, DeviceEvent, KindVersion, MachineVersion, PanelSighting
from lamplight.store.runs import ended_runs
from lamplight.store.sightings import lamps_as_data, tried_causes, truths_told
from lamplight.store.sites import MachineRow

GRIND = {"coarser": "grind-coarser", "finer": "grind-finer"}
DRINK_JUDGED = "grind-drink"
DRINKS_TO_JUDGE = 2
GRIND_FORGOTTEN = timedelta(hours=12)


def known_causes(kind: Kind) -> dict[str, Cause]:
    """Shared causes and the kind's own, by key, as far as they can happen on it."""
    traits = traits_of(kind)
    both = {**shelf.causes(), **kind.causes}
    return {key: cause for key, cause in both.items() if applies(cause.when, traits)}


def known_symptoms(kind: Kind) -> list[Symptom]:
    """Complaints that there can be on a kind, its own first."""
    traits = traits_of(kind)
    both = {symptom.key: symptom for symptom in (*kind.symptoms, *shelf.symptoms().values())}
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


def facts_of(look: MachineLook) -> Facts:
    """What is known about a machine that speaks for or against a cause."""
    runs = {}
    for run in ended_runs(look.row.id):
        runs.setdefault(run.item, run.state)
    around = Circumstances(truths_told(look.row.id), runs, look.put_off)
    return evidence_of(look.assessment, look.kind, around)


def shown_now(look: MachineLook) -> Sighting | None:
    """What the panel shows as far as anybody wrote down; what a finished job put out counts as out."""
    sighting = look_at(look.assessment.book.sightings, look.assessment.outlook.now)
    return None if sighting is None or _settled_by(look, sighting) else sighting


def _settled_by(look: MachineLook, sighting: Sighting) -> Due | None:
    """The item that was done after the sighting that asked for it, where that is all it said."""
    best = next(iter(read_panel(look.kind.panel, sighting.look)), None)
    due = look.assessment.due(best.pattern.asks_for) if best and best.pattern.asks_for else None
    at = look.assessment.outlook.moment_of(due.last) if due and due.last else None
    return due if at is not None and at >= sighting.at else None


def reading_of(look: MachineLook) -> PanelReading:
    """What the panel says, with the causes in order."""
    now = look.assessment.outlook.now
    sighting = look_at(look.assessment.book.sightings, now)
    if sighting is None:
        return PanelReading(None, None, (), None)
    settled = _settled_by(look, sighting)
    if settled:
        return PanelReading(None, None, (), None, settled)
    matches = read_panel(look.kind.panel, sighting.look)
    if not matches:
        return PanelReading(sighting, None, (), None)
    best = matches[0]
    return PanelReading(sighting, best, matches[1:], diagnose(look, best.pattern.title, best.pattern.causes))


def diagnose(look: MachineLook, about: str, cause_keys: tuple[str, ...]) -> Diagnosis:
    """Causes of a pattern or a complaint on one machine, the likeliest first."""
    known = known_causes(look.fitted)
    own = [known[key] for key in cause_keys if key in known]
    order = ranked(own, facts_of(look), tried_causes(look.row.id), about, look.assessment.outlook.now)
    begins = {}
    for one in order:
        due = look.assessment.due(one.cause.begin)
        if due is not None and due.item.procedure:
            begins[one.cause.key] = (due.item.key, due.item.title)
        elif one.cause.begin in FREE:
            begins[one.cause.key] = (one.cause.begin, shelf.procedures()[one.cause.begin].plain.title)
    return Diagnosis(about, order, begins)


def disagreements_of(look: MachineLook) -> tuple[Disagreement, ...]:
    """Where lamp and book say different things."""
    spoken_for = {pattern.asks_for for pattern in look.kind.panel.all_patterns if pattern.asks_for}
    return disagreements(look.assessment, facts_of(look), spoken_for)


def note_sighting(
    row: MachineRow, shown: PanelLook, at: datetime, hand: Hand, put_off: bool = False, value: int | None = None
) -> Match | None:
    """Write down what a panel shows from a moment on; answers the pattern that fits best.

    Raises:
        InvalidInput: for a look that the panel cannot have, a moment ahead, or a counter below 0.
    """
    kind = kind_of(row.kind)
    look = checked_look(kind.panel, shown)
    if at > hand.now:
        raise InvalidInput("That time has not come yet.")
    if value is not None and value < 0:
        raise InvalidInput("A counter shows 0 or more.")
    best = next(iter(read_panel(kind.panel, look)), None)
    said = "The panel is dark" if look.dark else best.pattern.title if best else "A pattern that no rule knows"
    with database.atomic():
        entry = write_entry("lamp", f"Seen: {said}", hand, row.id, at=at, note=_look_words(kind, look))
        PanelSighting.create(
            entry=entry, machine=row.id, at=at, lamps=lamps_as_data(look.lamps), message=look.message,
            put_off=put_off, value=value,
        )  # fmt: skip
    return best


def _look_words(kind: Kind, look: PanelLook) -> str:
    words = [
        f"{lamp.label} {look.lamp(lamp.key).state.value} {look.lamp(lamp.key).colour}".strip()
        for lamp in kind.panel.lamps
        if look.lamp(lamp.key).lit
    ]
    return ", ".join([*words, *([f"“{look.message}”"] if look.message else [])])


def try_cause(row: MachineRow, about: str, cause_key: str, was_it: bool, hand: Hand) -> None:
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
        entry = write_entry("cause", said, hand, row.id)
        CauseTried.create(entry=entry, machine=row.id, about=about, cause=cause_key, was_it=was_it, at=hand.now)


@dataclass(frozen=True)
class Grinding:
    """A notch of the grinder that is being judged: which way, and how many drinks were drawn since."""

    way: str
    drinks: int

    @property
    def judged(self) -> bool:
        """Whether it is time to look."""
        return self.drinks >= DRINKS_TO_JUDGE


def change_grind(row: MachineRow, way: str, hand: Hand) -> None:
    """Write down that the grind was changed by one notch, while the grinder ran.

    Raises:
        InvalidInput: for a way that there is not.
    """
    if way not in GRIND:
        raise InvalidInput("One notch coarser, or one notch finer.")
    with database.atomic():
        entry = write_entry("event", f"Grind one notch {way}", hand, row.id)
        DeviceEvent.create(entry=entry, machine=row.id, what=GRIND[way], at=hand.now)


def judge_drink(look: MachineLook, hand: Hand) -> None:
    """Write down that a drink was drawn to judge the grind.

    Raises:
        InvalidInput: when the grind was not changed lately, or two were drawn already.
    """
    state = grinding(look)
    if state is None or state.judged:
        raise InvalidInput("Change the grind by one notch first, then draw two drinks.")
    with database.atomic():
        entry = write_entry("event", f"Drink {state.drinks + 1} to judge the grind", hand, look.row.id)
        DeviceEvent.create(entry=entry, machine=look.row.id, what=DRINK_JUDGED, at=hand.now)


def grinding(look: MachineLook) -> Grinding | None:
    """Where judging a notch stands; None where the grind was not changed within half a day."""
    now = look.assessment.outlook.now
    changes = {event: way for way, event in GRIND.items()}
    # Of events in one second the last written counts: their order is kept.
    way, drinks, last = "", 0, None
    for event in look.assessment.book.events:
        if event.what in changes:
            way, drinks, last = changes[event.what], 0, event.at
        elif event.what == DRINK_JUDGED and last is not None:
            drinks += 1
    return Grinding(way, drinks) if last is not None and now - last <= GRIND_FORGOTTEN else None


@dataclass(frozen=True)
class PatternWords:
    """What the manual says a look of the panel means."""

    title: str
    sort: str
    asks_for: str = ""
    force: str = Force.INFORMATION.value


def teach_pattern(row: MachineRow, look: PanelLook, words: PatternWords, hand: Hand) -> Kind:
    """Make a look that no rule knows into a rule of the keeper's own kind; answers that kind.

    A machine of a shipped kind becomes one of a copy of it.

    Raises:
        InvalidInput: when the panel is dark, or the words name a sort, force or item that there is not.
    """
    kind = kind_of(row.kind)
    shown = checked_look(kind.panel, look)
    if shown.dark:
        raise InvalidInput("The panel is dark; there is nothing to explain.")
    title = required(words.title, "What it means", 80)
    if words.sort not in set(Sort) or words.force not in set(Force):
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
        entry = write_entry("kind", f"Kind “{taught.title}” learned: {title}", hand, row.id)
        KindVersion.create(entry=entry, key=taught.key, text=text)
        if not own:
            MachineVersion.create(
                entry=entry, machine=row.id, name=row.name, kind=taught.key, place=row.place, serial=row.serial,
                guess_per_day=row.guess_per_day, retired=row.retired,
            )  # fmt: skip
    return taught
