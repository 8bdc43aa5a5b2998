"""The string of bulbs: one bulb a step, lit when it is done."""

from __future__ import annotations

from collections.abc import Collection

from markupsafe import Markup

from lamplight.drawing.svg import circle, el, group, path, text

SAG, TOP, BOTTOM = 11.0, 26.0, 66.0


def bulb_places(count: int, width: float) -> list[tuple[float, float]]:
    """Where the bulbs hang, from left to right; every second one a little lower."""
    step = width / count
    return [(step * (n + 0.5), TOP + (n % 2) * 10) for n in range(count)]


def string_of_bulbs(count: int, done: int, width: float = 1200.0, skipped: Collection[int] = ()) -> Markup:
    """The string; ``done`` bulbs are lit and the next one is ringed.

    Args:
        count: steps, 1 or more.
        done: steps done, 0 to count.
        skipped: steps, from 0, that the answers left out; their bulbs stay dark and small.
    """
    places = bulb_places(count, width)
    wire = "M0 14"
    last_x, last_y = 0.0, 14.0
    for x, y in [*places, (width, 16.0)]:
        wire += f" Q{(last_x + x) / 2:.1f} {max(last_y, y) + SAG:.1f} {x:.1f} {y - 6:.1f}"
        last_x, last_y = x, y - 6
    bulbs = [_bulb(n, x, y, done, n in skipped) for n, (x, y) in enumerate(places)]
    title = f"{done} of {count} steps done"
    return el(
        "svg", el("title", title), path(wire, "bulb-wire"), *bulbs, cls="bulbs", role="img",
        viewBox=f"0 0 {width:.0f} {BOTTOM:.0f}",
    )  # fmt: skip


def _bulb(n: int, x: float, y: float, done: int, skipped: bool) -> Markup:
    number = text(x, y + 25, str(n + 1), "bulb-number is-now" if n == done else "bulb-number", "middle")
    if skipped:
        return group(circle(x, y, 2.6, "bulb-off"))
    if n < done:
        return group(circle(x, y, 15, "bulb-glow"), circle(x, y, 6.6, "bulb-lit"), number)
    if n == done:
        return group(circle(x, y, 8.5, "bulb-now"), circle(x, y, 3, "bulb-now-core"), number)
    return group(circle(x, y, 6.6, "bulb-off"), number)
