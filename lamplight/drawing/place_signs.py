"""Signs of the places on the dock, our own: a few strokes in a square of 20."""

from __future__ import annotations

from functools import cache

from markupsafe import Markup

from lamplight.drawing.svg import circle, el, path

# Hands and machines on their staves; a machine on the counter; a counter; a lamp; a drop on a scale; a shelf; days on a
# line; a written page.
STROKES: dict[str, tuple[str, ...]] = {
    "today": ("M2 6 H7 M9 6 H13 M15 6 H18", "M5 11 H15", "M9 16 H18"),
    "machines": ("M4 3 H16 V8 H13 V14 H16 V17 H4 Z", "M8 11 H11", "M2 17 H18"),
    "readings": ("M2 6 H18 V14 H2 Z", "M7.3 6 V14 M12.7 6 V14", "M4 10 h1.6 M9 10 h2 M14.4 10 h2"),
    "lamps": ("M10 1.5 V3.5 M3.5 4.5 L5 6 M16.5 4.5 L15 6", "M6.5 16 H13.5 M8 18 H12"),
    "water": ("M7 3 C10 7 11.5 8.5 11.5 11 a4.5 4.5 0 0 1 -9 0 C2.5 8.5 4 7 7 3 Z", "M15 4 V16 M15 7 h3 M15 12 h3"),
    "supplies": ("M2 11 H18 M2 18 H18", "M4 11 V5 H8 V11", "M11 11 V3 H15 V11", "M5 18 V14 H14 V18"),
    "plan": ("M1.5 4 Q10 8 18.5 4", "M5 6 V9 H2.5 V14 H8 V9 H5", "M14.5 6 V11 H12 V16 H17.5 V11 H14.5"),
    "log": ("M4 2.5 H16 V17.5 H4 Z", "M7 6.5 H13 M7 10 H13 M7 13.5 H11"),
}  # fmt: skip


@cache
def place_sign(place: str) -> Markup:
    """The sign of a place; the word beside it names it."""
    bulb = (circle(10, 10.5, 4, "place-line"),) if place == "lamps" else ()
    shapes = (*(path(d, "place-line") for d in STROKES.get(place, ())), *bulb)
    return el("svg", *shapes, cls="place-sign", viewBox="0 0 20 20", width=22, height=22, **{"aria-hidden": "true"})
