"""Rows for labels on stems along a line, so that no label covers another.

Each label starts at its stem and runs right, or ends at it and runs left. A stem passes every row
below its label's own, so a label under whose words another stem rises has to lie above that
stem's label. Labels left of a cut run right and those right of it run left; the cut is chosen so that these
demands do not contradict each other.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from graphlib import CycleError, TopologicalSorter

GAP = 10.0
CLEARANCE = 3.0


@dataclass(frozen=True)
class Stem:
    """Where a stem stands, and how long its label is."""

    x: float
    length: float


@dataclass(frozen=True)
class LabelPlace:
    """Where a label lies.

    Attributes:
        row: 0 next to the line.
        left, right: its ends.
    """

    row: int
    left: float
    right: float


def arrange(stems: Sequence[Stem], width: float) -> list[LabelPlace]:
    """A place for each label, in the order of the stems.

    Labels never overlap. Where no cut avoids it, a stem may pass behind a label.
    """
    if not stems:
        return []
    free: list[list[LabelPlace]] = []
    for cut in sorted({stem.x for stem in stems} | {width + 1.0}):
        spans = [_span(stem, cut, width) for stem in stems]
        try:
            order = list(TopologicalSorter(_below(stems, spans)).static_order())
        except CycleError:
            continue
        free.append(_rows(stems, spans, order))
    if free:
        return min(free, key=lambda places: max(place.row for place in places))
    spans = [_span(stem, width + 1.0, width) for stem in stems]
    return _rows(stems, spans, sorted(range(len(stems)), key=lambda n: -stems[n].x), strict=False)


def _span(stem: Stem, cut: float, width: float) -> tuple[float, float]:
    """The ends of a label; a side that has no room gives way to the other."""
    fits_right, fits_left = stem.x + stem.length <= width, stem.x - stem.length >= 0
    if (stem.x < cut and fits_right) or not fits_left:
        left = min(stem.x, max(0.0, width - stem.length))
        return left, left + stem.length
    return stem.x - stem.length, stem.x


def _below(stems: Sequence[Stem], spans: Sequence[tuple[float, float]]) -> dict[int, set[int]]:
    """For each label the labels that have to lie below it: their stems rise under its words."""
    return {
        n: {m for m, stem in enumerate(stems) if m != n and stem.x != stems[n].x and _crosses(stem, spans[n])}
        for n in range(len(stems))
    }


def _crosses(stem: Stem, span: tuple[float, float]) -> bool:
    return span[0] - CLEARANCE <= stem.x <= span[1] + CLEARANCE


def _rows(
    stems: Sequence[Stem], spans: Sequence[tuple[float, float]], order: Sequence[int], strict: bool = True
) -> list[LabelPlace]:
    below = _below(stems, spans) if strict else {}
    rows: dict[int, int] = {}
    for n in order:
        row = max((rows[m] + 1 for m in below.get(n, ()) if m in rows), default=0)
        while any(rows[m] == row and _overlap(spans[n], spans[m]) for m in rows):
            row += 1
        rows[n] = row
    return [LabelPlace(rows[n], *spans[n]) for n in range(len(stems))]


def _overlap(first: tuple[float, float], second: tuple[float, float]) -> bool:
    return first[0] < second[1] + GAP and second[0] < first[1] + GAP
