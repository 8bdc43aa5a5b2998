"""Water tests, cartridges, and which water a machine gets."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Collection, Mapping
from dataclasses import dataclass, field, replace
from datetime import UTC, date, datetime, time

from lamplight.core.care.levels import Level
from lamplight.core.care.own_items import WHICHEVER_FIRST
from lamplight.core.timeline import Timeline
from lamplight.core.water.at_machine import WaterAtMachine
from lamplight.core.water.breakthrough import FilterPlace
from lamplight.core.water.cartridge import Cartridge, Resin
from lamplight.core.water.saturation import Analysis
from lamplight.core.water.tested import TestRead, TestWay, WaterTest, latest_test
from lamplight.store.live import facts_of, live
from lamplight.store.models import CartridgeInstallation, SetupVersion, WaterTestFact
from lamplight.store.prepared import fetched, fetched_of
from lamplight.store.sites import MOVED
from lamplight.store.whereabouts import Stay, stays

MAINS = "mains"
VISIT_WINDOW_DAYS = 3


@dataclass(frozen=True)
class Setup:
    """How a machine is set up.

    Attributes:
        source: the name of its water.
        descaling_basis: by what its descaling is decided.
        window_days: open days that jobs are taken along ahead of their time.
        level: how much care it gets.
    """

    source: str = MAINS
    descaling_basis: str = WHICHEVER_FIRST
    window_days: int = VISIT_WINDOW_DAYS
    level: Level = Level.USUAL


def setups() -> dict[int, Setup]:
    """The set-up of each machine that has one of its own."""
    return {machine_id: rows[-1][1] for machine_id, rows in _setups_over_time().items()}


def _setups_over_time() -> dict[int, list[tuple[datetime, Setup]]]:
    """How each machine was set up from when on, by its moment; a move brings another water, and nothing else."""
    found: dict[int, list[tuple[datetime, Setup]]] = defaultdict(list)
    for row in facts_of(SetupVersion):
        known = found[row.machine_id]
        own = Setup(row.source, row.descaling_basis, row.window_days, Level(row.level))
        if row.entry.kind == MOVED:
            own = replace(known[-1][1] if known else Setup(), source=row.source)
        known.append((row.entry.at, own))
    return dict(found)


@dataclass(frozen=True)
class WaterTestRow:
    """A test; the entry is what undoing names."""

    entry_id: int
    source: str
    test: WaterTest
    site_id: int = 0


def water_tests(site_id: int | None = None) -> list[WaterTestRow]:
    """Every test of a site, or of all where it is None; newest first."""
    last_first = (WaterTestFact.day.desc(), WaterTestFact.id.desc())
    rows = fetched("water tests", lambda: live(WaterTestFact).order_by(*last_first))
    return [
        WaterTestRow(row.entry_id, row.source, _test(row), row.site_id)
        for row in rows
        if site_id in (None, row.site_id)
    ]


def _test(row: WaterTestFact) -> WaterTest:
    analysis = None if row.ph is None else Analysis(row.ph, row.celsius, row.tds_mg, row.calcium_mg)
    read = TestRead(TestWay(row.way), row.unit, row.read_total, row.read_carbonate)
    return WaterTest(row.day, row.total_dh, row.carbonate_dh, read, analysis)


@dataclass(frozen=True)
class InstallationRow:
    """A cartridge that was fitted; None where none is, or where nobody knows which.

    Attributes:
        entry_id: what undoing names.
        at: when.
        cartridge: which.
        out: whether none is fitted from then on.
        usual_for: the kind whose usual one it is, and the moment at which that was taken; None where somebody said
            which it is.
    """

    entry_id: int
    at: datetime
    cartridge: Cartridge | None
    out: bool = False
    usual_for: tuple[str, datetime] | None = None


def installations(machine_ids: Collection[int] | None = None) -> dict[int, list[InstallationRow]]:
    """Cartridges of machines, oldest first; one that is like the one before it follows that one, whatever becomes of
    it."""
    by_time = (CartridgeInstallation.at, CartridgeInstallation.id)
    rows = fetched_of("fits", lambda ids: live(CartridgeInstallation, ids).order_by(*by_time), machine_ids)
    by_machine: dict[int, list[InstallationRow]] = defaultdict(list)
    for row in rows:
        fitted, usual_for = None, None
        if row.capacity_dh_l is not None:
            fitted = Cartridge(
                row.capacity_dh_l, row.bypass, row.residual_dh, Resin(row.resin), row.months, FilterPlace(row.place)
            )
        out = fitted is None and not row.as_before
        if row.as_before:
            before = by_machine[row.machine_id]
            if row.brought and before and before[-1].out:
                continue  # what brings a filter along brings none to whoever goes without
            like = next((earlier for earlier in reversed(before) if earlier.cartridge), None)
            usual_for = (row.judged_by, row.at) if row.judged_by and fitted else None
            fitted, usual_for = (like.cartridge, like.usual_for) if like else (fitted, usual_for)
            if fitted is None:
                continue  # nobody knows of any, and the kind takes none
        by_machine[row.machine_id].append(InstallationRow(row.entry_id, row.at, fitted, out, usual_for))
    return by_machine


@dataclass(frozen=True)
class Waters:
    """All waters and cartridges, to be asked for one machine. A water is known by its site and its name."""

    tests: Mapping[tuple[int, str], list[WaterTest]] = field(default_factory=dict)
    cartridges: Mapping[int, list[InstallationRow]] = field(default_factory=dict)
    setups: Mapping[int, list[tuple[datetime, Setup]]] = field(default_factory=dict)
    stays: Mapping[int, tuple[Stay, ...]] = field(default_factory=dict)

    def setup(self, machine_id: int) -> Setup:
        """How a machine is set up now."""
        return self.setups[machine_id][-1][1] if machine_id in self.setups else Setup()

    def of(self, machine_id: int) -> Timeline[WaterAtMachine, datetime]:
        """What a machine gets, and got when. The first test of a water stands for what came before it as well."""
        usual, sources = self._sources(machine_id)
        fits = self.cartridges.get(machine_id, [])
        turns = {at for at, _ in sources} | {fit.at for fit in fits}
        turns |= {
            _begins(test) for name in {usual, *(name for _, name in sources)} for test in self.tests.get(name, [])
        }

        def at(moment: datetime | None) -> WaterAtMachine:
            source = next((name for since, name in reversed(sources) if moment and since <= moment), usual)
            tests = self.tests.get(source, [])
            known = [test for test in tests if moment and _begins(test) <= moment]
            test = latest_test(known or [min(tests, key=lambda test: test.day)] if tests else [], date.max)
            fit = next((fit for fit in reversed(fits) if moment and fit.at <= moment), None)
            if fit is None:
                return WaterAtMachine(test)
            return WaterAtMachine(test, fit.cartridge, fit.out, fit.at if fit.cartridge else None, fit.usual_for)

        return Timeline.of_changes(at(None), [(moment, at(moment)) for moment in sorted(turns)])

    def _sources(self, machine_id: int) -> tuple[tuple[int, str], list[tuple[datetime, tuple[int, str]]]]:
        """Which water it got at first, and which since when.

        The first set-up at its first site stands for what came before it as well; each move brings the water that was
        chosen with it.
        """
        own = self.stays.get(machine_id, (Stay(0),))
        said = [
            (since, (_stay_at(own, since).site_id, setup.source)) for since, setup in self.setups.get(machine_id, [])
        ]
        at_first = bool(said) and said[0][1][0] == own[0].site_id
        return (said[0][1], said[1:]) if at_first else ((own[0].site_id, MAINS), said)


def _stay_at(own: tuple[Stay, ...], moment: datetime) -> Stay:
    return next((stay for stay in reversed(own) if stay.at is None or stay.at <= moment), own[0])


def _begins(test: WaterTest) -> datetime:
    """From when on a test stands for its water."""
    return datetime.combine(test.day, time(), UTC)


def waters(machine_ids: Collection[int] | None = None) -> Waters:
    """Tests by source, and by machine what was fitted and which water it got, when."""
    tests: dict[tuple[int, str], list[WaterTest]] = defaultdict(list)
    for row in reversed(water_tests()):
        tests[row.site_id, row.source].append(row.test)
    return Waters(tests, installations(machine_ids), _setups_over_time(), stays(machine_ids))
