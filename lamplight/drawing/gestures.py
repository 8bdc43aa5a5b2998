"""What the hand does to a machine: which way a part comes out, and the sign of the move."""

from __future__ import annotations

from collections.abc import Mapping

from markupsafe import Markup

from lamplight.drawing.frame import Frame
from lamplight.drawing.parts.body import measuring_jug
from lamplight.drawing.parts.view import JOIN
from lamplight.drawing.svg import Box, circle, group, line, path, rect

# Which way a part leaves the machine; others go up.
LEFT = ("tray", "drawer", "jug", "hose", "fridge")
RIGHT = ("group", "reservoir", "door")
DOWN = ("mixer", "portafilter", "outlet-cover", "outlet")
FAR, HALF = 0.62, 0.34
# The same moves under the names by which steps may call them for one part.
NAMED = {
    "tray-out": ("tray", "out"),
    "group-out": ("group", "out"),
    "group-half": ("group", "half"),
    "tank-out": ("tank", "out"),
    "tank-fill": ("tank", "pour"),
    "tablet-in": ("", "drop"),
    "jug-under": ("outlet", "under"),
}
POSES = (*NAMED, "out", "half", "in", "press", "brush", "pour", "drop", "steam", "wipe", "under", "dark")


def move_of(pose: str, touched: str) -> tuple[str, str]:
    """The part that moves and the move; the part in hand unless the pose names one."""
    part, move = NAMED.get(pose, ("", pose))
    return part or touched, move


def _way(part: str) -> tuple[int, int]:
    if part in LEFT:
        return -1, 0
    if part in RIGHT:
        return 1, 0
    return (0, 1) if part in DOWN else (0, -1)


def moved_boxes(boxes: Frame, pose: str, touched: str) -> dict[str, Box]:
    """Boxes moved as the pose has them; a pose of a part that is not fitted changes nothing."""
    moved = dict(boxes.boxes)
    part, move = move_of(pose, touched)
    if move not in ("out", "half", "in") or part not in moved:
        return moved
    box = moved[part]
    dx, dy = _way(part)
    share = FAR if move == "out" else HALF
    if part == "group":  # it leaves through the side of the body, however far that is
        reach = boxes.body.right - box.x
        moved[part] = box.shift(reach + 66 if move == "out" else reach * 0.62, 6 if move == "out" else 0)
    elif dx:
        moved[part] = box.shift(dx * box.w * share, 2)
    else:
        moved[part] = box.shift(0, dy * min(64.0, 14 + box.h * share))
    if part == "tray":
        moved.pop("float", None)
    if part == "tank" and move == "out":
        moved.pop("filter", None)
    return moved


def gesture(boxes: Frame, posed: Mapping[str, Box], pose: str, touched: str, level: float | None) -> Markup:
    """The sign of the move, over the drawing.

    Args:
        boxes: of the machine at rest.
        posed: the boxes as they are drawn.
        level: how full a container under an outlet is, 0 to 1; None for a little.
    """
    part, move = move_of(pose, touched)
    box = posed.get(part)
    if box is None:
        return JOIN
    if move in ("out", "half", "in"):
        return _arrow(box, part, inwards=move == "in")
    signs = {
        "press": _press, "brush": _brush, "wipe": _wipe, "pour": _pour, "drop": _drop, "steam": _steam, "dark": _dark
    }  # fmt: skip
    if move == "under":
        return JOIN if part == "outlet" else _container(box, 0.35 if level is None else level)
    return signs[move](box, boxes) if move in signs else JOIN


def _arrow(box: Box, part: str, inwards: bool) -> Markup:
    dx, dy = _way(part)
    sign = -1 if inwards else 1
    if dx:
        tip, y = (box.right if dx > 0 else box.x), box.bottom + 8 if dx > 0 else box.y - 12
        start, end = tip - dx * 46, tip
        start, end = (end, start) if inwards else (start, end)
        point = dx * sign
        head = f"M{end - point * 9} {y - 6} L{end} {y} L{end - point * 9} {y + 6}"
        return group(line(start, y, end, y, "cut-way"), path(head, "cut-way-head"))
    x, tip = box.right + 10, box.y if dy < 0 else box.bottom
    start, end = tip - dy * 40, tip
    start, end = (end, start) if inwards else (start, end)
    point = dy * sign
    head = f"M{x - 6} {end - point * 9} L{x} {end} L{x + 6} {end - point * 9}"
    return group(line(x, start, x, end, "cut-way"), path(head, "cut-way-head"))


def _press(box: Box, boxes: Frame) -> Markup:
    """A fingertip and the ring of its touch."""
    x, y = box.cx, box.cy
    finger = f"M{x - 7} {y + 44} V{y + 8} a7 7 0 0 1 14 0 V{y + 44}"
    return group(circle(x, y, 16, "cut-way-head"), circle(x, y, 24, "cut-way"), path(finger, "cut-hand"))


def _brush(box: Box, boxes: Frame) -> Markup:
    x, y = box.cx, box.cy
    bristles = [line(x - 12 + 6 * n, y + 6, x - 14 + 7 * n, y + 20, "cut-way-head") for n in range(5)]
    return group(
        path(f"M{x + 40} {y - 52} L{x + 8} {y - 8}", "cut-handle"),
        rect(Box(x - 16, y - 8, 32, 12), "cut-hand", 3),
        *bristles,
    )


def _wipe(box: Box, boxes: Frame) -> Markup:
    x, y = box.cx, box.cy
    cloth = f"M{x - 24} {y - 8} q10 -10 22 -2 q12 8 26 -2 l4 22 q-14 10 -26 2 q-12 -8 -22 2 Z"
    sweep = f"M{x - 34} {y + 28} q18 12 34 0 t34 0"
    return group(path(cloth, "cut-hand"), path(sweep, "cut-way"))


def _pour(box: Box, boxes: Frame) -> Markup:
    return path(f"M{box.cx} {box.y - 48} q-5 20 0 40 q4 14 0 {box.h * 0.3}", "cut-pour")


def _drop(box: Box, boxes: Frame) -> Markup:
    top, x = boxes.body.y - 74, box.cx
    return group(
        rect(Box(x - 13, top, 26, 11), "cut-tablet", 4),
        path(f"M{x} {top + 20} V{box.y - 8}", "cut-way"),
        path(f"M{x - 6} {box.y - 16} L{x} {box.y - 6} L{x + 6} {box.y - 16}", "cut-way-head"),
    )


def _steam(box: Box, boxes: Frame) -> Markup:
    x, y = box.x + box.w * 0.3, box.bottom - 4
    return group(*(path(f"M{x + 12 * n} {y} q-7 9 0 18 t0 18", "cut-steam") for n in (-1, 0, 1)))


def _dark(box: Box, boxes: Frame) -> Markup:
    """The sign of a switch that is off."""
    x, y = box.cx, box.cy
    ring = f"M{x - 9} {y - 9} a13 13 0 1 0 18 0"
    return group(path(ring, "cut-way-head"), line(x, y - 17, x, y - 2, "cut-way-head"))


def _container(box: Box, level: float) -> Markup:
    """A container on the counter below a part that delivers."""
    height = 58.0
    place = Box(box.cx - 30, -height, 60, height)
    stream = line(box.cx, min(box.bottom, -height - 6), box.cx, -8, "cut-pour-thin")
    return group(stream, measuring_jug(place, level))
