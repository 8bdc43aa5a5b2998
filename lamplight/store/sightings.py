"""What panels showed, which causes were tried, what the keeper answered: facts for reading lamps."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Collection, Mapping
from dataclasses import dataclass
from datetime import datetime

from peewee import fn

from lamplight.core.diagnosis.evidence import ConfirmationAt
from lamplight.core.lamps.causes import Tried
from lamplight.core.lamps.match import PanelSignals
from lamplight.core.lamps.panel import LampSignal, LampState
from lamplight.core.lamps.sightings import Sighting
from lamplight.store.live import by_moment, live
from lamplight.store.models import CauseTried, ConfirmationGiven, Entry, PanelSighting
from lamplight.store.prepared import fetched, fetched_of
from lamplight.store.sites import keepers


def lamps_as_data(lamps: Mapping[str, LampSignal]) -> dict[str, str]:
    """Lamps as they are stored: ``steady amber``."""
    return {key: f"{signal.state.value} {signal.colour}".strip() for key, signal in lamps.items() if signal.lit}


def lamps_from_data(data: Mapping[str, str]) -> dict[str, LampSignal]:
    """Lamps from what is stored, or from a form.

    Raises:
        ValueError: for a state that there is not.
    """
    sightings = {}
    for key, text in data.items():
        state, _, colour = text.strip().partition(" ")
        sightings[key] = LampSignal(LampState(state or "off"), colour)
    return sightings


@dataclass(frozen=True)
class SightingRow:
    """A sighting; the entry is what undoing names."""

    entry_id: int
    machine_id: int
    who: str
    sighting: Sighting


def most_seen(since: datetime, most: int) -> list[int]:
    """Numbers of the machines whose panels were seen most often since a moment, or at which a cause was tried."""
    count: dict[int, int] = defaultdict(int)
    for model in (PanelSighting, CauseTried):
        rows = model.select(model.machine, fn.COUNT(model.entry)).join(Entry, on=model.entry)
        rows = rows.where(Entry.undone_at.is_null(), model.at >= since).group_by(model.machine)
        for machine_id, number in rows.tuples():
            count[machine_id] += number
    return sorted(count, key=lambda machine_id: (-count[machine_id], machine_id))[:most]


def sighting_rows(machine_ids: Collection[int] | None = None) -> list[SightingRow]:
    """Sightings that count, oldest first."""
    by_time = (PanelSighting.at, PanelSighting.seq, PanelSighting.id)
    rows = fetched_of("sightings", lambda ids: by_moment(PanelSighting, ids).order_by(*by_time), machine_ids)
    initials = {keeper.id: keeper.initials for keeper in keepers(active_only=False)}
    return [
        SightingRow(
            row.entry_id, row.machine_id, initials.get(row.entry.keeper_id, ""),
            _sighting(row),
        )
        for row in rows
    ]  # fmt: skip


def _sighting(row: PanelSighting) -> Sighting:
    spoken = row.asks_for or row.no_longer
    signals = None if spoken else PanelSignals(lamps_from_data(row.lamps), row.message)
    return Sighting(row.at, signals, row.deferred, row.value, row.asks_for, row.no_longer, row.seq)


def sightings_by_machine(machine_ids: Collection[int] | None = None) -> dict[int, tuple[Sighting, ...]]:
    """Sightings of each machine, oldest first."""
    by_machine: dict[int, list[Sighting]] = defaultdict(list)
    for row in sighting_rows(machine_ids):
        by_machine[row.machine_id].append(row.sighting)
    return {machine_id: tuple(rows) for machine_id, rows in by_machine.items()}


def tried_causes() -> dict[int, tuple[Tried, ...]]:
    """What was tried on each machine, oldest first."""
    by_machine: dict[int, list[Tried]] = defaultdict(list)
    for row in fetched("tried", lambda: live(CauseTried)):
        by_machine[row.machine_id].append(Tried(row.about, row.cause, row.was_it, row.at))
    return {machine_id: tuple(tried) for machine_id, tried in by_machine.items()}


def confirmations_given(machine_id: int) -> list[ConfirmationAt]:
    """Answers to questions of confirmation on a machine, oldest first."""
    rows = (
        ConfirmationGiven.select()
        .join(Entry)
        .where(ConfirmationGiven.machine == machine_id, Entry.undone_at.is_null())
        .order_by(ConfirmationGiven.id)
    )
    return [ConfirmationAt(row.what, row.answer, row.at) for row in rows]
