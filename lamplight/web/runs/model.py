"""What the run page shows."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime

from markupsafe import Markup

from lamplight.core.care.inspections import INSPECTIONS, Inspection
from lamplight.core.care.item import Due
from lamplight.core.job.chemistry import CIRCUITS, Inside
from lamplight.core.job.confirmations import consequences, settles
from lamplight.core.job.steps import Step
from lamplight.core.machine.kind import Kind
from lamplight.core.run.cleaners import vessels_of
from lamplight.core.run.clock import AskedLearned, Timer, learned_asides, likely_end, possible_while_waiting, timer
from lamplight.core.run.finish import doses
from lamplight.core.run.state import BREAK_WORDS, EventKind, Outcome, RunState
from lamplight.core.run.stops import free_seconds, stops_ahead
from lamplight.core.words import plural
from lamplight.drawing.bulbs import string_of_bulbs
from lamplight.drawing.closeup.scene import closeup
from lamplight.drawing.cutaway import Scene, cutaway
from lamplight.drawing.dial import dial
from lamplight.sight.machine_view import MachineView
from lamplight.sight.runs import asks_for_lamp
from lamplight.store.runs import RunRow
from lamplight.web.runs.closeups import closeup_of
from lamplight.web.runs.fillings import Filling, fillings, levels_drawn
from lamplight.web.runs.pouring import PourLine, pours_at

LEAST_WAIT_S = 120
MOST_OFFERED = 2


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
        pours: what is measured and goes in at this step.
        asks: what the machine may ask for in the middle of this step: key, order, how often it did.
        aside: what it asks for now, or None.
        doubt: the question about an end that came far too soon, or empty.
        settled: whether the job counted as done.
        follows: what the answers mean, in sentences.
    """

    mode: str
    step: Step | None
    number: int
    total: int
    bulbs: Markup
    drawing: Markup
    closeup: Markup
    dial: Markup
    clock: Timer | None
    ends: datetime | None
    due: Due | None
    suggested: int | None
    fillings: tuple[Filling, ...]
    problems: tuple[str, ...]
    pours: tuple[PourLine, ...]
    asks: tuple[tuple[str, str, str], ...]
    aside: Step | None
    doubt: str
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
    run: RunRow,
    view: MachineView,
    others: Sequence[MachineView],
    inspections: Sequence[str],
    moment: datetime,
    earlier: Sequence[RunState] = (),
) -> RunModel:
    """Build the page from where the run stands.

    Args:
        others: every machine, for what fits into a wait.
        inspections: what its end wants looked at.
        earlier: runs of the same job on the same machine.
    """
    state = run.state
    total = len(state.procedure.steps)
    step = state.step if state.running else None
    clock = timer(state, moment)
    plan = state.procedure.containers(vessels_of(view.whole_kind, state.procedure, state.context.vessels))
    stops = stops_ahead(state, plan, clock)
    shown = closeup_of(view.whole_kind, state, plan, stops, clock)
    mode = "over" if not state.running else "broken" if state.broken else "step" if step else "finish"
    done = total if state.outcome is Outcome.FINISHED else state.index
    skipped = [n for n in range(done) if n not in state.visited and state.index > n]
    expected = view.status.expected_drinks
    products = state.context.products
    titles = {product.key: product for product in products.values()}
    return RunModel(
        mode=mode,
        step=step,
        number=state.index + 1,
        total=total,
        bulbs=string_of_bulbs(total, done, skipped=skipped),
        drawing=_drawing(view, step, levels_drawn(state, plan, clock, stops)),
        closeup=closeup(shown) if shown and mode == "step" else Markup(""),
        dial=dial(clock) if clock else Markup(""),
        clock=clock,
        ends=likely_end(state, moment),
        due=view.status.due(run.item),
        suggested=None if expected is None else expected + state.procedure.cleaning_drinks,
        fillings=fillings(state, plan, clock, stops, _below(view.whole_kind)) if step else (),
        pours=pours_at(state) if step else (),
        asks=_asks(state, learned_asides(earlier)) if step and not state.asked_for else (),
        aside=state.aside.step if state.aside else None,
        doubt=_doubt(state, moment) if step else "",
        problems=plan.problems if step and step.delivers else (),
        meanwhile=_meanwhile(view, others, free_seconds(clock, stops)),
        inside=inside_words(state),
        broken=BREAK_WORDS[state.broken] if state.broken else "",
        asks_lamp=asks_for_lamp(view.whole_kind, run),
        lit_since=asked.at if (asked := view.status.context.prompts.get(run.item)) else None,
        inspections=tuple((key, INSPECTIONS[key]) for key in inspections),
        doses=tuple((key, titles[key].title, units, titles[key].unit) for key, units in doses(state).items()),
        settled=settles(state.confirmations),
        follows=tuple(consequences(state.confirmations)),
        answer_off=_answer_off(state),
        then=next((state.procedure.steps[n].title for n in state.ahead), "") if step else "",
    )


