"""The panel of a machine as it sits on it: lamps in their places, lit as they were seen, the display's words.

A lamp that is lit differs in shape as well: a steady one is filled and has a halo, a flashing one has
rays; so it is read without colour and without motion.
"""

from __future__ import annotations

from dataclasses import dataclass
from math import cos, pi, sin

from markupsafe import Markup

from lamplight.core.lamps.match import PanelSignals
from lamplight.core.lamps.panel import Lamp, LampSignal, LampState
from lamplight.core.machine.kind import Kind
from lamplight.drawing.glyphs import SIGNS
from lamplight.drawing.svg import Box, circle, el, group, line, rect, text

STEP, RADIUS, ROW = 118.0, 24.0, 112.0
MARGIN = 26.0
DISPLAY_HEIGHT = 62.0
LONGEST_LINE = 34


@dataclass(frozen=True)
class LampPlace:
    """A lamp with the middle of its glass."""

    lamp: Lamp
    x: float
    y: float


def lamp_places(kind: Kind) -> list[LampPlace]:
    """Where the lamps sit: where the kind says, else from left to right."""
    placed = []
    for n, lamp in enumerate(kind.panel.lamps):
        column, row = lamp.place if lamp.place else (float(n), 0.0)
        placed.append(LampPlace(lamp, MARGIN + STEP * (column + 0.5), MARGIN + RADIUS + 6 + ROW * row))
    return placed


def panel_size(kind: Kind) -> tuple[float, float]:
    """Width and height of the drawing."""
    places = lamp_places(kind)
    width = max((place.x + STEP / 2 + MARGIN for place in places), default=0.0)
    height = max((place.y + RADIUS + 52 for place in places), default=MARGIN)
    if _has_display(kind):
        width, height = max(width, 430.0), height + DISPLAY_HEIGHT + 10
    return max(width, 200.0), height + 8


def _has_display(kind: Kind) -> bool:
    return bool(kind.panel.messages) or kind.appearance.panel != "lamps"


def lamp_panel(kind: Kind, signals: PanelSignals, cls: str = "lamp-panel", small: bool = False) -> Markup:
    """The panel as an SVG element; its title says in words what is lit.

    Args:
        small: without the words beneath the lamps.
    """
    width, height = panel_size(kind)
    lamps = [_lamp(place, signals.lamp(place.lamp.key), small) for place in lamp_places(kind)]
    display = _display(kind, signals, width, height) if _has_display(kind) else Markup("")
    return el(
        "svg", el("title", signals_in_words(kind, signals)), rect(Box(2, 2, width - 4, height - 4), "panel-plate", 16),
        *lamps, display, cls=cls, role="img", preserveAspectRatio="xMinYMid", viewBox=f"0 0 {width:.0f} {height:.0f}",
    )  # fmt: skip


def signals_in_words(kind: Kind, signals: PanelSignals) -> str:
    """``Tank flashing red, Drawer steady red``; ``the panel is dark``."""
    words = [
        f"{lamp.label} {state_words(signals.lamp(lamp.key), lamp)}"
        for lamp in kind.panel.lamps
        if signals.lamp(lamp.key).lit
    ]
    words += [f"“{signals.message}”"] if signals.message else []
    return ", ".join(words) if words else "The panel is dark"


def state_words(signals: LampSignal, lamp: Lamp) -> str:
    """``off``, ``steady``, ``flashing amber``; the colour where the lamp has several."""
    if not signals.lit:
        return "off"
    return f"{signals.state.value} {signals.colour}".strip() if len(lamp.colours) > 1 else signals.state.value


def _lamp(place: LampPlace, signals: LampSignal, small: bool) -> Markup:
    x, y = place.x, place.y
    shapes = [circle(x, y, RADIUS, f"lamp-glass lamp-{signals.colour}" if signals.lit else "lamp-glass")]
    if signals.lit:
        shapes.insert(0, circle(x, y, RADIUS + 9, f"lamp-halo lamp-{signals.colour}"))
    if signals.state is LampState.FLASHING:
        shapes += [_ray(x, y, n) for n in range(8)]
    sign = SIGNS.get(place.lamp.sign)
    if sign is not None:
        cls = "lamp-sign-lit" if signals.lit else "lamp-sign"
        shapes.append(group(sign, cls=cls, transform=f"translate({x - 14} {y - 14}) scale(1.4)"))
    if not small:
        shapes.append(text(x, y + RADIUS + 27, place.lamp.label, "lamp-label", "middle"))
        shapes.append(text(x, y + RADIUS + 44, state_words(signals, place.lamp), "lamp-state", "middle"))
    return group(*shapes, cls="lamp is-flashing" if signals.state is LampState.FLASHING else "lamp")


def _ray(x: float, y: float, n: int) -> Markup:
    angle = pi * n / 4 + pi / 8
    near, far = RADIUS + 5, RADIUS + 12
    return line(x + near * cos(angle), y + near * sin(angle), x + far * cos(angle), y + far * sin(angle), "lamp-ray")


def _display(kind: Kind, signals: PanelSignals, width: float, height: float) -> Markup:
    box = Box(MARGIN, height - DISPLAY_HEIGHT - 14, width - 2 * MARGIN, DISPLAY_HEIGHT)
    words = signals.message if len(signals.message) <= LONGEST_LINE else f"{signals.message[: LONGEST_LINE - 1]}…"
    shown = text(box.cx, box.cy + 8, words, "display-words", "middle") if words else Markup("")
    return group(rect(box, "display-glass", 6), shown)
