"""What a machine's panel says now: what was seen last, what that means, and which jobs have put it out since."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from lamplight.core.assess import MachineStatus
from lamplight.core.care.context import Evaluated
from lamplight.core.care.item import Due
from lamplight.core.lamps.causes import Cause
from lamplight.core.lamps.match import Match, Meaning, PanelSignals, lamps_of, meanings, unexplained
from lamplight.core.lamps.panel import Panel, Pattern, Sort
from lamplight.core.lamps.sightings import PanelSeen, panel_at

DARK = PanelSignals()
# What a job puts out though the pattern names no item: its causes' own jobs.
MENDED = (Sort.EMPTY, Sort.REFILL, Sort.CARE)


@dataclass(frozen=True)
class PanelReading:
    """What a panel says now.

    Attributes:
        seen: what was seen last; None where it is dark, nobody looked, or finished jobs put all of it out.
        meanings: everything that holds, what stops drinks first.
        settled: what a finished job put out by the book, with the item that was done.
    """

    seen: PanelSeen | None = None
    meanings: tuple[Meaning, ...] = ()
    settled: tuple[tuple[Meaning, Due], ...] = ()

    @property
    def match(self) -> Match | None:
        """The pattern to see to first; None where no rule knows any."""
        return self.meanings[0].matches[0] if self.meanings else None

    @property
    def settled_by(self) -> Due | None:
        """The item whose job put out all that was lit, by the book, or None."""
        return self.settled[0][1] if self.settled and self.seen is None else None

    @property
    def signals(self) -> PanelSignals:
        """What the panel shows as far as anybody wrote down; dark where nothing is known."""
        if self.seen is None:
            return DARK
        out = {lamp for meaning, _ in self.settled for lamp in lamps_of(meaning)}
        out -= {lamp for meaning in self.meanings for lamp in lamps_of(meaning)}
        lamps = {key: signal for key, signal in self.seen.signals.lamps.items() if key not in out}
        spoken = any(match.pattern.message for meaning in self.meanings for match in meaning.matches)
        gone = any(match.pattern.message for meaning, _ in self.settled for match in meaning.matches)
        return PanelSignals(lamps, "" if gone and not spoken else self.seen.signals.message)

    @property
    def unknown(self) -> PanelSignals:
        """What is shown and no rule knows."""
        return unexplained(self.signals, self.meanings)


def panel_reading(panel: Panel, status: MachineStatus, causes: Mapping[str, Cause] | None = None) -> PanelReading:
    """What a machine's panel says.

    Args:
        panel: of its kind.
        status: where its items stand, and its book.
        causes: by key, for the jobs that put out what names no item.
    """
    seen = panel_at(status.book.sightings, status.context.now)
    if seen is None:
        return PanelReading()
    holding: list[Meaning] = []
    settled: list[tuple[Meaning, Due]] = []
    for meaning in meanings(panel, seen.signals):
        done = _settled_by(meaning, seen, status, causes or {})
        if done:
            settled.append((meaning, done))
        else:
            holding.append(meaning)
    reading = PanelReading(seen, tuple(holding), tuple(settled))
    return PanelReading(settled=tuple(settled)) if reading.signals.dark else reading


def _settled_by(meaning: Meaning, seen: PanelSeen, status: MachineStatus, causes: Mapping[str, Cause]) -> Due | None:
    """The item that was done after the sighting that asked for it."""
    for match in meaning.matches:
        for key in jobs_of(match.pattern, causes):
            due = status.due(key)
            done = Evaluated(due.item, due.last, status.context).deed if due else None
            if due is not None and done is not None and done >= seen.moment:
                return due
    return None


def jobs_of(pattern: Pattern, causes: Mapping[str, Cause]) -> tuple[str, ...]:
    """The items whose job a pattern asks for: by its own word, else those of its causes."""
    if pattern.asks_for:
        return (pattern.asks_for,)
    if pattern.sort not in MENDED:
        return ()
    return tuple(dict.fromkeys(causes[key].begin for key in pattern.causes if key in causes and causes[key].begin))
