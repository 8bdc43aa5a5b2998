"""What is touched from outside, and what stands around."""

from __future__ import annotations

from markupsafe import Markup

from lamplight.drawing.parts.view import JOIN, PartView, steps
from lamplight.drawing.svg import Box, circle, group, line, path, rect


def panel(box: Box, view: PartView) -> Markup:
    """Lamps, a line of text, or a colour display; dark until somebody saw it lit."""
    if view.appearance.panel == "colour":
        wide, high = (box.w - 28) / 3, (box.h - 20) / 2
        tiles = [
            rect(Box(box.x + 7 + (n % 3) * (wide + 7), box.y + 7 + (n // 3) * (high + 6), wide, high), "cut-tile", 4)
            for n in range(6)
        ]
        return rect(box, "cut-display is-speaking" if view.message else "cut-display", 7) + JOIN.join(tiles)
    if view.appearance.panel == "text":
        screen = Box(box.x + 7, box.y + 7, box.w * 0.56, box.h - 14)
        words = [
            line(
                screen.x + 7,
                screen.cy + k,
                screen.right - 12 - 10 * (k > 0),
                screen.cy + k,
                "cut-thin is-speaking" if view.message else "cut-thin",
            )
            for k in (-4, 5)
        ]
        return (
            rect(box, "cut-band", 7)
            + rect(screen, "cut-display", 3)
            + JOIN.join(words)
            + _lamps(Box(screen.right + 4, box.y, box.right - screen.right - 8, box.h), view)
        )
    return rect(box, "cut-band", box.h / 2) + _lamps(box.inset(6), view)


def _lamps(box: Box, view: PartView) -> Markup:
    """The panel's lamps; a lit one glows, a flashing one has a second ring."""
    count = view.appearance.lamps
    r = min(7.0, box.w / (max(1, count) * 2.9))
    drawn = []
    for n in range(count):
        x = box.x + box.w * (n + 0.5) / count
        state, colour = view.lamps[n] if n < len(view.lamps) else ("off", "")
        if state == "off":
            drawn.append(circle(x, box.cy, r, "cut-lamp"))
            continue
        drawn.append(circle(x, box.cy, r * 2.1, f"lamp-halo lamp-{colour}"))
        drawn.append(circle(x, box.cy, r, f"lamp-glass lamp-{colour}"))
        if state == "flashing":
            drawn.append(circle(x, box.cy, r * 1.55, "cut-lamp-ring"))
    return JOIN.join(drawn)


def canister(box: Box, view: PartView) -> Markup:
    """Powder over a screw that carries it on."""
    powder = Box(box.x + 4, box.y + box.h * 0.35, box.w - 8, box.h * 0.45)
    screw = [line(x, box.bottom - 8, x + 5, box.bottom - 3, "cut-thin") for x in steps(box.x + 5, box.right - 10, 6)]
    lid = rect(Box(box.x - 2, box.y, box.w + 4, 7), "cut-solid", 3)
    return rect(box, "cut-glass", 4) + rect(powder, "cut-coffee", 2) + JOIN.join(screw) + lid


def mixer(box: Box, view: PartView) -> Markup:
    """A bowl with its whipper."""
    bowl = path(f"M{box.x} {box.y} H{box.right} L{box.cx + 3} {box.bottom} H{box.cx - 3} Z", "cut-case")
    return bowl + line(box.cx, box.y - 3, box.cx, box.bottom - 5, "cut-thin") + circle(box.cx, box.cy, 2.2, "cut-dot")


def outlet_cover(box: Box, view: PartView) -> Markup:
    """A cover that slides, and the wheel that drives it."""
    ribs = [line(x, box.y + 4, x, box.bottom - 4, "cut-thin") for x in steps(box.x + 6, box.right - 22, 6)]
    wheel = circle(box.right - 10, box.cy, 6, "cut-metal") + circle(box.right - 10, box.cy, 1.6, "cut-dot")
    return rect(box, "cut-solid", 5) + JOIN.join(ribs) + wheel


def door(box: Box, view: PartView) -> Markup:
    """The opened side: only its edge is seen."""
    return rect(box, "cut-door", 8)


def cup(box: Box) -> Markup:
    """A cup on the grid."""
    d = f"M{box.x} {box.y} H{box.right} L{box.right - 5} {box.bottom} H{box.x + 5} Z"
    handle = path(f"M{box.right - 2} {box.y + 5} q11 3 0 {box.h * 0.5}", "cut-line")
    return path(d, "cut-case") + handle


def measuring_jug(box: Box, share: float) -> Markup:
    """A jug under the outlet, filled to a share."""
    top = box.bottom - 3 - (box.h - 8) * share
    brown = rect(Box(box.x + 3, top, box.w - 6, box.bottom - 3 - top), "cut-coffee", 2)
    marks = [
        line(box.right - 10, box.y + box.h * k, box.right - 3, box.y + box.h * k, "cut-thin") for k in (0.3, 0.5, 0.7)
    ]
    return rect(box, "cut-glass", 4) + brown + JOIN.join(marks)


def stand_shapes(body: Box, kind: str) -> Markup:
    """What the machine stands on."""
    if kind == "feet":
        return group(*(rect(Box(x, body.bottom - 2, 22, 12), "cut-solid", 4) for x in (18, body.right - 40)))
    if kind == "skirt":
        d = f"M8 {body.bottom - 2} H{body.right - 8} L{body.right - 18} 0 H18 Z"
        return path(d, "cut-solid")
    if kind == "cabinet":
        base = Box(6, body.bottom, body.w - 12, -body.bottom)
        middle = line(base.cx, base.y + 6, base.cx, -6, "cut-thin")
        knobs = circle(base.cx - 8, base.cy, 2, "cut-dot") + circle(base.cx + 8, base.cy, 2, "cut-dot")
        return rect(base, "cut-shell", 3) + middle + knobs
    if kind == "plinth":
        return rect(Box(-5, body.bottom - 2, body.w + 10, 2 - body.bottom), "cut-solid", 3)
    rails = rect(Box(-10, -9, body.w + 20, 9), "cut-solid", 4.5)
    posts = [rect(Box(x, body.bottom - 2, 10, -body.bottom - 5), "cut-metal", 2) for x in (26, body.right - 36)]
    return JOIN.join(posts) + rails
