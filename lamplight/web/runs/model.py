"""What the run page shows."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from markupsafe import Markup

from lamplight.actions.machine_views import MachineView
from lamplight.actions.runs import asks_for_lamp
from lamplight.core.care.item import Due
from lamplight.core.job.chemistry import CIRCUITS, Inside
from lamplight.core.job.confirmations import consequences, settles
from lamplight.core.job.containers import TRAY, ContainerPlan
from lamplight.core.job.inspections import INSPECTIONS, Inspection
from lamplight.core.job.steps import Step
from lamplight.core.run.clock import Timer, likely_end, timer
from lamplight.core.run.finish import doses
from lamplight.core.run.meanwhile import possible_while_waiting
from lamplight.core.run.state import BREAK_WORDS, EventKind, Outcome, RunState
from lamplight.core.run.vessels import drained, vessels_of
from lamplight.drawing.bulbs import string_of_bulbs
from lamplight.drawing.cutaway import Scene, cutaway
from lamplight.drawing.dial import dial
from lamplight.drawing.vessels import VesselBar, vessel_bar
from lamplight.store.runs import RunRow

LEAST_WAIT_S = 120
MOST_OFFERED = 2


@dataclass(frozen=True)
class Filling:
    """A container in the current step.

    Attributes:
        bar: its drawing.
        words: how full, and what to do.
        stops: sentences about stops to tip it out.
    """

    title: str
    bar: Markup
    words: str
    stops: tuple[str, ...]


@dataclass(frozen=True)
class Meanwhile:
    """A job that fits into the wait.

    Attributes:
        quick: whether it is simply ticked.
        here: whether it is on the same machine.
    """

    machine_id: int
    machine: str
    item: str
    title: str
    minutes: int
    quick: bool
    here: bool


@dataclass(frozen=True)
class RunModel:
    """The page.

    Attributes:
        mode: ``step``, ``broken``, ``finish`` or ``over``.
        suggested: the counter to offer at the end, with the cleaning drinks on top.
        inside: what is inside, in words.
        doses: product key, title, units and unit that the procedure uses.
        problems: what would run over.
        settled: whether the job counted as done.
        follows: what the answers mean, in sentences.
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
    due: Due | None
    suggested: int | None
    fillings: tuple[Filling, ...]
    problems: tuple[str, ...]
    meanwhile: tuple[Meanwhile, ...]
    inside: tuple[str, ...]
    broken: str
    asks_lamp: bool
    lit_since: datetime | None
    inspections: tuple[tuple[str, Inspection], ...]
    doses: tuple[tuple[str, str, float, str], ...]
    settled: bool
    follows: tuple[str, ...]
    answer_off: str
    then: str


def run_model(
    run: RunRow, view: MachineView, others: Sequence[MachineView], inspections: Sequence[str], moment: datetime
) -> RunModel:
    """Build the page from where the run stands."""
    state = run.state
    total = len(state.procedure.steps)
    step = state.step if state.running else None
    clock = timer(state, moment)
    mode = "over" if not state.running else "broken" if state.broken else "step" if step else "finish"
    done = total if state.outcome is Outcome.FINISHED else state.index
    skipped = [n for n in range(done) if n not in state.visited and state.index > n]
    plan = state.procedure.containers(vessels_of(view.kind, state.procedure, state.context.vessels))
    expected = view.status.expected_drinks
    products = state.context.products
    titles = {product.key: product for product in products.values()}
    return RunModel(
        mode=mode,
        step=step,
        number=state.index + 1,
        total=total,
        bulbs=string_of_bulbs(total, done, skipped=skipped),
        drawing=_drawing(view, step, plan, state, clock),
        dial=dial(clock) if clock else Markup(""),
        clock=clock,
        ends=likely_end(state, moment),
        due=view.status.due(run.item),
        suggested=None if expected is None else expected + state.procedure.cleaning_drinks,
        fillings=_fillings(state, plan, clock) if step else (),
        problems=plan.problems if step and step.delivers else (),
        meanwhile=_meanwhile(view, others, clock),
        inside=tuple(_inside_words(cleaner) for cleaner in state.inside),
        broken=BREAK_WORDS[state.broken] if state.broken else "",
        asks_lamp=asks_for_lamp(view.kind, run),
        lit_since=asked.at if (asked := view.status.context.prompts.get(run.item)) else None,
        inspections=tuple((key, INSPECTIONS[key]) for key in inspections),
        doses=tuple((key, titles[key].title, units, titles[key].unit) for key, units in doses(state).items()),
        settled=settles(state.confirmations),
        follows=tuple(consequences(state.confirmations)),
        answer_off=_answer_off(state),
        then=next((state.procedure.steps[n].title for n in state.ahead), "") if step else "",
    )


