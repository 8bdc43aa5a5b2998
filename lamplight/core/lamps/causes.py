"""Causes of a lamp or a complaint, in the order that this machine's own facts decide.

Each rule of a cause adds its weight where its fact holds; what turned out before on this machine
counts as well. Weights are ours, no source: they only order what the trade tries one after another.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime

from lamplight.core.anatomy.parts import Circuit

CONFIRMED_WEIGHT, DENIED_WEIGHT = 1.5, 1.0
MOST_MEMORY = 4.5
# What was denied within this many days is not tried first again for the same complaint.
JUST_DENIED_DAYS = 1.0
JUST_DENIED_WEIGHT = 100.0


@dataclass(frozen=True)
class Evidence:
    """A rule: where a fact lies within bounds, its cause is likelier, or less likely.

    Attributes:
        fact: its name, see `lamplight.core.diagnosis.evidence`.
        weight: added where it holds; negative speaks against.
        above, below: bounds; the fact must be above the one and below the other, where given.
        says: how the page says it; ``{value}`` stands for the fact in words.
    """

    fact: str
    weight: float
    above: float | None = None
    below: float | None = None
    says: str = ""

    def holds(self, value: float) -> bool:
        """Whether a value lies within the bounds."""
        return (self.above is None or value > self.above) and (self.below is None or value < self.below)


@dataclass(frozen=True)
class Cause:
    """Something that may be wrong.

    Attributes:
        key: short name, unique.
        title: its words.
        circuit: where.
        check: how to find out.
        remedy: what to do.
        begin: key of an item or a free procedure whose job mends it, or empty.
        stop: when to stop and call a trained person.
        cured: how to know that it is mended.
        weight: how likely it is beforehand.
        evidence: rules.
        grind: ``coarser`` or ``finer`` where the remedy is a notch of the grinder.
        when: traits that the kind must have.
    """

    key: str
    title: str
    circuit: Circuit
    check: str
    remedy: str
    begin: str = ""
    stop: str = ""
    cured: str = ""
    weight: float = 1.0
    evidence: tuple[Evidence, ...] = ()
    grind: str = ""
    when: tuple[str, ...] = ()


@dataclass(frozen=True)
class Symptom:
    """Something that people see, hear or taste without a lamp.

    Attributes:
        key: short name, unique.
        title: its words.
        sense: ``see``, ``hear``, ``taste`` or ``feel``.
        circuit: where it shows.
        causes: keys of what may be behind it.
        when: traits that the kind must have.
    """

    key: str
    title: str
    sense: str
    circuit: Circuit
    causes: tuple[str, ...]
    when: tuple[str, ...] = ()


@dataclass(frozen=True)
class Tried:
    """A cause was tried on a machine: that was it, or that was not it.

    Attributes:
        about: the symptom's key, or the pattern's title.
        cause: its key.
        was_it: how it turned out.
        at: when.
    """

    about: str
    cause: str
    was_it: bool
    at: datetime


@dataclass(frozen=True)
class Ranked:
    """A cause with its score and what speaks for and against it, in words."""

    cause: Cause
    score: float
    grounds: tuple[str, ...]


def ranked(
    causes: Iterable[Cause], facts: Mapping[str, tuple[float, str]], tried: Sequence[Tried], about: str, now: datetime
) -> tuple[Ranked, ...]:
    """Causes, the likeliest first.

    Args:
        causes: that the pattern or symptom may have; of equal ones the earlier is tried first.
        facts: value and words by name; a fact that is not known adds nothing.
        tried: what turned out before on this machine.
        about: the pattern's title or the symptom's key.
        now: aware.
    """
    entries = [_rank(cause, facts, [attempt for attempt in tried if attempt.about == about], now) for cause in causes]
    return tuple(sorted(entries, key=lambda entry: -entry.score))


def _rank(cause: Cause, facts: Mapping[str, tuple[float, str]], tried: Sequence[Tried], now: datetime) -> Ranked:
    score, words = cause.weight, []
    for rule in cause.evidence:
        if rule.fact in facts and rule.holds(facts[rule.fact][0]):
            score += rule.weight
            if rule.says:
                words.append(rule.says.replace("{value}", facts[rule.fact][1]))
    own = [attempt for attempt in tried if attempt.cause == cause.key]
    yes, no = sum(attempt.was_it for attempt in own), sum(not attempt.was_it for attempt in own)
    score += max(-MOST_MEMORY, min(MOST_MEMORY, CONFIRMED_WEIGHT * yes - DENIED_WEIGHT * no))
    if yes:
        words.append(f"it was this {'once' if yes == 1 else f'{yes} times'} before on this machine")
    lately = [attempt for attempt in own if (now - attempt.at).total_seconds() < JUST_DENIED_DAYS * 86_400]
    if lately and not max(lately, key=lambda attempt: attempt.at).was_it:
        score -= JUST_DENIED_WEIGHT
        words.append("it was not this just now")
    return Ranked(cause, score, tuple(words))
