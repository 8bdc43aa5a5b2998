"""What the run page shows."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime

from markupsafe import Markup

from lamplight.actions.outlook import MachineLook
from lamplight.core.care import Due
from lamplight.core.procedure import Step
from lamplight.core.run import Outcome, Timer, likely_end, timer
from lamplight.drawing.bulbs import string_of_bulbs
from lamplight.drawing.cutaway import Scene, cutaway
from lamplight.drawing.dial import dial
from lamplight.store.runs import RunRow


@dataclass(frozen=True)
class RunModel:
    """The page.

    Attributes:
        mode: ``step``, ``finish`` or ``over``.
        ready: on the first step, what to have at hand and the cautions are shown.
        suggested: the counter to offer at the end, with the cleaning drinks on top.
    """

    mode: str
    step: Step | None
    number: int
    total: int
    bulbs: Markup
    drawing: Markup
    dial: Markup
    clock: Timer | None
    ends: datetime | None
    ready: bool
    due: Due | None
    suggested: int | None
    minutes: int


def run_model(run: RunRow, look: MachineLook, moment: datetime) -> RunModel:
    """Build the page from where the run stands."""
    state = run.state
    total = len(state.procedure.steps)
    due = look.assessment.due(run.item)
    step = state.step if state.running else None
    clock = timer(state, moment)
    keeper_seconds = (due.item.minutes if due else total) * 60
    mode = "step" if step else "finish" if state.running else "over"
    done = total if state.outcome is Outcome.FINISHED else state.index
    scene = Scene(touched=step.part, pose=step.pose) if step else Scene()
    expected = look.assessment.expected_reading
    return RunModel(
        mode=mode,
        step=step,
        number=state.index + 1,
        total=total,
        bulbs=string_of_bulbs(total, done),
        drawing=cutaway(look.kind, scene, cls="cutaway run-drawing"),
        dial=dial(clock) if clock else Markup(""),
        clock=clock,
        ends=likely_end(state, keeper_seconds, moment),
        ready=state.running and state.index == 0,
        due=due,
        suggested=None if expected is None else expected + state.procedure.cleaning_drinks,
        minutes=round((keeper_seconds + state.procedure.machine_seconds) / 60),
    )
