"""Looking: what every machine needs now. Reads only."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from functools import partial
from heapq import heappop, heappush

from lamplight.core.care.item import Due
from lamplight.core.care.status import Status
from lamplight.core.machine.book import MachineBook
from lamplight.core.run.finish import outcome_words
from lamplight.sight.cache import kept, minute
from lamplight.sight.looking import Surroundings, books_of, look_at, surroundings, with_surroundings
from lamplight.sight.machine_view import Looked, MachineView
from lamplight.sight.standings import SECONDS_A_LOOK, Standing, standings
from lamplight.store.runs import (
    run_rows,
    written_at_end,
)
from lamplight.store.sites import MachineRow, SiteRow, machine, machines

# The standing of a machine that was not reached yet.
UNSEEN = (Status.CLEAR, False)
# So many machines are all looked into; of more so many stand in the order of this very minute, more than a page shows.
ALL_LOOKED_INTO, MOST_LOOKED_INTO = 50, 120


def machine_views(site: SiteRow, now: datetime) -> list[MachineView]:
    """Every machine in service, the most urgent first, then by name.

    Of many only the first are in the order of this very minute, the others in that of what they want at most today.
    """
    around = surroundings(site, now)
    state = around.edition
    return list(
        kept(("views", site.id), state and (state.whole, site, minute(now)), lambda: _ordered(site, now, around))
    )


def _ordered(site: SiteRow, now: datetime, around: Surroundings) -> list[MachineView]:
    rows = machines(site.id)
    if len(rows) <= ALL_LOOKED_INTO or around.edition is None:
        known = books_of([row.id for row in rows], around.edition)
        views = [_view(row, known[row.id], site, now, around) for row in rows]
        return sorted(views, key=lambda view: (*_urgency(view), view.row.name.lower()))
    views = _many(rows, site, now, around)
    first = sorted(views, key=lambda view: (*_at_most(view), view.row.name.lower()))
    books_of([view.row.id for view in first[:ALL_LOOKED_INTO]], around.edition)  # together, rather than one by one
    return _first_looked_into(first)


def _urgency(view: MachineView) -> tuple[int, bool]:
    """Of its most urgent item; hygiene before taste and wear."""
    first = next((due for due in view.status.dues if not due.covered_by), None)
    return (-int(first.status), not first.item.hygiene) if first else (0, True)


def _at_most(view: MachineView) -> tuple[int, bool]:
    """The same as a bound; what nobody knows yet stands last."""
    status, hygiene = view.standing or UNSEEN
    return (-int(status), not hygiene)


def _first_looked_into(pool: Sequence[MachineView]) -> list[MachineView]:
    """In order of the bounds, as given, and the first of them in that of their books."""
    ordered: list[MachineView] = []
    looked: list[tuple[tuple[int, bool], str, int]] = []
    for n, view in enumerate(pool[:MOST_LOOKED_INTO]):
        bound = (_at_most(view), view.row.name.lower())
        while looked and looked[0][:2] <= bound:
            ordered.append(pool[heappop(looked)[2]])
        if len(ordered) >= ALL_LOOKED_INTO:
            return [*ordered, *(pool[m] for *_, m in sorted(looked)), *pool[n:]]
        heappush(looked, (_urgency(view), view.row.name.lower(), n))
    return [*ordered, *(pool[m] for *_, m in sorted(looked)), *pool[MOST_LOOKED_INTO:]]


def _many(rows: Sequence[MachineRow], site: SiteRow, now: datetime, around: Surroundings) -> list[MachineView]:
    """Views of many machines, none of which was looked into."""
    state = around.edition
    assert state is not None
    known = _known_standings(rows, site, now, around)
    late = now >= site.calendar.closing(site.calendar.today(now))
    views = []
    for row in rows:
        own = known.get(row.id)
        look = partial(_look_later, row, site, now, around)
        # What rests on this machine's book rests on the minute, and on what the cupboard holds.
        rests_on = (state.of_machine(row.id), minute(now), _Same(around.products), _Same(around.held))
        views.append(
            with_surroundings(row, look, rests_on, around, own.until(late) if own else UNSEEN, own.lit if own else 0)
        )
    return views


@dataclass(frozen=True)
class _Same:
    """Compares a large thing first by whether it is the very same."""

    of: Mapping[str, object]

    def __eq__(self, other: object) -> bool:
        return isinstance(other, _Same) and (self.of is other.of or self.of == other.of)

    __hash__ = None  # type: ignore[assignment]


def _look_later(row: MachineRow, site: SiteRow, now: datetime, around: Surroundings) -> Looked:
    return look_at(row, books_of([row.id], around.edition)[row.id], site, now, around)


def still_to_look_at(views: Sequence[MachineView]) -> int:
    """How many machines were not reached yet: their place in the order is not known."""
    return sum(view.standing is UNSEEN for view in views)


def _known_standings(
    rows: Sequence[MachineRow],
    site: SiteRow,
    now: datetime,
    around: Surroundings,
    seconds: float | None = SECONDS_A_LOOK,
) -> dict[int, Standing]:
    """Where each machine stands by the end of the day, as far as there was time to find out."""
    state = around.edition
    assert state is not None
    by_id = {row.id: row for row in rows}
    day = site.calendar.today(now)
    closing, midnight = site.calendar.closing(day), site.calendar.at_minute(day + timedelta(days=1), 0)

    def work(ids: list[int]) -> dict[int, Standing]:
        known = books_of(ids, state)
        return {key: _standing(by_id[key], known[key], site, max(now, closing), midnight, around) for key in ids}

    return standings(list(by_id), state, day, work, seconds)


def _standing(
    row: MachineRow, book: MachineBook, site: SiteRow, closing: datetime, midnight: datetime, around: Surroundings
) -> Standing:
    moments = (closing - timedelta(minutes=1), midnight - timedelta(minutes=1))
    views = [with_surroundings(row, partial(look_at, row, book, site, at, around, False), at, around) for at in moments]
    bounds = [_urgency(view) for view in views]
    return Standing(Status(-bounds[0][0]), not bounds[0][1], Status(-bounds[1][0]), not bounds[1][1], views[1].how_lit)


def find_out(site: SiteRow, now: datetime, seconds: float | None = None) -> int:
    """Find out where machines stand that nobody has looked at yet; answers how many are left."""
    around, rows = surroundings(site, now), machines(site.id)
    if len(rows) <= ALL_LOOKED_INTO or around.edition is None:
        return 0
    return len(rows) - len(_known_standings(rows, site, now, around, seconds))


def machine_view(site: SiteRow, machine_id: int, now: datetime) -> MachineView | None:
    """One machine, retired or not; None where there is none."""
    row = machine(site.id, machine_id)
    if row is None:
        return None
    around = surroundings(site, now)
    return _view(row, books_of([row.id], around.edition)[row.id], site, now, around)


def _view(row: MachineRow, book: MachineBook, site: SiteRow, now: datetime, around: Surroundings) -> MachineView:
    """The view of a machine, looked into at once, assembled once as long as nothing is written."""
    rests_on = around.edition and (around.edition.whole, row, site, minute(now))
    return kept(("view", row.id), rests_on, lambda: _assembled(row, book, site, now, around))


def _assembled(row: MachineRow, book: MachineBook, site: SiteRow, now: datetime, around: Surroundings) -> MachineView:
    seen = look_at(row, book, site, now, around)
    view = with_surroundings(row, lambda: seen, (seen.kind, seen.status, seen.serving), around)
    assert view.looked is seen
    return view


def first_pressing(views: Sequence[MachineView]) -> tuple[MachineView, Due] | None:
    """The most urgent thing to do now on any machine, or None."""
    pressing = [(view, due) for view in views for due in view.status.dues if due.to_do]
    return min(pressing, key=lambda job: job[1].urgency, default=None)


def run_outcomes(run_ids: Sequence[int]) -> dict[int, tuple[str, bool]]:
    """For each run: how it went in words, and whether it is still open."""
    runs = run_rows(run_ids)
    written = written_at_end([run.entry_id for run in runs])
    return {run.id: (outcome_words(run.state, written[run.entry_id]), run.state.running) for run in runs}
