"""How long something takes: at least, likely, at most."""

from __future__ import annotations

from dataclasses import dataclass

from lamplight.core.errors import InvalidInput

# A time that was seen once is taken to scatter by so much; default, no source. Three runs show their own spread.
LEAST_SHARE, MOST_SHARE = 0.75, 1.35


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


def seen_once(seconds: int) -> Duration:
    """What a time of so many seconds, 1 or more, that was seen once says about the next.

    Raises:
        InvalidInput: for less than a second.
    """
    return Duration(max(1, round(LEAST_SHARE * seconds)), seconds, round(MOST_SHARE * seconds))
