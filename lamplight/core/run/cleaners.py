"""What stands under and what is inside as a run goes on: containers under outlets, cleaners by step."""

from __future__ import annotations

from collections.abc import Collection, Mapping

from lamplight.core.anatomy.outlets import DRAIN
from lamplight.core.errors import InvalidInput
from lamplight.core.job.chemistry import CIRCUITS, Chemistry, Inside, added, meets, refusal
from lamplight.core.job.containers import TRAY, Vessel, least_vessel, least_without_stops
from lamplight.core.job.procedure import Procedure, Stand
from lamplight.core.job.steps import Step
from lamplight.core.machine.kind import Kind
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


# What stands in a cupboard: the smallest that needs no stop is offered. Common practice, no source.
USUAL_VESSELS_ML = (500, 1000, 1500, 2000, 3000, 5000)
LARGEST_OFFERED_ML = 2000
DRAINED_TRAY_ML = 100_000


def offered_ml(procedure: Procedure, stand: Stand) -> int:
    """The smallest usual container that needs no stop and is as large as asked, as far as anybody has one so large."""
    least = max(least_vessel(least_without_stops(procedure.flows, stand.under, stand.key)), stand.least_ml)
    return next((ml for ml in USUAL_VESSELS_ML if ml >= least), LARGEST_OFFERED_ML)


def vessels_of(kind: Kind, procedure: Procedure, sizes: Mapping[str, int]) -> list[Vessel]:
    """The containers that are put up, the tray, and a drain; a drain that leads away never fills, one with a canister
    does, and its tray with it.

    Args:
        sizes: millilitres by container.
    """
    put_up = [
        Vessel(stand.key, sizes[stand.key], stand.under, f"container under {stand.words}")
        for stand in procedure.stands
        if sizes.get(stand.key)
    ]
    canister = kind.capacities.drain_ml
    drains = "drain" in kind.traits
    tray = (canister or DRAINED_TRAY_ML) if drains else kind.capacities.tray_ml
    words = "canister under the drain" if drains and canister else "tray"
    below = (TRAY, DRAIN) if canister else (TRAY,)
    caught = {outlet for vessel in put_up for outlet in vessel.under}
    under_tray = tuple(outlet for outlet in below if outlet not in caught)
    return [
        *put_up,
        *([Vessel(TRAY, tray, under_tray, words)] if tray else []),
        *([] if DRAIN in (*under_tray, *caught) else [Vessel(DRAIN, DRAINED_TRAY_ML, (DRAIN,), "drain")]),
    ]


def drained(ml: int) -> bool:
    """Whether a vessel never fills, since it has a drain."""
    return ml >= DRAINED_TRAY_ML // 2
