"""The double ruler: drinks ahead on its upper edge, dates on its lower.

Both edges share one line. It is divided evenly in drinks, so days on which little is drunk are
narrow. Without any usage it is divided evenly in days, and the upper edge stays empty.
"""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from markupsafe import Markup

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.care.item import Due, TriggerDue
from lamplight.core.care.triggers import EndOfService, LampForetold
from lamplight.core.lamps.own_interval import LampExpected
from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.usage.usage import Usage
from lamplight.core.words import day_words
from lamplight.drawing.glyphs import CIRCUIT_PATHS
from lamplight.drawing.label_rows import Stem, arrange
from lamplight.drawing.svg import Box, el, group, line, path, rect, text

ROW = 27.0
EDGE_HEIGHT = 30.0
STEM_GAP = 16.0
TIMES_ON_THE_RULER = 8
BY_CALENDAR = ("days", "hours", "months", "")
TITLE_ADVANCE, DETAIL_ADVANCE = 8.4, 7.2


@dataclass(frozen=True)
class Mark:
    """One trigger on the ruler.

    Attributes:
        title, detail: words beside it.
        circuit: its sign.
        by_count: above the ruler if so, else below.
        early, likely, late: dates; early and late bound the 8-in-10 spread.
        losing: whether another trigger of the item comes first.
        now: whether it is due already, so that it stands at the start.
    """

    title: str
    detail: str
    circuit: Circuit
    by_count: bool
    early: date
    likely: date
    late: date
    losing: bool = False
    now: bool = False


@dataclass(frozen=True)
class Scale:
    """Positions along the ruler.

    Attributes:
        first: the date at the left end (its morning).
        positions: distance from the left of the morning of each date, and of the end.
        drinks: drinks ahead at each of them; all 0 without usage.
    """

    first: date
    positions: tuple[float, ...]
    drinks: tuple[float, ...]

    @property
    def last(self) -> date:
        """The last date on it."""
        return self.first + timedelta(days=len(self.positions) - 2)

    def at(self, day: date, share: float = 0.5) -> float:
        """Where a date lies: its middle by default; clamped to the ends."""
        n = (day - self.first).days
        if n < 0:
            return self.positions[0]
        if n >= len(self.positions) - 1:
            return self.positions[-1]
        return self.positions[n] + share * (self.positions[n + 1] - self.positions[n])

    def at_drinks(self, count: float) -> float:
        """Where a number of drinks ahead lies."""
        n = min(max(bisect_right(self.drinks, count) - 1, 0), len(self.drinks) - 2)
        gap = self.drinks[n + 1] - self.drinks[n]
        share = (count - self.drinks[n]) / gap if gap > 0 else 0.0
        return self.positions[n] + share * (self.positions[n + 1] - self.positions[n])


def scale(usage: Usage, calendar: SiteCalendar, first: date, days: int, width: float) -> Scale:
    """Divide a width into dates: by expected drinks, or evenly where there is no usage."""
    drinks = [0.0]
    for n in range(days):
        day = first + timedelta(days=n)
        drinks.append(drinks[-1] + (0.0 if day in calendar.closures else usage.rates[day.weekday()]))
    if drinks[-1] <= 0:
        return Scale(first, tuple(width * n / days for n in range(days + 1)), tuple(drinks))
    return Scale(first, tuple(width * count / drinks[-1] for count in drinks), tuple(drinks))


def marks_of(dues: Sequence[Due], first: date, last: date) -> list[Mark]:
    """A mark for each trigger whose likely date lies on the ruler or before it.

    What comes round many times within the span is left to the table: its marks would say nothing.
    """
    marks = []
    shortest = (last - first).days / TIMES_ON_THE_RULER
    for due in dues:
        for state in due.triggers:
            likely = state.passage.likely
            if likely is None or likely > last or due.covered_by or _often(state, shortest):
                continue
            if isinstance(state.trigger, LampForetold):
                continue  # see `lamp_marks`
            losing = state is not due.first
            marks.append(_mark(due, state, likely, losing, first))
    return marks


def lamp_marks(expected: Sequence[LampExpected], last: date) -> list[Mark]:
    """A mark for each lamp that the machine's own past lets expect on the ruler."""
    return [
        Mark(
            f"Lamp: {lamp.item.title}",
            f"{lamp.interval.count:.0f} {lamp.unit} of its own",
            lamp.item.circuit,
            True,
            lamp.passage.early or lamp.passage.likely,
            lamp.passage.likely,
            lamp.passage.late or last,
        )
        for lamp in expected
        if lamp.passage.likely is not None and lamp.passage.likely <= last
    ]


def _often(state: TriggerDue, shortest_days: float) -> bool:
    if isinstance(state.trigger, EndOfService):
        return True
    days = state.limit / 24 if state.unit == "hours" and state.limit else state.limit
    return state.unit in ("days", "hours") and days is not None and days < shortest_days


def _mark(due: Due, state: TriggerDue, likely: date, losing: bool, first: date) -> Mark:
    by_count = state.unit not in BY_CALENDAR
    now = likely < first or (state.left is not None and round(state.left) <= 0)
    if now:
        over = round(-(state.left or 0))
        detail = f"{over} {state.unit} over" if over > 0 and state.unit else "now"
    else:
        left = f"in {round(state.left or 0)} {state.unit}, " if by_count else ""
        detail = f"{left}{day_words(likely, first)}"
    if losing:
        detail += ", comes later"
    early, late = state.passage.early or likely, state.passage.late or likely
    return Mark(due.item.title, detail, due.item.circuit, by_count, early, likely, late, losing, now)


