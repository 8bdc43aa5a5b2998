"""Progress bars: two readings of one tell the machine's own interval before any lamp lights."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from lamplight.core.drink_line import DrinkLine
from lamplight.core.errors import MissingReading


@dataclass(frozen=True)
class BarSeen:
    """A bar stood at so many per cent, 0 to 100."""

    item: str
    at: datetime
    percent: int


@dataclass(frozen=True)
class BarInterval:
    """A machine's own interval, as its bar tells it.

    Attributes:
        drinks: from 0 to 100 per cent.
        error: how far it may be off, since a bar shows whole per cents.
    """

    drinks: float
    error: float


def bar_interval(bars: Sequence[BarSeen], line: DrinkLine, since: datetime | None) -> BarInterval:
    """The interval from the first and the last reading of a bar since an item was done.

    Args:
        bars: of one item, any order.
        line: the machine's drinks.
        since: when the item was last done; earlier readings belong to another round.

    Raises:
        MissingReading: with fewer than two readings that differ.
    """
    own = sorted((bar for bar in bars if since is None or bar.at >= since), key=lambda bar: bar.at)
    if len(own) < 2 or own[-1].percent <= own[0].percent:
        raise MissingReading("Read the bar twice, some days apart, and its interval follows.")
    percents = own[-1].percent - own[0].percent
    drinks = line.between(own[0].at, own[-1].at).drinks
    interval = 100 * drinks / percents
    return BarInterval(interval, interval / percents)
