"""Which close-up a step of a run shows."""

from __future__ import annotations

from lamplight.core.job.containers import ContainerPlan
from lamplight.core.job.steps import Step, StepKind
from lamplight.core.machine.kind import Kind
from lamplight.core.run.state import RunState
from lamplight.core.run.stops import StopAhead, vessel_under
from lamplight.core.run.vessels import drained
from lamplight.drawing.closeup.scene import CloseUp, Glass, share_of
from lamplight.drawing.gestures import move_of

# What is mixed beside the machine is mixed in a tub.
MIXED_IN = "tub"
# A tank is filled to its mark, a little below its brim.
TO_THE_MARK = 0.92


def closeup_of(kind: Kind, state: RunState, plan: ContainerPlan, stops: tuple[StopAhead, ...]) -> CloseUp | None:
    """What the current step shows large; None where the machine works and its clock takes the room."""
    step = state.step
    if step is None or step.kind.timed:
        return None
    turns = "open" if step.opens == "valve" else "shut" if step.shuts == "valve" else ""
    pose = "in" if step.shuts and move_of(step.pose, step.part)[1] in ("out", "half") else step.pose
    return CloseUp(
        part=MIXED_IN if step.kind is StepKind.POUR and step.part != "tank" else step.part,
        pose=pose,
        turns=turns,
        share=_tank_share(kind, step),
        glass=_glass(state, plan, step, stops),
        title=step.title,
    )


def _tank_share(kind: Kind, step: Step) -> float | None:
    if step.pose != "tank-fill" and step.amount_ml is None:
        return None
    return share_of(step.amount_ml, kind.capacities.tank_ml) or TO_THE_MARK


def _glass(state: RunState, plan: ContainerPlan, step: Step, stops: tuple[StopAhead, ...]) -> Glass | None:
    """The container that is put up or filled by hand, with the mark to which it is filled."""
    keys = step.stands or tuple(vessel_under(state.procedure, one.outlet, plan.vessels) for one in step.delivers)
    key = next((one for one in keys if one in plan.vessels and not drained(plan.vessels[one])), "")
    if not key:
        return None
    ahead = [n for n in range(state.index, len(plan.steps)) if plan.steps[n].after.get(key, 0) > 0]
    at = state.index if step.delivers else ahead[0] if ahead else state.index
    stop = next((one for one in stops if one.vessel == key and not one.ticked), None)
    mark = stop.after_ml if stop else plan.steps[at].after.get(key, 0)
    if not mark:
        return None
    return Glass(plan.steps[state.index].before.get(key, 0), mark, plan.vessels[key], stop is not None)
