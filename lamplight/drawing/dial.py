"""The dial of a timed step: a ring that fills up to the likely time."""

from __future__ import annotations

from markupsafe import Markup

from lamplight.core.run.clock import Timer
from lamplight.drawing.svg import el, text


def clock_words(seconds: int) -> str:
    """Minutes and seconds, ``18:52``."""
    return f"{seconds // 60:02d}:{seconds % 60:02d}"


def dial(timer: Timer) -> Markup:
    """The ring as it stands now; the page's script only lets it go on."""
    ring = {"cx": 90, "cy": 90, "r": 76, "pathLength": 100}
    return el(
        "svg",
        el("title", f"About {clock_words(timer.left_s)} left of {clock_words(timer.likely_s)}"),
        el("circle", cls="dial-back", **ring),
        el(
            "circle", cls="dial-front", stroke_dasharray="100 100", stroke_dashoffset=100 - 100 * timer.share,
            transform="rotate(-90 90 90)", data_dial="", **ring,
        ),
        text(90, 92, clock_words(timer.left_s), "dial-time", "middle"),
        text(90, 116, f"of about {clock_words(timer.likely_s)}", "dial-words", "middle"),
        cls="dial", role="img", viewBox="0 0 180 180",
    )  # fmt: skip
