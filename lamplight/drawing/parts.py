"""One function for each part of a machine: its lines inside its box."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from math import cos, pi, sin

from markupsafe import Markup

from lamplight.core.kind import Look
from lamplight.drawing.svg import Box, circle, group, line, path, rect

JOIN = Markup("")


@dataclass(frozen=True)
class PartView:
    """How a part is to be shown.

    Attributes:
        level: how full it is, 0 to 1; None where nobody knows (drawn at a neutral level).
        lamps: state and colour of each lamp of the panel, where somebody saw them lit.
        message: what the display says.
        look: the kind's look.
    """

    look: Look
    level: float | None = None
    lamps: tuple[tuple[str, str], ...] = ()
    message: str = ""


def hopper(box: Box, view: PartView) -> Markup:
    """Beans under a lid; the crown gives the machine its outline."""
    crown = view.look.crown
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
    posts = [line(x, rail.y, x, rail.bottom, "cut-thin") for x in _steps(rail.x, rail.right, rail.w / 4)]
    cups = [
        rect(Box(x, rail.bottom - 15, 16, 14), "cut-case", 3) for x in _steps(rail.x + 6, rail.right - 22, rail.w / 4)
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


def outlet(box: Box, view: PartView) -> Markup:
    """The coffee outlet with its two spouts."""
    d = f"M{box.x} {box.y} H{box.right} L{box.right - 5} {box.y + box.h * 0.62} H{box.x + 5} Z"
    spouts = [rect(Box(x - 3, box.y + box.h * 0.6, 6, box.h * 0.4), "cut-metal", 1.5) for x in (box.cx - 8, box.cx + 8)]
    return path(d, "cut-solid") + JOIN.join(spouts)


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
    slots = [line(x, box.y, x, box.y + 4, "cut-thin") for x in _steps(box.x + 6, box.right - 6, 7)]
    d = f"M{box.x} {box.y + 2} V{box.bottom - 4} q0 4 4 4 H{box.right - 4} q4 0 4 -4 V{box.y + 2}"
    return (
        path(d, "cut-case")
        + water
        + line(box.x - 1, box.y + 1, box.right + 1, box.y + 1, "cut-heavy")
        + JOIN.join(slots)
    )


def _steps(start: float, end: float, step: float) -> list[float]:
    return [start + n * step for n in range(int((end - start) / step) + 1)]


def tray_float(box: Box, view: PartView) -> Markup:
    """The float that shows a full tray."""
    return rect(Box(box.x, box.y + 5, box.w, 6), "cut-float", 3) + line(
        box.cx, box.y + 5, box.cx, box.y - 2, "cut-thin"
    )


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


def panel(box: Box, view: PartView) -> Markup:
    """Lamps, a line of text, or a colour display; dark until somebody saw it lit."""
    if view.look.panel == "colour":
        wide, high = (box.w - 28) / 3, (box.h - 20) / 2
        tiles = [
            rect(Box(box.x + 7 + (n % 3) * (wide + 7), box.y + 7 + (n // 3) * (high + 6), wide, high), "cut-tile", 4)
            for n in range(6)
        ]
        return rect(box, "cut-display is-speaking" if view.message else "cut-display", 7) + JOIN.join(tiles)
    if view.look.panel == "text":
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
    count = view.look.lamps
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
    screw = [line(x, box.bottom - 8, x + 5, box.bottom - 3, "cut-thin") for x in _steps(box.x + 5, box.right - 10, 6)]
    lid = rect(Box(box.x - 2, box.y, box.w + 4, 7), "cut-solid", 3)
    return rect(box, "cut-glass", 4) + rect(powder, "cut-coffee", 2) + JOIN.join(screw) + lid


def mixer(box: Box, view: PartView) -> Markup:
    """A bowl with its whipper."""
    bowl = path(f"M{box.x} {box.y} H{box.right} L{box.cx + 3} {box.bottom} H{box.cx - 3} Z", "cut-case")
    return bowl + line(box.cx, box.y - 3, box.cx, box.bottom - 5, "cut-thin") + circle(box.cx, box.cy, 2.2, "cut-dot")


def capsules(box: Box, view: PartView) -> Markup:
    """The chamber that takes a capsule: a slot, the needle, the capsule held between."""
    held = Box(box.x + box.w * 0.24, box.y + box.h * 0.34, box.w * 0.52, box.h * 0.3)
    slot = path(f"M{box.x + box.w * 0.3} {box.y} V{held.y} M{box.right - box.w * 0.3} {box.y} V{held.y}", "cut-thin")
    needle = line(box.cx, held.bottom + 10, box.cx, held.bottom - 4, "cut-heavy")
    d = f"M{held.x} {held.y} H{held.right} L{held.right - 7} {held.bottom} H{held.x + 7} Z"
    return rect(box, "cut-line", 6) + slot + path(d, "cut-coffee") + needle


def reservoir(box: Box, view: PartView) -> Markup:
    """A tank for milk at the machine's side, with the pipe that draws from it."""
    milk = Box(box.x + 4, box.y + box.h * 0.38, box.w - 8, box.h * 0.62 - 4)
    inward = box.right + 8 if box.x < 0 else box.x - 8
    pipe = path(f"M{box.cx} {box.bottom - 10} V{box.y - 6} H{inward}", "cut-milk-line")
    lid = rect(Box(box.x - 2, box.y, box.w + 4, 8), "cut-solid", 3)
    return rect(box, "cut-glass", 8) + rect(milk, "cut-milk", 5) + pipe + lid


def portafilter(box: Box, view: PartView) -> Markup:
    """Basket, spouts and handle."""
    basket = Box(box.cx - 12, box.y, 24, 10)
    handle = line(box.x, box.y + 5, basket.x, box.y + 5, "cut-heavy")
    spout = path(f"M{box.cx - 5} {basket.bottom} V{box.bottom} M{box.cx + 5} {basket.bottom} V{box.bottom}", "cut-line")
    return rect(basket, "cut-metal", 3) + handle + spout


def outlet_cover(box: Box, view: PartView) -> Markup:
    """A cover that slides, and the wheel that drives it."""
    ribs = [line(x, box.y + 4, x, box.bottom - 4, "cut-thin") for x in _steps(box.x + 6, box.right - 22, 6)]
    wheel = circle(box.right - 10, box.cy, 6, "cut-metal") + circle(box.right - 10, box.cy, 1.6, "cut-dot")
    return rect(box, "cut-solid", 5) + JOIN.join(ribs) + wheel


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


def door(box: Box, view: PartView) -> Markup:
    """The opened side: only its edge is seen."""
    return rect(box, "cut-door", 8)


PARTS: dict[str, Callable[[Box, PartView], Markup]] = {
    "panel": panel, "hopper": hopper, "grinder": grinder, "funnel": funnel, "group": brew_group, "boiler": boiler,
    "pump": pump, "tank": tank, "filter": cartridge, "mains": mains, "outlet": outlet, "drawer": drawer, "tray": tray,
    "float": tray_float, "wand": wand, "jug": milk_jug, "hose": milk_hose, "fridge": fridge, "door": door,
    "canister": canister, "mixer": mixer, "capsules": capsules, "reservoir": reservoir, "portafilter": portafilter,
    "outlet-cover": outlet_cover, "dial": dial,
}  # fmt: skip


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
