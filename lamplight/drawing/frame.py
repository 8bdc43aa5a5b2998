"""Where each part of a machine lies, worked out from how its kind looks.

One system for every kind: a body on the counter's edge, a panel across its top, a bay for the cup
on the left, and the works, laid open, on the right.
"""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass

from lamplight.core.kind import Look
from lamplight.drawing.svg import Box

STAND_HEIGHT = {"feet": 10, "skirt": 14, "cabinet": 66, "rails": 18}
BAND_HEIGHT = {"lamps": 36, "text": 46, "colour": 78}
CROWN_HEIGHT = {"hopper": 40, "twin hopper": 38, "dome": 30, "funnel": 44, "capsule drum": 36}
TRAY_HEIGHT = 24


@dataclass(frozen=True)
class Frame:
    """The boxes of a machine.

    Attributes:
        body: the shell.
        boxes: the box of each fitted part by its key, in order of drawing.
        bay: where the cup stands.
        works: the opened side.
        stand: height of what it stands on.
    """

    body: Box
    boxes: dict[str, Box]
    bay: Box
    works: Box
    stand: float

    @property
    def bounds(self) -> Box:
        """Everything, with a small margin."""
        around = self.body
        for box in self.boxes.values():
            around = around.join(box)
        return Box(around.x - 8, around.y - 8, around.w + 16, -around.y + 10)


def frame(look: Look, parts: Collection[str]) -> Frame:
    """The boxes of a kind's parts."""
    stand = STAND_HEIGHT[look.stand]
    body = Box(0, -look.height, look.width, look.height - stand)
    band = Box(14, body.y + 15, body.w - 28, BAND_HEIGHT[look.panel])
    top, bottom = band.bottom + 11, body.bottom - 11
    bay_width = round(look.width * (0.36 if look.width >= 260 else 0.37))
    tray = Box(11, bottom - TRAY_HEIGHT, bay_width + 2, TRAY_HEIGHT)
    bay = Box(12, top, bay_width, tray.y - 3 - top)
    works_x = bay.right + 9
    works = Box(works_x, top, body.w - 12 - works_x, bottom - top)
    boxes = {
        "panel": band,
        "tray": tray,
        "float": Box(tray.right - 17, tray.y + 3, 10, 13),
        "outlet": Box(bay.cx - 17, bay.y - 2, 34, min(34.0, bay.h * 0.3)),
        **_works_boxes(works),
        **_crown(look, body, works),
        **_water(look, body),
        **_milk(look, body, bay),
        "door": Box(works.x - 4, works.y - 4, works.w + 8, works.h + 8),
    }
    return Frame(body, {key: boxes[key] for key in boxes if key in parts}, bay, works, stand)


def _works_boxes(works: Box) -> dict[str, Box]:
    """Grinder over funnel over group in one column, heater over pump in the other, drawer below."""
    drawer_height = min(54.0, max(32.0, works.h * 0.24))
    drawer = Box(works.x + 5, works.bottom - drawer_height - 4, works.w - 10, drawer_height)
    room = drawer.y - works.y - 8
    column = min(78.0, works.w * 0.58)
    grinder = Box(works.x + 7, works.y + 5, column - 12, room * 0.26)
    funnel = Box(grinder.x + 6, grinder.bottom + 3, grinder.w - 12, room * 0.12)
    group_y = funnel.bottom + 3
    group = Box(works.x + 7, group_y, column - 8, drawer.y - 5 - group_y)
    second = Box(works.x + column + 6, works.y + 6, works.w - column - 12, room)
    boiler = Box(second.x, second.y, second.w, room * 0.56)
    pump_size = min(second.w, room * 0.34)
    pump = Box(second.cx - pump_size / 2, second.bottom - pump_size - 4, pump_size, pump_size)
    return {"drawer": drawer, "boiler": boiler, "pump": pump, "grinder": grinder, "funnel": funnel, "group": group}


def _crown(look: Look, body: Box, works: Box) -> dict[str, Box]:
    height = CROWN_HEIGHT[look.crown]
    if look.crown == "twin hopper":
        return {"hopper": Box(body.w * 0.12, body.y - height, body.w * 0.76, height)}
    if look.crown == "dome":
        return {"hopper": Box(body.w * 0.14, body.y - height, body.w * 0.72, height)}
    if look.crown == "funnel":
        return {"hopper": Box(works.x - 6, body.y - height, works.w * 0.66, height)}
    return {"hopper": Box(body.w * 0.36, body.y - height, body.w * 0.46, height)}


def _water(look: Look, body: Box) -> dict[str, Box]:
    if look.tank == "plumbed":
        line = Box(body.right + 16, -118, 24, 62)
        return {"filter": line, "mains": Box(body.right + 12, -40, 32, 40)}
    tall = body.h * (0.72 if look.tank != "back" else 0.86)
    width = 46.0
    if look.tank == "left":
        tank = Box(-width - 4, body.bottom - 6 - tall, width, tall)
    elif look.tank == "right":
        tank = Box(body.right + 4, body.bottom - 6 - tall, width, tall)
    else:
        tank = Box(body.right - 22, body.bottom - 6 - tall, width + 4, tall)
    cartridge = Box(tank.right - 20, tank.bottom - 44, 16, 38)
    return {"tank": tank, "filter": cartridge}


def _milk(look: Look, body: Box, bay: Box) -> dict[str, Box]:
    if look.milk == "wand":
        return {"wand": Box(-24, bay.y - 4, 24, bay.h * 0.78)}
    if look.milk == "jug":
        return {"jug": Box(-52, bay.y + bay.h * 0.28, 56, bay.h * 0.62)}
    if look.milk == "hose":
        side = body.right + 8 if look.tank == "left" else -58
        return {"hose": Box(side, -112, 50, 112)}
    if look.milk == "fridge":
        return {"fridge": Box(-116, -200, 104, 200)}
    return {}
