"""The score of a round: one staff for the hands, one for each machine that works, and the time from left to right.

Time is laid out evenly from the beginning to the end of the plan. What the hands do is a block with the shape of its
circuit; what a machine does alone is a bar with round ends; a dotted line is a walk. A thin line ties a block to the
bar that it starts.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field

from markupsafe import Markup

from lamplight.core.anatomy.parts import Circuit
from lamplight.drawing.glyphs import CIRCUIT_PATHS
from lamplight.drawing.svg import Box, circle, el, group, line, path, rect, text

WIDTH, LABELS, RIGHT = 1224.0, 168.0, 12.0
TOP, HANDS_ROW, ROW, BLOCK, BAR = 26.0, 40.0, 31.0, 24.0, 17.0
# Steps of the scale in minutes, and how far apart its figures stand at least, in px.
STEPS_MIN, LEAST_STEP_PX = (1, 2, 5, 10, 15, 20, 30, 60, 120), 74.0
LETTER_PX, LEAST_LETTERS = 6.3, 6


@dataclass(frozen=True)
class Block:
    """What the hands do.

    Attributes:
        start_s, end_s: seconds from the left end.
        machine: row that it belongs to.
        circuit: whose shape and colour it has.
        words: what it is.
        href: where it leads, or empty.
        walk_s: seconds of walking before it.
    """

    start_s: int
    end_s: int
    machine: int
    circuit: Circuit
    words: str
    href: str = ""
    walk_s: int = 0


@dataclass(frozen=True)
class Bar:
    """What a machine does alone; ``past`` where it is over."""

    start_s: int
    end_s: int
    machine: int
    circuit: Circuit
    words: str
    past: bool = False


@dataclass(frozen=True)
class Shut:
    """A time in which a machine is not worked on, such as a rush."""

    start_s: int
    end_s: int
    machine: int
    words: str


@dataclass(frozen=True)
class Score:
    """What is drawn.

    Attributes:
        rows: machines by number and name, in order of their first stop.
        lit: colour of the lamp that was seen lit on a machine, by number.
        blocks, bars, shuts: what lies on the staves.
        length_s: from the left end to the right end, above 0.
        now_s: where the present is.
        clock: the time of day so many seconds from the left end, in words.
        minute: minutes past the hour at the left end.
    """

    rows: Sequence[tuple[int, str]]
    blocks: Sequence[Block]
    bars: Sequence[Bar]
    shuts: Sequence[Shut]
    length_s: int
    now_s: int
    clock: Callable[[int], str]
    minute: int = 0
    lit: Mapping[int, str] = field(default_factory=dict)

    def x(self, seconds: float) -> float:
        """Where a moment lies; what lies outside is drawn at the end."""
        inside = min(max(seconds, 0.0), float(self.length_s))
        return LABELS + inside / self.length_s * (WIDTH - LABELS - RIGHT)

    def y(self, machine: int) -> float:
        """The middle of a machine's staff."""
        place = next(n for n, (number, _) in enumerate(self.rows) if number == machine)
        return TOP + HANDS_ROW + 8 + ROW * (place + 0.5)

    @property
    def height(self) -> float:
        """Of the whole drawing."""
        return TOP + HANDS_ROW + 8 + ROW * len(self.rows) + 4


def scale_step_s(length_s: int) -> int:
    """Seconds between two figures of the scale."""
    px = (WIDTH - LABELS - RIGHT) / length_s
    return next((60 * step for step in STEPS_MIN if 60 * step * px >= LEAST_STEP_PX), 60 * STEPS_MIN[-1])


def scale_marks(length_s: int, minute: int = 0) -> list[int]:
    """Seconds from the left end of each figure: whole steps of the clock."""
    step = scale_step_s(length_s)
    first = -(minute * 60) % step
    return list(range(first, length_s + 1, step))


