"""What an inspection found, and which care that brings."""

from __future__ import annotations

from collections.abc import Collection, Iterable
from dataclasses import dataclass
from datetime import datetime

from lamplight.core.care.inspections import INSPECTIONS


@dataclass(frozen=True)
class LookedAt:
    """Something was looked at, and was well or not.

    Attributes:
        what: key of the inspection.
        well: whether it was.
        at: when; aware.
        item: of the job at whose end it was looked at, or empty.
        entry_id: the line of the log.
    """

    what: str
    well: bool
    at: datetime
    item: str = ""
    entry_id: int = 0


@dataclass(frozen=True)
class Found:
    """What brings an item: when something was found, and what, in a sentence."""

    at: datetime
    sentence: str


def findings(looked: Iterable[LookedAt], items: Collection[str], now: datetime) -> dict[str, Found]:
    """What was found and not seen to be well since, by the item that it brings.

    Args:
        looked: at what, in any order; of one thing the last counts.
        items: keys of the machine's items.
        now: nothing later counts.
    """
    last: dict[str, LookedAt] = {}
    for one in sorted((one for one in looked if one.at <= now), key=lambda one: (one.at, one.entry_id)):
        last[one.what] = one
    found: dict[str, Found] = {}
    for one in last.values():
        about = INSPECTIONS.get(one.what)
        item = next((key for key in about.deeper if key in items), None) if about else None
        if about is None or one.well or item is None or (item in found and found[item].at >= one.at):
            continue
        found[item] = Found(one.at, f"{about.words} was not clean when it was looked at")
    return found
