"""Parts drawn large, each into a box, in the lines of the cutaway."""

from __future__ import annotations

from collections.abc import Callable
from math import cos, pi, sin

from markupsafe import Markup

from lamplight.drawing.closeup import inner_things as inner
from lamplight.drawing.parts.view import JOIN
from lamplight.drawing.svg import Box, circle, group, line, path, rect

Thing = Callable[[Box], Markup]


def brew_group(box: Box) -> Markup:
    """Screen on top, piston and spring inside, the release at the side."""
    body = Box(box.x + box.w * 0.18, box.y + 22, box.w * 0.64, box.h - 40)
    screen = rect(Box(body.x - 8, box.y + 8, body.w + 16, 16), "cut-metal", 4)
    holes = [circle(body.x + 6 + n * (body.w - 12) / 8, box.y + 16, 2.2, "close-hole") for n in range(9)]
    chamber = rect(Box(body.x + 14, body.y + 12, body.w - 28, body.h * 0.36), "cut-cavity", 4)
    puck = rect(Box(body.x + 18, body.y + 12 + body.h * 0.2, body.w - 36, body.h * 0.15), "cut-puck", 3)
    coils = JOIN.join(_spring(body.cx, body.y + body.h * 0.54, body.bottom - 12, body.w * 0.26))
    release = rect(Box(body.right - 3, body.cy - 15, 24, 30), "close-grip", 6)
    marks = path(f"M{body.x - 12} {body.cy} h-14 M{body.x + 1} {body.cy} h12", "close-mark")
    return rect(body, "cut-solid", 10) + screen + JOIN.join(holes) + chamber + puck + coils + release + marks


def _spring(x: float, top: float, bottom: float, half: float) -> list[Markup]:
    turns = 6
    step = (bottom - top) / turns
    return [line(x - half, top + n * step, x + half, top + (n + 0.6) * step, "cut-line") for n in range(turns)]


def tray(box: Box) -> Markup:
    """Grid over its water, the float, and the seat behind it."""
    pan = Box(box.x, box.y + box.h * 0.38, box.w * 0.84, box.h * 0.4)
    water = rect(Box(pan.x + 6, pan.y + pan.h * 0.42, pan.w - 12, pan.h * 0.52), "cut-waste", 4)
    grid = [line(x, pan.y - 10, x, pan.y, "cut-line") for x in _places(pan.x + 10, pan.right - 10, 12)]
    rail = line(pan.x, pan.y - 10, pan.right, pan.y - 10, "cut-heavy")
    floats = rect(Box(pan.right - 44, pan.y + pan.h * 0.26, 22, 18), "cut-float", 4)
    seat = path(f"M{pan.right + 14} {pan.y - 24} V{pan.bottom + 10} H{pan.x + 18}", "close-seat")
    return rect(pan, "cut-case", 6) + water + JOIN.join(grid) + rail + floats + seat


def _places(start: float, end: float, count: int) -> list[float]:
    return [start + n * (end - start) / (count - 1) for n in range(count)]


def drawer(box: Box) -> Markup:
    """Pucks in a bin with a grip."""
    bin_ = Box(box.x + box.w * 0.12, box.y + box.h * 0.24, box.w * 0.76, box.h * 0.6)
    pucks = []
    for row in range(3):
        for n in range(4 - row % 2):
            x = bin_.x + 14 + n * bin_.w * 0.23 + (row % 2) * bin_.w * 0.11
            pucks.append(rect(Box(x, bin_.bottom - 26 - row * 24, bin_.w * 0.2, 19), "cut-puck", 5))
    grip = rect(Box(bin_.cx - 34, bin_.y - 15, 68, 17), "close-grip", 7)
    return rect(bin_, "cut-case", 8) + JOIN.join(pucks) + grip


def funnel(box: Box) -> Markup:
    """A chute with its lid up."""
    top, mouth = box.y + box.h * 0.4, box.w * 0.36
    chute = f"M{box.cx - mouth} {top} H{box.cx + mouth} L{box.cx + 18} {box.bottom - 6} H{box.cx - 18} Z"
    lid = path(f"M{box.cx + mouth} {top} l34 -64", "cut-heavy")
    inner = path(f"M{box.cx - mouth + 14} {top + 2} L{box.cx - 8} {box.bottom - 14}", "cut-thin")
    return path(chute, "cut-case") + inner + lid


