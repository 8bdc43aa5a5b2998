"""What the water page shows: tests in every unit, and what each machine makes of them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from lamplight.actions.machine_view import MachineView
from lamplight.core.care.item import CareItem, Due, ItemRole
from lamplight.core.errors import MissingReading
from lamplight.core.water.at_machine import level_to_set
from lamplight.core.water.cartridge import USUAL_MONTHS, Cartridge
from lamplight.core.water.hardness import UNITS, WaterTest, convert_hardness, german_band, usgs_band
from lamplight.store.waters import InstallationRow, WaterTestRow

SHORT = {"mg/L CaCO3": "mg/L", "dH": "°dH", "fH": "°fH", "eH": "°e", "gpg": "gpg", "mmol/L": "mmol/L", "meq/L": "meq/L"}


@dataclass(frozen=True)
class TestLine:
    """A test of a water."""

    row: WaterTestRow
    newest: bool
    units: list[tuple[str, str]]
    band: str
    assumed: str


@dataclass(frozen=True)
class MachineWater:
    """What one machine gets, and what follows."""

    view: MachineView
    before: float | None
    after: float | None
    spent: bool
    total_after: float | None
    level: str
    filter_due: Due | None
    descale_due: Due | None
    installed_at: datetime | None
    fitted: bool
    filter_item: CareItem | None
    filter_out: bool
    offered: Cartridge | None
    usual_months: int = USUAL_MONTHS


def in_every_unit(dh: float) -> list[tuple[str, str]]:
    """A hardness in each unit, rounded for reading."""
    return [(SHORT[unit], f"{convert_hardness(dh, 'dH', unit):.{0 if unit == 'mg/L CaCO3' else 1}f}") for unit in UNITS]


def test_lines(rows: Sequence[WaterTestRow]) -> list[TestLine]:
    """Tests, newest first, the newest of each water marked."""
    seen: set[str] = set()
    lines = []
    for row in rows:
        lines.append(
            TestLine(row, row.source not in seen, in_every_unit(row.test.total), _band(row.test), row.test.assumed)
        )
        seen.add(row.source)
    return lines


def _band(test: WaterTest) -> str:
    return f"{usgs_band(test.total)} by the US survey’s bands, {german_band(test.total)} by the German law’s"


def machine_waters(views: Sequence[MachineView], fitted: dict[int, list[InstallationRow]]) -> list[MachineWater]:
    """Each machine by name."""
    lines = []
    for view in sorted(views, key=lambda view: view.row.name.lower()):
        water, now = view.status.context.water, view.status.context.water_now
        installations = [fit for fit in fitted.get(view.row.id, []) if fit.cartridge is not None]
        change = view.status.due_of(ItemRole.FILTER)
        counted = change is not None and change.last is not None and not change.last.deed
        lines.append(
            MachineWater(
                view, water.test.scaling if water.test else None, now.scaling_dh, now.spent, water.total_after,
                _level(view), change, view.status.due_of(ItemRole.DESCALE),
                installations[-1].at if installations and water.cartridge and not counted else None,
                bool(installations and water.cartridge),
                view.kind.item_of(ItemRole.FILTER), water.filter_out,
                view.kind.cartridge_offered(water.cartridge),
            )
        )  # fmt: skip
    return lines


def _level(view: MachineView) -> str:
    total = view.status.context.water.total_after
    if total is None:
        return ""
    try:
        return level_to_set(total, view.kind.levels).level
    except MissingReading:
        return ""
