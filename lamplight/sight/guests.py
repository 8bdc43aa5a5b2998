"""What a passer-by sees of a machine, and what passers-by told."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta

from lamplight.core.care.first import Because, Drinks, DrinksWait
from lamplight.core.care.item import Due, ItemRole, Start
from lamplight.core.guest.reports import GuestTells
from lamplight.core.guest.usable import (
    AtWork,
    GuestStanding,
    OtherMachine,
    away_seconds,
    nearest_usable,
    standing_for_guests,
)
from lamplight.core.lamps.match import Meaning, PanelSignals, meanings
from lamplight.core.mail.alarms import Alarm
from lamplight.core.run.clock import likely_end
from lamplight.sight.agenda import Agenda
from lamplight.sight.kinds import kind_of
from lamplight.sight.machine_view import MachineView
from lamplight.store.guests import waiting_reports
from lamplight.store.rounds import ways
from lamplight.store.sightings import lamps_as_data, lamps_from_data
from lamplight.store.sites import MachineRow, SiteRow

LATELY = timedelta(days=8)


def standing_of(
    view: MachineView, now: datetime, touched: Sequence[Meaning] = (), agenda: Agenda | None = None
) -> GuestStanding:
    """Whether a passer-by may use a machine.

    Args:
        now: aware.
        touched: what its panel means as they see it now; to them it holds, whatever the book says.
        agenda: of its site, where it is to be said when somebody comes.
    """
    at_work = None
    if view.run is not None:
        at_work = AtWork("It is being looked after.", likely_end(view.run.state, now))
    seen = [one.title for one in touched if one.pattern.halts or one.pattern.sort.interrupts]
    wait = (
        DrinksWait(Drinks.NONE, Because.PANEL, f"{seen[0]}.") if seen and not view.cleaner_inside else view.drinks_wait
    )
    seen_to = agenda.seen_to_at(view) if agenda is not None and wait is not None else None
    return standing_for_guests(at_work, wait, view.row.retired, seen_to)


def cared_for(view: MachineView) -> list[tuple[Due, datetime]]:
    """What was done within the last days, the latest first: only what somebody did, and wrote down when."""
    oldest = view.status.context.now - LATELY
    done = [
        (due, due.last.at)
        for due in view.status.dues
        if due.last is not None and due.last.at is not None and due.last.start is Start.DONE and due.item.hygiene
        if due.last.at >= oldest
    ]
    return sorted(done, key=lambda pair: pair[1], reverse=True)[:MOST_TOLD]


@dataclass(frozen=True)
class Elsewhere:
    """Another machine that can be used: where, and how far, in seconds or None."""

    view: MachineView
    away_s: int | None


def elsewhere(site: SiteRow, view: MachineView, views: Sequence[MachineView], now: datetime) -> Elsewhere | None:
    """The nearest machine that is better than this one; None where none is."""
    known = ways(site.id).seconds
    by_id = {one.row.id: one for one in views[:MOST_OTHERS] if one.row.id != view.row.id}
    others = [
        OtherMachine(key, standing_of(one, now).usable, away_seconds(known, view.row.place, one.row.place))
        for key, one in by_id.items()
    ]
    found = nearest_usable(others, standing_of(view, now).usable)
    return Elsewhere(by_id[found.machine], found.away_s) if found else None


def may_tell(view: MachineView) -> tuple[GuestTells, ...]:
    """What can be told of a machine: of a tank and a drawer only where it has them."""
    parts = {part.key for part in view.whole_kind.parts}
    told = [GuestTells.FILLED] if TANK in parts else []
    told += [GuestTells.EMPTIED] if view.whole_kind.item_of(ItemRole.DRAWER) else []
    told += [GuestTells.TRAY] if TRAY in parts else []
    return (
        *told,
        GuestTells.SPITS,
        *([GuestTells.PANEL] if view.whole_kind.panel.speaks else []),
        GuestTells.WORDS,
    )


def guest_alarms(rows: Sequence[MachineRow]) -> list[Alarm]:
    """What passers-by saw that stops a machine, as far as nobody decided about it: told at once, and not counted."""
    known, found = {row.id: row for row in rows}, []
    for waits in waiting_reports():
        row = known.get(waits.report.machine)
        if row is None or waits.report.told is not GuestTells.PANEL:
            continue
        stopping = [
            one for one in meanings(kind_of(row.kind).panel, signals_of(waits.report.shows)) if one.pattern.halts
        ]
        if stopping:
            words = f"a guest saw “{stopping[0].title}”"
            found.append(
                Alarm(
                    f"guest {waits.id}", row.id, words, "Look, and say under Guests whether it is so.", waits.report.at
                )
            )
    return found


# So many wait at most at one machine; so many machines are looked at for one that is free; so much of care is told.
MOST_WAITING, MOST_OTHERS, MOST_TOLD = 100, 30, 3


TANK, TRAY, MESSAGE = "tank", "tray", "says "


def shows_of(signals: PanelSignals) -> tuple[str, ...]:
    """A panel as a report keeps it."""
    lamps = sorted(f"{key} {state}" for key, state in lamps_as_data(signals.lamps).items())
    return (*lamps, *([f"{MESSAGE}{signals.message}"] if signals.message else []))


def signals_of(shows: Collection[str]) -> PanelSignals:
    """The panel that a report keeps."""
    lamps = dict(line.split(" ", 1) for line in shows if not line.startswith(MESSAGE))
    says = next((line.removeprefix(MESSAGE) for line in shows if line.startswith(MESSAGE)), "")
    return PanelSignals(lamps_from_data(lamps), says)
