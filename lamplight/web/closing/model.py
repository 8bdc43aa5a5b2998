"""What the sheet for closing shows."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta

from lamplight.core.care.first import not_known_words
from lamplight.core.care.item import Due
from lamplight.core.job.procedure import END_OF_DAY
from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.words import listed, number_words
from lamplight.sight.closing import ClosingHere

# So long a touch can be taken back on the sheet; from the log always.
TAKE_BACK = timedelta(minutes=1)


@dataclass(frozen=True)
class Job:
    """One job of the evening: its key, and its words with what goes in."""

    key: str
    words: str


@dataclass(frozen=True)
class Ring:
    """One machine.

    Attributes:
        state: ``done``, ``works``, ``left``, or ``led`` where a touch may write nothing down.
        said: what it is about, in a line.
        jobs: what a touch writes down.
        led: jobs that ask for their steps, with the reason.
        take_back: the line of the log that can be taken back from here, or None.
        run_id: the run that is open on it, or None.
        steps: the job that leads through it step by step, or empty.
    """

    machine_id: int
    name: str
    place: str
    state: str
    minutes: int
    said: str
    jobs: tuple[Job, ...] = ()
    led: tuple[tuple[Job, str], ...] = ()
    take_back: int | None = None
    run_id: int | None = None
    steps: str = ""


@dataclass(frozen=True)
class ClosingModel:
    """The sheet."""

    rings: tuple[Ring, ...]
    headline: str
    minutes: int


def closing_model(
    here: Sequence[ClosingHere], calendar: SiteCalendar, now: datetime, keeper_id: int | None, unknown: int = 0
) -> ClosingModel:
    """The sheet, from the end of the day at every machine.

    Args:
        unknown: how many things nobody knows where they stand.
    """
    rings = tuple(_ring(one, calendar, now, keeper_id) for one in here)
    return ClosingModel(rings, _headline(rings, unknown), sum(ring.minutes for ring in rings if ring.state != "done"))


def _ring(one: ClosingHere, calendar: SiteCalendar, now: datetime, keeper_id: int | None) -> Ring:
    view, jobs = one.view, tuple(_job(one, due) for due in one.closing.dues)
    led = tuple((_job(one, step.due), step.why) for step in one.closing.led)
    state = "works" if one.works else "done" if one.settled else "left" if jobs else "led"
    said = listed([job.words for job in jobs])
    back = None
    if one.closed is not None:
        mine = keeper_id is None or one.closed.keeper_id == keeper_id
        back = one.closed.entry_id if mine and now - one.closed.at < TAKE_BACK else None
    if one.settled and one.closed is not None:
        titles = [item.in_a_row for item in view.whole_kind.items if item.key in one.closed.items]
        said = f"{listed(titles)}, {one.closed.at.astimezone(calendar.tz):%H:%M}"
    elif one.works:
        said = f"{view.run.state.procedure.title} goes on" if view.run else "cleaner is inside; rinse it out first"
    return Ring(
        view.row.id, view.row.name, view.row.place, state, one.minutes, said, jobs, led, back,
        view.run.id if view.run else None, _steps(one),
    )  # fmt: skip


def _steps(one: ClosingHere) -> str:
    """What leads through the evening: the run that does it all, where that spares time, else its longest job."""
    keys = [due.item.key for due in one.closing.dues]
    if one.view.in_one_run(keys):
        return END_OF_DAY
    led = [due for due in one.closing.dues if due.item.procedure]
    return max(led, key=one.view.own_seconds).item.key if led else ""


def _job(one: ClosingHere, due: Due) -> Job:
    return Job(due.item.key, one.words(due))


def _headline(rings: Sequence[Ring], unknown: int) -> str:
    """How far the evening is: ``Two done, one works, two to go.``"""
    done, work = (sum(ring.state == state for ring in rings) for state in ("done", "works"))
    left = len(rings) - done - work
    if not rings:
        return f"{not_known_words(unknown)}." if unknown else "Nothing to close now."
    if not work and not left:
        return "All closed. Good night."
    parts = ((done, "done"), (work, "works" if work == 1 else "work"), (left, "to go"))
    words = ", ".join(f"{number_words(count)} {what}" for count, what in parts if count)
    return f"{words[0].upper()}{words[1:]}."
