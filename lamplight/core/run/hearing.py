"""Following a machine whose programme nobody knows: what was heard of it, from the stamps and marks of one run."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import replace

from lamplight.core.anatomy.duration import seen_once
from lamplight.core.anatomy.outlets import TRAY
from lamplight.core.job.containers import Delivery
from lamplight.core.job.course import LISTEN
from lamplight.core.job.procedure import Procedure, Stand
from lamplight.core.job.steps import Step, StepKind
from lamplight.core.machine.programme import Gives, Use
from lamplight.core.run.clock import learned_asides, learned_steps, step_names
from lamplight.core.run.state import RunState


def listens(state: RunState) -> bool:
    """Whether the run follows a programme that nobody knows yet, and it is not over."""
    return state.context.listens and any(use.call == LISTEN for use in state.procedure.own)


def waits_for_a_call(state: RunState) -> bool:
    """Whether the next call is to be told now: it stands at the open end, or the machine works."""
    step = state.step
    if step is None or not listens(state):
        return False
    return step.call == LISTEN or _works(step)


def _works(step: Step) -> bool:
    return step.own >= 0 and step.kind is StepKind.MACHINE


def may_take_back(state: RunState) -> bool:
    """Whether the call that was heard last can be taken back: nothing of it is done yet but to look."""
    step, own = state.step, state.procedure.own
    if step is None or not listens(state) or step.own < 0 or step.own != len(own) - 2:
        return False
    done = (one for one in state.procedure.steps[: state.index] if one.own == step.own)
    return all(one.kind is StepKind.CHECK for one in done)


def heard_calls(state: RunState) -> tuple[Use, ...]:
    """The calls so far, with the times and the water that were seen."""
    calls = list(state.procedure.own)
    water = _water(state)
    for n, step in enumerate(state.procedure.steps):
        if step.own < 0 or not step.kind.timed or n not in state.spent_s:
            continue
        use = calls[step.own]
        minutes = seen_once(max(1, state.spent_s[n]))
        calls[step.own] = replace(use, minutes=minutes, gives=water.get(n, use.gives))
    for n, words in state.done_how:
        if n < len(state.procedure.steps) and state.procedure.steps[n].own >= 0:
            at = state.procedure.steps[n].own
            calls[at] = replace(calls[at], how=" ".join(words.split()))
    return tuple(use for use in calls if use.call != LISTEN)


def with_water(procedure: Procedure, calls: Sequence[Use]) -> Procedure:
    """The procedure with the water of its machine steps as the calls now have it."""
    steps = tuple(
        replace(step, delivers=_delivered(calls[step.own]))
        if 0 <= step.own < len(calls) and step.kind is StepKind.MACHINE
        else step
        for step in procedure.steps
    )
    return replace(procedure, steps=steps)


def _delivered(use: Use) -> tuple[Delivery, ...]:
    return tuple(Delivery(given.outlet, int(given.ml), given.bursts) for given in use.gives)


def _water(state: RunState) -> dict[int, tuple[Gives, ...]]:
    """What came out in each step, by outlet: bursts as they were seen, ml by the marks of the containers below."""
    bursts: dict[int, Counter[str]] = {}
    for index, outlet in state.came:
        bursts.setdefault(index, Counter())[outlet] += 1
    ml: dict[tuple[int, str], int] = {}
    for key, marked in _by_vessel(state).items():
        outlets = _caught_by(key, state.procedure.stands)
        begin = 0
        for index, amount in marked:
            _share(ml, bursts, outlets, range(begin, index), amount, state)
            begin = index
    return {
        index: tuple(Gives(outlet, ml.get((index, outlet), 0), count) for outlet, count in seen.items())
        for index, seen in bursts.items()
    }


def _by_vessel(state: RunState) -> dict[str, list[tuple[int, int]]]:
    marked: dict[str, list[tuple[int, int]]] = {}
    for index, key, amount in state.marks:
        marked.setdefault(key, []).append((index, amount))
    return marked


def _caught_by(key: str, standing: Sequence[Stand]) -> tuple[str, ...]:
    stand = next((stand for stand in standing if stand.key == key), None)
    return stand.under if stand else (TRAY,)


def _share(
    ml: dict[tuple[int, str], int],
    bursts: dict[int, Counter[str]],
    outlets: Sequence[str],
    between: range,
    amount: int,
    state: RunState,
) -> None:
    """Divide what was in a container among the bursts that it caught; what nobody saw came in the last work."""
    caught = [(index, outlet) for index in between for outlet in bursts.get(index, ()) if outlet in outlets]
    if not caught and amount:
        worked = [index for index in between if index < len(state.procedure.steps) and index in state.spent_s]
        worked = [index for index in worked if _works(state.procedure.steps[index])]
        if not worked:
            return
        bursts.setdefault(worked[-1], Counter())[outlets[0]] += 1
        caught = [(worked[-1], outlets[0])]
    total = sum(bursts[index][outlet] for index, outlet in caught)
    left = amount
    for n, (index, outlet) in enumerate(caught):
        part = left if n == len(caught) - 1 else round(amount * bursts[index][outlet] / total)
        ml[index, outlet] = ml.get((index, outlet), 0) + part
        left -= part


def unusual(state: RunState, earlier: Sequence[RunState]) -> tuple[str, ...]:
    """What this run did otherwise than the machine's earlier ones, in sentences; from three finished runs on.

    Args:
        state: a run that has ended, or is at its end.
        earlier: runs of the same job on the same machine.
    """
    return (*_asked_otherwise(state, earlier), *_took_otherwise(state, earlier))


def _asked_otherwise(state: RunState, earlier: Sequence[RunState]) -> list[str]:
    found = []
    titles = {aside.key: aside.step.title for step in state.procedure.steps for aside in step.asks}
    for key, usual in learned_asides(earlier).items():
        asked = state.asked.get(key, 0)
        more = asked - usual.median
        if key in titles and asked > usual.most and more >= 1:
            order = f"{titles[key][:1].lower()}{titles[key][1:]}"
            found.append(f"It asked {more:g} {'time' if more == 1 else 'times'} more than usual: {order}.")
    return found


def _took_otherwise(state: RunState, earlier: Sequence[RunState]) -> list[str]:
    own, names = learned_steps(earlier), step_names(state.procedure)
    found = []
    for n, seconds in sorted(state.spent_s.items()):
        usual = own.get(names[n])
        if usual is None or n in state.ended_soon:
            continue
        if seconds > 2 * usual.likely_s and seconds - usual.high_s > 120:
            said, before = round(seconds / 60), max(1, round(usual.likely_s / 60))
            found.append(f"“{names[n][0]}” took {said} min, twice its usual {before} or more.")
    return found
