"""The hours of a week for the machines: a column for each day, a block for each time, as long as it lasts."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from markupsafe import Markup

from lamplight.core.site.calendar import WEEKDAYS
from lamplight.core.site.slots import WeekSlot
from lamplight.drawing.svg import Box, el, group, line, rect, text

WIDTH, LEFT, TOP, HOUR, LEAST = 880.0, 52.0, 24.0, 20.0, 16.0
HOURS_ROUND = 60


def week_hours(said: Sequence[WeekSlot], names: Mapping[int, str]) -> Markup:
    """The drawing.

    Args:
        said: the hours, one at least.
        names: of the keepers, by number; hours of nobody in particular are anybody's.
    """
    first = min(slot.start_minute for slot in said) // HOURS_ROUND
    last = -(-max(slot.end_minute for slot in said) // HOURS_ROUND)
    height = TOP + (last - first) * HOUR + 6
    width = (WIDTH - LEFT) / len(WEEKDAYS)

    def down(minute: int) -> float:
        return TOP + (minute / HOURS_ROUND - first) * HOUR

    parts = [
        mark
        for hour in range(first, last + 1)
        for mark in (
            line(LEFT, down(60 * hour), WIDTH, down(60 * hour), "hours-rule"),
            *([text(0, down(60 * hour) + 4, f"{hour:02}:00", "hours-clock")] if (hour - first) % 2 == 0 else []),
        )
    ]
    parts += [text(LEFT + n * width + 4, 14, name[:3], "hours-day") for n, name in enumerate(WEEKDAYS)]
    keepers = sorted({slot.keeper for slot in said if slot.keeper})
    for slot in said:
        beside = [one for one in said if one.weekday == slot.weekday and _meets(one, slot)]
        share = (width - 6) / len(beside)
        left = LEFT + slot.weekday * width + 2 + beside.index(slot) * share
        box = Box(left, down(slot.start_minute), share - 2, max(LEAST, down(slot.end_minute) - down(slot.start_minute)))
        name = names.get(slot.keeper, "anybody") if slot.keeper else "anybody"
        tone = keepers.index(slot.keeper) % 3 + 1 if slot.keeper else 0
        words = f"{WEEKDAYS[slot.weekday]} {_clock(slot.start_minute)} to {_clock(slot.end_minute)}, {name}"
        label = text(box.x + 6, box.y + 12, name.split()[0][: int(share / 8)], "hours-name")
        parts.append(group(el("title", words), rect(box, f"hours-block is-{tone}", 3), label))
    return el(
        "svg", el("title", "The hours of a week"), *parts, cls="week-hours", role="img",
        viewBox=f"0 0 {WIDTH:.0f} {height:.0f}",
    )  # fmt: skip


def _meets(one: WeekSlot, other: WeekSlot) -> bool:
    return one.start_minute < other.end_minute and other.start_minute < one.end_minute


def _clock(minute: int) -> str:
    return f"{minute // 60:02}:{minute % 60:02}"
