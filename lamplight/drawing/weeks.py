"""Weeks hung on a line: each week a wire from day to day, each visit a tag that hangs from the time when it is made.

A day is as wide as the time that somebody has for the machines on it; a day without any is narrow. What is done in a
visit shows as the shapes of its circuits.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from markupsafe import Markup

from lamplight.core.anatomy.parts import Circuit
from lamplight.drawing.glyphs import CIRCUIT_PATHS
from lamplight.drawing.svg import Box, circle, el, group, line, path, rect, text

WIDTH, LABELS, RIGHT = 1224.0, 74.0, 6.0
WIRE_Y, FIRST_TAG_Y, TAG, TAG_STEP, BELOW = 30.0, 46.0, 27.0, 31.0, 14.0
SAG, NARROW, SIGN = 7.0, 52.0, 15.0
LETTER_PX = 7.4


@dataclass(frozen=True)
class Tag:
    """A visit.

    Attributes:
        name: of the machine.
        circuits: of what is done.
        clock: the time of day, or minutes.
        href: what it opens.
        label: what it is, for whoever hears it.
        pinned, chosen: whether a keeper chose its day, and whether it is the one that is looked at.
        lacks: whether the cupboard has too little for it.
    """

    name: str
    circuits: Sequence[Circuit]
    clock: str
    href: str
    label: str
    pinned: bool = False
    chosen: bool = False
    lacks: bool = False


@dataclass(frozen=True)
class DayHung:
    """A day of a week.

    Attributes:
        day: which.
        minutes: that somebody has for the machines on it.
        tags: its visits.
        shut: why nothing is done on it, or empty.
        past: whether it is over.
        worth: whether it lies within the term of the visit that is looked at.
        target: where the visit that is looked at may be dropped: beginning of a slot and words, or None.
    """

    day: date
    minutes: int
    tags: Sequence[Tag] = ()
    shut: str = ""
    past: bool = False
    worth: bool = False
    target: tuple[str, str] | None = None


def day_widths(days: Sequence[DayHung]) -> list[float]:
    """How wide each day of a week is: by its minutes, and narrow where there are none."""
    room = WIDTH - LABELS - RIGHT
    timed = [day for day in days if day.minutes]
    if not timed:
        return [room / len(days)] * len(days)
    left = room - NARROW * (len(days) - len(timed))
    # Half of it for being a day at all, so that an hour on one day does not swallow the others.
    total = sum(day.minutes for day in timed)
    return [left * (0.5 / len(timed) + 0.5 * day.minutes / total) if day.minutes else NARROW for day in days]


def week_line(days: Sequence[DayHung], label: str, heading: str) -> Markup:
    """One week.

    Args:
        days: seven or fewer, in order.
        heading: what the drawing is called.
    """
    widths = day_widths(days)
    lefts = [LABELS + sum(widths[:n]) for n in range(len(days))]
    most = max((len(day.tags) for day in days), default=0)
    height = FIRST_TAG_Y + max(1, most) * TAG_STEP + BELOW
    parts: list[Markup] = [text(0, WIRE_Y + 5, label, "weeks-label")]
    for day, left, width in zip(days, lefts, widths, strict=True):
        parts.append(_day(day, Box(left, 0, width, height)))
    for day, left, width in zip(days, lefts, widths, strict=True):
        parts += [_tag(tag, n, Box(left, 0, width, height)) for n, tag in enumerate(day.tags)]
    return el(
        "svg", el("title", heading), *parts, cls="weeks-line", role="group", viewBox=f"0 0 {WIDTH:.0f} {height:.0f}"
    )


def _day(day: DayHung, box: Box) -> Markup:
    name = f"{day.day:%a %-d}" if box.w > NARROW + 1 else f"{day.day:%a}"[:3]
    wire = f"M{box.x:.1f} {WIRE_Y} Q{box.cx:.1f} {WIRE_Y + SAG:.1f} {box.right:.1f} {WIRE_Y}"
    quiet = " is-quiet" if not day.minutes or day.past else ""
    shapes = [
        *([rect(Box(box.x, 2, box.w, box.h - 4), "weeks-target", 4)] if day.target else []),
        *([rect(Box(box.x, WIRE_Y - 5, box.w, 10), "weeks-worth")] if day.worth else []),
        path(wire, f"weeks-wire{quiet}"),
        line(box.x, WIRE_Y - 5, box.x, WIRE_Y + 5, "weeks-knot"),
        line(box.right, WIRE_Y - 5, box.right, WIRE_Y + 5, "weeks-knot"),
        text(box.cx, 14, name, f"weeks-day{quiet}", "middle"),
    ]
    if day.shut:
        shut = Box(box.x + 3, FIRST_TAG_Y, box.w - 6, TAG)
        fits = len(day.shut) * LETTER_PX < shut.w
        inside = text(shut.cx, shut.cy + 4.5, day.shut, "weeks-shut-words", "middle") if fits else Markup("")
        shapes.append(group(el("title", day.shut), rect(shut, "weeks-shut", 3), inside))
    if day.target is None:
        return group(*shapes)
    start, words = day.target
    return group(el("title", words), *shapes, cls="weeks-drop", **{"data-to": start, "data-words": words})


def _tag(tag: Tag, place: int, day: Box) -> Markup:
    box = Box(day.x + 5, FIRST_TAG_Y + place * TAG_STEP, max(day.w - 10, 34.0), TAG)
    string = line(box.x + 12, WIRE_Y + 2, box.x + 12, box.y, "weeks-string") if place == 0 else Markup("")
    signs = len(tag.circuits) * SIGN
    clock_w = len(tag.clock) * 7.2 + 10
    room = box.w - signs - clock_w - 16
    name = (
        tag.name if len(tag.name) * LETTER_PX <= room else f"{tag.name[: max(1, int(room / LETTER_PX) - 1)].rstrip()}…"
    )
    left = box.right - clock_w - signs
    shapes = [
        string,
        rect(box, f"weeks-tag{' is-chosen' if tag.chosen else ''}{' is-lacking' if tag.lacks else ''}", 4),
        text(box.x + 9, box.cy + 4.5, name, "weeks-name"),
        *[_sign(circuit, left + n * SIGN, box.cy - 6) for n, circuit in enumerate(tag.circuits)],
        text(box.right - 7, box.cy + 4.5, tag.clock, "weeks-clock", "end"),
        *([circle(box.right - 3, box.y + 2, 4.2, "weeks-pin")] if tag.pinned else []),
    ]
    return el("a", el("title", tag.label), *shapes, href=tag.href, cls="weeks-visit")


def _sign(circuit: Circuit, x: float, y: float) -> Markup:
    return group(
        path(CIRCUIT_PATHS[circuit], f"fill-{circuit.value}"), transform=f"translate({x:.1f} {y:.1f}) scale(.75)"
    )
