"""Looking: what every machine needs now. Reads only."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime
from functools import cached_property

from lamplight.actions.cache import kept, minute
from lamplight.actions.causes import known_causes
from lamplight.actions.kinds import equipped_kind, kind_here, kind_of, kinds
from lamplight.actions.procedures import END_OF_DAY, procedure_for
from lamplight.actions.stock import products, stock_held
from lamplight.core.assess import MachineStatus, day_basis, status_at
from lamplight.core.care.item import Due
from lamplight.core.care.visits import Visit, visits
from lamplight.core.diagnosis.evidence import Circumstances, Facts, evidence_of
from lamplight.core.diagnosis.panel_reading import PanelReading, panel_reading
from lamplight.core.job.chemistry import Inside, Product, before_the_cup
from lamplight.core.job.needs import NeedLine, need_lines
from lamplight.core.job.procedure import Procedure
from lamplight.core.lamps.causes import Tried
from lamplight.core.machine.book import MachineBook
from lamplight.core.machine.kind import Kind
from lamplight.core.mail.alarms import stops
from lamplight.core.run.finish import outcome_words
from lamplight.core.run.state import RunState
from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.stock.stock import Holding, enough
from lamplight.library.catalogue import usual_products as serving_on
from lamplight.store.books import books
from lamplight.store.changes import Edition, edition
from lamplight.store.database import database
from lamplight.store.deferrals import deferred_until
from lamplight.store.runs import (
    RunRow,
    ended_runs,
    left_inside,
    open_runs,
    run_rows,
    written_at_end,
)
from lamplight.store.sightings import confirmations_given, tried_causes
from lamplight.store.sites import MachineRow, SiteRow, machine, machines
from lamplight.store.waters import Setup, setups


@dataclass(frozen=True)
class MachineView:
    """A machine with its kind, where its items stand, and the run that is open on it.

    Attributes:
        serving: the product that serves each role here.
        left_inside: cleaners that an earlier run left inside.
        deferrals: until when items were left for later, by key.
        tried: causes that were tried here, oldest first.
    """

    row: MachineRow
    kind: Kind
    status: MachineStatus
    run: RunRow | None
    setup: Setup = field(default_factory=Setup)
    serving: Mapping[str, Product] = field(default_factory=dict)
    left_inside: tuple[Inside, ...] = ()
    deferrals: Mapping[str, datetime] = field(default_factory=dict)
    tried: tuple[Tried, ...] = ()

    @cached_property
    def equipped(self) -> Kind:
        """Its kind as it is fitted here, which procedures and causes go by."""
        return equipped_kind(self.kind, self.status.book.water)

    @cached_property
    def panel(self) -> PanelReading:
        """What its panel says now."""
        return panel_reading(self.kind.panel, self.status, known_causes(self.equipped), self.kind.traits)

    @cached_property
    def facts(self) -> Facts:
        """What is known about it that speaks for or against a cause."""
        runs: dict[str, RunState] = {}
        for run in ended_runs(self.row.id):
            runs.setdefault(run.item, run.state)
        around = Circumstances(confirmations_given(self.row.id), runs, self.deferrals)
        return evidence_of(self.status, self.kind, around)

    @cached_property
    def visits(self) -> tuple[Visit, ...]:
        """Items that are best done together."""
        return visits(self.status.dues, self.status.context, self.setup.window_days)

    @cached_property
    def done_at_closing(self) -> frozenset[str]:
        """Keys of the items that the end of the day does in one run."""
        return frozenset(procedure_for(self.equipped, END_OF_DAY, self.serving).settles)

    def procedure(self, due: Due) -> Procedure | None:
        """The procedure that guides an item here; None where it needs no guiding."""
        return procedure_for(self.equipped, due.item.procedure, self.serving) if due.item.procedure else None

    def needs(self, due: Due) -> tuple[NeedLine, ...]:
        """What a job takes here: by its procedure, else by the item itself."""
        procedure = self.procedure(due)
        if procedure is None:
            return tuple(NeedLine("", product) for product in due.item.products)
        return need_lines(procedure, self.serving)

    @property
    def stopped(self) -> bool:
        """Whether what is lit stops drinks, or means that a part is missing."""
        return any(stops(meaning) for meaning in self.panel.meanings)

    @property
    def cleaner_inside(self) -> bool:
        """Whether nobody should drink: cleaner is inside, of this run or left by an earlier one."""
        return bool(before_the_cup(self.left_inside)) or bool(self.run and self.run.state.cleaner_inside)


@dataclass(frozen=True)
class Surroundings:
    """What stands around the machines of a file: read once, asked for each machine.

    Attributes:
        edition: the state of the file; None inside a transaction.
        runs: the open run of each machine.
        setups, deferrals, left_inside, tried: by machine.
        products: every product by key.
        held: what there is of each that was ever counted.
    """

    edition: Edition | None
    runs: Mapping[int, RunRow]
    setups: Mapping[int, Setup]
    products: Mapping[str, Product]
    left_inside: Mapping[int, tuple[Inside, ...]]
    deferrals: Mapping[int, Mapping[str, datetime]]
    tried: Mapping[int, tuple[Tried, ...]]
    held: Mapping[str, Holding]


def _surroundings(now: datetime) -> Surroundings:
    state = edition(database)

    def read() -> Surroundings:
        runs = {run.machine_id: run for run in open_runs()}
        return Surroundings(
            state, runs, setups(), products(), left_inside(), deferred_until(now), tried_causes(), stock_held()
        )

    return kept("surroundings", state and (state.whole, minute(now)), read)


def machine_views(site: SiteRow, now: datetime) -> list[MachineView]:
    """Every machine in service, the most urgent first, then by name."""
    around = _surroundings(now)
    state = around.edition
    return list(kept("views", state and (state.whole, site, minute(now)), lambda: _ordered(site, now, around)))


def _ordered(site: SiteRow, now: datetime, around: Surroundings) -> list[MachineView]:
    rows = machines(site.id)
    known = _books([row.id for row in rows], around.edition)
    views = [_view(row, known[row.id], site, now, around) for row in rows]
    return sorted(views, key=lambda view: (*_urgency(view), view.row.name.lower()))


def _urgency(view: MachineView) -> tuple[int, bool]:
    """Of its most urgent item; hygiene before taste and wear."""
    first = next((due for due in view.status.dues if not due.covered_by), None)
    return (-int(first.status), not first.item.hygiene) if first else (0, True)


def machine_view(site: SiteRow, machine_id: int, now: datetime) -> MachineView | None:
    """One machine, retired or not; None where there is none."""
    row = machine(site.id, machine_id)
    if row is None:
        return None
    around = _surroundings(now)
    return _view(row, _books([row.id], around.edition)[row.id], site, now, around)


def _view(row: MachineRow, book: MachineBook, site: SiteRow, now: datetime, around: Surroundings) -> MachineView:
    """The view of a machine, assembled once as long as nothing is written."""
    rests_on = around.edition and (around.edition.whole, row, site, minute(now))
    return kept(("view", row.id), rests_on, lambda: _assembled(row, book, site, now, around))


def _assembled(row: MachineRow, book: MachineBook, site: SiteRow, now: datetime, around: Surroundings) -> MachineView:
    kind = kind_here(kind_of(row.kind), book)
    serving = serving_on(kind, around.products)
    lacking = _lacking(equipped_kind(kind, book.water), serving, around.held)
    return MachineView(
        row,
        kind,
        _status(row.id, book, kind, site.calendar, now, lacking),
        around.runs.get(row.id),
        around.setups.get(row.id, Setup()),
        serving,
        around.left_inside.get(row.id, ()),
        around.deferrals.get(row.id, {}),
        around.tried.get(row.id, ()),
    )


def _lacking(kind: Kind, serving: Mapping[str, Product], held: Mapping[str, Holding]) -> frozenset[str]:
    """The items for whose job less of a product is in the cupboard than it takes; what nobody counted lacks nothing."""
    led = (item for item in kind.items if item.procedure)
    return frozenset(
        item.key
        for item in led
        if any(
            line.product and enough(held.get(line.product), line.units) is False
            for line in need_lines(procedure_for(kind, item.procedure, serving), serving)
        )
    )


def _status(
    machine_id: int, book: MachineBook, kind: Kind, calendar: SiteCalendar, now: datetime, lacking: frozenset[str]
) -> MachineStatus:
    """Where a machine stands: its book is worked out once a day and evaluated once a minute while it stays as it is."""
    day = calendar.today(now)
    known = kinds() if book.earlier_kinds else {}
    earlier = tuple((until, known[key]) for until, key in book.earlier_kinds if key in known)
    rests_on = (book, kind, calendar, day, earlier)
    basis = kept(("basis", machine_id), rests_on, lambda: day_basis(book, kind, calendar, day, earlier))
    return kept(("status", machine_id), (basis, minute(now), lacking), lambda: status_at(basis, now, lacking))


def _books(machine_ids: Sequence[int], state: Edition | None) -> dict[int, MachineBook]:
    """The books of machines; only those are read again in which something was written or undone."""
    if state is None:
        read = books(machine_ids)
        return {machine_id: read.get(machine_id, MachineBook()) for machine_id in machine_ids}
    remembered: dict[int, tuple[object, MachineBook]] = kept("books", state.path, dict)
    stale = [key for key in machine_ids if key not in remembered or remembered[key][0] != state.of_machine(key)]
    if stale:
        read = books(stale)
        remembered.update({key: (state.of_machine(key), read.get(key, MachineBook())) for key in stale})
    return {key: remembered[key][1] for key in machine_ids}


def first_pressing(views: Sequence[MachineView]) -> tuple[MachineView, Due] | None:
    """The most urgent thing to do now on any machine, or None."""
    pressing = [(view, due) for view in views for due in view.status.dues if due.to_do]
    return min(pressing, key=lambda job: job[1].urgency, default=None)


def run_outcomes(run_ids: Sequence[int]) -> dict[int, tuple[str, bool]]:
    """For each run: how it went in words, and whether it is still open."""
    runs = run_rows(run_ids)
    written = written_at_end([run.entry_id for run in runs])
    return {run.id: (outcome_words(run.state, written[run.entry_id]), run.state.running) for run in runs}
