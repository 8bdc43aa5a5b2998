"""Parts that beans and coffee pass."""

from __future__ import annotations

from markupsafe import Markup

from lamplight.drawing.parts.view import JOIN, PartView, steps
from lamplight.drawing.svg import Box, circle, line, path, rect


def hopper(box: Box, view: PartView) -> Markup:
    """Beans under a lid; the crown gives the machine its outline."""
    crown = view.appearance.crown
    if crown == "twin hopper":
        gap = 10.0
        half = (box.w - gap) / 2
        left, right = Box(box.x, box.y, half, box.h), Box(box.x + half + gap, box.y + 8, half, box.h - 8)
        return _bin(left, 4, view, 0.7) + _bin(right, 4, view, 0.35)
    if crown == "dome":
        dome = f"M{box.x} {box.bottom} C{box.x} {box.y - 8} {box.right} {box.y - 8} {box.right} {box.bottom} Z"
        beans = Box(box.x + 10, box.cy + 2, box.w - 20, box.bottom - box.cy - 3)
        return path(dome, "cut-glass") + _beans(beans)
    if crown == "funnel":
        shape = (
            f"M{box.x} {box.y + 6} L{box.right} {box.y + 6} L{box.right - 20} {box.bottom} L{box.x + 20} {box.bottom} Z"
        )
        beans = Box(box.x + 17, box.cy, box.w - 34, box.bottom - box.cy - 2)
        return path(shape, "cut-glass") + _beans(beans) + rect(Box(box.x - 3, box.y, box.w + 6, 7), "cut-solid", 3)
    if crown == "flat":
        return rect(box, "cut-glass", 5) + _beans(Box(box.x + 6, box.y + 5, box.w - 12, box.h - 6))
    if crown == "cup rail":
        return _cup_rail(box, view)
    if crown == "capsule drum":
        ribs = [line(box.x + n * box.w / 6, box.y, box.x + n * box.w / 6, box.bottom, "cut-thin") for n in range(1, 6)]
        return rect(box, "cut-glass", 10) + JOIN.join(ribs)
    return _bin(box, 9, view, 0.6)


def _cup_rail(box: Box, view: PartView) -> Markup:
    """A small hopper at the left, cups warming behind a rail at the right."""
    beans = Box(box.x + 4, box.y, box.w * 0.32, box.h)
    rail = Box(beans.right + 12, box.bottom - 20, box.right - beans.right - 14, 20)
    posts = [line(x, rail.y, x, rail.bottom, "cut-thin") for x in steps(rail.x, rail.right, rail.w / 4)]
    cups = [
        rect(Box(x, rail.bottom - 15, 16, 14), "cut-case", 3) for x in steps(rail.x + 6, rail.right - 22, rail.w / 4)
    ]
    bar = line(rail.x, rail.y, rail.right, rail.y, "cut-heavy")
    return _bin(beans, 6, view, 0.6) + JOIN.join(cups) + JOIN.join(posts) + bar


def _bin(box: Box, taper: float, view: PartView, neutral: float) -> Markup:
    share = neutral if view.level is None else view.level
    shape = f"M{box.x} {box.y + 6} H{box.right} L{box.right - taper} {box.bottom} H{box.x + taper} Z"
    high = (box.h - 8) * share
    beans = Box(box.x + taper, box.bottom - high, box.w - 2 * taper, high - 1)
    lid = rect(Box(box.x - 2, box.y, box.w + 4, 7), "cut-solid", 3)
    return path(shape, "cut-glass") + _beans(beans) + lid


def _beans(box: Box) -> Markup:
    """A heap of beans, each with its crease."""
    drawn = []
    row, y = 0, box.bottom - 4.0
    while y > box.y:
        x = box.x + 5 + (row % 2) * 4.5
        while x < box.right - 3:
            drawn.append(circle(x, y, 3.1, "cut-bean"))
            drawn.append(line(x - 1.4, y + 1.4, x + 1.4, y - 1.4, "cut-crease"))
            x += 9
        row, y = row + 1, y - 6.6
    return JOIN.join(drawn)


