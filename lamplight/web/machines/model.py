"""What the machine pages show."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from markupsafe import Markup

from lamplight.actions.outlook import MachineLook
from lamplight.core.calendar import WEEKDAYS, SiteCalendar
from lamplight.core.care import Due, Status
from lamplight.core.count_triggers import amount
from lamplight.core.doubts import grouped
from lamplight.drawing.cutaway import Label, Scene, cutaway, silhouette
from lamplight.drawing.ruler import Mark, double_ruler, marks_of, scale

RULER_DAYS, RULER_WIDTH = 28, 1200.0


@dataclass(frozen=True)
class MachineRowModel:
    """A line of the list."""

    machine_id: int
    name: str
    kind: str
    place: str
    outline: Markup
    status: Status
    next_up: str
    counter: str
    per_day: float | None


def machine_rows(looks: Sequence[MachineLook], wanted: str) -> list[MachineRowModel]:
    """Machines whose name, place or kind holds the wanted words, most urgent first."""
    rows = []
    for look in looks:
        if wanted.lower() not in f"{look.row.name} {look.row.place} {look.kind.title} {look.row.serial}".lower():
            continue
        last = look.assessment.book.drinks.last_reading
        rows.append(
            MachineRowModel(
                look.row.id, look.row.name, look.kind.title, look.row.place, silhouette(look.kind),
                look.assessment.status, _next_up(look), grouped(last.value) if last else "never read",
                look.assessment.mean_per_open_day() if look.assessment.usage.known else None,
            )
        )  # fmt: skip
    return rows


def _next_up(look: MachineLook) -> str:
    if not look.assessment.dues:
        return "nothing to care for"
    first = look.assessment.dues[0]
    return f"{first.item.title}: {first.reasons[0]}"


@dataclass(frozen=True)
class SinceModel:
    """One item's figures."""

    due: Due
    used: str
    limit: str
    unit: str
    share: float
    estimated: bool


@dataclass(frozen=True)
class MachineModel:
    """The page of one machine."""

    drawing: Markup
    headline: str
    detail: str
    first: Due | None
    since: list[SinceModel]
    ruler: Markup
    marks: list[Mark]
    usage_words: str
    usage_notes: tuple[str, ...]
    weekday_rates: list[tuple[str, float, float | None]]
    last_reading: str
    cleaner_inside: bool


def machine_model(look: MachineLook, calendar: SiteCalendar, moment: datetime) -> MachineModel:
    """Build the page."""
    seen = look.assessment
    today = calendar.today(moment)
    along = scale(seen.usage, calendar, today, RULER_DAYS, RULER_WIDTH)
    marks = marks_of(seen.dues, today, along.last)
    first = next(iter(seen.dues), None)
    headline, detail = _headline(look, first)
    last = seen.book.drinks.last_reading
    errors = seen.usage.standard_errors
    return MachineModel(
        drawing=cutaway(look.kind, Scene(labels=_labels(look)), cls="cutaway large"),
        headline=headline,
        detail=detail,
        first=first,
        since=[model for due in seen.dues for model in _since(due)],
        ruler=double_ruler(marks, along, RULER_WIDTH),
        marks=marks,
        usage_words=_usage_words(look),
        usage_notes=seen.usage.notes,
        weekday_rates=list(zip((day[:3] for day in WEEKDAYS), seen.usage.rates, errors, strict=True)),
        last_reading=f"{calendar.local(last.at):%a %-d %b, %H:%M}" if last else "",
        cleaner_inside=bool(look.run and look.run.state.cleaner_inside),
    )


def _headline(look: MachineLook, first: Due | None) -> tuple[str, str]:
    if look.run:
        state = look.run.state
        step = min(state.index + 1, len(state.procedure.steps))
        return f"{state.procedure.title} is under way", f"Step {step} of {len(state.procedure.steps)}."
    if first is None:
        return "Nothing to care for", "This kind has no care items."
    if first.status is Status.UNKNOWN:
        return f"{first.item.title}: not known", first.reasons[0]
    if first.status >= Status.DUE:
        return f"{first.item.title} is {first.status.word}", f"{first.reasons[0]}. {first.item.why}"
    when = f" until about {first.likely:%a %-d %b}" if first.likely else ""
    return f"Clear{when}", f"Then: {first.item.title}. {first.reasons[0]}."


def _labels(look: MachineLook) -> tuple[Label, ...]:
    """Items at their parts, and what the kind holds."""
    by_part: dict[str, list[Due]] = {}
    for due in look.assessment.dues:
        by_part.setdefault(due.item.part, []).append(due)
    labels = []
    for part in look.kind.parts:
        if part.key in by_part:
            words = " · ".join(f"{_short(due.item.title)} {_when(due)}" for due in by_part[part.key])
            labels.append(Label(part.key, part.label, words))
    holds = look.kind.capacities
    facts = {
        "tank": f"holds {holds.tank_ml / 1000:.1f} L" if holds.tank_ml else "",
        "drawer": f"takes {holds.drawer_pucks} pucks" if holds.drawer_pucks else "",
        "tray": f"holds {holds.tray_ml / 1000:.1f} L" if holds.tray_ml else "",
    }
    labels += [Label(p.key, p.label, facts[p.key], "quiet") for p in look.kind.parts if facts.get(p.key)]
    return tuple(labels)


def _short(title: str) -> str:
    return title.removeprefix("Brew-group ").removeprefix("Brew group ")


def _when(due: Due) -> str:
    if due.status in (Status.DUE, Status.OVERDUE, Status.UNKNOWN):
        return "not known" if due.status is Status.UNKNOWN else due.status.word
    return f"{due.likely:%a %-d %b}" if due.likely else "clear"


def _since(due: Due) -> list[SinceModel]:
    models = []
    for state in due.triggers:
        if state.used is None or state.limit is None:
            continue
        share = min(1.0, state.used / state.limit)
        used, limit = amount(state.used, state.unit), amount(state.limit, state.unit)
        models.append(SinceModel(due, used, limit, state.unit, share, state.estimated))
    return models


def _usage_words(look: MachineLook) -> str:
    seen = look.assessment
    usage = seen.usage
    if usage.basis == "none":
        return "drinks a day: not known yet"
    mean = f"{seen.mean_per_open_day():.0f} drinks on an open day"
    if usage.basis == "declared":
        return f"{mean}, your own guess"
    return f"{mean}, from {usage.gaps + 1} readings"
