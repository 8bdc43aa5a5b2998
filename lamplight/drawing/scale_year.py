"""Scale over a year: a course that rises day by day and falls with each descaling, one for each way."""

from __future__ import annotations

from collections.abc import Sequence

from markupsafe import Markup

from lamplight.drawing.svg import el, line, path, text

WIDTH, HEIGHT, BASE, LEFT = 620.0, 90.0, 72.0, 4.0


def scale_course(
    grams: Sequence[float], most_g: float, cls: str, title: str, months: Sequence[tuple[int, str]]
) -> Markup:
    """One course.

    Args:
        grams: at the end of each day, one at least.
        most_g: at the top of the drawing, above 0; the same for all that stand together.
        title: what it says, for whoever hears it.
        months: the day on which each begins, and its short name.
    """
    room = WIDTH - LEFT - 4

    def at(day: float, value: float) -> str:
        return f"{LEFT + room * day / max(1, len(grams) - 1):.1f} {BASE - (BASE - 8) * min(1.0, value / most_g):.1f}"

    drawn = "M" + " L".join(at(day, value) for day, value in enumerate(grams))
    area = f"{drawn} L{LEFT + room:.1f} {BASE} L{LEFT} {BASE} Z"
    marks = []
    for day, name in months:
        x = LEFT + room * day / max(1, len(grams) - 1)
        marks += [line(x, BASE, x, BASE + 4, "year-tick"), text(x + 2, HEIGHT - 4, name, "year-month")]
    return el(
        "svg", el("title", title), path(area, f"year-area {cls}"), path(drawn, f"year-course {cls}"),
        line(LEFT, BASE, WIDTH - 4, BASE, "year-base"), *marks, cls="scale-year", role="img",
        viewBox=f"0 0 {WIDTH:.0f} {HEIGHT:.0f}",
    )  # fmt: skip