@dataclass(frozen=True)
class Placed:
    """A mark with its place.

    Attributes:
        x: of the stem.
        row: 0 next to the ruler.
        left, right: ends of its label.
    """

    mark: Mark
    x: float
    row: int
    left: float
    right: float


def place(marks: Sequence[Mark], along: Scale, width: float) -> list[Placed]:
    """Rows for labels so that none covers another, and no stem crosses a label where that can be."""
    xs = [_x(mark, along) for mark in marks]
    lengths = [24 + len(m.title) * TITLE_ADVANCE + 8 + len(m.detail) * DETAIL_ADVANCE for m in marks]
    places = arrange([Stem(x, length) for x, length in zip(xs, lengths, strict=True)], width)
    return [
        Placed(mark, x, where.row, where.left, where.right) for mark, x, where in zip(marks, xs, places, strict=True)
    ]


def _x(mark: Mark, along: Scale) -> float:
    return along.positions[0] if mark.now else along.at(mark.likely)


def double_ruler(marks: Sequence[Mark], along: Scale, width: float = 1200.0) -> Markup:
    """The ruler as an SVG element; its table of the same facts is the page's business."""
    above = place([mark for mark in marks if mark.by_count], along, width)
    below = place([mark for mark in marks if not mark.by_count], along, width)
    up = STEM_GAP + ROW * (max((p.row for p in above), default=-1) + 1) + 4
    down = STEM_GAP + 14 + ROW * (max((p.row for p in below), default=-1) + 1) + 2
    body = rect(Box(0, 0, width, EDGE_HEIGHT), "ruler-body")
    return el(
        "svg",
        el("title", "Double ruler: drinks ahead above, dates below"),
        *[_spread(p, along) for p in above],
        body,
        _count_ticks(along, width),
        *[_drawn(p, -1) for p in above],
        *[_drawn(p, 1) for p in below],
        _date_ticks(along, width),
        cls="ruler",
        role="img",
        viewBox=f"-4 {-up:.0f} {width + 8:.0f} {up + EDGE_HEIGHT + down:.0f}",
    )


def _spread(placed: Placed, along: Scale) -> Markup:
    """The 8-in-10 spread as a bar lying on the edge."""
    mark = placed.mark
    if mark.now:
        return Markup("")
    start, end = along.at(mark.early, 0.0), along.at(mark.late, 1.0)
    return rect(Box(start, -7, max(3.0, end - start), 6), f"ruler-spread fill-{mark.circuit.value}", 3)


def _drawn(placed: Placed, way: int) -> Markup:
    """Stem, sign and words of a mark; ``way`` -1 above, +1 below."""
    mark = placed.mark
    root = 0.0 if way < 0 else EDGE_HEIGHT
    tip = root + way * (STEM_GAP + (14 if way > 0 else 0) + ROW * placed.row + 8)
    losing = " is-losing" if mark.losing else ""
    base = tip + 5
    sign_x = placed.left + 5
    sign_at = f"translate({sign_x:.1f} {base - 12:.1f}) scale(.85)"
    words_x = sign_x + 19
    return group(
        line(placed.x, root, placed.x, tip, f"ruler-stem stroke-{mark.circuit.value}{losing}"),
        el("g", path(CIRCUIT_PATHS[mark.circuit], f"fill-{mark.circuit.value}"), transform=sign_at),
        el(
            "text", el("tspan", mark.title, cls="ruler-title"), el("tspan", mark.detail, cls="ruler-detail", dx=7),
            cls="ruler-words", x=words_x, y=base,
        ),
        cls=f"ruler-mark{losing}",
    )  # fmt: skip


def _count_ticks(along: Scale, width: float) -> Markup:
    total = along.drinks[-1]
    if total <= 0:
        return Markup("")
    step = next((s for s in (10, 20, 50, 100, 200, 500, 1000, 2000, 5000) if total / s <= 13), 10_000)
    ticks = []
    for n in range(int(total / (step / 5)) + 1):
        count = n * step / 5
        x = along.at_drinks(count)
        major = n % 5 == 0
        ticks.append(line(x, 0, x, 10 if major else 5, "ruler-tick"))
        if major and n and x < width - 34:
            ticks.append(text(x + 3, 12, f"+{count:.0f}", "ruler-number"))
    return group(*ticks)


def _date_ticks(along: Scale, width: float) -> Markup:
    ticks, free_from = [], 0.0
    for n, x in enumerate(along.positions[:-1]):
        day = along.first + timedelta(days=n)
        major = n == 0 or day.weekday() == 0
        ticks.append(line(x, EDGE_HEIGHT, x, EDGE_HEIGHT - (10 if major else 5), "ruler-tick"))
        words = "today" if n == 0 else day_words(day, along.first)
        if major and x >= free_from and x < width - len(words) * 7.3:
            ticks.append(text(x + 3, EDGE_HEIGHT + 13, words, "ruler-number ruler-date"))
            free_from = x + len(words) * 7.3 + 12
    return group(*ticks)
