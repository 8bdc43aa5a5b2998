"""What was measured, decided and tried at the dose bench, as core objects; and what inspections saw."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Collection, Mapping
from dataclasses import dataclass
from datetime import datetime

from peewee import JOIN, ModelSelect

from lamplight.core.care.inspections import LookedAt
from lamplight.core.dose.beaker import Measuring
from lamplight.core.dose.in_hand import RoundVessel
from lamplight.core.machine.marks import DoseMark, DoseTrial
from lamplight.core.machine.trial import Trial
from lamplight.store.live import by_moment, facts_of, live
from lamplight.store.models import (
    DoseMarkVersion,
    DoseMeasuring,
    DoseTrialFact,
    DoseVesselVersion,
    Entry,
    Inspected,
    Push,
    Run,
    TrialStop,
)
from lamplight.store.prepared import fetched_of


@dataclass(frozen=True)
class DoseFacts:
    """What the books of machines hold of doses, by machine."""

    looked_at: Mapping[int, tuple[LookedAt, ...]]
    marks: Mapping[int, tuple[DoseMark, ...]]
    trials: Mapping[int, tuple[DoseTrial, ...]]


def dose_facts(machine_ids: Collection[int] | None = None) -> DoseFacts:
    """Inspections, marks and experiments; three queries, a fourth where there are experiments."""
    looked: dict[int, tuple[LookedAt, ...]] = defaultdict(tuple)
    marks: dict[int, tuple[DoseMark, ...]] = defaultdict(tuple)
    trials: dict[int, tuple[DoseTrial, ...]] = defaultdict(tuple)
    for machine_id, what, well, at, entry_id, item in fetched_of("inspected", _inspected, machine_ids):
        looked[machine_id] += (LookedAt(what, well, at, item or "", entry_id),)
    for row in facts_of(DoseMarkVersion, machine_ids):
        marks[row.machine_id] += (DoseMark(row.role, row.ml),)
    begun = facts_of(DoseTrialFact, machine_ids)
    stopped = {row.trial_id for row in facts_of(TrialStop, machine_ids)} if begun else set()
    for row in begun:
        trial = Trial(row.share, row.minutes, row.washes, row.entry.at, row.hypothesis)
        trials[row.machine_id] += (DoseTrial(row.id, row.role, row.item, trial, row.id in stopped),)
    return DoseFacts(dict(looked), dict(marks), dict(trials))


def _inspected(machine_ids: Collection[int] | None) -> ModelSelect:
    columns = (Inspected.machine, Inspected.what, Inspected.well, Inspected.at, Inspected.entry, Run.item)
    rows = live(Inspected, machine_ids).select(*columns)
    return rows.join(Run, JOIN.LEFT_OUTER, on=(Run.entry == Inspected.entry)).tuples()


@dataclass(frozen=True)
class MeasuringRow:
    """A measuring; the entry is what undoing names."""

    entry_id: int
    at: datetime
    measuring: Measuring


def measurings(machine_id: int, role: str) -> list[MeasuringRow]:
    """The measurings of one mix on a machine, oldest first."""
    rows = by_moment(DoseMeasuring, [machine_id]).where(DoseMeasuring.role == role).order_by(DoseMeasuring.at)
    return [MeasuringRow(row.entry_id, row.at, Measuring(row.filled_ml, row.left_ml)) for row in rows]


def vessel(machine_id: int, role: str) -> RoundVessel | None:
    """The vessel of one mix on a machine, or None."""
    row = by_moment(DoseVesselVersion, [machine_id]).where(DoseVesselVersion.role == role)
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
