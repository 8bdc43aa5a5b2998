"""Where parts may still be put on a machine: the boxes that they would have."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from typing import Any

from lamplight.core.machine.kind import Kind
from lamplight.drawing.frame import frame
from lamplight.drawing.svg import Box


def spot_for(kind: Kind, key: str, look: Mapping[str, Any]) -> Box | None:
    """The box of a part that a kind has not; None where the drawing has no place for it.

    Args:
        look: how the kind would be drawn with it, by name.
    """
    with_it = replace(kind.appearance, **look)
    return frame(with_it, [*(part.key for part in kind.parts), key]).boxes.get(key)


def overlap(one: Box, other: Box) -> float:
    """The share of the smaller box that the other covers, 0 to 1."""
    wide = min(one.right, other.right) - max(one.x, other.x)
    high = min(one.bottom, other.bottom) - max(one.y, other.y)
    if wide <= 0 or high <= 0:
        return 0.0
    return wide * high / max(1.0, min(one.w * one.h, other.w * other.h))
