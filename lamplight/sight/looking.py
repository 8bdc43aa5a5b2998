"""Looking into books: what stands around the machines, what each one's book says, each remembered while it stays so."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime
from functools import partial

from lamplight.core.assess import DayBasis, MachineStatus, day_basis, status_at
from lamplight.core.care.status import Status
from lamplight.core.job.calls import serving_as_marked
from lamplight.core.job.chemistry import Inside, Product
from lamplight.core.job.needs import need_lines
from lamplight.core.lamps.causes import Tried
from lamplight.core.machine.book import MachineBook
from lamplight.core.machine.kind import Kind
from lamplight.core.run.clock import RUNS_TO_LEARN
from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.stock.stock import Holding, enough
from lamplight.core.words import write_in, written_in
from lamplight.library.catalogue import usual_products as serving_on
from lamplight.sight.cache import kept, minute
from lamplight.sight.cupboard import products, stock_held
from lamplight.sight.kinds import equipped_kind, kind_here, kind_of, kinds
from lamplight.sight.machine_view import Looked, MachineView
from lamplight.sight.procedures import procedure_for
from lamplight.store.books import books
from lamplight.store.changes import Edition, edition
from lamplight.store.database import database
from lamplight.store.plans import deferred_until
from lamplight.store.runs import RunRow, left_inside, often_ended, open_runs
from lamplight.store.sightings import tried_causes
from lamplight.store.sites import MachineRow, SiteRow
from lamplight.store.waters import Setup, setups


@dataclass(frozen=True)
class Surroundings:
    """What stands around the machines of a site: read once, asked for each machine.

    Attributes:
        edition: the state of the file; None inside a transaction.
        runs: the open run of each machine.
        setups, deferrals, left_inside, tried: by machine.
        products: every product by key.
        held: what there is of each that was ever counted.
        led_often: the jobs that were led at each machine often enough to teach their times.
    """

    edition: Edition | None
    runs: Mapping[int, RunRow]
    setups: Mapping[int, Setup]
    products: Mapping[str, Product]
    left_inside: Mapping[int, tuple[Inside, ...]]
    deferrals: Mapping[int, Mapping[str, datetime]]
    tried: Mapping[int, tuple[Tried, ...]]
    held: Mapping[str, Holding]
    led_often: Mapping[int, Mapping[str, int]] = field(default_factory=dict)


def surroundings(site: SiteRow, now: datetime) -> Surroundings:
    state = edition(database)

    def read() -> Surroundings:
        runs = {run.machine_id: run for run in open_runs()}
        return Surroundings(
            state,
            runs,
            setups(),
            products(),
            left_inside(),
            deferred_until(now),
            tried_causes(),
            stock_held(site.id),
            often_ended(RUNS_TO_LEARN),
        )

    return kept(("surroundings", site.id), state and (state.whole, minute(now)), read)


def look_at(
    row: MachineRow, book: MachineBook, site: SiteRow, now: datetime, around: Surroundings, remembered: bool = True
) -> Looked:
    write_in(site.language)  # what is found comes with its reasons in words
    book = book.judged_then(row.kind, kinds() if book.earlier_kinds else {})
    kind = kind_here(kind_of(row.kind), book)
    serving = serving_as_marked(serving_on(kind, around.products), book.marks_held)
    if not remembered:  # looked at for another moment than that which pages show
        return Looked(kind, status_at(_basis(row.id, book, kind, site.calendar_of(row.id), now), now), serving)
    rests_on = (equipped_kind(kind, book.water), serving, around.held)
    lacking = kept(("lacking", row.id), rests_on, partial(_lacking, *rests_on))
    return Looked(kind, _status(row.id, book, kind, site.calendar_of(row.id), now, lacking), serving)


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
    basis = _basis(machine_id, book, kind, calendar, now)
    return kept(
        ("status", machine_id), (basis, minute(now), lacking, written_in()), lambda: status_at(basis, now, lacking)
    )


def _basis(machine_id: int, book: MachineBook, kind: Kind, calendar: SiteCalendar, now: datetime) -> DayBasis:
    day = calendar.today(now)
    known = kinds() if book.earlier_kinds else {}
    earlier = tuple((until, known[key]) for until, key in book.earlier_kinds if key in known)
    rests_on = (book, kind, calendar, day, earlier, written_in())
    return kept(("basis", machine_id), rests_on, lambda: day_basis(book, kind, calendar, day, earlier))


def books_of(machine_ids: Sequence[int], state: Edition | None) -> dict[int, MachineBook]:
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


def with_surroundings(
    row: MachineRow,
    look: Callable[[], Looked],
    rests_on: object,
    around: Surroundings,
    standing: tuple[Status, bool] | None = None,
    lit: int | None = None,
) -> MachineView:
    """A view with what stands around its machine."""
    return MachineView(
        row,
        look,
        rests_on,
        around.runs.get(row.id),
        around.setups.get(row.id, Setup()),
        around.left_inside.get(row.id, ()),
        around.deferrals.get(row.id, {}),
        around.tried.get(row.id, ()),
        standing,
        lit,
        around.led_often.get(row.id, {}),
    )


def look_into(views: Sequence[MachineView]) -> None:
    """Read the books of all these machines together, where they are wanted anyway."""
    books_of([view.row.id for view in views if "looked" not in view.__dict__], edition(database))
