"""What an inspection found, and which care that brings."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Mapping
from dataclasses import dataclass
from datetime import datetime

# Which care goes deeper where something was found, by what was looked at: the first of these that a machine has.
DEEPER: Mapping[str, tuple[str, ...]] = {
    "hose": ("milk-strip-down", "jug-strip-down", "milk-jug-wash", "milk-wash"),
    "orifice": ("milk-strip-down", "jug-strip-down", "milk-jug-wash", "milk-wash"),
    "galleries": ("milk-strip-down", "jug-strip-down", "milk-jug-wash", "milk-wash"),
    "valve": ("milk-strip-down", "jug-strip-down", "milk-jug-wash", "milk-wash"),
    "screen": ("group-strip-down", "portafilter-screen", "brew-tablet"),
    "seals": ("group-strip-down", "grease"),
    "filter-seat": ("filter-change",),
}
WORDS = {
    "hose": "the milk hose", "orifice": "the air orifice", "galleries": "the galleries of the frother",
    "valve": "the valve", "screen": "the brew screen", "seals": "the seals", "filter-seat": "the seat of the filter",
}  # fmt: skip


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
        item = next((key for key in DEEPER.get(one.what, ()) if key in items), None)
        if one.well or item is None or (item in found and found[item].at >= one.at):
            continue
        found[item] = Found(one.at, f"{WORDS[one.what]} was not clean when it was looked at")
    return found
