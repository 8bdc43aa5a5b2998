"""Where each part of a machine lies, worked out from how its kind looks.

One system for every kind: a body on the counter's edge, a panel across its top, a bay for the cup
on the left, and the works, laid open, on the right.
"""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass

from lamplight.core.anatomy.parts import Appearance
from lamplight.drawing.svg import Box

STAND_HEIGHT = {"feet": 10, "skirt": 14, "cabinet": 66, "rails": 18, "plinth": 24}
BAND_HEIGHT = {"lamps": 36, "text": 46, "colour": 78}
CROWN_HEIGHT = {
    "hopper": 40,
    "twin hopper": 38,
    "dome": 30,
    "funnel": 44,
    "capsule drum": 36,
    "cup rail": 44,
    "flat": 15,
}
TRAY_HEIGHT = 24
DIAL_WIDTH = 46


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


def frame(appearance: Appearance, parts: Collection[str]) -> Frame:
    """The boxes of a kind's parts."""
    stand = STAND_HEIGHT[appearance.stand]
    body = Box(0, -appearance.height, appearance.width, appearance.height - stand)
    band = Box(14, body.y + 15, body.w - 28 - (DIAL_WIDTH if "dial" in parts else 0), BAND_HEIGHT[appearance.panel])
    top, bottom = band.bottom + 11, body.bottom - 11
    bay_width = round(appearance.width * (0.36 if appearance.width >= 260 else 0.37))
    tray = Box(11, bottom - TRAY_HEIGHT, bay_width + 2, TRAY_HEIGHT)
    bay = Box(12, top, bay_width, tray.y - 3 - top)
    outlet = Box(bay.cx - 17, bay.y - 2, 34, min(34.0, bay.h * 0.3))
    works_x = bay.right + 9
    works = Box(works_x, top, body.w - 12 - works_x, bottom - top)
    boxes = {
        "panel": band,
        "tray": tray,
        "float": Box(tray.right - 17, tray.y + 3, 10, 13),
        "outlet": outlet,
        **_in_the_bay(bay, outlet),
        "dial": Box(band.right + 8, band.y - 2, DIAL_WIDTH - 8, DIAL_WIDTH - 8),
        **_works_boxes(works),
        **_crown(appearance, body, works, "canister" in parts),
        **_water(appearance, body),
        **_milk(appearance, body, bay),
        "door": Box(works.x - 4, works.y - 4, works.w + 8, works.h + 8),
    }
    return Frame(body, {key: boxes[key] for key in boxes if key in parts}, bay, works, stand)


def _in_the_bay(bay: Box, outlet: Box) -> dict[str, Box]:
    """What hangs beside and below the outlet."""
    return {
        "mixer": Box(outlet.right + 2, bay.y + 2, bay.right - outlet.right - 4, 22),
        "portafilter": Box(bay.x + 3, outlet.bottom + 3, bay.w - 8, 17),
        "outlet-cover": Box(bay.x + 4, outlet.bottom + 3, bay.w - 10, 20),
    }


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
    capsules = Box(grinder.x, grinder.y, column - 8, group.bottom - grinder.y)
    return {
        "drawer": drawer, "boiler": boiler, "pump": pump, "grinder": grinder, "funnel": funnel, "group": group,
        "capsules": capsules,
    }  # fmt: skip


def _crown(appearance: Appearance, body: Box, works: Box, with_canister: bool) -> dict[str, Box]:
    height = CROWN_HEIGHT[appearance.crown]
    if with_canister:
        canister = Box(body.w * 0.1, body.y - 46, body.w * 0.32, 46)
        return {"canister": canister, "hopper": Box(body.w * 0.48, body.y - height, body.w * 0.4, height)}
    if appearance.crown == "cup rail":
        return {"hopper": Box(10, body.y - height, body.w - 20, height)}
    if appearance.crown == "flat":
        return {"hopper": Box(body.w * 0.22, body.y - height, body.w * 0.56, height)}
    if appearance.crown == "twin hopper":
        return {"hopper": Box(body.w * 0.12, body.y - height, body.w * 0.76, height)}
    if appearance.crown == "dome":
        return {"hopper": Box(body.w * 0.14, body.y - height, body.w * 0.72, height)}
    if appearance.crown == "funnel":
        return {"hopper": Box(works.x - 6, body.y - height, works.w * 0.66, height)}
    return {"hopper": Box(body.w * 0.36, body.y - height, body.w * 0.46, height)}


def _water(appearance: Appearance, body: Box) -> dict[str, Box]:
    if appearance.tank == "plumbed":
        line = Box(body.right + 16, -118, 24, 62)
        return {"filter": line, "mains": Box(body.right + 12, -40, 32, 40)}
    tall = body.h * (0.72 if appearance.tank != "back" else 0.86)
    width = 46.0
    if appearance.tank == "left":
        tank = Box(-width - 4, body.bottom - 6 - tall, width, tall)
    elif appearance.tank == "right":
        tank = Box(body.right + 4, body.bottom - 6 - tall, width, tall)
    else:
        tank = Box(body.right - 22, body.bottom - 6 - tall, width + 4, tall)
    cartridge = Box(tank.right - 20, tank.bottom - 44, 16, 38)
    return {"tank": tank, "filter": cartridge}


def _milk(appearance: Appearance, body: Box, bay: Box) -> dict[str, Box]:
    if appearance.milk == "wand":
        return {"wand": Box(-24, bay.y - 4, 24, bay.h * 0.78)}
    if appearance.milk == "jug":
        return {"jug": Box(-52, bay.y + bay.h * 0.28, 56, bay.h * 0.62)}
    if appearance.milk == "hose":
        side = body.right + 8 if appearance.tank == "left" else -58
        return {"hose": Box(side, -112, 50, 112)}
    if appearance.milk == "side tank":
        return {"reservoir": Box(-58 if appearance.tank != "left" else body.right + 6, -132, 52, 126)}
    if appearance.milk in ("fridge", "cover"):
        return {"fridge": Box(-116, -200, 104, 200)}
    return {}
