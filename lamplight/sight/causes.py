"""Causes and complaints that there can be on a kind of machine: the shared ones, and its own."""

from __future__ import annotations

from functools import lru_cache

from lamplight.core.job.steps import applies
from lamplight.core.job.traits import traits_of
from lamplight.core.lamps.causes import Cause, Symptom
from lamplight.core.machine.kind import Kind
from lamplight.library import catalogue


@lru_cache(maxsize=200)
def known_causes(kind: Kind) -> dict[str, Cause]:
    """Shared causes and the kind's own, by key, as far as they can happen on it."""
    traits = traits_of(kind)
    both = {**catalogue.causes(), **kind.causes}
    return {key: cause for key, cause in both.items() if applies(cause.when, traits)}


def known_symptoms(kind: Kind) -> list[Symptom]:
    """Complaints that there can be on a kind, its own first."""
    traits = traits_of(kind)
    both = {symptom.key: symptom for symptom in (*kind.symptoms, *catalogue.symptoms().values())}
    return [symptom for symptom in both.values() if applies(symptom.when, traits)]
