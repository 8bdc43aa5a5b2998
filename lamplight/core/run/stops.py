"""When a container wants tipping out in the middle of a step, and how long there is until then."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass

from lamplight.core.anatomy.outlets import DRAIN
from lamplight.core.job.containers import TRAY, ContainerPlan, TipStop
from lamplight.core.job.procedure import Procedure
from lamplight.core.run.clock import Timer
from lamplight.core.run.state import RunState


@dataclass(frozen=True)
class StopAhead:
    """A stop in the middle of the current step.

    Attributes:
        vessel: the container that is tipped out.
        after_ml: what has come into it in this step by then, millilitres.
        in_s: seconds until then, were the water to come evenly; 0 where it is due; None where no clock runs.
        ticked: whether it was tipped out.
    """

    vessel: str
    after_ml: int
    in_s: int | None
    ticked: bool


def vessel_under(procedure: Procedure, outlet: str, known: Collection[str] = ()) -> str:
    """Key of the container that stands under an outlet; where none does the tray, or the drain for what has one."""
    fallback = DRAIN if outlet == DRAIN and DRAIN in known else TRAY
    return next((stand.key for stand in procedure.stands if outlet in stand.under), fallback)


def stops_ahead(state: RunState, plan: ContainerPlan, clock: Timer | None) -> tuple[StopAhead, ...]:
    """The stops of the current step, each with the time that is left for it.

    Args:
        plan: for its procedure with the chosen containers.
        clock: of the current step, or None.
    """
    step = state.step
    if step is None:
        return ()
    found: list[StopAhead] = []
    for stop in plan.steps[state.index].stops:
        earlier = sum(one.vessel == stop.vessel for one in found)
        ticked = earlier < sum(tipped == (state.index, stop.vessel) for tipped in state.tipped)
        comes = sum(
            one.ml for one in step.delivers if vessel_under(state.procedure, one.outlet, plan.vessels) == stop.vessel
        )
        found.append(StopAhead(stop.vessel, stop.after_ml, _seconds_until(stop, comes, clock), ticked))
    return tuple(found)


def _seconds_until(stop: TipStop, comes: int, clock: Timer | None) -> int | None:
    if clock is None:
        return None
    share = stop.after_ml / comes if comes else 1.0
    return max(0, round(clock.likely_s * share) - clock.elapsed_s)


def free_seconds(clock: Timer | None, stops: tuple[StopAhead, ...]) -> int:
    """Seconds in which nobody is wanted: until the clock calls, or until the next container has to be tipped out."""
    if clock is None:
        return 0
    return min([clock.left_s, *(stop.in_s for stop in stops if stop.in_s is not None and not stop.ticked)])
