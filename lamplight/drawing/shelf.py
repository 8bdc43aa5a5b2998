"""A shelf drawn by time: how far a box reaches, each use on the way, and the post at which to order."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from markupsafe import Markup

from lamplight.drawing.svg import Box, circle, el, group, line, path, rect, text

WIDTH, HEIGHT, LEFT, RIGHT = 640.0, 46.0, 6.0, 8.0
DAYS = 120
BOARD = 36.0


@dataclass(frozen=True)
class DrawnShelf:
    """What is drawn.

    Attributes:
        today: at the left end.
        early, likely, late: until when it lasts; None where it lasts on.
        order_by: the last date to order, or None.
        uses: dates of the uses that are to come, the first first.
        arrivals: dates on which something comes.
        counted: whether anybody knows how much there is.
        spoiling: dates after which some of it is likely thrown away.
        title: what the drawing says, for whoever hears it.
    """

    today: date
    early: date | None
    likely: date | None
    late: date | None
    order_by: date | None
    uses: Sequence[date]
    arrivals: Sequence[date]
    counted: bool
    spoiling: Sequence[date]
    title: str


def place_of_day(today: date, day: date | None) -> float:
    """Where a date lies on the shelf; what is later lies at its end."""
    days = DAYS if day is None else min(DAYS, max(0, (day - today).days))
    return LEFT + (WIDTH - LEFT - RIGHT) * days / DAYS


def shelf(drawn: DrawnShelf) -> Markup:
    """One shelf."""

    def x(day: date | None) -> float:
        return place_of_day(drawn.today, day)

    parts: list[Markup] = [line(LEFT, BOARD, WIDTH - RIGHT, BOARD, "shelf-board")]
    if drawn.counted:
        sure, far = x(drawn.early), x(drawn.late)
        parts.append(rect(Box(LEFT, 10, max(1.0, far - LEFT), BOARD - 10), "shelf-vague", 2))
        parts.append(rect(Box(LEFT, 10, max(1.0, sure - LEFT), BOARD - 10), "shelf-box", 2))
        if drawn.late is None:
            parts.append(path(f"M{WIDTH - RIGHT - 7:.0f} 17 l7 6 l-7 6", "shelf-on"))
    end = drawn.today + timedelta(days=DAYS)
    for number, day in enumerate(sorted({day for day in drawn.uses if day <= end})):
        at = x(day)
        parts.append(
            line(at, BOARD - (13 if number == 0 else 7), at, BOARD, f"shelf-use{' is-next' if number == 0 else ''}")
        )
    for day in drawn.arrivals:
        parts.append(path(f"M{x(day) - 6:.1f} 2 h12 l-6 8 z", "shelf-arrival"))
    for day in (one for one in drawn.spoiling if drawn.today <= one <= end):
        parts.append(path(f"M{x(day) - 4:.1f} 13 l8 8 m0 -8 l-8 8", "shelf-spoilt"))
    if drawn.order_by is not None and drawn.order_by <= end:
        late = drawn.order_by <= drawn.today
        at = x(drawn.order_by)
        parts.append(
            group(
                line(at, 3, at, BOARD + 6, f"shelf-post{' is-late' if late else ''}"),
                circle(at, BOARD + 6, 3.5, f"shelf-foot{' is-late' if late else ''}"),
            )
        )
    return el("svg", el("title", drawn.title), *parts, cls="shelf", role="img", viewBox=f"0 0 {WIDTH:.0f} {HEIGHT:.0f}")


def shelf_scale(today: date) -> Markup:
    """The dates above the shelves: the first of each month and each Monday's stroke."""
    marks = []
    for days in range(DAYS + 1):
        day = today + timedelta(days=days)
        at = place_of_day(today, day)
        if days == 0:
            marks.append(text(at, 12, "today", "shelf-month"))
        elif day.day == 1 and days > 9:
            marks.append(text(at, 12, f"1 {day:%b}", "shelf-month", "middle" if days < DAYS - 5 else "end"))
        if day.weekday() == 0 or day.day == 1:
            marks.append(line(at, 16, at, 22 if day.day == 1 else 20, "shelf-stroke"))
    return el("svg", *marks, cls="shelf-scale", viewBox=f"0 0 {WIDTH:.0f} 24", aria_hidden="true")