def score(drawn: Score) -> Markup:
    """The drawing; its title tells how many blocks there are, the list below it says each."""
    marks: list[Markup] = []
    for at in scale_marks(drawn.length_s, drawn.minute):
        marks.append(line(drawn.x(at), TOP - 4, drawn.x(at), drawn.height, "score-grid"))
        if drawn.x(at) < WIDTH - 40:
            marks.append(text(drawn.x(at), 14, drawn.clock(at), "score-clock", "middle"))
    staves = [_label("your hands", TOP + HANDS_ROW / 2, "score-hands")]
    for number, name in drawn.rows:
        staves += [
            line(LABELS, drawn.y(number), WIDTH - RIGHT, drawn.y(number), "score-staff"),
            _label(name, drawn.y(number), "score-name"),
        ]
        if number in drawn.lit:
            lamp = circle(LABELS - 5, drawn.y(number), 4.5, f"lamp-glass lamp-{drawn.lit[number]}")
            staves.append(group(el("title", f"a lamp is lit on {name}"), lamp))
    parts = [
        *[_shut(shut, drawn) for shut in drawn.shuts],
        *[_bar(bar, drawn) for bar in drawn.bars],
        *_ties(drawn),
        *_walks(drawn),
        *[_block(block, drawn) for block in drawn.blocks],
    ]
    present = group(
        line(drawn.x(drawn.now_s), TOP - 6, drawn.x(drawn.now_s), drawn.height, "score-now"),
        circle(drawn.x(drawn.now_s), TOP + HANDS_ROW / 2, 5.5, "score-now-dot"),
        cls="score-present",
        **{"data-now-s": drawn.now_s, "data-length-s": drawn.length_s, "data-left": LABELS,
           "data-width": WIDTH - LABELS - RIGHT},
    )  # fmt: skip
    title = f"The round on a time line: {len(drawn.blocks)} stretches of work at {len(drawn.rows)} machines"
    return el(
        "svg", el("title", title), *marks, *staves, *parts, present, cls="score", role="group",
        viewBox=f"0 0 {WIDTH:.0f} {drawn.height:.0f}",
    )  # fmt: skip


def _label(words: str, y: float, cls: str) -> Markup:
    shown = words if len(words) <= 19 else f"{words[:18].rstrip()}…"
    return text(LABELS - 14, y + 4.5, shown, cls, "end")


def _shut(shut: Shut, drawn: Score) -> Markup:
    left, right = drawn.x(shut.start_s), drawn.x(shut.end_s)
    if right - left < 1:
        return Markup("")
    box = Box(left, drawn.y(shut.machine) - ROW / 2 + 1, right - left, ROW - 2)
    fits = len(shut.words) * LETTER_PX < box.w
    words = text(box.cx, box.cy + 4, shut.words, "score-shut-words", "middle") if fits else Markup("")
    return group(el("title", shut.words), rect(box, "score-shut"), words)


def _bar(bar: Bar, drawn: Score) -> Markup:
    left, right = drawn.x(bar.start_s), drawn.x(bar.end_s)
    y = drawn.y(bar.machine)
    box = Box(left, y - BAR / 2, max(right - left, 4.0), BAR)
    words = text(box.cx, y + 4, _shortened(bar.words, box.w - 14), "score-words", "middle")
    cls = f"score-bar score-{bar.circuit.value}{' is-past' if bar.past else ''}"
    return group(el("title", bar.words), rect(box, cls, BAR / 2), words)


def _shortened(words: str, width: float) -> str:
    """As much as there is room for; nothing where that would tell nothing."""
    letters = int(width / LETTER_PX)
    if len(words) <= letters:
        return words
    return f"{words[: letters - 1].rstrip()}…" if letters >= LEAST_LETTERS else ""


def _block(block: Block, drawn: Score) -> Markup:
    left, right = drawn.x(block.start_s), drawn.x(block.end_s)
    box = Box(left, TOP + (HANDS_ROW - BLOCK) / 2, max(right - left - 1.5, 5.0), BLOCK)
    sign = _sign(block.circuit, box.x + 5, box.cy - 6) if box.w >= 24 else Markup("")
    words = text(box.x + 22, box.cy + 4.5, _shortened(block.words, box.w - 26), "score-words")
    shapes = (el("title", block.words), rect(box, f"score-block score-{block.circuit.value}", 3), sign, words)
    return el("a", *shapes, href=block.href) if block.href else group(*shapes)


def _sign(circuit: Circuit, x: float, y: float) -> Markup:
    """The circuit's shape, light on its own colour."""
    return group(path(CIRCUIT_PATHS[circuit], "score-sign"), transform=f"translate({x:.1f} {y:.1f}) scale(.75)")


def _ties(drawn: Score) -> list[Markup]:
    """From the end of each block down to the bar that it starts."""
    starts: Mapping[tuple[int, int], Bar] = {(bar.machine, bar.start_s): bar for bar in drawn.bars}
    bottom = TOP + (HANDS_ROW + BLOCK) / 2
    return [
        line(drawn.x(block.end_s), bottom, drawn.x(block.end_s), drawn.y(block.machine), "score-tie")
        for block in drawn.blocks
        if (block.machine, block.end_s) in starts
    ]


def _walks(drawn: Score) -> list[Markup]:
    y = TOP + HANDS_ROW / 2
    return [
        line(drawn.x(block.start_s - block.walk_s) + 1, y, drawn.x(block.start_s) - 2, y, "score-walk")
        for block in drawn.blocks
        if block.walk_s and drawn.x(block.start_s) - drawn.x(block.start_s - block.walk_s) > 4
    ]
