"""How full each container gets while a job runs, and where the stops to tip it out fall."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from fractions import Fraction

from lamplight.core.errors import InvalidInput

TRAY = "tray"
# A vessel is never planned to its brim: carried, it spills. Common practice, no source.
LEFT_FREE, FULL = 10, 100  # per cent


@dataclass(frozen=True)
class Delivery:
    """Water that a step lets out at one outlet.

    Attributes:
        outlet: such as ``coffee``, ``milk`` or ``tray``.
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
        words: where it stands, as the keeper calls it; its name where empty.

    Raises:
        InvalidInput: when it holds nothing.
    """

    name: str
    ml: int
    under: tuple[str, ...]
    words: str = ""

    def __post_init__(self) -> None:
        if self.ml <= 0:
            raise InvalidInput("A container holds more than 0 ml.")

    @property
    def usable_ml(self) -> int:
        """What may be planned into it."""
        return usable(self.ml)


def usable(ml: int) -> int:
    """What may be planned into a vessel of so many millilitres: a tenth stays free."""
    return ml * (FULL - LEFT_FREE) // FULL


def least_vessel(ml: int) -> int:
    """Millilitres that a vessel must hold for so much to be planned into it."""
    return -(-ml * FULL // (FULL - LEFT_FREE))


@dataclass(frozen=True)
class Flow:
    """What one step lets out, which vessels it empties (names, or ``all``), and which it puts up."""

    deliveries: tuple[Delivery, ...] = ()
    tips: tuple[str, ...] = ()
    stands: tuple[str, ...] = ()


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
    a problem. A vessel that a step puts up stands from then on, in place of what stood there; the others stand from the
    beginning. The outlets of a step run at the same time, burst by burst, so that a vessel under two of them is filled
    by both in turn. A tenth of each vessel stays free. One that would get fuller is tipped out before the burst that
    would do it; a vessel too small for one burst is a problem.

    Args:
        flows: one for each step, in order.
        vessels: the chosen containers and the tray.

    Raises:
        InvalidInput: when two vessels have one name, or two that stand from the beginning are under one outlet.
    """
    standing = tuple(vessels)
    _refuse_twins([vessel.name for vessel in standing], "Two containers are called {}. Give each a name of its own.")
    put_up = {name for flow in flows for name in flow.stands}
    first = [vessel for vessel in standing if vessel.name not in put_up]
    under = [outlet for vessel in first for outlet in vessel.under]
    _refuse_twins(under, "Two containers stand under the {} outlet. One of them has to go.")
    catches = {outlet: vessel for vessel in first for outlet in vessel.under}
    tray = next((vessel for vessel in standing if vessel.name == TRAY), None)
    levels = {vessel.name: 0 for vessel in standing}
    caught = dict(levels)
    steps, problems = [], []
    for index, flow in enumerate(flows):
        catches.update({outlet: one for one in standing if one.name in flow.stands for outlet in one.under})
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
        if amount > vessel.usable_ml:
            problem = (
                f"The {vessel.words or vessel.name} holds {vessel.ml} ml, and {amount} ml come at once. "
                f"Take one of {least_vessel(amount)} ml or more."
            )
        elif levels[vessel.name] + amount > vessel.usable_ml:
            stops.append(TipStop(step, vessel.name, came))
            levels[vessel.name] = 0
        came += amount
        levels[vessel.name] = min(vessel.ml, levels[vessel.name] + amount)
    return stops, problem


def least_without_stops(flows: Sequence[Flow], outlets: Iterable[str], name: str = "") -> int:
    """Millilitres that come into one vessel under these outlets between two times at which it is emptied.

    It must hold a tenth more so that no stop in the middle of a step is needed; see `least_vessel`.

    The vessel is tipped out where a step tips all, or a vessel of its name or named like one of the outlets.
    """
    wanted, level, most = set(outlets), 0, 0
    for flow in flows:
        level += sum(delivery.ml for delivery in flow.deliveries if delivery.outlet in wanted)
        most = max(most, level)
        if "all" in flow.tips or {*wanted, name}.intersection(flow.tips):
            level = 0
    return most
