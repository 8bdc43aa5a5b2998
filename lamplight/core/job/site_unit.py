"""A procedure in the unit in which a site thinks of temperatures."""

from __future__ import annotations

from dataclasses import replace

from lamplight.core.job.procedure import Procedure
from lamplight.core.job.steps import Step
from lamplight.core.site.degrees import CELSIUS, said_in


def in_site_unit(procedure: Procedure, unit: str) -> Procedure:
    """The procedure with every temperature in a site's unit; what is asked is kept in °C all the same.

    Args:
        procedure: adapted, in °C.
        unit: ``°C`` or ``°F``.
    """
    if unit == CELSIUS:
        return procedure
    return replace(
        procedure,
        steps=tuple(_step_in(step, unit) for step in procedure.steps),
        afterwards=said_in(procedure.afterwards, unit),
        cautions=tuple(said_in(text, unit) for text in procedure.cautions),
    )


def _step_in(step: Step, unit: str) -> Step:
    ask = step.ask
    if ask is not None and ask.unit == CELSIUS:
        ask = replace(ask, shown_in=unit, when_off=said_in(ask.when_off, unit))
    asides = tuple(replace(aside, step=_step_in(aside.step, unit)) for aside in step.asks)
    return replace(step.said(lambda text: said_in(text, unit)), ask=ask, asks=asides)
