"""What a panel was seen to show, and what it thereby asked for."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from lamplight.core.lamps.match import PanelSignals, read_panel
from lamplight.core.lamps.panel import Panel, Pattern


@dataclass(frozen=True)
class Sighting:
    """What a panel showed from a moment on, until the next sighting.

    Attributes:
        at: when it was first seen.
        signals: what it showed; a dark one ends the one before.
        deferred: whether the keeper left it for later.
        value: the drinks counter then, where somebody read it.
    """

    at: datetime
    signals: PanelSignals
    deferred: bool = False
    value: int | None = None


def sighting_at(sightings: Sequence[Sighting], now: datetime) -> Sighting | None:
    """The sighting that holds at a moment: the latest by then, where it is not dark."""
    latest: Sighting | None = None
    for one in sightings:  # of two at one moment the later written counts
        if one.at <= now and (latest is None or one.at >= latest.at):
            latest = one
    return None if latest is None or latest.signals.dark else latest


@dataclass(frozen=True)
class Asked:
    """The machine asked for an item: from when, until when it no longer did, and how it was put."""

    item: str
    at: datetime
    gone_at: datetime | None
    pattern: Pattern
    value: int | None = None


def asked_for(panel: Panel, sightings: Sequence[Sighting]) -> tuple[Asked, ...]:
    """What the machine asked for by its panel, oldest first; of sightings that follow upon each other, once.

    A stretch of sightings that all ask for the same item is one; it is gone when a later one no
    longer does.
    """
    found: list[Asked] = []
    open_ones: dict[str, Asked] = {}
    for sighting in sorted(sightings, key=lambda one: one.at):
        wanted = {
            match.pattern.asks_for: match.pattern
            for match in reversed(read_panel(panel, sighting.signals))
            if match.pattern.asks_for
        }
        for item in [item for item in open_ones if item not in wanted]:
            begun = open_ones.pop(item)
            found.append(Asked(item, begun.at, sighting.at, begun.pattern, begun.value))
        for item, pattern in wanted.items():
            open_ones.setdefault(item, Asked(item, sighting.at, None, pattern, sighting.value))
    return tuple(sorted((*found, *open_ones.values()), key=lambda asked: (asked.at, asked.item)))
