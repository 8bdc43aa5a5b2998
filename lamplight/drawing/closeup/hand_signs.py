"""The move of the hand on a part drawn large: a still picture whose arrow also travels where motion is not reduced."""

from __future__ import annotations

from markupsafe import Markup

from lamplight.drawing.gestures import LEFT, RIGHT
from lamplight.drawing.parts.view import JOIN
from lamplight.drawing.svg import Box, circle, el, group, line, path, rect

OPEN, SHUT = "open", "shut"
TURNS = (OPEN, SHUT)


def move_on(box: Box, part: str, move: str) -> Markup:
    """The sign of a move over a part.

    Args:
        part: its key; it decides which way it leaves.
        move: ``out``, ``in``, ``press``, ``drop``, ``pour``, ``brush``, ``wipe``, ``steam``, ``open``, ``shut``.
    """
    if move in ("out", "half", "in"):  # half is on the way in
        return _slide(box, part, move != "out")
    if move in TURNS:
        return _turn(box, move)
    signs = {"press": _press, "drop": _drop, "pour": _pour, "brush": _brush, "wipe": _wipe, "steam": _steam}
    return signs[move](box) if move in signs else JOIN


def _slide(box: Box, part: str, inwards: bool) -> Markup:
    if part in LEFT or part in RIGHT:
        way = (-1 if part in LEFT else 1) * (-1 if inwards else 1)
        y = box.bottom + 20
        start = box.cx - way * 52
        return group(
            line(start, y, start + way * 104, y, "close-way"),
            path(f"M{start + way * 88} {y - 13} l{way * 17} 13 l{-way * 17} 13", "close-way-head"),
            cls=f"move-{'right' if way > 0 else 'left'}",
        )
    way = 1 if inwards else -1
    x, start = box.right + 22, box.cy - way * 46
    return group(
        line(x, start, x, start + way * 92, "close-way"),
        path(f"M{x - 13} {start + way * 77} l13 {way * 17} l13 {-way * 17}", "close-way-head"),
        cls=f"move-{'down' if way > 0 else 'up'}",
    )


def _turn(box: Box, move: str) -> Markup:
    """A ring with a head at each end, since only the machine knows which way; steam passes, or a bar stops it."""
    r = min(box.w, box.h) * 0.46
    left, right, y = box.cx - r * 0.64, box.cx + r * 0.64, box.cy + r * 0.77
    ring = f"M{left:.1f} {y:.1f} A{r:.1f} {r:.1f} 0 1 1 {right:.1f} {y:.1f}"
    heads = [
        f"M{x + way * 17:.1f} {y - 7:.1f} L{x:.1f} {y:.1f} L{x - way * 3:.1f} {y - 19:.1f}"
        for x, way in ((left, -1), (right, 1))
    ]
    beside = box.right + 6
    puffs = [path(f"M{beside + 14 * n} {box.cy + 26} q-9 -13 0 -26 t0 -26", "cut-steam") for n in range(3)]
    stopped = line(beside - 4, box.cy + 34, beside + 34, box.cy - 34, "close-way-head")
    return group(
        group(path(ring, "close-way"), *(path(head, "close-way-head") for head in heads)),
        *puffs,
        stopped if move == SHUT else JOIN,
    )


def _press(box: Box) -> Markup:
    x, y = box.cx - box.w * 0.14, box.cy
    finger = f"M{x - 13} {y + 92} V{y + 16} a13 13 0 0 1 26 0 V{y + 92}"
    rings = circle(x, y, 22, "close-way-head") + circle(x, y, 34, "close-way")
    return group(rings, group(path(finger, "cut-hand"), cls="move-press"))


def _drop(box: Box) -> Markup:
    x = box.cx
    return group(
        group(rect(Box(x - 22, box.y - 32, 44, 18), "cut-tablet", 7), cls="move-down"),
        line(x, box.y - 6, x, box.y + 30, "close-way"),
        path(f"M{x - 11} {box.y + 18} l11 14 l11 -14", "close-way-head"),
    )


def _pour(box: Box) -> Markup:
    stream = f"M{box.cx - 12} {box.y - 20} q-8 20 0 36 q6 24 0 {box.h * 0.3:.0f}"
    lip = path(f"M{box.cx - 76} {box.y - 29} l58 6 l-6 18", "cut-heavy")
    return group(path(stream, "close-pour"), lip, cls="move-pour")


def _brush(box: Box) -> Markup:
    x, y = box.cx, box.cy - 10
    bristles = [line(x - 24 + 12 * n, y + 10, x - 27 + 13.5 * n, y + 34, "close-way-head") for n in range(5)]
    handle = path(f"M{x + 84} {y - 88} L{x + 16} {y - 14}", "cut-handle")
    return group(handle, rect(Box(x - 30, y - 14, 60, 24), "cut-hand", 5), *bristles, cls="move-wipe")


def _wipe(box: Box) -> Markup:
    x, y = box.cx, box.cy
    cloth = f"M{x - 46} {y - 16} q20 -20 44 -4 q24 16 52 -4 l8 44 q-28 20 -52 4 q-24 -16 -44 4 Z"
    sweep = path(f"M{x - 66} {y + 50} q34 22 66 0 t66 0", "close-way")
    return group(path(cloth, "cut-hand"), cls="move-wipe") + sweep


def _steam(box: Box) -> Markup:
    x, y = box.cx + 4, box.bottom - 30
    puffs = [el("path", cls="cut-steam", d=f"M{x + 18 * n} {y} q-10 13 0 26 t0 26") for n in (-1, 0, 1)]
    return group(*puffs, cls="move-steam")
