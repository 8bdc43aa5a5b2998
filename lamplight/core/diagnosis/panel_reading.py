"""What a machine's panel says now: what was seen last, what that means, and which jobs have put it out since."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from dataclasses import dataclass
from datetime import datetime

from lamplight.core.assess import MachineStatus
from lamplight.core.care.context import Evaluated
from lamplight.core.care.item import Due
from lamplight.core.lamps.causes import Cause
from lamplight.core.lamps.intervals import filling_of, last_filled
from lamplight.core.lamps.match import Match, Meaning, PanelSignals, lamps_of, meanings, unexplained
from lamplight.core.lamps.panel import Panel, Pattern, Sort
from lamplight.core.lamps.sightings import PanelSeen, panel_at, panels_seen

DARK = PanelSignals()
# What a job puts out though the pattern names no item: its causes' own jobs.
MENDED = (Sort.EMPTY, Sort.REFILL, Sort.CARE)


@dataclass(frozen=True)
class Settled:
    """Something that was lit and is out by the book.

    Attributes:
        meaning: what was meant.
        due: the item that was done, or None where it was a refill.
        words: what put it out.
    """

    meaning: Meaning
    due: Due | None
    words: str


@dataclass(frozen=True)
class PanelReading:
    """What a panel says now.

    Attributes:
        seen: what was seen last; None where it is dark, nobody looked, or finished jobs put all of it out.
        meanings: everything that holds, what stops drinks first.
        settled: what a finished job or a refill put out by the book.
    """

    seen: PanelSeen | None = None
    meanings: tuple[Meaning, ...] = ()
    settled: tuple[Settled, ...] = ()

    @property
    def match(self) -> Match | None:
        """The pattern to see to first; None where no rule knows any."""
        return self.meanings[0].matches[0] if self.meanings else None

    @property
    def signals(self) -> PanelSignals:
        """What the panel shows as far as anybody wrote down; dark where nothing is known."""
        if self.seen is None:
            return DARK
        out = {lamp for gone in self.settled for lamp in lamps_of(gone.meaning)}
        out -= {lamp for meaning in self.meanings for lamp in lamps_of(meaning)}
        lamps = {key: signal for key, signal in self.seen.signals.lamps.items() if key not in out}
        spoken = any(match.pattern.message for meaning in self.meanings for match in meaning.matches)
        silent = any(match.pattern.message for gone in self.settled for match in gone.meaning.matches)
        return PanelSignals(lamps, "" if silent and not spoken else self.seen.signals.message)

    @property
    def unknown(self) -> PanelSignals:
        """What is shown and no rule knows."""
        return unexplained(self.signals, self.meanings)


def panel_reading(
    panel: Panel, status: MachineStatus, causes: Mapping[str, Cause] | None = None, traits: Collection[str] = ()
) -> PanelReading:
    """What a machine's panel says.

    Args:
        status: where its items stand, and its book.
        causes: by key, for the jobs that put out what names no item.
    """
    seen = panel_at(status.book.sightings, status.context.now)
    if seen is None:
        return PanelReading()
    holding: list[Meaning] = []
    settled: list[Settled] = []
    for meaning in meanings(panel, seen.signals):
        gone = _settled(meaning, seen, status, causes or {}, traits)
        if gone is not None:
            settled.append(gone)
        else:
            holding.append(meaning)
    reading = PanelReading(seen, tuple(holding), tuple(settled))
    return PanelReading(settled=tuple(settled)) if reading.signals.dark else reading


def lit_since(
    meaning: Meaning,
    panel: Panel,
    status: MachineStatus,
    causes: Mapping[str, Cause] | None = None,
    traits: Collection[str] = (),
) -> datetime | None:
    """Since when something has been lit, however often it was seen meanwhile; None where it is not.

    What was put out and seen lit again is lit since then. Arguments as `panel_reading` has them.
    """
    since = None
    for seen in reversed(panels_seen(status.book.sightings)):
        if seen.at > status.context.now:
            continue
        held = {one.pattern.title: one for one in meanings(panel, seen.signals)}.get(meaning.pattern.title)
        if held is None or _settled(held, seen, status, causes or {}, traits) is not None:
            break
        since = seen.at
    return since


def _settled(
    meaning: Meaning, seen: PanelSeen, status: MachineStatus, causes: Mapping[str, Cause], traits: Collection[str]
) -> Settled | None:
    """What put out something that was seen, or None while it holds."""
    due = _settled_by(meaning, seen, status, causes)
    if due is not None:
        return Settled(meaning, due, due.item.title.lower())
    if _filled_since(meaning, seen, status, traits):
        return Settled(meaning, None, "its refill, confirmed")
    return None


def _settled_by(meaning: Meaning, seen: PanelSeen, status: MachineStatus, causes: Mapping[str, Cause]) -> Due | None:
    """The item that was done after the sighting that asked for it."""
    for match in meaning.matches:
        for key in jobs_of(match.pattern, causes):
            due = status.due(key)
            done = Evaluated(due.item, due.last, status.context).deed if due else None
            if due is not None and done is not None and done >= seen.moment:
                return due
    return None


def _filled_since(meaning: Meaning, seen: PanelSeen, status: MachineStatus, traits: Collection[str]) -> bool:
    """Whether what it wants was filled in after the sighting, and the machine was told."""
    filling = filling_of(meaning.pattern, traits)
    last = last_filled(status.book.events, filling) if filling else None
    return last is not None and last[1] and last[0] >= seen.moment


def jobs_of(pattern: Pattern, causes: Mapping[str, Cause]) -> tuple[str, ...]:
    """The items whose job a pattern asks for: by its own word, else those of its causes."""
    if pattern.asks_for:
        return (pattern.asks_for,)
    if pattern.sort not in MENDED:
        return ()
    return tuple(dict.fromkeys(causes[key].begin for key in pattern.causes if key in causes and causes[key].begin))
