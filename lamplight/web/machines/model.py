"""What the machine pages show."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from markupsafe import Markup

from lamplight.actions.care import events_of
from lamplight.actions.outlook import MachineLook
from lamplight.core.care.item import Due, TriggerDue
from lamplight.core.care.status import Status
from lamplight.core.care.triggers import COUNTERS, Prompted
from lamplight.core.lamps.progress_bars import BarInterval, counted_by
from lamplight.core.site.calendar import WEEKDAYS, SiteCalendar
from lamplight.core.words import amount, grouped
from lamplight.drawing.cutaway import Label, Scene, cutaway, silhouette
from lamplight.drawing.ruler import double_ruler, lamp_marks, marks_of, scale
from lamplight.web.lamps.model import lit_lamps, message_shown, panel_words

RULER_WEEKS, RULER_WIDTH = (1, 4, 12), 1200.0
MOST_LABELS = 7
MOST_BEGINS, QUICK_MINUTES = 2, 4


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
    dues = [due for due in look.assessment.dues if not due.covered_by]
    if not dues:
        return "nothing to care for"
    pressing = sum(due.pressing for due in dues)
    more = f", and {pressing - 1} more" if pressing > 1 else ""
    return f"{dues[0].item.title}: {dues[0].reasons[0]}{more}"


@dataclass(frozen=True)
class SinceModel:
    """One item's line in the table of everything since.

    Attributes:
        used, limit, share: of its deciding trigger where that counts something; share from 0 to 1.
        said: the deciding reason.
        when: the likely date, with its spread.
        asks: whether the machine asks for it, or None where it never does.
    """

    due: Due
    used: str
    limit: str
    unit: str
    share: float
    said: str
    others: tuple[str, ...]
    when: str
    asks: bool | None


@dataclass(frozen=True)
class BarModel:
    """A progress bar, and the interval that its readings tell."""

    item: str
    title: str
    words: str
    percent: int | None
    interval: BarInterval | None
    unit: str


@dataclass(frozen=True)
class MachineModel:
    """The page of one machine."""

    drawing: Markup
    headline: str
    detail: str
    first: Due | None
    pressing: list[Due]
    since: list[SinceModel]
    ruler: Markup
    weeks: int
    usage_words: str
    usage_notes: tuple[str, ...]
    weekday_rates: list[tuple[str, float, float | None]]
    counters: list[tuple[str, str, str]]
    gauge_notes: list[str]
    bars: list[BarModel]
    events: dict[str, str]
    cleaner_inside: bool
    begin: list[Due]
    quick: Due | None
    panel: str
    unspoken: list[Due]
    together: tuple[str, ...]


def machine_model(look: MachineLook, calendar: SiteCalendar, moment: datetime, weeks: int = 4) -> MachineModel:
    """Build the page."""
    seen = look.assessment
    today = calendar.today(moment)
    along = scale(seen.usage, seen.outlook.calendar, today, 7 * weeks, RULER_WIDTH)
    marks = marks_of(seen.dues, today, along.last) + lamp_marks(seen.lamps_expected, along.last)
    first = next((due for due in seen.dues if not due.covered_by), None)
    headline, detail = _headline(look, first)
    errors = seen.usage.standard_errors
    return MachineModel(
        drawing=cutaway(look.kind, _scene(look), cls="cutaway large"),
        headline=headline,
        detail=detail,
        first=first,
        pressing=[due for due in seen.dues if due.pressing],
        since=[_since(due, look) for due in seen.dues],
        ruler=double_ruler(marks, along, RULER_WIDTH),
        weeks=weeks,
        usage_words=_usage_words(look),
        usage_notes=seen.usage.notes,
        weekday_rates=list(zip((day[:3] for day in WEEKDAYS), seen.usage.rates, errors, strict=True)),
        counters=_counters(look, calendar),
        gauge_notes=[f"{gauge.unit}: {gauge.how}" for gauge in seen.outlook.gauges.values() if gauge.how],
        bars=_bars(look),
        events=events_of(look.kind),
        cleaner_inside=look.cleaner_inside,
        begin=_to_begin(look),
        quick=first if first and first.pressing and first.item.minutes <= QUICK_MINUTES else None,
        panel=panel_words(look),
        unspoken=_unspoken(look),
        together=tuple(visit.sentence for visit in look.visits),
    )


def _unspoken(look: MachineLook) -> list[Due]:
    """What the machine may ask for although no lamp or message of its kind stands for it."""
    spoken = {pattern.asks_for for pattern in look.kind.panel.all_patterns}
    return [
        due
        for due in look.assessment.dues
        if due.item.key not in spoken and any(isinstance(trigger, Prompted) for trigger in due.item.triggers)
    ]


def _to_begin(look: MachineLook) -> list[Due]:
    """The job that the page speaks of, and the long one that presses most beside it."""
    led = [due for due in look.assessment.dues if due.item.procedure and not due.covered_by]
    longer = [due for due in led[1:] if due.pressing and due.item.minutes > QUICK_MINUTES]
    return (led[:1] + longer)[:MOST_BEGINS]


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
        stop = f" {first.item.when_overdue}" if first.status is Status.OVERDUE else ""
        return f"{first.item.title} is {first.status.word}", f"{first.reasons[0]}.{stop} {first.item.why}"
    when = f" until about {first.likely:%a %-d %b}" if first.likely else ""
    return f"Clear{when}", f"Then: {first.item.title}. {first.reasons[0]}."


def _scene(look: MachineLook) -> Scene:
    """Every part that an item touches shows the most urgent of them and leads to it."""
    first: dict[str, Due] = {}
    for due in look.assessment.dues:
        if not due.covered_by:
            first.setdefault(due.item.part, due)
    fitted = {part.key: part.label for part in look.kind.parts}
    urgent = [(key, due) for key, due in first.items() if key in fitted][:MOST_LABELS]
    labels = tuple(Label(key, fitted[key], f"{due.item.title}: {_when_short(due)}") for key, due in urgent)
    return Scene(
        labels=labels,
        missing=look.assessment.book.absent_parts,
        marks={key: due.status for key, due in first.items()},
        links={key: f"#item-{due.item.key}" for key, due in first.items()},
        lamps=lit_lamps(look),
        message=message_shown(look),
    )


def _when_short(due: Due) -> str:
    if due.status in (Status.DUE, Status.OVERDUE):
        return due.status.word
    if due.status is Status.UNKNOWN:
        return "not known"
    return f"{due.likely:%a %-d %b}" if due.likely else "clear"


def _since(due: Due, look: MachineLook) -> SinceModel:
    state = due.first
    counts = state is not None and state.used is not None and state.limit is not None
    prompts = any(isinstance(trigger, Prompted) for trigger in due.item.triggers)
    return SinceModel(
        due,
        amount(state.used, state.unit) if counts else "",
        amount(state.limit, state.unit) if counts else "",
        state.unit if state else "",
        min(1.0, state.used / state.limit) if counts else 0.0,
        due.reasons[0],
        tuple(due.reasons[1:]),
        _when(due, state),
        due.item.key in look.assessment.outlook.prompts if prompts else None,
    )


def _when(due: Due, state: TriggerDue | None) -> str:
    if due.covered_by:
        return f"{due.covered_by} takes its place today"
    if state is None or state.passage.likely is None:
        return ""
    passage = state.passage
    if passage.early and passage.late and passage.early < passage.late:
        return f"{passage.likely:%a %-d %b} ({passage.early:%-d %b} to {passage.late:%-d %b})"
    return f"{passage.likely:%a %-d %b}"


def _counters(look: MachineLook, calendar: SiteCalendar) -> list[tuple[str, str, str]]:
    """Each counter: its count, its unit, and when it was read with what it shows about now."""
    rows = []
    for counter in look.kind.counters:
        last = look.assessment.book.counter(counter).last_reading
        gauge = look.assessment.outlook.gauges.get(counter)
        unit = "litres" if counter == "litres" else gauge.unit if gauge else counter
        if last is None:
            rows.append(("–", unit, "never read"))
            continue
        expected = look.assessment.expected(counter)
        now = f" · about {grouped(expected)} now" if expected is not None else ""
        rows.append((grouped(last.value), unit, f"read {calendar.local(last.at):%a %-d %b, %H:%M}{now}"))
    return rows


def _bars(look: MachineLook) -> list[BarModel]:
    models = []
    for item_key, words in look.kind.bars.items():
        own = [bar for bar in look.assessment.book.bars if bar.item == item_key]
        item = look.kind.item(item_key)
        percent = max(own, key=lambda bar: bar.at).percent if own else None
        unit = COUNTERS[counted_by(item).counter] if item else "drinks"
        interval = look.assessment.bar_intervals.get(item_key)
        models.append(BarModel(item_key, item.title if item else item_key, words, percent, interval, unit))
    return models


def _usage_words(look: MachineLook) -> str:
    seen = look.assessment
    usage = seen.usage
    if usage.basis == "none":
        return "drinks a day: not known yet"
    mean = f"{seen.mean_per_open_day():.0f} drinks on an open day"
    if usage.basis == "declared":
        return f"{mean}, your own guess"
    memory = f", remembering about {usage.half_lives.typical_days / 7:.0f} weeks" if usage.half_lives else ""
    long = usage.half_lives is not None and usage.half_lives.typical_days > 400
    return f"{mean}, from {usage.gaps + 1} readings{', forgetting nothing' if long else memory}"
