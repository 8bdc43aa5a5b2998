"""Water tests, cartridges, and how a machine is set up."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime

from lamplight.actions.deeds import place, write_deed, write_installation
from lamplight.actions.entries import write_entry
from lamplight.core.bounds import DEGREES, HARDNESS_LITRES, SHARE, within
from lamplight.core.care.item import ItemRole
from lamplight.core.care.own_items import WHICHEVER_FIRST
from lamplight.core.care.triggers import DESCALING_BASES
from lamplight.core.errors import InvalidInput, about
from lamplight.core.water.cartridge import Cartridge
from lamplight.core.water.saturation import USUAL_COLD_C, Analysis
from lamplight.core.water.tested import TestRead, TestWay, WaterTest, hardness_read
from lamplight.core.words import required
from lamplight.sight.actor import Actor
from lamplight.sight.kinds import kind_then
from lamplight.store.database import database
from lamplight.store.models import SetupVersion, WaterTestFact
from lamplight.store.sites import MachineRow
from lamplight.store.waters import Setup

LONGEST_WINDOW_DAYS = 30


@dataclass(frozen=True)
class TypedTest:
    """A water test as it is typed.

    Attributes:
        total, carbonate: as they are read: numbers in ``unit``, fields of a strip, drops; None where not measured.
        way: how they were read.
        ph, celsius, tds_mg, calcium_mg: what else a report says; None where it does not.
    """

    source: str
    day: date
    total: float | None
    carbonate: float | None
    unit: str = "dH"
    way: str = TestWay.NUMBER
    ph: float | None = None
    celsius: float | None = None
    tds_mg: float | None = None
    calcium_mg: float | None = None


def add_water_test(site_id: int, typed: TypedTest, today: date, actor: Actor) -> WaterTest:
    """Write down a test of one of the site's waters.

    Raises:
        InvalidInput: when neither hardness is given, one is out of range, or the day lies ahead.
    """
    source = required(typed.source, "The name of the water", 60, "source")
    if typed.day > today:
        raise InvalidInput("The day of the test has not come yet.", "day")

    test = as_test(typed)
    parts = [
        f"{words} {value:g} °dH"
        for words, value in (("total", test.total_dh), ("carbonate", test.carbonate_dh))
        if value is not None
    ]
    with database.atomic():
        entry = write_entry("water", f"Water “{source}” tested: {', '.join(parts)}", actor)
        WaterTestFact.create(
            entry=entry, site=site_id, source=source, day=typed.day,
            total_dh=test.total_dh, carbonate_dh=test.carbonate_dh, way=test.read.way.value, unit=test.read.unit,
            read_total=test.read.total, read_carbonate=test.read.carbonate,
            **({} if test.analysis is None else vars(test.analysis)),
        )  # fmt: skip
    return test


def as_test(typed: TypedTest) -> WaterTest:
    """What was typed, as a test; nothing is written.

    Raises:
        InvalidInput: as for `add_water_test`, all of them at once where there are several.
    """
    if typed.way not in set(TestWay):
        raise InvalidInput("Say how it was read: as a number, by a strip, or by drops.", "way")
    way = TestWay(typed.way)
    if way is TestWay.STRIP and typed.carbonate is not None:
        raise InvalidInput("A strip of fields shows the total hardness alone. Leave this empty.", "carbonate")

    def degrees(value: float | None, field: str) -> float | None:
        if value is None:
            return None
        with about(field):
            read = hardness_read(way, value, typed.unit)
            return within(round(read.dh, 6), DEGREES, "A hardness", field, or_nothing=True)

    if typed.ph is None and not (typed.celsius is None and typed.tds_mg is None and typed.calcium_mg is None):
        raise InvalidInput("Whether a water deposits or dissolves is told by its pH: enter it too.", "ph")
    analysis = None
    if typed.ph is not None:
        cold = USUAL_COLD_C if typed.celsius is None else typed.celsius
        analysis = Analysis(typed.ph, cold, typed.tds_mg, typed.calcium_mg)
    read = TestRead(way, typed.unit, typed.total, typed.carbonate)
    return WaterTest(typed.day, degrees(typed.total, "total"), degrees(typed.carbonate, "carbonate"), read, analysis)


def install_cartridge(row: MachineRow, cartridge: Cartridge | None, at: datetime, actor: Actor) -> None:
    """Write down that a cartridge was fitted, which is a filter change, or that it was taken out (None).

    Raises:
        InvalidInput: when the moment lies ahead.
    """
    if at > actor.now:
        raise InvalidInput("The time it was fitted has not come yet.")
    if cartridge is not None:
        within(cartridge.capacity_dh_l, HARDNESS_LITRES, "A cartridge's capacity")
        within(cartridge.bypass, SHARE, "A bypass", or_nothing=True)
    summary = (
        "Filter taken out" if cartridge is None else f"Filter fitted: {cartridge.capacity_dh_l / 10:g} L at 10 °dH"
    )
    with database.atomic():
        entry = write_entry("filter", summary, actor, row.id, at=at)
        where = place(entry.id, row.id, kind_then(row, at))
        change = where.kind.item_of(ItemRole.FILTER)
        if change and cartridge is not None:
            write_deed(where, change, at)
        write_installation(where, cartridge, at)


def set_up(row: MachineRow, setup: Setup, actor: Actor) -> None:
    """Say which water a machine gets, by what its descaling is decided, and how far jobs are taken along.

    Raises:
        InvalidInput: for an unknown way, a missing name of the water, or a window out of range.
    """
    source = required(setup.source, "The name of the water", 60)
    if setup.descaling_basis not in (WHICHEVER_FIRST, *DESCALING_BASES):
        raise InvalidInput(f"Descaling goes by {', '.join(DESCALING_BASES)}, or {WHICHEVER_FIRST}.")
    if not 0 <= setup.window_days <= LONGEST_WINDOW_DAYS:
        raise InvalidInput(f"Jobs are taken along 0 to {LONGEST_WINDOW_DAYS} open days ahead.")
    with database.atomic():
        summary = f"Set up: water “{source}”, descaling by {setup.descaling_basis}, care {setup.level.words}"
        entry = write_entry("setup", summary, actor, row.id)
        SetupVersion.create(
            entry=entry,
            machine=row.id,
            source=source,
            descaling_basis=setup.descaling_basis,
            window_days=setup.window_days,
            level=setup.level.value,
        )
