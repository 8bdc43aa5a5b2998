"""How long something takes: at least, likely, at most."""

from __future__ import annotations

from dataclasses import dataclass

from lamplight.core.errors import InvalidInput


@dataclass(frozen=True)
class Duration:
    """An expected time in seconds: at least, likely, at most; 0 < low <= likely <= high.

    Raises:
        InvalidInput: when out of order.
    """

    low_s: int
    likely_s: int
    high_s: int

    def __post_init__(self) -> None:
        if not 0 < self.low_s <= self.likely_s <= self.high_s:
            raise InvalidInput("A duration needs 0 < low <= likely <= high.")
