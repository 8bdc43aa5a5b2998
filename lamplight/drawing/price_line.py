"""What a unit cost over time, as steps: each price holds until the next was noted."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from markupsafe import Markup

from lamplight.drawing.svg import circle, el, line, path, text

WIDTH, HEIGHT, LEFT, RIGHT, TOP, BOTTOM = 420.0, 120.0, 52.0, 10.0, 14.0, 22.0


@dataclass(frozen=True)
class DrawnPrice:
    """A price of a unit from a date on.

    Attributes:
        day: from when.
        per_unit: money.
    """

    day: date
    per_unit: float


def price_line(prices: Sequence[DrawnPrice], today: date, title: str) -> Markup:
    """The steps, from 0 up so that a small change looks small; nothing where fewer than two prices are known.

    Args:
        prices: oldest first.
        title: what the drawing says, for whoever hears it.
    """
    if len(prices) < 2:
        return Markup()
    first, most = prices[0].day, max(price.per_unit for price in prices) or 1.0
    days = max(1, (today - first).days)

    def x(day: date) -> float:
        return LEFT + (WIDTH - LEFT - RIGHT) * (day - first).days / days

    def y(money: float) -> float:
        return HEIGHT - BOTTOM - (HEIGHT - TOP - BOTTOM) * money / most

    steps = f"M{x(prices[0].day):.1f} {y(prices[0].per_unit):.1f}"
    for price in prices[1:]:
        steps += f" H{x(price.day):.1f} V{y(price.per_unit):.1f}"
    base = HEIGHT - BOTTOM
    return el(
        "svg", el("title", title),
        line(LEFT, base, WIDTH - RIGHT, base, "price-base"),
        path(f"{steps} H{WIDTH - RIGHT:.1f} V{base} H{x(first):.1f} z", "price-under"),
        path(f"{steps} H{WIDTH - RIGHT:.1f}", "price-steps"),
        *(circle(x(price.day), y(price.per_unit), 4, "price-dot") for price in prices),
        text(LEFT - 6, y(most) + 4, f"{most:.3g}", "price-words", "end"),
        text(LEFT - 6, base + 4, "0", "price-words", "end"),
        text(LEFT, HEIGHT - 5, f"{first:%-d %b %Y}", "price-words"),
        text(WIDTH - RIGHT, HEIGHT - 5, "today", "price-words", "end"),
        cls="price-line", role="img", viewBox=f"0 0 {WIDTH:.0f} {HEIGHT:.0f}",
    )  # fmt: skip
