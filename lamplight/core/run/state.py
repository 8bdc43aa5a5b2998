"""One execution of a procedure, replayed from the stamps that were stored.

Nothing but stamped events is kept; where a run stands, what is inside the machine, and what its
clock shows, follows from them. So a reload, a second device or a restarted server changes nothing.
"""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import datetime
from enum import StrEnum

from lamplight.core.errors import InvalidInput, StaleStep
from lamplight.core.job.chemistry import (
    CIRCUITS,
    Chemistry,
    Inside,
    Product,
    added,
    before_the_cup,
    meets,
    refusal,
    rinsed,
)
from lamplight.core.job.procedure import Procedure
from lamplight.core.job.steps import Step, StepKind


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
    """

    kind: EventKind
    at: datetime
    step: int
    who: str = ""
    text: str = ""


@dataclass(frozen=True)
class RunContext:
    """What was chosen and known when the run began.

    Attributes:
        products: by role.
        accepts: for each role, the chemistries that do its job.
        inside: cleaners that an earlier run left inside.
        filter_installed: whether a filter sits in the tank.
        vessels: millilitres of the container under each outlet, by outlet.
    """

    products: Mapping[str, Product] = field(default_factory=dict)
    accepts: Mapping[str, frozenset[Chemistry]] = field(default_factory=dict)
    inside: tuple[Inside, ...] = ()
    filter_installed: bool = False
    vessels: Mapping[str, int] = field(default_factory=dict)


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
        return self.step is not None and bool(self.step.puts) and _puts_done(self, self.step)

    @property
    def ahead(self) -> tuple[int, ...]:
        """The steps that come after the current one, as the answers stand."""
        steps = self.procedure.steps
        return tuple(n for n in range(self.index + 1, len(steps)) if steps[n].belongs(self.answers))


def begin(procedure: Procedure, at: datetime, context: RunContext | None = None) -> RunState:
    """A run at its first step."""
    known = context or RunContext()
    left = tuple(replace(cleaner, run_begun=False) for cleaner in known.inside)
    return RunState(procedure, at, (0,), (at,), inside=left, context=known)


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
    answers = state.answers
    if step.ask is not None:
        answers = {**answers, step.ask.key: step.ask.checked(event.text)}
    confirmations = {**state.confirmations, step.confirmation: True} if step.confirmation else state.confirmations
    inside = rinsed(_after_puts(state, step), step.rinses or _old_rinses(step))
    out = tuple(part for part in (*state.out, step.takes_out) if part and part != step.puts_back)
    return _moved_on(replace(state, answers=answers, confirmations=confirmations, inside=inside, out=out), event.at)


def _moved_on(state: RunState, at: datetime) -> RunState:
    """At the next step that the answers leave."""
    steps = state.procedure.steps
    following = next((n for n in range(state.index + 1, len(steps)) if steps[n].belongs(state.answers)), len(steps))
    spent = max(0, round((at - state.step_started_at).total_seconds()))
    return replace(
        state,
        index=following,
        visited=(*state.visited, following),
        step_starts=(*state.step_starts, at),
        spent_s={**state.spent_s, state.index: spent},
        answered_no=False,
        paused_at=None,
    )


def _after_puts(state: RunState, step: Step) -> tuple[Inside, ...]:
    """What is inside after the step's cleaners went in, each once.

    Raises:
        InvalidInput: with the reason why one must not.
    """
    inside = state.inside
    if step.cleaner == "in":  # as snapshots of the first version have it
        return (*inside, Inside(step.circuit.value, Chemistry.ALKALINE, "Cleaner"))
    if _puts_done(state, step):
        return inside
    fitted = state.context.filter_installed and "filter" not in state.out
    for role in dict.fromkeys(role for _, role in step.puts):
        places = [place for place, wanted in step.puts if wanted == role]
        product = state.context.products.get(role)
        if product is None:
            inside = (*inside, *(Inside(place, Chemistry.ALKALINE, role) for place in places))
            continue
        by = meets(places, _outlets_until_rinsed(state, places))
        accepted = state.context.accepts.get(role, frozenset())
        reason = refusal(product, places, state.inside, accepted, fitted, by)
        if reason:
            raise InvalidInput(reason)
        inside = added(inside, product, places)
    return inside


def _outlets_until_rinsed(state: RunState, places: Collection[str]) -> set[str]:
    """The outlets by which water leaves from the current step on, until all of some places are rinsed."""
    outlets: set[str] = set()
    left = set(places)
    for step in state.procedure.steps[state.index :]:
        outlets |= {delivery.outlet for delivery in step.delivers}
        left -= set(step.rinses)
        if not left:
            break
    return outlets


def _puts_done(state: RunState, step: Step) -> bool:
    """Whether the step put its cleaners in before, since somebody went back or began over."""
    if state.index not in state.spent_s:
        return False
    titles = {role: product.title for role, product in state.context.products.items()}
    return bool(step.puts) and all(
        any(cleaner.place == place and cleaner.title == titles.get(role, role) for cleaner in state.inside)
        for place, role in step.puts
    )


def _old_rinses(step: Step) -> tuple[str, ...]:
    return ("brew", "milk", "water", "body") if step.cleaner == "out" else ()


def _back(state: RunState, event: RunEvent) -> RunState:
    """One step back: its clock goes on from when it was entered; what was put in stays in."""
    if len(state.visited) < 2:
        raise InvalidInput("This is the first step.")
    return replace(
        state,
        index=state.visited[-2],
        visited=state.visited[:-1],
        step_starts=state.step_starts[:-1],
        answered_no=False,
    )


def _no(state: RunState, event: RunEvent) -> RunState:
    step = state.step
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
    return replace(state, paused_at=None, broken=None)


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
        state,
        index=start,
        visited=state.visited[: place + 1],
        step_starts=(*state.step_starts[:place], event.at),
        paused_at=None,
        broken=None,
        answered_no=False,
    )


def _note(state: RunState, event: RunEvent) -> RunState:
    if not event.text.strip():
        raise InvalidInput("The note is empty. Write a word or two.")
    return replace(state, notes=(*state.notes, event))


def _abandon(state: RunState, event: RunEvent) -> RunState:
    if not event.text.strip():
        raise InvalidInput("Say in a few words why the run is given up.")
    return replace(
        state,
        inside=_drawn_meanwhile(state),
        outcome=Outcome.ABANDONED,
        ended_at=event.at,
        notes=(*state.notes, event),
        paused_at=None,
    )


def _drawn_meanwhile(state: RunState) -> tuple[Inside, ...]:
    """What is inside when a run is given up: a cleaner that the current step pumps is counted as drawn."""
    step = state.step
    if step is None or not step.delivers or not any(place in CIRCUITS for place, _ in step.puts):
        return state.inside
    try:
        return _after_puts(state, step)
    except InvalidInput:
        return state.inside


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
}
