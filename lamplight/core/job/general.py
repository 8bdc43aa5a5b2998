"""A procedure for whoever reads it without a machine: in the usual words, with the calls that any machine may make."""

from __future__ import annotations

from dataclasses import dataclass, replace

from lamplight.core.job.adapt import NAMED
from lamplight.core.job.adaptation import Defaults
from lamplight.core.job.calls import Call
from lamplight.core.job.course import PLACES
from lamplight.core.job.procedure import ShippedProcedure, ShippedStep
from lamplight.core.machine.kind import Kind
from lamplight.core.machine.programme import (
    ACID_WASH,
    COMBINED,
    DESCALE,
    FULL_CLEAN,
    MILK_WASH,
    STORAGE,
    TABLET,
    Use,
)
from lamplight.core.words import words_for_ml


@dataclass(frozen=True)
class CourseLine:
    """One line of a procedure as it is read.

    Attributes:
        title: the order.
        text: how.
        sort: ``do``, ``check`` and so on of a step; ``call`` of a call, ``machine`` where its programme comes.
        when: traits that it depends on.
        only: answers that it depends on, in words.
        says: what the machine shows when it comes, or empty.
    """

    title: str
    text: str
    sort: str
    when: tuple[str, ...] = ()
    only: tuple[str, ...] = ()
    says: str = ""


def in_general(text: str, defaults: Defaults) -> str:
    """A text of a procedure for whoever reads it without a machine: with the usual words and amounts."""
    amounts = {name: words_for_ml(ml) for name, ml in defaults.volumes.items()}
    usual = {**amounts, **defaults.words}
    return NAMED.sub(lambda match: usual.get(match[1], match[0]), text)


def course_in_general(shipped: ShippedProcedure, defaults: Defaults) -> tuple[CourseLine, ...]:
    """The lines of a procedure: its own steps, its calls, and the place of the machine's own programme."""
    return tuple(
        _line_of_step(part, defaults) if isinstance(part, ShippedStep) else _line_of_call(part, defaults)
        for part in shipped.course
    )


PROGRAMME_WORDS = {
    TABLET: "Brew-group tablet", MILK_WASH: "Milk wash", ACID_WASH: "Acid milk wash", DESCALE: "Descaling",
    COMBINED: "Cleaning and descaling", FULL_CLEAN: "Full clean", STORAGE: "Emptying for storage",
}  # fmt: skip


def programmes_in_general(kind: Kind, defaults: Defaults) -> tuple[tuple[str, tuple[CourseLine, ...]], ...]:
    """What a kind runs by itself: the words of each programme, and its calls in the machine's order."""
    own = replace(
        defaults, words={**defaults.words, **kind.words}, volumes={**defaults.volumes, **kind.volumes}
    )  # fmt: skip
    return tuple(
        (programme.title or PROGRAMME_WORDS.get(key, key), tuple(_line_of_call(use, own) for use in programme.calls))
        for key, programme in kind.programmes.items()
    )


def _line_of_step(shipped: ShippedStep, defaults: Defaults) -> CourseLine:
    step = shipped.step
    only = tuple(f"{one.key} is {' or '.join(one.answers)}" for one in step.only)
    return CourseLine(
        in_general(step.title, defaults), in_general(step.text, defaults), step.kind.value, step.when, only
    )


def _line_of_call(use: Use, defaults: Defaults) -> CourseLine:
    if use.call in PLACES:
        title, text, sort = PLACES[use.call]
        return CourseLine(title, text, sort, use.when)
    call = defaults.calls.get(use.call, Call(use.call, use.call, ()))
    title, text = use.title or call.label, use.how or call.words.get("how", "")
    return CourseLine(_said(title, defaults), _said(text, defaults), "call", use.when, says=_said(use.says, defaults))


# What stands in for what is only known where a call is made.
ANYWHERE = {"outlets": "the outlet", "ml": "what is wanted", "place": "its place", "opened": "all of it"}


def _said(text: str, defaults: Defaults) -> str:
    usual = in_general(text, defaults)
    return NAMED.sub(lambda match: ANYWHERE.get(match[1], "…"), usual)
