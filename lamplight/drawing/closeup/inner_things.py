"""Parts that are seldom in the hand, drawn large all the same: where beans, powder, water and heat are."""

from __future__ import annotations

from markupsafe import Markup

from lamplight.drawing.parts.view import JOIN
from lamplight.drawing.svg import Box, circle, line, path, rect


def _row(start: float, end: float, count: int) -> list[float]:
    return [start + n * (end - start) / (count - 1) for n in range(count)]


def hopper(box: Box) -> Markup:
    """A hopper with its lid, beans, and the slide at its neck."""
    top, neck, half = box.y + box.h * 0.24, box.bottom - box.h * 0.2, box.w * 0.4
    shell = f"M{box.cx - half} {top} H{box.cx + half} L{box.cx + 26} {neck} V{box.bottom - 8} H{box.cx - 26} V{neck} Z"
    lid = rect(Box(box.cx - half - 6, top - 20, 2 * half + 12, 18), "cut-solid", 7)
    beans = []
    for row in range(4):
        reach = half * (0.78 - 0.18 * row)
        for n, x in enumerate(_row(box.cx - reach, box.cx + reach, 6 - row)):
            y = top + 26 + row * (neck - top - 30) / 4
            beans.append(
                path(f"M{x - 9:.1f} {y:.1f} a9 6 {20 + 15 * n} 1 0 18 0 a9 6 {20 + 15 * n} 1 0 -18 0", "close-bean")
            )
    slide = rect(Box(box.cx - 44, neck + 4, 88, 11), "close-grip", 4)
    return path(shell, "cut-glass") + JOIN.join(beans) + lid + slide


def grinder(box: Box) -> Markup:
    """Two rings of teeth, one over the other, and the collar that sets how fine."""
    body = Box(box.x + box.w * 0.2, box.y + 20, box.w * 0.6, box.h - 46)
    collar = rect(Box(body.x - 12, body.y + 8, body.w + 24, 26), "close-grip", 6)
    marks = [line(x, body.y + 14, x, body.y + 28, "cut-thin") for x in _row(body.x, body.right, 9)]
    upper = "M" + " L".join(
        f"{x:.1f} {body.cy - (18 if n % 2 else 4):.1f}" for n, x in enumerate(_row(body.x + 14, body.right - 14, 11))
    )
    lower = "M" + " L".join(
        f"{x:.1f} {body.cy + (22 if n % 2 else 8):.1f}" for n, x in enumerate(_row(body.x + 14, body.right - 14, 11))
    )
    chute = path(f"M{body.cx - 16} {body.bottom} v16 h32 v-16", "cut-case")
    return (
        rect(body, "cut-solid", 10)
        + collar
        + JOIN.join(marks)
        + path(upper, "cut-line")
        + path(lower, "cut-line")
        + chute
    )


def boiler(box: Box) -> Markup:
    """A heater with its coil, and the pipe in and out."""
    body = Box(box.x + box.w * 0.24, box.y + 16, box.w * 0.52, box.h - 36)
    turns = _row(body.y + 26, body.bottom - 26, 5)
    coil = "".join(f"M{body.x + 16} {y:.1f} q{body.w / 2 - 16:.1f} 20 {body.w - 32:.1f} 0 " for y in turns)
    pipes = path(f"M{body.cx} {body.bottom} v14 M{body.right} {body.y + 24} h26", "cut-pipe")
    return rect(body, "cut-metal", 24) + path(coil, "close-coil") + pipes


def pump(box: Box) -> Markup:
    """A pump: its body, its wheel, water in and out."""
    r = min(box.w, box.h) * 0.3
    ways = ((1, 0.4), (-0.4, 1), (-1, -0.4), (0.4, -1))
    bent = (f"q{dx * r * 0.5:.1f} {dy * r * 0.1:.1f} {dx * r * 0.8:.1f} {dy * r * 0.8:.1f}" for dx, dy in ways)
    wings = [path(f"M{box.cx} {box.cy} {way}", "cut-line") for way in bent]
    pipes = path(
        f"M{box.x + 4} {box.cy} h{box.w / 2 - r - 4:.1f} M{box.cx + r:.1f} {box.cy} h{box.w / 2 - r - 4:.1f}",
        "cut-pipe",
    )
    return pipes + circle(box.cx, box.cy, r, "cut-solid") + JOIN.join(wings) + circle(box.cx, box.cy, 7, "cut-metal")


def floating(box: Box) -> Markup:
    """A float in its well: up it says that the tray is full."""
    well = Box(box.cx - 46, box.y + box.h * 0.3, 92, box.h * 0.62)
    water = rect(Box(well.x + 5, well.y + well.h * 0.5, well.w - 10, well.h * 0.46), "cut-waste", 4)
    return rect(well, "cut-case", 6) + water + rect(Box(well.cx - 24, well.y + well.h * 0.32, 48, 30), "cut-float", 8)


