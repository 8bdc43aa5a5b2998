"""What a kind of machine says to a procedure: its traits, words, times, volumes, and ways in."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass, field

from lamplight.core.chemistry import Product
from lamplight.core.kind import Kind
from lamplight.core.procedure import Fitting, words_for_ml
from lamplight.core.steps import Duration

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


def traits_of(kind: Kind, products: Mapping[str, Product] | None = None) -> frozenset[str]:
    """What procedures may ask after: the kind's own traits, ``has-`` its parts, and the form of each product.

    Args:
        kind: any.
        products: those that serve, by role: ``descaler-tablet`` says that tablets descale.
    """
    parts = {f"has-{part.key}" for part in kind.parts}
    forms = {f"{role}-{product.form}" for role, product in (products or {}).items()}
    return kind.traits | parts | forms


def fitting_of(kind: Kind, defaults: Defaults, products: Mapping[str, Product] | None = None) -> Fitting:
    """What a procedure is made to fit; the kind's own words, times and volumes come before the defaults."""
    access: dict[str, str] = {}
    for fact in kind.access:
        for name in fact.needed_for:
            access[name] = f"{access[name]} {fact.what}: {fact.how}" if name in access else f"{fact.what}: {fact.how}"
    return Fitting(
        traits=traits_of(kind, products),
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
    return NAMED.sub(lambda found: usual.get(found[1], found[0]), text)
