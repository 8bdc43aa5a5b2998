"""The clocks of a run: its timer, when it calls, when it is over, how long a machine's own runs take."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import datetime, timedelta
from statistics import median

from lamplight.core.anatomy.duration import Duration
from lamplight.core.care.item import CareItem
from lamplight.core.job.procedure import Procedure
from lamplight.core.job.steps import Step, StepKind
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
    elapsed = state.elapsed_s(now)
    # A clock that stood still shows as one that started later.
    until = now if state.asked_since is None else state.asked_since
    stood = max(0, round((now - until).total_seconds())) + state.stood_still_s
    started = state.step_started_at + timedelta(seconds=stood)
    return Timer(started, duration.low_s, duration.likely_s, duration.high_s, elapsed)


def calls_at(state: RunState, now: datetime) -> datetime | None:
    """When the run next wants the keeper: at the end of its clock, else now; None when it has ended."""
    if not state.running:
        return None
    clock = timer(state, now)
    return max(now, clock.ends_about) if clock else now


def hands_seconds(step: Step) -> int:
    """The keeper's own seconds for a step: its own, or what steps of its sort usually take."""
    return KEEPER_S[step.kind] if step.hands_s is None else step.hands_s


def keeper_seconds(procedure: Procedure, answers: Mapping[str, str] | None = None) -> int:
    """The keeper's own seconds for all steps that the answers leave: the sum of what each takes."""
    return sum(hands_seconds(step) for step in procedure.steps if _belongs(step, answers))


def total_seconds(procedure: Procedure, answers: Mapping[str, str] | None = None) -> int:
    """Likely seconds from the first step to the last, of the keeper and of the machine; not where nobody waits."""
    return keeper_seconds(procedure, answers) + sum(
        step.duration.likely_s
        for step in procedure.steps
        if step.duration and not step.idle and _belongs(step, answers)
    )


def idle_seconds(procedure: Procedure, answers: Mapping[str, str] | None = None) -> int:
    """Likely seconds that the machine stands while nobody waits for it, such as a group that dries overnight."""
    return sum(
        step.duration.likely_s for step in procedure.steps if step.duration and step.idle and _belongs(step, answers)
    )


def _belongs(step: Step, answers: Mapping[str, str] | None) -> bool:
    """Whether a step is gone through for the answers that are known; one that depends on another answer may be."""
    return all(only.key not in (answers or {}) or only.holds(answers or {}) for only in step.only)


def likely_end(state: RunState, now: datetime) -> datetime | None:
    """When the run is likely over; None when it has ended."""
    if not state.running:
        return None
    clock = timer(state, now)
    steps = state.procedure.steps
    ahead = clock.left_s if clock else (hands_seconds(state.step) if state.step else 0)
    for n in state.ahead:
        duration = steps[n].duration
        ahead += hands_seconds(steps[n]) + (duration.likely_s if duration else 0)
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


def seconds_taken(run: RunState) -> int | None:
    """Seconds from its beginning to its end, without those in which nobody waited for it; None while it goes on."""
    if run.ended_at is None:
        return None
    stood = sum(seconds for n, seconds in run.spent_s.items() if run.procedure.steps[n].idle)
    return round((run.ended_at - run.begun_at).total_seconds()) - stood


# A step by its title, and the how manieth of that title it is in its course.
StepName = tuple[str, int]


def step_names(procedure: Procedure) -> tuple[StepName, ...]:
    """The name of each step, by which its like in another run is found."""
    seen: dict[str, int] = {}
    names = []
    for step in procedure.steps:
        names.append((step.title, seen.get(step.title, 0)))
        seen[step.title] = seen.get(step.title, 0) + 1
    return tuple(names)


def learned_steps(runs: Iterable[RunState]) -> dict[StepName, Duration]:
    """The machine's own time for each timed step that finished runs went through three times or more, by its name."""
    taken: dict[StepName, list[int]] = {}
    for run in runs:
        if run.outcome is not Outcome.FINISHED:
            continue
        names = step_names(run.procedure)
        for n, seconds in run.spent_s.items():
            step = run.procedure.steps[n]
            if step.duration and seconds > 0 and not step.idle and n not in run.ended_soon:
                taken.setdefault(names[n], []).append(seconds)
    known = {name: learned(seconds) for name, seconds in taken.items()}
    return {name: Duration(own.least_s, own.median_s, own.most_s) for name, own in known.items() if own}


def with_learned(procedure: Procedure, own: Mapping[StepName, Duration]) -> Procedure:
    """The procedure with a machine's own times in place of the expected ones."""
    steps = tuple(
        replace(step, duration=own[name]) if step.duration and name in own else step
        for step, name in zip(procedure.steps, step_names(procedure), strict=True)
    )
    return replace(procedure, steps=steps)


def whole_time(runs: Iterable[RunState]) -> Learned | None:
    """What the finished runs of a job took from beginning to end; None where too few were finished."""
    finished = [run for run in runs if run.outcome is Outcome.FINISHED]
    return learned([took for run in finished if (took := seconds_taken(run)) is not None])


@dataclass(frozen=True)
class AskedLearned:
    """How often a machine asks for something in the middle of a programme: median and most of ``runs`` runs."""

    median: float
    most: int
    runs: int


def learned_asides(runs: Iterable[RunState]) -> dict[str, AskedLearned]:
    """How often finished runs were asked for each call, of those that could be; from three runs on."""
    counts: dict[str, list[int]] = {}
    for run in runs:
        if run.outcome is Outcome.FINISHED:
            for key in {aside.key for step in run.procedure.steps for aside in step.asks}:
                counts.setdefault(key, []).append(run.asked.get(key, 0))
    return {
        key: AskedLearned(median(seen), max(seen), len(seen))
        for key, seen in counts.items()
        if len(seen) >= RUNS_TO_LEARN and max(seen)
    }


# What can be cared for on a machine that is at work: its outside, and the fridge beside it.
BESIDE_THE_WORKS = ("panel", "fridge")


def possible_while_waiting(item: CareItem, left_s: int, same_machine: bool) -> bool:
    """Whether a job can be done while a machine works by itself.

    Args:
        left_s: seconds until the machine calls.
        same_machine: whether it is a job on the machine that works.
    """
    if item.minutes * 60 > left_s:
        return False
    return not same_machine or item.part in BESIDE_THE_WORKS