def door(box: Box) -> Markup:
    """A door half open on its hinges, the works behind it."""
    frame = Box(box.x + box.w * 0.16, box.y + 12, box.w * 0.5, box.h - 26)
    edge = frame.x + frame.w * 0.62
    leaf = f"M{frame.x} {frame.y} L{edge} {frame.y + 16} V{frame.bottom + 2} L{frame.x} {frame.bottom} Z"
    hinges = [rect(Box(frame.x - 9, y, 12, 20), "cut-metal", 3) for y in (frame.y + 18, frame.bottom - 38)]
    grip = circle(frame.x + frame.w * 0.52, frame.cy + 10, 7, "close-grip")
    return rect(frame, "cut-cavity", 6) + path(leaf, "cut-solid") + JOIN.join(hinges) + grip


def tap(box: Box) -> Markup:
    """A water tap in its line."""
    y = box.cy + 22
    line_ = path(f"M{box.x + 6} {y} H{box.right - 6}", "close-hose") + path(
        f"M{box.x + 6} {y} H{box.right - 6}", "cut-pipe"
    )
    body = rect(Box(box.cx - 26, y - 22, 52, 44), "cut-metal", 8)
    return (
        line_
        + body
        + line(box.cx, y - 22, box.cx, y - 50, "cut-heavy")
        + rect(Box(box.cx - 46, y - 64, 92, 16), "close-grip", 8)
    )


def fridge(box: Box) -> Markup:
    """A milk fridge with its door, a vessel of milk and the hose out of it."""
    body = Box(box.x + box.w * 0.14, box.y + 8, box.w * 0.62, box.h - 18)
    inside = Box(body.x + 12, body.y + 16, body.w - 24, body.h - 30)
    glass = Box(inside.x + 16, inside.y + 36, inside.w - 32, inside.h - 46)
    milk = rect(Box(glass.x + 4, glass.y + glass.h * 0.3, glass.w - 8, glass.h * 0.66), "cut-milk", 5)
    way = path(f"M{glass.cx} {glass.bottom - 18} V{body.y + 10} q0 -14 18 -14 H{box.right - 8}", "cut-milk-line")
    return rect(body, "cut-solid", 8) + rect(inside, "cut-cavity", 5) + rect(glass, "cut-glass", 6) + milk + way


def mixer(box: Box) -> Markup:
    """A bowl with its whipper, and the outlet below."""
    top, half = box.y + box.h * 0.26, box.w * 0.36
    bowl = f"M{box.cx - half} {top} H{box.cx + half} L{box.cx + half * 0.5} {box.bottom - 52} H{box.cx - half * 0.5} Z"
    wheel = circle(box.cx, box.bottom - 40, 22, "cut-metal") + path(
        f"M{box.cx - 15} {box.bottom - 40} h30 m-15 -15 v30", "cut-line"
    )
    spout = path(f"M{box.cx - half * 0.5} {box.bottom - 44} h-34 v28", "cut-pipe")
    return (
        path(bowl, "cut-case")
        + rect(Box(box.cx - half - 6, top - 13, 2 * half + 12, 14), "close-grip", 6)
        + spout
        + wheel
    )


def canister(box: Box) -> Markup:
    """A canister of powder: lid, worm, and the flap that is shut before it is lifted."""
    body = Box(box.x + box.w * 0.2, box.y + 26, box.w * 0.52, box.h - 52)
    powder = rect(Box(body.x + 5, body.y + body.h * 0.4, body.w - 10, body.h * 0.56), "close-powder", 6)
    worm = "M" + " L".join(
        f"{x:.1f} {body.bottom - (22 if n % 2 else 8):.1f}" for n, x in enumerate(_row(body.x + 8, body.right - 4, 9))
    )
    lid = rect(Box(body.x - 7, body.y - 17, body.w + 14, 17), "cut-solid", 6)
    flap = path(f"M{body.right} {body.bottom - 26} h28 v20 l-12 12", "cut-heavy")
    return rect(body, "cut-glass", 8) + powder + path(worm, "cut-line") + lid + flap


def capsules(box: Box) -> Markup:
    """A chamber with a capsule in it, the lever above and the needle."""
    body = Box(box.x + box.w * 0.18, box.y + box.h * 0.28, box.w * 0.6, box.h * 0.6)
    capsule = f"M{body.cx - 38} {body.y + 32} h76 l-13 46 q-25 12 -50 0 Z"
    needle = path(f"M{body.cx} {body.y + 4} v26", "cut-heavy")
    lever = path(f"M{body.x + 16} {body.y} q{body.w * 0.3:.1f} -56 {body.w * 0.86:.1f} -34", "close-lever")
    return (
        lever
        + rect(body, "cut-solid", 12)
        + rect(body.inset(14), "cut-cavity", 8)
        + path(capsule, "close-capsule")
        + needle
    )
