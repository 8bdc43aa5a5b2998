"""Looking: what every machine needs now. Reads only."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime
from functools import cached_property

from lamplight.actions.cache import assessed, cached_books, lately, minute
from lamplight.actions.kinds import equipped_kind, kind_of
from lamplight.actions.procedures import procedure_for
from lamplight.actions.stock import products
from lamplight.core.assess import MachineStatus
from lamplight.core.care.item import Due
from lamplight.core.care.visits import Visit, visits
from lamplight.core.job.chemistry import Inside, Product
from lamplight.core.job.confirmations import confirmations_in_words
from lamplight.core.job.needs import NeedLine, need_lines
from lamplight.core.job.procedure import Procedure
from lamplight.core.machine.book import MachineBook
from lamplight.core.machine.kind import Kind
from lamplight.core.run.state import Outcome
from lamplight.core.words import grouped
from lamplight.library.catalogue import usual_products as serving_on
from lamplight.store.book_state import book_state
from lamplight.store.deferrals import deferred_until
from lamplight.store.runs import RunRow, left_inside, machines_with_cleaner, open_runs, run_extras, run_rows
from lamplight.store.sites import MachineRow, SiteRow, machine, machines
from lamplight.store.waters import Setup, setups


@dataclass(frozen=True)
class MachineView:
    """A machine with its kind, where its items stand, and the run that is open on it.

    Attributes:
        serving: the product that serves each role here.
        left_inside: cleaners that an earlier run left inside.
        deferrals: until when items were left for later, by key.
    """

    row: MachineRow
    kind: Kind
    status: MachineStatus
    run: RunRow | None
    setup: Setup = field(default_factory=Setup)
    serving: Mapping[str, Product] = field(default_factory=dict)
    left_inside: tuple[Inside, ...] = ()
    deferrals: Mapping[str, datetime] = field(default_factory=dict)

    @cached_property
    def equipped(self) -> Kind:
        """Its kind as it is fitted here, which procedures and causes go by."""
        return equipped_kind(self.kind, self.status.book.water)

    @cached_property
    def visits(self) -> tuple[Visit, ...]:
        """Items that are best done together."""
        return visits(self.status.dues, self.status.context, self.setup.window_days)

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
    def cleaner_inside(self) -> bool:
        """Whether nobody should drink: cleaner is inside, of this run or left by an earlier one."""
        return bool(self.left_inside) or bool(self.run and self.run.state.cleaner_inside)


def machine_views(site: SiteRow, now: datetime) -> list[MachineView]:
    """Every machine in service, the most urgent first, then by name."""
    return lately("views", (*book_state(), site, minute(now)), lambda: _machine_views(site, now))


def _machine_views(site: SiteRow, now: datetime) -> list[MachineView]:
    known, setup, catalogue = cached_books(), setups(), products()
    inside, later = machines_with_cleaner(), deferred_until(now)
    runs = {run.machine_id: run for run in open_runs()}
    views = []
    for row in machines(site.id):
        kind = kind_of(row.kind)
        seen = assessed(row.id, known.get(row.id, MachineBook()), kind, site.calendar, now)
        views.append(
            MachineView(
                row, kind, seen, runs.get(row.id), setup.get(row.id, Setup()), serving_on(kind, catalogue),
                inside.get(row.id, ()), later.get(row.id, {}),
            )
        )  # fmt: skip
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
    run = next((run for run in open_runs() if run.machine_id == machine_id), None)
    book = cached_books().get(machine_id, MachineBook())
    kind = kind_of(row.kind)
    seen = assessed(machine_id, book, kind, site.calendar, now)
    return MachineView(
        row, kind, seen, run, setups().get(machine_id, Setup()), serving_on(kind, products()),
        left_inside(machine_id), deferred_until(now).get(machine_id, {}),
    )  # fmt: skip


def run_outcomes(run_ids: Sequence[int]) -> dict[int, tuple[str, bool]]:
    """For each run: how it went in words, and whether it is still open."""
    found = {}
    for run in run_rows(run_ids):
        state = run.state
        if state.running:
            found[run.id] = (f"open, step {min(state.index + 1, len(state.procedure.steps))}", True)
            continue
        minutes = round(((state.ended_at or state.begun_at) - state.begun_at).total_seconds() / 60)
        words = f"{state.outcome.value} after {minutes} min"
        reason = state.notes[-1].text if state.outcome is Outcome.ABANDONED and state.notes else ""
        extra = run_extras(run.entry_id)
        counted = f" at counter {grouped(extra.value)}" if extra.value is not None else ""
        drinks = "drink" if extra.cleaning == 1 else "drinks"
        cleaned = f", {extra.cleaning} {drinks} only to clean" if extra.cleaning else ""
        told = "; " + ", ".join(confirmations_in_words(extra.confirmations)) if extra.confirmations else ""
        found[run.id] = (words + counted + cleaned + told + (f": {reason}" if reason else ""), False)
    return found
