"""The clocks of a run: its timer, when it calls, when it is over, how long a machine's own runs take."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import datetime, timedelta
from statistics import median

from lamplight.core.anatomy.duration import Duration
from lamplight.core.job.procedure import Procedure
from lamplight.core.job.steps import StepKind
from lamplight.core.run.state import Outcome, RunState

# Seconds of the keeper for a step without a clock: common practice, no source.
KEEPER_S = {
    StepKind.DO: 45,
    StepKind.CHECK: 15,
    StepKind.POUR: 60,
    StepKind.TIP_OUT: 60,
    StepKind.ASK: 20,
    StepKind.PHOTO: 30,
    StepKind.WAIT: 20,
    StepKind.MACHINE: 20,
}
RUNS_TO_LEARN = 3


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


def calls_at(state: RunState, now: datetime) -> datetime | None:
    """When the run next wants the keeper: at the end of its clock, else now; None when it has ended."""
    if not state.running:
        return None
    clock = timer(state, now)
    return max(now, clock.ends_about) if clock else now


def keeper_seconds(procedure: Procedure, steps: Iterable[int] | None = None) -> int:
    """The keeper's own seconds for all steps, or for some of them by index."""
    wanted = range(len(procedure.steps)) if steps is None else steps
    return sum(KEEPER_S[procedure.steps[n].kind] for n in wanted)


def total_seconds(procedure: Procedure) -> int:
    """Likely seconds from the first step to the last, of the keeper and of the machine."""
    return keeper_seconds(procedure) + procedure.machine_seconds


def likely_end(state: RunState, now: datetime) -> datetime | None:
    """When the run is likely over; None when it has ended."""
    if not state.running:
        return None
    clock = timer(state, now)
    steps = state.procedure.steps
    ahead = clock.left_s if clock else (KEEPER_S[state.step.kind] if state.step else 0)
    for n in state.ahead:
        duration = steps[n].duration
        ahead += KEEPER_S[steps[n].kind] + (duration.likely_s if duration else 0)
    return now + timedelta(seconds=ahead)


@dataclass(frozen=True)
class Learned:
    """How long a machine's own runs took, in seconds: median, least and most of ``runs`` runs."""

    median_s: int
    least_s: int
    most_s: int
    runs: int


def learned(seconds: Sequence[int]) -> Learned | None:
    """From three runs on; None before.

    Args:
        seconds: of each run, above 0.
    """
    if len(seconds) < RUNS_TO_LEARN:
        return None
    return Learned(round(median(seconds)), min(seconds), max(seconds), len(seconds))


def learned_steps(runs: Iterable[RunState]) -> dict[str, Duration]:
    """The machine's own time for each timed step that finished runs went through three times or more, by its title."""
    taken: dict[str, list[int]] = {}
    for run in runs:
        if run.outcome is not Outcome.FINISHED:
            continue
        for n, seconds in run.spent_s.items():
            step = run.procedure.steps[n]
            if step.duration and seconds > 0:
                taken.setdefault(step.title, []).append(seconds)
    known = {title: learned(seconds) for title, seconds in taken.items()}
    return {title: Duration(own.least_s, own.median_s, own.most_s) for title, own in known.items() if own}


def with_learned(procedure: Procedure, own: Mapping[str, Duration]) -> Procedure:
    """The procedure with a machine's own times in place of the expected ones."""
    steps = tuple(
        replace(step, duration=own[step.title]) if step.duration and step.title in own else step
        for step in procedure.steps
    )
    return replace(procedure, steps=steps)
