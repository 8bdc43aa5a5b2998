"""A year of care: a wire for each machine, and on it a sign wherever something would best be done.

Signs that would cover each other stand above one another; spans in which nobody is there are shaded through all wires.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from markupsafe import Markup

from lamplight.core.anatomy.parts import Circuit
from lamplight.drawing.glyphs import CIRCUIT_PATHS
from lamplight.drawing.svg import Box, el, group, line, path, rect, text

WIDTH, LABELS, TOP, SIGN, STEP, GAP = 1224.0, 130.0, 26.0, 16.0, 30.0, 14.0
LETTER_PX = 7.6


@dataclass(frozen=True)
class Sign:
    """Something that is done on a day.

    Attributes:
        circuit: whose shape it has; None for what is bought.
        title: what it is, for whoever hears or points at it.
    """

    day: date
    circuit: Circuit | None
    title: str


@dataclass(frozen=True)
class Wire:
    """A machine's year, or what is bought.

    Attributes:
        name, href: whose, and where that leads, or empty.
        signs: in order of their days.
    """

    name: str
    href: str
    signs: Sequence[Sign]


def levels(places: Sequence[float], apart: float = SIGN + 2) -> list[int]:
    """On which level each sign stands, from 0 up, so that none covers another; places from left to right."""
    ends: list[float] = []
    found = []
    for place in places:
        level = next((n for n, end in enumerate(ends) if place >= end), len(ends))
        ends[level:] = [place + apart, *ends[level + 1 :]]
        found.append(level)
    return found


def year_wires(wires: Sequence[Wire], months: Sequence[date], spans: Sequence[tuple[date, date, str]]) -> Markup:
    """The drawing.

    Args:
        months: the first day of each of the twelve, and of the one after them.
        spans: first and last day on which nobody is there, and why.
    """
    first, days = months[0], (months[-1] - months[0]).days

    def across(day: date) -> float:
        return LABELS + (WIDTH - LABELS - 4) * min(max((day - first).days, 0), days) / days

    rows: list[Markup] = []
    top = TOP
    for wire in wires:
        places = [across(sign.day) for sign in wire.signs]
        stands = levels(places)
        height = (max(stands, default=0) + 1) * STEP + GAP
        rows.append(_wire(wire, list(zip(places, stands, strict=True)), top + height - GAP / 2))
        top += height
    ground: list[Markup] = []
    for start, end, label in spans:
        left, right = across(start), max(across(end), across(start) + 3)
        ground.append(group(el("title", label), rect(Box(left, TOP, right - left, top - TOP), "wires-off")))
    for month in months[:-1]:
        x = across(month)
        ground += [line(x, 6, x, top, "wires-month"), text(x + 4, 16, f"{month:%b}", "wires-name")]
    return el(
        "svg", el("title", "A year of care"), *ground, *rows, cls="year-wires", role="group",
        viewBox=f"0 0 {WIDTH:.0f} {top:.0f}",
    )  # fmt: skip


def _wire(wire: Wire, places: Sequence[tuple[float, int]], y: float) -> Markup:
    most = int((LABELS - 10) / LETTER_PX)
    short = wire.name if len(wire.name) <= most else f"{wire.name[: most - 1].rstrip()}…"
    name = text(0, y - 4, short, "wires-machine")
    shapes = [el("a", name, href=wire.href) if wire.href else name, line(LABELS, y, WIDTH - 4, y, "wires-wire")]
    for sign, (x, level) in zip(wire.signs, places, strict=True):
        top = y - (level + 1) * STEP - 2
        shape = (
            path(CIRCUIT_PATHS[sign.circuit], f"fill-{sign.circuit.value}")
            if sign.circuit is not None
            else rect(Box(2, 2, 12, 12), "wires-order", 2)
        )
        number = text(x, top + SIGN + 10, str(sign.day.day), "wires-day", "middle")
        shapes.append(
            group(
                el("title", sign.title), group(shape, transform=f"translate({x - 8:.1f} {top:.1f})"), number,
                cls="wires-sign", role="img", aria_label=sign.title,
            )
        )  # fmt: skip
    return group(*shapes)