def grinder(box: Box, view: PartView) -> Markup:
    """A cone turning in a ring."""
    half = box.w / 2
    lower = half * 0.42
    ring = f"M{box.x} {box.y} L{box.x + lower} {box.bottom} H{box.right - lower} L{box.right} {box.y}"
    cone = f"M{box.cx} {box.y + 2} L{box.cx + half * 0.44} {box.bottom - 1} L{box.cx - half * 0.44} {box.bottom - 1} Z"
    teeth = [
        line(box.cx + k * half * 0.1, box.y + 6, box.cx + k * half * 0.34, box.bottom - 2, "cut-thin")
        for k in (-1, 0, 1)
    ]
    return path(ring, "cut-line") + path(cone, "cut-metal") + JOIN.join(teeth)


def funnel(box: Box, view: PartView) -> Markup:
    """The powder funnel above the group."""
    d = f"M{box.x} {box.y} L{box.right} {box.y} L{box.cx + 6} {box.bottom} L{box.cx - 6} {box.bottom} Z"
    return path(d, "cut-line")


def brew_group(box: Box, view: PartView) -> Markup:
    """Piston, chamber with its puck, screen, and the spout towards the outlet."""
    cap = Box(box.x + box.w * 0.1, box.y, box.w * 0.8, box.h * 0.14)
    chamber = Box(box.x + box.w * 0.16, cap.bottom + 2, box.w * 0.68, box.h * 0.5)
    piston = Box(chamber.x + 3, chamber.y + chamber.h * 0.32, chamber.w - 6, chamber.h * 0.2)
    puck = Box(chamber.x + 3, piston.bottom + 1, chamber.w - 6, chamber.h * 0.24)
    base = Box(box.x, chamber.bottom + 2, box.w, box.bottom - chamber.bottom - 2)
    rod = line(box.cx, cap.bottom, box.cx, piston.y, "cut-heavy")
    holes = [circle(chamber.x + 6 + n * (chamber.w - 12) / 4, chamber.bottom - 4, 1.1, "cut-dot") for n in range(5)]
    handle = path(f"M{base.right - 4} {base.y + 4} q7 {base.h * 0.3} 0 {max(2.0, base.h - 8)}", "cut-line")
    return (
        rect(cap, "cut-metal", 3) + rect(chamber, "cut-line", 4) + rod + rect(piston, "cut-metal", 2)
        + rect(puck, "cut-coffee", 2) + JOIN.join(holes) + rect(base, "cut-solid", 4) + handle
    )  # fmt: skip


def outlet(box: Box, view: PartView) -> Markup:
    """The coffee outlet with its two spouts."""
    d = f"M{box.x} {box.y} H{box.right} L{box.right - 5} {box.y + box.h * 0.62} H{box.x + 5} Z"
    spouts = [rect(Box(x - 3, box.y + box.h * 0.6, 6, box.h * 0.4), "cut-metal", 1.5) for x in (box.cx - 8, box.cx + 8)]
    return path(d, "cut-solid") + JOIN.join(spouts)


def capsules(box: Box, view: PartView) -> Markup:
    """The chamber that takes a capsule: a slot, the needle, the capsule held between."""
    held = Box(box.x + box.w * 0.24, box.y + box.h * 0.34, box.w * 0.52, box.h * 0.3)
    slot = path(f"M{box.x + box.w * 0.3} {box.y} V{held.y} M{box.right - box.w * 0.3} {box.y} V{held.y}", "cut-thin")
    needle = line(box.cx, held.bottom + 10, box.cx, held.bottom - 4, "cut-heavy")
    d = f"M{held.x} {held.y} H{held.right} L{held.right - 7} {held.bottom} H{held.x + 7} Z"
    return rect(box, "cut-line", 6) + slot + path(d, "cut-coffee") + needle


def portafilter(box: Box, view: PartView) -> Markup:
    """Basket, spouts and handle."""
    basket = Box(box.cx - 12, box.y, 24, 10)
    handle = line(box.x, box.y + 5, basket.x, box.y + 5, "cut-heavy")
    spout = path(f"M{box.cx - 5} {basket.bottom} V{box.bottom} M{box.cx + 5} {basket.bottom} V{box.bottom}", "cut-line")
    return rect(basket, "cut-metal", 3) + handle + spout
