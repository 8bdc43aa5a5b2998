"""Whether a run can be begun: a dry run of its own rules, before anything goes in."""

from __future__ import annotations

from datetime import datetime

from lamplight.core.errors import InvalidInput
from lamplight.core.job.procedure import Procedure
from lamplight.core.job.steps import Ask, AskFor
from lamplight.core.run.state import EventKind, RunContext, RunEvent, RunState, apply, begin


def precheck(procedure: Procedure, at: datetime, context: RunContext) -> str:
    """Why a run must not begin as it was chosen, in a sentence; empty where some way leads to its end.

    Every way through its questions is gone by the run's own rules, each step answered with a yes. Where all of
    them end at a cleaner that must not go in, the run would refuse midway: its first refusal is told beforehand.

    Args:
        procedure: adapted.
        at: when it would begin.
        context: what was chosen and is known.
    """
    return _refused(begin(procedure, at, context))


def _refused(state: RunState) -> str:
    """Why no way leads on from a state to the end; empty where one does."""
    if state.step is None:
        return ""
    refusal = ""
    for answer in _answers(state.step.ask):
        try:
            refused = _refused(apply(state, RunEvent(EventKind.ADVANCE, state.begun_at, state.index, text=answer)))
        except InvalidInput as problem:
            refused = str(problem)
        if not refused:
            return ""
        refusal = refusal or refused
    return refusal


def _answers(ask: Ask | None) -> tuple[str, ...]:
    """Answers that can be given: every choice; of numbers one stands for all, since no step depends on them."""
    if ask is None:
        return ("",)
    if ask.sort is AskFor.CHOICE:
        return ask.choices
    return (f"{ask.low:g}" if ask.sort is not AskFor.COUNTER else str(int(ask.low)),)
