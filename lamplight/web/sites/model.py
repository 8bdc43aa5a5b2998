"""All sites on one wall: every machine, and everything that is to be done, the most urgent first."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from lamplight.core.care.first import not_known, not_known_words
from lamplight.core.words import plural
from lamplight.sight.machine_view import MachineView
from lamplight.sight.plan import agenda_of
from lamplight.store.sites import SiteRow
from lamplight.web.today.model import Stand, Task, stands, task_of

MOST_STANDS, MOST_TASKS = 12, 40


@dataclass(frozen=True)
class SiteLine:
    """A site, what its clock shows, and in words what is to be done there."""

    site: SiteRow
    local: datetime
    says: str


@dataclass(frozen=True)
class StandAt:
    """A machine on the edge, and where."""

    stand: Stand
    site: str


@dataclass(frozen=True)
class TaskAt:
    """Something to do, where, and when it is planned, in a sentence or empty."""

    task: Task
    site: str
    planned: str = ""


@dataclass(frozen=True)
class TogetherModel:
    """The page.

    Attributes:
        sites: that with the most urgent machine first.
        stands: machines, the most urgent first; so many are drawn.
        tasks: what is to be done now, the most urgent first.
        minutes: the keeper's own, for all of it.
        left_out: how many tasks more there are.
    """

    sites: list[SiteLine]
    stands: list[StandAt]
    tasks: list[TaskAt]
    minutes: int
    left_out: int


def together_model(found: Sequence[tuple[SiteRow, Sequence[MachineView]]], moment: datetime) -> TogetherModel:
    """Build the page from every site with its machines, each in order of urgency."""
    agendas = {here.id: agenda_of(here, moment) for here, _ in found}
    every = [(here, view) for here, views in found for view in views]
    first = sorted(every, key=lambda pair: (_first_urgency(pair[1]), pair[1].row.name.lower()))[:MOST_STANDS]
    drawn = stands([view for _, view in first])
    tasks = [
        TaskAt(task_of(view, due), here.name, agendas[here.id].planned_words(view, due))
        for here, view in every
        for due in view.status.dues
        if due.pressing and not due.covered_by
    ]
    tasks.sort(key=lambda one: one.task.due.urgency)
    order = {here.id: n for n, (here, _) in reversed(list(enumerate(first)))}
    lines = [SiteLine(here, here.calendar.local(moment), _says(here, tasks, views)) for here, views in found]
    return TogetherModel(
        sorted(lines, key=lambda line: order.get(line.site.id, len(every))),
        [StandAt(stand, here.name) for stand, (here, _) in zip(drawn, first, strict=True)],
        tasks[:MOST_TASKS],
        sum(one.task.minutes for one in tasks),
        max(0, len(tasks) - MOST_TASKS),
    )


def _first_urgency(view: MachineView) -> tuple[object, ...]:
    """Of what is most urgent there; machines without anything to care for stand last."""
    urgencies = [due.urgency for due in view.status.dues if not due.covered_by]
    return (0, min(urgencies)) if urgencies else (1,)


def _says(here: SiteRow, tasks: Sequence[TaskAt], views: Sequence[MachineView]) -> str:
    own = [one.task for one in tasks if one.site == here.name]
    if not own:
        return not_known_words(sum(not_known(view.status.dues) for view in views)) or "nothing to do now"
    machines = len({task.machine_id for task in own})
    return f"{len(own)} to do at {plural(machines, 'machine')}"
