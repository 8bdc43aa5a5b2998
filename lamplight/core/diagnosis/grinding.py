"""Judging the grind: one notch, two drinks, then taste. Common practice, no source."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime, timedelta

from lamplight.core.care.context import EventSeen

GRIND_EVENTS = {"coarser": "grind-coarser", "finer": "grind-finer"}
DRINK_JUDGED = "grind-drink"
DRINKS_TO_JUDGE = 2
FORGOTTEN_AFTER = timedelta(hours=12)


@dataclass(frozen=True)
class Grinding:
    """A notch of the grinder that is being judged: which way, and how many drinks were drawn since."""

    way: str
    drinks: int

    @property
    def judged(self) -> bool:
        """Whether it is time to taste."""
        return self.drinks >= DRINKS_TO_JUDGE


def grinding(events: Iterable[EventSeen], now: datetime) -> Grinding | None:
    """Where judging a notch stands; None where the grind was not changed within half a day.

    Args:
        events: what was noted at the machine, any order.
        now: aware.
    """
    ways = {event: way for way, event in GRIND_EVENTS.items()}
    noted = sorted((event for event in events if event.at <= now), key=lambda event: event.moment)
    changes = [place for place, event in enumerate(noted) if event.what in ways]
    if not changes or now - noted[changes[-1]].at > FORGOTTEN_AFTER:
        return None
    since = noted[changes[-1] + 1 :]
    return Grinding(ways[noted[changes[-1]].what], sum(event.what == DRINK_JUDGED for event in since))
