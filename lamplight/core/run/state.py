"""Where one execution of a procedure stands.

Nothing but stamped events is kept; `lamplight.core.run.rules` replays them into this.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import datetime
from enum import StrEnum

from lamplight.core.job.chemistry import Chemistry, Inside, Product, before_the_cup
from lamplight.core.job.procedure import Procedure
from lamplight.core.job.steps import Aside, Step


class EventKind(StrEnum):
    """What happened in a run."""

    ADVANCE = "advance"
    BACK = "back"
    NO = "no"
    PAUSE = "pause"
    RESUME = "resume"
    INTERRUPT = "interrupt"
    START_OVER = "start over"
    NOTE = "note"
    ABANDON = "abandon"
    FINISH = "finish"
    ASKED = "asked"
    ANSWERED = "answered"
    TIPPED = "tipped"
    CAME = "came"
    TOLD = "told"


class Outcome(StrEnum):
    """How a run ended, or that it has not."""

    RUNNING = "running"
    FINISHED = "finished"
    ABANDONED = "abandoned"


class Break(StrEnum):
    """What came in between."""

    POWER = "power"
    FAULT = "fault"
    AWAY = "away"
    DANGER = "danger"


BREAK_WORDS = {
    Break.POWER: "The power failed",
    Break.FAULT: "The machine stopped with a fault",
    Break.AWAY: "You were called away",
    Break.DANGER: "Leak, scald, smoke or sparks",
}


@dataclass(frozen=True)
class RunEvent:
    """A stamped event.

    Attributes:
        kind: what happened.
        at: when, aware.
        step: index of the step it answers, from 0.
        who: the keeper's initials, or empty.
        text: an answer, a note, what came in between, or the reason for abandoning.
        course: for what was told of the machine's programme: the procedure as it is from then on.
        vessels: millilitres of the containers that come with it, by key.
    """

    kind: EventKind
    at: datetime
    step: int
    who: str = ""
    text: str = ""
    course: Procedure | None = None
    vessels: Mapping[str, int] = field(default_factory=dict)


@dataclass(frozen=True)
class RunContext:
    """What was chosen and known when the run began.

    Attributes:
        products: by role.
        accepts: for each role, the chemistries that do its job.
        inside: cleaners that an earlier run left inside.
        filter_installed: whether a filter sits in the tank.
        vessels: millilitres of each container that is put up, by its key.
        answers: to what was decided before the start, by key.
        by_hand: whether the way by hand was chosen although the kind has a programme.
        listens: whether it follows a programme that nobody knows, and writes down what it does.
    """

    products: Mapping[str, Product] = field(default_factory=dict)
    accepts: Mapping[str, frozenset[Chemistry]] = field(default_factory=dict)
    inside: tuple[Inside, ...] = ()
    filter_installed: bool = False
    vessels: Mapping[str, int] = field(default_factory=dict)
    answers: Mapping[str, str] = field(default_factory=dict)
    by_hand: bool = False
    listens: bool = False


@dataclass(frozen=True)
class RunState:
    """Where a run stands.

    Attributes:
        procedure: the snapshot that it follows.
        begun_at: when it began.
        visited: index of each step entered and not gone back from; the last is the current step.
        step_starts: when each of these was entered.
        index: of the current step, from 0; equals the number of steps when all are done.
        paused_at: since when it is paused, or None.
        broken: what came in between and is not settled, or None.
        answered_no: whether the current check was answered no.
        answers: to questions, by key.
        confirmations: answers to questions of confirmation, by key.
        inside: cleaners that were put in and have not been rinsed out.
        out: parts that were taken out and not put back.
        spent_s: seconds spent in each step that was left, by index; of several times the last.
        outcome: running, finished or abandoned.
        ended_at: when it ended, or None.
        notes: notes, breaks and the reason for abandoning, with their moment.
        context: what was chosen and known at the start.
        doubt: how far the doubt about an end that came far too soon has got: 0 none, 1 asked, 2 asked once more.
        doubted_at: when that end was said, or None.
        ended_soon: seconds after which steps ended far before their time and were whole all the same, by index.
        asked_for: the call that the machine asks for in the middle of its work, or empty.
        asked_since: since when.
        stood_still_s: seconds that the clock of the current step stood still for that.
        asked: how often the machine asked for each call.
        tipped: containers that were tipped out in the middle of steps: index and key, in order.
        came: outlets at which water was seen while the machine worked: index and outlet, in order.
        marks: how full containers were when they were tipped out: index, key and ml, in order.
        done_how: how the hand did what a programme that is listened to asked for: index and words, in order.
    """

    procedure: Procedure
    begun_at: datetime
    visited: tuple[int, ...]
    step_starts: tuple[datetime, ...]
    index: int = 0
    paused_at: datetime | None = None
    broken: Break | None = None
    answered_no: bool = False
    answers: Mapping[str, str] = field(default_factory=dict)
    confirmations: Mapping[str, bool] = field(default_factory=dict)
    inside: tuple[Inside, ...] = ()
    out: tuple[str, ...] = ()
    spent_s: Mapping[int, int] = field(default_factory=dict)
    outcome: Outcome = Outcome.RUNNING
    ended_at: datetime | None = None
    notes: tuple[RunEvent, ...] = ()
    context: RunContext = field(default_factory=RunContext)
    doubt: int = 0
    doubted_at: datetime | None = None
    ended_soon: Mapping[int, int] = field(default_factory=dict)
    asked_for: str = ""
    asked_since: datetime | None = None
    stood_still_s: int = 0
    asked: Mapping[str, int] = field(default_factory=dict)
    tipped: tuple[tuple[int, str], ...] = ()
    came: tuple[tuple[int, str], ...] = ()
    marks: tuple[tuple[int, str, int], ...] = ()
    done_how: tuple[tuple[int, str], ...] = ()

    @property
    def aside(self) -> Aside | None:
        """What the machine asks for in the middle of its work, or None."""
        return self.step.aside(self.asked_for) if self.step is not None and self.asked_for else None

    def elapsed_s(self, now: datetime) -> int:
        """Seconds in the current step, without those that its clock stood still."""
        until = self.asked_since or now
        return max(0, round((until - self.step_started_at).total_seconds()) - self.stood_still_s)

    @property
    def step(self) -> Step | None:
        """The current step; None when all are done."""
        steps = self.procedure.steps
        return steps[self.index] if self.index < len(steps) else None

    @property
    def running(self) -> bool:
        """Whether it has not ended."""
        return self.outcome is Outcome.RUNNING

    @property
    def step_started_at(self) -> datetime:
        """When the current step was entered."""
        return self.step_starts[-1]

    @property
    def cleaner_inside(self) -> bool:
        """Whether cleaner is on the way to the cup: then nobody drinks."""
        return bool(before_the_cup(self.inside))

    @property
    def may_start_over(self) -> bool:
        """Whether what came in between stopped the machine in a stage that it then begins again."""
        return bool(self.procedure.starts_over) and self.broken in (Break.POWER, Break.FAULT)

    @property
    def put_already(self) -> bool:
        """Whether the current step puts in what is inside already, since somebody went back."""
        return self.step is not None and bool(self.step.puts) and puts_done(self, self.step)

    @property
    def ahead(self) -> tuple[int, ...]:
        """The steps that come after the current one, as the answers stand."""
        steps = self.procedure.steps
        return tuple(n for n in range(self.index + 1, len(steps)) if steps[n].belongs(self.answers))


def puts_done(state: RunState, step: Step) -> bool:
    """Whether the step put its cleaners in before, since somebody went back or began over."""
    if state.index not in state.spent_s:
        return False
    titles = {role: product.title for role, product in state.context.products.items()}
    return bool(step.puts) and all(
        any(cleaner.place == place and cleaner.title == titles.get(role, role) for cleaner in state.inside)
        for place, role in step.puts
    )
