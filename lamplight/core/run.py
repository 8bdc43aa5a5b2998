"""One execution of a procedure, replayed from the stamps that were stored.

Nothing but stamped events is kept; where a run stands, and what its clock shows, follows from
them. So a reload, a second device or a restarted server changes nothing.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from datetime import datetime, timedelta
from enum import StrEnum

from lamplight.core.errors import InvalidInput, StaleStep
from lamplight.core.procedure import Procedure, Step


class EventKind(StrEnum):
    """What happened in a run."""

    ADVANCE = "advance"
    BACK = "back"
    NO = "no"
    PAUSE = "pause"
    RESUME = "resume"
    NOTE = "note"
    ABANDON = "abandon"
    FINISH = "finish"


class Outcome(StrEnum):
    """How a run ended, or that it has not."""

    RUNNING = "running"
    FINISHED = "finished"
    ABANDONED = "abandoned"


@dataclass(frozen=True)
class RunEvent:
    """A stamped event.

    Attributes:
        kind: what happened.
        at: when, aware.
        step: index of the step it answers, from 0.
        who: the keeper's initials, or empty.
        text: a note, or the reason for abandoning.
    """

    kind: EventKind
    at: datetime
    step: int
    who: str = ""
    text: str = ""


@dataclass(frozen=True)
class RunState:
    """Where a run stands.

    Attributes:
        procedure: the snapshot that it follows.
        begun_at: when it began.
        step_starts: when each step reached so far was entered; the last is the current step.
        index: of the current step, from 0; equals the number of steps when all are done.
        paused_at: since when it is paused, or None.
        answered_no: whether the current check was answered no.
        cleaner_inside: whether cleaner was put in and has not been rinsed out.
        outcome: running, finished or abandoned.
        ended_at: when it ended, or None.
        notes: notes and the reason for abandoning, with their moment.
    """

    procedure: Procedure
    begun_at: datetime
    step_starts: tuple[datetime, ...]
    index: int = 0
    paused_at: datetime | None = None
    answered_no: bool = False
    cleaner_inside: bool = False
    outcome: Outcome = Outcome.RUNNING
    ended_at: datetime | None = None
    notes: tuple[RunEvent, ...] = field(default=())

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


def begin(procedure: Procedure, at: datetime) -> RunState:
    """A run at its first step."""
    return RunState(procedure, at, (at,))


def replay(procedure: Procedure, begun_at: datetime, events: Sequence[RunEvent]) -> RunState:
    """Where a run stands after its stored events, in the order in which they were stored.

    Raises:
        StaleStep, InvalidInput: as `apply` does.
    """
    state = begin(procedure, begun_at)
    for event in events:
        state = apply(state, event)
    return state


def apply(state: RunState, event: RunEvent) -> RunState:
    """The state after one more event.

    Raises:
        StaleStep: when the run has ended, or the event answers another step than the current one.
        InvalidInput: for an abandonment without a reason, a finish before the last step, a step
            back from the first, or a no where nothing was asked.
    """
    if not state.running:
        raise StaleStep("This run has ended already.")
    if event.step != state.index:
        raise StaleStep("This step was answered already, perhaps on another screen.")
    return _RULES[event.kind](state, event)


def _advance(state: RunState, event: RunEvent) -> RunState:
    step = state.step
    if step is None:
        raise StaleStep("All steps are done already.")
    cleaner = {"in": True, "out": False}.get(step.cleaner, state.cleaner_inside)
    return replace(
        state,
        index=state.index + 1,
        step_starts=(*state.step_starts, event.at),
        answered_no=False,
        paused_at=None,
        cleaner_inside=cleaner,
    )


def _back(state: RunState, event: RunEvent) -> RunState:
    """One step back: its clock goes on from when it was first entered."""
    if state.index == 0:
        raise InvalidInput("This is the first step.")
    return replace(
        state,
        index=state.index - 1,
        step_starts=state.step_starts[:-1],
        answered_no=False,
        cleaner_inside=_cleaner_before(state.procedure, state.index - 1),
    )


def _cleaner_before(procedure: Procedure, index: int) -> bool:
    marks = [step.cleaner for step in procedure.steps[:index] if step.cleaner]
    return bool(marks) and marks[-1] == "in"


def _no(state: RunState, event: RunEvent) -> RunState:
    if state.step is None or not state.step.on_no:
        raise InvalidInput("Nothing was asked in this step.")
    return replace(state, answered_no=True)


def _pause(state: RunState, event: RunEvent) -> RunState:
    return replace(state, paused_at=state.paused_at or event.at)


def _resume(state: RunState, event: RunEvent) -> RunState:
    return replace(state, paused_at=None)


def _note(state: RunState, event: RunEvent) -> RunState:
    if not event.text.strip():
        raise InvalidInput("The note is empty. Write a word or two.")
    return replace(state, notes=(*state.notes, event))


def _abandon(state: RunState, event: RunEvent) -> RunState:
    if not event.text.strip():
        raise InvalidInput("Say in a few words why the run is given up.")
    return replace(state, outcome=Outcome.ABANDONED, ended_at=event.at, notes=(*state.notes, event), paused_at=None)


def _finish(state: RunState, event: RunEvent) -> RunState:
    if state.step is not None:
        raise InvalidInput("There are steps left. Finish them, or give the run up with a reason.")
    return replace(state, outcome=Outcome.FINISHED, ended_at=event.at, paused_at=None)


_RULES = {
    EventKind.ADVANCE: _advance,
    EventKind.BACK: _back,
    EventKind.NO: _no,
    EventKind.PAUSE: _pause,
    EventKind.RESUME: _resume,
    EventKind.NOTE: _note,
    EventKind.ABANDON: _abandon,
    EventKind.FINISH: _finish,
}


@dataclass(frozen=True)
class Timer:
    """The clock of a timed step.

    Attributes:
        started_at: when the step was entered; the clock goes on while the run is paused, since
            the machine does.
        low_s, likely_s, high_s: expected seconds.
        elapsed_s: seconds gone by, 0 or more.
    """

    started_at: datetime
    low_s: int
    likely_s: int
    high_s: int
    elapsed_s: int

    @property
    def left_s(self) -> int:
        """Seconds to the likely end, 0 when past it."""
        return max(0, self.likely_s - self.elapsed_s)

    @property
    def share(self) -> float:
        """Share of the likely time gone by, 0 to 1."""
        return min(1.0, self.elapsed_s / self.likely_s)

    @property
    def ends_about(self) -> datetime:
        """When the likely time is over."""
        return self.started_at + timedelta(seconds=self.likely_s)

    @property
    def long_overdue(self) -> bool:
        """Whether it takes longer than it ever should."""
        return self.elapsed_s > self.high_s


def timer(state: RunState, now: datetime) -> Timer | None:
    """The clock of the current step at ``now``; None where the step has none or the run ended."""
    if not state.running or state.step is None or state.step.duration is None:
        return None
    duration = state.step.duration
    elapsed = max(0, int((now - state.step_started_at).total_seconds()))
    return Timer(state.step_started_at, duration.low_s, duration.likely_s, duration.high_s, elapsed)


def likely_end(state: RunState, keeper_seconds: int, now: datetime) -> datetime | None:
    """When the run is likely over; None when it has ended.

    Args:
        state: where it stands.
        keeper_seconds: the keeper's own time for all steps, shared out evenly over the untimed.
        now: the present.
    """
    if not state.running:
        return None
    steps = state.procedure.steps
    untimed = max(1, sum(step.duration is None for step in steps))
    each = keeper_seconds / untimed
    clock = timer(state, now)
    ahead: float = clock.left_s if clock else (each if state.step else 0)
    for step in steps[state.index + 1 :]:
        ahead += step.duration.likely_s if step.duration else each
    return now + timedelta(seconds=ahead)