@dataclass(frozen=True)
class BrokenWords:
    """What is said of a run that is broken off, without its drawings."""

    number: int
    total: int
    broken: str
    inside: tuple[str, ...]


def broken_words(state: RunState) -> BrokenWords:
    """What the page says while nothing is settled."""
    broken = BREAK_WORDS[state.broken] if state.broken else ""
    return BrokenWords(state.index + 1, len(state.procedure.steps), broken, inside_words(state))


def inside_words(state: RunState) -> tuple[str, ...]:
    """What is inside, in words."""
    return tuple(_inside_words(cleaner) for cleaner in state.inside)


def _below(kind: Kind) -> str:
    """What catches what nothing stands under."""
    return "Canister under the drain" if kind.capacities.drain_ml and "drain" in kind.traits else "Tray"


def _asks(state: RunState, learned: Mapping[str, AskedLearned]) -> tuple[tuple[str, str, str], ...]:
    """What the machine may ask for, with how often it asked in this run and how often it usually does."""
    lines = []
    for aside in state.step.asks if state.step else ():
        usual = learned.get(aside.key)
        told = [f"asked {plural(count, 'time')} in this run"] if (count := state.asked.get(aside.key, 0)) else []
        if usual is None and aside.up_to > 1:
            told.append(f"up to {aside.up_to} times")
        told += [f"usually {usual.median:g}, at most {usual.most}, of {usual.runs} runs"] if usual else []
        lines.append((aside.key, f"{aside.step.title[:1].lower()}{aside.step.title[1:]}", "; ".join(told)))
    return tuple(lines)


def _doubt(state: RunState, moment: datetime) -> str:
    """The question about an end that came far too soon; empty where none did."""
    if not state.doubt or state.step is None or state.step.duration is None:
        return ""
    low, high = state.step.duration.low_s, state.step.duration.high_s
    took = state.elapsed_s(state.doubted_at or moment)
    span = f"{round(low / 60)} to {round(high / 60)} minutes" if high >= 120 else f"{low} to {high} seconds"
    return f"It takes {span}; this took {_seconds_words(took)}."


def _seconds_words(seconds: int) -> str:
    return f"{seconds} seconds" if seconds < 120 else f"{round(seconds / 60)} minutes"


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


def _drawing(view: MachineView, step: Step | None, levels: Mapping[str, float]) -> Markup:
    if step is None:
        return cutaway(view.whole_kind, Scene(missing=view.status.book.absent_parts), cls="cutaway run-drawing")
    scene = Scene(touched=step.part, pose=step.pose, levels=levels, missing=view.status.book.absent_parts)
    return cutaway(view.whole_kind, scene, cls="cutaway run-drawing")


def _meanwhile(view: MachineView, others: Sequence[MachineView], free_s: int) -> tuple[Meanwhile, ...]:
    """What fits into the wait: quick jobs here, then jobs on the next machines; none while a stop is near."""
    if free_s < LEAST_WAIT_S:
        return ()
    possible = []
    for other in sorted(others, key=lambda each: each.row.id != view.row.id):
        here = other.row.id == view.row.id
        if other.run is not None and not here:
            continue
        for due in other.status.dues:
            quick = due.item.quick
            if due.to_do and possible_while_waiting(due.item, free_s, here) and (quick or not here):
                possible.append(
                    Meanwhile(
                        other.row.id, other.row.name, due.item.key, due.item.title, other.own_minutes(due), quick, here
                    )
                )
    return tuple(possible[:MOST_OFFERED])


ANSWERS = {kind.value: kind for kind in EventKind if kind is not EventKind.FINISH}
