"""Small signs: circuits by shape, statuses by shape, each named in words."""

from __future__ import annotations

from functools import cache

from markupsafe import Markup

from lamplight.core.anatomy.circuits import Circuit
from lamplight.core.care.status import Status
from lamplight.drawing.svg import circle, el, path

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
