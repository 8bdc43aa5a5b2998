"""Parts that water, milk and grounds go through."""

from __future__ import annotations

from math import cos, pi, sin

from markupsafe import Markup

from lamplight.drawing.parts.view import JOIN, PartView, steps
from lamplight.drawing.svg import Box, circle, line, path, rect


def wand(box: Box, view: PartView) -> Markup:
    """A steam wand on a ball joint."""
    bend = f"H{box.right - 8} Q{box.x + 6} {box.y + 8} {box.x + 7} {box.y + 26}"
    d = f"M{box.right} {box.y + 8} {bend} L{box.x + 10} {box.bottom - 8}"
    tip = rect(Box(box.x + 6.5, box.bottom - 10, 7, 10), "cut-metal", 2)
    return path(d, "cut-pipe") + circle(box.right - 8, box.y + 8, 4, "cut-metal") + tip


def milk_jug(box: Box, view: PartView) -> Markup:
    """A clip-on milk jug with its riser."""
    glass = Box(box.x, box.y + 12, box.w - 10, box.h - 12)
    milk = Box(glass.x + 3, glass.y + glass.h * 0.4, glass.w - 6, glass.h * 0.6 - 3)
    lid = rect(Box(box.x - 2, box.y + 4, box.w - 4, 9), "cut-solid", 3)
    riser = path(f"M{glass.cx} {glass.bottom - 6} V{box.y + 2} H{box.right + 6}", "cut-milk-line")
    return rect(glass, "cut-glass", 6) + rect(milk, "cut-milk", 4) + riser + lid


def milk_hose(box: Box, view: PartView) -> Markup:
    """A hose into whatever vessel the milk is in."""
    vessel = Box(box.x + 4, box.bottom - 66, box.w - 8, 66)
    milk = Box(vessel.x + 3, vessel.y + 26, vessel.w - 6, 37)
    inward = -1 if box.x > 0 else 1
    start = box.x - 6 if box.x > 0 else box.right + 6
    d = f"M{start} {box.y + 16} q{-inward * 26} -26 {box.cx - start} 34 V{box.bottom - 10}"
    return rect(vessel, "cut-glass", 4) + rect(milk, "cut-milk", 3) + path(d, "cut-milk-line")


def fridge(box: Box, view: PartView) -> Markup:
    """A milk fridge: door, shelf, two bottles, a gauge that nobody read yet."""
    inner = Box(box.x + 9, box.y + 40, box.w - 18, box.h - 58)
    bottles = []
    for n in range(2):
        x = inner.x + 12 + n * (inner.w - 24) / 2
        bottle = Box(x, inner.bottom - 62, 22, 58)
        bottles.append(rect(bottle, "cut-glass", 5))
        bottles.append(rect(Box(x + 2.5, bottle.y + 22, 17, 33), "cut-milk", 3))
        bottles.append(rect(Box(x + 6, bottle.y - 8, 10, 9), "cut-solid", 2))
    line_out = path(f"M{inner.cx} {inner.bottom - 20} V{box.y + 22} H{box.right + 14}", "cut-milk-line")
    return (
        rect(box, "cut-shell", 8) + rect(inner, "cut-cavity", 4) + JOIN.join(bottles) + line_out
        + rect(Box(box.x + 12, box.y + 12, 30, 15), "cut-display", 3)
        + line(box.x + 18, box.y + 20, box.x + 26, box.y + 20, "cut-thin")
        + circle(box.x + 34, box.y + 17, 2, "cut-thin")
        + line(box.right - 16, box.y + 50, box.right - 16, box.y + 90, "cut-heavy")
    )  # fmt: skip


def reservoir(box: Box, view: PartView) -> Markup:
    """A tank for milk at the machine's side, with the pipe that draws from it."""
    milk = Box(box.x + 4, box.y + box.h * 0.38, box.w - 8, box.h * 0.62 - 4)
    inward = box.right + 8 if box.x < 0 else box.x - 8
    pipe = path(f"M{box.cx} {box.bottom - 10} V{box.y - 6} H{inward}", "cut-milk-line")
    lid = rect(Box(box.x - 2, box.y, box.w + 4, 8), "cut-solid", 3)
    return rect(box, "cut-glass", 8) + rect(milk, "cut-milk", 5) + pipe + lid


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


def drawer(box: Box, view: PartView) -> Markup:
    """Spent pucks in a drawer with a grip."""
    share = 0.4 if view.level is None else view.level
    room = max(1, int((box.w - 14) / 17))
    pucks = round(share * room * 2)
    drawn = []
    for n in range(pucks):
        x, y = box.x + 8 + (n % room) * 17, box.bottom - 12 - (n // room) * 9
        drawn.append(rect(Box(x + (n // room) * 4, y, 14, 7), "cut-puck", 3))
    grip = rect(Box(box.cx - 12, box.y + 4, 24, 5), "cut-solid", 2.5)
    d = f"M{box.x} {box.y} V{box.bottom - 5} q0 5 5 5 H{box.right - 5} q5 0 5 -5 V{box.y}"
    return path(d, "cut-case") + JOIN.join(drawn) + grip


def tray(box: Box, view: PartView) -> Markup:
    """A drip tray under its grid."""
    share = 0.3 if view.level is None else view.level
    depth = (box.h - 9) * share
    water = rect(Box(box.x + 3, box.bottom - 3 - depth, box.w - 6, depth), "cut-waste", 1.5)
    slots = [line(x, box.y, x, box.y + 4, "cut-thin") for x in steps(box.x + 6, box.right - 6, 7)]
    d = f"M{box.x} {box.y + 2} V{box.bottom - 4} q0 4 4 4 H{box.right - 4} q4 0 4 -4 V{box.y + 2}"
    return (
        path(d, "cut-case")
        + water
        + line(box.x - 1, box.y + 1, box.right + 1, box.y + 1, "cut-heavy")
        + JOIN.join(slots)
    )


def tray_float(box: Box, view: PartView) -> Markup:
    """The float that shows a full tray."""
    return rect(Box(box.x, box.y + 5, box.w, 6), "cut-float", 3) + line(
        box.cx, box.y + 5, box.cx, box.y - 2, "cut-thin"
    )
