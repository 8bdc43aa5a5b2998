"""What each stamped event does to a run.

Nothing but stamped events is kept; where a run stands, what is inside the machine, and what its
clock shows, follows from them. So a reload, a second device or a restarted server changes nothing.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from datetime import datetime

from lamplight.core.errors import InvalidInput, StaleStep
from lamplight.core.job.chemistry import rinsed
from lamplight.core.job.confirmations import RAN_WHOLE
from lamplight.core.job.containers import TRAY
from lamplight.core.job.procedure import Procedure
from lamplight.core.job.steps import StepKind
from lamplight.core.run.cleaners import after_puts, drawn_meanwhile
from lamplight.core.run.state import Break, EventKind, Outcome, RunContext, RunEvent, RunState

# An end before this share of the least time is doubted. Common practice, no source: learned times scatter by less.
TOO_SOON = 0.5
WHOLE = "whole"
MOST_ML = 50_000


def begin(procedure: Procedure, at: datetime, context: RunContext | None = None) -> RunState:
    """A run at its first step."""
    known = context or RunContext()
    left = tuple(replace(cleaner, run_begun=False) for cleaner in known.inside)
    answers = dict(known.answers)
    first = next((n for n, step in enumerate(procedure.steps) if step.belongs(answers)), 0)
    return RunState(procedure, at, (first,), (at,), first, answers=answers, inside=left, context=known)


def replay(
    procedure: Procedure, begun_at: datetime, events: Sequence[RunEvent], context: RunContext | None = None
) -> RunState:
    """Where a run stands after its stored events, in the order in which they were stored.

    Raises:
        StaleStep, InvalidInput: as `apply` does.
    """
    state = begin(procedure, begun_at, context)
    for event in events:
        state = apply(state, event)
    return state


def apply(state: RunState, event: RunEvent) -> RunState:
    """The state after one more event.

    Raises:
        StaleStep: when the run has ended, or the event answers another step than the current one.
        InvalidInput: for an abandonment without a reason, a finish before the last step, a step
            back from the first, a no where nothing was asked, an answer that is none, a cleaner
            that must not go in, or a step while the run is broken off.
    """
    if not state.running:
        raise StaleStep("This run has ended already.")
    if event.step != state.index:
        raise StaleStep("This step was answered already, perhaps on another screen.")
    if state.broken and event.kind in (EventKind.ADVANCE, EventKind.NO, EventKind.FINISH, EventKind.BACK):
        raise InvalidInput("The run is broken off. Say first how it goes on.")
    return _RULES[event.kind](state, event)


def _advance(state: RunState, event: RunEvent) -> RunState:
    step = state.step
    if step is None:
        raise StaleStep("All steps are done already.")
    if state.asked_for:
        raise InvalidInput("Do first what the machine asks for.")
    # It ended when that was said first, however long the answer to the doubt takes.
    over_at = state.doubted_at or event.at
    if far_too_soon(state, over_at):
        if state.doubt == 0 or event.text != WHOLE:
            return replace(state, doubt=1, doubted_at=over_at)
        if state.doubt == 1:
            return replace(state, doubt=2)
        ended = {**state.ended_soon, state.index: state.elapsed_s(over_at)}
        state = replace(state, ended_soon=ended, confirmations={**state.confirmations, RAN_WHOLE: True})
    answers = state.answers
    if step.ask is not None:
        answers = {**answers, step.ask.key: step.ask.checked(event.text)}
    elif step.kind is StepKind.TIP_OUT and event.text:
        state = replace(state, marks=(*state.marks, *((state.index, *mark) for mark in marks_of(event.text))))
    elif step.kind is StepKind.DO and step.own >= 0 and event.text and state.context.listens:
        state = replace(state, done_how=(*state.done_how, (state.index, event.text)))
    confirmations = {**state.confirmations, step.confirmation: True} if step.confirmation else state.confirmations
    inside = rinsed(after_puts(state, step), step.rinses)
    out = tuple(part for part in (*state.out, step.takes_out) if part and part != step.puts_back)
    return _moved_on(replace(state, answers=answers, confirmations=confirmations, inside=inside, out=out), event.at)


def _moved_on(state: RunState, at: datetime) -> RunState:
    """At the next step that the answers leave."""
    steps = state.procedure.steps
    following = next((n for n in range(state.index + 1, len(steps)) if steps[n].belongs(state.answers)), len(steps))
    return replace(
        _afresh(state),
        index=following,
        visited=(*state.visited, following),
        step_starts=(*state.step_starts, at),
        spent_s={**state.spent_s, state.index: state.elapsed_s(state.doubted_at or at)},
        paused_at=None,
    )


def _afresh(state: RunState) -> RunState:
    """Without what belonged to the step that is left: a no, a doubt, what was asked for, the rests of its clock."""
    return replace(
        state, answered_no=False, doubt=0, doubted_at=None, asked_for="", asked_since=None, stood_still_s=0
    )  # fmt: skip


def far_too_soon(state: RunState, at: datetime) -> bool:
    """Whether the end of the current step would come far before its least time, which is then doubted."""
    step = state.step
    if step is None or step.duration is None or not step.asks_if_soon:
        return False
    return state.elapsed_s(at) < TOO_SOON * step.duration.low_s


def _the_short_one(state: RunState, event: RunEvent) -> RunState:
    """It was the short rinse: the machine is started again, the long way. A wait just goes on. Nothing is settled."""
    steps = state.procedure.steps
    started = [n for n in state.visited[:-1] if steps[n].starts_over]
    if state.step is None or state.step.kind is not StepKind.MACHINE or not started:
        return replace(state, doubt=0, doubted_at=None)
    place = state.visited.index(started[-1])
    return replace(
        _afresh(state),
        index=started[-1],
        visited=state.visited[: place + 1],
        step_starts=(*state.step_starts[:place], event.at),
        spent_s={**state.spent_s, started[-1]: state.spent_s.get(started[-1], 0)},
        notes=(*state.notes, replace(event, text="It was the short rinse; the long programme is run now.")),
    )


def _back(state: RunState, event: RunEvent) -> RunState:
    """One step back: its clock goes on from when it was entered; what was put in stays in."""
    if len(state.visited) < 2:
        raise InvalidInput("This is the first step.")
    return replace(
        _afresh(state), index=state.visited[-2], visited=state.visited[:-1], step_starts=state.step_starts[:-1]
    )


def _no(state: RunState, event: RunEvent) -> RunState:
    step = state.step
    if state.doubt:
        return _the_short_one(state, event)
    if step is not None and state.put_already:
        places = {place for place, _ in step.puts}
        kept = (cleaner for cleaner in state.inside if cleaner.place not in places or not cleaner.run_begun)
        return replace(state, inside=tuple(kept))
    if step is None or step.kind is not StepKind.CHECK:
        raise InvalidInput("Nothing was asked in this step.")
    confirmations = {**state.confirmations, step.confirmation: False} if step.confirmation else state.confirmations
    after = replace(state, confirmations=confirmations)
    return _moved_on(after, event.at) if step.no_goes_on else replace(after, answered_no=True)


def _pause(state: RunState, event: RunEvent) -> RunState:
    return replace(state, paused_at=state.paused_at or event.at)


def _resume(state: RunState, event: RunEvent) -> RunState:
    """It goes on: after a pause or a break, or since the machine is not over yet after all."""
    return replace(state, paused_at=None, broken=None, doubt=0, doubted_at=None)


def _interrupt(state: RunState, event: RunEvent) -> RunState:
    if event.text not in set(Break):
        raise InvalidInput("Say what came in between: power, fault, away or danger.")
    return replace(state, broken=Break(event.text), paused_at=event.at, notes=(*state.notes, event))


def _start_over(state: RunState, event: RunEvent) -> RunState:
    """Back to where an interrupted machine begins again; what is inside stays inside."""
    if not state.procedure.starts_over:
        raise InvalidInput("This one goes on where it stood.")
    steps = state.procedure.steps
    start = max((n for n in state.visited if n < len(steps) and steps[n].starts_over), default=0)
    place = state.visited.index(start)
    return replace(
        _afresh(state),
        index=start,
        visited=state.visited[: place + 1],
        step_starts=(*state.step_starts[:place], event.at),
        paused_at=None,
        broken=None,
    )


def _asked(state: RunState, event: RunEvent) -> RunState:
    """The machine asks for something in the middle of its work; its clock stands still until it is done."""
    if state.step is None or state.step.aside(event.text) is None:
        raise InvalidInput("The machine does not ask for that here.")
    if state.asked_for:
        raise InvalidInput("Do first what it asks for now.")
    counted = {**state.asked, event.text: state.asked.get(event.text, 0) + 1}
    return replace(state, asked_for=event.text, asked_since=event.at, asked=counted, doubt=0, doubted_at=None)


def _answered(state: RunState, event: RunEvent) -> RunState:
    if state.asked_since is None:
        raise InvalidInput("The machine asks for nothing now.")
    stood = round((event.at - state.asked_since).total_seconds())
    return replace(state, asked_for="", asked_since=None, stood_still_s=state.stood_still_s + max(0, stood))


def _tipped(state: RunState, event: RunEvent) -> RunState:
    """A container was tipped out in the middle of the step."""
    if not any(stand.key == event.text for stand in state.procedure.stands) and event.text != TRAY:
        raise InvalidInput("No such container stands there.")
    return replace(state, tipped=(*state.tipped, (state.index, event.text)))


def _came(state: RunState, event: RunEvent) -> RunState:
    """Water was seen at an outlet."""
    if state.step is None or state.step.kind is not StepKind.MACHINE:
        raise InvalidInput("The machine does not work now.")
    return replace(state, came=(*state.came, (state.index, event.text)))


def _told(state: RunState, event: RunEvent) -> RunState:
    """The course is another from here on, since the machine's programme is; what was done stays."""
    course = event.course
    if course is None or len(course.steps) < state.index:
        raise InvalidInput("Nothing was said of the machine’s programme.")
    context = replace(state.context, vessels={**state.context.vessels, **event.vessels})
    changed = replace(_afresh(state), procedure=course, context=context)
    following = next((n for n in range(state.index, len(course.steps)) if course.steps[n].belongs(state.answers)), None)
    at = len(course.steps) if following is None else following
    return replace(changed, index=at, visited=(*state.visited[:-1], at))


