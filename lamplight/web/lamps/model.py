"""What the pages of lamps show."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime, timedelta

from markupsafe import Markup

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.diagnosis.disagreements import Disagreement
from lamplight.core.diagnosis.faults import FaultWeeks, Grinding, fault_weeks, grinding
from lamplight.core.diagnosis.panel_reading import PanelReading
from lamplight.core.lamps.causes import Symptom
from lamplight.core.lamps.match import Meaning, PanelSignals, meanings, unexplained
from lamplight.core.lamps.own_interval import LampExpected
from lamplight.core.lamps.panel import Panel
from lamplight.core.lamps.sightings import panels_seen
from lamplight.core.machine.kind import Kind
from lamplight.drawing.lamp_panel import lamp_panel, signals_in_words, state_words
from lamplight.drawing.multiples import fault_bars
from lamplight.sight.causes import known_causes, known_symptoms
from lamplight.sight.diagnosis import Diagnosis, diagnose_meaning, disagreements_of
from lamplight.sight.machine_view import MachineView

SENSES = (("see", "You see"), ("hear", "You hear"), ("taste", "You taste"), ("feel", "You feel"))
DARK = PanelSignals()


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


def lit_first(views: Sequence[MachineView]) -> list[MachineView]:
    """The machines whose panel shows something first, what stops drinks before the rest; then by name."""

    def place(view: MachineView) -> tuple[int, str]:
        return (-view.how_lit, view.row.name.lower())

    return sorted(views, key=place)


def panel_lines(views: Sequence[MachineView]) -> list[PanelLine]:
    """Machines with their panels, in their order."""
    lines = []
    for view in views:
        shown, seen = view.panel.seen, view.panel.signals
        meaning = "; ".join(_titles(view.panel)) if shown else "dark"
        lines.append(
            PanelLine(
                view.row.id, view.row.name, lamp_panel(view.whole_kind, seen, "lamp-panel small", small=True),
                view.whole_kind.panel.speaks, signals_in_words(view.whole_kind, seen), meaning, view.stopped,
                shown.at if shown else None,
            )
        )  # fmt: skip
    return lines


def _titles(reading: PanelReading) -> list[str]:
    """What holds, in order, and that something is lit of which no rule knows."""
    return [meaning.title for meaning in reading.meanings] + ([] if reading.unknown.dark else [NO_RULE])


NO_RULE = "an unknown pattern"


def fault_lines(views: Sequence[MachineView]) -> list[FaultLine]:
    """Machines that had faults in twelve weeks, the most troubled first; one scale for all."""
    counted = [(view, faults_of(view)) for view in views]
    counted = [(view, faults) for view, faults in counted if faults.total]
    most = max((max(row) for _, faults in counted for row in faults.counts.values()), default=1)
    lines = [FaultLine(view.row.id, view.row.name, faults, fault_bars(faults, most)) for view, faults in counted]
    return sorted(lines, key=lambda line: (-line.faults.total, line.name.lower()))


def faults_of(view: MachineView) -> FaultWeeks:
    """Faults by week: sightings, and causes that turned out on complaints without a lamp."""
    causes, context = known_causes(view.kind), view.status.context
    known = {symptom.key for symptom in known_symptoms(view.kind)}
    faults: list[tuple[Circuit, object]] = [
        (causes[attempt.cause].circuit, context.calendar.today(attempt.at))
        for attempt in view.tried
        if attempt.was_it and attempt.about in known and attempt.cause in causes
    ]
    return fault_weeks(view.whole_kind, causes, view.status.book.sightings, faults, context.calendar, context.today)  # type: ignore[arg-type]


@dataclass(frozen=True)
class LampButton:
    """A lamp that can be stepped: its words, and what its hidden field holds."""

    key: str
    label: str
    words: str
    value: str
    lit: bool


def lamp_buttons(kind: Kind, signals: PanelSignals) -> list[LampButton]:
    """The lamps of a panel to touch, as they are set."""
    return [
        LampButton(
            lamp.key, lamp.label, state_words(signals.lamp(lamp.key), lamp),
            f"{signals.lamp(lamp.key).state.value} {signals.lamp(lamp.key).colour}".strip(),
            signals.lamp(lamp.key).lit,
        )
        for lamp in kind.panel.lamps
    ]  # fmt: skip


@dataclass(frozen=True)
class LampsModel:
    """One machine's panel.

    Attributes:
        drawing: as it is set now.
        buttons: one a lamp.
        preview: what the panel as it is set would mean, before it is written down; empty where it is as seen.
        reading: what was seen last.
        found: everything that holds of it, in the order in which it is seen to, each with its causes.
        causes: every cause that can be on this kind, for a rule of the keeper's own.
        expected: when lamps are expected.
        disagreements: where lamp and book differ.
        symptoms: complaints by sense.
        grinding: a notch that is being judged.
        history: earlier sightings, newest first.
    """

    drawing: Markup
    signals: PanelSignals
    buttons: list[LampButton]
    messages: list[str]
    preview: str
    changed: bool
    reading: PanelReading
    found: list[tuple[Meaning, Diagnosis]]
    expected: tuple[LampExpected, ...]
    disagreements: tuple[Disagreement, ...]
    symptoms: list[tuple[str, list[Symptom]]]
    grinding: Grinding | None
    history: list[tuple[datetime, str, str]]
    titles: Mapping[str, str] = field(default_factory=dict)
    causes: Mapping[str, str] = field(default_factory=dict)


def lamps_model(view: MachineView, setting: PanelSignals | None) -> LampsModel:
    """The page; ``setting`` is what the keeper is about to write down, None for what was seen last."""
    now = view.panel.signals
    panel_signals = now if setting is None else setting
    changed = setting is not None and setting != now
    preview = "dark" if panel_signals.dark else "; ".join(_said(view.whole_kind.panel, panel_signals))
    symptoms = known_symptoms(view.kind)
    return LampsModel(
        drawing=lamp_panel(view.whole_kind, panel_signals),
        signals=panel_signals,
        buttons=lamp_buttons(view.whole_kind, panel_signals),
        messages=[message.says for message in view.whole_kind.panel.messages],
        preview=preview,
        changed=changed,
        reading=view.panel,
        found=[(meaning, diagnose_meaning(view, meaning)) for meaning in view.panel.meanings],
        expected=view.status.lamps_expected,
        disagreements=disagreements_of(view),
        symptoms=[(words, [symptom for symptom in symptoms if symptom.sense == sense]) for sense, words in SENSES],
        grinding=grinding(view.status.book.events, view.status.context.now),
        history=_history(view),
        titles={item.key: item.title for item in view.whole_kind.items},
        causes={key: cause.title for key, cause in known_causes(view.kind).items()},
    )  # fmt: skip


def _said(panel: Panel, signals: PanelSignals) -> list[str]:
    """What a panel that shines means, in order, and that something is lit of which no rule knows."""
    found = meanings(panel, signals)
    return [meaning.title for meaning in found] + ([] if unexplained(signals, found).dark else [NO_RULE])


def _history(view: MachineView) -> list[tuple[datetime, str, str]]:
    """Sightings of twelve weeks: when, what was lit, and what it meant."""
    since = view.status.context.now - timedelta(weeks=12)
    rows = []
    for panel in panels_seen(view.status.book.sightings):
        if panel.at >= since:
            meaning = "" if panel.signals.dark else "; ".join(_said(view.whole_kind.panel, panel.signals))
            rows.append(
                (
                    panel.at,
                    signals_in_words(view.whole_kind, panel.signals),
                    meaning + (", put off" if panel.deferred else ""),
                )
            )
    return rows[::-1]


def lit_lamps(view: MachineView) -> tuple[tuple[str, str], ...]:
    """State and colour of each lamp in order, for the drawing of the whole machine."""
    seen = view.panel.signals
    return tuple((seen.lamp(lamp.key).state.value, seen.lamp(lamp.key).colour) for lamp in view.whole_kind.panel.lamps)


def message_shown(view: MachineView) -> str:
    """What the display says, as far as anybody wrote down."""
    return view.panel.signals.message


def panel_words(view: MachineView) -> str:
    """What the panel shows and means, in a line; empty where it is dark."""
    if view.panel.seen is None:
        return ""
    return f"{'; '.join(_titles(view.panel))}: {signals_in_words(view.whole_kind, view.panel.signals)}"


__all__ = [
    "Diagnosis",
    "fault_lines",
    "lamps_model",
    "lit_lamps",
    "message_shown",
    "panel_lines",
    "panel_words",
]
