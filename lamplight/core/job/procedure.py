"""A procedure: the steps that lead through one job, and what they need and do.

Amounts are defaults of common practice unless a source is named; the machine's manual and its own
prompts come first.
"""

from __future__ import annotations

from collections.abc import Collection, Iterable
from dataclasses import dataclass
from enum import StrEnum

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.job.containers import ContainerPlan, Flow, Vessel, plan_containers
from lamplight.core.job.steps import Step
from lamplight.core.machine.programme import Use

# Procedures of no item: the end of the day, and what is left inside rinsed out.
END_OF_DAY, RINSE_OUT = "end-of-day", "rinse-out"


class Packs(StrEnum):
    """How a thing gets into the bag."""

    TOOL = "tool"
    VESSEL = "vessel"
    AT_THE_SINK = "at the sink"
    PUT_UP = "put up"  # a container under an outlet: packed by what it holds


@dataclass(frozen=True)
class Need:
    """Something to have at hand.

    Attributes:
        amount: in words; where a role is given it is worked out from the product.
        thing: what it is.
        role: which product serves, or empty where nothing is used up.
        mix_ml: the product is dosed for so much mix; None where its plain dose is taken.
        packs: of which sort it is in the bag.
        packed_as: the name that it has there in common with others; empty for its own.
    """

    amount: str
    thing: str
    role: str = ""
    mix_ml: int | None = None
    packs: Packs = Packs.TOOL
    packed_as: str = ""


@dataclass(frozen=True)
class LampReason:
    """Why a lamp may still be lit after a run, and the item whose job mends it, or empty."""

    text: str
    item: str = ""


@dataclass(frozen=True)
class Stand:
    """A container that is put up, and what it catches.

    Attributes:
        key: its name in plans and choices.
        words: where it stands, such as ``the coffee outlet``.
        under: outlets whose water it catches.
        least_ml: what it should hold by the programme, 0 where nothing is said.
    """

    key: str
    words: str
    under: tuple[str, ...]
    least_ml: int = 0


@dataclass(frozen=True)
class Choice:
    """Something to be decided before the start.

    Attributes:
        key: under which the answer is kept.
        title: the question.
        options: answers and what speaks for each, two or more; the first where nothing speaks for another.
    """

    key: str
    title: str
    options: tuple[tuple[str, str], ...]


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
        inspects: what is looked at now and then at its end: keys of `lamplight.core.care.inspections.INSPECTIONS`.
        stands: the containers that are put up, in order.
        choices: what is decided before the start.
        programme: the machine's own programme that it runs, or empty.
        own: the calls of that programme, as they are on this machine.
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
    stands: tuple[Stand, ...] = ()
    choices: tuple[Choice, ...] = ()
    programme: str = ""
    own: tuple[Use, ...] = ()

    @property
    def flows(self) -> tuple[Flow, ...]:
        """The water of each step."""
        return tuple(Flow(step.delivers, step.tips, step.stands) for step in self.steps)

    @property
    def roles(self) -> tuple[str, ...]:
        """The products that it takes, by role, each once."""
        return tuple(dict.fromkeys(need.role for need in self.needs if need.role))

    @property
    def held(self) -> tuple[int, int] | None:
        """First and last step between which it must not be stopped: cleaner is inside. None where there are none."""
        first = next((n for n, step in enumerate(self.steps) if step.puts), None)
        if first is None:
            return None
        last = max((n for n, step in enumerate(self.steps) if step.rinses), default=first)
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
        gives: whether what comes out is said where the call is used.
        needs: what is to be had at hand where this step is part of the procedure.
    """

    step: Step
    parts: tuple[str, ...] = ()
    amount: int | str | None = None
    delivers: tuple[tuple[str, int | str, int], ...] = ()
    settles: tuple[str, ...] = ()
    gives: bool = False
    needs: tuple[ShippedNeed, ...] = ()


@dataclass(frozen=True)
class ShippedNeed:
    """A need as its file has it; it may depend on traits, and its mix may be a named volume."""

    need: Need
    mix: int | str | None = None
    when: tuple[str, ...] = ()


@dataclass(frozen=True, eq=False)
class ShippedProcedure:
    """A procedure as its file has it. Its identity is its own, as a kind's is.

    Attributes:
        plain: what fits every kind.
        course: plain steps, calls, and where the machine's own programme comes.
        needs: what to have at hand, beside what its calls need.
        by_hand: the procedure for kinds that have no such programme, or empty.
        outlets: under which a container stands from the beginning: outlet, words, traits.
        fits: traits without which it cannot be done at all.
    """

    plain: Procedure
    course: tuple[ShippedStep | Use, ...]
    needs: tuple[ShippedNeed, ...] = ()
    by_hand: str = ""
    outlets: tuple[tuple[str, str, tuple[str, ...]], ...] = ()
    fits: tuple[str, ...] = ()

    def serving_by_hand(self, programmes: Collection[str]) -> str:
        """Key of the procedure that serves a kind with these programmes in its place; empty where it serves itself."""
        return self.by_hand if self.plain.programme and self.plain.programme not in programmes else ""

    @property
    def steps(self) -> tuple[ShippedStep, ...]:
        """Its plain steps alone."""
        return tuple(part for part in self.course if isinstance(part, ShippedStep))
