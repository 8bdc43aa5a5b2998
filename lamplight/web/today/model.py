"""What Today shows, worked out of where every machine's items stand."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime

from markupsafe import Markup

from lamplight.actions.outlook import MachineLook
from lamplight.core.calendar import SiteCalendar
from lamplight.core.care import Due, Status
from lamplight.core.procedure import Need
from lamplight.drawing.cutaway import cutaway, cutaway_again
from lamplight.drawing.frame import frame

ONE_MACHINE_PX, FEW_PX, MANY_PX = 340, 262, 150
FEW = 6
# Few machines share the width of a common screen; their names need a little room beside them.
EDGE_PX, STAND_MARGIN_PX = 1270, 46


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
    """Something to do at a machine."""

    machine_id: int
    machine: str
    due: Due
    takes: str
    open_run: int | None


@dataclass(frozen=True)
class TodayModel:
    """The page.

    Attributes:
        stands: machines, most urgent first.
        now, soon, unknown: tasks, most urgent first.
        minutes: the keeper's minutes for what is due.
        take: amounts and things for what is due.
        next_up: a sentence about what comes next, when nothing is due.
    """

    stands: list[Stand]
    now: list[Task]
    soon: list[Task]
    unknown: list[Task]
    minutes: int
    take: list[tuple[str, str]]
    next_up: str

    @property
    def alone(self) -> bool:
        """Whether there is one machine only."""
        return len(self.stands) == 1

    @property
    def first(self) -> Task | None:
        """The first thing to begin."""
        return next(iter(self.now), None)


def today_model(looks: Sequence[MachineLook], calendar: SiteCalendar, moment: datetime) -> TodayModel:
    """Build the page from every machine's look."""
    tasks = sorted(
        (_task(look, due) for look in looks for due in look.assessment.dues), key=lambda task: task.due.urgency
    )
    due_now = [task for task in tasks if task.due.status >= Status.DUE]
    by_name = {look.row.id: look for look in looks}
    return TodayModel(
        stands=_stands(looks, calendar.today(moment)),
        now=due_now,
        soon=[task for task in tasks if task.due.status is Status.SOON],
        unknown=[task for task in tasks if task.due.status is Status.UNKNOWN],
        minutes=sum(task.due.item.minutes for task in due_now),
        take=_take(due_now, by_name),
        next_up=_next_up(tasks),
    )


def _task(look: MachineLook, due: Due) -> Task:
    needs = needs_of(look, due)
    takes = " · ".join(f"{need.amount} {need.thing}" for need in needs)
    open_run = look.run.id if look.run and look.run.item == due.item.key else None
    return Task(look.row.id, look.row.name, due, takes, open_run)


def needs_of(look: MachineLook, due: Due) -> tuple[Need, ...]:
    """What a job takes: by its procedure, else by the item itself."""
    procedure = look.procedure(due)
    return procedure.needs if procedure else tuple(Need("1", product) for product in due.item.products)


def _stands(looks: Sequence[MachineLook], today: date) -> list[Stand]:
    bounds = [frame(look.kind.look, [part.key for part in look.kind.parts]).bounds for look in looks]
    room = ONE_MACHINE_PX if len(looks) == 1 else FEW_PX if len(looks) <= FEW else MANY_PX
    scale = room / max(box.h for box in bounds)
    if len(looks) <= FEW:
        scale = min(scale, (EDGE_PX - STAND_MARGIN_PX * len(looks)) / sum(box.w for box in bounds))
    stands: list[Stand] = []
    drawn: set[str] = set()
    for look, box in zip(looks, bounds, strict=True):
        height, name = round(box.h * scale), f"stand-{look.kind.key}"
        again = name in drawn
        drawing = cutaway_again(look.kind, height, name) if again else cutaway(look.kind, height=height, name=name)
        drawn.add(name)
        headline = _headline(look, today)
        stands.append(Stand(look.row.id, look.row.name, drawing, look.assessment.status, headline))
    return stands


def _headline(look: MachineLook, today: date) -> str:
    """What the book says about a machine, in a few words."""
    if look.run:
        return f"{look.run.state.procedure.title} under way"
    first = next(iter(look.assessment.dues), None)
    if first is None:
        return "Nothing to care for"
    if first.status is Status.UNKNOWN:
        return f"{first.item.title}: not known"
    if first.status >= Status.DUE:
        return f"{first.item.title} {first.status.word}"
    if first.likely is None:
        return "Clear"
    when = "today" if first.likely <= today else f"{first.likely:%a %-d %b}"
    return f"{first.item.title} {when}" if first.status is Status.SOON else f"Clear until {when}"


def _take(tasks: Sequence[Task], looks: dict[int, MachineLook]) -> list[tuple[str, str]]:
    """What to carry for all of it: counts of single things added up, each tool once."""
    amounts: Counter[str] = Counter()
    tools: set[str] = set()
    for task in tasks:
        for need in needs_of(looks[task.machine_id], task.due):
            if need.amount.isdigit() and "tablet" in need.thing:
                amounts[need.thing] += int(need.amount)
            else:
                tools.add(need.thing)
    return [(str(count), thing) for thing, count in amounts.items()] + [("1", tool) for tool in sorted(tools)]


def _next_up(tasks: Sequence[Task]) -> str:
    dated = [task for task in tasks if task.due.likely and task.due.status < Status.DUE]
    if not dated:
        return ""
    first = min(dated, key=lambda task: task.due.likely or date.max)
    return f"Next: {first.due.item.title} at {first.machine}, about {first.due.likely:%a %-d %b}."
