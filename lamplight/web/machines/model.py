"""What the machine pages show."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime

from markupsafe import Markup

from lamplight.actions.care import events_of
from lamplight.core.care.item import Due, Start
from lamplight.core.care.status import Status
from lamplight.core.care.triggers import COUNTED
from lamplight.core.lamps.progress_bars import BarInterval, counted_by
from lamplight.core.site.calendar import WEEKDAYS, SiteCalendar
from lamplight.core.site.slots import Slot
from lamplight.core.usage.passage import NEVER
from lamplight.core.words import amount, clock_words, day_words, grouped
from lamplight.drawing.cutaway import Label, Scene, cutaway, silhouette
from lamplight.drawing.ruler import double_ruler, lamp_marks, marks_of, scale
from lamplight.sight.agenda import Agenda
from lamplight.sight.kinds import kind_of
from lamplight.sight.machine_view import MachineView
from lamplight.store.sites import MachineRow as MachineFacts
from lamplight.web.lamps.model import lit_lamps, message_shown, panel_words

RULER_WEEKS, RULER_WIDTH = (1, 4, 12), 1200.0
MOST_LABELS = 7
MOST_BEGINS = 2


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


def found_among(views: Sequence[MachineView], wanted: str) -> list[MachineView]:
    """Machines whose name, place or kind holds the wanted words, in their order."""

    def words(row: MachineFacts) -> str:
        return f"{row.name} {row.place} {kind_of(row.kind).title} {row.serial}".lower()

    return [view for view in views if wanted.lower() in words(view.row)]


def machine_rows(views: Sequence[MachineView]) -> list[MachineRowModel]:
    """A line for each machine, in their order."""
    rows = []
    for view in views:
        last = view.status.book.drinks.last_reading
        rows.append(
            MachineRowModel(
                view.row.id, view.row.name, view.whole_kind.title, view.row.place, silhouette(view.whole_kind),
                view.status.worst, view.first_said.line, grouped(last.value) if last else "never read",
                view.status.mean_per_open_day() if view.status.usage.known else None,
            )
        )  # fmt: skip
    return rows


@dataclass(frozen=True)
class SinceModel:
    """One item's line in the table of everything since.

    Attributes:
        used, limit, share: of its deciding trigger where that counts something; share from 0 to 1.
        reason: the deciding one.
        when: the likely date, with its spread.
        planned: when it is done, where that is planned; or empty.
        asks: whether the machine asks for it, or None where it never does.
        last: when it was last done, or what it is counted from instead.
    """

    due: Due
    used: str
    limit: str
    unit: str
    share: float
    reason: str
    others: tuple[str, ...]
    when: str
    planned: str
    asks: bool | None
    last: str

    @property
    def calm(self) -> bool:
        """Whether it wants nothing yet, and nobody has to say anything of it."""
        return self.due.status is Status.CLEAR and not self.planned


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
    of_lamp: bool
    detail: str
    planned: str
    first: Due | None
    pressing: list[Due]
    since: list[SinceModel]
    ruler: Markup
    weeks: int
    usage_words: str
    usage_notes: tuple[str, ...]
    weekday_rates: list[tuple[str, float, float | None]]
    counters: list[tuple[str, str, str]]
    meter_notes: list[str]
    bars: list[BarModel]
    events: dict[str, str]
    cleaner_inside: bool
    begin: list[Due]
    quick: Due | None
    panel: str
    unspoken: list[Due]
    together: tuple[str, ...]


def machine_model(
    view: MachineView, calendar: SiteCalendar, moment: datetime, weeks: int, agenda: Agenda
) -> MachineModel:
    """Build the page."""
    planned = agenda.planned(view)
    seen = view.status
    today = calendar.today(moment)
    along = scale(seen.usage, seen.context.calendar, today, 7 * weeks, RULER_WIDTH)
    marks = marks_of(seen.dues, today, along.last) + lamp_marks(seen.lamps_expected, along.last)
    first = next((due for due in seen.dues if not due.covered_by), None)
    said = view.first_said
    errors = seen.usage.standard_errors
    return MachineModel(
        drawing=cutaway(view.whole_kind, _scene(view), cls="cutaway large"),
        headline=said.headline,
        detail=said.detail,
        planned=agenda.planned_words(view, first) if first else "",
        of_lamp=said.of_lamp,
        first=first,
        pressing=[due for due in seen.dues if due.pressing],
        since=[_since(due, view, planned.get(due.item.key)) for due in seen.dues],
        ruler=double_ruler(marks, along, RULER_WIDTH),
        weeks=weeks,
        usage_words=_usage_words(view),
        usage_notes=seen.usage.notes,
        weekday_rates=list(zip((day[:3] for day in WEEKDAYS), seen.usage.rates, errors, strict=True)),
        counters=_counters(view, calendar),
        meter_notes=[f"{meter.unit}: {meter.how}" for meter in seen.context.meters.values() if meter.how],
        bars=_bars(view),
        events=events_of(view.whole_kind),
        cleaner_inside=view.cleaner_inside,
        begin=_to_begin(view),
        quick=first if first and first.to_do and first.item.quick else None,
        panel=panel_words(view),
        unspoken=_unspoken(view),
        together=tuple(visit.sentence for visit in view.visits),
    )


def _unspoken(view: MachineView) -> list[Due]:
    """What the machine may ask for although no lamp or message of its kind stands for it."""
    spoken = {pattern.asks_for for pattern in view.whole_kind.panel.all_patterns}
    return [due for due in view.status.dues if due.item.key not in spoken and due.item.asks]


def _to_begin(view: MachineView) -> list[Due]:
    """The job that the page speaks of, and the long one that presses most beside it."""
    led = [due for due in view.status.dues if due.item.procedure and not due.instead]
    longer = [due for due in led[1:] if due.pressing and not due.item.quick]
    return (led[:1] + longer)[:MOST_BEGINS]


def _scene(view: MachineView) -> Scene:
    """Every part that an item touches shows the most urgent of them and leads to it."""
    first: dict[str, Due] = {}
    for due in view.status.dues:
        if not due.covered_by:
            first.setdefault(due.item.part, due)
    fitted, today = {part.key: part.label for part in view.whole_kind.parts}, view.status.context.today
    urgent = [(key, due) for key, due in first.items() if key in fitted][:MOST_LABELS]
    labels = tuple(Label(key, fitted[key], f"{due.item.title}: {_when_short(due, today)}") for key, due in urgent)
    return Scene(
        labels=labels,
        missing=view.status.book.absent_parts,
        marks={key: due.status for key, due in first.items()},
        links={key: f"#item-{due.item.key}" for key, due in first.items()},
        lamps=lit_lamps(view),
        message=message_shown(view),
    )


def _when_short(due: Due, today: date) -> str:
    if due.status in (Status.DUE, Status.OVERDUE):
        return due.status.word
    if due.status is Status.UNKNOWN:
        return "not known"
    return day_words(due.likely, today) if due.likely else "clear"


def _since(due: Due, view: MachineView, planned: Slot | None) -> SinceModel:
    state = due.first
    unit = state.unit if state else ""
    used, limit = (state.counted if state else None) or (None, None)
    prompts = due.item.asks
    return SinceModel(
        due,
        "" if used is None else amount(used, unit),
        "" if limit is None else amount(limit, unit),
        unit,
        min(1.0, used / limit) if used is not None and limit else 0.0,
        due.reasons[0],
        (*([f"{due.blocked}."] if due.blocked else []), *due.reasons[1:]),
        _when(due, view),
        clock_words(view.status.context.calendar.local(planned.start), view.status.context.today) if planned else "",
        due.item.key in view.status.context.prompts if prompts else None,
        _last_words(due, view.status.context.calendar),
    )


# What stands before the day from which something is counted that nobody did then.
COUNTED_FROM = {Start.COUNTED: "counted from ", Start.NEW: "new on ", Start.OWED: "said to be due, "}


def _last_words(due: Due, calendar: SiteCalendar) -> str:
    """When it was last done, or what it is counted from instead; only the first is a deed."""
    if due.last is None:
        return "not known"
    if due.last.at is None:
        return "at a count"
    day = calendar.today(due.last.at)
    return f"{COUNTED_FROM.get(due.last.start, '')}{day:%-d %b %Y}"


def _when(due: Due, view: MachineView) -> str:
    if due.instead:
        return f"{view.status.title(due.instead)} takes its place today"
    passage = due.first.passage if due.first else NEVER
    if passage.likely is None:
        return ""
    likely = day_words(passage.likely, view.status.context.today)
    if passage.early and passage.late and passage.early < passage.late:
        return f"{likely} ({passage.early:%-d %b} to {passage.late:%-d %b})"
    return likely


def _counters(view: MachineView, calendar: SiteCalendar) -> list[tuple[str, str, str]]:
    """Each counter: its count, its unit, and when it was read with what it shows about now."""
    rows = []
    for counter in view.whole_kind.counters:
        last = view.status.book.counter(counter).last_reading
        meter = view.status.context.meters.get(counter)
        unit = "litres" if counter == "litres" else meter.unit if meter else counter
        if last is None:
            rows.append(("–", unit, "never read"))
            continue
        expected = view.status.expected(counter)
        now = f" · about {grouped(expected.value)} now" if expected else ""
        rows.append(
            (grouped(last.value), unit, f"read {clock_words(calendar.local(last.at), view.status.context.today)}{now}")
        )
    return rows


def _bars(view: MachineView) -> list[BarModel]:
    models = []
    for item_key, words in view.whole_kind.bars.items():
        own = [bar for bar in view.status.book.bars if bar.item == item_key]
        item = view.whole_kind.item(item_key)
        percent = max(own, key=lambda bar: bar.at).percent if own else None
        unit = COUNTED[counted_by(item).counter] if item else "drinks"
        interval = view.status.bar_intervals.get(item_key)
        models.append(BarModel(item_key, item.title if item else item_key, words, percent, interval, unit))
    return models


def _usage_words(view: MachineView) -> str:
    seen = view.status
    usage = seen.usage
    if usage.basis == "none":
        return "drinks a day: not known yet"
    mean = f"{seen.mean_per_open_day():.0f} drinks on an open day"
    if usage.basis == "declared":
        return f"{mean}, your own guess"
    memory = f", remembering about {usage.half_lives.typical_days / 7:.0f} weeks" if usage.half_lives else ""
    long = usage.half_lives is not None and usage.half_lives.typical_days > 400
    return f"{mean}, from {usage.gaps + 1} readings{', forgetting nothing' if long else memory}"