def _inside_words(cleaner: Inside) -> str:
    where = f"{cleaner.place} circuit" if cleaner.place in CIRCUITS else cleaner.place
    return f"{cleaner.title} in the {where}"


def _answer_off(state: RunState) -> str:
    """What is to be done about the last answer, where it lies outside what is well."""
    if len(state.visited) < 2 or state.visited[-2] >= len(state.procedure.steps):
        return ""
    ask = state.procedure.steps[state.visited[-2]].ask
    answer = state.answers.get(ask.key) if ask else None
    return ask.when_off if ask and answer is not None and ask.off(answer) else ""


def _drawing(view: MachineView, step: Step | None, plan: ContainerPlan, state: RunState, clock: Timer | None) -> Markup:
    if step is None:
        return cutaway(view.kind, Scene(missing=view.status.book.absent_parts), cls="cutaway run-drawing")
    levels = {}
    if step.delivers:
        for delivery in step.delivers:
            now, _ = _level(plan, state.index, delivery.outlet, clock)
            holds = plan.vessels.get(delivery.outlet)
            if holds:
                levels[delivery.outlet] = max(0.08, min(1.0, now / holds))
    scene = Scene(touched=step.part, pose=step.pose, levels=levels, missing=view.status.book.absent_parts)
    return cutaway(view.kind, scene, cls="cutaway run-drawing")


def _level(plan: ContainerPlan, index: int, vessel: str, clock: Timer | None) -> tuple[int, int]:
    """Millilitres in a vessel by now and at the end of the current step; the machine is taken to deliver evenly."""
    levels = plan.steps[index]
    before = levels.before.get(vessel, 0)
    ends = levels.after.get(vessel, 0)
    if clock is None or ends < before:
        return before, ends
    return before + round((ends - before) * clock.share), ends


def _fillings(state: RunState, plan: ContainerPlan, clock: Timer | None) -> tuple[Filling, ...]:
    """The containers that the current step fills."""
    step = state.step
    if step is None:
        return ()
    words = dict(state.procedure.outlets)
    lines = []
    for delivery in step.delivers:
        vessel = delivery.outlet if delivery.outlet in plan.vessels else TRAY
        holds = plan.vessels.get(vessel)
        if holds is None or drained(holds):
            continue
        now, ends = _level(plan, state.index, vessel, clock)
        stops = tuple(
            f"Tip it out after {stop.after_ml} ml of this step."
            for stop in plan.steps[state.index].stops
            if stop.vessel == vessel
        )
        title = f"Under {words[vessel]}" if vessel in words else "Tray"
        level_words = f"{_litres(now)} of {_litres(holds)}: " + (
            "no stop to empty it" if not stops else "tip it out on the way"
        )
        lines.append(Filling(title, vessel_bar(VesselBar(title, now, ends, holds)), level_words, stops))
    return tuple(lines)


def _litres(ml: int) -> str:
    return f"{ml} ml" if ml < 1000 else f"{ml / 1000:.2g} L" if ml % 100 else f"{ml / 1000:g} L"


def _meanwhile(view: MachineView, others: Sequence[MachineView], clock: Timer | None) -> tuple[Meanwhile, ...]:
    """What fits into the wait: quick jobs on this machine, then jobs on the next machines."""
    if clock is None or clock.left_s < LEAST_WAIT_S:
        return ()
    possible = []
    for other in sorted(others, key=lambda each: each.row.id != view.row.id):
        here = other.row.id == view.row.id
        if other.run is not None and not here:
            continue
        for due in other.status.dues:
            quick = due.item.quick
            if due.to_do and possible_while_waiting(due.item, clock.left_s, here) and (quick or not here):
                possible.append(
                    Meanwhile(other.row.id, other.row.name, due.item.key, due.item.title, due.item.minutes, quick, here)
                )
    return tuple(possible[:MOST_OFFERED])


ANSWERS = {kind.value: kind for kind in EventKind if kind is not EventKind.FINISH}
