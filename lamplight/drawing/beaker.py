"""The beaker: the line to which it is filled, what the machine draws, and a mark that can be moved."""

from __future__ import annotations

import json
from collections.abc import Sequence
from dataclasses import dataclass

from markupsafe import Markup

from lamplight.drawing.slide_rule import step_for
from lamplight.drawing.svg import circle, el, group, line, path, text

WIDTH, HEIGHT = 640.0, 476.0
TOP, BASE, LEFT, RIGHT, TAPER = 24.0, 440.0, 70.0, 400.0, 16.0
# How far above the line the beaker goes on.
ABOVE = 1.16


@dataclass(frozen=True)
class DrawnBeaker:
    """What is drawn.

    Attributes:
        full_ml: the line.
        mark_ml: the mark.
        drawn_ml: what the machine draws, or None where nobody measured.
        per_ml: units of the product in a millilitre.
        unit: of the product, in words of more than one.
        unit_one: the same of one.
        step: the smallest amount of it that can be measured.
        movable: whether the mark can be moved.
        heights: millilitres and millimetres above the bottom, for a vessel that was measured.
    """

    full_ml: float
    mark_ml: float
    drawn_ml: float | None
    per_ml: float
    unit: str
    unit_one: str
    step: float
    heights: Sequence[tuple[float, float]] = ()
    movable: bool = True


def beaker(drawn: DrawnBeaker) -> Markup:
    """The beaker with its scale, levels, and the mark as something to grip."""
    most = drawn.full_ml * ABOVE

    def y(ml: float) -> float:
        return BASE - (BASE - TOP) * ml / most

    def side(at: float) -> float:
        return TAPER * (at - TOP) / (BASE - TOP)

    def fill(low: float, high: float, cls: str) -> Markup:
        top, bottom = y(high), y(low)
        return path(
            f"M{LEFT + side(top) + 4:.1f} {top:.1f} H{RIGHT - side(top) - 4:.1f} L{RIGHT - side(bottom) - 4:.1f} "
            f"{bottom:.1f} H{LEFT + side(bottom) + 4:.1f} Z",
            cls,
        )

    known = drawn.drawn_ml
    parts = [fill(0, drawn.full_ml, "beaker-waste")]
    if known is not None:
        parts += [fill(0, max(known, drawn.mark_ml), "beaker-margin"), fill(0, known, "beaker-drawn")]
    else:
        parts += [fill(0, drawn.mark_ml, "beaker-drawn")]
    parts += _scale(most, y)
    parts.append(path(_glass(), "beaker-glass"))
    parts.append(_dashed(y(drawn.full_ml), "the line", f"{drawn.full_ml:.0f} ml", above=True))
    if known is not None:
        parts.append(_dashed(y(known), "drawn", f"{known:.0f} ml", above=False))
    parts.append(_grip(drawn, y(drawn.mark_ml)))
    heading = f"Beaker: filled to {drawn.mark_ml:.0f} of {drawn.full_ml:.0f} ml"
    return el(
        "svg", el("title", heading), *parts, cls="beaker", role="group", viewBox=f"0 0 {WIDTH:.0f} {HEIGHT:.0f}",
        **{
            "data-base": f"{BASE:g}", "data-top": f"{TOP:g}", "data-most": f"{most:.4f}",
            "data-full": f"{drawn.full_ml:g}", "data-per-ml": f"{drawn.per_ml:.8f}", "data-step": f"{drawn.step:g}",
            "data-unit": drawn.unit, "data-unit-one": drawn.unit_one,
            "data-heights": json.dumps([[round(ml, 1), round(mm, 2)] for ml, mm in drawn.heights]),
        },
    )  # fmt: skip


def _glass() -> str:
    """The outline: open above, its bottom rounded."""
    left, right = LEFT + TAPER, RIGHT - TAPER
    bottom = f"Q{left + 2:.0f} {BASE + 16} {left + 20:.0f} {BASE + 16} H{right - 20:.0f}"
    up = f"Q{right - 2:.0f} {BASE + 16} {right:.0f} {BASE} L{RIGHT} {TOP - 10}"
    return f"M{LEFT} {TOP - 10} L{left:.0f} {BASE} {bottom} {up}"


