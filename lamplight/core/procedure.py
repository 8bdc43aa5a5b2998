"""A procedure: the steps that lead through one job, and what they need and do.

Amounts are defaults of common practice unless a source is named; the machine's manual and its own
prompts come first.
"""

from __future__ import annotations

from collections.abc import Collection, Iterable, Mapping
from dataclasses import dataclass, field, replace

from lamplight.core.circuits import Circuit
from lamplight.core.containers import ContainerPlan, Delivery, Flow, Vessel, plan_containers
from lamplight.core.errors import InvalidInput
from lamplight.core.steps import Ask, Duration, Step, StepKind, applies

__all__ = ["Ask", "Duration", "Fitting", "LampReason", "Need", "Procedure", "Step", "StepKind", "fit_procedure"]


@dataclass(frozen=True)
class Need:
    """Something to have at hand.

    Attributes:
        amount: in words; where a role is given it is worked out from the product.
        thing: what it is.
        role: which product serves, or empty where nothing is used up.
        mix_ml: the product is dosed for so much mix; None where its plain dose is taken.
    """

    amount: str
    thing: str
    role: str = ""
    mix_ml: int | None = None


@dataclass(frozen=True)
class LampReason:
    """Why a lamp may still be lit after a run, and the item whose job mends it, or empty."""

    text: str
    item: str = ""


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
        settles: care items that count as done with it, besides the one it was begun for.
        starts_over: what to do when the power fails or the machine stops in the middle; empty where it just goes on.
        lamp_reasons: why its lamp may still be lit at the end, most likely first.
        inspects: what is looked at now and then at its end: keys of `lamplight.core.truths.INSPECTIONS`.
        outlets: under which a container must stand, with the words for each, in order.
    """

    key: str
    title: str
    circuit: Circuit
    steps: tuple[Step, ...]
    needs: tuple[Need, ...] = ()
    cautions: tuple[str, ...] = ()
    cleaning_drinks: int = 0
    afterwards: str = ""
    settles: tuple[str, ...] = ()
    starts_over: str = ""
    lamp_reasons: tuple[LampReason, ...] = ()
    inspects: tuple[str, ...] = ()
    outlets: tuple[tuple[str, str], ...] = ()

    @property
    def machine_seconds(self) -> int:
        """Likely time in which the machine works alone, or something soaks."""
        return sum(step.duration.likely_s for step in self.steps if step.duration)

    @property
    def flows(self) -> tuple[Flow, ...]:
        """The water of each step."""
        return tuple(Flow(step.delivers, step.tips) for step in self.steps)

    @property
    def delivered_ml(self) -> int:
        """Water that all steps let out together."""
        return sum(delivery.ml for step in self.steps for delivery in step.delivers)

    @property
    def roles(self) -> tuple[str, ...]:
        """The products that it takes, by role, each once."""
        return tuple(dict.fromkeys(need.role for need in self.needs if need.role))

    @property
    def held(self) -> tuple[int, int] | None:
        """First and last step between which it must not be stopped: cleaner is inside. None where there are none."""
        first = next((n for n, step in enumerate(self.steps) if step.puts or step.cleaner == "in"), None)
        if first is None:
            return None
        last = max((n for n, step in enumerate(self.steps) if step.rinses or step.cleaner == "out"), default=first)
        return first, max(first, last)

    def containers(self, vessels: Iterable[Vessel]) -> ContainerPlan:
        """How full each vessel gets; see `lamplight.core.containers.plan_containers`."""
        return plan_containers(self.flows, vessels)


@dataclass(frozen=True)
class Fitting:
    """What a procedure is made to fit.

    Attributes:
        traits: what the kind has, such as ``removable-group`` or ``has-wand``.
        parts: keys of the fitted parts.
        words: what each name in a text stands for.
        durations: what each named time is.
        volumes: what each named volume is, ml.
        access: the ways in, by what they lead to.
    """

    traits: Collection[str]
    parts: Collection[str] = ()
    words: Mapping[str, str] = field(default_factory=dict)
    durations: Mapping[str, Duration] = field(default_factory=dict)
    volumes: Mapping[str, int] = field(default_factory=dict)
    access: Mapping[str, str] = field(default_factory=dict)


@dataclass(frozen=True)
class ShippedStep:
    """A step as its file has it, before it is made to fit.

    Attributes:
        step: its texts may hold ``{names}``.
        parts: candidates for its part, the first that is fitted is taken.
        amount: for a pour: ml, or the name of a volume.
        delivers: outlet, ml or the name of a volume, and bursts.
        settles: care items that count as done with the procedure where this step is part of it.
    """

    step: Step
    parts: tuple[str, ...] = ()
    amount: int | str | None = None
    delivers: tuple[tuple[str, int | str, int], ...] = ()
    settles: tuple[str, ...] = ()


@dataclass(frozen=True)
class ShippedNeed:
    """A need as its file has it; it may depend on traits, and its mix may be a named volume."""

    need: Need
    mix: int | str | None = None
    when: tuple[str, ...] = ()


@dataclass(frozen=True)
class ShippedProcedure:
    """A procedure as its file has it; ``plain`` holds what fits every kind."""

    plain: Procedure
    steps: tuple[ShippedStep, ...]
    needs: tuple[ShippedNeed, ...] = ()
    outlets: tuple[tuple[str, str, tuple[str, ...]], ...] = ()


def words_for_ml(ml: int) -> str:
    """Below a litre in millilitres, else in litres."""
    return f"{ml} ml" if ml < 1000 else f"{ml / 1000:g} L"


def fit_procedure(shipped: ShippedProcedure, fitting: Fitting) -> Procedure:
    """The procedure as it runs on one kind: steps it cannot have left out, its words filled in.

    Raises:
        InvalidInput: when no step is left, or a step names a word, time or volume that the kind
            does not give.
    """
    words = {**{name: words_for_ml(ml) for name, ml in fitting.volumes.items()}, **fitting.words}
    kept = [step for step in shipped.steps if applies(step.step.when, fitting.traits)]
    steps = tuple(_fit_step(step, fitting, words) for step in kept)
    plain = shipped.plain
    if not steps:
        raise InvalidInput(f"“{plain.title}” has no step for this kind of machine.")
    needs = tuple(
        replace(
            need.need,
            amount=_fill(need.need.amount, words),
            thing=_fill(need.need.thing, words),
            mix_ml=_volume(need.mix, fitting),
        )
        for need in shipped.needs
        if applies(need.when, fitting.traits)
    )
    given = {delivery.outlet for step in steps for delivery in step.delivers}
    outlets = tuple(
        (outlet, _fill(said, words))
        for outlet, said, when in shipped.outlets
        if outlet in given and applies(when, fitting.traits)
    )
    return replace(
        plain,
        steps=steps,
        needs=needs,
        outlets=outlets,
        settles=tuple(dict.fromkeys((*plain.settles, *(key for step in kept for key in step.settles)))),
        cautions=tuple(_fill(text, words) for text in plain.cautions),
        afterwards=_fill(plain.afterwards, words),
        starts_over=_fill(plain.starts_over, words),
    )


def _volume(named: int | str | None, fitting: Fitting) -> int | None:
    if named is None or isinstance(named, int):
        return named
    if named not in fitting.volumes:
        raise InvalidInput(f"The kind does not say how much “{named}” is.")
    return fitting.volumes[named]


def _fill(text: str, words: Mapping[str, str]) -> str:
    try:
        return text.format_map(words)
    except (KeyError, IndexError, ValueError) as problem:
        raise InvalidInput(f"The kind does not say what {problem} stands for in: {text}") from problem


FILLED = ("title", "text", "over_when", "done_label", "on_no", "caution", "mistake", "why", "amount_of")


def _fit_step(shipped: ShippedStep, fitting: Fitting, words: Mapping[str, str]) -> Step:
    step = shipped.step
    duration = step.duration
    if step.duration_name:
        if step.duration_name not in fitting.durations:
            raise InvalidInput(f"The kind does not say how long “{step.duration_name}” takes.")
        duration = fitting.durations[step.duration_name]
    delivers = tuple(Delivery(outlet, _volume(ml, fitting) or 0, bursts) for outlet, ml, bursts in shipped.delivers)
    return replace(
        step,
        duration=duration,
        part=next((part for part in shipped.parts if part in fitting.parts), shipped.parts[0]),
        amount_ml=_volume(shipped.amount, fitting),
        delivers=delivers,
        access=fitting.access.get(step.access, ""),
        **{name: _fill(getattr(step, name), words) for name in FILLED},
    )
