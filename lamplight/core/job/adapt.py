"""What a kind of machine says to a procedure: its traits, words, times, volumes, and ways in."""

from __future__ import annotations

import re
from collections.abc import Collection, Mapping
from dataclasses import dataclass, field, replace

from lamplight.core.anatomy.duration import Duration
from lamplight.core.errors import InvalidInput
from lamplight.core.job.chemistry import Product
from lamplight.core.job.containers import Delivery
from lamplight.core.job.inspections import INSPECTIONS
from lamplight.core.job.procedure import Procedure, ShippedProcedure, ShippedStep
from lamplight.core.job.steps import Step, applies
from lamplight.core.machine.kind import Kind
from lamplight.core.words import words_for_ml

NAMED = re.compile(r"\{(\w+)\}")


@dataclass(frozen=True)
class Defaults:
    """What stands in where a kind says nothing.

    Attributes:
        words, durations, volumes: by name.
        cautions: the usual cautions, by a short name.
    """

    words: Mapping[str, str] = field(default_factory=dict)
    durations: Mapping[str, Duration] = field(default_factory=dict)
    volumes: Mapping[str, int] = field(default_factory=dict)
    cautions: Mapping[str, str] = field(default_factory=dict)


def forms_of(products: Mapping[str, Product]) -> dict[str, str]:
    """The form of the product that serves each role."""
    return {role: product.form for role, product in products.items()}


def traits_of(kind: Kind, forms: Mapping[str, str] | None = None) -> frozenset[str]:
    """What procedures may ask after: the kind's own traits, ``has-`` its parts, and the form of each product.

    Args:
        kind: any.
        forms: of the products that serve, by role: ``descaler`` and ``tablet`` say that tablets descale.
    """
    parts = {f"has-{part.key}" for part in kind.parts}
    return kind.traits | parts | {f"{role}-{form}" for role, form in (forms or {}).items()}


def adaptation_of(kind: Kind, defaults: Defaults, forms: Mapping[str, str] | None = None) -> Adaptation:
    """What a procedure is adapted to; the kind's own words, times and volumes come before the defaults."""
    access: dict[str, str] = {}
    for fact in kind.access:
        for name in fact.needed_for:
            access[name] = f"{access[name]} {fact.what}: {fact.how}" if name in access else f"{fact.what}: {fact.how}"
    return Adaptation(
        traits=traits_of(kind, forms),
        parts=tuple(part.key for part in kind.parts),
        words={**defaults.words, **kind.words},
        durations={**defaults.durations, **kind.durations},
        volumes={**defaults.volumes, **kind.volumes},
        access=access,
    )


def in_general(text: str, defaults: Defaults) -> str:
    """A text of a procedure for whoever reads it without a machine: with the usual words and amounts."""
    amounts = {name: words_for_ml(ml) for name, ml in defaults.volumes.items()}
    usual = {**amounts, **defaults.words}
    return NAMED.sub(lambda match: usual.get(match[1], match[0]), text)


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
    """

    traits: Collection[str]
    parts: Collection[str] = ()
    words: Mapping[str, str] = field(default_factory=dict)
    durations: Mapping[str, Duration] = field(default_factory=dict)
    volumes: Mapping[str, int] = field(default_factory=dict)
    access: Mapping[str, str] = field(default_factory=dict)


def _has_what_is_looked_at(key: str, fitted: Collection[str]) -> bool:
    """Whether a kind has the part that an inspection is of; one that names no part is of every kind."""
    inspection = INSPECTIONS.get(key)
    return inspection is None or not inspection.parts or any(part in fitted for part in inspection.parts)


def adapt_procedure(shipped: ShippedProcedure, adaptation: Adaptation) -> Procedure:
    """The procedure as it runs on one kind: steps it cannot have left out, its words filled in.

    Raises:
        InvalidInput: when no step is left, or a step names a word, time or volume that the kind
            does not give.
    """
    words = {**{name: words_for_ml(ml) for name, ml in adaptation.volumes.items()}, **adaptation.words}
    kept = [step for step in shipped.steps if applies(step.step.when, adaptation.traits)]
    steps = tuple(_adapt_step(step, adaptation, words) for step in kept)
    plain = shipped.plain
    if not steps:
        raise InvalidInput(f"“{plain.title}” has no step for this kind of machine.")
    needs = tuple(
        replace(
            need.need,
            amount=_fill(need.need.amount, words),
            thing=_fill(need.need.thing, words),
            mix_ml=_volume(need.mix, adaptation),
        )
        for need in shipped.needs
        if applies(need.when, adaptation.traits)
    )
    given = {delivery.outlet for step in steps for delivery in step.delivers}
    outlets = tuple(
        (outlet, _fill(label, words))
        for outlet, label, when in shipped.outlets
        if outlet in given and applies(when, adaptation.traits)
    )
    return replace(
        plain,
        steps=steps,
        needs=needs,
        outlets=outlets,
        inspects=tuple(key for key in plain.inspects if _has_what_is_looked_at(key, adaptation.parts)),
        settles=tuple(dict.fromkeys((*plain.settles, *(key for step in kept for key in step.settles)))),
        cautions=tuple(_fill(text, words) for text in plain.cautions),
        afterwards=_fill(plain.afterwards, words),
        starts_over=_fill(plain.starts_over, words),
    )


def _volume(named: int | str | None, adaptation: Adaptation) -> int | None:
    if named is None or isinstance(named, int):
        return named
    if named not in adaptation.volumes:
        raise InvalidInput(f"The kind does not say how much “{named}” is.")
    return adaptation.volumes[named]


def _fill(text: str, words: Mapping[str, str]) -> str:
    try:
        return text.format_map(words)
    except (KeyError, IndexError, ValueError) as problem:
        raise InvalidInput(f"The kind does not say what {problem} stands for in: {text}") from problem


def _adapt_step(shipped: ShippedStep, adaptation: Adaptation, words: Mapping[str, str]) -> Step:
    step = shipped.step
    duration = step.duration
    if step.duration_name:
        if step.duration_name not in adaptation.durations:
            raise InvalidInput(f"The kind does not say how long “{step.duration_name}” takes.")
        duration = adaptation.durations[step.duration_name]
    delivers = tuple(Delivery(outlet, _volume(ml, adaptation) or 0, bursts) for outlet, ml, bursts in shipped.delivers)
    return replace(
        step,
        duration=duration,
        part=next((part for part in shipped.parts if part in adaptation.parts), shipped.parts[0]),
        amount_ml=_volume(shipped.amount, adaptation),
        delivers=delivers,
        access=adaptation.access.get(step.access, ""),
        title=_fill(step.title, words),
        text=_fill(step.text, words),
        over_when=_fill(step.over_when, words),
        done_label=_fill(step.done_label, words),
        on_no=_fill(step.on_no, words),
        caution=_fill(step.caution, words),
        mistake=_fill(step.mistake, words),
        why=_fill(step.why, words),
        amount_of=_fill(step.amount_of, words),
    )
