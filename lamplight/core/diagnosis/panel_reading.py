"""What a machine's panel says now: what was seen last, what that means, and whether a job has put it out since."""

from __future__ import annotations

from dataclasses import dataclass

from lamplight.core.assess import MachineStatus
from lamplight.core.care.context import Evaluated
from lamplight.core.care.item import Due
from lamplight.core.lamps.match import Match, PanelSignals, read_panel
from lamplight.core.lamps.panel import Panel
from lamplight.core.lamps.sightings import PanelSeen, panel_at

DARK = PanelSignals()


@dataclass(frozen=True)
class PanelReading:
    """What a panel says now.

    Attributes:
        seen: what was seen last; None where it is dark, nobody looked, or a finished job put it out.
        match: the pattern that fits best; None where no rule knows it.
        others: patterns that fit as well.
        settled_by: the item whose job put the lamp out by the book, or None.
    """

    seen: PanelSeen | None = None
    match: Match | None = None
    others: tuple[Match, ...] = ()
    settled_by: Due | None = None

    @property
    def signals(self) -> PanelSignals:
        """What the panel shows as far as anybody wrote down; dark where nothing is known."""
        return self.seen.signals if self.seen else DARK


def panel_reading(panel: Panel, status: MachineStatus) -> PanelReading:
    """What a machine's panel says.

    Args:
        panel: of its kind.
        status: where its items stand, and its book.
    """
    seen = panel_at(status.book.sightings, status.context.now)
    if seen is None:
        return PanelReading()
    matches = read_panel(panel, seen.signals)
    best = matches[0] if matches else None
    settled_by = _settled_by(best, seen, status)
    return PanelReading(settled_by=settled_by) if settled_by else PanelReading(seen, best, matches[1:])


def _settled_by(best: Match | None, seen: PanelSeen, status: MachineStatus) -> Due | None:
    """The item that was done after the sighting that asked for it, where that is all it said."""
    due = status.due(best.pattern.asks_for) if best and best.pattern.asks_for else None
    done = Evaluated(due.item, due.last, status.context).deed if due else None
    return due if done is not None and done >= seen.moment else None
