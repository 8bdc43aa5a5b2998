"""One function for each part of a machine: its lines inside its box."""

from __future__ import annotations

from collections.abc import Callable

from markupsafe import Markup

from lamplight.drawing.parts.body import canister, door, mixer, outlet_cover, panel
from lamplight.drawing.parts.brew import brew_group, capsules, funnel, grinder, hopper, outlet, portafilter
from lamplight.drawing.parts.view import PartView
from lamplight.drawing.parts.water import (
    boiler,
    cartridge,
    dial,
    drawer,
    fridge,
    mains,
    milk_hose,
    milk_jug,
    pump,
    reservoir,
    tank,
    tray,
    tray_float,
    wand,
)
from lamplight.drawing.svg import Box

PARTS: dict[str, Callable[[Box, PartView], Markup]] = {
    "panel": panel, "hopper": hopper, "grinder": grinder, "funnel": funnel, "group": brew_group, "boiler": boiler,
    "pump": pump, "tank": tank, "filter": cartridge, "mains": mains, "outlet": outlet, "drawer": drawer, "tray": tray,
    "float": tray_float, "wand": wand, "jug": milk_jug, "hose": milk_hose, "fridge": fridge, "door": door,
    "canister": canister, "mixer": mixer, "capsules": capsules, "reservoir": reservoir, "portafilter": portafilter,
    "outlet-cover": outlet_cover, "dial": dial,
}  # fmt: skip  # fmt: skip