def _scale(most: float, y) -> list[Markup]:  # noqa: ANN001
    step = step_for(most)
    ticks = []
    for number in range(int(most / step * 5) + 1):
        ml, at = number * step / 5, y(number * step / 5)
        whole = number % 5 == 0
        ticks.append(line(RIGHT - TAPER - (46 if whole else 30), at, RIGHT - TAPER - 14, at, "beaker-tick"))
        if whole:
            ticks.append(text(RIGHT - TAPER - 52, at + 4.5, f"{ml:g}", "beaker-number", "end"))
    return ticks


def _dashed(at: float, words: str, amount: str, above: bool) -> Markup:
    # What stands above keeps clear of the dose that the mark writes when it lies on the very line.
    said = text(RIGHT + 34, at + (-27 if above else 17), f"{words}, {amount}", "beaker-words")
    return group(
        line(LEFT + 4, at, RIGHT - TAPER - 92, at, "beaker-dash"),
        line(RIGHT - TAPER - 12, at, RIGHT + 26, at, "beaker-dash"),
        said,
    )


def _grip(drawn: DrawnBeaker, at: float) -> Markup:
    units = max(drawn.step, round(drawn.mark_ml * drawn.per_ml / drawn.step) * drawn.step)
    dose = f"{units:g} {drawn.unit_one if units == 1 else drawn.unit}"
    if not drawn.movable:
        mark = line(LEFT + 2, at, RIGHT + 26, at, "beaker-mark")
        return group(mark, el("text", dose, cls="beaker-mark-amount", x=RIGHT + 34, y=at - 9))
    return group(
        line(LEFT + 2, 0, WIDTH - 52, 0, "beaker-mark"),
        circle(WIDTH - 34, 0, 19, "beaker-knob"),
        path(f"M{WIDTH - 40} -5 l6 -6 l6 6 M{WIDTH - 40} 5 l6 6 l6 -6", "beaker-knob-sign"),
        text(LEFT + 16, -9, "your mark", "beaker-mark-words"),
        el("text", f"{drawn.mark_ml:.0f} ml", cls="beaker-mark-amount", x=LEFT + 100, y=-9, **{"data-says": "ml"}),
        el("text", dose, cls="beaker-mark-amount", x=RIGHT + 34, y=-9, **{"data-says": "units"}),
        cls="beaker-grip", transform=f"translate(0 {at:.1f})", tabindex="0", role="slider", aria_label="Your mark",
        aria_valuemin="1", aria_valuemax=f"{drawn.full_ml:.0f}", aria_valuenow=f"{drawn.mark_ml:.0f}",
        aria_valuetext=f"{drawn.mark_ml:.0f} ml, {dose}", aria_orientation="vertical",
    )  # fmt: skip


def dots(values: Sequence[float], left_out: Sequence[bool], low: float | None, high: float | None, unit: str) -> Markup:
    """Repeated values on a line: those that count filled, those left out hollow, the interval of the mean as a band."""
    width, base = 560.0, 46.0
    least, most = min(values), max(values)
    room = max(most - least, abs(most) * 0.02, 1e-9)
    begin, end = least - 0.15 * room, most + 0.15 * room

    def x(value: float) -> float:
        return 16 + (width - 32) * (value - begin) / (end - begin)

    parts = []
    if low is not None and high is not None:
        first, last = max(x(low), 0.0), min(x(high), width)
        parts.append(path(f"M{first:.1f} 12 H{last:.1f} V32 H{first:.1f} Z", "dots-band"))
    step = step_for(end - begin)
    number = int(begin / step)
    parts.append(line(8, base, width - 8, base, "dots-base"))
    while number * step <= end:
        at = number * step
        if begin <= at:
            parts += [
                line(x(at), base - 4, x(at), base + 4, "dots-base"),
                text(x(at), base + 18, f"{at:g}", "dots-number", "middle"),
            ]
        number += 1
    parts += [
        circle(x(value), 22, 8, f"dots-dot{' is-out' if out else ''}")
        for value, out in zip(values, left_out, strict=True)
    ]
    title = f"{len(values)} values in {unit}: {', '.join(f'{value:g}' for value in values)}"
    return el("svg", el("title", title), *parts, cls="dots", role="img", viewBox=f"0 0 {width:.0f} 68")
