"""Water tests, cartridges, and which water a machine gets."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Collection, Mapping
from dataclasses import dataclass, field
from datetime import date, datetime

from lamplight.core.care.own_items import WHICHEVER_FIRST
from lamplight.core.water.at_machine import WaterAtMachine
from lamplight.core.water.cartridge import Cartridge, Resin
from lamplight.core.water.hardness import WaterTest, latest_test
from lamplight.store.models import CartridgeInstallation, Entry, SetupVersion, WaterTestFact
from lamplight.store.sites import newest

MAINS = "mains"
VISIT_WINDOW_DAYS = 3


@dataclass(frozen=True)
class Setup:
    """How a machine is set up.

    Attributes:
        source: the name of its water.
        descaling_basis: by what its descaling is decided.
        window_days: open days that jobs are taken along ahead of their time.
    """

    source: str = MAINS
    descaling_basis: str = WHICHEVER_FIRST
    window_days: int = VISIT_WINDOW_DAYS


def setups() -> dict[int, Setup]:
    """The set-up of each machine that has one of its own."""
    return {
        row.machine_id: Setup(row.source, row.descaling_basis, row.window_days)
        for row in newest(SetupVersion, "machine")
    }


@dataclass(frozen=True)
class WaterTestRow:
    """A test; the entry is what undoing names."""

    entry_id: int
    source: str
    test: WaterTest


def water_tests() -> list[WaterTestRow]:
    """Every test, newest first."""
    rows = (
        WaterTestFact.select()
        .join(Entry, on=WaterTestFact.entry)
        .where(Entry.undone_at.is_null())
        .order_by(WaterTestFact.day.desc(), WaterTestFact.id.desc())
    )
    return [WaterTestRow(r.entry_id, r.source, WaterTest(r.day, r.total_dh, r.carbonate_dh)) for r in rows]


@dataclass(frozen=True)
class Waters:
    """All waters and cartridges, to be asked for one machine."""

    tests: Mapping[str, list[WaterTest]] = field(default_factory=dict)
    cartridges: Mapping[int, Cartridge | None] = field(default_factory=dict)

    def at(self, machine_id: int, source: str) -> WaterAtMachine:
        """What a machine gets."""
        test = latest_test(self.tests.get(source, []), date.max)
        fitted = self.cartridges.get(machine_id)
        return WaterAtMachine(test, fitted, filter_out=fitted is None and machine_id in self.cartridges)


@dataclass(frozen=True)
class InstallationRow:
    """A cartridge that was fitted, or taken out (None)."""

    entry_id: int
    at: datetime
    cartridge: Cartridge | None


def installations(machine_ids: Collection[int] | None = None) -> dict[int, list[InstallationRow]]:
    """Cartridges of machines, oldest first."""
    rows = CartridgeInstallation.select().join(Entry, on=CartridgeInstallation.entry).where(Entry.undone_at.is_null())
    if machine_ids is not None:
        rows = rows.where(CartridgeInstallation.machine.in_(list(machine_ids)))
    by_machine: dict[int, list[InstallationRow]] = defaultdict(list)
    for row in rows.order_by(CartridgeInstallation.at, CartridgeInstallation.id):
        fitted = None
        if row.capacity_dh_l is not None:
            fitted = Cartridge(row.capacity_dh_l, row.bypass, row.residual_dh, Resin(row.resin), row.months)
        by_machine[row.machine_id].append(InstallationRow(row.entry_id, row.at, fitted))
    return by_machine


def waters(machine_ids: Collection[int] | None = None) -> Waters:
    """Tests by source, and what is fitted now by machine."""
    tests: dict[str, list[WaterTest]] = defaultdict(list)
    for row in water_tests():
        tests[row.source].append(row.test)
    return Waters(tests, {machine_id: rows[-1].cartridge for machine_id, rows in installations(machine_ids).items()})
