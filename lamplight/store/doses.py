"""What was measured, decided and tried at the dose bench, as core objects; and what inspections saw."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Collection, Mapping
from dataclasses import dataclass
from datetime import datetime

from peewee import JOIN, ModelSelect

from lamplight.core.care.findings import LookedAt
from lamplight.core.dose.beaker import Measuring
from lamplight.core.dose.vessel import RoundVessel
from lamplight.core.machine.marks import DoseMark, DoseTrial
from lamplight.core.machine.trial import Trial
from lamplight.store.models import (
    DoseMarkVersion,
    DoseMeasuring,
    DoseTrialFact,
    DoseVesselVersion,
    Entry,
    Fact,
    Inspected,
    Push,
    Run,
    TrialStop,
)


@dataclass(frozen=True)
class DoseFacts:
    """What the books of machines hold of doses, by machine."""

    looked_at: Mapping[int, tuple[LookedAt, ...]]
    marks: Mapping[int, tuple[DoseMark, ...]]
    trials: Mapping[int, tuple[DoseTrial, ...]]


def _live(model: type[Fact], machine_ids: Collection[int] | None, *more: type) -> ModelSelect:
    rows = model.select(model, Entry, *more).join(Entry, on=model.entry).where(Entry.undone_at.is_null())
    rows = rows if machine_ids is None else rows.where(model.machine.in_(list(machine_ids)))
    return rows.order_by(Entry.at, model.id)


def dose_facts(machine_ids: Collection[int] | None = None) -> DoseFacts:
    """Inspections, marks and experiments; three queries, a fourth where there are experiments."""
    looked: dict[int, tuple[LookedAt, ...]] = defaultdict(tuple)
    marks: dict[int, tuple[DoseMark, ...]] = defaultdict(tuple)
    trials: dict[int, tuple[DoseTrial, ...]] = defaultdict(tuple)
    seen = (
        Inspected.select(Inspected.machine, Inspected.what, Inspected.well, Inspected.at, Inspected.entry, Run.item)
        .join(Entry, on=Inspected.entry)
        .join(Run, JOIN.LEFT_OUTER, on=(Run.entry == Inspected.entry))
        .where(Entry.undone_at.is_null())
        .order_by(Inspected.id)
    )
    if machine_ids is not None:
        seen = seen.where(Inspected.machine.in_(list(machine_ids)))
    for machine_id, what, well, at, entry_id, item in seen.tuples():
        looked[machine_id] += (LookedAt(what, well, at, item or "", entry_id),)
    for row in _live(DoseMarkVersion, machine_ids):
        marks[row.machine_id] += (DoseMark(row.role, row.ml),)
    begun = list(_live(DoseTrialFact, machine_ids))
    stopped = {row.trial_id for row in _live(TrialStop, machine_ids)} if begun else set()
    for row in begun:
        trial = Trial(row.share, row.minutes, row.washes, row.entry.at, row.hypothesis)
        trials[row.machine_id] += (DoseTrial(row.id, row.role, row.item, trial, row.id in stopped),)
    return DoseFacts(dict(looked), dict(marks), dict(trials))


@dataclass(frozen=True)
class MeasuringRow:
    """A measuring; the entry is what undoing names."""

    entry_id: int
    at: datetime
    measuring: Measuring


def measurings(machine_id: int, role: str) -> list[MeasuringRow]:
    """The measurings of one mix on a machine, oldest first."""
    rows = _live(DoseMeasuring, [machine_id]).where(DoseMeasuring.role == role).order_by(DoseMeasuring.at)
    return [MeasuringRow(row.entry_id, row.at, Measuring(row.filled_ml, row.left_ml)) for row in rows]


def vessel(machine_id: int, role: str) -> RoundVessel | None:
    """The vessel of one mix on a machine, or None."""
    row = _live(DoseVesselVersion, [machine_id]).where(DoseVesselVersion.role == role)
    found = row.order_by(DoseVesselVersion.id.desc()).first()
    return RoundVessel(found.bottom_mm, found.top_mm, found.height_mm) if found else None


@dataclass(frozen=True)
class PushRow:
    """One push; those of one entry were counted together.

    Attributes:
        entry_id: what undoing names.
        unit: in which it was counted or weighed.
        value: how much.
        left_out: whether its keeper left it out.
        at: when.
    """

    entry_id: int
    unit: str
    value: float
    left_out: bool
    at: datetime


def pushes(product: str) -> list[PushRow]:
    """The pushes of a product's dispenser, oldest first."""
    rows = (
        Push.select(Push, Entry)
        .join(Entry, on=Push.entry)
        .where(Entry.undone_at.is_null(), Push.product == product)
        .order_by(Push.id)
    )
    return [PushRow(row.entry_id, row.unit, row.value, row.left_out, row.entry.at) for row in rows]
