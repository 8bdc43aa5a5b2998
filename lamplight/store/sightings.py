"""What panels showed, which causes were tried, what the keeper answered: facts for reading lamps."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Collection, Mapping
from dataclasses import dataclass
from datetime import datetime

from lamplight.core.diagnosis.evidence import TruthAt
from lamplight.core.lamps.causes import Tried
from lamplight.core.lamps.match import PanelLook
from lamplight.core.lamps.panel import LampLook, LampState
from lamplight.core.lamps.sightings import Sighting
from lamplight.store.models import CauseTried, Entry, PanelSighting, TruthTold
from lamplight.store.sites import keepers


def lamps_as_data(lamps: Mapping[str, LampLook]) -> dict[str, str]:
    """Lamps as they are stored: ``steady amber``."""
    return {key: f"{look.state.value} {look.colour}".strip() for key, look in lamps.items() if look.lit}


def lamps_from_data(data: Mapping[str, str]) -> dict[str, LampLook]:
    """Lamps from what is stored, or from a form.

    Raises:
        ValueError: for a state that there is not.
    """
    found = {}
    for key, text in data.items():
        state, _, colour = text.strip().partition(" ")
        found[key] = LampLook(LampState(state or "off"), colour)
    return found


@dataclass(frozen=True)
class SightingRow:
    """A sighting; the entry is what undoing names."""

    entry_id: int
    machine_id: int
    who: str
    sighting: Sighting


def sighting_rows(machine_ids: Collection[int] | None = None) -> list[SightingRow]:
    """Sightings that count, oldest first."""
    rows = PanelSighting.select(PanelSighting, Entry).join(Entry, on=PanelSighting.entry)
    rows = rows.where(Entry.undone_at.is_null())
    if machine_ids is not None:
        rows = rows.where(PanelSighting.machine.in_(list(machine_ids)))
    initials = {keeper.id: keeper.initials for keeper in keepers(active_only=False)}
    return [
        SightingRow(
            row.entry_id, row.machine_id, initials.get(row.entry.keeper_id, ""),
            Sighting(row.at, PanelLook(lamps_from_data(row.lamps), row.message), row.put_off, row.value),
        )
        for row in rows.order_by(PanelSighting.at, PanelSighting.id)
    ]  # fmt: skip


def sightings_by_machine(machine_ids: Collection[int] | None = None) -> dict[int, tuple[Sighting, ...]]:
    """Sightings of each machine, oldest first."""
    found: dict[int, list[Sighting]] = defaultdict(list)
    for row in sighting_rows(machine_ids):
        found[row.machine_id].append(row.sighting)
    return {machine_id: tuple(rows) for machine_id, rows in found.items()}


def tried_causes(machine_id: int) -> list[Tried]:
    """What was tried on a machine, oldest first."""
    rows = (
        CauseTried.select()
        .join(Entry)
        .where(CauseTried.machine == machine_id, Entry.undone_at.is_null())
        .order_by(CauseTried.id)
    )
    return [Tried(row.about, row.cause, row.was_it, row.at) for row in rows]


def truths_told(machine_id: int) -> list[TruthAt]:
    """Answers to truth questions on a machine, oldest first."""
    rows = (
        TruthTold.select()
        .join(Entry)
        .where(TruthTold.machine == machine_id, Entry.undone_at.is_null())
        .order_by(TruthTold.id)
    )
    return [TruthAt(row.what, row.answer, row.at) for row in rows]


def faults_seen(machine_ids: Collection[int], since: datetime) -> dict[int, list[Sighting]]:
    """Lit sightings since a moment, by machine."""
    found: dict[int, list[Sighting]] = defaultdict(list)
    for row in sighting_rows(machine_ids):
        if row.sighting.at >= since and not row.sighting.look.dark:
            found[row.machine_id].append(row.sighting)
    return found
