"""What Today shows, worked out of where every machine's items stand."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date, datetime
from functools import lru_cache

from markupsafe import Markup

from lamplight.core.care.first import late_words, not_known_words
from lamplight.core.care.item import Due
from lamplight.core.care.status import Status
from lamplight.core.job.needs import NeedLine
from lamplight.core.machine.kind import Kind
from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.words import day_words
from lamplight.drawing.cutaway import Scene, cutaway, cutaway_again
from lamplight.drawing.frame import frame
from lamplight.sight.machine_view import MachineView
from lamplight.web.lamps.model import lit_lamps, message_shown

ONE_MACHINE_PX, FEW_PX, MANY_PX = 340, 218, 150
FEW = 6
# Few machines share the width of a common screen; their names need a little room beside them.
EDGE_PX, STAND_MARGIN_PX = 1270, 46
MOST_SOON = 14


@dataclass(frozen=True)
class Stand:
    """A machine on the edge."""

    machine_id: int
    name: str
    drawing: Markup
    status: Status
    headline: str


@dataclass(frozen=True)
class Task:
    """Something to do at a machine.

    Attributes:
        job: machine and item in one word, as the forms send it.
        minutes: the keeper's own.
        stop: what must not be done until it is, or what does for it today; or empty.
        deferred_until: until when it was left for later, or None.
    """

    machine_id: int
    machine: str
    due: Due
    takes: str
    open_run: int | None
    stop: str
    minutes: int
    deferred_until: datetime | None = None

    @property
    def job(self) -> str:
        """Machine and item in one word, as the forms send it."""
        return f"{self.machine_id}:{self.due.item.key}"

    @property
    def guided(self) -> bool:
        """Whether a procedure leads through it, rather than a tick; the small ones can be shown all the same."""
        return self.shown and not self.due.item.quick and not self.due.instead

    @property
    def shown(self) -> bool:
        """Whether there is a procedure at all."""
        return bool(self.due.item.procedure)


@dataclass(frozen=True)
class Stop:
    """The tasks of one machine, the most urgent first, and what is said about doing them together.

    Attributes:
        one_run: how many of them the end of the day does in one run; 0 where it would spare nothing.
    """

    machine_id: int
    machine: str
    tasks: list[Task]
    together: tuple[str, ...] = ()
    one_run: int = 0


@dataclass(frozen=True)
class TodayModel:
    """The page.

    Attributes:
        stands: machines, most urgent first.
        later: what falls due at the end of service or later today, by machine.
        soon: what comes in the next days, by date.
        unknown: what nobody knows, by machine.
        next_up: a sentence about what comes next, when nothing is due.
    """

    stands: list[Stand]
    later: list[Stop]
    soon: list[Task]
    unknown: list[Stop]
    next_up: str

    @property
    def not_known(self) -> str:
        """How much nobody knows, in words; empty where all is known."""
        return not_known_words(sum(len(stop.tasks) for stop in self.unknown))


def today_model(
    views: Sequence[MachineView], calendar: SiteCalendar, moment: datetime, drawn: bool = True
) -> TodayModel:
    """Build the page from the view of every machine; drawn only where they are shown."""
    today = calendar.today(moment)
    dues = [(view, due) for view in views for due in view.status.dues if not due.covered_by]
    dues.sort(key=lambda pair: pair[1].urgency)
    by_id = {view.row.id: view for view in views}
    soon = [pair for pair in dues if pair[1].status is Status.SOON]
    later = [task_of(*pair) for pair in soon if pair[1].likely == today]
    unknown = [task_of(*pair) for pair in dues if pair[1].status is Status.UNKNOWN]
    return TodayModel(
        stands=stands(views) if drawn else [],
        later=[replace(stop, together=()) for stop in _stops(later, by_id)],
        soon=[task_of(*pair) for pair in [pair for pair in soon if pair[1].likely != today][:MOST_SOON]],
        unknown=_stops(unknown, {}),
        next_up=_next_up(dues, today),
    )


def task_of(view: MachineView, due: Due) -> Task:
    """Something to do at a machine."""
    takes = " · ".join(_need_words(need) for need in view.needs(due)[:4]) if due.status >= Status.SOON else ""
    open_run = view.run.id if view.run and view.run.item == due.item.key else None
    stop = late_words(due)
    if due.instead:
        stop = f"{stop} {view.status.title(due.instead)} does for it today.".strip()
    deferred = view.deferrals.get(due.item.key)
    return Task(view.row.id, view.row.name, due, takes, open_run, stop, view.own_minutes(due), deferred)


def _need_words(need: NeedLine) -> str:
    return f"{need.amount} {need.thing}".strip()


def _stops(tasks: Sequence[Task], views: dict[int, MachineView]) -> list[Stop]:
    """Tasks by machine; machines and tasks stay in their order of urgency."""
    by_machine: dict[int, list[Task]] = {}
    for task in tasks:
        by_machine.setdefault(task.machine_id, []).append(task)
    return [
        Stop(
            machine_id, own[0].machine, own,
            tuple(visit.sentence for visit in views[machine_id].visits) if machine_id in views else (),
            views[machine_id].in_one_run(one.due.item.key for one in own) if machine_id in views else 0,
        )
        for machine_id, own in by_machine.items()
    ]  # fmt: skip


def stands(views: Sequence[MachineView]) -> list[Stand]:
    """Machines on the edge, as they are given."""
    if not views:
        return []
    fitted = [view.kind for view in views]  # without the filter where none is
    bounds = [frame(kind.appearance, [part.key for part in kind.parts]).bounds for kind in fitted]
    room = ONE_MACHINE_PX if len(views) == 1 else FEW_PX if len(views) <= FEW else MANY_PX
    scale = room / max(box.h for box in bounds)
    if len(views) <= FEW:
        scale = min(scale, (EDGE_PX - STAND_MARGIN_PX * len(views)) / sum(box.w for box in bounds))
    found: list[Stand] = []
    drawn: set[str] = set()
    for view, kind, box in zip(views, fitted, bounds, strict=True):
        height, name = round(box.h * scale), f"stand-{kind.key}{'' if kind is view.whole_kind else '-bare'}"
        again = name in drawn
        lamps, message = lit_lamps(view), message_shown(view)
        if message or any(state != "off" for state, _ in lamps):
            drawing = cutaway(kind, Scene(lamps=lamps, message=message), height=height)
        else:
            drawing = cutaway_again(kind, height, name) if again else _drawn(kind, height, name)
            drawn.add(name)
        found.append(Stand(view.row.id, view.row.name, drawing, view.status.worst, view.first_said.short))
    return found


@lru_cache(maxsize=200)
def _drawn(kind: Kind, height: int, name: str) -> Markup:
    """The drawing of a kind, made once."""
    return cutaway(kind, height=height, name=name)


def _next_up(dues: Sequence[tuple[MachineView, Due]], today: date) -> str:
    dated = [(due.likely, n) for n, (_, due) in enumerate(dues) if due.likely and due.status < Status.DUE]
    if not dated:
        return ""
    likely, n = min(dated)
    view, due = dues[n]
    return f"Next: {due.item.title} at {view.row.name}, about {day_words(likely, today)}."
