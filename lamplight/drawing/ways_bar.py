"""A mean as a bar, with what nine of ten drawings lie between: several beside each other have one scale."""

from __future__ import annotations

from markupsafe import Markup

from lamplight.drawing.svg import Box, el, line, rect

WIDTH, HEIGHT = 240.0, 22.0


def ways_bar(low: float, mean: float, high: float, most: float, cls: str) -> Markup:
    """One bar.

    Args:
        low, mean, high: 0 or more, in order.
        most: what is as long as the whole width; 0 where all of them are.
    """
    room = WIDTH - 4

    def across(value: float) -> float:
        return 2 + (room * min(1.0, value / most) if most > 0 else 0.0)

    middle = HEIGHT / 2
    return el(
        "svg", rect(Box(2, 4, max(1.5, across(mean) - 2), HEIGHT - 8), f"ways-bar {cls}", 2),
        line(across(low), middle, across(high), middle, "ways-spread"), cls="ways-drawing", aria_hidden="true",
        viewBox=f"0 0 {WIDTH:.0f} {HEIGHT:.0f}", width=WIDTH, height=HEIGHT,
    )  # fmt: skip
