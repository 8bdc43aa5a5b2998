"""A care procedure, put together: our preparation, the machine's own programme, our after-care.

The course of calls is gone through once, and a ledger is kept of what stands open, what is inside, what
stands under which outlet and what each outlet let out last. What a call presupposes comes before it, where
nobody did it yet; what was opened is brought back; what let cleaner out lets fresh water out before
anybody drinks. So no order of a machine's calls needs a rule of its own.
"""

from __future__ import annotations

from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import replace

from lamplight.core.anatomy.outlets import outlet_meant
from lamplight.core.errors import InvalidInput
from lamplight.core.job.calls import Call
from lamplight.core.job.course import (
    CLEAR,
    LAST_LOOK,
    PREPARE,
    PROGRAMME,
    PUT_BACK,
    Course,
    Resumed,
    Surroundings,
    call_named,
)
from lamplight.core.job.ledger import Ledger
from lamplight.core.job.procedure import ShippedStep, Stand
from lamplight.core.job.steps import applies
from lamplight.core.machine.programme import Programme, Use


def compose(
    course: Sequence[ShippedStep | Use],
    programme: Programme | None,
    around: Surroundings,
    stands: Iterable[Stand] = (),
    resumed: Resumed | None = None,
) -> Course:
    """The course on one kind, with everything in its place.

    Args:
        course: plain steps and calls of the procedure, ``programme`` among them where it runs one.
        programme: of the kind, or None.
        stands: containers that stand there from the beginning.
        resumed: where somebody has begun it: answers the steps from there on alone.

    Raises:
        InvalidInput: when the kind has no such programme, or a call is not in the palette.
    """
    place = next((n for n, part in enumerate(course) if isinstance(part, Use) and part.call == PROGRAMME), None)
    own = programme.calls if programme is not None and place is not None else ()
    if place is not None and not own:
        raise InvalidInput("This kind of machine has no programme for that.")
    traits = {*around.traits, *_traits_of(own, around)}
    own = _fitting(own, traits)
    before, after = (course, ()) if place is None else (course[:place], course[place + 1 :])
    ledger = Ledger(replace(around, traits=traits), list(stands))
    ledger.own_is_ahead = own
    ledger.cleans = any(_cleans(part) for part in (*course, *own))
    if resumed is None:
        for part in _without_what_it_asks_for(before, _opening(own, around.calls), around, own):
            ledger.add(part)
    else:
        _take_up(ledger, resumed)
    ledger.own_is_ahead = ()
    for n in range(resumed.own_done if resumed else 0, len(own)):
        ledger.own_at = n
        ledger.add(own[n])
    ledger.own_at = -1
    if _tells_no_outlet(own):
        ledger.carries_anywhere()
    for part in _without_what_it_asks_for(after, _ending(own, around.calls), around, ()):
        ledger.add(part)
    if own and ledger.inside and CLEAR in around.calls:  # a cleaner went in after the machine had rinsed itself
        ledger.add(Use(CLEAR))
    ledger.empty_what_is_mixed()
    return Course(tuple(ledger.out), tuple(ledger.stands), own)


def own_calls(programme: Programme, around: Surroundings) -> tuple[Use, ...]:
    """The calls of a programme that a kind has of it."""
    return _fitting(programme.calls, {*around.traits, *_traits_of(programme.calls, around)})


def _fitting(calls: Iterable[Use], traits: Collection[str]) -> tuple[Use, ...]:
    return tuple(use for use in calls if applies(use.when, traits))


def _take_up(ledger: Ledger, resumed: Resumed) -> None:
    """The ledger as whoever did the steps so far left it; what is ahead may want a container that is not there yet."""
    for step in resumed.done:
        ledger.resume(step)
    ledger.own_is_ahead = ledger.own_is_ahead[resumed.own_done :]
    ledger.own_at = resumed.own_done
    ledger.add(Use(PREPARE))


def _tells_no_outlet(own: Sequence[Use]) -> bool:
    """Whether a programme draws a mix and nobody said where it comes out."""
    return any(use.role and use.ml is not None for use in own) and not any(use.gives for use in own)


def _cleans(part: ShippedStep | Use) -> bool:
    """Whether a cleaner goes in with it, or comes out."""
    return bool(part.role) if isinstance(part, Use) else bool(part.step.puts or part.step.rinses)


def _traits_of(own: Iterable[Use], around: Surroundings) -> set[str]:
    """What steps may ask after about the programme: ``calls-filter-in``, ``gives-milk``."""
    traits = {f"calls-{use.call}" for use in own}
    for use in own:
        for gives in use.gives:
            outlet = outlet_meant(gives.outlet, around.outlets)
            traits |= {f"gives-{gives.outlet}"} | ({f"gives-{outlet.circuit.value}-side"} if outlet else set())
    return traits


def _opening(own: Sequence[Use], calls: Mapping[str, Call]) -> Sequence[Use]:
    """The calls before the machine works for the first time."""
    first = next((n for n, use in enumerate(own) if call_named(calls, use.call).works), len(own))
    return own[:first]


def _ending(own: Sequence[Use], calls: Mapping[str, Call]) -> Sequence[Use]:
    """The calls after the machine worked for the last time."""
    last = max((n for n, use in enumerate(own) if call_named(calls, use.call).works), default=-1)
    return own[last + 1 :]


def _without_what_it_asks_for(
    part: Sequence[ShippedStep | Use], asked: Sequence[Use], around: Surroundings, own: Sequence[Use]
) -> list[ShippedStep | Use]:
    """Our own calls without those that the machine makes itself there, or for which it has its own way anywhere."""
    keys = {use.call for use in asked}
    opened = {call_named(around.calls, use.call).opens for use in own} - {""}
    return [
        one
        for one in part
        if not isinstance(one, Use)
        or one.call in (PREPARE, PUT_BACK, LAST_LOOK)
        or (one.call not in keys and call_named(around.calls, one.call).opens not in opened)
    ]
