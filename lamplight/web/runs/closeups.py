"""Which close-up a step of a run shows."""

from __future__ import annotations

from lamplight.core.anatomy.parts import Part
from lamplight.core.job.containers import ContainerPlan
from lamplight.core.job.steps import Step, StepKind
from lamplight.core.machine.kind import Kind
from lamplight.core.run.cleaners import drained
from lamplight.core.run.clock import Timer
from lamplight.core.run.state import RunState
from lamplight.core.run.stops import StopAhead, vessel_under
from lamplight.drawing.closeup.scene import DELIVERS, CloseUp, Glass, share_of
from lamplight.drawing.gestures import move_of
from lamplight.web.runs.fillings import level, tipped_out_ml

# What is mixed beside the machine is mixed in a tub.
MIXED_IN = "tub"
# A tank is filled to its mark, a little below its brim.
TO_THE_MARK = 0.92


def closeup_of(
    kind: Kind, state: RunState, plan: ContainerPlan, stops: tuple[StopAhead, ...], clock: Timer | None = None
) -> CloseUp | None:
    """What the current step shows large; where the machine works, what it fills, and nothing else."""
    step = state.step
    if step is None:
        return None
    glass = _glass(state, plan, step, stops, clock)
    if step.kind.timed:
        outlet = next((one.part for one in kind.outlets if one.key == (step.delivers[0].outlet if glass else "")), "")
        return CloseUp(part=outlet, title=step.title, glass=glass) if outlet in DELIVERS else None
    return still_of(kind, step, glass)


def still_of(kind: Kind, step: Step, glass: Glass | None = None) -> CloseUp:
    """What a step of the hands shows large, with nothing of a run.

    Args:
        glass: the container that is put up or filled, or None.
    """
    turns = "open" if step.opens == "valve" else "shut" if step.shuts == "valve" else ""
    pose = "in" if step.shuts and move_of(step.pose, step.part)[1] in ("out", "half") else step.pose
    return CloseUp(
        part=MIXED_IN if step.kind is StepKind.POUR and step.part != "tank" else step.part,
        pose=pose,
        turns=turns,
        share=_tank_share(kind, step),
        glass=glass,
        title=step.title,
        made_of=made_of_words(kind.part(step.part)) if step.strips else (),
    )


def made_of_words(part: Part | None) -> tuple[tuple[str, str], ...]:
    """What a part is made of, with what each may stand in words."""
    stands = dict(part.stands) if part else {}
    return tuple((sub.key, stands.get(sub.key.capitalize(), "")) for sub in part.made_of) if part else ()


def _tank_share(kind: Kind, step: Step) -> float | None:
    if step.pose != "tank-fill" and step.amount_ml is None:
        return None
    return share_of(step.amount_ml, kind.capacities.tank_ml) or TO_THE_MARK


def _glass(
    state: RunState, plan: ContainerPlan, step: Step, stops: tuple[StopAhead, ...], clock: Timer | None
) -> Glass | None:
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
    now = plan.steps[state.index].before.get(key, 0)
    if clock is not None:
        now, _ = level(state, plan, key, clock, tipped_out_ml(stops, key))
    return Glass(now, mark, plan.vessels[key], stop is not None)
