"""Pictograms of lamps, our own: a few strokes in a square of 20, drawn in the lamp's own colour."""

from __future__ import annotations

from markupsafe import Markup

from lamplight.drawing.svg import Box, circle, group, path, rect


def _p(*lines: str) -> Markup:
    return group(*(path(d, "sign-line") for d in lines))


SIGNS: dict[str, Markup] = {
    "tank": _p("M5 4 L6 17 H14 L15 4", "M5.7 10 q2 -2 4.3 0 t4.3 0"),
    "beans": _p("M10 3 C5 5 5 15 10 17 C15 15 15 5 10 3 Z", "M10 4 q-3 3 0 6 t0 6"),
    "drawer": _p("M3 8 H17 V16 H3 Z", "M8 12 H12", "M6 8 L8 4 H12 L14 8"),
    "tray": _p("M2 8 H18 L16 14 H4 Z", "M10 2 V6", "M7 11 H13"),
    "care": _p("M4 16 L12 8", "M11 4 l5 5", "M13 6 q3 -3 4 -2 t-2 4"),
    "scale": _p("M4 16 H16", "M6 16 L8 9 L10 13 L12 6 L15 16"),
    "milk": _p("M7 3 H13 L14 8 V17 H6 V8 Z", "M6 11 H14"),
    "heat": _p("M5 16 q-2 -4 1 -6 t1 -6", "M10 16 q-2 -4 1 -6 t1 -6", "M15 16 q-2 -4 1 -6 t1 -6"),
    "attention": group(
        path("M10 3 L18 17 H2 Z", "sign-line"), path("M10 8 V12", "sign-line"), circle(10, 14.6, 1, "sign-dot")
    ),
    "ready": _p("M4 10 L8 15 L16 5"),
    "cup": _p("M4 6 H14 V12 q0 4 -5 4 t-5 -4 Z", "M14 8 h2 q2 2 0 4 h-2"),
    "cups": _p("M2 6 H9 V11 q0 3 -3.5 3 T2 11 Z", "M11 9 H18 V14 q0 3 -3.5 3 T11 14 Z"),
    "filter": group(rect(Box(6, 5, 8, 12), "sign-line", 2), path("M8 5 V3 H12 V5 M8 9 H12 M8 12 H12", "sign-line")),
    "door": _p("M5 3 H15 V17 H5 Z", "M12 10 v1"),
    "group": _p("M6 3 H14 V8 H6 Z", "M10 8 V13", "M5 13 H15 V17 H5 Z"),
    "steam": _p("M3 5 H11 V9", "M11 12 q-2 2 0 4", "M14 11 q-2 3 0 6"),
    "left": _p("M13 4 L6 10 L13 16"),
    "right": _p("M7 4 L14 10 L7 16"),
}
