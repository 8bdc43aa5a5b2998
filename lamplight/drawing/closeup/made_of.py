"""What a part is taken apart into: each named beside it, led to its place, with what it may stand."""

from __future__ import annotations

from collections.abc import Sequence

from markupsafe import Markup

from lamplight.drawing.parts.view import JOIN
from lamplight.drawing.svg import Box, circle, path, text

# Where small parts sit on what is drawn, as shares of the box from its upper left corner; others along its side.
PLACES: dict[str, dict[str, tuple[float, float]]] = {
    "jug": {
        "lid": (0.44, 0.22),
        "spout": (0.9, 0.3),
        "tube": (0.38, 0.6),
        "orifice": (0.66, 0.22),
        "slide": (0.3, 0.1),
    },
    "reservoir": {"lid": (0.5, 0.3), "frother": (0.84, 0.42), "tube": (0.6, 0.7), "spout": (0.9, 0.5)},
    "hose": {"tube": (0.5, 0.3), "orifice": (0.66, 0.62), "end": (0.66, 0.72)},
    "wand": {"nozzle": (0.55, 0.82), "frother": (0.6, 0.56), "joint": (0.4, 0.26)},
    "group": {"screen": (0.5, 0.09), "seal": (0.3, 0.2), "release": (0.92, 0.48)},
    "tank": {"lid": (0.5, 0.05), "valve": (0.4, 0.9)},
    "hopper": {"lid": (0.5, 0.16), "slide": (0.3, 0.84)},
    "funnel": {"lid": (0.9, 0.2)},
    "mixer": {"bowl": (0.3, 0.4), "whipper": (0.5, 0.8)},
    "canister": {"lid": (0.45, 0.1), "flap": (0.84, 0.84)},
    "tray": {"grid": (0.4, 0.33)},
    "outlet": {"cover": (0.5, 0.3)},
    "outlet-cover": {"cap": (0.5, 0.3)},
    "portafilter": {"basket": (0.28, 0.6), "seal": (0.2, 0.36)},
}
STEP, MOST = 38.0, 6


def named_beside(box: Box, part: str, made_of: Sequence[tuple[str, str]]) -> Markup:
    """The small parts in words to the right of a box, each led to where it sits.

    Args:
        made_of: name, and what it may stand in words; empty where nobody said.
    """
    shown = list(made_of)[:MOST]
    places = PLACES.get(part, {})
    known = [
        (name, stands, *places.get(name, (0.86, (n + 1) / (len(shown) + 1)))) for n, (name, stands) in enumerate(shown)
    ]
    known.sort(key=lambda one: one[3])
    x, top = box.right + 62, max(28.0, box.cy - STEP * (len(known) - 1) / 2)
    drawn: list[Markup] = []
    for n, (name, stands, across, down) in enumerate(known):
        at_x, at_y, y = box.x + across * box.w, box.y + down * box.h, top + n * STEP
        drawn += [
            path(f"M{at_x:.1f} {at_y:.1f} L{x - 26:.1f} {y - 5:.1f} H{x - 6:.1f}", "close-leader"),
            circle(at_x, at_y, 4, "close-leader-end"),
            text(x, y, name, "close-words"),
            text(x, y + 16, stands, "close-stands") if stands else JOIN,
        ]
    return JOIN.join(drawn)
