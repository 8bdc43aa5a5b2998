"""How a keeper goes through a run: somebody who waits, and somebody who is in a hurry."""

from __future__ import annotations

from datetime import timedelta

from lamplight.core.run.rules import WHOLE


def after_waiting(state, at, seconds=60):
    """When the current step is answered by somebody who waits for it: after its likely time, else so much later."""
    step = state.step
    waits = step.duration.likely_s if step is not None and step.duration else seconds
    return at + timedelta(seconds=waits)


def said_to(state, choice=None):
    """What is said to the current step, whatever it asks; that it was whole where that is doubted."""
    if state.doubt:
        return WHOLE
    ask = state.step.ask
    if ask is None:
        return ""
    return choice or (ask.choices[0] if ask.choices else "3")


def delivered_ml(procedure):
    """Water that all steps of a procedure let out together."""
    return sum(delivery.ml for step in procedure.steps for delivery in step.delivers)
