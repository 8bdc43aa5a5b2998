"""Counter readings as CSV: columns machine, counter, time, value, in any order.

Any common delimiter, with or without a byte-order mark, thousands separators allowed. Times are
the site's; a bare date means before opening.
"""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date, datetime

from lamplight.core.moment import check_year
from lamplight.core.site.calendar import SiteCalendar

COLUMNS = ("machine", "counter", "time", "value")
EXAMPLES = {"machine": "Packing Hall", "counter": "drinks", "time": "2026-11-24 07:05", "value": "12480"}
MOST_LINES = 20_000
LONGEST_CELL = 500  # characters; many signs between which a cell could begin take long to be told apart
# Where a cell begins for somebody, and what makes a formula of it; apostrophes that are its own are counted along.
FORMULA = re.compile(r"((?:^|[,;|\t\r\n])[\s\"]*)(?='*[=+\-@])")
NEUTRAL = re.compile(r"((?:^|[,;|\t\r\n])[\s\"]*)'(?='*[=+\-@])")
VALUE = re.compile(r"\d{1,9}|\d{1,3}(?P<mark>[ \u00a0\u202f'’.,])\d{3}(?:(?P=mark)\d{3})?")
TIME_OF_DAY = r"(?:[T ]+(?P<hour>\d{1,2}):(?P<minute>\d{2})(?::(?P<second>\d{2}))?)?"
ISO = re.compile(r"(?P<year>\d{4})-(?P<month>\d{1,2})-(?P<day>\d{1,2})" + TIME_OF_DAY)
ORDERS = {
    "day": re.compile(r"(?P<day>\d{1,2})[./-](?P<month>\d{1,2})[./-](?P<year>\d{4})" + TIME_OF_DAY),
    "month": re.compile(r"(?P<month>\d{1,2})[./-](?P<day>\d{1,2})[./-](?P<year>\d{4})" + TIME_OF_DAY),
}


@dataclass(frozen=True)
class Problem:
    """What is wrong at one place of a file."""

    line: int
    column: str
    value: str
    reason: str
    example: str


@dataclass(frozen=True)
class Row:
    """A line that can be read."""

    line: int
    machine: str
    counter: str
    at: datetime
    value: int


def read(data: bytes, calendar: SiteCalendar, order: str = "iso") -> tuple[list[Row], list[Problem]]:
    """Every line of a file, and every place that is wrong.

    Args:
        data: the file; UTF-8 with or without a mark, else Latin-1.
        calendar: zone and opening hours of the site.
        order: how dates without ISO form are written, ``day`` or ``month`` first; ISO dates are
            understood whatever the order.
    """
    text = _decoded(data)
    try:
        numbered = enumerate(csv.reader(io.StringIO(text, newline=""), delimiter=_delimiter(text)), 1)
        lines = [(number, cells) for number, cells in numbered if any(cell.strip() for cell in cells)]
    except csv.Error as problem:
        return [], [Problem(1, "", "", f"This is not a table of readings ({problem}).", ",".join(COLUMNS))]
    if not lines:
        return [], [Problem(1, "", "", "The file is empty.", ",".join(COLUMNS))]
    header = lines[0][1]
    names = [cell.strip().lower() for cell in header]
    missing = [name for name in COLUMNS if name not in names]
    if missing:
        sentence = f"The first line must name the columns; {', '.join(missing)} missing."
        return [], [Problem(1, ", ".join(missing), ",".join(header)[:200], sentence, ",".join(COLUMNS))]
    if len(lines) > MOST_LINES + 1:
        sentence = f"More than {MOST_LINES} lines. Split the file by year."
        return [], [Problem(lines[MOST_LINES + 1][0], "", "", sentence, "")]
    places = {name: names.index(name) for name in COLUMNS}
    rows, problems = [], []
    for number, cells in lines[1:]:
        row, wrong = _row(number, cells, places, calendar, order)
        problems += wrong
        rows += [row] if row else []
    return rows, problems


def _decoded(data: bytes) -> str:
    try:
        return data.decode("utf-8-sig")
    except UnicodeDecodeError:
        return data.decode("latin-1")


def _delimiter(text: str) -> str:
    header = next(iter(text.lstrip().splitlines()), "")
    return max(",;\t|", key=header.count)


def _row(
    number: int, cells: Sequence[str], places: dict[str, int], calendar: SiteCalendar, order: str
) -> tuple[Row | None, list[Problem]]:
    problems: list[Problem] = []

    def wrong(column: str, reason: str) -> None:
        problems.append(Problem(number, column, given.get(column, ""), reason, EXAMPLES[column]))

    given = {name: _plain(cells[place]) if place < len(cells) else "" for name, place in places.items()}
    for name in COLUMNS:
        if not given[name]:
            wrong(name, "Nothing stands here.")
    at = None
    if given["time"]:
        try:
            at = read_time(given["time"], calendar, order)
        except ValueError as problem:
            wrong("time", str(problem))
    if given["value"] and not VALUE.fullmatch(given["value"]):
        wrong("value", "Not a whole count.")
    if problems or at is None:
        return None, problems
    digits = int(re.sub(r"\D", "", given["value"]))
    return Row(number, given["machine"], given["counter"].lower(), at, digits), []


def read_time(text: str, calendar: SiteCalendar, order: str) -> datetime:
    """A time of the site; a bare date is before opening.

    Raises:
        ValueError: with a sentence, for anything that is no date in the given order.
    """
    try:
        match = ISO.fullmatch(text) or (ORDERS[order].fullmatch(text) if order in ORDERS else None)
        if match:
            day = date(int(match["year"]), int(match["month"]), int(match["day"]))
            check_year(day)
            if match["hour"] is None:
                return calendar.opening(day)
            second = int(match["second"] or 0)
            return datetime(
                day.year, day.month, day.day, int(match["hour"]), int(match["minute"]), second, tzinfo=calendar.tz
            )
        if re.match(r"\d{4}-\d{2}-\d{2}[T ]", text):
            moment = datetime.fromisoformat(text)  # with an offset
            check_year(moment)
            return moment if moment.tzinfo else moment.replace(tzinfo=calendar.tz)
    except ValueError as problem:
        raise ValueError("There is no such date or time.") from problem
    raise ValueError("Not a date in the chosen order.")


def write(rows: Iterable[tuple[str, str, datetime, int]], calendar: SiteCalendar) -> str:
    """A file that `read` takes back and no spreadsheet runs as a formula.

    Args:
        rows: machine name, counter, moment, value.
        calendar: times are written on the site's wall clock, with their offset.
    """
    out = io.StringIO(newline="")
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(COLUMNS)
    for machine, counter, at, value in rows:
        local = calendar.local(at).isoformat(sep=" ", timespec="seconds")
        writer.writerow([neutral(machine), neutral(counter), local, value])
    return out.getvalue()


def neutral(cell: str) -> str:
    """A cell that a spreadsheet takes as text, also one that parts cells elsewhere than we do.

    An apostrophe goes before a sign that begins a formula, at the beginning and after each delimiter.
    """
    return FORMULA.sub(r"\1'", cell)


def _plain(cell: str) -> str:
    """A cell without the apostrophes that an export put before risky signs; a longer one than we write has none."""
    trimmed = cell.strip()
    return NEUTRAL.sub(r"\1", trimmed) if len(trimmed) <= LONGEST_CELL else trimmed
