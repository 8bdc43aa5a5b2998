"""The slide rule: one hardness on all scales at once, with published bands and the levels that machines want set.

Every scale is straight in hardness, so that one line across reads them all. What follows the hand is a cursor; its
readings carry the factor of their scale, so that a script only multiplies.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import floor, log10

from markupsafe import Markup

from lamplight.core.water.hardness import (
    MG_CACO3_PER_DH,
    UNITS,
    USGS_BANDS,
    WRMG_MEDIUM_UP_TO_MMOL,
    WRMG_SOFT_BELOW_MMOL,
)
from lamplight.drawing.svg import Box, circle, el, group, line, path, rect, text

WIDTH, LEFT, RIGHT = 1224.0, 118.0, 8.0
BAND, SCALE, LEVEL, GAP = 18.0, 27.0, 19.0, 2.5
# The scales in the order in which they lie, with the words at their side and the digits of a reading.
SCALES = (("dH", "°dH", 1), ("fH", "°fH", 1), ("eH", "°e (Clark)", 1), ("gpg", "gpg (US)", 1),
          ("mmol/L", "mmol/L", 2), ("mg/L CaCO3", "mg/L CaCO₃", 0))  # fmt: skip
SPANS_DH = (28.0, 56.0, 112.0, 224.0)
READING_W = 62.0
LETTER_PX = 6.9


@dataclass(frozen=True)
class Levels:
    """The levels of one or more machines.

    Attributes:
        names: of the machines.
        steps: name of each level and up to which hardness, °dH; None is the last, open one.
    """

    names: str
    steps: Sequence[tuple[str, float | None]]


@dataclass(frozen=True)
class Mark:
    """Something to mark on the rule: a test, or what arrives at a machine."""

    dh: float
    words: str


def span_for(dh: float) -> float:
    """The hardness in °dH that the rule reaches, so that a value lies on it."""
    return next((span for span in SPANS_DH if dh <= span), SPANS_DH[-1])


def step_for(units: float) -> float:
    """A round step between numbers, so that about six stand on a scale of so many units."""
    rough = units / 6
    power = 10.0 ** floor(log10(rough))
    return next(power * nice for nice in (1, 2, 5, 10) if power * nice >= rough * 0.8)


def slide_rule(
    dh: float | None, levels: Sequence[Levels] = (), marks: Sequence[Mark] = (), span: float | None = None
) -> Markup:
    """The rule.

    Args:
        dh: where the cursor stands, °dH; None leaves it out.
        levels: rows of levels below the scales.
        marks: what else is marked above the scales.
        span: up to which hardness it reaches; by default as far as the cursor and the marks want.
    """
    reach = span or span_for(max([dh or 0.0, *(mark.dh for mark in marks)]))
    room = WIDTH - LEFT - RIGHT

    def x(value: float) -> float:
        return LEFT + room * min(value, reach) / reach

    parts: list[Markup] = []
    y = 16.0 if marks else 4.0
    parts += [_mark(x(mark.dh), mark) for mark in marks]
    for name, bands in (("US survey", _usgs()), ("German law", _german())):
        parts.append(_row(name, bands, x, Box(LEFT, y, room, BAND), "rule-band"))
        y += BAND + GAP
    top = y
    for unit, words, digits in SCALES:
        parts.append(_scale(unit, words, digits, reach, Box(LEFT, y, room, SCALE)))
        y += SCALE + GAP
    for level in levels:
        steps = [(name, up_to if up_to is not None else float("inf")) for name, up_to in level.steps]
        parts.append(_row(level.names, steps, x, Box(LEFT, y, room, LEVEL), "rule-level"))
        y += LEVEL + GAP
    height = y + 26
    if dh is not None:
        parts.append(_cursor(x(dh), dh, top, y))
    return el(
        "svg", el("title", "Slide rule: one hardness on every scale"), *parts, cls="slide-rule",
        viewBox=f"0 0 {WIDTH:.0f} {height:.0f}", role="group",
        **{"data-left": f"{LEFT:g}", "data-room": f"{room:g}", "data-reach": f"{reach:g}"},
    )  # fmt: skip


def _usgs() -> list[tuple[str, float]]:
    return [(name, limit / MG_CACO3_PER_DH if limit is not None else float("inf")) for limit, name in USGS_BANDS]


def _german() -> list[tuple[str, float]]:
    dh = UNITS["mmol/L"] / MG_CACO3_PER_DH
    return [("soft", WRMG_SOFT_BELOW_MMOL * dh), ("medium", WRMG_MEDIUM_UP_TO_MMOL * dh), ("hard", float("inf"))]


def _row(name: str, steps: Sequence[tuple[str, float]], x, box: Box, cls: str) -> Markup:  # noqa: ANN001
    """A row of named stretches, each up to a hardness."""
    shapes = [text(LEFT - 12, box.cy + 4, _short(name, LEFT - 12), "rule-side", "end")]
    begin = box.x
    for number, (words, limit) in enumerate(steps):
        end = box.right if limit == float("inf") else min(box.right, x(limit))
        if end - begin < 1:
            continue
        shapes.append(rect(Box(begin, box.y, end - begin, box.h), f"{cls} is-{min(number, 5)}"))
        if len(words) * LETTER_PX < end - begin - 6:
            shapes.append(text((begin + end) / 2, box.cy + 4.5, words, f"{cls}-words", "middle"))
        begin = end
    return group(el("title", name), *shapes)


def _short(words: str, room: float) -> str:
    most = int(room / LETTER_PX)
    return words if len(words) <= most else f"{words[: most - 1].rstrip()}…"


def _scale(unit: str, words: str, digits: int, reach: float, box: Box) -> Markup:
    """One scale: long strokes with numbers, four short ones between."""
    units = reach * MG_CACO3_PER_DH / UNITS[unit]
    step = step_for(units)
    shapes = [rect(box, "rule-scale", 2), text(LEFT - 12, box.cy + 4.5, words, "rule-side is-unit", "end")]
    for number in range(1, int(units / step * 5) + 1):
        at = box.x + box.w * number * step / 5 / units
        whole = number % 5 == 0
        shapes.append(line(at, box.y, at, box.y + (10 if whole else 6), "rule-tick"))
        if whole and at < box.right - 16:
            shapes.append(text(at, box.bottom - 5, f"{number / 5 * step:g}", "rule-number", "middle"))
    return group(*shapes, **{"data-unit": unit, "data-digits": str(digits)})


def _mark(at: float, mark: Mark) -> Markup:
    anchor = "end" if at > WIDTH - 140 else "start"
    return group(
        path(f"M{at - 5:.1f} 3 h10 l-5 9 z", "rule-mark"),
        text(at + (9 if anchor == "start" else -9), 11, mark.words, "rule-mark-words", anchor),
    )


def _cursor(at: float, dh: float, top: float, bottom: float) -> Markup:
    """The hairline with a reading on every scale, and the knob by which it is moved."""
    left = at > WIDTH - READING_W - 30
    readings = []
    for number, (unit, _words, digits) in enumerate(SCALES):
        factor = MG_CACO3_PER_DH / UNITS[unit]
        box = Box(-READING_W - 8 if left else 8, top + number * (SCALE + GAP) + 3.5, READING_W, SCALE - 7)
        readings.append(rect(box, "rule-reading", 3))
        readings.append(
            el(
                "text",
                f"{dh * factor:.{digits}f}",
                cls="rule-reading-words",
                x=box.cx,
                y=box.cy + 4.5,
                text_anchor="middle",
                **{"data-factor": f"{factor:.6f}", "data-digits": str(digits)},
            )  # fmt: skip
        )
    return group(
        rect(Box(-13, top - 4, 26, bottom - top + 4), "rule-glass", 3),
        line(0, top - 8, 0, bottom + 4, "rule-hair"),
        group(*readings, cls="rule-readings"),
        circle(0, bottom + 11, 13, "rule-knob"),
        path(f"M-4 {bottom + 7:.1f} l-4 4 l4 4 M4 {bottom + 7:.1f} l4 4 l-4 4", "rule-knob-sign"),
        cls="rule-cursor", transform=f"translate({at:.1f} 0)", tabindex="0", role="slider", aria_label="Hardness",
        aria_valuemin="0", aria_valuemax=f"{SPANS_DH[-1]:g}", aria_valuenow=f"{dh:.1f}", aria_valuetext=f"{dh:.1f} °dH",
        **{"data-cursor": f"{dh:.2f}"},
    )  # fmt: skip
