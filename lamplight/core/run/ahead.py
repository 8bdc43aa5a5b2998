"""Every place that a run may come to from where it stands: what a phone has to know to lead through it alone.

Two states are one place where the same page says the same: the step, what was answered on the way, and whatever stands
before the step, such as a doubt or something that the machine asks for. A pause, a note, and a container that was
tipped out lead nowhere else.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace
from datetime import datetime, timedelta

from lamplight.core.errors import InvalidInput
from lamplight.core.job.steps import Ask, AskFor
from lamplight.core.run.rules import TOO_SOON, WHOLE, apply
from lamplight.core.run.state import Break, EventKind, RunEvent, RunState, puts_done
from lamplight.core.site.degrees import from_celsius

EARLY = "advance early"
MOST_PLACES = 2_000
# How long a step without a clock takes here; any time does, since only one that is timed can end too soon.
UNTIMED_S = 45


@dataclass(frozen=True)
class Place:
    """A place in a run.

    Attributes:
        state: how the run stands there.
        leads: the key of the place to which each touch leads; what is missing leads nowhere else, or is not known.
        soon_s: seconds in the step before which its end is doubted, and leads elsewhere; 0 where it never is.
    """

    state: RunState
    leads: Mapping[str, str]
    soon_s: int


def place_key(state: RunState) -> str:
    """What tells one place of a run from another."""
    asked = {
        step.ask.key
        for n in state.visited[:-1]
        if n < len(state.procedure.steps) and (step := state.procedure.steps[n]).ask is not None
    }
    chosen = sorted(f"{key}={state.answers[key]}" for key in asked if key in state.answers and _chosen(state, key))
    before = (
        f"broken:{state.broken.value}" if state.broken else "",
        f"asked:{state.asked_for}" if state.asked_for else "",
        f"doubt:{state.doubt}" if state.doubt else "",
        "no" if state.answered_no else "",
        *(f"in:{n}" for n in _put_in(state)),
    )
    return " ".join([str(state.index), *filter(None, before), *chosen])


def _put_in(state: RunState) -> list[int]:
    """The steps whose cleaners are in already: whoever comes by there again is told so."""
    steps = enumerate(state.procedure.steps)
    return [n for n, step in steps if step.puts and puts_done(replace(state, index=n), step)]


def _chosen(state: RunState, key: str) -> bool:
    """Whether that question offers answers to choose from: a number leads nowhere else."""
    return any(step.ask and step.ask.key == key and step.ask.sort is AskFor.CHOICE for step in state.procedure.steps)


def touch_of(kind: EventKind, text: str = "") -> str:
    """How a touch is named in `Place.leads`: with its text where that decides."""
    return f"{kind.value}={text}" if text else kind.value


def places_ahead(state: RunState) -> dict[str, Place]:
    """Every place that the run may come to, itself first, by key; empty for one that has ended or listens.

    A run that listens to a machine's programme is told step by step what it is; nobody knows it ahead.
    """
    if not state.running or state.context.listens:
        return {}
    start = replace(state, paused_at=None)
    found: dict[str, Place] = {}
    waiting = [start]
    while waiting and len(found) < MOST_PLACES:
        here = waiting.pop(0)
        key = place_key(here)
        if key in found:
            continue
        leads: dict[str, str] = {}
        for name, event in _touches(here):
            try:
                after = apply(here, event)
            except InvalidInput:
                continue
            if after.running and place_key(after) != key:
                leads[name] = place_key(after)
                waiting.append(after)
        found[key] = Place(here, leads, _soon_s(here))
    return found


def _soon_s(state: RunState) -> int:
    step = state.step
    if step is None or step.duration is None or not step.asks_if_soon or state.doubt or state.asked_for or state.broken:
        return 0
    return int(-(-TOO_SOON * step.duration.low_s // 1))


def _touches(state: RunState) -> Iterator[tuple[str, RunEvent]]:
    """What may be touched there, each with its name."""
    step = state.step
    if state.broken:
        yield _touch(state, EventKind.RESUME)
        if state.may_start_over:
            yield _touch(state, EventKind.START_OVER)
        return
    if step is None:
        yield _touch(state, EventKind.BACK)
        return
    if state.asked_for:
        yield _touch(state, EventKind.ANSWERED)
    elif state.doubt:
        yield _touch(state, EventKind.NO)
        yield _touch(state, EventKind.ADVANCE, WHOLE)
        yield _touch(state, EventKind.RESUME)
    else:
        for text, named in _answers(step.ask) if step.ask else [("", "")]:
            yield touch_of(EventKind.ADVANCE, named), _event(state, EventKind.ADVANCE, text, _in_time(state))
        if _soon_s(state):
            yield EARLY, _event(state, EventKind.ADVANCE, "", state.step_started_at)
        if step.checks or state.put_already:
            yield _touch(state, EventKind.NO)
        for aside in step.asks:
            yield _touch(state, EventKind.ASKED, aside.key)
    yield _touch(state, EventKind.BACK)
    for what in Break:
        yield _touch(state, EventKind.INTERRUPT, what.value)


def _touch(state: RunState, kind: EventKind, text: str = "") -> tuple[str, RunEvent]:
    return touch_of(kind, text), _event(state, kind, text, _in_time(state))


def _event(state: RunState, kind: EventKind, text: str, at: datetime) -> RunEvent:
    return RunEvent(kind, at, state.index, text=text)


def _in_time(state: RunState) -> datetime:
    """When the step is over as it should be."""
    step = state.step
    taken = step.duration.likely_s if step and step.duration else UNTIMED_S
    return state.step_started_at + timedelta(seconds=state.stood_still_s + taken)


def _answers(ask: Ask) -> list[tuple[str, str]]:
    """Answers that lead on, and how each is named: every choice, or any one number."""
    if ask.sort is AskFor.CHOICE:
        return [(choice, choice) for choice in ask.choices]
    return [(f"{from_celsius(ask.low, ask.typed_unit):g}", "")]
