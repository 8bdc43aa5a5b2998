"""What was seen of a panel, and what the machine thereby asked for."""

from __future__ import annotations

from collections import deque
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from datetime import datetime

from lamplight.core.lamps.match import PanelSignals, meanings
from lamplight.core.lamps.panel import Panel
from lamplight.core.moment import Moment


@dataclass(frozen=True)
class Sighting:
    """Something that was seen, or said, of what a machine shows and asks for.

    Either the whole panel was seen, which holds until it is seen again; or it was said of one item that the machine
    asks for it, or no longer does.

    Attributes:
        at: when.
        signals: what the whole panel showed; dark ones end what it showed before. None where an item was spoken of.
        deferred: whether the keeper left it for later.
        value: the drinks counter then, where somebody read it.
        asks_for, no_longer: key of the item that was spoken of, or empty.
        seq: place within the second; see `lamplight.core.moment`.
    """

    at: datetime
    signals: PanelSignals | None = None
    deferred: bool = False
    value: int | None = None
    asks_for: str = ""
    no_longer: str = ""
    seq: int = 0

    @property
    def moment(self) -> Moment:
        """When, with its place within the second."""
        return Moment(self.at, self.seq)


def in_order(sightings: Iterable[Sighting]) -> list[Sighting]:
    """Sightings in the order in which they were seen; of two at one place the one given later is the later."""
    return sorted(sightings, key=lambda sighting: sighting.moment)


@dataclass(frozen=True)
class PanelSeen:
    """A whole panel, as it was seen."""

    moment: Moment
    signals: PanelSignals
    deferred: bool = False

    @property
    def at(self) -> datetime:
        """When."""
        return self.moment.at


def panels_seen(sightings: Iterable[Sighting]) -> list[PanelSeen]:
    """Every time that the whole panel was seen, oldest first."""
    return [
        PanelSeen(sighting.moment, sighting.signals, sighting.deferred)
        for sighting in in_order(sightings)
        if sighting.signals is not None
    ]


def panel_at(sightings: Iterable[Sighting], now: datetime) -> PanelSeen | None:
    """What the panel shows at a moment: what was seen last by then, where it is not dark."""
    seen = [panel for panel in panels_seen(sightings) if panel.at <= now]
    return seen[-1] if seen and not seen[-1].signals.dark else None


@dataclass(frozen=True)
class Asked:
    """The machine asked for an item: from when, and until when it no longer did (None while it does).

    Attributes:
        value: the drinks counter at the beginning, where somebody read it.
    """

    item: str
    begun: Moment
    gone_at: datetime | None = None
    value: int | None = None

    @property
    def at(self) -> datetime:
        """When it began."""
        return self.begun.at

    def holds(self, now: datetime) -> bool:
        """Whether it asks at a moment."""
        return self.at <= now and (self.gone_at is None or self.gone_at > now)


def asked_for(
    panel: Panel, sightings: Sequence[Sighting], done: Iterable[tuple[str, Moment]] = ()
) -> tuple[Asked, ...]:
    """What the machine asked for, oldest first; of sightings that follow upon each other, once.

    A stretch of sightings of the panel that all ask for the same item is one. It is gone when a later one no longer
    does, as far as the panel speaks of that item at all, and when the item is done: what is seen after that is
    asked anew, a second lighting though nobody saw it dark between. Where it is said that the machine asks, that
    begins unless it does already, and where it is said that it no longer does, that ends.

    Args:
        sightings: any order.
        done: item keys and when they were done.
    """
    spoken = {pattern.asks_for for pattern in panel.all_patterns}
    ended: list[Asked] = []
    asking: dict[str, Asked] = {}

    def end(item: str, at: datetime) -> None:
        if item in asking:
            ended.append(replace(asking.pop(item), gone_at=at))

    deeds = deque(sorted(done, key=lambda deed: deed[1]))
    for sighting in in_order(sightings):
        while deeds and deeds[0][1] <= sighting.moment:
            item, moment = deeds.popleft()
            end(item, moment.at)
        if sighting.signals is None:
            end(sighting.no_longer, sighting.at)
            wanted = {sighting.asks_for} - {""}
        else:
            wanted = {item for meaning in meanings(panel, sighting.signals) for item in meaning.asks_for}
            for item in [item for item in asking if item in spoken and item not in wanted]:
                end(item, sighting.at)
        for item in sorted(wanted):
            asking.setdefault(item, Asked(item, sighting.moment, None, sighting.value))
    for item, moment in deeds:
        end(item, moment.at)
    return tuple(sorted((*ended, *asking.values()), key=lambda asked: (asked.begun, asked.item)))
