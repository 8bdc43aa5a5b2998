"""Parts that water passes."""

from __future__ import annotations

from math import cos, pi, sin

from markupsafe import Markup

from lamplight.drawing.parts.view import JOIN, PartView
from lamplight.drawing.svg import Box, circle, line, path, rect


def boiler(box: Box, view: PartView) -> Markup:
    """A heater block with its coil."""
    turns = 4
    step = (box.h - 14) / turns
    d = f"M{box.x + 5} {box.y + 7}"
    for n in range(turns):
        y = box.y + 7 + n * step
        d += f" C{box.right + 1} {y - 2} {box.right + 1} {y + step * 0.5} {box.cx} {y + step * 0.5}"
        d += f" C{box.x - 1} {y + step * 0.5} {box.x - 1} {y + step} {box.x + 5} {y + step}"
    return rect(box, "cut-metal", 8) + path(d, "cut-water-line")


def pump(box: Box, view: PartView) -> Markup:
    """A pump with its blades."""
    r = box.w / 2
    blades = [
        line(box.cx, box.cy, box.cx + r * 0.72 * cos(a), box.cy + r * 0.72 * sin(a), "cut-thin")
        for a in (pi / 6 + k * 2 * pi / 3 for k in range(3))
    ]
    return circle(box.cx, box.cy, r, "cut-line") + JOIN.join(blades) + circle(box.cx, box.cy, 2.2, "cut-dot")


def tank(box: Box, view: PartView) -> Markup:
    """Water behind glass, with a surface."""
    share = 0.68 if view.level is None else view.level
    top = box.bottom - 4 - (box.h - 14) * share
    water = Box(box.x + 3, top, box.w - 6, box.bottom - 3 - top)
    wave = path(f"M{water.x} {top} q{water.w / 4} -4 {water.w / 2} 0 t{water.w / 2} 0", "cut-water-line")
    marks = [line(box.x + 4, box.y + box.h * k, box.x + 9, box.y + box.h * k, "cut-thin") for k in (0.25, 0.5, 0.75)]
    lid = rect(Box(box.x - 1, box.y - 4, box.w + 2, 6), "cut-solid", 2)
    return rect(box, "cut-glass", 5) + rect(water, "cut-water", 3) + wave + JOIN.join(marks) + lid


def cartridge(box: Box, view: PartView) -> Markup:
    """A filter: resin grains in a case."""
    grains = [
        circle(box.x + 4 + (n % 3) * (box.w - 8) / 2, box.y + 10 + (n // 3) * 6, 1.3, "cut-grain")
        for n in range(3 * max(1, int((box.h - 16) / 6)))
    ]
    cap = rect(Box(box.x + 3, box.y - 4, box.w - 6, 6), "cut-solid", 2)
    return rect(box, "cut-case", 4) + JOIN.join(grains) + cap


def mains(box: Box, view: PartView) -> Markup:
    """The tap in the water line."""
    d = f"M{box.cx} {box.y - 16} V{box.bottom}"
    wheel = line(box.cx - 11, box.cy - 10, box.cx + 11, box.cy - 10, "cut-heavy")
    return path(d, "cut-pipe") + circle(box.cx, box.cy - 2, 7, "cut-metal") + wheel


def dial(box: Box, view: PartView) -> Markup:
    """A big dial with its pointer."""
    marks = [
        line(
            box.cx + box.w * 0.4 * cos(a), box.cy + box.w * 0.4 * sin(a),
            box.cx + box.w * 0.5 * cos(a), box.cy + box.w * 0.5 * sin(a), "cut-thin",
        )
        for a in (pi * n / 6 for n in range(12))
    ]  # fmt: skip
    pointer = line(box.cx, box.cy, box.cx, box.y + 5, "cut-heavy")
    return circle(box.cx, box.cy, box.w * 0.38, "cut-metal") + JOIN.join(marks) + pointer
