"""A close-up: the part in hand, what the hand does, and the vessel that fills to the planned mark."""

from __future__ import annotations

from dataclasses import dataclass

from markupsafe import Markup

from lamplight.core.words import words_for_ml
from lamplight.drawing.closeup.hand_signs import TURNS, move_on
from lamplight.drawing.closeup.made_of import named_beside
from lamplight.drawing.closeup.things import THINGS, case, outlet, tank
from lamplight.drawing.gestures import move_of
from lamplight.drawing.parts.view import JOIN
from lamplight.drawing.svg import Box, el, line, path, rect, text

WIDTH_ALONE, WIDTH, HEIGHT = 330.0, 540.0, 270.0
PART_ALONE = Box(60, 34, 210, 186)
PART_BESIDE = Box(24, 34, 200, 186)
GLASS = Box(290, 112, 120, 148)
# Of what delivers, only what is above the vessel is shown.
DELIVERS = ("outlet", "outlet-cover")


@dataclass(frozen=True)
class Glass:
    """A container that stands under an outlet.

    Attributes:
        now_ml: what is in it.
        mark_ml: to where it is filled: the next stop, or the end of the step.
        holds_ml: what it holds, above 0.
        stop: whether it is tipped out at the mark.
    """

    now_ml: int
    mark_ml: int
    holds_ml: int
    stop: bool = False


@dataclass(frozen=True)
class CloseUp:
    """What is shown large.

    Attributes:
        part: key of the part in hand.
        pose: how the step calls the move.
        turns: ``open`` or ``shut`` for a valve, else empty.
        share: how full a tank is to be, 0 to 1; None where nobody knows.
        glass: the container, or None.
        title: what is seen, for who cannot see it.
        made_of: what it is taken apart into, with what each may stand in words; beside a vessel nothing is named.
    """

    part: str
    pose: str = ""
    turns: str = ""
    share: float | None = None
    glass: Glass | None = None
    title: str = ""
    made_of: tuple[tuple[str, str], ...] = ()


def closeup(scene: CloseUp) -> Markup:
    """The drawing; its words are few, since the step says the rest."""
    part, move = ("dial", scene.turns) if scene.turns in TURNS else move_of(scene.pose, scene.part)
    made_of = () if scene.glass else scene.made_of
    box = PART_BESIDE if scene.glass or made_of else PART_ALONE
    drawn = tank(box, scene.share) if part == "tank" and scene.share is not None else THINGS.get(part, case)(box)
    above = scene.glass is not None and part in DELIVERS
    if above:
        drawn, move = outlet(Box(GLASS.cx - 75, GLASS.y - 114, 150, 110)), ""
    words = text(box.cx, HEIGHT - 10, scene.turns, "close-words", "middle") if scene.turns in TURNS else JOIN
    return el(
        "svg", el("title", scene.title), drawn, move_on(box, part, move), words, _glass(scene.glass, above),
        named_beside(box, part, made_of),
        cls="closeup", role="img", viewBox=_seen(bool(scene.glass or made_of), above),
    )  # fmt: skip


def _seen(with_glass: bool, above: bool) -> str:
    """The part of the drawing that is seen."""
    left = GLASS.x - 60 if above else 0.0
    return f"{left:.0f} 0 {(WIDTH if with_glass else WIDTH_ALONE) - left:.0f} {HEIGHT:.0f}"


def _glass(glass: Glass | None, above: bool) -> Markup:
    """The container with its scale, what is in it by now, and the mark to which it is filled."""
    if glass is None:
        return JOIN
    box = GLASS
    shape = f"M{box.x} {box.y} L{box.x + 9} {box.bottom} H{box.right - 9} L{box.right} {box.y}"
    inside = box.h - 6
    share, mark = (max(0.0, min(1.0, ml / glass.holds_ml)) for ml in (glass.now_ml, glass.mark_ml))
    level = box.bottom - 3 - inside * share
    lean = 9 * (level - box.y) / box.h
    left, right, floor = box.x + lean + 2, box.right - lean - 2, box.bottom - 3
    fill = f"M{left:.1f} {level:.1f} H{right:.1f} L{box.right - 11} {floor} H{box.x + 11} Z"
    marks = [
        line(box.right - (24 if n % 2 else 32), y, box.right - 10, y, "cut-thin")
        for n, y in enumerate(box.bottom - 3 - inside * k / 10 for k in range(1, 10))
    ]
    at = box.bottom - 3 - inside * mark
    told = "tip it out here" if glass.stop else "to here"
    start = box.y - 2 if above else box.y - 44
    stream = path(f"M{box.cx} {start} V{max(level, box.y) - 4:.1f}", "close-pour")
    return JOIN.join([
        JOIN if above else rect(Box(box.cx - 20, box.y - 70, 40, 28), "cut-solid", 7),
        stream,
        path(fill, "cut-water"),
        path(shape, "close-glass"),
        *marks,
        line(box.x - 12, at, box.right + 14, at, "close-stop"),
        text(box.right + 20, at + 5, told, "close-words"),
        text(box.right + 20, at + 24, words_for_ml(glass.mark_ml), "close-count"),
    ])  # fmt: skip


def share_of(ml: int | None, holds_ml: int) -> float | None:
    """How full something is, 0 to 1; None where nobody knows."""
    return min(1.0, ml / holds_ml) if ml and holds_ml else None
