"""Faults by week as small multiples: one row of bars for each circuit, all on one scale."""

from __future__ import annotations

from markupsafe import Markup

from lamplight.core.diagnosis.faults import FaultWeeks
from lamplight.drawing.svg import Box, el, line, rect, text

BAR, GAP, ROW, LABEL = 13.0, 4.0, 26.0, 62.0


def fault_bars(faults: FaultWeeks, most: int) -> Markup:
    """The rows of one machine.

    Args:
        most: the highest count of any machine, 1 or more: all share its scale.
    """
    rows = []
    for n, (circuit, counts) in enumerate(faults.counts.items()):
        base = (n + 1) * ROW - 4
        rows.append(text(0, base - 2, circuit.value, "multiple-words"))
        rows.append(line(LABEL, base, LABEL + len(counts) * (BAR + GAP), base, "multiple-base"))
        for week, count in enumerate(counts):
            if count:
                height = (ROW - 8) * count / most
                box = Box(LABEL + week * (BAR + GAP), base - height, BAR, height)
                rows.append(rect(box, f"fill-{circuit.value}", 1))
                rows.append(text(box.cx, base - height - 2, str(count), "multiple-count", "middle"))
    width, height = LABEL + len(faults.weeks) * (BAR + GAP), max(1, len(faults.counts)) * ROW + 2
    counted = "; ".join(f"{circuit.value}: {sum(counts)}" for circuit, counts in faults.counts.items())
    title = f"Faults in {len(faults.weeks)} weeks: {counted}" if counted else f"No fault in {len(faults.weeks)} weeks"
    return el(
        "svg", el("title", title), *rows, cls="multiple", role="img", viewBox=f"0 -8 {width:.0f} {height + 8:.0f}"
    )
