"""What the run page shows while a machine is listened to."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.job.steps import StepKind
from lamplight.core.run.hearing import may_take_back, waits_for_a_call
from lamplight.core.run.state import RunState
from lamplight.library import catalogue
from lamplight.sight.listening import Offered, heard_in, offered
from lamplight.sight.machine_view import MachineView
from lamplight.web.told.rows import line_of


@dataclass(frozen=True)
class Listening:
    """A machine that is listened to.

    Attributes:
        waits: whether the next call is told now.
        over: whether the end was told, and it may go on after all.
        takes_back: whether what was heard last can be taken back.
        heard: what was heard so far: the call and what is particular about it.
        offered: what may come now, likely first.
        outlets: where water may come: key, words, and how often it was seen in this step.
        circuits: of each outlet.
        worked: how long the machine works already, in words.
        marks: containers that are tipped out now: key and words.
    """

    waits: bool
    over: bool
    takes_back: bool
    heard: tuple[tuple[str, str], ...]
    offered: tuple[Offered, ...]
    outlets: tuple[tuple[str, str, int], ...]
    circuits: Mapping[str, Circuit]
    worked: str
    marks: tuple[tuple[str, str], ...]


def listening_of(view: MachineView, state: RunState, moment: datetime) -> Listening | None:
    """What is shown of it; None where nobody listens."""
    if not state.context.listens:
        return None
    palette = catalogue.palette()
    waits = waits_for_a_call(state)
    came = Counter(outlet for index, outlet in state.came if index == state.index)
    worked = any(step.own >= 0 and step.kind is StepKind.MACHINE for step in state.procedure.steps[: state.index])
    tips = worked and state.step is not None and state.step.kind is StepKind.TIP_OUT
    seconds = state.elapsed_s(moment) if state.running and state.step is not None else 0
    ahead = (step.own >= 0 for step in state.procedure.steps[state.index :])
    return Listening(
        waits=waits,
        over=state.running and not any(ahead),
        takes_back=may_take_back(state),
        heard=tuple((palette[use.call].label, line_of(view.whole_kind, use)) for use in heard_in(state)),
        offered=offered(view, state) if waits else (),
        outlets=tuple((outlet.key, outlet.words, came[outlet.key]) for outlet in view.kind.outlets),
        circuits={outlet.key: outlet.circuit for outlet in view.kind.outlets},
        worked=f"{seconds // 60} min {seconds % 60} s" if seconds >= 60 else f"{seconds} s",
        marks=_marks(state) if tips else (),
    )


def _marks(state: RunState) -> tuple[tuple[str, str], ...]:
    """The containers that a step tips out, with the tray where it is one of them."""
    step = state.step
    assert step is not None
    standing = [(stand.key, f"under {stand.words}") for stand in state.procedure.stands]
    found = [pair for pair in standing if "all" in step.tips or pair[0] in step.tips]
    return (*found, *([("tray", "in the tray")] if "tray" in step.tips else []))