def marks_of(text: str) -> list[tuple[str, int]]:
    """How full containers were, from ``coffee=950 tray=100``.

    Raises:
        InvalidInput: for what is no such list, or no amount from 0 to 50 000 ml.
    """
    found = []
    for part in text.split():
        key, _, amount = part.partition("=")
        if not key or not amount.isascii() or not amount.isdigit() or len(amount) > 6 or int(amount) > MOST_ML:
            raise InvalidInput("Say how full each was in whole ml, between 0 and 50 000; or leave it empty.")
        found.append((key, int(amount)))
    return found


def _note(state: RunState, event: RunEvent) -> RunState:
    if not event.text.strip():
        raise InvalidInput("The note is empty. Write a word or two.")
    return replace(state, notes=(*state.notes, event))


def _abandon(state: RunState, event: RunEvent) -> RunState:
    if not event.text.strip():
        raise InvalidInput("Say in a few words why the run is given up.")
    return replace(
        state,
        inside=drawn_meanwhile(state),
        outcome=Outcome.ABANDONED,
        ended_at=event.at,
        notes=(*state.notes, event),
        paused_at=None,
    )


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
    EventKind.INTERRUPT: _interrupt,
    EventKind.START_OVER: _start_over,
    EventKind.NOTE: _note,
    EventKind.ABANDON: _abandon,
    EventKind.FINISH: _finish,
    EventKind.ASKED: _asked,
    EventKind.ANSWERED: _answered,
    EventKind.TIPPED: _tipped,
    EventKind.CAME: _came,
    EventKind.TOLD: _told,
}
