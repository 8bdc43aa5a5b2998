"""The containers of a run's step: how full each is, and when it wants tipping out."""

from __future__ import annotations

from dataclasses import dataclass

from markupsafe import Markup

from lamplight.core.anatomy.outlets import CIRCUIT_OF
from lamplight.core.anatomy.parts import Circuit
from lamplight.core.job.containers import TRAY, ContainerPlan
from lamplight.core.run.cleaners import drained
from lamplight.core.run.clock import Timer
from lamplight.core.run.state import RunState
from lamplight.core.run.stops import StopAhead, vessel_under
from lamplight.core.words import words_for_ml
from lamplight.drawing.vessels import VesselBar, vessel_bar

# A stop is said to be near in the last minutes before it; common practice, no source.
NEAR_S = 120


@dataclass(frozen=True)
class Filling:
    """A container in the current step.

    Attributes:
        key: of the container.
        title: where it stands.
        bar: its drawing.
        words: how full, and what to do.
        stops: when to tip it out in the middle, in order.
    """

    key: str
    title: str
    bar: Markup
    words: str
    stops: tuple[StopLine, ...]


@dataclass(frozen=True)
class StopLine:
    """One stop.

    Attributes:
        words: what to do, with the amount.
        ticked: whether it was done.
        near: whether it is due, or about to be.
    """

    words: str
    ticked: bool
    near: bool


def fillings(
    state: RunState, plan: ContainerPlan, clock: Timer | None, stops: tuple[StopAhead, ...], tray: str = "Tray"
) -> tuple[Filling, ...]:
    """The containers that the current step fills; ``tray`` is what the tray, or what is under its drain, is called."""
    step = state.step
    if step is None:
        return ()
    words = {stand.key: f"Under {stand.words}" for stand in state.procedure.stands}
    lines = []
    for key in dict.fromkeys(
        vessel_under(state.procedure, delivery.outlet, plan.vessels) for delivery in step.delivers
    ):
        vessel = key if key in plan.vessels else TRAY
        holds = plan.vessels.get(vessel)
        if holds is None or drained(holds):
            continue
        now, ends = level(state, plan, vessel, clock, tipped_out_ml(stops, vessel))
        own = tuple(_line(stop) for stop in stops if stop.vessel == vessel)
        title = words.get(vessel, tray)
        told = "no stop to empty it" if not own else "tip it out on the way"
        bar = vessel_bar(VesselBar(title, now, ends, holds))
        lines.append(Filling(vessel, title, bar, f"{words_for_ml(now)} of {words_for_ml(holds)}: {told}", own))
    return tuple(lines)


def _line(stop: StopAhead) -> StopLine:
    near = not stop.ticked and stop.in_s is not None and stop.in_s <= NEAR_S
    return StopLine(f"Tip it out after {words_for_ml(stop.after_ml)} of this step", stop.ticked, near)


def tipped_out_ml(stops: tuple[StopAhead, ...], vessel: str) -> int:
    """What had come by the last stop that was ticked, millilitres; 0 where none was."""
    return max((stop.after_ml for stop in stops if stop.vessel == vessel and stop.ticked), default=0)


def levels_drawn(
    state: RunState, plan: ContainerPlan, clock: Timer | None, stops: tuple[StopAhead, ...]
) -> dict[str, float]:
    """How full the containers under the coffee's outlet and under the other one are drawn, 0 to 1."""
    levels: dict[str, float] = {}
    for delivery in state.step.delivers if state.step else ():
        vessel = vessel_under(state.procedure, delivery.outlet, plan.vessels)
        holds = plan.vessels.get(vessel)
        circuit = CIRCUIT_OF.get(delivery.outlet)
        if holds and circuit is not None:
            now, _ = level(state, plan, vessel, clock, tipped_out_ml(stops, vessel))
            levels["second" if circuit is Circuit.MILK else "coffee"] = max(0.08, min(1.0, now / holds))
    return levels


def level(
    state: RunState, plan: ContainerPlan, vessel: str, clock: Timer | None, tipped_ml: int = 0
) -> tuple[int, int]:
    """Millilitres in a vessel by now and at the end of the current step; the machine is taken to deliver evenly.

    Args:
        tipped_ml: what had come in this step when it was tipped out last; 0 where it was not.
    """
    levels = plan.steps[state.index]
    before, ends = levels.before.get(vessel, 0), levels.after.get(vessel, 0)
    if clock is None or state.step is None:
        return before, ends
    comes = sum(
        one.ml for one in state.step.delivers if vessel_under(state.procedure, one.outlet, plan.vessels) == vessel
    )
    came = round(comes * clock.share)
    now = came - tipped_ml if tipped_ml else before + came
    return max(0, min(now, plan.vessels.get(vessel, now))), ends
