"""Which cleaners are inside as a run goes on: what a step puts in, what it must not, what was drawn at the end."""

from __future__ import annotations

from collections.abc import Collection

from lamplight.core.errors import InvalidInput
from lamplight.core.job.chemistry import CIRCUITS, Chemistry, Inside, added, meets, refusal
from lamplight.core.job.steps import Step
from lamplight.core.run.state import RunState, puts_done


def after_puts(state: RunState, step: Step) -> tuple[Inside, ...]:
    """What is inside after the step's cleaners went in, each once.

    Raises:
        InvalidInput: with the reason why one must not.
    """
    inside = state.inside
    if puts_done(state, step):
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


def drawn_meanwhile(state: RunState) -> tuple[Inside, ...]:
    """What is inside when a run is given up: a cleaner that the current step pumps is counted as drawn."""
    step = state.step
    if step is None or not step.delivers or not any(place in CIRCUITS for place, _ in step.puts):
        return state.inside
    try:
        return after_puts(state, step)
    except InvalidInput:
        return state.inside
