"""What the builder of kinds shows: the drawing with its empty places, and one section at a time."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any

from flask import url_for
from markupsafe import Markup

from lamplight.core.anatomy.outlets import COFFEE, FROTHER, HOT_WATER, MILK, WAND
from lamplight.core.anatomy.parts import TOLERANCES, Part
from lamplight.core.errors import InvalidInput
from lamplight.core.lamps.match import PanelSignals
from lamplight.core.lamps.panel import SIGNS, PromptForce, Sort
from lamplight.core.machine.kind import Kind
from lamplight.core.machine.programme import Use
from lamplight.core.machine.told import MANUAL_WORDS
from lamplight.drawing.closeup.scene import CloseUp, closeup
from lamplight.drawing.cutaway import Scene, Spot, cutaway
from lamplight.drawing.lamp_panel import lamp_panel
from lamplight.drawing.spots import overlap, spot_for
from lamplight.library.catalogue import defaults
from lamplight.library.kind_edit import NUMBERS, Placeable, placeable
from lamplight.library.kind_text import opened
from lamplight.library.panel_schema import COLOURS
from lamplight.library.schema import standard_items
from lamplight.sight.building import suggested_items
from lamplight.sight.kinds import KINDS, kinds
from lamplight.sight.listening import Offered, calls_of
from lamplight.sight.procedures import procedure_for
from lamplight.sight.told import programme_title, word_title
from lamplight.web.runs.closeups import made_of_words
from lamplight.web.told.rows import CallRow, rows_of

SECTIONS = {
    "body": "Shape", "parts": "Parts", "water": "Water", "lamps": "Lamps", "cares": "Cares", "programmes": "Programmes",
}  # fmt: skip
SHAPES = {
    "crown": ("hopper", "twin hopper", "dome", "funnel", "capsule drum", "cup rail", "flat"),
    "tank": ("left", "right", "back", "plumbed"),
    "panel": ("lamps", "text", "colour"),
    "stand": ("feet", "skirt", "cabinet", "rails", "plinth"),
}
TRAITS = {
    "menu": "It has a menu on a display", "drain": "Its tray has a drain",
    "tank-out-first": "Its door opens only with the tank out", "valve-by-hand": "A valve is turned by hand for steam",
    "door-key": "Its door wants a key",
}  # fmt: skip
OUTLETS = {
    COFFEE: "the coffee outlet", HOT_WATER: "the hot-water spout", WAND: "the steam wand", FROTHER: "the frother",
    MILK: "the milk outlet",
}  # fmt: skip
# What a lamp usually means, by a short name: words, sort, part.
MEANINGS = {
    "tank-empty": ("The tank is empty", Sort.REFILL, "tank"),
    "beans-empty": ("Beans are out", Sort.REFILL, "hopper"),
    "drawer-full": ("Empty the drawer", Sort.EMPTY, "drawer"),
    "tray-full": ("Empty the tray", Sort.EMPTY, "tray"),
    "part-missing": ("Something is missing or open", Sort.MISSING, ""),
    "heats": ("It heats up", Sort.INFORMATION, ""),
    "ready": ("It is ready", Sort.INFORMATION, ""),
    "fault": ("A fault", Sort.FAULT, ""),
}
TOO_CLOSE = 0.9
LONGEST_MESSAGE = 80


@dataclass(frozen=True)
class ItemRow:
    """A care in the builder: its words, and the limits that may be set: number of the trigger, unit, value."""

    key: str
    title: str
    circuit: Any
    minutes: int
    limits: tuple[tuple[int, str, str], ...]
    others: tuple[str, ...]


@dataclass(frozen=True)
class ProgrammeRows:
    """A programme as rows, kept or not yet."""

    key: str
    title: str
    rows: tuple[CallRow, ...]
    offered: tuple[Offered, ...]
    draft: bool = False


@dataclass(frozen=True)
class BuildModel:
    """One section, and what stands beside it."""

    drawing: Markup
    part: Part | None = None
    closeup: Markup = field(default_factory=Markup)
    tray: tuple[Placeable, ...] = ()
    outlets: tuple[tuple[str, str, str, bool], ...] = ()
    items: tuple[ItemRow, ...] = ()
    more_items: tuple[tuple[str, str], ...] = ()
    meanings: tuple[tuple[int, str, str], ...] = ()
    meaning_choices: tuple[tuple[str, str], ...] = ()
    panel: Markup = field(default_factory=Markup)
    programme: ProgrammeRows | None = None
    programmes: tuple[tuple[str, str, int], ...] = ()
    like: tuple[tuple[str, str], ...] = ()
    words: tuple[tuple[str, str, str], ...] = ()
    facts: Mapping[str, Any] = field(default_factory=dict)


def build_model(kind: Kind, at: str, part_key: str, programme: str, draft: ProgrammeRows | None = None) -> BuildModel:
    """What one section shows."""
    part = kind.part(part_key) if at == "parts" else None
    links = {one.key: url_for("kinds.build", key=kind.key, at="parts", part=one.key) for one in kind.parts}
    scene = Scene(touched=part.key if part else "", links=links, spots=_spots(kind) if at == "parts" else ())
    drawing = cutaway(kind, scene, cls="cutaway build-cut")
    if at == "parts":
        close = closeup(CloseUp(part=part.key, title=part.label, made_of=made_of_words(part))) if part else Markup("")
        tray = tuple(one for key, one in placeable().items() if kind.part(key) is None)
        return BuildModel(drawing, part=part, closeup=close, tray=tray, facts={"tolerances": TOLERANCES})
    if at == "water":
        rows = tuple((one.key, one.words, one.part, one.valve) for one in kind.outlets)
        free = {key: words for key, words in OUTLETS.items() if key not in {row[0] for row in rows}}
        return BuildModel(drawing, outlets=rows, facts={"free": free, "traits": TRAITS})
    if at == "lamps":
        return _lamps(kind, drawing)
    if at == "cares":
        more = tuple((key, str(standard_items()[key]["title"])) for key, _ in suggested_items(kind))
        return BuildModel(drawing, items=_items(kind), more_items=more)
    if at == "programmes":
        return _programmes(kind, drawing, programme, draft)
    return BuildModel(drawing, facts={"shapes": SHAPES})


def _spots(kind: Kind) -> tuple[Spot, ...]:
    """The empty places, those left out that lie on one another."""
    found: list[Spot] = []
    fitted = {part.key for part in kind.parts}
    for key, part in placeable().items():
        if key in fitted or fitted.intersection(part.instead_of):
            continue
        box = spot_for(kind, key, dict(part.look))
        if box is not None and all(overlap(box, other.box) < TOO_CLOSE for other in found):
            href = url_for("kinds.build", key=kind.key, at="parts", part=key)
            found.append(Spot(key, part.label, box, href))
    return tuple(found)


def usual_outlets_as_file(kind: Kind) -> dict[str, dict[str, Any]]:
    """The outlets of a kind as its file has or would have them."""
    return {
        one.key: {"words": one.words, "part": one.part, **({"valve": True} if one.valve else {})}
        for one in kind.outlets
    }


def _items(kind: Kind) -> tuple[ItemRow, ...]:
    data = opened(KINDS.text_of(kind.key)).get("items", {})
    rows = []
    for item in kind.items:
        written = data.get(item.key, {})
        standard = standard_items().get(str(written.get("like", "")), {})
        triggers = written.get("triggers", standard.get("triggers", []))
        limits = tuple(
            (n, name.replace("_", " "), f"{one[name]:g}")
            for n, one in enumerate(triggers)
            for name in NUMBERS
            if name in one
        )
        plain = [one for one in item.triggers if not any(hasattr(one, name) for name in ("limit", "grams"))]
        others = tuple(one.in_words() for one in plain)
        rows.append(ItemRow(item.key, item.title, item.circuit, item.minutes, limits, others))
    return tuple(rows)


def _lamps(kind: Kind, drawing: Markup) -> BuildModel:
    meanings = tuple(
        (n, " and ".join(_signal(kind, one.lamp, one.state.value) for one in pattern.lamps) or f"“{pattern.message}”",
         pattern.title)
        for n, pattern in enumerate(kind.panel.patterns)
    )  # fmt: skip
    choices = [(f"usual:{key}", words) for key, (words, _, part) in MEANINGS.items() if not part or kind.part(part)]
    choices += [(f"asks:{item.key}", f"It asks for: {item.title}") for item in kind.items if item.procedure]
    return BuildModel(
        drawing, panel=lamp_panel(kind, PanelSignals()), meanings=meanings, meaning_choices=tuple(choices),
        facts={"signs": SIGNS, "colours": COLOURS},
    )  # fmt: skip


def _signal(kind: Kind, lamp: str, state: str) -> str:
    known = next((one for one in kind.panel.lamps if one.key == lamp), None)
    return f"{known.label if known else lamp} {state}"


def meaning_typed(form: Mapping[str, str], kind: Kind) -> dict[str, Any]:
    """What a lamp means, as it was chosen.

    Raises:
        InvalidInput: when no lamp, state or meaning was chosen.
    """
    signal = _signal_typed(form, kind)
    sort, _, key = form.get("means", "").partition(":")
    if sort == "usual" and key in MEANINGS:
        words, kind_of_it, part = MEANINGS[key]
        return {**signal, "means": words, "sort": kind_of_it.value, "part": part if kind.part(part) else ""}
    item = kind.item(key)
    if sort != "asks" or item is None:
        raise InvalidInput("Choose what it means.")
    force = PromptForce.DEFERRABLE.value
    return {**signal, "means": item.title, "sort": Sort.CARE.value, "asks_for": key, "force": force}


def _signal_typed(form: Mapping[str, str], kind: Kind) -> dict[str, Any]:
    """A lamp and its state, or what the display says."""
    message = " ".join(form.get("message", "").split())
    if message:
        if len(message) > LONGEST_MESSAGE:
            raise InvalidInput(f"What the display says has {LONGEST_MESSAGE} characters at most.")
        return {"message": message}
    lamp, state = form.get("lamp", ""), form.get("state", "")
    if not any(one.key == lamp for one in kind.panel.lamps) or state not in ("steady", "flashing"):
        raise InvalidInput("Choose a lamp and whether it is steady or flashes, or type what the display says.")
    return {"lamps": {lamp: state}}


def programme_rows(kind: Kind, calls: Sequence[Use], key: str = "", draft: bool = True) -> ProgrammeRows:
    """Calls as rows of the form."""
    return ProgrammeRows(key, programme_title(key), rows_of(kind, calls), calls_of(kind), draft)


def _programmes(kind: Kind, drawing: Markup, programme: str, draft: ProgrammeRows | None) -> BuildModel:
    shown = None
    if draft is not None:
        shown = ProgrammeRows(programme, programme_title(programme), draft.rows, draft.offered, True)
    elif programme in kind.programmes:
        shown = programme_rows(kind, kind.programmes[programme].calls, programme, draft=False)
    like = tuple(
        (f"{key}:{other.key}", f"{programme_title(key)}, as the {other.title[:1].lower()}{other.title[1:]}")
        for other in kinds().values()
        for key in other.programmes
        if key not in kind.programmes and other.key != kind.key
    )
    programmes = tuple((key, programme_title(key), len(one.calls)) for key, one in kind.programmes.items())
    return BuildModel(drawing, programme=shown, programmes=programmes, like=tuple(sorted(like)), words=_words(kind))


def _words(kind: Kind) -> tuple[tuple[str, str, str], ...]:
    """The words that its jobs take from its manual: name, title, text; as usual where it says nothing."""
    named: dict[str, None] = {}
    for item in kind.items:
        if item.procedure:
            try:
                steps = procedure_for(kind, item.procedure).steps
            except InvalidInput:
                continue
            named.update(dict.fromkeys(name for step in steps for name in step.named if name in MANUAL_WORDS))
    texts = {**defaults().words, **kind.words}
    return tuple((name, word_title(name), texts.get(name, "")) for name in named)
