"""Containers of a run as bars: how full by now, and how full at the end."""

from __future__ import annotations

from dataclasses import dataclass

from markupsafe import Markup

from lamplight.drawing.svg import Box, el, line, rect

WIDTH, HEIGHT = 420.0, 26.0


@dataclass(frozen=True)
class VesselBar:
    """One container.

    Attributes:
        title: its words.
        now_ml, ends_ml, holds_ml: by now, at the end of the step, and at most.
    """

    title: str
    now_ml: int
    ends_ml: int
    holds_ml: int


def vessel_bar(bar: VesselBar) -> Markup:
    """The bar: filled to what is in it by now, with a mark where the step ends."""
    inside = WIDTH - 4
    share, ends = (min(1.0, ml / bar.holds_ml) for ml in (bar.now_ml, bar.ends_ml))
    title = f"{bar.title}: {bar.now_ml} of {bar.holds_ml} ml, {bar.ends_ml} ml when the step is over"
    mark = line(2 + inside * ends, 0, 2 + inside * ends, HEIGHT + 8, "vessel-end") if bar.ends_ml > bar.now_ml else ""
    return el(
        "svg", el("title", title), rect(Box(1, 4, WIDTH - 2, HEIGHT), "vessel-back", 3),
        rect(Box(2, 5, max(0.5, inside * share), HEIGHT - 2), "vessel-fill", 2), mark,
        cls="vessel", role="img", viewBox=f"0 0 {WIDTH:.0f} {HEIGHT + 8:.0f}",
    )  # fmt: skip
