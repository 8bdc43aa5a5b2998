"""The sticker of a machine, A7 across, black on white: its name, a code to scan, and what it is for."""

from __future__ import annotations

from collections.abc import Sequence

from markupsafe import Markup

from lamplight.drawing.svg import Box, circle, el, path, rect, text

# Millimetres: a label of A7, eight on a sheet of A4.
WIDTH, HEIGHT, QUIET = 105.0, 74.0, 5.0
CODE = 50.0
LONGEST_NAME = 24


def sticker(name: str, place: str, code: Sequence[Sequence[int]]) -> Markup:
    """One label.

    Args:
        place: where it stands, or empty.
        code: rows of the square code, 1 where it is dark, without its quiet zone.
    """
    left, top = WIDTH - QUIET - CODE, (HEIGHT - CODE) / 2
    shown = name if len(name) <= LONGEST_NAME else f"{name[: LONGEST_NAME - 1]}…"
    words = ("May I use it?", "Does it show", "something?", "Scan me.")
    return el(
        "svg", el("title", f"Sticker of {name}"),
        rect(Box(0.3, 0.3, WIDTH - 0.6, HEIGHT - 0.6), "sticker-edge", 4),
        circle(12, 15, 5.2, "sticker-lamp"), circle(12, 15, 2, "sticker-core"),
        text(21, 17.5, "LAMPLIGHT", "sticker-mark"),
        *(text(7, 33 + 7.4 * n, line, "sticker-words") for n, line in enumerate(words)),
        text(7, HEIGHT - 6, f"{shown}{f', {place}' if place else ''}"[:52], "sticker-name"),
        path(_modules(code, left, top), "sticker-code"),
        cls="sticker", role="img", viewBox=f"0 0 {WIDTH:g} {HEIGHT:g}", xmlns="http://www.w3.org/2000/svg",
        width=f"{WIDTH:g}mm", height=f"{HEIGHT:g}mm",
    )  # fmt: skip


def _modules(code: Sequence[Sequence[int]], left: float, top: float) -> str:
    """The dark squares as one path, each run of a row at once."""
    side = CODE / len(code)
    parts = []
    for y, row in enumerate(code):
        x = 0
        while x < len(row):
            run = 0
            while x + run < len(row) and row[x + run]:
                run += 1
            if run:
                begin, wide = f"M{left + x * side:.3f} {top + y * side:.3f}", f"{run * side:.3f}"
                parts.append(f"{begin}h{wide}v{side:.3f}h-{wide}z")
            x += max(1, run)
    return "".join(parts)


# A file of its own has no style sheet beside it.
STYLE = (
    ".sticker-edge{fill:#fff;stroke:#000;stroke-width:.4}.sticker-lamp{fill:none;stroke:#000;stroke-width:1}"
    ".sticker-core,.sticker-code{fill:#000}text{font-family:sans-serif;fill:#000}.sticker-mark{font-size:4px;"
    "font-weight:700;letter-spacing:.3px}.sticker-words{font-size:6px;font-weight:700}.sticker-name{font-size:3.6px}"
)


def sticker_file(name: str, place: str, code: Sequence[Sequence[int]]) -> str:
    """The same as a file of its own."""
    drawn = str(sticker(name, place, code))
    head = drawn.index(">") + 1
    return f'<?xml version="1.0" encoding="utf-8"?>\n{drawn[:head]}<style>{STYLE}</style>{drawn[head:]}'
