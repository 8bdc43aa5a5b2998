"""What the sheet shows for each machine."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime

from markupsafe import Markup

from lamplight.core.care.triggers import COUNTERS
from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.usage.plausibility import Doubt
from lamplight.core.words import clock_words, day_words, grouped
from lamplight.drawing.cutaway import silhouette
from lamplight.sight.machine_view import MachineView
from lamplight.store.books import ReadingRow


def field_key(machine_id: int, counter: str) -> str:
    """What tells the fields of one counter of one machine apart in a form."""
    return str(machine_id) if counter == "drinks" else f"{machine_id}-{counter}"


@dataclass(frozen=True)
class SheetRow:
    """A line on the sheet: one counter of a machine."""

    key: str
    machine_id: int
    counter: str
    unit: str
    name: str
    outline: Markup
    last: str
    last_when: str
    expected: str
    value: str
    answer: str
    before: str
    error: str
    doubts: tuple[Doubt, ...]


def sheet_rows(
    views: Sequence[MachineView],
    form: Mapping[str, str],
    errors: Mapping[str, str],
    doubts: Mapping[tuple[int, str], tuple[Doubt, ...]],
    calendar: SiteCalendar,
    moment: datetime,
) -> list[SheetRow]:
    """One line a counter, machines by name, with what was typed and what is doubtful about it."""
    rows = []
    lines = [(view, counter) for view in views for counter in view.whole_kind.counters]
    for view, counter in sorted(lines, key=lambda line: line[0].row.name.lower()):
        key = field_key(view.row.id, counter)
        last = view.status.book.counter(counter).last_reading
        rows.append(
            SheetRow(
                key, view.row.id, counter, COUNTERS[counter], view.row.name,
                silhouette(view.whole_kind) if counter == view.whole_kind.counters[0] else Markup(""),  # once a machine
                grouped(last.value) if last else "never read",
                clock_words(calendar.local(last.at), view.status.context.today) if last else "",
                _expected(view, counter),
                form.get(f"value-{key}", ""), form.get(f"answer-{key}", ""), form.get(f"before-{key}", ""),
                errors.get(key, ""), doubts.get((view.row.id, counter), ()),
            )
        )  # fmt: skip
    return rows


def _expected(view: MachineView, counter: str) -> str:
    """The middle of what a counter should show, and how far it may be off (8 in 10)."""
    expected = view.status.expected(counter)
    if expected is None or expected.margin is None:
        return "–"
    return grouped(expected.value) + (f" ± {grouped(expected.margin)}" if round(expected.margin) else "")


def said_about(view: MachineView, counter: str, value: int, at: datetime, calendar: SiteCalendar) -> str:
    """The difference to the reading before, beside what was expected."""
    earlier = [reading for reading in view.status.book.counter(counter).row_at(at) if reading.at < at]
    if not earlier:
        return "First reading in this row."
    last, today = earlier[-1], view.status.context.today
    drinks = value - last.value
    words = (
        f"{'+' if drinks >= 0 else '−'}{grouped(abs(drinks))} since {day_words(calendar.local(last.at).date(), today)}"
    )
    meter = view.status.context.meters.get(counter)
    if meter is None or meter.how or not meter.usage.known:
        return f"{words}."
    return f"{words}; about {grouped(meter.usage.expected(calendar, last.at, at))} expected."


HOW = {
    "typed": "typed",
    "csv": "from a file",
    "api": "by a program",
    "run": "at the end of a run",
    "start": "when the machine was added",
}


def history_tables(
    view: MachineView, rows: Sequence[ReadingRow]
) -> list[tuple[str, list[tuple[ReadingRow, str, str]]]]:
    """For each counter its words and its readings, newest first, with the difference to the one before."""
    tables = []
    for counter in view.whole_kind.counters:
        own = [row for row in rows if row.counter == counter]
        lines = []
        for row, before in zip(own, [*own[1:], *([None] if own else [])], strict=True):
            risen = before is not None and row.value >= before.value
            difference = "" if before is None else f"+{grouped(row.value - before.value)}" if risen else "restart"
            lines.append((row, difference, HOW.get(row.source, row.source)))
        if lines:
            tables.append((COUNTERS[counter], lines))
    return tables
