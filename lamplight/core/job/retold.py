"""A job whose course changes while somebody is at it: what is done stays, the rest is composed anew."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from lamplight.core.job.adapt import Begun, adapt_procedure, surroundings
from lamplight.core.job.adaptation import Adaptation
from lamplight.core.job.compose import own_calls
from lamplight.core.job.course import Resumed
from lamplight.core.job.procedure import Need, Procedure, ShippedProcedure
from lamplight.core.job.steps import Step
from lamplight.core.machine.programme import Programme, Use
from lamplight.core.machine.told import place_in_new


@dataclass(frozen=True)
class Cut:
    """Where the rest of a course begins.

    Attributes:
        kept: steps that stay as they are, from the first.
        own_done: calls of the machine's new programme that these are.
        begun: steps of the next call that are done already, before its words changed.
    """

    kept: int
    own_done: int
    begun: int = 0


def cut_at(steps: Sequence[Step], index: int, old: Sequence[Use], new: Sequence[Use]) -> Cut | None:
    """Where the course is cut for whoever is at a step; None where the machine's programme is behind already.

    Args:
        steps: of the course so far.
        index: of the current step, from 0 to their number.
        old: the machine's calls that those steps are of.
        new: its calls as they are now.
    """
    own = [step.own for step in steps]
    if all(n < 0 for n in own[index:]):
        return None
    at = own[index]
    if at < 0:
        ahead = next(n for n in range(index, len(own)) if own[n] >= 0)
        behind = max(own[:ahead], default=-1) + 1
        return Cut(ahead, place_in_new(old, behind, new) if behind else 0)
    first = own.index(at)
    begun = index - first
    place = place_in_new(old, at, new)
    if not begun:
        return Cut(index, place)
    if place < len(new) and new[place] == old[at]:
        end = next((n for n in range(index, len(own)) if own[n] != at), len(own))
        return Cut(end, place + 1)
    changed = place < len(new) and new[place].call == old[at].call and len(new) >= len(old)
    return Cut(first, place, begun) if changed else Cut(index, place)


def _needs(procedure: Procedure, done: Sequence[Step], rest: Procedure) -> tuple[Need, ...]:
    """What it needs: of a product that goes in only now as much as it is now."""
    used = {role for step in done for _, role in step.puts}
    now = {need.role for need in rest.needs if need.role} - used
    return tuple(dict.fromkeys((*(need for need in procedure.needs if need.role not in now), *rest.needs)))


def _is_of(step: Step, cut: Cut, rest: Procedure) -> bool:
    """Whether a step is of the call in which the course is cut, and not of what that presupposes."""
    return step.own == cut.own_done < len(rest.own) and step.call == rest.own[cut.own_done].call


def with_rest(procedure: Procedure, cut: Cut, rest: Procedure) -> Procedure:
    """The procedure with its course from the cut on as it is now; what it poured and needed before stays.

    Args:
        cut: where its course is cut.
        rest: the steps from there on, and what goes with them.
    """
    done = procedure.steps[: cut.kept + cut.begun]
    ahead = list(rest.steps)
    of_it = [n for n, step in enumerate(ahead) if _is_of(step, cut, rest)]
    for n in reversed(of_it[: cut.begun]):
        del ahead[n]
    known = {stand.key for stand in procedure.stands}
    return replace(
        procedure,
        steps=(*done, *ahead),
        own=rest.own,
        stands=(*procedure.stands, *(stand for stand in rest.stands if stand.key not in known)),
        settles=tuple(dict.fromkeys((*procedure.settles, *rest.settles))),
        needs=_needs(procedure, done, rest),
    )


def calls_now(procedure: Procedure, adaptation: Adaptation, calls: Sequence[Use]) -> tuple[Use, ...]:
    """Those of the calls that the kind has of the programme which a procedure runs."""
    return own_calls(_programme(procedure, adaptation, calls), surroundings(adaptation))


def retold(
    procedure: Procedure, cut: Cut, shipped: ShippedProcedure, adaptation: Adaptation, calls: Sequence[Use]
) -> Procedure:
    """The procedure as it goes on by other calls of its machine.

    Args:
        cut: where its course is cut.
        shipped: as its file has it.
        calls: of the machine's programme, all of them.

    Raises:
        InvalidInput: as `adapt_procedure` does.
    """
    programme = _programme(procedure, adaptation, calls)
    around = replace(adaptation, programmes={**adaptation.programmes, procedure.programme: programme})
    done, ahead = procedure.steps[: cut.kept], procedure.steps[cut.kept :]
    not_yet = {key for step in ahead for key in step.stands} - {key for step in done for key in step.stands}
    stands = tuple(stand for stand in procedure.stands if stand.key not in not_yet)
    begun = Begun(Resumed(done, cut.own_done), stands)
    return with_rest(procedure, cut, adapt_procedure(shipped, around, begun))


def _programme(procedure: Procedure, adaptation: Adaptation, calls: Sequence[Use]) -> Programme:
    known = adaptation.programmes.get(procedure.programme) or Programme(procedure.programme, ())
    return replace(known, calls=tuple(calls))
