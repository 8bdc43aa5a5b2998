"""What the pages of lamps show."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import timedelta

from markupsafe import Markup

from lamplight.actions.lamps import (
    Diagnosis,
    Grinding,
    PanelReading,
    disagreements_of,
    grinding,
    known_causes,
    known_symptoms,
    reading_of,
    shown_now,
)
from lamplight.actions.outlook import MachineLook
from lamplight.core.anatomy.circuits import Circuit
from lamplight.core.diagnosis.disagreements import Disagreement
from lamplight.core.diagnosis.faults import FaultWeeks, fault_weeks
from lamplight.core.lamps.causes import Symptom
from lamplight.core.lamps.match import PanelLook, read_panel
from lamplight.core.lamps.own_interval import LampExpected
from lamplight.core.lamps.panel import Sort
from lamplight.drawing.lamp_panel import lamp_panel, look_in_words, state_words
from lamplight.drawing.multiples import fault_bars
from lamplight.store.sightings import tried_causes

SENSES = (("see", "You see"), ("hear", "You hear"), ("taste", "You taste"), ("feel", "You feel"))
DARK = PanelLook()


@dataclass(frozen=True)
class PanelLine:
    """A machine on the page of all panels.

    Attributes:
        speaks: whether its kind has a panel to read.
        words: what is lit, in words.
        meaning: what it means, or what else is known.
        pressing: whether it means a fault, a missing part, or no drinks.
    """

    machine_id: int
    name: str
    drawing: Markup
    speaks: bool
    words: str
    meaning: str
    pressing: bool
    since: object


@dataclass(frozen=True)
class FaultLine:
    """Faults of one machine as small multiples."""

    machine_id: int
    name: str
    faults: FaultWeeks
    drawing: Markup


def panel_lines(looks: Sequence[MachineLook]) -> list[PanelLine]:
    """Every machine with its panel, lit ones first."""
    lines = []
    for look in looks:
        shown = shown_now(look)
        match = next(iter(read_panel(look.kind.panel, shown.look)), None) if shown else None
        seen = shown.look if shown else DARK
        meaning = match.pattern.title if match else "no rule knows this pattern" if shown else "dark"
        pressing = bool(
            match and (match.pattern.force.value == "no drinks until done" or match.pattern.sort == "fault")
        )
        lines.append(
            PanelLine(
                look.row.id, look.row.name, lamp_panel(look.kind, seen, "lamp-panel small", small=True),
                look.kind.panel.speaks, look_in_words(look.kind, seen), meaning, pressing, shown.at if shown else None,
            )
        )  # fmt: skip
    return sorted(lines, key=lambda line: (line.since is None, not line.pressing, line.name.lower()))


def fault_lines(looks: Sequence[MachineLook]) -> list[FaultLine]:
    """Machines that had faults in twelve weeks, the most troubled first; one scale for all."""
    counted = [(look, faults_of(look)) for look in looks]
    counted = [(look, faults) for look, faults in counted if faults.total]
    most = max((max(row) for _, faults in counted for row in faults.counts.values()), default=1)
    lines = [FaultLine(look.row.id, look.row.name, faults, fault_bars(faults, most)) for look, faults in counted]
    return sorted(lines, key=lambda line: (-line.faults.total, line.name.lower()))


def faults_of(look: MachineLook) -> FaultWeeks:
    """Faults by week: sightings, and causes that turned out on complaints without a lamp."""
    causes, outlook = known_causes(look.fitted), look.assessment.outlook
    known = {symptom.key for symptom in known_symptoms(look.fitted)}
    found: list[tuple[Circuit, object]] = [
        (causes[one.cause].circuit, outlook.calendar.today(one.at))
        for one in tried_causes(look.row.id)
        if one.was_it and one.about in known and one.cause in causes
    ]
    return fault_weeks(look.kind, causes, look.assessment.book.sightings, found, outlook.calendar, outlook.today)  # type: ignore[arg-type]


@dataclass(frozen=True)
class LampButton:
    """A lamp that can be stepped: its words, and what its hidden field holds."""

    key: str
    label: str
    words: str
    value: str
    lit: bool


@dataclass(frozen=True)
class LampsModel:
    """One machine's panel.

    Attributes:
        drawing: as it is set now.
        buttons: one a lamp.
        preview: what the panel as it is set would mean, before it is written down; empty where it is as seen.
        reading: what was seen last, with its causes.
        expected: when lamps are expected.
        disagreements: where lamp and book differ.
        symptoms: complaints by sense.
        grinding: a notch that is being judged.
        history: earlier sightings, newest first.
    """

    drawing: Markup
    look: PanelLook
    buttons: list[LampButton]
    messages: list[str]
    preview: str
    changed: bool
    reading: PanelReading
    expected: tuple[LampExpected, ...]
    disagreements: tuple[Disagreement, ...]
    symptoms: list[tuple[str, list[Symptom]]]
    grinding: Grinding | None
    history: list[tuple[object, str, str]]
    titles: Mapping[str, str] = field(default_factory=dict)


def lamps_model(look: MachineLook, setting: PanelLook | None) -> LampsModel:
    """The page; ``setting`` is what the keeper is about to write down, None for what was seen last."""
    shown = shown_now(look)
    now = shown.look if shown else DARK
    panel_look = now if setting is None else setting
    changed = setting is not None and setting != now
    matches = read_panel(look.kind.panel, panel_look)
    preview = matches[0].pattern.title if matches else "no rule knows this" if not panel_look.dark else "dark"
    symptoms = known_symptoms(look.fitted)
    return LampsModel(
        drawing=lamp_panel(look.kind, panel_look),
        look=panel_look,
        buttons=[
            LampButton(
                lamp.key, lamp.label, state_words(panel_look.lamp(lamp.key), lamp),
                f"{panel_look.lamp(lamp.key).state.value} {panel_look.lamp(lamp.key).colour}".strip(),
                panel_look.lamp(lamp.key).lit,
            )
            for lamp in look.kind.panel.lamps
        ],
        messages=[message.says for message in look.kind.panel.messages],
        preview=preview,
        changed=changed,
        reading=reading_of(look),
        expected=look.assessment.lamps_expected,
        disagreements=disagreements_of(look),
        symptoms=[(words, [one for one in symptoms if one.sense == sense]) for sense, words in SENSES],
        grinding=grinding(look),
        history=_history(look),
        titles={item.key: item.title for item in look.kind.items},
    )  # fmt: skip


def _history(look: MachineLook) -> list[tuple[object, str, str]]:
    """Sightings of twelve weeks: when, what was lit, and what it meant."""
    since = look.assessment.outlook.now - timedelta(weeks=12)
    rows = []
    for one in look.assessment.book.sightings:
        if one.at >= since:
            best = next(iter(read_panel(look.kind.panel, one.look)), None)
            meaning = best.pattern.title if best else "" if one.look.dark else "no rule knows it"
            rows.append((one.at, look_in_words(look.kind, one.look), meaning + (", put off" if one.put_off else "")))
    return rows[::-1]


def lit_lamps(look: MachineLook) -> tuple[tuple[str, str], ...]:
    """State and colour of each lamp in order, for the drawing of the whole machine."""
    shown = shown_now(look)
    seen = shown.look if shown else DARK
    return tuple((seen.lamp(lamp.key).state.value, seen.lamp(lamp.key).colour) for lamp in look.kind.panel.lamps)


def message_shown(look: MachineLook) -> str:
    """What the display says, as far as anybody wrote down."""
    shown = shown_now(look)
    return shown.look.message if shown else ""


def trouble_shown(look: MachineLook) -> str:
    """What a lit panel means where that is no mere care or information; empty otherwise."""
    shown = shown_now(look)
    best = next(iter(read_panel(look.kind.panel, shown.look)), None) if shown else None
    if best is None or best.pattern.sort in (Sort.CARE, Sort.INFORMATION):
        return ""
    return best.pattern.title


def panel_words(look: MachineLook) -> str:
    """What the panel shows and means, in a line; empty where it is dark."""
    shown = shown_now(look)
    if shown is None:
        return ""
    best = next(iter(read_panel(look.kind.panel, shown.look)), None)
    return f"{best.pattern.title if best else 'no rule knows it'}: {look_in_words(look.kind, shown.look)}"


__all__ = [
    "Diagnosis",
    "fault_lines",
    "lamps_model",
    "lit_lamps",
    "message_shown",
    "panel_lines",
    "panel_words",
    "trouble_shown",
]
