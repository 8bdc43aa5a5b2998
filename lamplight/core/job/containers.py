"""How full each container gets while a job runs, and where the stops to tip it out fall."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from fractions import Fraction

from lamplight.core.errors import InvalidInput

TRAY = "tray"


@dataclass(frozen=True)
class Delivery:
    """Water that a step lets out at one outlet.

    Attributes:
        outlet: such as ``coffee``, ``second`` or ``tray``.
        ml: in all, 0 or more.
        bursts: in how many equal bursts it comes, 1 or more; a container can be changed between them only.

    Raises:
        InvalidInput: when out of range.
    """

    outlet: str
    ml: int
    bursts: int = 1

    def __post_init__(self) -> None:
        if self.ml < 0 or self.bursts < 1:
            raise InvalidInput("An outlet delivers 0 ml or more, in one burst or more.")


@dataclass(frozen=True)
class Vessel:
    """A container, and the outlets that it stands under.

    Attributes:
        name: its words, such as ``jug``.
        ml: what it holds, above 0.
        under: outlets whose water it catches.

    Raises:
        InvalidInput: when it holds nothing.
    """

    name: str
    ml: int
    under: tuple[str, ...]

    def __post_init__(self) -> None:
        if self.ml <= 0:
            raise InvalidInput("A container holds more than 0 ml.")


@dataclass(frozen=True)
class Flow:
    """What one step lets out, and which vessels it empties: names, or ``all``."""

    deliveries: tuple[Delivery, ...] = ()
    tips: tuple[str, ...] = ()


@dataclass(frozen=True)
class TipStop:
    """Tip a vessel out in the middle of a step.

    Attributes:
        step: its index.
        vessel: which one.
        after_ml: how much of the step's water has come out there by then.
    """

    step: int
    vessel: str
    after_ml: int


@dataclass(frozen=True)
class StepLevels:
    """Millilitres in each vessel before and after a step, by name."""

    before: Mapping[str, int]
    after: Mapping[str, int]
    stops: tuple[TipStop, ...] = ()


@dataclass(frozen=True)
class ContainerPlan:
    """What becomes of all water of a job.

    Attributes:
        steps: levels for each step.
        caught: millilitres that went into each vessel in all.
        problems: sentences about what would run over; empty where everything fits.
        vessels: what each holds, by name.
    """

    steps: tuple[StepLevels, ...]
    caught: Mapping[str, int]
    problems: tuple[str, ...] = ()
    vessels: Mapping[str, int] = field(default_factory=dict)

    @property
    def stops(self) -> tuple[TipStop, ...]:
        """All stops in the middle of steps, in order."""
        return tuple(stop for levels in self.steps for stop in levels.stops)


def plan_containers(flows: Sequence[Flow], vessels: Iterable[Vessel]) -> ContainerPlan:
    """Levels, stops and problems for the chosen vessels.

    Water at an outlet that no vessel stands under runs into the tray; where there is none, that is
    a problem. The outlets of a step run at the same time, burst by burst, so that a vessel under two of them is filled
    by both in turn. A vessel that would run over is tipped out before the burst that would do it; a vessel smaller
    than one burst is a problem.

    Args:
        flows: one for each step, in order.
        vessels: the chosen containers and the tray.

    Raises:
        InvalidInput: when two vessels have one name, or stand under one outlet.
    """
    standing = tuple(vessels)
    _refuse_twins([vessel.name for vessel in standing], "Two containers are called {}. Give each a name of its own.")
    under = [outlet for vessel in standing for outlet in vessel.under]
    _refuse_twins(under, "Two containers stand under the {} outlet. One of them has to go.")
    catches = {outlet: vessel for vessel in standing for outlet in vessel.under}
    tray = next((vessel for vessel in standing if vessel.name == TRAY), None)
    levels = {vessel.name: 0 for vessel in standing}
    caught = dict(levels)
    steps, problems = [], []
    for index, flow in enumerate(flows):
        before, stops = dict(levels), []
        into: dict[str, list[Delivery]] = {}
        for delivery in flow.deliveries:
            vessel = catches.get(delivery.outlet, tray)
            if vessel is None:
                problems.append(f"Nothing stands under the {delivery.outlet} outlet, which gives {delivery.ml} ml.")
                continue
            into.setdefault(vessel.name, []).append(delivery)
        for vessel in standing:
            if vessel.name in into:
                tipped, problem = _fill(levels, vessel, into[vessel.name], index)
                stops += tipped
                problems += [problem] if problem else []
                caught[vessel.name] += sum(delivery.ml for delivery in into[vessel.name])
        after = dict(levels)
        for name in levels:
            if name in flow.tips or "all" in flow.tips:
                after[name] = 0
        levels = after
        steps.append(StepLevels(before, dict(after), tuple(stops)))
    return ContainerPlan(
        tuple(steps), caught, tuple(dict.fromkeys(problems)), {vessel.name: vessel.ml for vessel in standing}
    )


def _refuse_twins(names: Sequence[str], said: str) -> None:
    twin = next((name for place, name in enumerate(names) if name in names[:place]), None)
    if twin is not None:
        raise InvalidInput(said.format(twin))


def _bursts(deliveries: Sequence[Delivery]) -> list[int]:
    """The bursts of outlets that run at the same time, in the order in which they end; together they give all of it."""
    ends = []
    for place, delivery in enumerate(deliveries):
        came = 0
        for burst in range(delivery.bursts):
            # Whole millilitres that add up to the delivery exactly.
            amount = delivery.ml * (burst + 1) // delivery.bursts - came
            came += amount
            ends.append((Fraction(burst + 1, delivery.bursts), place, amount))
    return [amount for _, _, amount in sorted(ends)]


def _fill(
    levels: dict[str, int], vessel: Vessel, deliveries: Sequence[Delivery], step: int
) -> tuple[list[TipStop], str]:
    """Let everything that a step delivers into a vessel run in; answers the stops, and what is wrong."""
    stops: list[TipStop] = []
    problem, came = "", 0
    for amount in _bursts(deliveries):
        if amount > vessel.ml:
            problem = (
                f"The {vessel.name} holds {vessel.ml} ml, and {amount} ml come at once. "
                f"Take one of {amount} ml or more."
            )
        elif levels[vessel.name] + amount > vessel.ml:
            stops.append(TipStop(step, vessel.name, came))
            levels[vessel.name] = 0
        came += amount
        levels[vessel.name] = min(vessel.ml, levels[vessel.name] + amount)
    return stops, problem


def least_without_stops(flows: Sequence[Flow], outlets: Iterable[str]) -> int:
    """Millilitres that one vessel under these outlets must hold so that no stop in the middle of a step is needed.

    The vessel is tipped out where a step tips all, or a vessel named like one of the outlets.
    """
    wanted, level, most = set(outlets), 0, 0
    for flow in flows:
        level += sum(delivery.ml for delivery in flow.deliveries if delivery.outlet in wanted)
        most = max(most, level)
        if "all" in flow.tips or wanted.intersection(flow.tips):
            level = 0
    return most
