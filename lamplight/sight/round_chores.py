"""What a round goes by at a machine, read off its view."""

from __future__ import annotations

from dataclasses import replace
from datetime import datetime

from lamplight.core.assess import status_at
from lamplight.core.care.item import Due
from lamplight.core.errors import InvalidInput
from lamplight.core.round.chores import Asked, AtMachine, Guided
from lamplight.core.run.advice import advised_answers
from lamplight.sight.cache import kept
from lamplight.sight.machine_view import MachineView
from lamplight.sight.preparing import prepare
from lamplight.store.changes import edition
from lamplight.store.database import database
from lamplight.store.sites import SiteRow


def at_machine(view: MachineView, site: SiteRow, asked: Asked) -> AtMachine:
    """Everything that a round has to go by at a machine."""
    work = view.status.work

    def then() -> dict[str, Due]:
        return {due.item.key: due for due in status_at(work, asked.next_slot).dues} if work else {}

    return AtMachine(
        view.row.id, view.whole_kind.items, view.status.dues, then, view.visits,
        lambda key: _guided(view, key, site, asked.now), view.needs,
        (view.run.item, view.run.state) if view.run else None, view.left_inside, view.stopped, view.deferrals,
        view.done_at_closing,
    )  # fmt: skip


def _guided(view: MachineView, key: str, site: SiteRow, now: datetime) -> Guided | None:
    """A job as it is led here; all but what the hour speaks for stays as it is until something is written."""
    state = edition(database)
    found = kept(("guided", view.row.id, key), state and (state.whole, site), lambda: _prepared(view, key, site, now))
    return found and replace(found, answers=advised_answers(found.procedure, site.calendar, now))


def _prepared(view: MachineView, key: str, site: SiteRow, now: datetime) -> Guided | None:
    try:
        ready = prepare(view, key, site, now)
    except InvalidInput:
        return None
    needs = tuple(need.line for need in ready.stocked_needs)
    return Guided(ready.procedure, ready.answers, needs, tuple(ml for _, _, ml in ready.vessels if ml))
