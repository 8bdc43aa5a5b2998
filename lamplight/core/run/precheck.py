"""Whether a run can be begun: a dry run of its own rules, before anything goes in."""

from __future__ import annotations

from datetime import datetime, timedelta

from lamplight.core.anatomy.parts import TANK_PART
from lamplight.core.errors import InvalidInput
from lamplight.core.job.dose import refusal_of_volume
from lamplight.core.job.procedure import Procedure
from lamplight.core.job.steps import Ask, AskFor, StepKind
from lamplight.core.run.rules import apply, begin
from lamplight.core.run.state import EventKind, RunContext, RunEvent, RunState
from lamplight.core.site.degrees import from_celsius
from lamplight.core.words import words_for_ml


def precheck(procedure: Procedure, at: datetime, context: RunContext, tank_ml: int = 0) -> str:
    """Why a run must not begin as it was chosen, in a sentence; empty where some way leads to its end.

    Every way through its questions is gone by the run's own rules, each step answered with a yes. Where all of
    them end at a cleaner that must not go in, the run would refuse midway: its first refusal is told beforehand. So
    is a mix that the label of its product does not hold for, or that its vessel does not hold.

    Args:
        context: what was chosen and is known.
        tank_ml: what the tank holds, 0 where nobody knows.
    """
    return _cannot_be_mixed(procedure, context, tank_ml) or _refused(begin(procedure, at, context))


def _cannot_be_mixed(procedure: Procedure, context: RunContext, tank_ml: int) -> str:
    for step in procedure.steps:
        if step.kind is StepKind.POUR and step.part == TANK_PART and tank_ml and (step.amount_ml or 0) > tank_ml:
            return f"{words_for_ml(step.amount_ml or 0)} do not go into a tank that holds {words_for_ml(tank_ml)}."
        for place, role in step.puts if step.kind is StepKind.POUR and step.amount_ml else ():
            product = context.products.get(role)
            holds = tank_ml if place == "tank" and tank_ml else None
            refused = product and refusal_of_volume(product, step.amount_ml or 0, holds)
            if refused:
                return refused
    return ""


def _refused(state: RunState) -> str:
    """Why no way leads on from a state to the end; empty where one does."""
    if state.step is None:
        return ""
    refusal = ""
    taken = state.step.duration.likely_s if state.step.duration else 0
    over = state.step_started_at + timedelta(seconds=taken)
    for answer in _answers(state.step.ask):
        try:
            refused = _refused(apply(state, RunEvent(EventKind.ADVANCE, over, state.index, text=answer)))
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
    if ask.sort is AskFor.COUNTER:
        return (str(int(ask.low)),)
    return (f"{from_celsius(ask.low, ask.typed_unit):g}",)