def tank(box: Box, share: float = 0.5) -> Markup:
    """A tank with its marks, filled to a share."""
    glass = Box(box.x + box.w * 0.18, box.y + 8, box.w * 0.64, box.h - 22)
    high = (glass.h - 10) * max(0.0, min(1.0, share))
    water = Box(glass.x + 4, glass.bottom - 4 - high, glass.w - 8, high)
    marks = [
        line(glass.right - (26 if n % 2 else 38), y, glass.right - 8, y, "close-mark")
        for n, y in enumerate(_places(glass.bottom - 12, glass.y + 16, 7))
    ]
    grip = path(f"M{glass.x + 20} {glass.y} q{glass.w / 2 - 20} -22 {glass.w - 40} 0", "cut-heavy")
    top = line(water.x, water.y, water.right, water.y, "cut-water-line")
    return rect(glass, "cut-glass", 10) + rect(water, "cut-water", 5) + top + JOIN.join(marks) + grip


def tub(box: Box, share: float = 0.6) -> Markup:
    """An open vessel that is mixed in, with its marks."""
    top = box.y + box.h * 0.3
    sides = f"M{box.x + 14} {top} L{box.x + 30} {box.bottom} H{box.right - 30} L{box.right - 14} {top}"
    high = (box.bottom - top - 8) * max(0.0, min(1.0, share))
    level = box.bottom - 4 - high
    lean = 16 * (level - top) / (box.bottom - top)
    left, right, floor = box.x + 16 + lean, box.right - 16 - lean, box.bottom - 4
    fill = f"M{left:.1f} {level:.1f} H{right:.1f} L{box.right - 32} {floor} H{box.x + 32} Z"
    marks = [line(box.right - 62, y, box.right - 36, y, "close-mark") for y in _places(box.bottom - 20, top + 20, 5)]
    return path(fill, "cut-water") + path(sides, "close-glass") + JOIN.join(marks)


def cartridge(box: Box) -> Markup:
    """A cartridge with its ribs and the ring for the date."""
    body = Box(box.cx - 44, box.y + 20, 88, box.h - 46)
    ribs = [line(body.x + 8, y, body.right - 8, y, "cut-thin") for y in _places(body.y + 40, body.bottom - 14, 7)]
    ring = rect(Box(body.x - 7, body.y + 10, body.w + 14, 17), "close-grip", 7)
    foot = rect(Box(body.cx - 18, body.bottom, 36, 18), "cut-metal", 4)
    return rect(body, "cut-solid", 12) + JOIN.join(ribs) + ring + foot


def jug(box: Box) -> Markup:
    """A milk jug: lid, spout, tube and the small orifice in the lid."""
    glass = Box(box.x + box.w * 0.16, box.y + box.h * 0.3, box.w * 0.56, box.h * 0.64)
    milk = rect(Box(glass.x + 4, glass.y + glass.h * 0.4, glass.w - 8, glass.h * 0.56), "cut-milk", 8)
    lid = Box(glass.x - 7, glass.y - 30, glass.w + 14, 30)
    spout = path(f"M{lid.right} {lid.cy - 4} h34 l12 38", "cut-pipe")
    tube = path(f"M{lid.cx - 12} {lid.bottom} V{glass.bottom - 18} l6 9", "cut-milk-line")
    orifice = circle(lid.right - 22, lid.cy, 4.4, "close-grain")
    slide = rect(Box(lid.x + 14, lid.y - 11, 34, 13), "close-grip", 5)
    return rect(glass, "cut-glass", 12) + milk + rect(lid, "cut-solid", 8) + spout + tube + orifice + slide


def milk_tank(box: Box) -> Markup:
    """A milk tank with its lever and spout."""
    body = Box(box.x + box.w * 0.16, box.y + box.h * 0.3, box.w * 0.6, box.h * 0.62)
    milk = rect(Box(body.x + 5, body.y + body.h * 0.36, body.w - 10, body.h * 0.58), "cut-milk", 8)
    lever = path(f"M{body.cx} {body.y} l36 -46", "close-lever") + circle(body.cx + 36, body.y - 46, 10, "close-grip")
    pivot = circle(body.cx, body.y, 9, "cut-metal")
    spout = path(f"M{body.right} {body.y + 24} h30 v26", "cut-pipe")
    return rect(body, "cut-glass", 10) + milk + lever + pivot + spout


