"""A procedure: the steps that lead through one job, and what they need and do.

Amounts are defaults of common practice unless a source is named; the machine's manual and its own
prompts come first.
"""

from __future__ import annotations

from collections.abc import Collection, Mapping
from dataclasses import dataclass, replace
from enum import StrEnum

from lamplight.core.circuits import Circuit
from lamplight.core.errors import InvalidInput


class StepKind(StrEnum):
    """What a step asks for."""

    DO = "do"
    CHECK = "check"
    WAIT = "wait"
    MACHINE = "machine"
    POUR = "pour"
    TIP_OUT = "tip out"

    @property
    def timed(self) -> bool:
        """Whether a clock runs in it."""
        return self in (StepKind.WAIT, StepKind.MACHINE)


@dataclass(frozen=True)
class Need:
    """Something to have at hand: an amount with its unit, and what it is."""

    amount: str
    thing: str


@dataclass(frozen=True)
class Duration:
    """An expected time in seconds: at least, likely, at most; 0 < low <= likely <= high.

    Raises:
        InvalidInput: when out of order.
    """

    low_s: int
    likely_s: int
    high_s: int

    def __post_init__(self) -> None:
        if not 0 < self.low_s <= self.likely_s <= self.high_s:
            raise InvalidInput("A duration needs 0 < low <= likely <= high.")


@dataclass(frozen=True)
class Step:
    """One step.

    Attributes:
        kind: what it asks for.
        title: the order, in a few words.
        text: how, one to three sentences.
        circuit, part: what the drawing lights.
        pose: how the drawing shows it, such as ``group-out``.
        duration: for timed steps; filled in from the kind where only `duration_name` is given.
        duration_name: what the kind calls the time, such as ``programme``.
        over_when: what tells that the machine has finished.
        done_label: the words on the button that moves on.
        on_no: for a check: what to do where the answer is no.
        caution, mistake, why: shown with the step where given.
        cleaner: ``in`` when the step puts cleaner into the machine, ``out`` when it has left it.
        when: traits of the kind that it needs; a trait with ``not `` before it must be absent.
    """

    kind: StepKind
    title: str
    text: str
    circuit: Circuit
    part: str
    pose: str = ""
    duration: Duration | None = None
    duration_name: str = ""
    over_when: str = ""
    done_label: str = "Done"
    on_no: str = ""
    caution: str = ""
    mistake: str = ""
    why: str = ""
    cleaner: str = ""
    when: tuple[str, ...] = ()


@dataclass(frozen=True)
class Procedure:
    """Steps in order.

    Attributes:
        key: short name, unique.
        title: the words on screen.
        circuit: the one it cares for.
        needs: what to have at hand.
        cautions: shown before the start.
        steps: one or more.
        cleaning_drinks: drinks that it adds to the counter, usually.
        afterwards: one sentence shown at the end.
    """

    key: str
    title: str
    circuit: Circuit
    steps: tuple[Step, ...]
    needs: tuple[Need, ...] = ()
    cautions: tuple[str, ...] = ()
    cleaning_drinks: int = 0
    afterwards: str = ""

    @property
    def machine_seconds(self) -> int:
        """Likely time in which the machine works alone."""
        return sum(step.duration.likely_s for step in self.steps if step.duration)


def fit_procedure(
    procedure: Procedure,
    traits: Collection[str],
    words: Mapping[str, str],
    durations: Mapping[str, Duration],
) -> Procedure:
    """The procedure as it runs on one kind: steps it cannot have left out, its words filled in.

    Args:
        procedure: as shipped; its texts may hold ``{names}``.
        traits: what the kind has, such as ``removable-group``.
        words: what each name stands for on this kind.
        durations: what each named time is on this kind.

    Raises:
        InvalidInput: when no step is left, or a step names a word or time that the kind does not
            give.
    """
    steps = tuple(_fill_step(step, words, durations) for step in procedure.steps if _applies(step.when, traits))
    if not steps:
        raise InvalidInput(f"“{procedure.title}” has no step for this kind of machine.")
    needs = tuple(Need(_fill(n.amount, words), _fill(n.thing, words)) for n in procedure.needs)
    return replace(procedure, steps=steps, needs=needs)


def _applies(when: Collection[str], traits: Collection[str]) -> bool:
    return all(
        (trait.removeprefix("not ") not in traits) if trait.startswith("not ") else (trait in traits) for trait in when
    )


def _fill(text: str, words: Mapping[str, str]) -> str:
    try:
        return text.format_map(words)
    except (KeyError, IndexError, ValueError) as problem:
        raise InvalidInput(f"The kind does not say what {problem} stands for in: {text}") from problem


def _fill_step(step: Step, words: Mapping[str, str], durations: Mapping[str, Duration]) -> Step:
    texts = ("title", "text", "over_when", "done_label", "on_no", "caution", "mistake", "why")
    filled = {name: _fill(getattr(step, name), words) for name in texts}
    duration = step.duration
    if step.duration_name:
        if step.duration_name not in durations:
            raise InvalidInput(f"The kind does not say how long “{step.duration_name}” takes.")
        duration = durations[step.duration_name]
    return replace(step, duration=duration, **filled)
