"""The way of the water from the tap to the cup of one machine: as thick as it is hard, through whatever filters it."""

from __future__ import annotations

from dataclasses import dataclass

from markupsafe import Markup

from lamplight.core.water.breakthrough import FilterPlace
from lamplight.drawing.svg import Box, el, group, line, path, rect, text

WIDTH, HEIGHT = 660.0, 74.0
LINE_Y, BEGIN, CUP = 36.0, 14.0, 612.0
FILTER_X = {FilterPlace.LINE: 150.0, FilterPlace.JUG: 250.0, FilterPlace.TANK: 360.0}
THICKEST_DH = 24.0


@dataclass(frozen=True)
class DrawnWater:
    """What is drawn.

    Attributes:
        comes_dh: hardness that can become scale, as the water comes.
        arrives_dh: the same in the cup; None draws a broken line.
        place: of the cartridge; None where none is fitted.
        used: the share of the cartridge that is used up, 0 or more; None where nobody knows.
        bypass: share of the water that goes past it.
        under: words under the cartridge.
        title: what the drawing says, for whoever hears it.
    """

    comes_dh: float | None
    arrives_dh: float | None
    place: FilterPlace | None
    used: float | None
    bypass: float
    under: str
    title: str


def _thick(dh: float | None) -> float:
    return 3.0 + 11.0 * min(1.0, (dh or 0.0) / THICKEST_DH)


def _hard(dh: float | None) -> str:
    """The class of a water's colour: soft, medium or hard as it scales."""
    return "is-unknown" if dh is None else "is-soft" if dh < 4 else "is-medium" if dh < 10 else "is-hard"


def _pipe(begin: float, end: float, dh: float | None) -> Markup:
    return el(
        "line", cls=f"water-pipe {_hard(dh)}", x1=begin, y1=LINE_Y, x2=end, y2=LINE_Y, stroke_width=f"{_thick(dh):.1f}"
    )


def _words(at: float, dh: float | None) -> Markup:
    return text(at, LINE_Y - 13, "not known" if dh is None else f"{dh:.1f} °dH", "water-dh", "middle")


def water_line(way: DrawnWater) -> Markup:
    """The drawing of one machine's water."""
    tap = group(
        path(f"M{BEGIN - 10} {LINE_Y - 6} h14 v12 h-14 z M{BEGIN - 6} {LINE_Y - 6} v-8 h10", "water-tap"),
    )
    if way.place is None:
        pipes = [_pipe(BEGIN + 6, CUP, way.comes_dh), _words((BEGIN + CUP) / 2, way.comes_dh)]
    else:
        at = FILTER_X[way.place]
        pipes = [
            _pipe(BEGIN + 6, at, way.comes_dh),
            _pipe(at + 26, CUP, way.arrives_dh),
            *([_bypass(at)] if way.bypass > 0 else []),
            _words((BEGIN + at) / 2, way.comes_dh),
            _words((at + 30 + CUP) / 2, way.arrives_dh),
            _cartridge(at, way),
            text(at + 13, HEIGHT - 3, way.under, "water-under", "middle"),
        ]
    return el(
        "svg", el("title", way.title), *pipes, tap, _cup(), cls="water-line", role="img",
        viewBox=f"0 0 {WIDTH:.0f} {HEIGHT:.0f}",
    )  # fmt: skip


def _cartridge(at: float, way: DrawnWater) -> Markup:
    """The housing, filled from above as far as it is used up; a jug and a tank show their outline."""
    box = Box(at, LINE_Y - 19, 26, 38)
    used = min(1.0, way.used) if way.used is not None else 0.0
    house = rect(box, "filter-house", 4)
    if way.place is FilterPlace.JUG:
        house = path(f"M{at - 6} {LINE_Y - 21} h38 l-4 42 h-30 z M{at + 32} {LINE_Y - 14} q12 12 -3 24", "filter-house")
    spent = rect(Box(at + 3, box.y + 3, 20, max(0.1, 32 * used)), "filter-used", 2)
    strokes = [line(at + 5, box.y + 7 + 6 * n, at + 21, box.y + 7 + 6 * n, "filter-stroke") for n in range(5)]
    unknown = [text(at + 13, LINE_Y + 5, "?", "filter-unknown", "middle")] if way.used is None else []
    return group(house, spent, *strokes, *unknown)


def _bypass(at: float) -> Markup:
    return path(f"M{at - 14} {LINE_Y} q4 -26 18 -26 h18 q14 0 18 26", "water-bypass")


def _cup() -> Markup:
    return group(
        path(f"M{CUP} {LINE_Y - 11} h24 v14 q0 9 -9 9 h-6 q-9 0 -9 -9 z", "water-cup"),
        path(f"M{CUP + 24} {LINE_Y - 7} q11 0 11 7 q0 7 -12 7", "water-cup"),
    )
