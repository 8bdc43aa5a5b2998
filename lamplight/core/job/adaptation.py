"""What a kind of machine says to a procedure: its traits, words, times, volumes, and ways in."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from dataclasses import dataclass, field

from lamplight.core.anatomy.duration import Duration
from lamplight.core.anatomy.outlets import MILK, Outlet, outlet_meant
from lamplight.core.job.calls import Call
from lamplight.core.job.traits import traits_of
from lamplight.core.machine.kind import Kind
from lamplight.core.machine.programme import Programme
from lamplight.core.machine.told import ACCESS


@dataclass(frozen=True)
class Defaults:
    """What stands in where a kind says nothing.

    Attributes:
        words, durations, volumes: by name.
        cautions: the usual cautions, by a short name.
        calls: the palette, by key.
        cares: for each role the care item that its use in a programme settles.
    """

    words: Mapping[str, str] = field(default_factory=dict)
    durations: Mapping[str, Duration] = field(default_factory=dict)
    volumes: Mapping[str, int] = field(default_factory=dict)
    cautions: Mapping[str, str] = field(default_factory=dict)
    calls: Mapping[str, Call] = field(default_factory=dict)
    cares: Mapping[str, str] = field(default_factory=dict)


def _without_coffee(kind: Kind) -> str:
    """How water is drawn through the coffee's way without any coffee in it."""
    if "capsule" in kind.traits:
        return "No capsule in."
    if kind.part("funnel") is not None:
        return "Powder mode, and nothing in the funnel."
    return "Hot water or a rinse; nothing is ground."


def adaptation_of(kind: Kind, defaults: Defaults, forms: Mapping[str, str] | None = None) -> Adaptation:
    """What a procedure is adapted to; the kind's own words, times and volumes come before the defaults."""
    access: dict[str, str] = {}
    ways: dict[str, tuple[str, ...]] = {}
    for fact in kind.access:
        for name in fact.needed_for:
            ways[name] = (*ways.get(name, ()), ACCESS + fact.what)
            access[name] = f"{access[name]} {fact.what}: {fact.how}" if name in access else f"{fact.what}: {fact.how}"
    milk = outlet_meant(MILK, kind.outlets)
    named = {
        "without_coffee": _without_coffee(kind),
        "series": "milk drinks" if milk else "drinks",
        **({"second_outlet": milk.words} if milk else {}),
    }
    return Adaptation(
        traits=traits_of(kind, forms),
        parts=tuple(part.key for part in kind.parts),
        words={**defaults.words, **named, **kind.words},
        durations={**defaults.durations, **kind.durations},
        volumes={**defaults.volumes, **kind.volumes},
        access=access,
        ways=ways,
        outlets=kind.outlets,
        programmes=kind.programmes,
        calls=defaults.calls,
        cares=defaults.cares,
    )


@dataclass(frozen=True)
class Adaptation:
    """What a procedure is made to fit.

    Attributes:
        traits: what the kind has, such as ``removable-group`` or ``has-wand``.
        parts: keys of the fitted parts.
        words: what each name in a text stands for.
        durations: what each named time is.
        volumes: what each named volume is, ml.
        access: the ways in, by what they lead to.
        ways: names of those, likewise.
        outlets: where water leaves.
        programmes: that the kind runs, by key.
        calls: the palette.
        cares: for each role the care item that its use in a programme settles.
    """

    traits: Collection[str]
    parts: Collection[str] = ()
    words: Mapping[str, str] = field(default_factory=dict)
    durations: Mapping[str, Duration] = field(default_factory=dict)
    volumes: Mapping[str, int] = field(default_factory=dict)
    access: Mapping[str, str] = field(default_factory=dict)
    ways: Mapping[str, tuple[str, ...]] = field(default_factory=dict)
    outlets: tuple[Outlet, ...] = ()
    programmes: Mapping[str, Programme] = field(default_factory=dict)
    calls: Mapping[str, Call] = field(default_factory=dict)
    cares: Mapping[str, str] = field(default_factory=dict)
