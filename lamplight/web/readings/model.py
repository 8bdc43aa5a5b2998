"""What the sheet shows for each machine."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime

from markupsafe import Markup

from lamplight.actions.outlook import MachineLook
from lamplight.core.calendar import SiteCalendar
from lamplight.core.doubts import Doubt, grouped
from lamplight.drawing.cutaway import silhouette


@dataclass(frozen=True)
class SheetRow:
    """A machine's line on the sheet."""

    machine_id: int
    name: str
    outline: Markup
    last: str
    last_when: str
    expected: str
    value: str
    answer: str
    before: str
    error: str
    said: str
    doubts: tuple[Doubt, ...]


def sheet_rows(
    looks: Sequence[MachineLook],
    form: Mapping[str, str],
    errors: Mapping[int, str],
    doubts: Mapping[int, tuple[Doubt, ...]],
    calendar: SiteCalendar,
    moment: datetime,
) -> list[SheetRow]:
    """One line a machine, by name, with what was typed and what is doubtful about it."""
    rows = []
    for look in sorted(looks, key=lambda look: look.row.name.lower()):
        key = look.row.id
        last = look.assessment.book.last_reading
        rows.append(
            SheetRow(
                key, look.row.name, silhouette(look.kind),
                grouped(last.value) if last else "never read",
                f"{calendar.local(last.at):%a %-d %b, %H:%M}" if last else "",
                _expected(look, moment),
                form.get(f"value-{key}", ""), form.get(f"answer-{key}", ""), form.get(f"before-{key}", ""),
                errors.get(key, ""), "", doubts.get(key, ()),
            )
        )  # fmt: skip
    return rows


def _expected(look: MachineLook, moment: datetime) -> str:
    """The middle of what the counter should show, and how far it may be off (8 in 10)."""
    seen = look.assessment
    if seen.expected_reading is None or not seen.usage.known or seen.line.last is None:
        return "–"
    spread = 1.2816 * seen.usage.variance(seen.outlook.calendar, seen.line.last, moment) ** 0.5
    return f"{grouped(seen.expected_reading)} ± {grouped(spread)}" if round(spread) else grouped(seen.expected_reading)


def said_about(look: MachineLook, value: int, at: datetime, calendar: SiteCalendar) -> str:
    """The difference to the reading before, beside what was expected."""
    earlier = [reading for reading in look.assessment.book.row_at(at) if reading.at < at]
    if not earlier:
        return "First reading in this row."
    last = earlier[-1]
    drinks = value - last.value
    said = f"{'+' if drinks >= 0 else '−'}{grouped(abs(drinks))} since {calendar.local(last.at):%a %-d %b}"
    usage = look.assessment.usage
    if not usage.known:
        return f"{said}."
    return f"{said}; about {grouped(usage.expected(calendar, last.at, at))} expected."
