"""Parts that milk passes."""

from __future__ import annotations

from markupsafe import Markup

from lamplight.drawing.parts.view import JOIN, PartView
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
