"""A job as the hands see it: stretches of work, and between them the time in which the machine goes on alone.

While a machine pumps, the hands are at another one. How long that may last is a matter of what is inside: a soak that
lasts too long bites, and cleaner does not stand in a machine for hours. The limits are ours, no source.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from lamplight.core.job.procedure import Procedure
from lamplight.core.job.steps import Step, StepKind
from lamplight.core.run.clock import hands_seconds
from lamplight.core.run.state import RunState

# Everything in a round is a multiple of this, rounded up: a plan to the second would be pretended.
UNIT_S = 15
# Nobody walks off for less.
STAYS_S = 180
# How much longer than expected the keeper may be away: from a soak, and from a machine with cleaner inside.
SOAKS_ON_S, CLEANER_WAITS_S = 600, 1200


@dataclass(frozen=True)
class Work:
    """One stretch of the hands' work, and what the machine does alone after it.

    Attributes:
        words: what it begins with, in a few words.
        hands_s: the keeper's seconds, above 0, a multiple of `UNIT_S`.
        alone_s: seconds that the machine then needs at least until the hands come back; 0 where they go on at once.
        most_s: seconds after which they have to be back; None where it may wait.
        alone_words: what the machine does.
        first_step: the step of the procedure with which it begins.
    """

    words: str
    hands_s: int
    alone_s: int = 0
    most_s: int | None = None
    alone_words: str = ""
    first_step: int = 0


def in_units(seconds: float) -> int:
    """Seconds rounded up to the unit of a round."""
    return -int(-seconds // UNIT_S) * UNIT_S


def works_of(procedure: Procedure, answers: Mapping[str, str], title: str = "") -> tuple[Work, ...]:
    """A procedure as stretches of work; it ends where nobody waits for what comes next, such as a group that dries.

    Args:
        procedure: fitted, with the machine's own times.
        answers: what is decided before the start.
        title: of the job; the procedure's own by default.
    """
    steps = [(n, step) for n, step in enumerate(procedure.steps) if step.belongs(_assumed(procedure, answers))]
    works = _works(steps, procedure.held)
    return (replace(works[0], words=title or procedure.title), *works[1:]) if works else ()


def works_left(state: RunState, ready_s: int = 0) -> tuple[Work, ...]:
    """What is left of a run that is open.

    One whose steps are all done waits for its end to be written down: nothing of its own work is left.

    Args:
        ready_s: seconds until its clock calls; what the machine does until then is no work of the keeper's.
    """
    if not state.running or state.step is None:
        return ()
    steps = [(n, state.procedure.steps[n]) for n in (state.index, *state.ahead)]
    if steps[0][1].kind.timed:  # it works already; the keeper only comes back to it
        steps[0] = (steps[0][0], replace(steps[0][1], duration=None, hands_s=UNIT_S))
    return _works(steps, state.procedure.held)


def _assumed(procedure: Procedure, answers: Mapping[str, str]) -> dict[str, str]:
    """The answers, and for a question in the middle its last choice: nothing that would ask for more."""
    asked = {step.ask.key: step.ask.choices[-1] for step in procedure.steps if step.ask and step.ask.choices}
    return {**asked, **answers}


def _works(steps: Sequence[tuple[int, Step]], held: tuple[int, int] | None) -> tuple[Work, ...]:
    works: list[Work] = []
    hands, first, words = 0, -1, ""
    for n, step in steps:
        if first < 0 or (not words and step.kind is not StepKind.CHECK):
            first, words = (n if first < 0 else first), "" if step.kind is StepKind.CHECK else step.title
        hands += hands_seconds(step)
        alone = step.duration.likely_s if step.duration else 0
        if step.idle:
            works.append(Work(words or step.title, in_units(hands), alone_words=step.title, first_step=first))
            return tuple(works)
        if alone < STAYS_S:
            hands += alone
            continue
        least = in_units(alone)
        works.append(Work(words or step.title, in_units(hands), least, _most(n, step, least, held), step.title, first))
        hands, first, words = 0, -1, ""
    if hands:
        works.append(Work(words or steps[-1][1].title, in_units(hands), first_step=first))
    return tuple(works)


def _most(n: int, step: Step, least: int, held: tuple[int, int] | None) -> int | None:
    """By when the hands have to be back."""
    if held is None or not held[0] <= n <= held[1]:
        return None
    if step.kind is StepKind.WAIT and step.duration is not None:
        return in_units(max(step.duration.high_s, least + SOAKS_ON_S))
    return least + CLEANER_WAITS_S


def hands_s(works: Sequence[Work]) -> int:
    """The keeper's seconds for all of it."""
    return sum(work.hands_s for work in works)


def span_s(works: Sequence[Work]) -> int:
    """Seconds from the first touch until the machine is free again, when nothing is waited for."""
    return sum(work.hands_s + work.alone_s for work in works)
