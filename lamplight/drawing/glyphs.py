"""Small signs: circuits and statuses by shape, places of the dock, lamps."""

from __future__ import annotations

from functools import cache

from markupsafe import Markup

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.care.status import Status
from lamplight.drawing.svg import Box, circle, el, group, path, rect

CIRCUIT_PATHS = {
    Circuit.BREW: "M8 2 a6 6 0 1 0 .01 0 Z",
    Circuit.MILK: "M8 1 C11 6 13 8 13 10.5 a5 5 0 0 1 -10 0 C3 8 5 6 8 1 Z",
    Circuit.WATER: "M8 1.5 L14.5 8 L8 14.5 L1.5 8 Z",
    Circuit.WASTE: "M2.5 2.5 H13.5 V13.5 H2.5 Z",
    Circuit.BODY: "M4.6 2 H11.4 L15 8 L11.4 14 H4.6 L1 8 Z",
}
STATUS_WORDS = {
    Status.CLEAR: "clear",
    Status.UNKNOWN: "not known",
    Status.SOON: "soon",
    Status.DUE: "due",
    Status.OVERDUE: "overdue",
}


@cache
def circuit_glyph(circuit: Circuit, size: int = 14) -> Markup:
    """The circuit's shape in its colour, named for readers who do not see it."""
    shape = path(CIRCUIT_PATHS[circuit], f"fill-{circuit.value}")
    title = el("title", f"{circuit.value} circuit")
    return el("svg", title, shape, cls="glyph", role="img", viewBox="0 0 16 16", width=size, height=size)


def status_shapes(status: Status) -> tuple[Markup, ...]:
    """Unlit outline, ring, filled amber, vermilion with a broken ring; a question for unknown; 28 x 28."""
    shapes = {
        Status.CLEAR: (circle(14, 14, 7, "st-unlit"),),
        Status.UNKNOWN: (
            circle(14, 14, 7.5, "st-unlit st-dashed"),
            path("M11.6 12.2 q0 -2.6 2.5 -2.6 q2.4 0 2.4 2.2 q0 1.5 -1.7 2.2 q-.8 .4 -.8 1.5", "st-mark"),
            circle(14, 18.2, 0.9, "st-mark-dot"),
        ),
        Status.SOON: (circle(14, 14, 8, "st-ring"), circle(14, 14, 3, "st-ring-core")),
        Status.DUE: (circle(14, 14, 8, "st-due"), circle(14, 14, 11.2, "st-due-ring")),
        Status.OVERDUE: (circle(14, 14, 7.6, "st-over"), circle(14, 14, 11.4, "st-over-ring")),
    }
    return shapes[status]


@cache
def status_glyph(status: Status, size: int = 26, cls: str = "status") -> Markup:
    """The sign of a status, named in words."""
    title = el("title", STATUS_WORDS[status])
    shapes = status_shapes(status)
    return el("svg", title, *shapes, cls=cls, role="img", viewBox="0 0 28 28", width=size, height=size)


@cache
def known_glyph(size: int = 16) -> Markup:
    """The sign of what somebody confirmed on this very machine: a lamp's socket with a tick in it."""
    ring, tick = circle(8, 8, 6.5, "known-ring"), path("M4.8 8.2 L7.2 10.6 L11.4 5.6", "known-tick")
    return el(
        "svg", ring, tick, cls="glyph known", viewBox="0 0 16 16", width=size, height=size, **{"aria-hidden": "true"}
    )


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
