"""Parts that grounds and waste water end in."""

from __future__ import annotations

from markupsafe import Markup

from lamplight.drawing.parts.view import JOIN, PartView, steps
from lamplight.drawing.svg import Box, line, path, rect


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
