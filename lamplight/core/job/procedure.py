"""A procedure: the steps that lead through one job, and what they need and do.

Amounts are defaults of common practice unless a source is named; the machine's manual and its own
prompts come first.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from lamplight.core.anatomy.circuits import Circuit
from lamplight.core.job.containers import ContainerPlan, Flow, Vessel, plan_containers
from lamplight.core.job.steps import Step


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
        inspects: what is looked at now and then at its end: keys of `lamplight.core.job.inspections.INSPECTIONS`.
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
        """How full each vessel gets; see `lamplight.core.job.containers.plan_containers`."""
        return plan_containers(self.flows, vessels)


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


@dataclass(frozen=True, eq=False)
class ShippedProcedure:
    """A procedure as its file has it; ``plain`` holds what fits every kind. Its identity is its own, as a kind's is."""

    plain: Procedure
    steps: tuple[ShippedStep, ...]
    needs: tuple[ShippedNeed, ...] = ()
    outlets: tuple[tuple[str, str, tuple[str, ...]], ...] = ()
