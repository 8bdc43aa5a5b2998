"""What is offered while a programme of the machine's own is listened to."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from lamplight.core.errors import InvalidInput
from lamplight.core.job.calls import Call
from lamplight.core.job.course import LISTEN
from lamplight.core.job.steps import StepKind, applies
from lamplight.core.job.traits import traits_of
from lamplight.core.machine.following import OVER, as_heard, likely_next, with_words
from lamplight.core.machine.kind import Kind
from lamplight.core.machine.programme import Programme, Use
from lamplight.core.run.hearing import heard_calls, listens
from lamplight.core.run.state import RunState
from lamplight.library import catalogue
from lamplight.sight.kinds import kinds
from lamplight.sight.machine_view import MachineView
from lamplight.sight.told import programmes_shipped


@dataclass(frozen=True)
class Offered:
    """A call that may come now.

    Attributes:
        key: of the call.
        label: its words.
    """

    key: str
    label: str


def offered(view: MachineView, state: RunState) -> tuple[Offered, ...]:
    """The calls that this machine may have, in the order in which they are likely to come now."""
    palette, possible = catalogue.palette(), {one.key for one in calls_of(view.kind)}
    heard = [use.call for use in state.procedure.own if use.call != LISTEN]
    if state.step is not None and not listens(state) and 0 <= state.step.own < len(heard):
        heard = heard[: state.step.own + (state.step.kind is StepKind.MACHINE)]
    order = likely_next(heard, state.procedure.programme, _known(view), possible)
    return tuple(Offered(key, palette[key].label) for key in order)


def calls_of(kind: Kind) -> tuple[Offered, ...]:
    """The calls that a machine of that kind may have, by their words."""
    traits = traits_of(kind)
    possible = [call for call in catalogue.palette().values() if call.heard and _has(call, traits)]
    return tuple(Offered(call.key, call.label) for call in sorted(possible, key=lambda call: call.label))


def _has(call: Call, traits: frozenset[str]) -> bool:
    """Whether a kind has what the call is about."""
    formed = {*traits, "form-liquid", "with-ml", "says"}
    return applies(call.seen_on, traits) and bool(call.steps_for(Use(call.key), formed))


def _known(view: MachineView) -> tuple[Programme, ...]:
    """Every programme that is known, this machine's own kind's more than once: it speaks more loudly."""
    own = tuple(view.whole_kind.programmes.values())
    others = tuple(one for kind in kinds().values() for one in kind.programmes.values())
    return (*own, *own, *others)


def use_offered(kind: Kind, programme: str, call: str, says: str = "", how: str = "") -> Use:
    """A call as a keeper hears it on a machine of that kind.

    Raises:
        InvalidInput: when the palette has no such call.
    """
    palette = catalogue.palette().get(call)
    if palette is None or not palette.heard:
        raise InvalidInput("Choose one of the calls.")
    tank = kind.capacities.tank_ml if palette.fills_tank else None
    use = as_heard(call, programme, kind.programmes.values(), programmes_shipped(), tank)
    use = use if "ml" in palette.wants else replace(use, ml=None)
    use = replace(use, over=OVER[:1].upper() + OVER[1:]) if "over" in palette.wants else use
    use = replace(use, how="As its keys or its menu want it.") if "how" in palette.wants else use
    if "under" in palette.wants:
        use = replace(use, under=tuple(outlet.key for outlet in kind.outlets), one=False)
    return with_words(use, says, how)


def heard_in(state: RunState) -> Sequence[Use]:
    """The calls that a run heard, with times and water; nothing where it did not listen."""
    return heard_calls(state) if state.context.listens else ()