def hose(box: Box) -> Markup:
    """The end of a milk hose, cut slanted, and its holder."""
    way = f"M{box.x + 6} {box.y + 30} C{box.cx} {box.y - 8} {box.cx + 34} {box.cy} {box.cx + 30} {box.bottom - 64}"
    end = path(f"M{box.cx + 21} {box.bottom - 66} h18 v34 l-18 -13 Z", "cut-case")
    holder = path(f"M{box.cx - 52} {box.bottom - 24} h44 v-30 h18 v30", "cut-heavy")
    return path(way, "close-hose") + path(way, "cut-milk-line") + end + holder


def wand(box: Box) -> Markup:
    """A steam wand: its joint, the pull-off frother, the nozzle behind it."""
    arm = f"M{box.x + 10} {box.y + 20} q{box.w * 0.4} -8 {box.w * 0.46} 54"
    frother = rect(Box(box.x + box.w * 0.5 - 10, box.y + 74, 40, 70), "cut-solid", 10)
    nozzle = rect(Box(box.x + box.w * 0.5 + 1, box.y + 144, 18, 24), "cut-metal", 4)
    pin = path(f"M{box.x + box.w * 0.5 + 30} {box.y + 104} l20 -9", "cut-heavy")
    return path(arm, "close-arm") + path(arm, "cut-pipe") + frother + nozzle + pin


def knob(box: Box) -> Markup:
    """A round knob with its marks and pointer."""
    r = min(box.w, box.h) * 0.34
    around = [(cos(pi * n / 8), sin(pi * n / 8)) for n in range(16)]
    ticks = [
        line(box.cx + x * r, box.cy + y * r, box.cx + x * (r - 9), box.cy + y * (r - 9), "cut-line") for x, y in around
    ]
    pointer = path(f"M{box.cx + r * 0.1} {box.cy - r * 0.1} L{box.cx - r * 0.56} {box.cy + r * 0.44}", "close-pointer")
    return circle(box.cx, box.cy, r, "cut-solid") + JOIN.join(ticks) + pointer


def panel(box: Box) -> Markup:
    """A strip of keys and lamps."""
    strip = Box(box.x + 4, box.y + box.h * 0.3, box.w - 8, box.h * 0.38)
    keys = [circle(x, strip.cy, 15, "cut-case") for x in _places(strip.x + 28, strip.right - 28, 4)]
    lamps = [circle(x, strip.y + 11, 3.4, "cut-lamp") for x in _places(strip.x + 28, strip.right - 28, 4)]
    return rect(strip, "cut-band", 14) + JOIN.join(keys) + JOIN.join(lamps)


def outlet(box: Box) -> Markup:
    """Two spouts on their slide."""
    block = Box(box.cx - 48, box.y + 30, 96, 54)
    spouts = [rect(Box(x, block.bottom, 18, 26), "cut-metal", 5) for x in (block.x + 16, block.right - 34)]
    slide = line(block.cx, box.y, block.cx, block.y, "cut-heavy")
    return slide + rect(block, "cut-solid", 10) + JOIN.join(spouts)


def portafilter(box: Box) -> Markup:
    """A basket in its ring, with the handle."""
    ring = Box(box.x + 8, box.y + box.h * 0.34, box.w * 0.5, 34)
    basket = path(f"M{ring.x + 14} {ring.bottom} H{ring.right - 14} l-10 42 H{ring.x + 24} Z", "cut-metal")
    handle = rect(Box(ring.right, ring.y + 6, box.w * 0.42, 22), "close-grip", 11)
    return basket + rect(ring, "cut-solid", 8) + handle


def case(box: Box) -> Markup:
    """Anything else: its outline, opened."""
    return group(rect(box.inset(22), "cut-solid", 14), rect(box.inset(44), "cut-cavity", 8))


THINGS: dict[str, Thing] = {
    "group": brew_group, "tray": tray, "drawer": drawer, "funnel": funnel, "tank": tank, "filter": cartridge,
    "jug": jug, "reservoir": milk_tank, "hose": hose, "wand": wand, "dial": knob, "panel": panel, "outlet": outlet,
    "portafilter": portafilter, "outlet-cover": outlet, "tub": tub, "hopper": inner.hopper, "grinder": inner.grinder,
    "boiler": inner.boiler, "pump": inner.pump, "float": inner.floating, "door": inner.door, "mains": inner.tap,
    "fridge": inner.fridge, "mixer": inner.mixer, "canister": inner.canister, "capsules": inner.capsules,
}  # fmt: skip
